package sample

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
)

// Surrounded writes a page on a kit that was brought in as people write theirs: other elements, with margins, padding,
// borders and widths of a stylesheet of the page's own, stand around, between and inside its containers, rows and
// columns, and some of those stand where they do nothing. Every element that has a box has a number in data-node. The
// page's own stylesheet stands in the document, after the kit's.
func Surrounded(r *rand.Rand, k *kit.Kit, p *page.Page) string {
	s := &surrounder{r: r, f: foreign.Of(k, p), tab: pick(r, "  ", "\t", ""), end: pick(r, "\n", "\n", "\r\n")}
	s.nodes(p.Body, 1)
	if r.IntN(3) == 0 && k.Technique != kit.Float { // a row in no container, a column in no row
		for _, n := range p.Body {
			if n.Kind == page.Container && len(n.Children) > 0 {
				s.nodes(n.Children[:1], 1)
				s.nodes(n.Children[0].Children[:1], 1)
			}
		}
	}
	body := s.b.String()
	var b strings.Builder
	b.WriteString("<!doctype html>" + s.end + "<html><head><meta charset=utf-8>" + s.end)
	for _, f := range k.Imported.Files {
		b.WriteString("<style>" + f.Text + "</style>" + s.end)
	}
	b.WriteString("<style>" + s.end + "body { margin: " + fmt.Sprint(r.IntN(3)*8) + "px }" + s.end)
	for i := range others {
		b.WriteString(fmt.Sprintf(".other-%d { %s}%s", i, s.rule(i >= straight), s.end))
	}
	b.WriteString("</style></head><body>" + s.end + body + "</body></html>" + s.end)
	return b.String()
}

// others is how many classes of its own a page has; those from straight on may be such as floats do not enter, and
// have margins that are auto. They do not stand straight in rows, and have no negative margin above: where floats are
// near, browsers do not always let it collapse, and the plan does not know when.
const (
	others   = 8
	straight = 6
	deepest  = 2 // rows around an element: further in there is soon no room left
)

type surrounder struct {
	r        *rand.Rand
	f        *foreign.Page
	b        strings.Builder
	tab, end string
	count    int
	rows     int // that stand around what is being written
}

// rule is what the class of another element says.
func (s *surrounder) rule(apart bool) string {
	text := ""
	say := func(oneIn int, format string, args ...any) {
		if s.r.IntN(oneIn) == 0 {
			text += fmt.Sprintf(format, args...) + "; "
		}
	}
	px := func(most int) int { return s.r.IntN(most + 1) }
	say(2, "margin: %dpx %dpx", px(40), px(20))
	if !apart {
		say(3, "margin-top: %dpx", px(60)-20)
	}
	say(3, "margin-bottom: %dpx", px(60)-20)
	say(2, "padding: %dpx %dpx", px(20), px(30))
	say(4, "padding-top: %d.5px", px(20))
	say(3, "border: %dpx solid", px(4))
	say(5, "border-top: %dpx solid", px(4))
	say(4, "width: %d%%", 50+px(50))
	say(5, "max-width: %dpx", 300+px(600))
	if apart {
		say(2, "margin-left: auto")
		say(2, "margin-right: auto")
		say(3, "display: flow-root")
		say(4, "overflow: hidden")
	}
	say(3, "box-sizing: %s", pick(s.r, "border-box", "content-box"))
	say(8, "min-height: %dpx", px(120))
	say(10, "position: relative; top: %dpx; left: %dpx", px(20)-10, px(20)-10)
	return text
}

func (s *surrounder) line(depth int, format string, args ...any) {
	s.b.WriteString(strings.Repeat(s.tab, depth) + fmt.Sprintf(format, args...) + s.end)
}

// number is the attribute that numbers an element.
func (s *surrounder) number() string {
	s.count++
	return fmt.Sprintf(` data-node="n%d"`, s.count)
}

func (s *surrounder) other(in page.Kind) string {
	if in == page.Column {
		return fmt.Sprintf("other-%d", s.r.IntN(straight))
	}
	return fmt.Sprintf("other-%d", s.r.IntN(others))
}

// block is an element that holds nothing, with a height.
func (s *surrounder) block(depth int) {
	s.line(depth, `<%s class="%s"%s style="height: %dpx"></%[1]s>`, pick(s.r, "div", "p", "section", "figure"),
		s.other(""), s.number(), s.r.IntN(200))
}

func (s *surrounder) nodes(nodes []*page.Node, depth int) {
	joined := len(nodes) > 0 && nodes[0].Kind == page.Column && s.f.Joined()
	for i, n := range nodes {
		if s.r.IntN(8) == 0 && !joined && n.Kind != page.Column {
			s.block(depth)
		}
		var around []string
		for s.r.IntN(4) == 0 && !joined && s.rows < deepest && (n.Kind != page.Column || s.r.IntN(4) == 0) {
			around = append(around, pick(s.r, "div", "section", "article"))
			s.line(depth, `<%s class="%s"%s>`, around[len(around)-1], s.other(n.Kind), s.number())
		}
		s.node(n, depth+len(around), joined && i > 0, joined && i < len(nodes)-1)
		for _, tag := range slices.Backward(around) {
			s.line(depth, `</%s>`, tag)
		}
	}
}

func (s *surrounder) node(n *page.Node, depth int, after, before bool) {
	if n.Kind == page.Row {
		s.rows++
		defer func() { s.rows-- }()
	}
	if n.Kind == page.Block {
		s.block(depth)
		return
	}
	from, to := "", ""
	if after {
		from = "-->"
	}
	if before {
		to = "<!--"
	}
	words := slices.Clone(s.f.Texts(n))
	if s.r.IntN(12) == 0 && n.Kind != page.Row && n.Kind != page.Column {
		words = append(words, s.other(""))
	}
	s.line(depth, "%s<div%s%s>", from, attributes(words), s.number())
	if n.Kind == page.Column && s.f.Inner() != "" {
		s.line(depth, "<div%s>", attributes([]string{s.f.Inner()}))
		s.nodes(n.Children, depth+1)
		s.line(depth, "</div>")
	} else {
		s.nodes(n.Children, depth+1)
	}
	s.line(depth, "</div>%s", to)
}

// attributes are words as they stand in a tag.
func attributes(words []string) string {
	values := map[string][]string{}
	var names []string
	for _, text := range words {
		name, word := "class", text
		if n, w, is := strings.Cut(text, "="); is {
			name, word = n, w
		}
		if _, has := values[name]; !has {
			names = append(names, name)
		}
		values[name] = append(values[name], word)
	}
	text := ""
	for _, name := range names {
		text += fmt.Sprintf(" %s=%q", name, strings.TrimSpace(strings.Join(values[name], " ")))
	}
	return text
}
