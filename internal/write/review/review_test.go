package review_test

import (
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/review"
)

// Names of pages, nodes and files that try to be more than names are text, in the page and in a drawing.
func TestHostileNames(t *testing.T) {
	r := sample.New(5)
	k := sample.Twelve()
	for range 20 {
		p := sample.Page(r, k)
		p.Walk(func(n *page.Node, _ page.Place) {
			if n.Name = "<script>alert(1)</script>" + sample.HostileName(r); !kit.IsName(n.Name) {
				n.Name = `"><img src=x onerror=alert(1)>`
			}
		})
		pr := sample.Of(p, k)
		column := ""
		p.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Column && column == "" {
				column = n.ID
			}
		})
		if column == "" {
			continue
		}
		change, err := edit.Apply(pr, edit.Operation{Page: p.ID, Remove: &edit.Remove{Node: column}})
		if err != nil {
			t.Fatal(err)
		}
		c := compare.Of(layout.Of(k, p), layout.Of(k, change.Project.Pages[0]), compare.Widths{From: 700, To: 900}, nil)
		whole := review.Review{Before: sample.HostileName(r), After: "</title><script>alert(1)</script>",
			Pages: []review.Page{{Name: sample.HostileName(r), Comparison: c}, {Name: "<b>", New: true}}}
		for _, text := range []string{whole.HTML(), review.Drawing(c, 800)} {
			doc, err := html.Parse(strings.NewReader(text))
			if err != nil {
				t.Fatal(err)
			}
			for n := range doc.Descendants() {
				if n.Type != html.ElementNode {
					continue
				}
				if n.Data == "script" || n.Data == "b" || n.Data == "a" || n.Data == "img" {
					t.Fatalf("<%s> came in", n.Data)
				}
				for _, a := range n.Attr {
					if strings.HasPrefix(a.Key, "on") || a.Key == "href" {
						t.Fatalf("%s=%q came in", a.Key, a.Val)
					}
				}
			}
		}
	}
}
