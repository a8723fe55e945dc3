package bench

import (
	"math"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
)

// Measures are what a browser measured of the content of a page in a viewport of one width.
type Measures struct {
	Width   float64         `json:"width" minimum:"1" maximum:"20000" doc:"Of the viewport, in px."`
	Columns []ColumnMeasure `json:"columns" maxItems:"20000"`
	Frames  []FrameMeasure  `json:"frames,omitempty" maxItems:"20000" doc:"Of the sections, containers, rows and columns of a page with styles of its own."`
	Leaves  [][]float64     `json:"leaves,omitempty" maxItems:"50000" doc:"Of words of a page from HTML, by their number: that; which lines of the element they are, from 0, or −1 for all of it; the width of its content box; their height and, where they are known, how wide they are by themselves and at least."`
}

// A ColumnMeasure is what was measured in one column. All is in px.
type ColumnMeasure struct {
	ID    string       `json:"id" maxLength:"48"`
	Width float64      `json:"width" minimum:"0" maximum:"20000" doc:"Of its content box."`
	Runs  []RunMeasure `json:"runs" maxItems:"500" doc:"Of the blocks that stand together in it."`

	Intrinsic []float64 `json:"intrinsic,omitempty" maxItems:"2" doc:"Of a column as wide as its content: how wide that is by itself, and how wide the widest of what cannot break is."`
}

// A FrameMeasure is what a page's own styles give to an element.
type FrameMeasure struct {
	ID   string    `json:"id" maxLength:"48"`
	Pad  []float64 `json:"pad" minItems:"4" maxItems:"4" doc:"Padding with the border: top, right, bottom, left."`
	Gap  float64   `json:"gap" doc:"From what stands before it."`
	Tail float64   `json:"tail" doc:"From the last that stands in it to its end."`
	At   []float64 `json:"at" minItems:"2" maxItems:"2" doc:"Where its border box is: x, and its width."`
}

// A RunMeasure is where the blocks of a run stand.
type RunMeasure struct {
	Number int         `json:"number" minimum:"0" maximum:"500" doc:"Which of its column it is, from 0: as many rows stand before it."`
	Height float64     `json:"height" minimum:"-1000" maximum:"200000" doc:"Up to the row after it, or the end of the column."`
	Needs  float64     `json:"needs,omitzero" minimum:"0" maximum:"100000" doc:"How wide what does not fit its column is."`
	Spots  [][]float64 `json:"spots" maxItems:"500" doc:"Of each block its x, y, width and height, from the top left corner of the run."`
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
		if len(leaf) == 6 {
			is = &content.Intrinsic{Wide: leaf[4], Least: leaf[5]}
		}
		digest := leaves[int(leaf[0])].Digest
		if leaf[1] >= 0 {
			digest = foreign.LinesOf(digest, int(leaf[1]))
		}
		book.PutLeaf(digest, i, content.Height{Width: leaf[2], Height: leaf[3]}, is)
	}
	return book.Version() != had
}

// frames keeps what own styles give to elements. Those that are elsewhere than the plan has them, with that, are in doubt.
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
	for _, b := range layout.Real(l.Kit(), l.Page(), book).Plan(m.Width).Boxes {
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
