package rewrite_test

import (
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	words "kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
)

// grid is the containers, rows and columns of a page that was read, each with the words in its tag.
func grid(p *page.Page, inner string) (all []string) {
	stretches := origin.Stretches(p, inner)
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Container || n.Kind == page.Row || n.Kind == page.Column {
			all = append(all, strings.Repeat(" ", at.Depth)+string(n.Kind)+" "+n.Element+" "+
				strings.Join(origin.Said(stretches[n].Element()), " "))
		}
	})
	return all
}

// kinds is how a page's grid is nested, without what stands in columns besides rows.
func kinds(nodes []*page.Node, depth int) (all []string) {
	for _, n := range nodes {
		if n.Kind != page.Block {
			all = append(all, strings.Repeat(" ", depth)+string(n.Kind))
		}
		all = append(all, kinds(n.Children, depth+1)...)
	}
	return all
}

// lines are where the columns of each row stand at each breakpoint, by their class.
func lines(l *layout.Layout) (all []page.Term) {
	for i := range l.Kit().Breakpoints {
		l.Page().Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Row {
				for _, c := range l.Row(n.ID, i).Cells {
					all = append(all, c.Line)
				}
			}
		})
	}
	return all
}

// What we write is read back as the page that it was, whatever its kit's classes are called, and classes chosen for
// what was read are those in the file.
func TestOurMarkupReadsBack(t *testing.T) {
	r, count := sample.New(97), 0
	for round := range sample.Rounds(300) {
		var k *kit.Kit
		var p *page.Page
		if round%2 == 0 {
			k = sample.Kit(r)
			sample.Naming(r, k)
			sample.Attributes(k)
			p = sample.Page(r, k)
		} else {
			imported, reading := sample.Team(r)
			if imported == nil || reading.Row == "" {
				continue // rows have no class by which they are known
			}
			k = imported
			if p, _ = words.Fit(k, sample.Worded(r, imported, reading.Words.Words)); words.Check(k, p) != nil {
				continue // what no class says is not written
			}
		}
		count++
		p.Walk(func(n *page.Node, _ page.Place) { n.Content = worded(n.Content) })
		l := layout.Of(k, p)
		body := markup.Write(l, sample.Of(p, k), code.Options{Ends: round%3 == 0}).String()
		read := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(body), nil))
		if got, want := kinds(read.Body, 0), kinds(p.Body, 0); !slices.Equal(got, want) {
			t.Fatalf("round %d: read\n%s\nwant\n%s\n%s", round, strings.Join(got, "\n"), strings.Join(want, "\n"), body)
		}
		if k.Columns.IsUneven() {
			continue // there a class may say where a column stands because of a setting that the file need not say
		}
		plain := *read
		plain.Origin = nil
		if floats := layout.Of(k, &plain); k.Technique == kit.Float && !slices.Equal(lines(floats), lines(l)) {
			continue // where their lines begin is said, and need not follow from the sums
		}
		again := markup.Write(layout.Of(k, &plain), sample.Of(p, k), code.Options{Ends: round%3 == 0}).String()
		twice := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(again), nil))
		inner := ""
		if f := l.Foreign(); f != nil {
			inner = f.Inner()
		}
		if got, want := grid(twice, inner), grid(read, inner); !slices.Equal(got, want) {
			t.Fatalf("round %d, %s: chosen anew\n%s\nin the file\n%s", round, k.Technique, strings.Join(got, "\n"),
				strings.Join(want, "\n"))
		}
	}
	if count < 50 {
		t.Errorf("only %d pages", count)
	}
}

// worded is content that is words alone, in place of what has markup of its own.
func worded(c *page.Content) *page.Content {
	if c == nil {
		return nil
	}
	return &page.Content{Type: page.Text, Text: "Two terns"}
}
