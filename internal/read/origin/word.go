package origin

import (
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
)

// words are those of a kit, as they stand in tags.
type words struct {
	kit   *kit.Kit
	v     *vocab.Vocabulary
	known map[wordKey]*vocab.Word
	base  map[page.Kind]*vocab.Word
	said  map[wordKey]said // by the words, one after the other
}

type wordKey struct {
	on   page.Kind
	text string
}

// said is what the words of an element say of a node. Nodes whose elements have the same share it.
type said struct {
	classes []string
	frame   page.Frame
	at      []page.Setting
}

func newWords(k *kit.Kit, v *vocab.Vocabulary) *words {
	w := &words{kit: k, v: v, known: map[wordKey]*vocab.Word{}, base: map[page.Kind]*vocab.Word{},
		said: map[wordKey]said{}}
	for _, kind := range []page.Kind{page.Row, page.Column} {
		w.base[kind] = v.Base(kind)
	}
	return w
}

// word is the word of a text on nodes of a kind; nil where it is none.
func (w *words) word(on page.Kind, text string) *vocab.Word {
	key := wordKey{on, text}
	word, known := w.known[key]
	if !known {
		word = w.v.Word(on, text)
		w.known[key] = word
	}
	return word
}

// Said are the texts of an element that may be words: its classes, then NAME=WORD for what stands in its other
// attributes, and for the custom properties of its style; and the words that stand aside.
func Said(n *markup.Node) (all []string) {
	all = n.Classes()
	for _, a := range n.Attrs {
		if a.Name == "class" || a.Doubled {
			continue
		}
		if a.Name == asideAttr {
			all = append(all, Aside(n)...)
			continue
		}
		if a.Name == "style" {
			for declaration := range strings.SplitSeq(a.Value, ";") {
				if name, value, is := strings.Cut(declaration, ":"); is && strings.HasPrefix(strings.TrimSpace(name),
					"--") {
					all = append(all, "style="+strings.TrimSpace(name)+": "+strings.TrimSpace(value)+";")
				}
			}
			continue
		}
		fields := strings.Fields(a.Value)
		if len(fields) == 0 {
			all = append(all, a.Name+"=")
		}
		for _, field := range fields {
			all = append(all, a.Name+"="+field)
		}
	}
	return all
}

// kind is what an element is by its words, in an element of that kind and, where held, in a container, row or column;
// empty for none of the grid.
func (w *words) kind(n *markup.Node, in page.Kind, held bool) page.Kind {
	var row, column, container, wide bool
	for _, text := range Said(n) {
		for _, kind := range []page.Kind{page.Row, page.Column, page.Container} {
			word := w.word(kind, text)
			switch {
			case word == nil:
			case kind == page.Container:
				container = container || len(word.Effects) == 0 || word.Effects[0].Field == page.Frames
			case kind == page.Row:
				row = row || word.Base || w.base[kind] == nil
			default:
				column = column || word.Base
				wide = wide || word.IsWidth()
			}
		}
	}
	column = column || wide && (w.base[page.Column] == nil || w.kit.Naming.Lone && w.kit.Imported == nil)
	switch {
	case column && in == page.Row:
		return page.Column
	case row && in != page.Row:
		return page.Row
	case container && !held:
		return page.Container
	}
	return ""
}

// clears reports whether an element is the one that clears a row, in kits that have one.
func (w *words) clears(n *markup.Node) bool {
	base := w.v.Base(page.Block)
	return base != nil && len(n.Children) == 0 && slices.Contains(Said(n), base.Text)
}

// settle gives a node what the words of its element say, and its own classes: those that are no words on such a node.
func (w *words) settle(to *page.Node, n *markup.Node) {
	all := Said(n)
	classes := unique(n.Classes())
	key := wordKey{to.Kind, strings.Join(append(classes, all...), "\x00")}
	known, has := w.said[key]
	if !has {
		known = w.says(to.Kind, all, classes)
		w.said[key] = known
	}
	to.Classes, to.Frame, to.At = known.classes, known.frame, known.at
}

// says is what words say of a node of a kind.
func (w *words) says(kind page.Kind, all, classes []string) (s said) {
	if kind == page.Element || kind == page.Section {
		return said{classes: classes}
	}
	held, _ := w.v.Read(kind, all)
	for _, class := range classes {
		if w.word(kind, class) == nil {
			s.classes = append(s.classes, class)
		}
	}
	if kind == page.Container {
		s.frame = page.FrameOf(w.kit, held[0][page.Frames].Value)
	}
	var now [page.NumFields]page.Value // what carries on
	for i, b := range w.kit.Breakpoints {
		set := page.At(b.Name)
		for _, f := range page.Settable(kind) {
			value := w.value(held[i][f].Value)
			here := held[i][f].From == int8(i) // a word says it from here on
			if before := now[f]; !here && (before.Term == page.None && value == w.value(w.v.Unset(kind, f, i)) ||
				value == before) {
				continue
			}
			if f.Check(value, kind, w.kit.ColumnsAt(i).N()) != nil {
				continue // the stylesheet lays it out; no cell can say it
			}
			set, now[f] = set.With(f, value), value
		}
		if !set.IsZero() {
			s.at = append(s.at, set)
		}
	}
	return s
}

// begun says again, at each breakpoint at which a row divides into another number of columns, at which of its tracks a
// column begins: a class names the same one there, and what is set keeps its proportion.
func (w *words) begun(row, column *page.Node) []page.Setting {
	of := func(i int) int {
		if divides := row.HeldAt(w.kit, i)[page.Divides].Value; divides.Term == page.Number {
			return divides.Int()
		}
		return w.kit.ColumnsAt(i).N()
	}
	said := column
	for i, b := range w.kit.Breakpoints {
		begin := said.HeldAt(w.kit, i)[page.Begin]
		if from := int(begin.From); begin.N > 0 && from < i && of(from) != of(i) && begin.Int() <= of(i) {
			said = said.WithSetting(w.kit, said.SettingAt(b.Name).With(page.Begin, begin.Value))
		}
	}
	return said.At
}

// begins reports whether a node is a column that begins at a track of its own.
func begins(n *page.Node) bool {
	return n.Kind == page.Column && slices.ContainsFunc(n.At, func(s page.Setting) bool { return s.Has(page.Begin) })
}

// value is a value as it is set in a cell.
func (w *words) value(v page.Value) page.Value {
	v = v.Bare()
	v.At = 0 // where it stands follows from what is set
	return v
}

func unique(classes []string) (all []string) {
	seen := make(map[string]bool, len(classes))
	for _, c := range classes {
		if !seen[c] {
			seen[c], all = true, append(all, c)
		}
	}
	return all
}
