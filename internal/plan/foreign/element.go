package foreign

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// elements makes the elements of the page as they are written.
func (f *Page) elements() {
	f.html = &css.Element{Type: "html", Attributes: []css.Attr{{Name: "lang", Value: f.page.Language}}}
	body := f.html.Add(&css.Element{Type: "body", Space: true})
	f.add(body, f.page.Body, nil)
	f.cascade.Tag(f.html)
}

func (f *Page) add(parent *css.Element, nodes []*page.Node, outer *page.Node) {
	for at := 0; at < len(nodes); at++ {
		n := nodes[at]
		if run := f.runs[n]; run != nil { // it stands for all blocks of the run
			e := &css.Element{Type: "div", Space: true}
			infer.Dress(e, []string{infer.Held})
			h := hold(e)
			h.run = run
			parent.Add(e)
			f.first[run] = len(f.nodes)
			f.nodes = append(f.nodes, run.Blocks...)
			at += len(run.Blocks) - 1
			continue
		}
		e := &css.Element{Type: n.TagIn(outer), Space: n.Kind != page.Column || !f.Joined()}
		words := append(f.Texts(n), n.Classes...)
		if n.Kind == page.Block {
			held := []string{infer.Held}
			if e.Type = tag(n.Content); len(n.At) > 0 {
				held = append(held, infer.Hides)
				if n.Content.Type == page.Button || n.Content.Type == page.Picture {
					e.Type = "div"
				}
			}
			words = append(held, words...)
		}
		infer.Dress(e, words)
		if n.Anchor != "" {
			e.Attributes = append(e.Attributes, css.Attr{Name: "id", Value: n.Anchor})
		}
		hold(e).node = int32(len(f.nodes))
		f.nodes = append(f.nodes, n)
		parent.Add(e)
		if n.Kind == page.Column && f.Inner() != "" {
			e = e.Add(&css.Element{Type: "div", Space: true})
			infer.Dress(e, []string{f.Inner()})
		}
		f.add(e, n.Children, n)
	}
}

// tag is the element of a block of content.
func tag(c *page.Content) string {
	switch c.Type {
	case page.Heading:
		return fmt.Sprintf("h%d", c.Level)
	case page.Text:
		return "p"
	case page.List:
		return "ul"
	case page.Picture:
		return "img"
	case page.Button:
		if c.Link != "" {
			return "a"
		}
		return "button"
	case page.Card:
		return "article"
	case page.Form:
		return "form"
	}
	return "div"
}

// Texts are the words of a node as the markup has them.
func (f *Page) Texts(n *page.Node) (texts []string) {
	for _, w := range f.wordsOf(n) {
		texts = append(texts, w.Text)
	}
	return texts
}

// Deciding gives first the words that say what a node is and then, for each breakpoint, those that decide
// something there.
func (f *Page) Deciding(n *page.Node) []string {
	texts := make([]string, 1+len(f.kit.Breakpoints))
	add := func(at int, w *vocab.Word) { texts[at] = strings.TrimPrefix(texts[at]+" "+w.String(), " ") }
	for _, w := range f.wordsOf(n) {
		if w.Base || n.Kind == page.Container {
			add(0, w)
			continue
		}
		for i := range f.kit.Breakpoints {
			if len(f.deciding(n, w, i)) > 0 {
				add(1+i, w)
			}
		}
	}
	return texts
}

// deciding are the effects of a word of a node that decide something at breakpoint i.
func (f *Page) deciding(n *page.Node, w *vocab.Word, i int) (all []vocab.Effect) {
	for _, e := range w.Effects {
		if e.In.Holds(i) && f.decides(n, w, e, i) {
			all = append(all, e)
		}
	}
	return all
}

// A Source is a word of a node and the rule of the stylesheet by which it decides something.
type Source struct {
	Word string // as it stands in a tag
	File string // empty of a rule of the page's own
	Line int
	Rule string // its text
}

// Sources are the rules that decide something of a node at breakpoint i.
func (f *Page) Sources(n *page.Node, i int) (all []Source) {
	if f == nil || f.reading == nil {
		return nil
	}
	c := f.reading.Cascade
	for _, w := range f.wordsOf(n) {
		if w.Base || n.Kind == page.Container {
			continue
		}
		for _, e := range f.deciding(n, w, i) {
			if w.Ruled {
				rules := css.Sheet{Blocks: []css.Block{{Rules: []css.Rule{{Selectors: []string{w.Selector()},
					Body: ruled(f.kit, f.reading, w, i)}}}}}
				all = append(all, Source{Word: w.String(), Rule: strings.Join(strings.Fields(rules.String()), " ")})
				continue
			}
			tree := c.Trees[e.Rule.File]
			one := Source{w.String(), c.Names[e.Rule.File], tree.Place(e.Rule.From).Line,
				strings.Join(strings.Fields(tree.Text[e.Rule.From:e.Rule.To]), " ")}
			if !slices.Contains(all, one) {
				all = append(all, one)
			}
		}
	}
	return all
}

// decides reports whether an effect of a word of a node is the one of the highest rank at breakpoint i.
func (f *Page) decides(n *page.Node, w *vocab.Word, e vocab.Effect, i int) bool {
	for _, o := range f.wordsOf(n) {
		if o == w {
			continue
		}
		for _, other := range o.Effects {
			if other.Field == e.Field && other.In.Holds(i) && other.Rank > e.Rank {
				return false
			}
		}
	}
	return true
}
