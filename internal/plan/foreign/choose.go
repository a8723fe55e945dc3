package foreign

import (
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// chooser chooses words.
type chooser struct {
	*Page
	v       *vocab.Vocabulary
	columns [kit.MaxBreakpoints]kit.Columns
	divided map[*page.Node]bool // rows with words that say how many columns a line has
	begins  map[beginsAt]map[*page.Node]page.Asked
}

// divide finds out whether words of a row say how many columns its lines have, wherever that is set, with nothing
// that its columns must say getting in their way.
func (c *chooser) divide(row *page.Node) {
	var some [kit.MaxBreakpoints]bool
	any := false
	for i := range c.kit.Breakpoints {
		per := row.HeldAt(c.kit, i)[page.PerLine].Value
		some[i] = per.N > 0
		any = any || some[i] && c.v.Saying(page.Row, page.PerLine, per, i) != nil
	}
	if !any {
		return
	}
	c.divided[row] = true
	_, missing := c.v.Choose(page.Row, c.wants(row, nil), c.columns)
	fits := !slices.ContainsFunc(missing, func(m vocab.Missing) bool { return m.Field == page.PerLine })
	for _, column := range row.Columns() {
		words, _ := c.v.Choose(page.Column, c.wants(column, row), c.columns)
		for _, w := range words {
			for i, divided := range some {
				fits = fits && !(divided && w.Says(page.Width, i))
			}
		}
	}
	c.divided[row] = fits
}

func (c *chooser) nodes(nodes []*page.Node, row *page.Node, ends map[*page.Node][][]vocab.Want) {
	for _, n := range nodes {
		switch n.Kind {
		case page.Container:
			value, from := n.Frame.Value(c.kit)
			if value.Term == page.UpTo {
				value.N = int16(from)
			}
			w := c.v.Saying(page.Container, page.Frames, value, 0)
			if w == nil {
				w = c.v.Saying(page.Container, page.Frames, page.Value{Term: page.Fixed}, 0)
				if w != nil || value.Term != page.Fixed {
					c.missing[n] = []vocab.Missing{{Field: page.Frames, Value: value}}
				}
			}
			words, missing := c.shared(n)
			if w != nil {
				words = append([]*vocab.Word{w}, words...)
			}
			c.words[n] = words
			if len(missing) > 0 {
				c.missing[n] = append(c.missing[n], missing...)
			}
		case page.Block:
			if len(n.At) > 0 {
				c.words[n], c.missing[n] = c.shared(n)
			}
		case page.Row, page.Column:
			if n.Kind == page.Row {
				c.divide(n)
			}
			words, missing := c.v.Choose(n.Kind, c.wants(n, row), c.columns)
			if base := c.v.Base(n.Kind); base != nil {
				words = append([]*vocab.Word{base}, words...)
			}
			for _, wants := range ends[n] {
				more, less := c.v.Choose(n.Kind, wants, c.columns)
				words, missing = append(words, more...), append(missing, less...)
			}
			if w := c.carrier(n, words); w != nil {
				words = append(words, w)
			}
			for i := range missing {
				missing[i].On = n.Kind
			}
			if c.words[n] = words; len(missing) > 0 {
				c.missing[n] = missing
			}
		}
		outer := row
		if n.Kind == page.Row {
			ends, outer = c.ends(n, row != nil), n
		}
		c.nodes(n.Children, outer, ends)
	}
}

// shared are the words of a container or a block for what other kinds of node have as well.
func (c *chooser) shared(n *page.Node) ([]*vocab.Word, []vocab.Missing) {
	if len(n.At) == 0 {
		return nil, nil
	}
	return c.v.Choose(n.Kind, vocab.WantsShared(c.kit, n, nil), c.columns)
}

// Unset gives what holds for a row or column on which nothing is set, at each breakpoint.
func (f *Page) Unset(on page.Kind) []page.Held {
	v := infer.Vocabulary(f.kit)
	all := make([]page.Held, len(f.kit.Breakpoints))
	for i := range all {
		all[i] = page.Defaults(on)
		for _, field := range page.Settable(on) {
			all[i][field].Value = v.Unset(on, field, i)
		}
	}
	return all
}

// anywhere says of what must hold that it is best said from the breakpoint that it is about.
var anywhere = func() (place [kit.MaxBreakpoints]int8) {
	for i := range place {
		place[i] = int8(i)
	}
	return place
}()

// wants is what must hold of every field of a row, or of a column in row, at every breakpoint.
func (c *chooser) wants(n, row *page.Node) []vocab.Want {
	var wants []vocab.Want
	for _, f := range page.Settable(n.Kind) {
		wants = append(wants, vocab.Want{Field: f, Place: anywhere})
	}
	for i := range c.kit.Breakpoints {
		h := n.HeldAt(c.kit, i)
		per := 0
		var begun map[*page.Node]page.Asked
		if n.Kind == page.Column {
			per = row.HeldAt(c.kit, i)[page.PerLine].Int()
			begun = c.begun(row, i)
		}
		for w := range wants {
			want := &wants[w]
			value := h[want.Field].Value
			if want.Field.IsUnits() && value.Term != page.Portion && value.N != 0 && h[want.Field].From >= 0 {
				value.Of = int16(c.kit.ColumnsAt(int(h[want.Field].From)).N())
			}
			if h[want.Field].From < 0 {
				value = c.v.Unset(n.Kind, want.Field, i)
			}
			switch {
			case n.Kind == page.Column && want.Field != page.Shown && h[page.Shown].Value == page.Hides:
				continue // what is not shown may be anything
			case want.Field == page.PerLine && !c.divided[n] || want.Field == page.Divides && value == page.Fresh:
				continue // columns say it
			case per > 0 && want.Field == page.Width && c.divided[row]:
				continue // their row says it
			case per > 0 && want.Field == page.Width:
				value = page.Part(1, per)
			case per > 0 && want.Field.IsUnits():
				value = page.Of(0)
			case begun != nil:
				value = c.asked(begun[n], want.Field, value, i)
			}
			if want.Field == page.Order && (value == page.First || value == page.Last) {
				value = c.extreme(row, value, i)
			}
			want.Must[i] = value
		}
	}
	return wants
}

// extreme is the number that comes before the order of all columns of a row, or after it, where only words for numbers
// say an order; else first or last itself.
func (c *chooser) extreme(row *page.Node, order page.Value, i int) page.Value {
	if c.v.Saying(page.Column, page.Order, order, i) != nil {
		return order
	}
	low, high := 0, 0 // of the others
	for _, column := range row.Columns() {
		if v := column.HeldAt(c.kit, i)[page.Order].Value; v.Term == page.Number {
			low, high = min(low, int(v.N)), max(high, int(v.N))
		}
	}
	best, found := order, false
	for _, w := range c.reading.Words.Words {
		for _, e := range w.Effects {
			n := int(e.Value.N)
			if e.Field != page.Order || e.Value.Term != page.Number || !e.In.Holds(i) || order == page.First &&
				n >= low || order == page.Last && n <= high {
				continue
			}
			if !found || order == page.First && n > int(best.N) || order == page.Last && n < int(best.N) {
				best, found = e.Value, true
			}
		}
	}
	return best
}
