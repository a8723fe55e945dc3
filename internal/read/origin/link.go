package origin

import (
	"fmt"
	"net/url"
	"path"
	"regexp"
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A Link is a stylesheet that a document links, or that stands in it.
type Link struct {
	*markup.Node
	Name  string // its address without a query, or of one that stands in the document, STYLE and its number
	Media string
	Text  string // of one that stands in the document
	Here  bool   // it stands in the document
}

// Style is what the names of stylesheets that stand in a document begin with.
const Style = "style "

// Links are the stylesheets of a document in their order, without those that browsers do not apply.
func Links(doc *markup.Document) (all []Link) {
	here := 0
	doc.Root.Walk(func(n *markup.Node) {
		switch {
		case n.Tag == "style" && (n.Parent == doc.Root || n.Parent.Tag != "noscript" && n.Parent.Tag != "template"):
			here++
			l := Link{Node: n, Name: fmt.Sprintf("%s%d", Style, here), Media: valueOf(n, "media"), Here: true}
			if len(n.Children) > 0 { // its text is one
				l.Text = n.Children[0].Text
			}
			if kind := valueOf(n, "type"); kind == "" || strings.EqualFold(kind, "text/css") {
				all = append(all, l)
			}
		case n.Tag == "link":
			rel := strings.Fields(strings.ToLower(valueOf(n, "rel")))
			if href := valueOf(n, "href"); slices.Contains(rel, "stylesheet") && !slices.Contains(rel, "alternate") &&
				href != "" &&
				n.Attr("disabled") == nil {
				all = append(all, Link{Node: n, Name: Address(href), Media: valueOf(n, "media")})
			}
		}
	})
	return all
}

// Linked reports whether a page links a stylesheet of that address.
func Linked(p *page.Page, address string) bool {
	return slices.ContainsFunc(Links(Document(p.Origin)), func(l Link) bool { return !l.Here && l.Name == address })
}

var imports = regexp.MustCompile(`(?i)@import\s+(?:url\()?\s*["']?([^"')\s;]+)`)

// Imports are the addresses of the stylesheets that one imports, as the page finds them that links it.
func Imports(f kit.File) (all []string) {
	if !strings.Contains(f.Text, "@i") && !strings.Contains(f.Text, "@I") {
		return nil
	}
	for _, m := range imports.FindAllStringSubmatch(f.Text, -1) {
		if address := Address(m[1]); strings.HasPrefix(address, "/") || strings.Contains(address, ":") {
			all = append(all, address)
		} else {
			all = append(all, path.Join(path.Dir(f.Name), address))
		}
	}
	return all
}

// Reached are the stylesheets at some addresses and those that they import, each after those that it imports, at most
// as many as a page may have. Read gives the text at an address; is is false where there is none.
func Reached(addresses []string, read func(address string) (text string, is bool)) (all []kit.File) {
	seen := map[string]bool{}
	var add func(address string)
	add = func(address string) {
		if seen[address] || len(all) >= page.MaxSheets {
			return
		}
		seen[address] = true
		text, is := read(address)
		if !is {
			return
		}
		f := kit.File{Name: address, Text: text}
		for _, imported := range Imports(f) {
			add(imported)
		}
		if len(all) < page.MaxSheets {
			all = append(all, f)
		}
	}
	for _, address := range addresses {
		add(address)
	}
	return all
}

// IsImported reports whether one of some stylesheets imports the one at an address.
func IsImported(all []kit.File, address string) bool {
	return slices.ContainsFunc(all, func(f kit.File) bool {
		return f.Name != address && slices.Contains(Imports(f), address)
	})
}

// Beside is where a link of a file leads in the folder that all stand in, both by their paths; empty where it leads out
// of it or elsewhere.
func Beside(from, link string) string {
	name := path.Join(path.Dir(from), link)
	if rest, is := strings.CutPrefix(link, "/"); is {
		name = path.Clean(rest)
	}
	if !page.IsPath(name) {
		return ""
	}
	return name
}

// InHead is the edit by which a line stands at the end of the head; there is none where the file says no head.
func InHead(doc *markup.Document, line string) (e markup.Edit, is bool) {
	for _, k := range doc.Root.Children {
		if k.Tag != "head" {
			continue
		}
		for i := len(k.Children) - 1; i >= 0; i-- {
			if n := k.Children[i]; !n.IsText() && n.Start.Len() > 0 {
				return doc.After(doc.Outer(n), line), true
			}
		}
		return doc.After(k.Start, line), k.Start.Len() > 0
	}
	return e, false
}

// Address is where a link leads, without its query; of one beside the document its path.
func Address(href string) string {
	u, err := url.Parse(strings.TrimSpace(href))
	if err != nil {
		return href
	}
	u.RawQuery, u.Fragment = "", ""
	if u.Host == "" && u.Scheme == "" && !strings.HasPrefix(u.Path, "/") {
		return path.Clean(u.Path)
	}
	return u.String()
}

func valueOf(n *markup.Node, name string) string {
	if a := n.Attr(name); a != nil {
		return strings.TrimSpace(a.Value)
	}
	return ""
}

// Sheets are the stylesheets that hold for a document: those that it links, of the files given, and those that stand in
// it. Files that are not linked come before all others, but for rules of the page's own, which come last; missing are
// the links that lead to none of the files.
func Sheets(doc *markup.Document, files []kit.File) (sheets []css.Source, missing []Link) {
	used := make([]bool, len(files))
	for _, l := range Links(doc) {
		if l.Here {
			sheets = append(sheets, css.Source{Name: l.Name, Text: l.Text, Media: l.Media})
			continue
		}
		at := Find(files, l.Name)
		if at < 0 {
			missing = append(missing, l)
			continue
		}
		used[at] = true
		sheets = append(sheets, css.Source{Name: files[at].Name, Text: files[at].Text, Media: l.Media})
	}
	var before []css.Source
	for i, f := range files {
		switch {
		case used[i]:
		case IsRules(f):
			sheets = append(sheets, css.Source{Name: f.Name, Text: f.Text})
		default:
			before = append(before, css.Source{Name: f.Name, Text: f.Text})
		}
	}
	return append(before, sheets...), missing
}

// Find is the file that a link's address leads to: the one of that name or, where there is none, the only one whose
// name ends alike; -1 for none.
func Find(files []kit.File, name string) int {
	if at := slices.IndexFunc(files, func(f kit.File) bool { return Address(f.Name) == name }); at >= 0 {
		return at
	}
	found := -1
	for i, f := range files {
		if path.Base(f.Name) == path.Base(name) {
			if found >= 0 {
				return -1
			}
			found = i
		}
	}
	return found
}
