package check_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/sheet"
)

// grids are the codes of what is set.
var grids = []finding.Code{finding.SumOver, finding.FreeUnits, finding.GalleryRest, finding.OverLine,
	finding.SpacerColumn,
	finding.HiddenEverywhere, finding.Repeats, finding.MissingStep, finding.TooTight, finding.ReadingOrder,
	finding.NoAlternative, finding.FixedWidth}

// told are the findings of what is set on a page.
func told(k *kit.Kit, p *page.Page) (all []finding.Finding) {
	for _, f := range check.Of(layout.Of(k, p), check.Project{}) {
		if slices.Contains(grids, f.Code) {
			all = append(all, f)
		}
	}
	return all
}

// Each check finds its mistake, with its numbers and fixes, and nothing in a page that is nearly the same.
func TestGridFindings(t *testing.T) {
	k := sample.Twelve()
	for _, c := range []struct{ name, row, want, twin string }{
		{"a sum over", `8 6`,
			"sum-over row-1 [wide full]: 8 + 6 = 14 > 12, so column-2 starts line 2 (Make column-2 4, column-2 shares what " +
				"is left, Give column-2 a full line)", `8 4`},
		{"free units", `5 4`,
			"free-units row-1 [wide full]: 5 + 4 = 9, 3 free (Make column-2 7, Spread the columns, Leave them free)",
			`5 4 trail-3`},
		{"a rest", `4 4 4 4`, "gallery-rest row-1 [wide full]: the last line has 1 of 3\n" +
			"missing-step row-1 [wide]: 3 on a line, and one below wide: nothing stands between (2 a line at wide)", `6 6 6 6`},
		{"more than a line", `10 skip-4`, "over-line column-1 [wide full]: skip 4 + width 10 = 14 > 12 (Make it 8)",
			`8 skip-4`},
		{"one hidden everywhere", `12 shown-false`,
			"hidden-everywhere column-1 []: it is hidden at every breakpoint (Delete it)", `12`},
		{"too tight", `1 11`,
			"too-tight column-1 [full]: 79.33 px wide at 1280 px, 64.67 px under what its content needs, and at every wider " +
				"one (Make it 2, and column-2 10)\n" +
				"too-tight column-1 [wide]: 51.66 px wide at 920 px, 92.34 px under what its content needs, up to 1279 px (Make " +
				"it 3, and column-2 9)", `3 9`},
		{"a setting that repeats", `8 at-full width-take+8 4`,
			"repeats column-1 [full]: take 8 is carried from wide (Remove it)", `8 at-full width-take+7 trail-1 4`},
		{"a column that only takes room", `3 empty 9`,
			"spacer-column column-1 []: it has no content: column-2 may skip its units (Skip them before column-2, and no " +
				"empty line at base and mid)", `9 skip-3`},
		{"far from where it is read", `4 4 4 order-first`,
			"missing-step row-1 [wide]: 3 on a line, and one below wide: nothing stands between (2 a line at wide)\n" +
				"reading-order column-3 [wide full]: it is read as number 3 and stands as number 1 of 3", ``},
	} {
		for _, row := range []string{c.row, c.twin} {
			var lines []string
			for _, f := range told(k, of(k, row)) {
				line := fmt.Sprintf("%s %s %v: %s", f.Code, f.Node, f.Breakpoints, f.Text)
				var labels []string
				for _, fix := range f.Fixes {
					labels = append(labels, fix.Label)
				}
				if len(labels) > 0 {
					line += " (" + strings.Join(labels, ", ") + ")"
				}
				lines = append(lines, line)
			}
			slices.Sort(lines)
			want := c.want
			if row != c.row {
				want = ""
			}
			if got := strings.Join(lines, "\n"); got != want {
				t.Errorf("%s, %q: got\n%s\nwant\n%s", c.name, row, got, want)
			}
		}
	}
}

// of is a page with a row of columns that are so wide from wide on; words that follow a width are other settings.
func of(k *kit.Kit, recipe string) *page.Page {
	row := &page.Node{ID: "row-1", Kind: page.Row, Name: "row-1"}
	from := "wide"
	for word := range strings.FieldsSeq(recipe) {
		name, value, is := strings.Cut(strings.ReplaceAll(word, "+", " "), "-")
		switch {
		case name == "at":
			from = value
			continue
		case name == "empty":
			row.Children[len(row.Children)-1].Children = nil
			continue
		case !is:
			from = "wide"
			id := fmt.Sprintf("column-%d", len(row.Children)+1)
			row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id,
				Children: []*page.Node{{ID: id + "-text", Kind: page.Block, Name: "Text", Content: &page.Content{Type: page.Text,
					Text: "Kittiwakes and terns on the outer stack"}}}})
			name, value = "width", "take "+word
		}
		column := row.Children[len(row.Children)-1]
		f, _ := page.FieldNamed(name)
		v, err := f.Parse(value)
		if err != nil {
			panic(err)
		}
		at := from
		if f == page.Shown {
			at = "base"
		}
		*column = *column.WithSetting(k, column.SettingAt(at).With(f, v))
	}
	return &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}}}
}

// A column whose units the gutters leave no room for is told of on pages made here, on those from markup, and on the
// stylesheet of the kit as it is brought in; one that takes the full line has room everywhere.
func TestStarvedColumns(t *testing.T) {
	k := sample.Twelve()
	k.Gutter = kit.GutterOf(kit.Px(30))
	p := of(k, "5 7")
	for _, c := range p.Body[0].Children[0].Children {
		c.At = append([]page.Setting{page.At("base").With(page.Width, page.Take(1))}, c.At...)
	}
	m := markup.Write(layout.Of(k, p), &project.Project{}, code.Options{})
	own := []kit.File{{Name: "grid.css", Text: sheet.Whole(k, nil).String()}}
	var css strings.Builder
	css.WriteString(".wide { max-width: 900px; margin: 0 auto } .line { display: flex; flex-wrap: wrap; gap: 30px }")
	for n := range 12 {
		fmt.Fprintf(&css, ".s%d { flex: none; width: calc((100%% + 30px) * %d / 12 - 30px) }", n+1, n+1)
	}
	theirs := []kit.File{{Name: "grid.css", Text: css.String()}}
	imported, _, err := infer.Kit(t.Context(), "kit", "Grid", theirs, nil)
	if err != nil {
		t.Fatal(err)
	}
	html := `<div class="wide"><div class="line"><div class="s1">Knots</div><div class="s1">Dunlin</div></div></div>`
	for name, all := range map[string][]finding.Finding{
		"made here":   check.Of(layout.Of(k, p), check.Project{}),
		"from markup": check.Of(layout.Of(k, pageOf(k, m.String(), own)), check.Project{}),
		"brought in":  check.Of(layout.Of(imported, pageOf(imported, html, nil)), check.Project{}),
	} {
		var texts []string
		for _, f := range all {
			if f.Code == finding.Starved {
				texts = append(texts, f.Text)
			}
		}
		if len(texts) != 2 {
			t.Errorf("%s: %q", name, texts)
		}
	}
}

// What is meant is told as such, and comes to nothing else.
func TestMeantFindings(t *testing.T) {
	k := sample.Twelve()
	p := of(k, `8 6`)
	pr := sample.Of(p, k)
	change, err := edit.Apply(pr, edit.Operation{Page: p.ID, Describe: &edit.Describe{Node: "row-1",
		Meant: &[]string{"sum-over"}}})
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range told(k, change.Project.Page(p.ID)) {
		if f.Meant != (f.Code == finding.SumOver) {
			t.Errorf("%s is meant: %v", f.Code, f.Meant)
		}
	}
	undone, err := edit.Apply(change.Project, change.Inverse)
	if err != nil || told(k, undone.Project.Page(p.ID))[0].Meant {
		t.Errorf("undone: %v", err)
	}
	for _, bad := range [][]string{{"Sum over"}, {"sum-over", "sum-over"}, {""}} {
		if _, err := edit.Apply(pr, edit.Operation{Page: p.ID, Describe: &edit.Describe{Node: "row-1",
			Meant: &bad}}); err == nil {
			t.Errorf("%q was taken", bad)
		}
	}
}

// A fix mends what it is for: what was found is gone, nothing worse comes, one that keeps every box leaves it where it
// was, and undone the page is what it was.
func TestFixesMend(t *testing.T) {
	r := sample.New(29)
	mended := map[finding.Code]int{}
	pages := 60
	if sample.Trial() {
		pages = 500
	}
	for range pages {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		pr := sample.Of(p, k)
		before := check.Of(layout.Of(k, p), check.Project{})
		if len(before) >= 400 { // more are not told
			continue
		}
		for _, f := range before {
			for _, fix := range f.Fixes {
				change, err := edit.Apply(pr, *edit.Mend(p, fix))
				if err != nil {
					t.Fatalf("%s of %s, %s: %v", f.Code, f.Node, fix.Label, err)
				}
				next := change.Project.Page(p.ID)
				after := check.Of(layout.Of(k, next), check.Project{})
				for _, left := range after {
					if left.Code == f.Code && left.Node == f.Node && left.Text == f.Text &&
						slices.Contains(left.Breakpoints, first(f.Breakpoints)) {
						t.Errorf("%s: %s at %v is still there after %q", f.Node, f.Text, f.Breakpoints, fix.Label)
					}
				}
				had := worst(before, f.Severity)
				for _, worse := range worst(after, f.Severity) {
					if !slices.Contains(had, worse) {
						t.Errorf("%s: %s at %v: after %q there is %s", f.Node, f.Text, f.Breakpoints, fix.Label, worse)
					}
				}
				if fix.Keeps {
					c := compare.Of(layout.Of(k, p), layout.Of(k, next), compare.Usual, nil)
					for _, m := range c.Moves {
						if m.What != compare.Gone {
							t.Errorf("%s: %s at %v: %q moves %s, %s: %s", f.Node, f.Text, f.Breakpoints, fix.Label, m.Name, m.Widths,
								m.Text())
							break
						}
					}
				}
				mended[f.Code]++
				if undone, err := edit.Apply(change.Project, change.Inverse); err != nil ||
					fmt.Sprint(text(undone.Project, p.ID)) != fmt.Sprint(text(pr, p.ID)) {
					t.Errorf("%s: undone it is another page: %v", fix.Label, err)
				}
			}
		}
	}
	t.Log(mended)
	for _, code := range []finding.Code{finding.SumOver, finding.FreeUnits, finding.OverLine, finding.Repeats,
		finding.TooTight,
		finding.HiddenEverywhere, finding.SpacerColumn} {
		if mended[code] == 0 {
			t.Errorf("no %s was mended: %v", code, mended)
		}
	}
}

// worst are findings of a worse severity than another.
func worst(all []finding.Finding, than finding.Severity) (some []string) {
	order := []finding.Severity{finding.Broken, finding.Surprise, finding.Tidy, finding.Estimate}
	for _, f := range all {
		if slices.Index(order, f.Severity) < slices.Index(order, than) {
			for _, b := range f.Breakpoints {
				some = append(some, fmt.Sprint(f.Node, " at ", b, ": ", f.Code))
			}
		}
	}
	return some
}

func first(all []string) string {
	if len(all) == 0 {
		return ""
	}
	return all[0]
}

// text is what is set on a page.
func text(pr *project.Project, id string) (all []string) {
	pr.Page(id).Walk(func(n *page.Node, _ page.Place) { all = append(all, fmt.Sprint(n.ID, n.At)) })
	return all
}

func BenchmarkOf(b *testing.B) {
	p, k := sample.Wide(1000)
	p.Walk(func(n *page.Node, _ page.Place) {
		if n.Content != nil {
			n.Content.Text = "Kittiwakes and terns on the outer stack"
		}
	})
	l := layout.Real(k, p, nil)
	for b.Loop() {
		check.Of(l, check.Project{})
	}
}
