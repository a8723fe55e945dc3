package edit_test

import (
	"bytes"
	"image"
	"image/png"
	"math"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/edit"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/rewrite"
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

// Elements that frames are matched to get the classes that the frames ask for, and no other change: those of a page
// that has none become a container, a row and columns. Undone, the file is as it was.
func TestMatchedFrames(t *testing.T) {
	k := sample.Twelve()
	columns := k.Ruler(2, 1080).Columns
	frame := func(id, node string, first, last int) design.Frame {
		return design.Frame{ID: id, Node: node, X: columns[first].From + 1, Y: 20,
			Width:  columns[last].To - columns[first].From,
			Height: 200}
	}
	classed := strings.NewReplacer("<main>", `<main class="kr-frame">`, "<section>", `<section class="kr-row">`,
		"<article>", `<article class="kr-cell kr-take-6-mid">`,
		"<article title=two>", `<article class="kr-cell kr-take-6-mid" title=two>`).Replace(plain)
	for _, c := range []struct{ file, one, two, want string }{
		{plain, "element-3", "element-4", strings.NewReplacer("<main>", `<main class="kr-frame">`, "<section>",
			`<section class="kr-row">`, "<article>", `<article class="kr-cell kr-take-4-wide">`, "<article title=two>",
			`<article title=two class="kr-cell kr-skip-1-wide kr-take-7-wide">`).Replace(plain)},
		{classed, "column-1", "column-2", strings.NewReplacer(`kr-take-6-mid">`, `kr-take-6-mid kr-take-4-wide">`,
			`kr-take-6-mid" title`, `kr-take-6-mid kr-skip-1-wide kr-take-7-wide" title`).Replace(classed)},
	} {
		p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(c.file), nil))
		pr := sample.Of(p, k)
		d := design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{frame("a", c.one, 0, 3),
			frame("b", c.two, 5, 11)}}
		traced, err := edit.Apply(pr, edit.Operation{Page: "page", Trace: &edit.Trace{Design: d, File: "d.png",
			Data: blank(1080, 40)}})
		if err != nil {
			t.Fatal(err)
		}
		made, err := edit.Apply(traced.Project, edit.Operation{Page: "page", MakeRows: &edit.MakeRows{}})
		if err != nil {
			t.Fatal(err)
		}
		if got := string(made.Project.Pages[0].Origin.Bytes()); got != c.want {
			t.Errorf("got\n%s\nwant\n%s", got, c.want)
		}
		back, err := edit.Apply(made.Project, made.Inverse)
		if err != nil {
			t.Fatal(err)
		}
		if got := string(back.Project.Pages[0].Origin.Bytes()); got != c.file || len(back.Project.Pages[0].Designs) != 1 {
			t.Errorf("undone\n%s", got)
		}
		if _, err := edit.Apply(made.Project, edit.Operation{Page: "page", MakeRows: &edit.MakeRows{}}); err == nil {
			t.Error("made once more, nothing is refused")
		}
	}
}

// A frame that is read before those to its left stands before them in the code, and where it is drawn on screen.
func TestReadingOrder(t *testing.T) {
	k := sample.Twelve()
	columns := k.Ruler(2, 1080).Columns
	frame := func(id string, order, first, last int) design.Frame {
		return design.Frame{ID: id, Name: id, Order: order, X: columns[first].From, Y: 24,
			Width: columns[last].To - columns[first].From, Height: 100}
	}
	p := sample.Of(&page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{}}, k)
	for _, o := range []edit.Operation{
		{Trace: &edit.Trace{File: "d.png", Data: blank(1080, 40), Design: design.Design{ID: "wide", Width: 1080, Scale: 1,
			Frames: []design.Frame{frame("aside", 2, 0, 3), frame("story", 1, 4, 11)}}}},
		{MakeRows: &edit.MakeRows{}},
	} {
		o.Page = "page"
		c, err := edit.Apply(p, o)
		if err != nil {
			t.Fatal(err)
		}
		p = c.Project
	}
	made := p.Page("page")
	row := made.Body[0].Children[0]
	if row.Children[0].Name != "story" || row.Children[1].Name != "aside" {
		t.Errorf("read as %s, %s", row.Children[0].Name, row.Children[1].Name)
	}
	for _, b := range layout.Of(k, made).Plan(1080).Boxes {
		if n, _ := made.Find(b.ID); n.Name == "aside" && n.Kind == page.Column && math.Abs(b.X-columns[0].From) > 0.5 {
			t.Errorf("aside is at %v px", b.X)
		}
	}
}

// By mixins the elements that frames are matched to get their widths, and the markup stays to the byte.
func TestMatchedFramesByMixins(t *testing.T) {
	k := sample.Twelve()
	file := strings.NewReplacer("<main>", `<main class="kr-frame">`, "<section>", `<section class="kr-row">`,
		"<article>", `<article class="kr-cell kr-take-6-mid">`,
		"<article title=two>", `<article class="kr-cell kr-take-6-mid" title=two>`).Replace(plain)
	classed := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file), nil))
	p, err := rewrite.ByMixins(classed, k, sample.Of(classed, k), "page.css")
	if err != nil {
		t.Fatal(err)
	}
	before := string(origin.File(p.Origin))
	pr := sample.Of(p, k)
	columns := k.Ruler(2, 1080).Columns
	frames := []design.Frame{
		{ID: "a", Node: "column-1", X: columns[0].From, Y: 9, Width: columns[3].To - columns[0].From, Height: 90},
		{ID: "b", Node: "column-2", X: columns[5].From, Y: 9, Width: columns[11].To - columns[5].From, Height: 90}}
	for _, o := range []edit.Operation{
		{Trace: &edit.Trace{File: "d.png", Data: blank(1080, 40),
			Design: design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: frames}}},
		{MakeRows: &edit.MakeRows{}},
	} {
		o.Page = "page"
		c, err := edit.Apply(pr, o)
		if err != nil {
			t.Fatal(err)
		}
		pr = c.Project
	}
	made := pr.Page("page")
	if after := string(origin.File(made.Origin)); after != before || strings.Contains(after, "kr-") {
		t.Errorf("the file was\n%s\nand is\n%s", before, after)
	}
	for _, b := range layout.Of(k, made).Plan(1080).Boxes {
		for _, f := range frames {
			if b.ID == f.Node && (math.Abs(b.X-f.X) > 0.5 || math.Abs(b.Width-f.Width) > 0.5) {
				t.Errorf("%s is %v px wide at %v, want %v at %v", b.ID, b.Width, b.X, f.Width, f.X)
			}
		}
	}
}
