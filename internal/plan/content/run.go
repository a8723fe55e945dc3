package content

import (
	"hash/fnv"
	"io"
	"math"
	"strconv"
	"sync"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Run is blocks that stand together in a column.
type Run struct {
	Column string // its id
	Number int    // which run of its column it is, from 0
	Blocks []*page.Node
	Style  uint64 // what besides them decides how they look
	Before bool   // a row follows it
	After  bool   // it follows a row
	Texts  *Texts // those that are known; nil where none are

	digested, read sync.Once
	digest         uint64
	texts          []*text // of its blocks
}

// text is that of a block, by its number.
func (r *Run) text(at int) *text {
	r.read.Do(func() {
		for _, n := range r.Blocks {
			r.texts = append(r.texts, r.Texts.of(n.Content))
		}
	})
	return r.texts[at]
}

// Words are those of a block of the run, by its number, without their markup.
func (r *Run) Words(at int) string { return r.text(at).words.text }

// A Spot is a block's border box in px from the top left corner of its run.
type Spot struct{ X, Y, Width, Height float64 }

// Laid is a run as it is laid out: where its blocks stand, and how high it is, up to the row that follows it or to the
// end of its column.
type Laid struct {
	Spots  []Spot
	Height float64
	Needs  float64 // how wide what does not fit its column is, such as a long word or a table; 0 where all fits
	Sure   bool    // a browser measured it
}

// Digest is the same for runs that a browser lays out alike.
func (r *Run) Digest() uint64 {
	r.digested.Do(func() {
		h := fnv.New64a()
		put := func(texts ...string) {
			for _, t := range texts {
				io.WriteString(h, t)
				h.Write([]byte{0})
			}
		}
		put(strconv.FormatUint(r.Style, 36), strconv.FormatBool(r.After), strconv.FormatBool(r.Before))
		for _, n := range r.Blocks {
			c := n.Content
			put(string(c.Type), c.Text, strconv.Itoa(c.Level), c.Link, c.Picture, c.Alt, strconv.FormatBool(c.Fit),
				c.Width.String(), c.Height.String())
			put(c.Items...)
			put(strconv.Itoa(len(c.Items)), n.Anchor)
			put(n.Classes...)
			for _, s := range n.At {
				shown, _ := s.Get(page.Shown)
				put(s.From, shown.String())
			}
			for _, s := range c.Sources {
				put(s.From, s.Picture, s.Height.String(), s.Width.String())
			}
		}
		r.digest = h.Sum64()
	})
	return r.digest
}

// Estimate lays the run out in a column w px wide, at breakpoint i of k, as browsers do about.
func (r *Run) Estimate(k *kit.Kit, i int, w float64) Laid {
	l := Laid{Spots: make([]Spot, len(r.Blocks))}
	y, margin := 0.0, 0.0 // where the next stands, and what is between
	x, high := 0.0, 0.0   // of a line that is open
	flush := func() { y, x, high = y+high, 0, 0 }
	for at, n := range r.Blocks {
		if !n.ShownAt(k, i) {
			continue
		}
		s := shapeOf(n.Content, r.text(at), k, i, w)
		if s.width > 0 || n.Content.Type == page.Button { // it stands in a line
			if x > 0 && x+4+s.width > w {
				flush()
			}
			y, margin = y+margin, 0
			if x > 0 {
				x += 4
			}
			l.Spots[at] = Spot{x, y, s.width, s.height}
			x += s.width
			high = max(high, s.height+s.bottom, letter*leading)
			continue
		}
		flush()
		y += max(margin, s.top)
		l.Spots[at] = Spot{0, y, w, s.height}
		y, margin = y+s.height, s.bottom
	}
	flush()
	if r.Before { // whose margin collapses with this
		margin = max(margin, k.RowGutterAt(i).Px())
	}
	l.Height = y + margin
	for _, n := range r.Blocks { // nothing depends on words
		l.Sure = n.Content.Fit && n.Content.Type == page.Picture || !n.ShownAt(k, i)
		if !l.Sure {
			break
		}
	}
	return l
}

// scaled is how high a block is that changes with the width of its column by a rule: a picture that fits it; else 0.
func scaled(n *page.Node, k *kit.Kit, i int, w float64) float64 {
	if n.Content.Fit && n.ShownAt(k, i) {
		return n.Content.HeightIn(k, i, w)
	}
	return 0
}

// between lays the run out as it was measured at a width, in a column of another width. What is as wide as its column
// stays so, and pictures that fit it keep their proportions.
func (r *Run) between(k *kit.Kit, i int, had Laid, from, w float64) Laid {
	l := Laid{Spots: make([]Spot, len(had.Spots)), Sure: had.Sure}
	down := 0.0
	for at, s := range had.Spots {
		n := r.Blocks[at]
		s.Y += down
		if grew := scaled(n, k, i, w) - scaled(n, k, i, from); grew != 0 {
			s.Height += grew
			down += grew
		}
		if math.Abs(s.Width-from) < .1 {
			s.Width = w
		}
		l.Spots[at] = s
	}
	if l.Height = had.Height + down; had.Needs > w {
		l.Needs = had.Needs
	}
	return l
}

// alike reports whether two are the same to a 32nd of a px.
func (l Laid) alike(o Laid) bool {
	near := func(a, b float64) bool { return math.Abs(a-b) <= 1./32 }
	if len(l.Spots) != len(o.Spots) || !near(l.Height, o.Height) || l.Needs != o.Needs {
		return false
	}
	for i, s := range l.Spots {
		t := o.Spots[i]
		if !near(s.X, t.X) || !near(s.Y, t.Y) || !near(s.Width, t.Width) || !near(s.Height, t.Height) {
			return false
		}
	}
	return true
}
