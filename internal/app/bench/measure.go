package bench

import (
	"math"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
)

// Measures are what a browser measured of the content of a page in a viewport of one width. All is in px. Nodes that
// have no id, since they are in words of a page from HTML or in content that is measured as a whole, go by their number
// on the page.
//
// A leaf is text between elements, or a picture: the number of its element; which of the element's lines it is, from 0
// (−1 for all of them, −2 for a picture, followed by the width and height of its file); the width of its content box;
// its height; and, where they are known, its max-content width, its min-content width and the width of what overflows.
// A spot is a node's number, the width of its content box, and the box of each node in it: x, y, width and height, from
// the corner of that content box. A hidden one has a width of −1.
type Measures struct {
	Width   float64         `json:"width" minimum:"1" maximum:"20000" doc:"The viewport's width in px."`
	Columns []ColumnMeasure `json:"columns" maxItems:"20000"`
	Frames  []FrameMeasure  `json:"frames,omitempty" maxItems:"20000" doc:"For a page with its own styles."`
	Spots   [][]float64     `json:"spots,omitempty" maxItems:"20000" doc:"Nodes in content, by number."`
	Boxes   []BoxMeasure    `json:"boxes,omitempty" maxItems:"20000" doc:"Where nodes are that the plan cannot compute."`
	Leaves  [][]float64     `json:"leaves,omitempty" maxItems:"50000" doc:"Texts and pictures of a page from HTML."`
}

// A ColumnMeasure is what was measured in one column. All is in px.
type ColumnMeasure struct {
	ID    string       `json:"id" maxLength:"48"`
	Width float64      `json:"width" minimum:"0" maximum:"20000" doc:"The width of its content box."`
	Runs  []RunMeasure `json:"runs" maxItems:"500" doc:"One for each run of blocks between rows."`

	Intrinsic []float64 `json:"intrinsic,omitempty" maxItems:"2" doc:"A natural column's max-content and min-content."`
}

// A FrameMeasure is what a page's own styles give to an element.
type FrameMeasure struct {
	ID   string    `json:"id" maxLength:"48"`
	Pad  []float64 `json:"pad" minItems:"4" maxItems:"4" doc:"Padding with the border: top, right, bottom, left."`
	Gap  float64   `json:"gap" doc:"The space from what is before it."`
	Tail float64   `json:"tail" doc:"The space from the last thing in it to its end."`
	At   []float64 `json:"at" minItems:"2" maxItems:"2" doc:"Where its border box is: x, and its width."`
}

// natural stands in the place of which lines they are where a leaf is a picture, and its file is measured.
const natural = -2

// A BoxMeasure is where a node is, in px from the page's top left corner.
type BoxMeasure struct {
	ID string    `json:"id" maxLength:"48"`
	At []float64 `json:"at" minItems:"4" maxItems:"4" doc:"Its border box: x, y, width, height; width −1: hidden."`
}

// A RunMeasure is where the blocks of a run stand.
type RunMeasure struct {
	Number int         `json:"number" minimum:"0" maximum:"500" doc:"Which run of its column: the rows before it."`
	Height float64     `json:"height" minimum:"-1000" maximum:"200000" doc:"To the next row or the column's end."`
	Needs  float64     `json:"needs,omitzero" minimum:"0" maximum:"100000" doc:"The width of overflowing content."`
	Spots  [][]float64 `json:"spots" maxItems:"500" doc:"The box of each block (x, y, width, height) within the run."`
}

// Keep keeps what was measured of a page, and reports whether anything of it is new. What does not fit the page is left
// out.
func (m *Measures) Keep(book *content.Book, l *layout.Layout) bool {
	had := book.Version()
	i := l.Kit().BreakpointAt(m.Width)
	for _, c := range m.Columns {
		runs := l.Runs(c.ID)
		for _, r := range c.Runs {
			run := runs[r.Number]
			if run == nil || len(r.Spots) != len(run.Blocks) || !fine(r.Height) {
				continue
			}
			laid := content.Laid{Height: r.Height, Needs: r.Needs, Spots: make([]content.Spot, len(r.Spots))}
			whole := true
			for at, s := range r.Spots {
				if whole = whole && len(s) == 4 && fine(s...); !whole {
					break
				}
				laid.Spots[at] = content.Spot{X: s[0], Y: s[1], Width: s[2], Height: s[3]}
			}
			if whole {
				book.Put(run, i, c.Width, laid)
			}
		}
		if column, _ := l.Page().Find(c.ID); column != nil && column.Kind == page.Column &&
			len(c.Intrinsic) == 2 && fine(c.Intrinsic...) {
			book.PutIntrinsic(column, l.Look(c.ID), i, content.Intrinsic{Wide: c.Intrinsic[0], Least: c.Intrinsic[1]})
		}
	}
	m.frames(book, l, i)
	leaves := l.Foreign().Leaves()
	for _, leaf := range m.Leaves {
		if len(leaf) < 4 || !fine(leaf...) || leaf[0] < 0 || int(leaf[0]) >= len(leaves) {
			continue
		}
		var is *content.Intrinsic
		if len(leaf) >= 6 {
			is = &content.Intrinsic{Wide: leaf[4], Least: leaf[5]}
		}
		digest := leaves[int(leaf[0])].Digest
		if leaf[1] == natural {
			book.PutNatural(digest, i, content.Natural{Width: leaf[2], Height: leaf[3]})
			continue
		}
		if leaf[1] >= 0 {
			digest = foreign.LinesOf(digest, int(leaf[1]))
		}
		high := content.Height{Width: leaf[2], Height: leaf[3]}
		if len(leaf) == 7 {
			high.Needs = leaf[6]
		}
		book.PutLeaf(digest, i, high, is)
	}
	for _, at := range m.Spots {
		if len(at) < 2 || len(at)%4 != 2 || !fine(at...) || at[0] < 0 || int(at[0]) >= len(leaves) {
			continue
		}
		inside := content.SpotsAt{Width: at[1]}
		for s := at[2:]; len(s) > 0; s = s[4:] {
			inside.Spots = append(inside.Spots, content.Spot{X: s[0], Y: s[1], Width: s[2], Height: s[3]})
		}
		book.PutInside(leaves[int(at[0])].Digest, i, inside)
	}
	m.exact(book, l)
	return book.Version() != had
}

// exact keeps where the nodes are that the plan does not work out, with all that was measured.
func (m *Measures) exact(book *content.Book, l *layout.Layout) {
	digest := l.Digest()
	if len(m.Boxes) == 0 || digest == 0 {
		return
	}
	at := map[string][]float64{}
	for _, b := range m.Boxes {
		if len(b.At) == 4 && fine(b.At...) {
			at[b.ID] = b.At
		}
	}
	had := book.Exact(digest, m.Width)
	known := map[string]content.Spot{}
	for _, b := range l.Like(l.Kit(), l.Page()).Worked(m.Width).Boxes {
		_, was := had[b.ID]
		if is := at[b.ID]; len(is) == 4 && (b.Estimated || was) {
			known[b.ID] = content.Spot{X: is[0], Y: is[1], Width: is[2], Height: is[3]}
		}
	}
	if len(known) > 0 {
		book.PutExact(digest, m.Width, known)
	}
}

// frames keeps what own styles give to elements. Those that are elsewhere than the plan has them, with that, are in
// doubt.
func (m *Measures) frames(book *content.Book, l *layout.Layout, i int) {
	if len(m.Frames) == 0 {
		return
	}
	put := func(isOff func(node string, look uint64) bool) {
		for _, f := range m.Frames {
			if look := l.Look(f.ID); look != 0 && len(f.Pad) == 4 && fine(f.Pad...) && fine(f.Gap, f.Tail) {
				book.PutFrame(f.ID, look, i, m.Width, content.Frame{Pad: [4]float64(f.Pad), Gap: f.Gap, Tail: f.Tail,
					Off: isOff(f.ID, look)})
			}
		}
	}
	put(func(node string, look uint64) bool { // as it was, until the plan with the others tells
		had, _ := book.Frame(node, look, i, m.Width)
		return had.Off
	})
	at := map[string][]float64{}
	for _, f := range m.Frames {
		at[f.ID] = f.At
	}
	off := map[string]bool{}
	for _, b := range layout.Real(l.Kit(), l.Page(), book).Worked(m.Width).Boxes {
		if is := at[b.ID]; len(is) == 2 && b.Shown && (math.Abs(b.X-is[0]) > most || math.Abs(b.Width-is[1]) > most) {
			off[b.ID] = true
		}
	}
	put(func(node string, _ uint64) bool { return off[node] })
}

// most is how far a box may be from where the plan has it, in px.
const most = .5

// fine reports whether numbers can be lengths on a page.
func fine(all ...float64) bool {
	for _, v := range all {
		if math.IsNaN(v) || math.Abs(v) > 1e6 {
			return false
		}
	}
	return true
}
