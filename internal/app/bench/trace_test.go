package bench

import (
	"math"
	"testing"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// A lane over a design is as wide as that, and tells by how much the page has each part elsewhere: of a frame that
// words do not fill not how much wider. In a lane of another width there is no design.
func TestBehind(t *testing.T) {
	k := sample.Twelve()
	columns := k.Ruler(2, 1080).Columns
	at := func(id string, n, take int) *page.Node {
		block := &page.Node{ID: id + "-text", Kind: page.Block, Name: "Text",
			Content: &page.Content{Type: page.Text, Text: "Terns"}}
		return &page.Node{ID: id, Kind: page.Column, Name: id, Children: []*page.Node{block},
			At: []page.Setting{page.At("base").With(page.Width, page.Take(take)).With(page.Skip, page.Of(n))}}
	}
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row", Children: []*page.Node{at("one", 0, 6), at("two", 2, 4)}}
	frame := &page.Node{ID: "frame", Kind: page.Container, Name: "Frame", Children: []*page.Node{row}}
	pg := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID, Body: []*page.Node{frame}}
	from := func(first, last int) (x, width float64) {
		return columns[first].From, columns[last].To - columns[first].From
	}
	x1, width1 := from(0, 5)
	x2, width2 := from(9, 11) // it is drawn a unit further on, and is one narrower
	pg.Designs = []design.Design{{ID: "wide", Picture: "d", Width: 1080, Scale: 2, X: 4, Frames: []design.Frame{
		{ID: "a", Node: "one", X: x1 + 1, Y: 0, Width: width1, Height: 40},
		{ID: "b", Node: "two", X: x2, Y: 0, Width: width2, Height: 40},
		{ID: "c", Node: "two-text", X: x2 - 73, Y: 0, Width: 30, Height: 40, Loose: true},
		{ID: "d", X: 4, Y: 200, Width: 30, Height: 40}}}}
	p := sample.Of(pg, k)
	p.Pictures = append(p.Pictures, &project.Picture{ID: "d", File: "d.png", Type: "image/png"})

	b := made(t, p, pg, View{Designs: true})
	lane := b.Lanes[2]
	if len(b.Designs) != 1 || b.Designs[0] != "wide" || lane.Width != 1080 || lane.Design == nil {
		t.Fatalf("designs at %v; the lane is %v px wide", b.Designs, lane.Width)
	}
	if lane.Design.Picture.X != 4 || lane.Design.Address != "/api/projects/"+p.ID+"/pictures/d" {
		t.Errorf("the picture is %+v", lane.Design)
	}
	pitch := columns[1].From - columns[0].From
	for i, want := range []Offset{{Across: -1}, {Across: -pitch, Wider: pitch, Off: true}} {
		is := lane.Design.Parts[i].Offset
		if math.Abs(is.Across-want.Across) > 0.02 || math.Abs(is.Wider-want.Wider) > 0.02 || is.Off != want.Off {
			t.Errorf("part %d is off by %+v, want %+v", i, is, want)
		}
	}
	if loose := lane.Design.Parts[2]; loose.Wider != 0 || len(lane.Design.Parts) != 3 {
		t.Errorf("%d parts, the last %+v", len(lane.Design.Parts), loose)
	}
	if b.Lanes[1].Design != nil {
		t.Error("a lane has the design of another")
	}
	if b = made(t, p, pg, View{Designs: true, Lanes: map[string]float64{"wide": 1000}}); b.Lanes[2].Design != nil {
		t.Error("it lies behind a lane of another width")
	}
	if b = made(t, p, pg, View{}); b.Lanes[2].Design != nil || len(b.Designs) != 1 {
		t.Error("nobody asked for it")
	}
}
