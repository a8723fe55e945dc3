package css

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/tdewolff/parse/v2/css"

	"kitrows/internal/browser/budget"
)

// An Amount is what a value of lengths and numbers comes to: a number, or a length that is the sum
// of its parts: px, percent of what it is of, parts of the viewport, of the font size of its element
// and of the page's, and the least or the most of several amounts.
type Amount struct {
	Number  float64 // of a number; else 0
	Px      float64
	Percent float64
	Vw, Vh  float64
	Em, Rem float64
	Ends    []End
	Length  bool    // it is a length, even where it is 0
	Slope   float64 // of an amount in a viewport: what Px grows by for each px of its width
}

// An End is the least of several amounts, or the most of them, times a factor.
type End struct {
	Factor float64
	Most   bool
	Of     []Amount
}

// ParseAmount reads a number, a length, a percentage, or calc(), min(), max() or clamp() of those,
// without custom properties. The error says what is wrong with it, or what is not worked out.
func ParseAmount(text string) (Amount, error) {
	if len(text) > LongestValue {
		return Amount{}, errors.New("it is too long")
	}
	p := amountParser{cursor: cursor{tokens: tokensOf(text, false)}}
	a, err := p.sum()
	if err != nil {
		return Amount{}, err
	}
	if !p.done() {
		return Amount{}, fmt.Errorf("%s is not expected here", p.tokens[p.at].text)
	}
	return a, nil
}

type amountParser struct {
	cursor
	depth int
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
	default:
		return a, fmt.Errorf("%s is no length", t.text)
	}
	if p.depth++; p.depth > deepest {
		return a, errors.New("parentheses stand too deep in one another")
	}
	defer func() { p.depth-- }()
	var all []Amount
	for {
		if a, err = p.sum(); err != nil {
			return a, err
		}
		all = append(all, a)
		if p.space(); p.peek().kind != css.CommaToken {
			break
		}
		p.at++
	}
	if end := p.peek(); end.kind != css.RightParenthesisToken && end.kind != css.ErrorToken {
		return a, fmt.Errorf("%s is not expected here", end.text)
	}
	p.at++
	return function(strings.ToLower(t.text), all)
}

// function is what a function of amounts comes to.
func function(name string, all []Amount) (a Amount, err error) {
	for _, o := range all[1:] {
		if o.Length != all[0].Length {
			return a, errors.New("numbers and lengths are not compared")
		}
	}
	switch {
	case len(all) == 1 && (name == "calc(" || name == "-webkit-calc(" || name == "(" || name == "min(" ||
		name == "max("):
		return all[0], nil
	case name == "min(" || name == "max(":
		return ended(name == "max(", all...), nil
	case name == "clamp(" && len(all) == 3:
		return ended(true, all[0], ended(false, all[1], all[2])), nil
	}
	return a, fmt.Errorf("%s) of %d is not worked out", name, len(all))
}

// ended is the least or the most of several amounts.
func ended(most bool, all ...Amount) Amount {
	if !all[0].Length {
		a := all[0]
		for _, o := range all[1:] {
			if most {
				a.Number = max(a.Number, o.Number)
			} else {
				a.Number = min(a.Number, o.Number)
			}
		}
		return a
	}
	return Amount{Length: true, Ends: []End{{1, most, all}}}
}

// dimension reads a number with a unit.
func dimension(text string) (a Amount, err error) {
	for unit := len(text) - 1; unit > 0; unit-- {
		n, err := strconv.ParseFloat(text[:unit], 64)
		if err != nil {
			continue
		}
		a.Length = true
		switch name := strings.ToLower(text[unit:]); name {
		case "em":
			a.Em = n
		case "rem":
			a.Rem = n
		case "vw", "svw", "lvw", "dvw", "vi", "svi", "lvi", "dvi":
			a.Vw = n
		case "vh", "svh", "lvh", "dvh", "vb", "svb", "lvb", "dvb":
			a.Vh = n
		default:
			factor, known := px[name]
			if !known {
				return a, fmt.Errorf("%s is no unit that is worked out", text[unit:])
			}
			a.Px = n * factor
		}
		return a, nil
	}
	return a, fmt.Errorf("%s is no length", text)
}

func (a Amount) plus(b Amount) Amount {
	return Amount{
		a.Number + b.Number, a.Px + b.Px, a.Percent + b.Percent, a.Vw + b.Vw, a.Vh + b.Vh, a.Em + b.Em, a.Rem + b.Rem,
		append(slices.Clip(a.Ends), b.Ends...), a.Length || b.Length, a.Slope + b.Slope,
	}
}

func (a Amount) times(f float64) Amount {
	ends := slices.Clone(a.Ends)
	for i := range ends {
		ends[i].Factor *= f
	}
	return Amount{a.Number * f, a.Px * f, a.Percent * f, a.Vw * f, a.Vh * f, a.Em * f, a.Rem * f, ends, a.Length,
		a.Slope * f}
}

// A Scale is what lengths that are no px are measured by, in px: the viewport, and the font sizes of
// the element and of the page.
type Scale struct{ Width, Height, Em, Rem float64 }

// Scales reports whether the amount is measured by the viewport.
func (a Amount) Scales() bool { return a.any(func(a Amount) bool { return a.Vw != 0 || a.Vh != 0 }) }

// ByHeight reports whether it is measured by the viewport's height.
func (a Amount) ByHeight() bool { return a.any(func(a Amount) bool { return a.Vh != 0 }) }

// any reports whether something is so of the amount or of one in it.
func (a Amount) any(so func(Amount) bool) bool {
	return so(a) || slices.ContainsFunc(a.Ends, func(end End) bool {
		return slices.ContainsFunc(end.Of, func(o Amount) bool { return o.any(so) })
	})
}

// In is the amount with nothing but px and percentages.
func (a Amount) In(s Scale) Amount {
	b := a
	b.Px += a.Vw/100*s.Width + a.Vh/100*s.Height + a.Em*s.Em + a.Rem*s.Rem
	b.Slope += a.Vw / 100
	b.Vw, b.Vh, b.Em, b.Rem, b.Ends = 0, 0, 0, 0, nil
	for _, end := range a.Ends {
		of := make([]Amount, len(end.Of))
		for i, o := range end.Of {
			of[i] = o.In(s)
		}
		b.Ends = append(b.Ends, End{end.Factor, end.Most, of})
	}
	return b
}

// Of is the length in px of something that is so many px wide, of an amount of px and percentages.
func (a Amount) Of(width float64) float64 {
	v := a.Px + a.Percent/100*width
	for _, end := range a.Ends {
		one := end.Of[0].Of(width)
		for _, o := range end.Of[1:] {
			if end.Most {
				one = max(one, o.Of(width))
			} else {
				one = min(one, o.Of(width))
			}
		}
		v += end.Factor * one
	}
	return v
}

// IsPercent reports whether a percentage is part of it.
func (a Amount) IsPercent() bool {
	return a.Percent != 0 || slices.ContainsFunc(a.Ends, func(end End) bool {
		return slices.ContainsFunc(end.Of, Amount.IsPercent)
	})
}

// LongestValue is how long the value of a property may be, in bytes, and what its custom properties come to. It bounds
// what is worked out for every element that has it.
const LongestValue = 16 << 10

// mostVariable is how many custom properties may be replaced in one value, and how deep in one another's fallbacks.
const mostVariable = 400

// Substitute puts custom properties in the place of var() in a value, within a budget. Lookup gives what a property
// comes to, which is put there as it is. The error names a property that holds nothing, or says that the value becomes
// too long; a browser then takes the value for unset.
func Substitute(b *budget.Budget, value string, lookup func(name string) (value string, ok bool)) (string, error) {
	if !IsVariable(value) {
		return value, nil
	}
	b.Step(len(value))
	s := substitution{tokens: tokensOf(value, false), lookup: lookup}
	s.match()
	if err := s.put(0, len(s.tokens), 0); err != nil {
		return "", err
	}
	b.Step(s.out.Len() / 8)
	return s.out.String(), nil
}

// IsVariable reports whether custom properties must be put into a value.
func IsVariable(value string) bool {
	for at := strings.IndexByte(value, '('); at >= 0; {
		if at >= 3 && strings.EqualFold(value[at-3:at], "var") {
			return true
		}
		next := strings.IndexByte(value[at+1:], '(')
		if next < 0 {
			return false
		}
		at += 1 + next
	}
	return false
}

type substitution struct {
	tokens []token
	shut   []int // of a token that opens something, the one that shuts it, or the end
	lookup func(string) (string, bool)
	count  int
	out    strings.Builder
}

// match finds what shuts what is opened.
func (s *substitution) match() {
	s.shut = make([]int, len(s.tokens))
	var open []int
	for i, t := range s.tokens {
		switch t.kind {
		case css.LeftParenthesisToken, css.FunctionToken:
			open = append(open, i)
			s.shut[i] = len(s.tokens)
		case css.RightParenthesisToken:
			if n := len(open); n > 0 {
				s.shut[open[n-1]], open = i, open[:n-1]
			}
		}
	}
}

// put writes the tokens from one up to another, so many fallbacks deep.
func (s *substitution) put(from, end, deep int) error {
	for i := from; i < end; i++ {
		t := s.tokens[i]
		if t.kind != css.FunctionToken || !strings.EqualFold(t.text, "var(") {
			s.out.WriteString(t.text)
		} else {
			shut := min(s.shut[i], end)
			if err := s.variable(i+1, shut, deep); err != nil {
				return err
			}
			i = shut
		}
		if s.out.Len() > LongestValue {
			return errors.New("the value is too long")
		}
	}
	return nil
}

// variable writes what var() with those tokens in it comes to.
func (s *substitution) variable(from, end, deep int) error {
	if s.count++; s.count > mostVariable || deep > mostVariable {
		return errors.New("too many custom properties stand in it")
	}
	var name strings.Builder
	comma := from
	for ; comma < end && s.tokens[comma].kind != css.CommaToken; comma++ {
		name.WriteString(s.tokens[comma].text)
	}
	held, ok := s.lookup(strings.TrimSpace(name.String()))
	switch {
	case ok && !strings.EqualFold(strings.TrimSpace(held), "initial"):
		s.out.WriteString(held)
		return nil
	case comma == end:
		return fmt.Errorf("%s holds nothing", strings.TrimSpace(name.String()))
	}
	for comma++; comma < end && s.tokens[comma].kind == css.WhitespaceToken; comma++ {
	}
	for end > comma && s.tokens[end-1].kind == css.WhitespaceToken {
		end--
	}
	return s.put(comma, end, deep+1)
}
