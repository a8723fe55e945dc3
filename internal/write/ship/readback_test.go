package ship_test

import (
	"math"
	"testing"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A page on a kit of ours has the same plan, by its own stylesheet, when it is read from its document.
func TestDocumentsArePlannedAlike(t *testing.T) {
	r := sample.New(311)
	boxes := 0
	for round := range sample.Rounds(120) {
		k := sample.Kit(r)
		sample.Naming(r, k)
		p := sample.Page(r, k)
		l := layout.Of(k, p)
		document := ship.Document(l, sample.Of(p, k), code.Options{Hold: true, Mark: true, Whole: round%2 == 0})
		read := layout.Of(k, origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(document), nil)))
		for i := range k.Breakpoints {
			low, high, bounded := k.Range(i)
			if !bounded {
				high = low + 400
			}
			for _, v := range []float64{math.Ceil(low), math.Floor(high)} {
				at := map[string]layout.Box{}
				for _, b := range read.Plan(v).Boxes {
					at[read.Foreign().Attribute(read.Node(b.Node), "data-node")] = b
				}
				for _, b := range l.Plan(v).Boxes {
					g, has := at[b.ID]
					boxes++
					far := math.Max(math.Max(math.Abs(b.X-g.X), math.Abs(b.Y-g.Y)), math.Max(math.Abs(b.Width-g.Width),
						math.Abs(b.Height-g.Height)))
					if !has && b.Kind == page.Block {
						continue // a picture in an element of several
					}
					if !has || b.Shown != g.Shown || b.Shown && far > 0.5 {
						t.Fatalf("round %d at %v, %s, gutters %s: %s %s is planned %v, read back %v", round, v,
							k.Technique, k.GutterPlace, b.Kind, b.ID, b, g)
					}
				}
			}
		}
	}
	t.Logf("%d boxes", boxes)
}
