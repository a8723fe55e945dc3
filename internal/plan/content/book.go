package content

import (
	"cmp"
	"hash/fnv"
	"io"
	"slices"
	"strconv"
	"sync"

	"github.com/go-json-experiment/json"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Book holds what a browser measured of the content of a page, by what it depends on. It may be used at once by many.
// The nil Book is empty.
type Book struct {
	mu       sync.RWMutex
	runs     map[place][]*measured // by the time they were measured, the last at the end
	naturals map[string][]*single
	leaves   map[uint64]*Leaf
	frames   map[string]*framed // by node
	exacts   []exact            // by the time they were measured, the last at the end
	version  int
	texts    Texts
}

// Texts are the texts of the page that were read; nil of the nil Book.
func (b *Book) Texts() *Texts {
	if b == nil {
		return nil
	}
	return &b.texts
}

// place is a run of a column.
type place struct {
	column string
	number int
}

// measured is what was measured of a run as it was.
type measured struct {
	Digest uint64
	At     [kit.MaxBreakpoints][]point // by width
}

type point struct {
	Width float64 // of the column, in px
	Laid  Laid
}

func (p point) width() float64 { return p.Width }

// single is what was measured of a column by itself, as it was.
type single struct {
	Digest uint64
	At     [kit.MaxBreakpoints]Intrinsic
}

// Intrinsic is how wide what is in a column is by itself, and at least, in px.
type Intrinsic struct {
	Wide, Least float64
	Known       bool
}

// How much is kept: of a run as it was at so many times, at so many widths of a breakpoint each.
const (
	mostTimes  = 6
	mostWidths = 24
)

// near is how much wider or narrower than a measured column one is that counts as that one, in px: what a plan may be
// from what a browser rounds.
const near = 1. / 16

// Version grows with each measure that says something new.
func (b *Book) Version() int {
	if b == nil {
		return 0
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	return b.version
}

// Put keeps how a run was laid out in a column w px wide at breakpoint i.
func (b *Book) Put(r *Run, i int, w float64, laid Laid) {
	laid.Sure = true
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.runs == nil {
		b.runs = map[place][]*measured{}
	}
	at := place{r.Column, r.Number}
	known := b.runs[at]
	n := slices.IndexFunc(known, func(m *measured) bool { return m.Digest == r.Digest() })
	if n < 0 {
		if len(known) == mostTimes {
			known = slices.Delete(slices.Clone(known), 0, 1)
		}
		known = append(known, &measured{Digest: r.Digest()})
		n = len(known) - 1
		b.runs[at] = known
	}
	points := known[n].At[i]
	if p, is := find(points, w); is && points[p].Laid.alike(laid) {
		return
	}
	known[n].At[i] = with(points, point{w, laid})
	b.version++
}

// Laid is how a run is laid out in a column w px wide at breakpoint i of k: as it was measured at that width, or on
// both sides of it alike; else as it is estimated from the nearest measure, or from none.
func (b *Book) Laid(r *Run, k *kit.Kit, i int, w float64) Laid {
	if b == nil {
		return r.Estimate(k, i, w)
	}
	b.mu.RLock()
	defer b.mu.RUnlock()
	known := b.runs[place{r.Column, r.Number}]
	if len(known) == 0 {
		return r.Estimate(k, i, w)
	}
	n := slices.IndexFunc(known, func(m *measured) bool { return m.Digest == r.Digest() })
	if n < 0 || len(known[n].At[i]) == 0 {
		return r.Estimate(k, i, w)
	}
	points := known[n].At[i]
	if slices.ContainsFunc(points, func(p point) bool { return len(p.Laid.Spots) != len(r.Blocks) }) {
		return r.Estimate(k, i, w) // it was kept by others
	}
	p, is := find(points, w)
	switch {
	case is:
		return points[p].Laid
	case p > 0 && w-points[p-1].Width <= near:
		return points[p-1].Laid
	case p < len(points) && points[p].Width-w <= near:
		return points[p].Laid
	case p == 0:
		return r.guess(k, i, points[0], w)
	case p == len(points):
		return r.guess(k, i, points[p-1], w)
	}
	low := r.between(k, i, points[p-1].Laid, points[p-1].Width, w)
	high := r.between(k, i, points[p].Laid, points[p].Width, w)
	if low.alike(high) {
		return low
	}
	if w-points[p-1].Width < points[p].Width-w {
		p--
	}
	return r.guess(k, i, points[p], w)
}

// guess lays a run out by the nearest measure: as it was there, with as much more or less as the estimate changes.
func (r *Run) guess(k *kit.Kit, i int, near point, w float64) Laid {
	l := r.between(k, i, near.Laid, near.Width, w)
	was, is := r.Estimate(k, i, near.Width), r.Estimate(k, i, w)
	down := 0.0
	for at := range l.Spots {
		l.Spots[at].Y += down
		grew := is.Spots[at].Height - was.Spots[at].Height -
			(scaled(r.Blocks[at], k, i, w) - scaled(r.Blocks[at], k, i, near.Width))
		if was.Spots[at].Height > 0 && !r.Blocks[at].Content.Fit { // in lines as high as those that were measured
			grew *= near.Laid.Spots[at].Height / was.Spots[at].Height
		}
		if l.Spots[at].Height+grew < 0 {
			grew = -l.Spots[at].Height
		}
		l.Spots[at].Height += grew
		down += grew
	}
	l.Height = max(0, l.Height+down)
	l.Sure = false
	return l
}

// PutIntrinsic keeps how wide a column's content is by itself at breakpoint i.
func (b *Book) PutIntrinsic(column *page.Node, style uint64, i int, is Intrinsic) {
	digest := digestOf(column, style)
	is.Known = true
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.naturals == nil {
		b.naturals = map[string][]*single{}
	}
	known := b.naturals[column.ID]
	n := slices.IndexFunc(known, func(s *single) bool { return s.Digest == digest })
	if n < 0 {
		if len(known) == mostTimes {
			known = slices.Delete(slices.Clone(known), 0, 1)
		}
		known = append(known, &single{Digest: digest})
		n = len(known) - 1
		b.naturals[column.ID] = known
	}
	if known[n].At[i] != is {
		known[n].At[i] = is
		b.version++
	}
}

// Intrinsic is how wide a column's content is by itself, at breakpoint i of k; sure where a browser measured it.
func (b *Book) Intrinsic(column *page.Node, style uint64, k *kit.Kit, i int) (is Intrinsic, sure bool) {
	if b != nil {
		b.mu.RLock()
		defer b.mu.RUnlock()
		if known := b.naturals[column.ID]; len(known) > 0 {
			digest := digestOf(column, style)
			for _, s := range known {
				if s.Digest == digest && s.At[i].Known {
					return s.At[i], true
				}
			}
		}
	}
	sure = len(column.Children) == 0
	for _, n := range column.Children {
		if n.Kind == page.Block && n.ShownAt(k, i) {
			wide, least := natural(n.Content, k, i)
			is.Wide, is.Least = max(is.Wide, wide), max(is.Least, least)
		}
	}
	return is, sure
}

// digestOf is the same for columns in which a browser finds the same.
func digestOf(column *page.Node, style uint64) uint64 {
	h := fnv.New64a()
	var visit func(n *page.Node)
	visit = func(n *page.Node) {
		io.WriteString(h, n.ID)
		for _, s := range n.At {
			io.WriteString(h, s.From)
			for f := range page.NumFields {
				if v, set := s.Get(f); set {
					io.WriteString(h, v.String())
				}
				h.Write([]byte{0})
			}
		}
		r := Run{Style: style}
		for _, c := range n.Children {
			if c.Kind == page.Block {
				r.Blocks = append(r.Blocks, c)
			} else {
				visit(c)
			}
		}
		io.WriteString(h, strconv.FormatUint(r.Digest(), 36))
	}
	visit(&page.Node{Children: column.Children})
	return h.Sum64()
}

// kept is a Book as it is kept beside a project.
type kept struct {
	Runs     []keptRun            `json:"runs"`
	Naturals map[string][]*single `json:"naturals"`
	Leaves   []keptLeaf           `json:"leaves"`
	Frames   map[string]*framed   `json:"frames"`
	Exacts   []exact              `json:"exacts,omitempty"`
}

type keptLeaf struct {
	Digest uint64 `json:"digest"`
	*Leaf
}

type keptRun struct {
	Column string      `json:"column"`
	Number int         `json:"number"`
	Times  []*measured `json:"times"`
}

// MarshalJSON gives the Book as it is kept beside a project.
func (b *Book) MarshalJSON() ([]byte, error) {
	b.mu.RLock()
	defer b.mu.RUnlock()
	all := kept{Naturals: b.naturals, Frames: b.frames, Exacts: b.exacts}
	for at, times := range b.runs {
		all.Runs = append(all.Runs, keptRun{at.column, at.number, times})
	}
	slices.SortFunc(all.Runs, func(a, b keptRun) int {
		return cmp.Or(cmp.Compare(a.Column, b.Column), cmp.Compare(a.Number, b.Number))
	})
	for digest, l := range b.leaves {
		all.Leaves = append(all.Leaves, keptLeaf{digest, l})
	}
	slices.SortFunc(all.Leaves, func(a, b keptLeaf) int { return cmp.Compare(a.Digest, b.Digest) })
	return json.Marshal(all)
}

// UnmarshalJSON reads it again. What is no measure is left out.
func (b *Book) UnmarshalJSON(text []byte) error {
	var all kept
	if err := json.Unmarshal(text, &all); err != nil {
		return err
	}
	b.mu.Lock()
	defer b.mu.Unlock()
	b.runs, b.naturals = map[place][]*measured{}, all.Naturals
	for _, r := range all.Runs {
		times := slices.DeleteFunc(r.Times, func(m *measured) bool { return m == nil })
		b.runs[place{r.Column, r.Number}] = times
	}
	for column, known := range b.naturals {
		b.naturals[column] = slices.DeleteFunc(known, func(s *single) bool { return s == nil })
	}
	b.leaves, b.frames, b.exacts = map[uint64]*Leaf{}, all.Frames, all.Exacts
	for _, l := range all.Leaves {
		b.leaves[l.Digest] = l.Leaf
	}
	b.version++
	return nil
}
