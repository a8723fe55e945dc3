package origin

import (
	"context"
	"path"
	"strings"

	"kitrows/internal/browser/lines"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// asideAttr is the attribute in which the words of a kit stand where the layout of a page is in mixins: the text that
// is worked on has it, right behind the names of tags; the file that is written has none.
const asideAttr = "data-kr-words"

// between stands between words there; none has it.
const between = "|"

// Aside are the words of an element that stand aside.
func Aside(n *markup.Node) []string {
	if a := n.Attr(asideAttr); a != nil && a.Value != "" {
		return strings.Split(a.Value, between)
	}
	return nil
}

// InAside is words as one that stands aside has them.
func InAside(words []string) string { return asideAttr + "=" + strings.Join(words, between) }

// SetAside gives the edits by which an element has those words aside.
func SetAside(doc *markup.Document, n *markup.Node, words []string) []markup.Edit {
	value := strings.Join(words, between)
	switch a := n.Attr(asideAttr); {
	case a == nil && value == "", a != nil && a.Value == value:
		return nil
	case a == nil:
		return []markup.Edit{doc.Attribute(n, asideAttr, value)}
	case value == "":
		return []markup.Edit{{Span: markup.Span{From: a.From - 1, To: a.To}}}
	default:
		return []markup.Edit{doc.SetAttr(n, asideAttr, value)}
	}
}

// Unsaid are the edits that make a page's file of its text.
func Unsaid(o *page.Origin) (edits []markup.Edit) {
	if o.Address() == "" {
		return nil
	}
	doc := Document(o)
	doc.Root.Walk(func(n *markup.Node) { edits = append(edits, SetAside(doc, n, nil)...) })
	return edits
}

// without are those edits as splices.
func without(o *page.Origin) []markup.Splice {
	k := knownOf(o)
	k.asides.Do(func() { k.without = k.Splices(Unsaid(o)) })
	return k.without
}

// StyleOf is the address at which a page links the stylesheet that its mixins come to, where none was chosen.
func StyleOf(p *page.Page) string {
	name := strings.TrimSuffix(path.Base(p.File), path.Ext(p.File)) + ".css"
	if at := Find(p.Origin.Sheets, name); at >= 0 && !IsGenerated(p.Origin.Sheets[at]) || name == "kit.css" ||
		name == "page.css" {
		return strings.TrimSuffix(name, ".css") + "-layout.css"
	}
	return name
}

// MixinsAt is the address at which a page on kit k links the stylesheet that its mixins come to, or would; empty of a
// page that is made here and of kits whose mixins are written apart.
func MixinsAt(p *page.Page, k *kit.Kit) string {
	switch {
	case p.Origin == nil || k.Imported != nil:
		return ""
	case p.Origin.Mixins != "":
		return p.Origin.Mixins
	}
	return StyleOf(p)
}

// File is the bytes of a page's file.
func File(o *page.Origin) []byte {
	if out := without(o); len(out) > 0 {
		return markup.Spliced(o.Bytes(), out)
	}
	return o.Bytes()
}

// Line tells where a byte of a page's text stands in its file; line 0 of a page that has none.
func Line(o *page.Origin, at int) lines.Place {
	if o == nil {
		return lines.Place{}
	}
	doc := Document(o)
	line := doc.Line(at)
	for _, p := range without(o) {
		if from := doc.At(p.From); from < at && doc.Line(from).Line == line.Line {
			line.Column -= min(at, doc.At(p.To)) - from
		}
	}
	return line
}

// Taken is the text of a page when its file has these bytes: elements keep the words that stand aside, where they are
// still there.
func Taken(o *page.Origin, file []byte) ([]byte, error) {
	if o.Mixins == "" {
		return file, nil
	}
	next, _ := markup.Parse(context.Background(), file)
	if err := checkFree(next); err != nil {
		return nil, err
	}
	p := pairing{old: Document(o), next: next, pairs: map[*markup.Node]*markup.Node{}, taken: map[*markup.Node]bool{}}
	p.same()
	p.children(p.old.Root, next.Root)
	var edits []markup.Edit
	p.old.Root.Walk(func(n *markup.Node) {
		if to := p.pairs[n]; to != nil && to.Start.Len() > 0 {
			edits = append(edits, SetAside(next, to, Aside(n))...)
		}
	})
	return next.Apply(edits), nil
}

// WithMixins is page p with its layout in mixins, which come to a stylesheet of that address; or, where it is empty, in
// the classes of its file. Its text is as it was.
func WithMixins(p *page.Page, address string) *page.Page {
	c, doc := *p, Document(p.Origin)
	c.Origin = p.Origin.With(p.Origin.Bytes())
	c.Origin.Mixins, c.Origin.Places = address, p.Origin.Places
	keep(c.Origin, doc, p.Origin)
	return &c
}

// WithKept is page p with other files kept up to date for it.
func WithKept(p *page.Page, kept []page.Kept) *page.Page {
	c := WithMixins(p, p.Origin.Mixins)
	c.Origin.Kept = kept
	return c
}

// checkFree refuses a file that has the attribute in which words stand aside.
func checkFree(doc *markup.Document) (err error) {
	doc.Root.Walk(func(n *markup.Node) {
		if n.Attr(asideAttr) != nil {
			err = fault.New("file", "an attribute "+asideAttr,
				"none of that name: Kit Rows has its own words in it, and not in the file")
		}
	})
	return err
}

// CheckFree refuses mixins for a page whose file has the attribute in which words stand aside then.
func CheckFree(o *page.Origin) error {
	if o.Mixins != "" {
		return nil // it is ours
	}
	return checkFree(Document(o))
}

// CheckMixins refuses mixins for a page on a kit that has none.
func CheckMixins(k *kit.Kit) error {
	if k.Imported != nil {
		return fault.New("kit", k.Name, "a kit that is made here: a stylesheet that was brought in is of classes")
	}
	return nil
}
