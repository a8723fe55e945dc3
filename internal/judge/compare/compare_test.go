package compare_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/judge/check"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// of compares the demo's front page with what an edit makes of it.
func of(t *testing.T, o edit.Operation, w compare.Widths) *compare.Comparison {
	t.Helper()
	before, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	after := before
	if o.Page = "front-page"; o.Type != nil || o.Remove != nil || o.ChangeKit != nil {
		change, err := edit.Apply(before, o)
		if err != nil {
			t.Fatal(err)
		}
		after = change.Project
	}
	lay := func(p *project.Project) *layout.Layout {
		pg := p.Page("front-page")
		return layout.Of(p.Kit(pg.Kit), pg)
	}
	return compare.Of(lay(before), lay(after), w, func(l *layout.Layout) []finding.Finding {
		return check.Of(l, check.Project{})
	})
}

// told is a comparison in lines: what does not only go along, rows, and findings.
func told(c *compare.Comparison) string {
	var all []string
	for _, m := range c.Moves {
		if !m.Follows {
			all = append(all, fmt.Sprintf("%s, %s: %s", m.Name, m.Widths, m.Text()))
		}
	}
	for _, b := range c.Breaks {
		all = append(all, fmt.Sprintf("%s, %s: %s", b.Name, b.Widths, b.Text()))
	}
	for _, f := range c.Came {
		all = append(all, fmt.Sprintf("+%s %v", f.Code, f.Breakpoints))
	}
	for _, f := range c.Went {
		all = append(all, fmt.Sprintf("-%s %v", f.Code, f.Breakpoints))
	}
	return strings.Join(all, "\n")
}

// What moves is told with the widths from which to which, and what only goes along apart from it.
func TestOf(t *testing.T) {
	typed := func(node, breakpoint, text string) edit.Operation {
		return edit.Operation{Type: &edit.Type{Cells: []edit.Cell{{Node: node, Breakpoint: breakpoint}}, Text: text}}
	}
	for _, c := range []struct {
		name   string
		edit   edit.Operation
		widths compare.Widths
		want   string
	}{
		{"nothing", edit.Operation{}, compare.Usual, ""},
		{"a column is wider, and its neighbour drops", typed("log", "wide", "9"), compare.Usual,
			"Log, 910 to 1920 px: 772 → 872 px wide at 1240 px\n" +
				"Tide table, 910 to 1920 px: 800 px further left, 264 px lower, 240 → 224 px tall at 1240 px\n" +
				"Body, 910 to 1920 px: 2 lines, was 1: 9 + 1 + 3 = 13 > 12, so Tide table starts line 2\n" +
				"+sum-over [wide full]"},
		{"at some widths only", typed("log", "mid", "6"), compare.Widths{From: 600, To: 1300},
			"Log, 630 to 909 px: 315 → 266 px wide at 630 px\n" +
				"Tide table, 630 to 909 px: 49 px further left at 630 px\n" +
				"+free-units [mid]"},
		{"one is gone", edit.Operation{Remove: &edit.Remove{Node: "supporters"}}, compare.Widths{From: 320, To: 320},
			"Supporters, 320 px: is gone\nFoot, 320 px: 1 line, was 2"},
	} {
		got := told(of(t, c.edit, c.widths))
		if got != c.want {
			t.Errorf("%s: got\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

// At each width exactly those boxes are told that stand elsewhere in the plans, on random pages with another kit.
func TestOfIsExact(t *testing.T) {
	r := sample.New(71)
	moved := 0
	for seed := range sample.Rounds(45) {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		other := *k
		other.RowGutter, other.Edge = kit.Px(k.RowGutter.Px()+float64(r.IntN(3))), kit.EdgeOf(kit.Px(float64(r.IntN(9))))
		before, after := layout.Of(k, p), layout.Of(&other, p)
		c := compare.Of(before, after, compare.Usual, nil)
		for range 12 {
			v := compare.Usual.From + r.IntN(compare.Usual.To-compare.Usual.From)
			told := map[string]bool{}
			for _, m := range c.Moves {
				if m.Widths.From <= v && v <= m.Widths.To {
					told[m.Node] = true
				}
			}
			was := map[string]layout.Box{}
			for _, b := range before.Plan(float64(v)).Boxes {
				was[b.ID] = b
			}
			for _, b := range after.Plan(float64(v)).Boxes {
				had := was[b.ID]
				off := func(a, b float64) bool { return a-b > 0.5 || b-a > 0.5 }
				is := b.Shown != had.Shown || b.Shown && (off(b.X, had.X) || off(b.Y, had.Y) ||
					off(b.X+b.Width, had.X+had.Width) || off(b.Y+b.Height, had.Y+had.Height))
				if is {
					moved++
				}
				if is != told[b.ID] {
					t.Errorf("page %d, %s at %d px: it moves: %v, told: %v", seed, b.ID, v, is, told[b.ID])
				}
			}
		}
	}
	if moved == 0 {
		t.Error("nothing moved")
	}
}

func BenchmarkOf(b *testing.B) {
	p, k := sample.Wide(200)
	other := *k
	other.RowGutter = kit.Px(k.RowGutter.Px() + 4)
	before, after := layout.Of(k, p), layout.Of(&other, p)
	for b.Loop() {
		compare.Of(before, after, compare.Usual, nil)
	}
}
