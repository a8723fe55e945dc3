package ship

import (
	"context"
	"net/url"
	"path"
	"strconv"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	html "kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/rewrite"
)

// filed is a page from HTML, by classes or by mixins: its file is what it is.
type filed struct {
	l  *layout.Layout
	pr *project.Project
}

func (d filed) layout() *layout.Layout { return d.l }

// files are the page's file and the stylesheets that it may link: those of its kit first, or what its mixins are
// written in.
func (d filed) files(f Form, o code.Options) []code.File {
	p := d.l.Page()
	all := []code.File{markup.Write(d.l, d.pr, o).File(p.File)}
	if f.ByMixins() {
		all = append(all, d.mixins(f, o)...)
	}
	for _, file := range foreign.Files(d.l.Kit(), p) {
		if !strings.HasPrefix(file.Name, origin.Style) && !(f.ByMixins() && file.Name == p.Origin.Mixins) {
			all = append(all, code.File{Name: file.Name, Text: file.Text})
		}
	}
	return all
}

func (d filed) ownStyle(f Form) (code.File, bool) { return ownStyle(d.l, f), f.ByMixins() }

// complete is the bytes of the page's file.
func (d filed) complete(string, []string) string { return string(origin.File(d.l.Page().Origin)) }

func (d filed) stylesheet(*markup.Markup, bool) string {
	return text(foreign.Files(d.l.Kit(), d.l.Page()))
}

func (d filed) cost(ctx context.Context, f Form) (Cost, error) {
	m := markup.Write(d.l, d.pr, code.Options{})
	if f.ByMixins() {
		styles := rewrite.Mixed(d.l.Page(), d.l.Kit(), code.Options{}).CSS()
		return cost(ctx, m.String(), styles.String(), styles.Rules())
	}
	return cost(ctx, m.String(), d.stylesheet(m, true), len(d.l.Foreign().Cascade().Rules))
}

// saying is what the node's rules include, where the layout is in mixins: nothing for the node itself, then what is
// included from a breakpoint on or, where that is nothing, carried.
func (d filed) saying(n, in *page.Node) []string {
	if d.l.Page().Origin.Address() == "" {
		return d.l.Foreign().Deciding(n)
	}
	row := ""
	if in != nil {
		row = in.ID
	}
	calls := rewrite.Mixed(d.l.Page(), d.l.Kit(), code.Options{}).Calls(n.ID, row)
	for i := range calls {
		if i > 0 && calls[i] == "" {
			calls[i] = calls[i-1]
		}
	}
	return append([]string{""}, calls...)
}

func (filed) name(f Form) string {
	switch f {
	case Used:
		return "The page's file"
	case Whole:
		return ""
	}
	return f.name()
}

func (d filed) mixins(f Form, o code.Options) []code.File {
	p := d.l.Page()
	all := inForms(rewrite.Mixed(p, d.l.Kit(), o), f)
	if f == Plain {
		all[0].Name = path.Base(p.Origin.Mixins)
	}
	return all
}

// inForm is a page that was read from markup with its layout in mixins, or with it in classes.
func inForm(l *layout.Layout, pr *project.Project, byMixins bool) *layout.Layout {
	p := l.Page()
	if byMixins == (p.Origin.Mixins != "") {
		return l
	}
	address := ""
	if byMixins {
		address = origin.StyleOf(p)
	}
	next, err := rewrite.ByMixins(p, l.Kit(), pr, address)
	if err != nil {
		return l // a class that it would need is not to be had
	}
	return l.Like(l.Kit(), next)
}

// document is the file of the page as it is, with the stylesheets that it links inside, those of the kit first
// where it links none of them, and with what the options ask for. It carries the policy of all documents.
func (d filed) document(o code.Options) string {
	l, p := d.l, d.l.Page()
	doc := origin.Document(p.Origin)
	files := foreign.Files(l.Kit(), p)
	used := map[string]bool{}
	var edits []html.Edit
	for _, link := range origin.Links(doc) {
		at := origin.Find(files, link.Name)
		if link.Here || at < 0 {
			continue
		}
		used[files[at].Name] = true
		edits = append(edits, html.Edit{Span: link.Start, Text: style(inlined(files, at, o.Files), link.Media)})
	}
	doctype, before := "", ""
	if doc.Part { // as in a page that includes it
		doctype = "<!DOCTYPE html>"
	}
	for i, f := range files {
		if !used[f.Name] && !strings.HasPrefix(f.Name, origin.Style) {
			before += style(inlined(files, i, o.Files), "")
		}
	}
	if o.Tint {
		before += style("body { background: #d7e6e1 }", "")
	}
	policy := ""
	if o.Pictures == "" { // else its address has one
		policy = `<meta http-equiv="Content-Security-Policy" content="` + Policy + `">`
	}
	edits = append(edits, html.Edit{Span: top(doc), Text: doctype + `<meta charset="utf-8">` + policy + before})
	doc.Root.Walk(func(n *html.Node) {
		if a := n.Attr("src"); o.Files != "" && a != nil && strings.HasPrefix(a.Value, "/") &&
			!strings.HasPrefix(a.Value, "//") && a.Text.Len() > 0 {
			at := a.Text.From
			edits = append(edits, html.Edit{Span: html.Span{From: at, To: at}, Text: strings.TrimSuffix(o.Files, "/")})
		}
		if a := n.Attr("http-equiv"); n.Tag == "meta" && n.Start.Len() > 0 && (a != nil || n.Attr("charset") != nil) {
			edits = append(edits, html.Edit{Span: n.Start}) // another encoding, or another address
		}
		if n.Tag == "base" && n.Start.Len() > 0 {
			edits = append(edits, html.Edit{Span: n.Start})
		}
	})
	if o.Mark {
		edits = append(edits, d.marks(doc)...)
	}
	return origin.Decoded(doc, append(edits, origin.Unsaid(p.Origin)...))
}

// marks mark the elements of nodes with their ids, and number the words that a browser measures: elements by an
// attribute, texts by a comment before them.
func (d filed) marks(doc *html.Document) (edits []html.Edit) {
	of := map[*html.Node]string{}
	for n, s := range origin.Stretches(d.l.Page(), origin.Inner(d.l.Kit())) {
		if m := s.Element(); m != nil {
			of[m] = doc.Attribute(m, "data-node", n.ID).Text
		}
	}
	for i, leaf := range d.l.Foreign().Leaves() {
		switch n := leaf.Node; {
		case !n.IsText():
			of[n] += doc.Attribute(n, "data-leaf", strconv.Itoa(i)).Text
			if leaf.Whole {
				of[n] += doc.Attribute(n, "data-whole", "").Text
			}
		case n.Start.Len() > 0 && n.Parent != nil && n.Parent.Tag != "textarea" && n.Parent.Tag != "title":
			at := n.Start.From
			edits = append(edits, html.Edit{Span: html.Span{From: at, To: at},
				Text: "<!--kr-leaf:" + strconv.Itoa(i) + "-->"})
		}
	}
	for m, text := range of {
		if m.Start.Len() > 0 {
			edit := doc.Attribute(m, "", "")
			edit.Text = text
			edits = append(edits, edit)
		}
	}
	return edits
}

// style is a stylesheet as an element.
func style(text, media string) string {
	tag := "<style>"
	if media != "" {
		tag = "<style media=" + `"` + strings.ReplaceAll(media, `"`, "&quot;") + `">`
	}
	return tag + strings.ReplaceAll(text, "</", `<\/`) + "</style>"
}

// inlined is a file with those that it imports in it. Where the files beside the page are had from an address, what it
// shows of them is found from the page.
func inlined(files []kit.File, at int, beside string) string {
	sources := make([]css.Source, len(files))
	for i, f := range files {
		sources[i] = css.Source{Name: f.Name, Text: f.Text}
		if beside != "" {
			sources[i].Text = css.Rebased(f.Text, func(link string) string { return fromPage(f.Name, link, beside) })
		}
	}
	text := sources[at].Text
	err := budget.Within(context.Background(), budget.Cascade, func(b *budget.Budget) error {
		text = css.NewCascade(b, sources, flow.Expand).Inlined(at)
		return nil
	})
	if err != nil {
		return sources[at].Text
	}
	return text
}

// fromPage is where an address in a stylesheet leads, as the page that links the stylesheet has it. Beside is the
// address of the folder that all stand in.
func fromPage(sheet, link, beside string) string {
	switch u, err := url.Parse(link); {
	case err != nil || u.Scheme != "" || u.Host != "" || u.Path == "":
		return link
	case strings.HasPrefix(link, "/"):
		return strings.TrimSuffix(beside, "/") + link
	}
	from := path.Dir(sheet)
	if strings.HasPrefix(from, "/") {
		from = strings.TrimSuffix(beside, "/") + from
	}
	return strings.TrimPrefix(from+"/", "./") + link
}

// top is where what comes first in a document's head stands.
func top(doc *html.Document) (s html.Span) {
	at := 0
	if strings.HasPrefix(doc.Text(), "\ufeff") {
		at = len("\ufeff")
	}
	for _, k := range doc.Root.Children {
		if k.Tag == "head" && k.Start.Len() > 0 {
			return html.Span{From: k.Start.To, To: k.Start.To}
		}
	}
	if i := strings.Index(strings.ToLower(doc.Text()), "<!doctype"); i >= 0 && !doc.Part {
		if end := strings.IndexByte(doc.Text()[i:], '>'); end >= 0 {
			at = i + end + 1
		}
	}
	if doc.Root.Start.Len() > 0 {
		at = doc.Root.Start.To
	}
	return html.Span{From: at, To: at}
}
