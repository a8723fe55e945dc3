package markup

import (
	"context"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"kitrows/internal/browser/budget"
)

// A Document is HTML that was read: a whole document, or a part of one.
type Document struct {
	*Source
	Part   bool  // it has neither a doctype nor html, head or body tags
	Root   *Node // the html element, or what holds the part's nodes
	Faults []Fault
}

// A Node is an element or a text of the tree that the Standard's parser makes.
type Node struct {
	Tag      string // in lower case; empty of a text
	Text     string // of a text, with its references resolved
	Attrs    []Attr // of its start tag
	Start    Span   // its start tag, or all of a text; empty where there is none in the source
	End      Span   // its end tag; empty where that is left out
	Parent   *Node
	Children []*Node
}

// IsText reports whether the node is a text.
func (n *Node) IsText() bool { return n.Tag == "" }

// IsOpen reports whether the element has an end tag that is left out.
func (n *Node) IsOpen() bool { return n.End.Len() == 0 && !void[n.Tag] && !n.IsText() }

// Attr gives the attribute of a name that counts, the first; nil where there is none.
func (n *Node) Attr(name string) *Attr {
	for i := range n.Attrs {
		if n.Attrs[i].Name == name {
			return &n.Attrs[i]
		}
	}
	return nil
}

// Classes are the classes of an element.
func (n *Node) Classes() []string {
	if a := n.Attr("class"); a != nil {
		return strings.Fields(a.Value)
	}
	return nil
}

// Walk visits the node and all in it, in document order.
func (n *Node) Walk(visit func(*Node)) {
	visit(n)
	for _, k := range n.Children {
		k.Walk(visit)
	}
}

// A Fault is a place where the tree is another than its author is likely to have meant.
type Fault struct {
	Kind FaultKind
	Tag  string // the element it is about
	At   Span   // the tag
	Text string // what is wrong, in a sentence
}

// FaultKind is what is wrong.
type FaultKind string

// The kinds of faults.
const (
	Missing FaultKind = "missing" // an end tag
	Surplus FaultKind = "surplus" // an end tag that ends nothing
	Crossed FaultKind = "crossed" // an end tag that ends an element in which others are open
	Ignored FaultKind = "ignored" // a start tag that makes no element where it stands
	Doubled FaultKind = "doubled" // an attribute that a tag has already
	Deep    FaultKind = "deep"    // an element that stands deeper than is read
	TooMuch FaultKind = "toomuch" // all of the file: it takes more to read than may be spent
)

var void = map[string]bool{
	"area": true, "base": true, "br": true, "col": true, "embed": true, "hr": true, "img": true, "input": true,
	"link": true,
	"meta": true, "param": true, "source": true, "track": true, "wbr": true, "basefont": true, "bgsound": true,
	"frame":  true,
	"keygen": true, "image": true,
}

// optional are the elements whose end tag may be left out.
var optional = map[string]bool{
	"html": true, "head": true, "body": true, "li": true, "dt": true, "dd": true, "p": true, "rt": true, "rp": true,
	"optgroup": true,
	"option":   true, "colgroup": true, "caption": true, "thead": true, "tbody": true, "tfoot": true, "tr": true,
	"td": true, "th": true,
}

// Parse reads HTML, of any state of repair. The tree is what the Standard's parser makes of it. Which tags made which
// element is found by parsing the text once more with a comment after each tag, which changes nothing else: where that
// comment comes to stand tells what was open there. Elements of tags that the parser does not have there, such as
// in content it takes for text, are without spans. What stands deeper than the parser goes is left out of the tree, and
// told. A file that takes more than budget.Markup has an empty tree, and that is told; the error is that of ctx.
func Parse(ctx context.Context, b []byte) (d *Document, err error) {
	err = budget.Within(ctx, budget.Markup, func(limit *budget.Budget) error {
		d = Read(limit, b)
		return nil
	})
	if spent, is := errors.AsType[*budget.SpentError](err); is {
		s := NewSource(b)
		d = &Document{Source: s, Part: true, Root: &Node{Tag: "template"}}
		d.Faults = []Fault{{TooMuch, "", Span{}, spent.Error()}}
		return d, nil
	}
	return d, err
}

// Read reads HTML within a budget, as Parse does.
func Read(limit *budget.Budget, b []byte) *Document {
	limit.Hold(4 * len(b))
	limit.Step(len(b) / 4)
	s := NewSource(b)
	start := 0
	if strings.HasPrefix(s.text, "\ufeff") {
		start = len("\ufeff")
	}
	p := placing{d: &Document{Source: s, Part: true}, budget: limit, tokens: tokens(limit, s.text, start),
		faulty: map[FaultKind]int{}}
	for _, t := range p.tokens {
		if t.kind == html.DoctypeToken || t.name == "html" || t.name == "head" || t.name == "body" {
			p.d.Part = false
		}
	}
	p.mark = "kr"
	for strings.Contains(s.text, "<!--"+p.mark) {
		p.mark += "-"
	}
	p.count()
	for {
		root, err := p.tree()
		if err == nil {
			p.d.Root = root
			break
		}
		p.cut()
		limit.Step(len(p.tokens))
	}
	p.finish()
	return p.d
}

// placing finds which tags made which elements.
type placing struct {
	d      *Document
	budget *budget.Budget
	tokens []token
	left   []bool // tokens that the parser is not given, for they stand too deep; nil for none
	cuts   int
	given  int               // the token that the parser was given last
	faulty map[FaultKind]int // how many faults of a kind there are
	mark   string
	places []*Node             // of a token's comment, what it stands in; nil where it stands nowhere
	before []*Node             // and the node before it there
	texts  []*Node             // of a token, the text after its comment
	merged map[string][]string // by tag, what attributes elements have that may be of several tags
	closed []closed
}

// closed is an element that an end tag of another ended.
type closed struct {
	*Node
	by token
}

// formatting are the elements that the parser opens again in every block that begins while they are open.
var formatting = map[string]bool{"a": true, "b": true, "big": true, "code": true, "em": true, "font": true, "i": true,
	"nobr": true,
	"s":    true, "small": true, "strike": true, "strong": true, "tt": true, "u": true}

// count spends what the parser will take besides the tokens themselves: formatting elements that are left open are made
// again for every tag that follows.
func (p *placing) count() {
	const few, alike = 8, 3 // of those that are alike the parser keeps three
	open, times := map[string][]string{}, map[string]int{}
	all := 0
	for _, t := range p.tokens {
		p.budget.Step(8 + all)
		if all > few {
			p.budget.Hold((all - few) * nodeSize / 4)
		}
		if !formatting[t.name] {
			continue
		}
		tag, named := p.d.text[t.From:t.To], open[t.name]
		switch {
		case t.kind == html.StartTagToken && times[tag] < alike:
			open[t.name] = append(named, tag)
			times[tag]++
			all++
		case t.kind == html.EndTagToken && len(named) > 0:
			last := len(named) - 1
			times[named[last]]--
			open[t.name] = named[:last]
			all--
		}
	}
}

// Read gives the parser the text, a token at a time, with a comment after each tag and comment, but not in what is text
// alone. So it is known which token the parser is at when it ends.
func (r *marked) Read(to []byte) (n int, err error) {
	for r.rest == "" {
		p := r.p
		if r.next == len(p.tokens) {
			return 0, io.EOF
		}
		if err := p.budget.Ended(); err != nil {
			return 0, err
		}
		i, t := r.next, p.tokens[r.next]
		p.given, r.next = i, i+1
		if p.left != nil && p.left[i] {
			continue
		}
		r.rest = p.d.text[t.From:t.To]
		if (t.kind == html.StartTagToken && !t.raw || t.kind == html.EndTagToken || t.kind == html.CommentToken) &&
			p.whole(t) {
			r.rest += "<!--" + p.mark + strconv.Itoa(i) + "-->"
		}
	}
	n = copy(to, r.rest)
	r.rest = r.rest[n:]
	return n, nil
}

// marked is what the parser is given.
type marked struct {
	p    *placing
	next int    // token
	rest string // of those before it
}

// mostCuts is how many elements that stand too deep are left out, each with what is in it, before all else is.
const mostCuts = 16

// cut leaves out the element at whose tag the parser found that elements stand too deep, with what is in it.
func (p *placing) cut() {
	if p.left == nil {
		p.left = make([]bool, len(p.tokens))
	}
	from := p.given
	for from > 0 && (p.left[from] || p.tokens[from].kind != html.StartTagToken) {
		from--
	}
	first := p.tokens[from]
	end, level := len(p.tokens), 0
	if p.cuts++; p.cuts <= mostCuts {
		for i := from; i < len(p.tokens) && end == len(p.tokens); i++ {
			switch t := p.tokens[i]; {
			case t.name != first.name || t.self:
			case t.kind == html.StartTagToken:
				level++
			case t.kind == html.EndTagToken:
				if level--; level == 0 {
					end = i + 1
				}
			}
		}
	}
	p.budget.Step(end - from)
	for i := from; i < end; i++ {
		p.left[i] = true
	}
	p.fault(Deep, first, "<%s> stands in more than 500 elements: it and what is in it are kept, and not read",
		Called(first.name))
}

// whole reports whether a tag is closed: at the end of a text it may not be.
func (p *placing) whole(t token) bool { return p.d.text[t.To-1] == '>' }

// tree parses the text with its comments and gives the tree without them. The error is that elements stand too deep.
func (p *placing) tree() (*Node, error) {
	n := len(p.tokens)
	p.places, p.before, p.texts = make([]*Node, n), make([]*Node, n), make([]*Node, n)
	p.merged = map[string][]string{}
	root, text := &Node{}, &marked{p: p}
	if p.d.Part {
		in := &html.Node{Type: html.ElementNode, Data: "template", DataAtom: atom.Template}
		nodes, err := html.ParseFragment(text, in)
		if err != nil {
			return nil, err
		}
		root.Tag = "template"
		p.add(root, slices.Values(nodes))
		return root, nil
	}
	document, err := html.Parse(text)
	if err != nil {
		return nil, err
	}
	p.add(root, document.ChildNodes())
	for _, k := range root.Children {
		if k.Tag == "html" {
			k.Parent = nil
			return k, nil
		}
	}
	return root, nil
}

func (p *placing) add(to *Node, nodes func(func(*html.Node) bool)) {
	var last *Node
	after := -1 // the token whose comment was the last node here
	for n := range nodes {
		p.budget.Step(4)
		p.budget.Hold(nodeSize)
		was := after
		after = -1
		switch n.Type {
		case html.CommentNode:
			if number, is := strings.CutPrefix(n.Data, p.mark); is {
				if i, err := strconv.Atoi(number); err == nil && i < len(p.tokens) {
					p.places[i], p.before[i] = to, last
					after = i
				}
			}
		case html.TextNode:
			last = &Node{Parent: to, Text: n.Data}
			to.Children = append(to.Children, last)
			if was >= 0 {
				p.texts[was] = last
			}
		case html.ElementNode:
			last = &Node{Tag: n.Data, Parent: to}
			to.Children = append(to.Children, last)
			if merges(n.Data) {
				for _, a := range n.Attr {
					p.merged[n.Data] = append(p.merged[n.Data], a.Key)
				}
			}
			p.add(last, n.ChildNodes())
		}
	}
}

// merges reports whether a second tag of an element gives it the attributes that it lacks.
func merges(tag string) bool { return tag == "html" || tag == "body" }

// merge gives the document's html or body the attributes of one more such tag that the parser gave it.
func (p *placing) merge(t token, attrs []Attr) {
	if !merges(t.name) || p.d.Part {
		return
	}
	n := p.d.Root
	if t.name == "body" {
		n = p.d.Body()
	}
	if n.Tag != t.name {
		return
	}
	for _, a := range attrs {
		if slices.Contains(p.merged[t.name], a.Name) && n.Attr(a.Name) == nil {
			n.Attrs = append(n.Attrs, a)
		}
	}
}

// finish gives nodes their spans, and tells what is wrong.
func (p *placing) finish() {
	open := []*Node{} // with a start tag and without an end tag as yet
	if children := p.d.Root.Children; len(p.tokens) > 0 && p.tokens[0].kind == html.TextToken && p.d.Part &&
		len(children) > 0 &&
		children[0].IsText() {
		children[0].Start = p.tokens[0].Span
	}
	if !p.d.Part {
		p.leading()
	}
	for i, t := range p.tokens {
		place := p.places[i]
		known := place != nil
		switch t.kind {
		case html.StartTagToken:
			attrs := attributes(p.budget, p.d.text, t.Span)
			p.doubled(t, attrs)
			if !known {
				continue // what follows it is text, or the file ends in it
			}
			n := place
			if void[t.name] || place.Tag != t.name || place.Start.Len() > 0 {
				n = p.before[i]
			}
			if n == nil || n.Tag != t.name && !(t.name == "image" && n.Tag == "img") || n.Start.Len() > 0 {
				if !slices.Contains([]string{"html", "head", "body"}, t.name) {
					p.fault(Ignored, t, "<%s> makes no element here", Called(t.name))
				}
				p.merge(t, attrs)
				continue
			}
			n.Start, n.Attrs = t.Span, attrs
			if n == place {
				for len(open) > 0 && optional[open[len(open)-1].Tag] && !within(place, open[len(open)-1]) {
					open = open[:len(open)-1] // it ended without a tag
				}
				open = append(open, n)
			}
		case html.EndTagToken:
			if !known {
				continue
			}
			if n := p.before[i]; rawText[t.name] && n != nil && n.Tag == t.name && n.Start.Len() == 0 {
				p.rawElement(n, i)
				continue
			}
			open = p.end(t, open, place)
		}
		if text := p.texts[i]; text != nil && i+1 < len(p.tokens) && p.tokens[i+1].kind == html.TextToken {
			text.Start = p.tokens[i+1].Span
		}
	}
	for _, c := range p.closed {
		p.tell(Fault{Missing, c.Tag, c.Start, fmt.Sprintf("<%s> is not ended before </%s>", Called(c.Tag),
			Called(c.by.name))})
	}
	for _, n := range open {
		if !optional[n.Tag] {
			p.tell(Fault{Missing, n.Tag, n.Start, fmt.Sprintf("<%s> is never ended", Called(n.Tag))})
		}
	}
	slices.SortStableFunc(p.d.Faults, func(a, b Fault) int { return a.At.From - b.At.From })
}

// leading gives the text that a document begins with, before any tag or comment, its span: without the space before it,
// which makes no text.
func (p *placing) leading() {
	for _, t := range p.tokens {
		text := p.d.text[t.From:t.To]
		switch {
		case t.kind == html.DoctypeToken, t.kind == html.TextToken && strings.TrimSpace(text) == "":
			continue
		case t.kind != html.TextToken:
			return
		}
		found := false
		p.d.Root.Walk(func(n *Node) {
			if n.IsText() && !found {
				n.Start, found = Span{t.To - len(strings.TrimLeft(text, " \t\n\f\r")), t.To}, true
			}
		})
		return
	}
}

// rawElement gives the element that ends at token i, and whose content is text alone, its tags.
func (p *placing) rawElement(n *Node, i int) {
	for at := i - 1; at >= 0 && at >= i-2; at-- {
		if s := p.tokens[at]; s.kind == html.StartTagToken && s.name == n.Tag {
			n.Start, n.Attrs, n.End = s.Span, attributes(p.budget, p.d.text, s.Span), p.tokens[i].Span
			if text := i - 1; text > at && len(n.Children) == 1 && n.Children[0].IsText() {
				n.Children[0].Start = p.tokens[text].Span
			}
			return
		}
	}
}

// end gives the element that an end tag ends that tag, and tells what it leaves open. What comes next stands in place:
// an element that holds it was not ended.
func (p *placing) end(t token, open []*Node, place *Node) []*Node {
	at := -1
	for i := len(open) - 1; i >= 0; i-- {
		p.budget.Step(1)
		if open[i].Tag == t.name {
			at = i
			break
		}
	}
	if at < 0 || t.name != "body" && t.name != "html" && within(place, open[at]) {
		for i, c := range slices.Backward(p.closed) {
			p.budget.Step(1)
			if c.Tag == t.name {
				p.fault(Crossed, c.by, "</%s> stands where <%s> is still open: </%[2]s> comes later", Called(c.by.name),
					Called(t.name))
				p.closed = slices.Delete(p.closed, i, i+1)
				return open
			}
		}
		if t.name != "p" && t.name != "br" {
			p.fault(Surplus, t, "</%s> ends nothing here", Called(t.name))
		}
		return open
	}
	n := open[at]
	n.End = t.Span
	for _, inner := range open[at+1:] {
		if !optional[inner.Tag] {
			p.closed = append(p.closed, closed{inner, t})
		}
	}
	// what goes on past the end tag, as a formatting element's content may, stays open
	inner := slices.DeleteFunc(open[at:], func(o *Node) bool {
		p.budget.Step(4)
		return o == n || within(o, n) && !within(place, o) && o != place
	})
	return open[:at+len(inner)]
}

// within reports whether a node stands in another.
func within(n, in *Node) bool {
	for up := n; up != nil; up = up.Parent {
		if up == in {
			return true
		}
	}
	return false
}

// mostCalled is how many bytes of a name sentences have.
const mostCalled = 60

// Called is the name of an element or an attribute as sentences have it: it may be of any length.
func Called(name string) string {
	if len(name) <= mostCalled {
		return name
	}
	return strings.ToValidUTF8(name[:mostCalled], "") + "…"
}

// mostFaults is how many faults of a kind are told of a file.
const mostFaults = 500

// tell keeps a fault; of very many the last that is kept says so.
func (p *placing) tell(f Fault) {
	switch p.faulty[f.Kind]++; {
	case p.faulty[f.Kind] < mostFaults:
	case p.faulty[f.Kind] == mostFaults:
		f.Text += "; there are more like it, which are not listed"
	default:
		return
	}
	p.d.Faults = append(p.d.Faults, f)
}

func (p *placing) fault(kind FaultKind, t token, text string, args ...any) {
	p.tell(Fault{kind, t.name, t.Span, fmt.Sprintf(text, args...)})
}

// doubled tells of attributes that a tag has twice.
func (p *placing) doubled(t token, all []Attr) {
	for _, a := range all {
		if a.Doubled {
			p.tell(Fault{Doubled, t.name, a.Span, fmt.Sprintf("<%s> has %s already: this one does not count",
				Called(t.name), Called(a.Name))})
		}
	}
}
