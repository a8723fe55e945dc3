package markup

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
	"kitrows/internal/plan/content"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/say"
)

// block writes a block of content. Where blocks are held it is as high as declared, and
// by itself as wide, whatever its content.
func (w *Writer) block(n *page.Node, depth int) {
	c := n.Content
	attributes := w.mark(n) + w.named(n)
	if w.Hold {
		attributes += fmt.Sprintf(` style="%s"`, w.held(c))
		if len(n.At) > 0 && (c.Type == page.Button || c.Type == page.Picture) { // a div is displayed as a block by itself
			w.around(n.ID, depth, "div", attributes, func(depth int) { w.content(n, depth, "") })
			return
		}
	}
	w.content(n, depth, attributes)
}

// content writes a block's content in an element with those attributes.
func (w *Writer) content(n *page.Node, depth int, attributes string) {
	c := n.Content
	switch c.Type {
	case page.Heading:
		w.text(n.ID, depth, fmt.Sprintf("h%d", c.Level), attributes, c.Text)
	case page.Text:
		w.text(n.ID, depth, "p", attributes, c.Text)
	case page.List:
		w.around(n.ID, depth, "ul", attributes, func(depth int) {
			for _, item := range c.Items {
				w.text(n.ID, depth, "li", "", item)
			}
		})
	case page.Picture:
		w.picture(n, depth, attributes)
	case page.Button:
		if c.Link == "" {
			w.text(n.ID, depth, "button", attributes+` type="button"`, c.Text)
		} else {
			w.text(n.ID, depth, "a", attributes+` href=`+Quoted(c.Link), c.Text)
		}
	case page.Card:
		w.card(n, depth, attributes)
	case page.Form:
		w.form(n, depth, attributes)
	case page.HTML:
		w.given(n, depth, attributes)
	}
}

// named is a block's id attribute and its classes: those of the kit, and its own.
func (w *Writer) named(n *page.Node) string {
	var words []string
	if w.Hold {
		words = append(words, infer.Held)
		if len(n.At) > 0 {
			words = append(words, infer.Hides)
		}
		if n.Content.Fit {
			words = append(words, "kr-scaled")
		}
	}
	if n.Content.Fit {
		w.out.used[say.Fit] = true
		if fit := w.fit(); fit != "" && !w.Hold { // a block that is held to its size has a class already
			words = append(words, fit)
		}
	}
	said, text := w.hiding(n), ""
	if n.Anchor != "" {
		text = ` id="` + n.Anchor + `"`
	}
	if w.Aside == nil {
		words = append(words, said...)
	} else if len(said) > 0 {
		words = append(words, w.Aside(said))
	}
	return text + attributes(append(words, n.Classes...))
}

// fit is the class of pictures that are scaled to their column.
func (w *Writer) fit() string {
	if w.Selectors != nil {
		return w.Selectors.fit
	}
	if word := w.words.Saying(page.Block, page.Fit, page.Value{}, 0); word != nil {
		return word.Text
	}
	return ""
}

// hiding are the words by which a block is hidden and shown again.
func (w *Writer) hiding(n *page.Node) (texts []string) {
	if len(n.At) == 0 {
		return nil
	}
	said := w.said.Node(n.ID)
	for _, s := range said {
		w.out.used[s] = true
	}
	if w.Selectors != nil {
		if class := w.Selectors.class[n.ID]; class != "" && len(said) > 0 {
			texts = []string{class}
		}
		return texts
	}
	texts = w.Words(n, w.outer)
	w.out.Classes += len(texts)
	return texts
}

// around writes an element on lines of its own around what inside writes.
func (w *Writer) around(node string, depth int, tag, attributes string, inside func(depth int)) {
	w.line(node, depth, "<"+tag+attributes+">")
	inside(depth + 1)
	w.line(node, depth, "</"+tag+">")
}

func (w *Writer) card(n *page.Node, depth int, attributes string) {
	c := n.Content
	w.around(n.ID, depth, "article", attributes, func(depth int) {
		if c.Picture != "" {
			w.line(n.ID, depth, w.image(c, ""))
		}
		w.text(n.ID, depth, fmt.Sprintf("h%d", c.Level), "", c.Text)
		for _, item := range c.Items {
			w.text(n.ID, depth, "p", "", item)
		}
	})
}

// form writes a field for every label and a button that sends them.
func (w *Writer) form(n *page.Node, depth int, attributes string) {
	w.around(n.ID, depth, "form", attributes, func(depth int) {
		for i, label := range n.Content.Items {
			name := FieldName(prose.Plain(label), i)
			w.around(n.ID, depth, "label", "", func(depth int) {
				for _, words := range Prose.Lines(prose.Parse(label)) {
					w.line(n.ID, depth, strings.Join(words, " "))
				}
				w.line(n.ID, depth, fmt.Sprintf(`<input type="text" name="%s">`, name))
			})
		}
		w.text(n.ID, depth, "button", ` type="submit"`, n.Content.Text)
	})
}

// Number is a length in px without its unit.
func Number(l kit.Length) string { return kit.Number(l.Px()) }

// FieldName is what a form's field is sent as.
func FieldName(label string, i int) string {
	if name := strings.ToLower(strings.Join(strings.FieldsFunc(label, notWord), "-")); name != "" {
		return name
	}
	return fmt.Sprintf("field-%d", i+1)
}

func notWord(r rune) bool {
	return !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9')
}

// given writes markup as it was given; indented, unless its spaces may count. In a
// document it is cleaned. There, and where it has an id or classes, it stands in an element of its own.
func (w *Writer) given(n *page.Node, depth int, attributes string) {
	lines := func(depth int, markup string) {
		if strings.Contains(markup, "<pre") || strings.Contains(markup, "<textarea") {
			depth = 0
		}
		for line := range strings.SplitSeq(strings.TrimRight(markup, " \t\n"), "\n") {
			w.line(n.ID, depth, strings.TrimRight(line, "\r"))
		}
	}
	if w.Hold {
		w.around(n.ID, depth, "div", attributes, func(depth int) { lines(depth, Cleaned(n.Content.Text)) })
		return
	}
	if attributes != w.mark(n) {
		w.around(n.ID, depth, "div", attributes, func(depth int) { lines(depth, n.Content.Text) })
		return
	}
	if w.o.Mark { // it may be of several elements, and of words
		w.line(n.ID, depth, "<!--"+Begins+n.ID+"-->")
		defer w.line(n.ID, depth, "<!--"+Ends+"-->")
	}
	lines(depth, n.Content.Text)
}

// What the comments say between which a block of HTML stands, where nodes are marked.
const (
	Begins = "kr:"
	Ends   = "/kr"
)

// held is the style that holds a block to its declared size, which may change
// with the picture it shows.
func (w *Writer) held(c *page.Content) string {
	wide := func(i int) string { return kit.Px(content.Wide(c, w.kit, i)).String() }
	style := "--wide: " + wide(0) + "; --high: " + c.High().String()
	if c.Fit {
		style += fmt.Sprintf("; --ratio: %s / %s", Number(c.Width), Number(c.Height))
	}
	for _, s := range c.Sources {
		style += "; --high-" + s.From + ": " + s.Height.String()
		if c.Fit {
			style += fmt.Sprintf("; --ratio-%s: %s / %s; --wide-%s: %s", s.From, Number(s.Width), Number(s.Height),
				s.From, wide(w.kit.Index(s.From)))
		}
	}
	return style
}

// picture writes an image, and what stands in its place from a breakpoint on:
// the widest first, for the first source that matches is shown.
func (w *Writer) picture(n *page.Node, depth int, attributes string) {
	c := n.Content
	image := w.image(c, attributes)
	if len(c.Sources) == 0 {
		w.line(n.ID, depth, image)
		return
	}
	w.around(n.ID, depth, "picture", "", func(depth int) {
		for _, s := range slices.Backward(c.Sources) {
			from, size := w.kit.Breakpoints[w.kit.Index(s.From)].From, ""
			if c.Fit {
				size = fmt.Sprintf(` width="%s" height="%s"`, Number(s.Width), Number(s.Height))
			}
			w.line(n.ID, depth, fmt.Sprintf(`<source media="(min-width: %s)" srcset=%s%s>`, from,
				Quoted(w.source(s.Picture)), size))
		}
		w.line(n.ID, depth, image)
	})
}

// image is an img element. One that fits its column says its natural size, so that
// a browser keeps its place before it has it.
func (w *Writer) image(c *page.Content, more string) string {
	if c.Fit {
		more += fmt.Sprintf(` width="%s" height="%s"`, Number(c.Width), Number(c.Height))
	}
	return fmt.Sprintf(`<img%s src=%s alt=%s>`, more, Quoted(w.source(c.Picture)), Quoted(c.Alt))
}
