package css

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"github.com/tdewolff/parse/v2/css"

	"kitrows/internal/browser/budget"
)

// A Truth is whether something holds, as far as it can be told.
type Truth int8

// The truths. What asks for anything but widths on a screen is in Doubt.
const (
	No Truth = iota
	Doubt
	Yes
)

func (t Truth) not() Truth { return Yes - t }

// A Media is a list of media queries (Media Queries Level 4), of which one must hold. The zero
// Media holds always.
type Media struct {
	any  []query
	size int // how many queries are in it
}

// A query is a condition: on the width, or made of others.
type query struct {
	op    string // width, and, or, not; always, never, doubt
	of    []query
	low   bound
	high  bound
	asked string // what cannot be told
}

// A bound is an end of a range of widths, in px.
type bound struct {
	px     float64
	is     bool // there is one
	itself bool // it belongs to the range
}

// Holds reports whether the list holds on a screen so many px wide.
func (m Media) Holds(width float64) Truth {
	if len(m.any) == 0 {
		return Yes
	}
	return query{op: "or", of: m.any}.holds(width)
}

func (q query) holds(v float64) Truth {
	switch q.op {
	case "width":
		if q.low.is && (v < q.low.px || v == q.low.px && !q.low.itself) ||
			q.high.is && (v > q.high.px || v == q.high.px && !q.high.itself) {
			return No
		}
		return Yes
	case "not":
		return q.of[0].holds(v).not()
	case "and":
		t := Yes
		for _, one := range q.of {
			t = min(t, one.holds(v))
		}
		return t
	case "or":
		t := No
		for _, one := range q.of {
			t = max(t, one.holds(v))
		}
		return t
	case "always":
		return Yes
	case "never":
		return No
	}
	return Doubt
}

// each visits the list's queries and those in them.
func (m Media) each(visit func(q query)) {
	var all func(of []query)
	all = func(of []query) {
		for _, q := range of {
			visit(q)
			all(q.of)
		}
	}
	all(m.any)
}

// widths are what of gives of the ends of ranges, rising, each once.
func (m Media) widths(of func(b bound, high bool) float64) (all []float64) {
	m.each(func(q query) {
		if q.low.is {
			all = append(all, of(q.low, false))
		}
		if q.high.is {
			all = append(all, of(q.high, true))
		}
	})
	slices.Sort(all)
	return slices.Compact(all)
}

// Froms are the widths in px, rising, from which on the list may come to hold or cease to: where a
// range ends with a width, the whole px after it.
func (m Media) Froms() []float64 {
	return m.widths(func(b bound, high bool) float64 {
		if b.itself == high {
			return math.Floor(b.px) + 1
		}
		return b.px
	})
}

// Asked lists what the list asks for that cannot be told from a width: each once.
func (m Media) Asked() (all []string) {
	m.each(func(q query) {
		if q.asked != "" && !slices.Contains(all, q.asked) {
			all = append(all, q.asked)
		}
	})
	return all
}

// And holds where both do, as a query in another's block does.
func (m Media) And(o Media) Media {
	switch {
	case len(m.any) == 0:
		return o
	case len(o.any) == 0:
		return m
	}
	return Media{[]query{{op: "and", of: []query{{op: "or", of: m.any}, {op: "or", of: o.any}}}}, m.size + o.size}
}

// ParseMedia reads a list of media queries within a budget. One that is malformed holds nowhere, as the
// specification has it. em and rem are 16 px.
func ParseMedia(budget *budget.Budget, text string) Media {
	var m Media
	if strings.TrimSpace(text) == "" {
		return m
	}
	budget.Step(len(text))
	budget.Hold(4 * len(text))
	p := mediaParser{cursor{tokens: tokensOf(strings.ToLower(text), false)}}
	for _, part := range p.split() {
		q, ok := part.query()
		if done := part.done(); !ok || !done {
			q = query{op: "never"}
		}
		m.any = append(m.any, q)
	}
	m.size = len(p.tokens)
	return m
}

type mediaParser struct{ cursor }

// split divides a list at its commas.
func (p *mediaParser) split() (all []*mediaParser) {
	depth, from := 0, 0
	for i := 0; i <= len(p.tokens); i++ {
		switch {
		case i == len(p.tokens) || p.tokens[i].kind == css.CommaToken && depth == 0:
			part := &mediaParser{}
			part.tokens = p.tokens[from:i]
			all = append(all, part)
			from = i + 1
		case p.tokens[i].kind == css.LeftParenthesisToken || p.tokens[i].kind == css.FunctionToken:
			depth++
		case p.tokens[i].kind == css.RightParenthesisToken:
			depth--
		}
	}
	return all
}

func (p *mediaParser) word(text string) bool {
	p.space()
	if t := p.peek(); t.kind == css.IdentToken && t.text == text {
		p.next()
		p.space()
		return true
	}
	return false
}

// query reads a media type with conditions, or conditions alone.
func (p *mediaParser) query() (q query, ok bool) {
	p.space()
	at := p.at
	not := p.word("not")
	if !not {
		p.word("only")
	}
	t := p.peek()
	if t.kind != css.IdentToken {
		p.at = at
		return p.condition(true, 0)
	}
	p.next()
	switch t.text {
	case "and", "or", "not", "only", "layer":
		return q, false
	case "all", "screen":
		q = query{op: "always"}
	case "print", "speech":
		q = query{op: "never"}
	default:
		q = query{op: "never"} // of a type that is none
	}
	for p.word("and") {
		one, ok := p.condition(false, 0)
		if !ok {
			return q, false
		}
		q = query{op: "and", of: []query{q, one}}
	}
	if not {
		q = query{op: "not", of: []query{q}}
	}
	return q, true
}

// condition reads what stands in parentheses, or several such, joined by and or by or.
func (p *mediaParser) condition(or bool, depth int) (q query, ok bool) {
	if depth > deepest {
		return q, false
	}
	if p.word("not") {
		one, ok := p.inParentheses(depth)
		return query{op: "not", of: []query{one}}, ok
	}
	if q, ok = p.inParentheses(depth); !ok {
		return q, false
	}
	for op := ""; ; {
		at := p.at
		switch {
		case op != "or" && p.word("and"):
			op = "and"
		case op != "and" && or && p.word("or"):
			op = "or"
		default:
			p.at = at
			return q, true
		}
		one, ok := p.inParentheses(depth)
		if !ok {
			return q, false
		}
		q = query{op: op, of: []query{q, one}}
	}
}

// inParentheses reads a feature or a condition in parentheses; a function is in doubt.
func (p *mediaParser) inParentheses(depth int) (q query, ok bool) {
	p.space()
	opens := p.next()
	if opens.kind != css.LeftParenthesisToken && opens.kind != css.FunctionToken {
		return q, false
	}
	from, level := p.at, 1
	for level > 0 {
		switch t := p.next(); t.kind {
		case css.LeftParenthesisToken, css.FunctionToken:
			level++
		case css.RightParenthesisToken:
			level--
		case css.ErrorToken:
			level = 0 // the end of a text shuts what is open
		}
	}
	end := p.at
	if end > from && p.tokens[end-1].kind == css.RightParenthesisToken {
		end--
	}
	inner := &mediaParser{}
	inner.tokens = p.tokens[from:end]
	if opens.kind == css.LeftParenthesisToken {
		if q, ok := inner.condition(true, depth+1); ok && inner.done() {
			return q, true
		}
		inner.at = 0
		if q, ok := inner.feature(); ok {
			return q, true
		}
	}
	var text strings.Builder
	for _, t := range inner.tokens {
		text.WriteString(t.text)
	}
	asked := short(strings.TrimSpace(text.String()))
	return query{op: "doubt", asked: asked}, asked != ""
}

func (p *mediaParser) done() bool {
	p.space()
	return p.at == len(p.tokens)
}

// feature reads a condition on the width: min-width, max-width, width, or a range.
func (p *mediaParser) feature() (q query, ok bool) {
	q = query{op: "width"}
	p.space()
	if t := p.peek(); t.kind == css.IdentToken {
		p.next()
		p.space()
		if sign := p.sign(); sign != "" {
			return q, t.text == "width" && p.limit(&q, sign, false) && p.done()
		}
		if p.next().kind != css.ColonToken {
			return q, false
		}
		px, isLength := p.length()
		switch {
		case !isLength || !p.done():
			return q, false
		case t.text == "min-width":
			q.low = bound{px, true, true}
		case t.text == "max-width":
			q.high = bound{px, true, true}
		case t.text == "width":
			q.low, q.high = bound{px, true, true}, bound{px, true, true}
		default:
			return q, false
		}
		return q, true
	}
	at := p.at
	if _, isLength := p.length(); !isLength {
		return q, false
	}
	p.space()
	sign := p.sign()
	after := p.at
	p.at = at
	if sign == "" || !p.limit(&q, sign, true) {
		return q, false
	}
	p.at = after
	if !p.word("width") {
		return q, false
	}
	if p.done() {
		return q, true
	}
	second := p.sign()
	return q, second != "" && second[0] == sign[0] && sign != "=" && p.limit(&q, second, false) && p.done()
}

// sign reads <, <=, >, >= or =.
func (p *mediaParser) sign() (sign string) {
	p.space()
	for len(sign) < 2 && p.peek().kind == css.DelimToken && strings.Contains("<>=", p.peek().text) && sign != "=" {
		sign += p.next().text
	}
	return sign
}

// limit reads a length and makes it an end of the range: width stands before the sign or, where
// it is turned, after it.
func (p *mediaParser) limit(q *query, sign string, turned bool) bool {
	px, ok := p.length()
	b := bound{px, true, strings.HasSuffix(sign, "=")}
	switch {
	case sign == "=":
		q.low, q.high = b, b
	case (sign[0] == '>') != turned:
		q.low = b
	default:
		q.high = b
	}
	return ok
}

// px are the units of absolute lengths, and of those that go by the initial font size.
var px = map[string]float64{"px": 1, "em": 16, "rem": 16, "in": 96, "cm": 96 / 2.54, "mm": 96 / 25.4, "pt": 96. / 72,
	"pc": 16, "q": 96 / 101.6}

// length reads a length in px.
func (p *mediaParser) length() (v float64, ok bool) {
	p.space()
	switch t := p.next(); t.kind {
	case css.DimensionToken:
		unit := strings.TrimLeft(t.text, "+-.0123456789")
		if strings.HasPrefix(unit, "e") && unit != "em" { // 1e3px
			if i := strings.IndexFunc(unit[1:], func(r rune) bool { return r >= 'a' && r <= 'z' }); i >= 0 {
				unit = unit[1+i:]
			}
		}
		n, err := strconv.ParseFloat(strings.TrimSuffix(t.text, unit), 64)
		factor, known := px[unit]
		return n * factor, err == nil && known
	case css.NumberToken:
		n, err := strconv.ParseFloat(t.text, 64)
		return 0, err == nil && n == 0
	}
	return 0, false
}

// Key is the same text for lists that ask for the same in the same order.
func (m Media) Key() string { return fmt.Sprint(m.any) }

// Same reports whether two lists are the same one.
func (m Media) Same(o Media) bool { return m.same(&o) }
