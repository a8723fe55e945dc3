package ship

import (
	"path"
	"regexp"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
)

// Names of kits, pages and nodes may be anything: nothing of them ends a comment, a string,
// a rule or a tag in any form of code, whether or not a check would have refused them.
func TestNamesStayInTheirPlace(t *testing.T) {
	want := withoutComments(namedPage("Plain"))
	r := sample.New(31)
	for range 60 {
		name := sample.HostileName(r)
		for file, got := range withoutComments(namedPage(name)) {
			if got != want[file] {
				t.Fatalf("%q gets out into %s:\n%s\nwant\n%s", name, file, got, want[file])
			}
		}
	}
}

// namedPage is the files of a page on which everything has that name.
func namedPage(name string) map[string]string {
	k := sample.Twelve()
	k.Name = name
	column := &page.Node{ID: "c", Name: name, Kind: page.Column, Anchor: "c",
		At: []page.Setting{page.At("mid").With(page.Width, page.Take(8))}}
	row := &page.Node{ID: "r", Name: name, Kind: page.Row, Anchor: "r", Children: []*page.Node{column}}
	frame := &page.Node{ID: "f", Name: name, Kind: page.Container, Anchor: "f", Children: []*page.Node{row}}
	p := &page.Page{ID: "p", Name: name, File: "index.html", Language: "en", Kit: k.ID, Body: []*page.Node{frame}}
	l, pr := layout.Of(k, p), sample.Of(p, k)
	all := map[string]string{"document.html": Document(l, pr, code.Options{Hold: true, Ends: true})}
	for _, f := range Forms {
		for _, file := range Files(l, pr, f.Form, code.Options{Ends: true}) {
			all[string(f.Form)+"/"+file.Name] = file.Text
		}
	}
	return all
}

var (
	function = regexp.MustCompile(`function \w+\(`)
	strung   = `"(?:\\.|[^"\\\n])*"|'(?:\\.|[^'\\\n])*'|` + "`[^`]*`"
	starred  = regexp.MustCompile(`(?s)` + strung + `|/\*.*?\*/`)
	slashed  = regexp.MustCompile(`(?s)` + strung + `|/\*.*?\*/|//[^\n\r\f\x{2028}\x{2029}]*`)
)

// withoutComments is files without their comments, and HTML without its title's words.
func withoutComments(files map[string]string) map[string]string {
	for name, text := range files {
		comments := slashed
		switch path.Ext(name) {
		case ".html":
			files[name] = withoutHTMLComments(text)
			continue
		case ".css":
			comments = starred
		}
		files[name] = function.ReplaceAllString(without(comments, text), "function X(")
	}
	return files
}

// without is a text without what begins with a slash of what is found.
func without(comments *regexp.Regexp, text string) string {
	return comments.ReplaceAllStringFunc(text, func(found string) string {
		if found[0] == '/' {
			return ""
		}
		return found
	})
}

func withoutHTMLComments(text string) string {
	var b strings.Builder
	z := html.NewTokenizer(strings.NewReader(text))
	for title := false; ; {
		switch kind := z.Next(); {
		case kind == html.ErrorToken:
			return b.String()
		case kind == html.CommentToken || kind == html.TextToken && title:
		default:
			token := z.Token()
			b.WriteString(without(starred, strings.TrimSpace(token.String())))
			title = kind == html.StartTagToken && token.Data == "title"
		}
	}
}
