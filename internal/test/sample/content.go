package sample

import (
	"math/rand/v2"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// words are what real texts are made of: some are long, some have letters that few fonts have.
var words = strings.Fields("the tern raft at low water is dry for two hours and wardens count kittiwakes turnstones " +
	"sandwich-terns on outer stack before noon observatory ringing-room Seevogelschutzgebietsverwaltung hâlé 12 0.8 m " +
	"a of in causeway masthead & <b> “quoted” — tide 2,417 waders’ roost log")

// text is some random words, of which some stand in elements or break the line.
func text(r *rand.Rand, most int) string {
	all := make([]string, 1+r.IntN(most))
	for i := range all {
		all[i] = words[r.IntN(len(words))]
		switch r.IntN(24) {
		case 0:
			tag := pick(r, "strong", "em", "code", "small")
			all[i] = "<" + tag + ">" + all[i] + " tern</" + tag + ">"
		case 1:
			all[i] += "<br>"
		}
	}
	return strings.Join(all, " ")
}

// linked is a text with a link in it.
func linked(r *rand.Rand, most int) string {
	return text(r, most) + ` <a href="log.html?day=1&amp;net=2">` + text(r, 4) + "</a>"
}

// Contents gives the blocks of a page real content, of which only a browser knows the size: texts that break, long
// words, pictures in lines, tables, buttons and forms.
func Contents(r *rand.Rand, k *kit.Kit, p *page.Page) *page.Page {
	next := *p
	next.Body = contents(r, k, p.Body)
	if r.IntN(3) == 0 {
		next.Style = pick(r,
			"body { margin: 0; font: 15px/1.45 'DejaVu Serif', serif }\nimg { max-width: 100% }\nh1, h2 { margin: 0 0 .4em }",
			"body { margin: 0; font-family: 'Liberation Sans', sans-serif }\np { margin: 0 0 10px }\nul { padding-left: 1em }",
			"body { margin: 0 }\nimg { max-width: 100%; vertical-align: top }\narticle { padding: 12px; border: 1px "+
				"solid #ccc }")
	}
	return &next
}

func contents(r *rand.Rand, k *kit.Kit, nodes []*page.Node) []*page.Node {
	var all []*page.Node
	for _, n := range nodes {
		c := *n
		c.Children = contents(r, k, n.Children)
		if n.Kind == page.Block {
			c.Content = piece(r, k, n.Content)
		}
		all = append(all, &c)
	}
	return all
}

func piece(r *rand.Rand, k *kit.Kit, had *page.Content) *page.Content {
	if had.Fit && r.IntN(3) > 0 {
		return had
	}
	c := &page.Content{Type: pick(r, page.Heading, page.Text, page.Text, page.List, page.Button, page.Card, page.Form,
		page.HTML, page.Picture)}
	switch c.Type {
	case page.Heading:
		c.Text, c.Level = text(r, 8), 1+r.IntN(6)
	case page.Text:
		c.Text = pick(r, text, linked)(r, 60)
	case page.List:
		for range 1 + r.IntN(4) {
			c.Items = append(c.Items, text(r, 12))
		}
	case page.Button:
		c.Text = text(r, 3)
		if r.IntN(2) == 0 {
			c.Link = "tides.html"
		}
	case page.Card:
		c.Text, c.Level = text(r, 5), 2+r.IntN(3)
		c.Items = []string{text(r, 30)}
		if r.IntN(2) == 0 {
			c.Picture, c.Alt = "picture", "A tern"
		}
	case page.Form:
		c.Text, c.Items = "Send", []string{"Name", text(r, 3)}
	case page.Picture:
		c.Picture, c.Alt = "picture", "A tern"
	case page.HTML:
		c.Text = pick(r, "<p>"+escape(text(r, 30))+" <em>"+escape(text(r, 3))+"</em></p>\n<p>"+escape(text(r, 5))+"</p>",
			"<table><tr><th>Low</th><td>05:52</td></tr><tr><th>"+escape(text(r, 4))+"</th><td>4.9 m</td></tr></table>",
			"<blockquote>"+escape(text(r, 20))+"</blockquote>", escape(text(r, 20)),
			"<dl><dt>A</dt><dd>"+escape(text(r, 9))+"</dd></dl>")
	}
	return c
}

func escape(s string) string {
	return strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;").Replace(s)
}
