package markup

import (
	"net/url"
	"slices"
	"strings"
	"sync"

	"github.com/microcosm-cc/bluemonday"
	"golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"kitrows/internal/grid/page"
)

// policy is what foreign markup may hold where it is shown: words and their
// structure, tables and pictures; no script, no style, nothing that is fetched.
var policy = sync.OnceValue(func() *bluemonday.Policy {
	p := bluemonday.UGCPolicy()
	p.AllowDataURIImages()
	return p
})

// Fetched lists the hosts that a page's own markup has pictures fetched from where it is shown
// outside Kit Rows, in order.
func Fetched(p *page.Page) (hosts []string) {
	p.Walk(func(n *page.Node, _ page.Place) {
		if n.Content == nil || n.Content.Type != page.HTML || !strings.Contains(n.Content.Text, "//") {
			return
		}
		z := html.NewTokenizer(strings.NewReader(Cleaned(n.Content.Text)))
		for z.Next() != html.ErrorToken {
			for _, a := range z.Token().Attr {
				if u, err := url.Parse(a.Val); a.Key == "src" && err == nil && u.Host != "" &&
					!slices.Contains(hosts, u.Host) {
					hosts = append(hosts, u.Host)
				}
			}
		}
	})
	slices.Sort(hosts)
	return hosts
}

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
