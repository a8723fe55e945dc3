package code

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// Options of markup.
type Options struct {
	Mark     bool // data-node="ID" on every node's element
	Ends     bool // a comment at the end of every container and row that names it
	Whole    bool // of a document: with the kit's whole stylesheet; of mixin-based code: with all mixins
	Nested   bool // of mixin-based code: rules stand in those of what is around them
	Gathered bool // of mixin-based code: what holds from a breakpoint on stands together

	Mixed bool // of a document: without grid classes, with the stylesheet that mixins come to
}

// Markup is a page's body as HTML. Every line belongs to the innermost node that
// wrote it.
type Markup struct {
	Lines   []Line
	Classes int                // setting classes written
	used    map[class]string   // every class written, as text
	of      map[string][]class // the classes of each node, by its id
	counted map[string]bool    // rows of so many floats a line, whose rule counts where lines begin
	kit     *kit.Kit
	fits    bool // a picture is scaled to its column
}

// A Line is one line of markup without its newline, and its node's id.
type Line struct {
	Text string
	Node string
}

// String is the markup with a newline after each line.
func (m *Markup) String() string {
	var b strings.Builder
	size := 0
	for _, l := range m.Lines {
		size += len(l.Text) + 1
	}
	b.Grow(size)
	for _, l := range m.Lines {
		b.WriteString(l.Text)
		b.WriteByte('\n')
	}
	return b.String()
}

// ClassesOf gives the classes that a node's element has in class-based markup:
// first those of the kind of node itself, then a text for each breakpoint.
func ClassesOf(l *layout.Layout, pr *project.Project, id string) []string {
	texts := make([]string, 1+len(l.Kit().Breakpoints))
	for _, c := range Write(l, pr, Options{}).of[id] {
		at := &texts[1+c.bp]
		if c.meaning <= row || c.meaning == cell {
			at = &texts[0]
		}
		*at = strings.TrimPrefix(*at+" "+c.text(l.Kit()), " ")
	}
	return texts
}

// Write writes a page of project pr as class-based markup. Pictures are linked
// as "pictures/FILE".
func Write(l *layout.Layout, pr *project.Project, o Options) *Markup {
	w := newWriter(l, o, func(id string) string { return "pictures/" + pr.Picture(id).File })
	w.page(0)
	return w.out
}

// writer prints a page. hold is set for documents, whose blocks are as high as
// declared.
type writer struct {
	layout *layout.Layout
	kit    *kit.Kit
	o      Options
	source func(picture string) string
	hold   bool
	out    *Markup

	selectors *selectors // of markup without grid classes
	outer     *page.Node // what is being written stands in; nil for the page
}

func newWriter(l *layout.Layout, o Options, source func(string) string) *writer {
	return &writer{layout: l, kit: l.Kit(), o: o, source: source, out: &Markup{
		used: map[class]string{}, counted: map[string]bool{}, of: make(map[string][]class, l.Nodes()), kit: l.Kit(), Lines: make([]Line, 0, 3*l.Nodes()),
	}}
}

// lineWidth is what a line should not grow over: its classes wrap before it.
const lineWidth = 92

const indent = "  "

func (w *writer) line(node string, depth int, text string) {
	w.out.Lines = append(w.out.Lines, Line{strings.Repeat(indent, depth) + text, node})
}

func (w *writer) page(depth int) {
	w.frames(w.layout.Page().Body, depth, slices.Repeat([]bool{true}, len(w.kit.Breakpoints)))
}

// frames writes sections and containers.
func (w *writer) frames(nodes []*page.Node, depth int, live []bool) {
	for _, n := range nodes {
		if n.Kind == page.Section {
			w.element(n, depth, nil, func(depth int) { w.frames(n.Children, depth, live) })
			continue
		}
		w.element(n, depth, []class{frameClass(w.kit, n.Frame)}, func(depth int) {
			for _, r := range n.Children {
				w.row(r, depth, live)
			}
		})
	}
}

// row writes a row and what is in it. live tells at which breakpoints everything
// above it is shown.
func (w *writer) row(n *page.Node, depth int, live []bool) {
	chosen := choose(w.layout, n, live, w.selectors != nil)
	w.out.counted[n.ID] = chosen.counted
	w.out.Classes += len(chosen.row)
	w.element(n, depth, append([]class{{meaning: row}}, chosen.row...), func(depth int) {
		for i, column := range n.Children {
			w.out.Classes += len(chosen.columns[i])
			w.element(column, depth, append([]class{{meaning: cell}}, chosen.columns[i]...), func(depth int) {
				for _, c := range column.Children {
					if c.Kind == page.Row {
						w.row(c, depth, chosen.seen[i])
					} else {
						w.block(c, depth)
					}
				}
			})
		}
	})
}

// element writes a node's element around what inside writes.
func (w *writer) element(n *page.Node, depth int, classes []class, inside func(depth int)) {
	w.out.of[n.ID] = classes
	texts := make([]string, 0, len(classes)+len(n.Classes))
	for _, c := range classes {
		if text := w.class(c); w.selectors == nil {
			texts = append(texts, text)
		}
	}
	if w.selectors != nil && w.selectors.class[n.ID] != "" && w.needed(n, classes) {
		texts = append(texts, w.selectors.class[n.ID])
	}
	tag := n.TagIn(w.outer)
	end := "</" + tag + ">"
	if w.o.Ends && n.Kind != page.Column {
		end += " <!-- end " + string(n.Kind) + ": " + commentText(n.Name) + " -->"
	}
	w.open(n, tag, depth, append(texts, n.Classes...))
	if len(n.Children) == 0 {
		w.out.Lines[len(w.out.Lines)-1].Text += end
		return
	}
	outer := w.outer
	w.outer = n
	inside(depth + 1)
	w.outer = outer
	w.line(n.ID, depth, end)
}

// needed tells whether a rule of mixin-based code selects a node: every container and
// row, and columns on which something is set.
func (w *writer) needed(n *page.Node, classes []class) bool {
	return n.Kind != page.Section && slices.ContainsFunc(classes, func(c class) bool { return c.meaning != cell })
}

// class gives a class's text and keeps that it is used.
func (w *writer) class(c class) string {
	text, seen := w.out.used[c]
	if !seen {
		text = c.text(w.kit)
		w.out.used[c] = text
	}
	return text
}

// open writes a start tag; classes that would make its line too long go on the
// next, under the first.
func (w *writer) open(n *page.Node, tag string, depth int, classes []string) {
	text := "<" + tag + w.mark(n)
	if n.Anchor != "" {
		text += ` id="` + n.Anchor + `"`
	}
	if len(classes) == 0 {
		w.line(n.ID, depth, text+">")
		return
	}
	text += ` class="`
	hang := strings.Repeat(" ", len(text))
	for i, c := range classes {
		switch {
		case i == 0:
		case len(indent)*depth+len(text)+len(c)+3 > lineWidth:
			w.line(n.ID, depth, text)
			text = hang
		default:
			text += " "
		}
		text += c
	}
	w.line(n.ID, depth, text+`">`)
}

func (w *writer) mark(n *page.Node) string {
	if w.o.Mark {
		return fmt.Sprintf(" data-node=%q", n.ID)
	}
	return ""
}

// text writes an element of words, on one line if it fits, else wrapped between
// its tags.
func (w *writer) text(node string, depth int, tag, attributes, words string) {
	words = escaped(strings.Join(strings.Fields(words), " "))
	whole := "<" + tag + attributes + ">" + words + "</" + tag + ">"
	if len(indent)*depth+len(whole) <= lineWidth {
		w.line(node, depth, whole)
		return
	}
	w.line(node, depth, "<"+tag+attributes+">")
	line := ""
	for _, word := range strings.Fields(words) {
		if line != "" && len(indent)*(depth+1)+len(line)+1+len(word) > lineWidth {
			w.line(node, depth+1, line)
			line = ""
		}
		line = strings.TrimPrefix(line+" "+word, " ")
	}
	w.line(node, depth+1, line)
	w.line(node, depth, "</"+tag+">")
}

var angles = strings.NewReplacer("<", "‹", ">", "›")

// commentText makes a name safe inside a comment, which "--" or ">" could end.
func commentText(name string) string {
	name = strings.ReplaceAll(name, "--", "––")
	return angles.Replace(strings.TrimSuffix(name, "-"))
}
