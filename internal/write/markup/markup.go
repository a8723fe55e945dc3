// Package markup writes a page as HTML: with the classes of a vocabulary, or without
// grid classes for mixin-based code.
package markup

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
)

// Markup is a page's body as HTML. Every line belongs to the innermost node that
// wrote it.
type Markup struct {
	Lines   []Line
	Classes int // setting classes written
	Said    *say.Page
	used    map[say.Saying]bool
}

// Used lists everything the markup says, in no order.
func (m *Markup) Used() []say.Saying { return slices.Collect(maps.Keys(m.used)) }

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

// File is the markup as a file.
func (m *Markup) File(name string) code.File {
	f := code.File{Name: name, Text: m.String(), Nodes: make([]string, len(m.Lines))}
	for i, l := range m.Lines {
		f.Nodes[i] = l.Node
	}
	return f
}

// ClassesOf gives the classes that a node's element has in class-based markup:
// first those of the kind of node itself, then a text for each breakpoint.
func ClassesOf(said *say.Page, v *vocab.Vocabulary, n, outer *page.Node) []string {
	texts := make([]string, 1+len(said.Layout.Kit().Breakpoints))
	for _, word := range wordsOf(said, v, n, outer) {
		at := 0
		if !word.Base && word.Effects[0].Field != page.Frames && word.Effects[0].Field != page.Told &&
			word.Effects[0].Field != page.Ends {
			at = 1 + int(word.Effects[0].In.From)
		}
		texts[at] = strings.TrimPrefix(texts[at]+" "+word.String(), " ")
	}
	return texts
}

// wordsOf are the classes of a node that stands in outer.
func wordsOf(said *say.Page, v *vocab.Vocabulary, n, outer *page.Node) []*vocab.Word {
	if f := said.Layout.Foreign(); f != nil {
		words, _ := f.Words(n)
		return words
	}
	switch n.Kind {
	case page.Container, page.Row, page.Column, page.Block:
		words, _ := said.Words(v, outer, n)
		return words
	}
	return nil
}

// A Writer writes a page as markup. Hold is set for documents, whose blocks are as high
// as declared.
type Writer struct {
	Hold      bool
	Selectors *Selectors // of markup without grid classes; nil for class-based
	// Given is the text of a node that is not to be written anew, its lines as from the beginning of one.
	Given  func(n *page.Node) (text string, is bool)
	Chosen func(n *page.Node) *page.Node // what stands for a node on the page that words were chosen for
	Indent string                        // a step of indentation
	// the attribute, as NAME=VALUE, that words of the kit stand in; nil for those they have
	Aside func(words []string) string

	said   *say.Page
	kit    *kit.Kit
	words  *vocab.Vocabulary
	file   *foreign.Page // the page in the words of a stylesheet that was brought in; else nil
	o      code.Options
	source func(picture string) string
	out    *Markup
	outer  *page.Node // what is being written stands in; nil for the page
	shared bool       // outer is a row whose columns are selected as its children
	root   *page.Node // of a fragment

	written map[*vocab.Word]bool
}

// NewWriter makes a writer of class-based markup; source gives the address of a picture.
func NewWriter(said *say.Page, o code.Options, source func(picture string) string) *Writer {
	k := said.Layout.Kit()
	out := &Markup{Said: said, used: map[say.Saying]bool{}, Lines: make([]Line, 0, 3*said.Layout.Nodes())}
	return &Writer{Indent: indent, said: said, kit: k, words: infer.VocabularyOf(k, said.Layout.Page()),
		file: said.Layout.Foreign(), o: o, source: source,
		out: out, written: map[*vocab.Word]bool{}}
}

// Write writes a page of project pr as class-based markup. Pictures are linked
// as "pictures/FILE". A page that was read from markup is what its file is.
func Write(l *layout.Layout, pr *project.Project, o code.Options) *Markup {
	if l.Page().Origin != nil {
		return ofOrigin(l)
	}
	return NewWriter(say.Of(l), o, Linked(pr)).Page(0)
}

// Linked gives the address of a picture of pr that stands in a folder beside the page.
func Linked(pr *project.Project) func(id string) string {
	return func(id string) string { return "pictures/" + pr.Picture(id).File }
}

// lineWidth is what a line should not grow over: its classes wrap before it.
const lineWidth = 92

const indent = "  "

func (w *Writer) line(node string, depth int, text string) {
	w.out.Lines = append(w.out.Lines, Line{strings.Repeat(w.Indent, depth) + text, node})
}

// Page writes the page, so many steps in.
func (w *Writer) Page(depth int) *Markup {
	w.nodes(w.said.Layout.Page().Body, depth)
	return w.out
}

// Fragment writes one node with what is in it, as it stands in outer; nil for the page.
func (w *Writer) Fragment(n, outer *page.Node) string {
	lines, around, root := w.out.Lines, w.outer, w.root // of a fragment that this one stands in
	w.out.Lines, w.outer, w.root = nil, outer, n
	w.nodes([]*page.Node{n}, 0)
	text := strings.TrimSuffix(w.out.String(), "\n")
	w.out.Lines, w.outer, w.root = lines, around, root
	return text
}

// Joins reports whether no white space may stand between columns.
func (w *Writer) Joins() bool { return w.file != nil && w.file.Joined() }

// Kit is the kit in whose words it writes.
func (w *Writer) Kit() *kit.Kit { return w.kit }

// stands is what stands for a node on the page that words were chosen for.
func (w *Writer) stands(n *page.Node) *page.Node {
	if w.Chosen != nil {
		return w.Chosen(n)
	}
	return n
}

// Hiding are the words of a vocabulary by which a block is hidden and shown again, wherever it stands, and what of that
// none can say.
func Hiding(v *vocab.Vocabulary, k *kit.Kit, block *page.Node) ([]*vocab.Word, []vocab.Missing) {
	return v.Choose(page.Block, vocab.WantsShared(k, block, nil), [kit.MaxBreakpoints]kit.Columns{})
}

// Words are those that a node which stands in outer has in class-based markup, as they stand in its tag.
func (w *Writer) Words(n, outer *page.Node) (texts []string) {
	words := []*vocab.Word(nil)
	if n.Kind == page.Block && w.Chosen != nil { // it needs nothing around it
		words, _ = Hiding(w.words, w.kit, n)
	} else {
		words = wordsOf(w.said, w.words, w.stands(n), outer)
	}
	for _, word := range words {
		texts = append(texts, word.Text)
	}
	return texts
}

// nodes writes nodes and what is in them.
func (w *Writer) nodes(nodes []*page.Node, depth int) {
	for _, n := range nodes {
		if w.Given != nil {
			if text, is := w.Given(n); is {
				for line := range strings.SplitSeq(text, "\n") {
					w.out.Lines = append(w.out.Lines,
						Line{strings.Repeat(w.Indent, min(depth, depth*len(line))) + line, n.ID})
				}
				continue
			}
		}
		if n.Kind == page.Block {
			w.block(n, depth)
		} else {
			w.element(n, depth)
		}
	}
}

// element writes a node's element and what is in it.
func (w *Writer) element(n *page.Node, depth int) {
	var classes []string
	switch {
	case w.Selectors == nil && w.file != nil:
		classes = w.file.Texts(w.stands(n))
		w.out.Classes += max(0, len(classes)-1)
	case w.Selectors == nil:
		classes = w.classes(n)
	default:
		said := w.said.Node(n.ID)
		for _, s := range said {
			w.out.used[s] = true
		}
		if class := w.Selectors.class[n.ID]; class != "" && w.needed(n, said) {
			classes = []string{class}
		}
	}
	tag := n.TagIn(w.outer)
	end := "</" + tag + ">"
	if w.o.Ends && n.Kind != page.Column {
		end += " <!-- end " + string(n.Kind) + ": " + code.Comment(n.Name) + " -->"
	}
	before, after := w.joint(n)
	end += after
	at := len(w.out.Lines)
	if w.Aside == nil {
		w.open(n, before, tag, depth, append(classes, n.Classes...))
	} else if w.open(n, before, tag, depth, n.Classes); len(classes) > 0 { // lines are as long as without it
		w.out.Lines[at].Text = strings.Replace(w.out.Lines[at].Text, "<"+tag,
			"<"+tag+attributes([]string{w.Aside(classes)}), 1)
	}
	inner := w.inner(n)
	if len(n.Children) == 0 && inner == "" {
		w.out.Lines[len(w.out.Lines)-1].Text += end
		return
	}
	outer, shared := w.outer, w.shared
	w.outer, w.shared = n, w.Selectors != nil && w.Selectors.asChildren(w.said, n)
	if inner != "" {
		w.around(n.ID, depth+1, "div", attributes([]string{inner}), func(depth int) { w.nodes(n.Children, depth) })
	} else {
		w.nodes(n.Children, depth+1)
	}
	w.outer, w.shared = outer, shared
	if n.Kind == page.Row {
		w.clear(n, depth+1)
	}
	w.line(n.ID, depth, end)
}

// inner is the word of the element that stands inside each column, where a stylesheet brought in has one.
func (w *Writer) inner(n *page.Node) string {
	if n.Kind != page.Column || w.file == nil || w.Selectors != nil {
		return ""
	}
	return w.file.Inner()
}

// joint is what stands before and after a column between which and the next there may be no white space: a
// comment around it.
func (w *Writer) joint(n *page.Node) (before, after string) {
	if n.Kind != page.Column || w.file == nil || w.Selectors != nil || !w.file.Joined() || n == w.root {
		return "", ""
	}
	if n != w.outer.Children[0] {
		before = "-->"
	}
	if n != w.outer.Children[len(w.outer.Children)-1] {
		after = "<!--"
	}
	return before, after
}

// clear writes the element that clears a row of floats, where the kit has one.
func (w *Writer) clear(row *page.Node, depth int) {
	if word := w.words.Base(page.Block); word != nil && w.Selectors == nil && w.Aside == nil {
		w.out.used[say.Base(page.Block)] = true
		tag, hidden := "div", ""
		if row.IsList() { // which holds items only
			tag, hidden = "li", ` aria-hidden="true"`
		}
		w.line(row.ID, depth, "<"+tag+attributes([]string{word.Text})+hidden+"></"+tag+">")
	}
}

// classes are those of a node's element in class-based markup, which are then used.
func (w *Writer) classes(n *page.Node) []string {
	words := wordsOf(w.said, w.words, n, w.outer)
	all := make([]string, 0, len(words)+len(n.Classes))
	for _, word := range words {
		all = append(all, word.Text)
		if w.written[word] {
			continue
		}
		w.written[word] = true
		switch {
		case len(word.Effects) > 0 && word.Effects[0].Field == page.Frames:
			w.out.used[w.said.Node(n.ID)[0]] = true
		case word.Base:
			w.out.used[say.Base(n.Kind)] = true
		default:
			e := word.Effects[0]
			w.out.used[say.Saying{On: word.On, Field: e.Field, Value: e.Value.Bare(), From: e.In.From}] = true
		}
	}
	if n.Kind == page.Column { // also where a class of width does its work
		w.out.used[say.Base(n.Kind)] = true
	}
	w.out.Classes += max(0, len(words)-1) // but for what every node of the kind has
	return all
}

// needed reports whether a rule of mixin-based code selects a node by its class: every
// container and row, and columns of which something is said by themselves, or that stand
// around rows.
func (w *Writer) needed(n *page.Node, said []say.Saying) bool {
	if n.Kind != page.Column {
		return n.Kind != page.Section
	}
	return len(said) > 1 && !w.shared
}

// open writes a start tag; what would make its line too long goes on the next, under the
// first.
func (w *Writer) open(n *page.Node, before, tag string, depth int, words []string) {
	text := before + "<" + tag + w.mark(n)
	if n.Anchor != "" {
		text += ` id="` + n.Anchor + `"`
	}
	under := len(text) + 1
	for i, a := range AttributesOf(words) {
		if len(indent)*depth+len(text)+len(a.Name)+len(a.Words[0])+5 > lineWidth && i > 0 {
			w.line(n.ID, depth, text)
			text = strings.Repeat(" ", under-1)
		}
		text += " " + a.Name
		if text += `="`; len(a.Words) == 1 && a.Words[0] == "" {
			text = strings.TrimSuffix(text, `="`)
			continue
		}
		hang, words := len(text), a.Words
		for {
			end, size := 1, len(indent)*depth+hang+len(words[0])
			for end < len(words) && size+len(words[end])+3 <= lineWidth {
				size += 1 + len(words[end])
				end++
			}
			text += strings.Join(words[:end], " ")
			if words = words[end:]; len(words) == 0 {
				break
			}
			w.line(n.ID, depth, text)
			text = strings.Repeat(" ", hang)
		}
		text += `"`
	}
	w.line(n.ID, depth, text+">")
}

// An attribute of a tag, with what stands in it.
type Attribute struct {
	Name  string
	Words []string // one that is empty where it has no value
}

// AttributesOf gathers words by the attribute they stand in, class first.
func AttributesOf(all []string) (gathered []Attribute) {
	for _, text := range all {
		name, word := vocab.Attribute(text)
		at := slices.IndexFunc(gathered, func(a Attribute) bool { return a.Name == name })
		switch {
		case at < 0 && name == "class":
			gathered = slices.Insert(gathered, 0, Attribute{name, []string{word}})
		case at < 0:
			gathered = append(gathered, Attribute{name, []string{word}})
		case gathered[at].Words[0] == "":
			gathered[at].Words[0] = word
		case word != "":
			gathered[at].Words = append(gathered[at].Words, word)
		}
	}
	return gathered
}

// attributes writes words as the attributes of a tag.
func attributes(words []string) string {
	text := ""
	for _, a := range AttributesOf(words) {
		if text += " " + a.Name; len(a.Words) > 1 || a.Words[0] != "" {
			text += `="` + strings.Join(a.Words, " ") + `"`
		}
	}
	return text
}

func (w *Writer) mark(n *page.Node) string {
	if w.o.Mark {
		return fmt.Sprintf(" data-node=%q", n.ID)
	}
	return ""
}

// text writes an element of words, on one line if it fits, else wrapped between
// its tags.
func (w *Writer) text(node string, depth int, tag, attributes, words string) {
	lines := Prose.Lines(prose.Parse(words))
	whole := "<" + tag + attributes + ">"
	for _, words := range lines {
		whole += strings.Join(words, " ")
	}
	if whole += "</" + tag + ">"; len(indent)*depth+len(whole) <= lineWidth {
		w.line(node, depth, whole)
		return
	}
	w.line(node, depth, "<"+tag+attributes+">")
	for _, words := range lines {
		for _, line := range code.Wrapped(words, lineWidth-len(indent)*(depth+1)) {
			w.line(node, depth+1, line)
		}
	}
	w.line(node, depth, "</"+tag+">")
}
