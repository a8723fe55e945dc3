// Package say works out what a page's code must say: of every container, row and
// column which field has which value from which breakpoint on, with nothing said that
// comes to nothing. Classes, mixins and the properties of components are all written
// from it.
package say

import (
	"cmp"
	"encoding/binary"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
)

// A Saying is one thing that code says: that a field of a node has a value from a
// breakpoint on. Sayings are comparable; how many units a row has is not in them, for
// code says units by their number alone.
type Saying struct {
	On    page.Kind
	Field page.Field
	Value page.Value
	From  int8 // the breakpoint
}

// Base says that a node is a row, a column or a picture that fits at all.
func Base(kind page.Kind) Saying { return Saying{On: kind, Field: page.Base} }

// Told says that a row's floats say themselves where they stand in it.
var Told = Saying{On: page.Row, Field: page.Told}

// First and Last say that a column is its row's first or last, where those are trimmed.
var (
	First = Saying{On: page.Column, Field: page.Ends, Value: page.First}
	Last  = Saying{On: page.Column, Field: page.Ends, Value: page.Last}
)

// Fit says that a picture is scaled to its column.
var Fit = Saying{On: page.Block, Field: page.Fit}

// Compare orders sayings as their rules stand in a stylesheet: by breakpoint, kind of
// node, field and value.
func Compare(a, b Saying) int {
	return cmp.Or(
		cmp.Compare(a.From, b.From), cmp.Compare(rank[a.On], rank[b.On]), cmp.Compare(a.Field, b.Field),
		cmp.Compare(a.Value.Term, b.Value.Term), cmp.Compare(a.Value.N, b.Value.N),
		cmp.Compare(a.Value.Of, b.Value.Of), cmp.Compare(a.Value.At, b.Value.At),
	)
}

// rank orders kinds of node. What displays pictures comes before what hides blocks.
var rank = map[page.Kind]int{page.Container: 0, page.Block: 1, page.Row: 2, page.Column: 3}

// A Page is all that the code of a page must say.
type Page struct {
	Layout  *layout.Layout
	nodes   map[string]*node                           // by id
	columns map[string][kit.MaxBreakpoints]kit.Columns // by row id, what it divides into
	room    room
	only    string // the id of the one node it is about; empty for all
}

// Of works out what the code of a page must say. The rule of a row of so many floats a
// line counts where its lines begin, so that its columns do not say it, unless some of
// them are hidden there.
func Of(l *layout.Layout) *Page { return of(l, "") }

// OfNode works it out for the container, row or column of that id alone.
func OfNode(l *layout.Layout, id string) *Page { return of(l, id) }

func of(l *layout.Layout, only string) *Page {
	p := &Page{only: only, Layout: l, nodes: make(map[string]*node, l.Nodes()),
		columns: map[string][kit.MaxBreakpoints]kit.Columns{}}
	p.frames(l.Page().Body)
	return p
}

// Node is what the code says of the node of that id, its base first, then in the
// order of breakpoints and fields.
func (p *Page) Node(id string) []Saying {
	if n := p.nodes[id]; n != nil {
		return n.sayings()
	}
	return nil
}

// Counted is what is said of a column of the row of that id, in units of what the row divides into by what is said of
// it: where nothing is said of that, those of the kit, though the row has others.
func (p *Page) Counted(row string, s Saying) Saying {
	is, said := p.Layout.Row(row, int(s.From)).Columns.N(), p.columns[row][s.From].N()
	if s.Field.IsUnits() && (s.Value.Term == page.Taken || s.Value.Term == page.Number) && s.Value.Int()*said%is == 0 {
		s.Value.N = int16(s.Value.Int() * said / is)
	}
	return s
}

// Ends is what classes and properties say of a column that is its row's first or last, where those
// are trimmed; rules that select rows say it of their children.
func (p *Page) Ends(id string) []Saying {
	if n := p.nodes[id]; n != nil {
		return n.ends
	}
	return nil
}

// Key is the same for two columns of which the same is said, and for no others.
func (p *Page) Key(id string) string {
	all := p.Node(id)
	key := make([]byte, 0, 10*len(all))
	for _, s := range all {
		key = append(key, byte(s.From), byte(s.Field), byte(s.Value.Term), s.Value.At)
		key = binary.BigEndian.AppendUint16(key, uint16(s.Value.N))
		key = binary.BigEndian.AppendUint16(key, uint16(s.Value.Of))
	}
	return string(key)
}

// Words are the classes of a vocabulary that say of a container, a row, a column in row or a block all
// that its code must say, and what of that none can say.
func (p *Page) Words(v *vocab.Vocabulary, row, n *page.Node) ([]*vocab.Word, []vocab.Missing) {
	if n.Kind == page.Row {
		row = n
	}
	said := p.nodes[n.ID]
	if said == nil { // a block of which nothing is said, or a container in another
		return nil, nil
	}
	var wants [page.NumFields]vocab.Want
	if n.Kind == page.Container || n.Kind == page.Block {
		chosen, missing := v.Choose(n.Kind, said.wants(wants[:0]), [kit.MaxBreakpoints]kit.Columns{})
		for _, s := range said.base {
			chosen = append([]*vocab.Word{v.Saying(s.On, s.Field, s.Value, int(s.From))}, chosen...)
		}
		return chosen, missing
	}
	chosen, missing := v.Choose(n.Kind, said.wants(wants[:0]), p.columns[row.ID])
	base := said.base
	if p.Layout.Kit().Naming.Lone && slices.ContainsFunc(chosen, (*vocab.Word).IsWidth) {
		base = nil // those say that it is a column as well
	}
	words := make([]*vocab.Word, 0, 16)
	for _, s := range append(slices.Clip(base), said.ends...) {
		words = append(words, v.Saying(s.On, s.Field, s.Value, 0))
	}
	return append(words, chosen...), missing
}

func (p *Page) frames(nodes []*page.Node) {
	for _, n := range nodes {
		if n.Kind == page.Section {
			p.frames(n.Children)
			continue
		}
		all := slices.Repeat([]bool{true}, len(p.Layout.Kit().Breakpoints))
		p.nodes[n.ID] = &node{base: []Saying{Frame(p.Layout.Kit(), n.Frame)}, kind: page.Before.SaidOf(page.Container),
			courses: p.shared(n, all)}
		for _, row := range n.Children {
			p.row(row, all)
		}
	}
}

// row works out a row and what is in it; seen tells at which breakpoints everything
// above it is shown.
func (p *Page) row(n *page.Node, seen []bool) {
	if p.only == "" || p.only == n.ID ||
		slices.ContainsFunc(n.Children, func(c *page.Node) bool { return c.ID == p.only }) {
		p.say(newRow(p.Layout, n, seen, &p.room))
	}
	for _, column := range n.Children {
		var below []bool
		for _, c := range column.Children {
			if c.Kind == page.Block && len(c.At) == 0 {
				continue
			}
			if below == nil {
				below = slices.Clone(seen)
				for i := range below {
					below[i] = seen[i] && p.Layout.Held(column.ID, i)[page.Shown].Value == page.Shows
				}
			}
			if c.Kind == page.Block {
				if courses := p.shared(c, below); len(courses) > 0 {
					p.nodes[c.ID] = &node{kind: page.Shown.SaidOf(page.Block), courses: courses}
				}
			} else {
				p.row(c, below)
			}
		}
	}
}

// shared works out what is said of a container or a block by words that other kinds of node have as well; seen tells at
// which breakpoints what it stands in is shown.
func (p *Page) shared(n *page.Node, seen []bool) (all []course) {
	if len(n.At) == 0 {
		return nil
	}
	k := p.Layout.Kit()
	for _, want := range vocab.WantsShared(k, n, seen) {
		c := course{field: want.Field, start: want.Start, must: want.Must, place: want.Place}
		c.run(func(now page.Value, _ int8, i int) bool {
			return now == c.must[i] || c.field.IsSpace() && space(k, now, i) == space(k, c.must[i], i)
		})
		if slices.ContainsFunc(c.said[:], func(at int8) bool { return at >= 0 }) {
			all = append(all, c)
		}
	}
	return all
}

// say keeps what is said of a row and its columns.
func (p *Page) say(r *row) {
	r.settle()
	var columns [kit.MaxBreakpoints]kit.Columns
	for i := range r.live {
		columns[i] = r.divided(i)
	}
	p.columns[r.node.ID] = columns
	base := []Saying{Base(page.Row)}
	if r.told {
		base = append(base, Told)
	}
	p.nodes[r.node.ID] = &node{kind: page.Row, base: base, courses: r.own}
	base = []Saying{Base(page.Column)}
	all := make([]node, len(r.columns))
	for i, column := range r.node.Children {
		all[i] = node{kind: page.Column, base: base, courses: r.columns[i]}
		if i == 0 && r.kit.GutterPlace.Trims() {
			all[i].ends = append(all[i].ends, First)
		}
		if i+1 == len(all) && r.kit.GutterPlace.Trims() {
			all[i].ends = append(all[i].ends, Last)
		}
		p.nodes[column.ID] = &all[i]
	}
}

// Frame says what kind of container a node is.
func Frame(k *kit.Kit, f page.Frame) Saying {
	value, from := f.Value(k)
	return Saying{On: page.Container, Field: page.Frames, Value: value, From: int8(from)}
}
