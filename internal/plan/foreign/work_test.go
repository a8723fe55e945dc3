package foreign_test

import (
	"context"
	"errors"
	"fmt"
	"runtime"
	"strings"
	"testing"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// many joins n texts.
func many(n int, text func(i int) string) string {
	var b strings.Builder
	for i := range n {
		b.WriteString(text(i))
	}
	return b.String()
}

func repeated(text string) func(n int) string {
	return func(n int) string { return strings.Repeat(text, n) }
}

// shapes are texts of a size, by which the work of reading them may grow no faster than in proportion.
var shapes = []struct {
	name   string
	markup bool
	text   func(n int) string
}{
	{"rules", false, func(n int) string {
		return many(n, func(i int) string { return fmt.Sprintf(".r%d { width: %d%% }", i, i%90) })
	}},
	{"rules in a rule", false, func(n int) string { return ".a {" + strings.Repeat(".b { width: 1px }", n) + "}" }},
	{"what is neither rule nor declaration", false, func(n int) string {
		return ".a {" + strings.Repeat("--a: ] {}",
			n) + "}"
	}},
	{"layers", false, func(n int) string {
		return many(n, func(i int) string { return fmt.Sprintf("@layer l%d { .x { width: 1px } }", i) })
	}},
	{"selectors of a rule", false, func(n int) string {
		return many(n, func(i int) string { return fmt.Sprintf(".s%d, ", i) }) + ".s { width: 1px }"
	}},
	{"media queries", false, func(n int) string {
		return many(n, func(i int) string {
			return fmt.Sprintf("@media (min-width: %dpx) { .m { width: %d%% } }", i,
				i%90)
		})
	}},
	{"custom properties", false, func(n int) string {
		return ":root { --v0: 1px;" + many(n, func(i int) string {
			return fmt.Sprintf("--v%d: var(--v%d);", i+1,
				i)
		}) + "}"
	}},
	{"declarations", false, func(n int) string { return ".x {" + strings.Repeat("margin: 1px 2px;", n) + "}" }},
	{"comments", false, repeated("/* x */")},
	{"brackets", false, repeated("{")},
	{"items without end tags", true, func(n int) string {
		return "<ul>" + strings.Repeat("<li><b>x</b>", n) +
			"</ul>"
	}},
	{"elements", true, repeated("<div>x</div>")},
	{"end tags", true, repeated("</div>")},
	{"crossed tags", true, repeated("<b><i>x</b></i>")},
	{"attributes of a tag", true, func(n int) string {
		return "<div " + many(n, func(i int) string { return fmt.Sprintf("a%d=1 ", i) }) + ">x</div>"
	}},
	{"references", true, repeated("&amp;")},
	{"words and elements", true, func(n int) string { return "<p>" + strings.Repeat("word <b>x</b> ", n) }},
	{"open buttons", true, repeated("<button><i>x</i>")},
	{"a dense grid", true, func(n int) string {
		return "<style>.g { display: grid; grid-auto-flow: dense; grid-template-columns: repeat(12, 1fr) } .g > " +
			":nth-child(odd) { grid-column: span 7 }</style>" +
			"<div class=g>" + strings.Repeat("<div></div>", n) + "</div>"
	}},
	{"places among siblings", true, func(n int) string {
		return "<style>div:nth-last-of-type(3n + 1):nth-child(2n) { width: 9px }</style>" +
			strings.Repeat("<div></div>", n)
	}},
	{"flexible boxes", true, func(n int) string {
		return "<style>.f { display: flex; flex-wrap: wrap } .f > * { flex: 1 1 10% }</style><div class=f>" +
			strings.Repeat("<div></div>", n) + "</div>"
	}},
	{"elements of a type", true, func(n int) string {
		return many(n, func(i int) string { return fmt.Sprintf("<div class=k%d style='width: %dpx'></div>", i, i%50) })
	}},
}

// work is what reading a text, and laying it out, takes: steps, and bytes that were allocated.
func work(t *testing.T, text string, isMarkup bool) (steps, bytes float64) {
	t.Helper()
	var before, after runtime.MemStats
	runtime.GC()
	runtime.ReadMemStats(&before)
	var spent int64
	err := budget.Within(t.Context(), budget.Limit{Steps: 1 << 40, Bytes: 1 << 40}, func(b *budget.Budget) error {
		view := flow.Viewport{Width: 1000, Height: 800}
		html := &css.Element{Type: "html"}
		c := css.NewCascade(b, []css.Source{{Name: "a.css", Text: text}}, flow.Expand)
		if isMarkup {
			c = copied(b, markup.Read(b, []byte(text)).Root, html)
		}
		flow.Layout(b, flow.NewStyler(b, c, view).Tree(html, nil, nothing{}), view)
		spent, _ = b.Spent()
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	runtime.ReadMemStats(&after)
	return float64(spent), float64(after.TotalAlloc - before.TotalAlloc)
}

// nothing is what elements hold besides elements.
type nothing struct{}

func (nothing) Lines(*css.Element, *flow.Style) func(int) *flow.Leaf { return nil }

func (nothing) Leaf(*css.Element, *flow.Style) *flow.Leaf      { return nil }
func (nothing) Text(*css.Element, *flow.Style, int) *flow.Leaf { return nil }
func (nothing) Node(*css.Element) int32                        { return -1 }

// copied puts what stands in a node into an element, and gives the cascade of the style elements there.
func copied(b *budget.Budget, n *markup.Node, to *css.Element) *css.Cascade {
	var sources []css.Source
	var visit func(n *markup.Node, to *css.Element)
	visit = func(n *markup.Node, to *css.Element) {
		for _, k := range n.Children {
			switch {
			case k.Tag == "style":
				sources = append(sources, css.Source{Name: "style", Text: k.Children[0].Text})
			case !k.IsText():
				e := to.Add(&css.Element{Type: k.Tag, Classes: k.Classes()})
				if a := k.Attr("style"); a != nil {
					e.Attributes = []css.Attr{{Name: "style", Value: a.Value}}
				}
				visit(k, e)
			}
		}
	}
	visit(n, to.Add(&css.Element{Type: "body"}))
	return css.NewCascade(b, sources, flow.Expand)
}

// Reading a text of twice the size takes about twice the work.
func TestWorkGrowsWithTheText(t *testing.T) {
	for _, s := range shapes {
		const size, most = 1500, 2.6
		work(t, s.text(size), s.markup) // what is kept once is made
		steps, bytes := work(t, s.text(size), s.markup)
		twice, more := work(t, s.text(2*size), s.markup)
		if twice/steps > most || more/bytes > most {
			t.Errorf("%s: twice the size takes %.2f times the steps and %.2f times the memory, want at most %.1f",
				s.name, twice/steps, more/bytes, most)
		}
	}
}

// deep is something in itself, n times.
func deep(open, in, shut string, n int) string {
	return strings.Repeat(open, n) + in + strings.Repeat(shut, n)
}

// hostile are stylesheets that take more than there is, or would if they were not bounded.
var hostile = map[string]string{
	"selectors in one another": deep(".a, .b {", "width: 50%", "}", 30),
	"parents in parents":       deep(".a .b, .b .a {", "width: 50%", "}", 30),
	"parents twice":            ".a {" + deep("& & {", "width: 50%", "}", 40) + "}",
	"containers": many(20_000,
		func(i int) string { return fmt.Sprintf("@container c%d (width > 1px) { .a { width: 50%% } }", i) }),
	"properties three times": ":root { --v0: 1px;" +
		many(40, func(i int) string { return fmt.Sprintf("--v%d: var(--v%d) var(--v%[2]d) var(--v%[2]d);", i+1, i) }) +
		"} .a { width: var(--v40) }",
	"a selector of many classes": many(5000, func(i int) string { return fmt.Sprintf(".k%d", i) }) + "{ width: 50% }",
	"descendants":                strings.Repeat(".a ", 20_000) + "{ width: 50% }",
	"fallbacks":                  ".a { width:" + deep("var(--x,", "1px", ")", 15_000) + "}",
	"is in is":                   ".a" + deep(":is(.b", "", ")", 5000) + "{ width: 1px }",
	"nth of nth":                 deep(":nth-child(1 of ", ".a", ")", 5000) + "{ width: 1px }",
	"queries of one rule": "@media " +
		many(50_000, func(i int) string { return fmt.Sprintf("(min-width: %dpx), ", i) }) + "all { .a { width: 1px } }",
	"tracks":        ".a { display: grid; grid-template-columns: repeat(100000, 1px) } .b { grid-column: span 100000 }",
	"sums":          ".a { width: calc(" + many(20_000, func(int) string { return "min(1px, 2%) + " }) + "1px) }",
	"every element": strings.Repeat("* > * { width: 1% }", 60_000),
	"rules":         many(100_000, func(i int) string { return fmt.Sprintf(".r%d { margin: %dpx 1px }", i, i) }),
}

// A hostile stylesheet ends as a kit or as an error that names it, within what may be spent on it; a page that has it,
// and elements for it, is laid out all the same, and tells.
func TestHostileStylesheets(t *testing.T) {
	for name, text := range hostile {
		_, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: text}}, nil)
		if err == nil || strings.Contains(err.Error(), "too much") && !strings.Contains(err.Error(), "team.css") {
			t.Errorf("%s: %v", name, err)
		}
		var spent *budget.SpentError
		err = budget.Within(context.Background(), budget.Sheets, func(b *budget.Budget) error {
			_, err := infer.Sheets(b, []css.Source{{Name: "team.css", Text: text}}, nil)
			if steps, bytes := b.Spent(); steps > budget.Sheets.Steps+8192 || bytes > budget.Sheets.Bytes {
				t.Errorf("%s: %d steps, %d bytes", name, steps, bytes)
			}
			return err
		})
		if errors.As(err, &spent) && spent.Source == "" {
			t.Errorf("%s: the error names no file: %v", name, err)
		}
		html := "<link rel=stylesheet href=team.css>" + deep("<div class='a b'>", "x", "</div>", 60) + strings.Repeat(
			"<div class='a r7'>x</div>", 2000)
		k := sample.Twelve()
		p := origin.NewPage("page-1", "index.html", k, page.NewOrigin([]byte(html),
			[]kit.File{{Name: "team.css", Text: text}}))
		f := foreign.Of(k, p)
		boxes, _ := f.Boxes(1000, 2)
		if shown := boxes[len(boxes)-1]; !shown.Shown || shown.Height <= 0 {
			t.Errorf("%s: the page is not laid out: %+v", name, shown)
		}
		for _, err := range f.Heavy() {
			if !strings.Contains(err.Error(), "too much") {
				t.Errorf("%s: %v", name, err)
			}
		}
	}
}

// Work ends when nobody waits for it any more, and the next who asks has it read.
func TestReadingEnds(t *testing.T) {
	ctx, gone := context.WithCancel(t.Context())
	gone()
	sheet := []kit.File{{Name: "team.css", Text: hostile["rules"]}}
	if _, _, err := infer.Kit(ctx, "kit", "Team", sheet, nil); !errors.Is(err, context.Canceled) {
		t.Errorf("a stylesheet: %v", err)
	}
	o := page.NewOrigin([]byte(strings.Repeat("<p>x</p>", 2000)), nil)
	if err := origin.Parse(ctx, o); !errors.Is(err, context.Canceled) {
		t.Errorf("a page: %v", err)
	}
	if n := len(origin.Document(o).Root.Children); n != 2000 {
		t.Errorf("read again, it has %d elements", n)
	}
}

// What stands deeper than the parser goes is told, kept in the file, and what comes after it is read.
func TestDeepElements(t *testing.T) {
	text := "<main>" + deep("<div>", "<p>deep</p>", "</div>", 700) + "<p id=after>after</p></main>"
	k := sample.Twelve()
	p := origin.NewPage("page-1", "index.html", k, page.NewOrigin([]byte(text), nil))
	var kinds []markup.FaultKind
	after := false
	doc := origin.Document(p.Origin)
	for _, f := range doc.Faults {
		kinds = append(kinds, f.Kind)
	}
	doc.Root.Walk(func(n *markup.Node) {
		if a := n.Attr("id"); a != nil && a.Value == "after" && n.Start.Len() > 0 {
			after = true
		}
	})
	if fmt.Sprint(kinds) != "[deep]" || !after || string(origin.File(p.Origin)) != text {
		t.Errorf("faults %v, what comes after it is read: %v", kinds, after)
	}
}
