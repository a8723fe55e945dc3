package edit_test

import (
	"bytes"
	"image"
	"image/png"
	"math"
	"slices"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// blank is a picture of that size.
func blank(width, height int) project.File {
	var b bytes.Buffer
	_ = png.Encode(&b, image.NewGray(image.Rect(0, 0, width, height)))
	return project.NewFile(b.Bytes())
}

// drawn are frames over the columns of a plan, in those that they stand in, to a px.
func drawn(l *layout.Layout, plan *layout.Plan) []design.Frame {
	var visit func(nodes []*page.Node) []design.Frame
	visit = func(nodes []*page.Node) (all []design.Frame) {
		for _, n := range nodes {
			inner := visit(n.Children)
			if n.Kind != page.Column {
				all = append(all, inner...)
				continue
			}
			for _, b := range plan.Boxes {
				if b.ID == n.ID && b.Shown {
					all = append(all, design.Frame{ID: n.ID, X: math.Round(b.X + b.Before), Y: math.Round(b.Y),
						Width: math.Round(b.Width - b.Before - b.After), Height: math.Round(b.Height), Frames: inner})
				}
			}
		}
		return all
	}
	return visit(l.Page().Body)
}

// designed is a random page such as people draw: rows whose columns take units and skip some, with rows in them.
func designed(k *kit.Kit, seed uint64) *page.Page {
	r := sample.New(seed)
	p := &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID}
	m := p.Minter()
	node := func(kind page.Kind) *page.Node {
		id, _ := m.Mint(kind)
		return &page.Node{ID: id, Kind: kind, Name: id}
	}
	var rowIn func(depth int) *page.Node
	rowIn = func(depth int) *page.Node {
		row := node(page.Row)
		left := map[string]int{"mid": 12, "wide": 12, "full": 12}
		for range 1 + r.IntN(4) {
			c := node(page.Column)
			roomy := depth < 2
			for _, bp := range []string{"mid", "wide", "full"} {
				if left[bp] < 3 {
					left[bp] = 12
				}
				take, skip := 2+r.IntN(min(left[bp]-1, 8)), 0
				take = min(take, left[bp])
				if left[bp]-take > 2 && r.IntN(5) == 0 {
					skip = 1
				}
				left[bp] -= take + skip
				roomy = roomy && take > 5
				c.At = append(c.At, page.At(bp).With(page.Width, page.Take(take)).With(page.Skip, page.Of(skip)))
			}
			if roomy && r.IntN(2) == 0 {
				c.Children = []*page.Node{rowIn(depth + 1)}
			} else {
				b := node(page.Block)
				b.Content = &page.Content{Type: page.Text, Text: "Terns", Height: kit.Px(float64(40 + r.IntN(200)))}
				c.Children = []*page.Node{b}
			}
			row.Children = append(row.Children, c)
		}
		return row
	}
	frame := node(page.Container)
	for range 2 + r.IntN(4) {
		frame.Children = append(frame.Children, rowIn(1))
	}
	p.Body = []*page.Node{frame}
	return p
}

// From frames over the boxes of random pages, at one breakpoint or at three, rows are made whose boxes are where the
// frames are: to 2 px across and, at the widest, down. Undone, the page is as it was.
func TestMakeRows(t *testing.T) {
	k := sample.Twelve()
	boxes, off, down := 0, 0, 0
	for seed := range uint64(sample.Rounds(60)) {
		want := layout.Of(k, designed(k, seed))
		p := sample.Of(&page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
			Body: []*page.Node{}}, k)
		at := [][]int{{2}, {1, 2, 3}, {0, 3}}[seed%3]
		for _, i := range at {
			lane := k.Breakpoints[i].Lane.Px()
			c, err := edit.Apply(p, edit.Operation{Page: "page", Trace: &edit.Trace{File: "design.png", Data: blank(40+i, 40),
				Design: design.Design{ID: k.Breakpoints[i].Name, Width: lane, Scale: 1, Frames: drawn(want, want.Plan(lane))}}})
			if err != nil {
				t.Fatal(err)
			}
			p = c.Project
		}
		c, err := edit.Apply(p, edit.Operation{Page: "page", MakeRows: &edit.MakeRows{}})
		if err != nil {
			t.Fatalf("seed %d: %v", seed, err)
		}
		made := c.Project.Page("page")
		of := map[string]string{} // the made columns, by the ids of the frames
		design.Walk(made.Designs[len(made.Designs)-1].Frames, func(f *design.Frame, _ int) { of[f.ID] = f.Node })
		l := layout.Of(k, made)
		for _, i := range at {
			lane := k.Breakpoints[i].Lane.Px()
			is := l.Plan(lane).Boxes
			for _, f := range design.Flat(drawn(want, want.Plan(lane))) {
				boxes++
				n := slices.IndexFunc(is, func(b layout.Box) bool { return b.ID == of[f.ID] && b.Shown })
				if n < 0 || math.Abs(is[n].X-f.X) > 2 || math.Abs(is[n].Width-f.Width) > 2 {
					off++
					t.Logf("seed %d, %s: %s is %+v, want %+v", seed, k.Breakpoints[i].Name, f.ID, is[max(n, 0)], f)
				} else if i == at[len(at)-1] && math.Abs(is[n].Y-f.Y) > 2 { // heights are those of the widest
					t.Logf("seed %d: %s is at %v, want %v", seed, f.ID, is[n].Y, f.Y)
					down++
				}
			}
		}
		back, err := edit.Apply(c.Project, c.Inverse)
		if err != nil {
			t.Fatal(err)
		}
		if got := back.Project.Page("page"); len(got.Body) != 0 || got.Designs[0].Frames[0].Node != "" {
			t.Errorf("seed %d: undone, the page has %d nodes", seed, len(got.Body))
		}
	}
	t.Logf("%d boxes, %d off across, %d down", boxes, off, down)
	if off > 0 || down > 0 {
		t.Errorf("%d of %d boxes are off across, %d down", off, boxes, down)
	}
}
