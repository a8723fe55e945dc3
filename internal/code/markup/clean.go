package markup

import (
	"strings"
	"sync"

	"github.com/microcosm-cc/bluemonday"
	"golang.org/x/net/html"
	"golang.org/x/net/html/atom"
)

// policy is what foreign markup may hold where it is shown: words and their
// structure, tables and pictures; no script, no style, nothing that is fetched.
var policy = sync.OnceValue(func() *bluemonday.Policy {
	p := bluemonday.UGCPolicy()
	p.AllowDataURIImages()
	return p
})

// Cleaned is foreign markup as it may be shown: without what could run, and with
// every tag closed.
func Cleaned(markup string) string {
	body := &html.Node{Type: html.ElementNode, Data: "body", DataAtom: atom.Body}
	nodes, err := html.ParseFragment(strings.NewReader(policy().Sanitize(markup)), body)
	if err != nil {
		return html.EscapeString(markup)
	}
	var b strings.Builder
	for _, n := range nodes {
		if err := html.Render(&b, n); err != nil {
			return html.EscapeString(markup)
		}
	}
	return b.String()
}
