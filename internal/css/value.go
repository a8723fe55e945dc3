package css

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"
)

// An Amount is what a value of lengths and numbers comes to: a number, or a length that is so many
// px and so many percent of what it is of, and of the viewport's width.
type Amount struct {
	Number  float64 // of a number; else 0
	Px      float64
	Percent float64
	Vw      float64
	Length  bool // it is a length, even where it is 0
}

// ParseAmount reads a number, a length, a percentage, or calc() of those, without custom properties.
// em and rem are 16 px. The error says what it cannot be worked out for, such as min(), which is no
// straight line over the width.
func ParseAmount(text string) (Amount, error) {
	p := amountParser{tokens: lexedValue(text)}
	a, err := p.sum()
	if err != nil {
		return Amount{}, err
	}
	if p.space(); p.at < len(p.tokens) {
		return Amount{}, fmt.Errorf("%s is not expected here", p.tokens[p.at].text)
	}
	return a, nil
}

func lexedValue(text string) (all []token) {
	l := css.NewLexer(parse.NewInputString(text))
	for {
		kind, b := l.Next()
		if kind == css.ErrorToken {
			return all
		}
		if kind != css.CommentToken {
			all = append(all, token{kind, string(b)})
		}
	}
}

type amountParser struct {
	tokens []token
	at     int
	depth  int
}

func (p *amountParser) peek() token {
	if p.at < len(p.tokens) {
		return p.tokens[p.at]
	}
	return token{kind: css.ErrorToken, text: "the end"}
}

func (p *amountParser) space() (had bool) {
	for p.peek().kind == css.WhitespaceToken {
		p.at++
		had = true
	}
	return had
}

// sum reads products that are added to or taken from one another, with space around the sign.
func (p *amountParser) sum() (a Amount, err error) {
	if a, err = p.product(); err != nil {
		return a, err
	}
	for {
		spaced := p.space()
		t := p.peek()
		if !spaced || t.kind != css.DelimToken || t.text != "+" && t.text != "-" || p.depth == 0 {
			return a, nil
		}
		p.at++
		if !p.space() {
			return a, fmt.Errorf("no space after %s", t.text)
		}
		b, err := p.product()
		if err != nil {
			return a, err
		}
		if a.Length != b.Length {
			return a, errors.New("a number and a length are not added")
		}
		sign := 1.0
		if t.text == "-" {
			sign = -1
		}
		a = a.plus(b.times(sign))
	}
}

// product reads amounts that are multiplied or divided.
func (p *amountParser) product() (a Amount, err error) {
	if a, err = p.single(); err != nil {
		return a, err
	}
	for {
		at := p.at
		p.space()
		t := p.peek()
		if t.kind != css.DelimToken || t.text != "*" && t.text != "/" || p.depth == 0 {
			p.at = at
			return a, nil
		}
		p.at++
		b, err := p.single()
		switch {
		case err != nil:
			return a, err
		case t.text == "/" && b.Length:
			return a, errors.New("nothing is divided by a length")
		case t.text == "/" && b.Number == 0:
			return a, errors.New("nothing is divided by 0")
		case t.text == "/":
			a = a.times(1 / b.Number)
		case a.Length && b.Length:
			return a, errors.New("two lengths are not multiplied")
		case a.Length:
			a = a.times(b.Number)
		default:
			a = b.times(a.Number)
		}
	}
}

// single reads a number, a length, or what stands in parentheses or in calc().
func (p *amountParser) single() (a Amount, err error) {
	p.space()
	t := p.peek()
	p.at++
	switch t.kind {
	case css.NumberToken:
		a.Number, err = strconv.ParseFloat(t.text, 64)
		return a, err
	case css.PercentageToken:
		a.Percent, err = strconv.ParseFloat(strings.TrimSuffix(t.text, "%"), 64)
		a.Length = true
		return a, err
	case css.DimensionToken:
		return dimension(t.text)
	case css.LeftParenthesisToken:
		if p.depth == 0 {
			return a, errors.New("parentheses stand in calc() alone")
		}
	case css.FunctionToken:
		if name := strings.ToLower(t.text); name != "calc(" && name != "-webkit-calc(" {
			return a, fmt.Errorf("%s) is not worked out", name)
		}
	default:
		return a, fmt.Errorf("%s is no length", t.text)
	}
	if p.depth++; p.depth > deepest {
		return a, errors.New("parentheses stand too deep in one another")
	}
	defer func() { p.depth-- }()
	if a, err = p.sum(); err != nil {
		return a, err
	}
	p.space()
	if end := p.peek(); end.kind != css.RightParenthesisToken && end.kind != css.ErrorToken {
		return a, fmt.Errorf("%s is not expected here", end.text)
	}
	p.at++
	return a, nil
}

// dimension reads a number with a unit.
func dimension(text string) (a Amount, err error) {
	for unit := len(text) - 1; unit > 0; unit-- {
		n, err := strconv.ParseFloat(text[:unit], 64)
		if err != nil {
			continue
		}
		a.Length = true
		switch factor, known := px[strings.ToLower(text[unit:])]; {
		case known:
			a.Px = n * factor
		case strings.EqualFold(text[unit:], "vw"):
			a.Vw = n
		default:
			return a, fmt.Errorf("%s is no unit that is worked out", text[unit:])
		}
		return a, nil
	}
	return a, fmt.Errorf("%s is no length", text)
}

func (a Amount) plus(b Amount) Amount {
	return Amount{a.Number + b.Number, a.Px + b.Px, a.Percent + b.Percent, a.Vw + b.Vw, a.Length || b.Length}
}

func (a Amount) times(f float64) Amount {
	return Amount{a.Number * f, a.Px * f, a.Percent * f, a.Vw * f, a.Length}
}

// Of is the length in px of something that is so many px wide, in a viewport of so many.
func (a Amount) Of(width, viewport float64) float64 {
	return a.Px + a.Percent/100*width + a.Vw/100*viewport
}

// Bounds of what custom properties may come to.
const (
	longestValue = 16 << 10 // bytes
	mostVariable = 400      // replaced in one value
)

// Substitute puts custom properties in the place of var() in a value. Lookup gives what a property
// holds, as it is written. The error names a property that holds nothing, goes round in a circle, or
// makes the value too long; a browser then takes the value for unset.
func Substitute(value string, lookup func(name string) (value string, ok bool)) (string, error) {
	s := substitution{lookup: lookup}
	return s.put(value)
}

type substitution struct {
	lookup func(string) (string, bool)
	within []string // the properties that are being looked up
	count  int
}

func (s *substitution) put(value string) (string, error) {
	if !strings.Contains(strings.ToLower(value), "var(") {
		return value, nil
	}
	var out strings.Builder
	tokens := lexedValue(value)
	for i := 0; i < len(tokens); i++ {
		t := tokens[i]
		if t.kind != css.FunctionToken || !strings.EqualFold(t.text, "var(") {
			out.WriteString(t.text)
			continue
		}
		from, comma, level := i+1, -1, 1
		for i++; i < len(tokens) && level > 0; i++ {
			switch tokens[i].kind {
			case css.LeftParenthesisToken, css.FunctionToken:
				level++
			case css.RightParenthesisToken:
				level--
			case css.CommaToken:
				if level == 1 && comma < 0 {
					comma = i
				}
			}
		}
		end := i
		if i--; level == 0 {
			end--
		}
		text, err := s.variable(tokens, from, comma, end)
		if err != nil {
			return "", err
		}
		out.WriteString(text)
		if out.Len() > longestValue {
			return "", errors.New("the value is too long")
		}
	}
	return out.String(), nil
}

// variable is what var() with those tokens in it comes to.
func (s *substitution) variable(tokens []token, from, comma, end int) (string, error) {
	join := func(from, end int) string {
		var b strings.Builder
		for _, t := range tokens[from:end] {
			b.WriteString(t.text)
		}
		return strings.TrimSpace(b.String())
	}
	name := join(from, end)
	if comma >= 0 {
		name = join(from, comma)
	}
	if s.count++; s.count > mostVariable {
		return "", errors.New("too many custom properties stand in it")
	}
	if slices.Contains(s.within, name) {
		return "", fmt.Errorf("%s goes round in a circle", name)
	}
	if held, ok := s.lookup(name); ok && !strings.EqualFold(strings.TrimSpace(held), "initial") {
		s.within = append(s.within, name)
		text, err := s.put(held)
		s.within = s.within[:len(s.within)-1]
		if err == nil || comma < 0 {
			return text, err
		}
	}
	if comma < 0 {
		return "", fmt.Errorf("%s holds nothing", name)
	}
	return s.put(join(comma+1, end))
}
