package css

import (
	"errors"
	"fmt"
	"strconv"
	"strings"
	"unicode/utf8"

	"github.com/tdewolff/parse/v2/css"

	"kitrows/internal/browser/budget"
)

// A Selector is a complex selector (Selectors Level 4): compounds, the last of which is the
// element that is selected.
type Selector []Compound

// A Compound is simple selectors that one element must match.
type Compound struct {
	Combinator byte     // how it stands to the one before: 0 of the first, else ' ', '>', '+' or '~'
	Type       string   // an element's name in lower case, or *; empty where none is said
	IDs        []string // without the #
	Classes    []string // without the dot
	Attributes []Attribute
	Pseudos    []Pseudo
	Element    string // a pseudo-element's name; empty where there is none
	Nest       bool   // it has a &, the selectors of the rule around it
}

// An Attribute is a test of an attribute: that it is there where Op is empty, or by =, ~=, |=, ^=,
// $= or *=.
type Attribute struct {
	Name, Op, Value string
	Fold            bool // capitals do not matter
}

// A Pseudo is a pseudo-class. Of is the selectors that :is, :where, :not, :has and :nth-child(… of …)
// hold. An nth one means each A·n + B.
type Pseudo struct {
	Name string // in lower case
	Arg  string
	Of   []Selector
	A, B int

	most uint32 // the highest specificity of those it holds
	// of one that stands for an &, whose selectors are those of the rule around: the number of that; else 0
	parent int
}

// holding is the pseudo-class with selectors in it.
func (p Pseudo) holding(of []Selector) Pseudo {
	p.Of, p.most = of, 0
	for _, s := range of {
		p.most = max(p.most, s.Specificity())
	}
	return p
}

// String is the selector as it is written, but for what is written around it.
func (s Selector) String() string {
	var b strings.Builder
	s.write(&b)
	return b.String()
}

func (s Selector) write(b *strings.Builder) {
	for i := range s {
		s[i].write(b)
	}
}

// String is the compound as it is written, with its combinator.
func (c Compound) String() string {
	var b strings.Builder
	c.write(&b)
	return b.String()
}

func (c *Compound) write(b *strings.Builder) {
	if c.Combinator != 0 {
		b.WriteByte(c.Combinator)
	}
	b.WriteString(c.Type)
	for _, id := range c.IDs {
		b.WriteString("#" + id)
	}
	for _, class := range c.Classes {
		b.WriteString("." + class)
	}
	for _, a := range c.Attributes {
		b.WriteString(a.String())
	}
	for i := range c.Pseudos {
		c.Pseudos[i].write(b)
	}
	if c.Element != "" {
		b.WriteString("::" + c.Element)
	}
	if c.Nest {
		b.WriteByte('&')
	}
}

// String is the test as it is written.
func (a Attribute) String() string {
	fold := ""
	if a.Fold {
		fold = " i"
	}
	return "[" + a.Name + a.Op + a.Value + fold + "]"
}

// String is the pseudo-class as it is written; the selectors of the rule around are only named, by its number.
func (p Pseudo) String() string {
	var b strings.Builder
	p.write(&b)
	return b.String()
}

func (p *Pseudo) write(b *strings.Builder) {
	if p.parent > 0 {
		b.WriteString("&" + strconv.Itoa(p.parent))
		return
	}
	b.WriteString(":" + p.Name + "(" + p.Arg)
	for i, of := range p.Of {
		if i > 0 {
			b.WriteByte(',')
		}
		of.write(b)
	}
	b.WriteByte(')')
}

// Specificity is how many ids, how many classes, attributes and pseudo-classes, and how many types
// and pseudo-elements it counts, in three bytes of which the first weighs most.
func (s Selector) Specificity() uint32 {
	var n [3]uint32
	for _, c := range s {
		n[0] += uint32(len(c.IDs))
		n[1] += uint32(len(c.Classes) + len(c.Attributes))
		if c.Type != "" && c.Type != "*" {
			n[2]++
		}
		if c.Element != "" {
			n[2]++
		}
		for _, p := range c.Pseudos {
			switch {
			case p.Name == "where":
				continue
			case p.Name != "is" && p.Name != "not" && p.Name != "has":
				n[1]++
			}
			n[0], n[1], n[2] = n[0]+p.most>>16, n[1]+p.most>>8&0xff, n[2]+p.most&0xff
		}
	}
	return min(n[0], 255)<<16 | min(n[1], 255)<<8 | min(n[2], 255)
}

// CheckSelector reports what keeps text from being a list of complex selectors (Selectors
// Level 4): type, class, id and attribute selectors and pseudo-classes, joined by combinators
// and commas. Namespaces, pseudo-elements, nesting and comments are none.
func CheckSelector(text string) error {
	p := selectorParser{}
	_, err := p.read(text)
	return err
}

// ParseSelectors reads a list of selectors as a stylesheet has them: also with pseudo-elements,
// nesting and comments. The error says why a browser leaves the whole list out, or why we do.
func ParseSelectors(b *budget.Budget, text string) ([]Selector, error) {
	p := selectorParser{sheet: true, budget: b}
	return p.read(text)
}

// mostParts is how many simple selectors and combinators one selector may have. People write fewer than ten; every
// element of a page may be asked for each of them.
const mostParts = 256

// read reads all of a text.
func (p *selectorParser) read(text string) ([]Selector, error) {
	p.budget.Step(len(text) / 4)
	p.budget.Hold(len(text) * 2)
	p.tokens = tokensOf(text, !p.sheet)
	all, err := p.list(css.ErrorToken)
	if err != nil {
		return nil, err
	}
	if p.at < len(p.tokens) {
		return nil, errors.New(p.tokens[p.at].text + " is not expected here")
	}
	return all, nil
}

type selectorParser struct {
	cursor
	depth  int
	sheet  bool // of a stylesheet
	parts  int  // of the outermost selector, so far
	budget *budget.Budget
}

// list reads selectors up to a token of kind end, which it leaves.
func (p *selectorParser) list(end css.TokenType) (all []Selector, err error) {
	if p.depth++; p.depth > deepest {
		return nil, errors.New("selectors stand too deep in one another")
	}
	defer func() { p.depth-- }()
	for {
		if p.depth == 1 {
			p.parts = 0
		}
		p.space()
		s, err := p.complex(end)
		if err != nil {
			return nil, err
		}
		all = append(all, s)
		if p.peek().kind != css.CommaToken {
			return all, nil
		}
		p.at++
	}
}

// complex reads compounds and the combinators between them.
func (p *selectorParser) complex(end css.TokenType) (s Selector, err error) {
	combinator := byte(0)
	// in a nested rule, or :has
	if t := p.peek(); p.sheet && t.kind == css.DelimToken && strings.Contains(">+~", t.text) {
		combinator = t.text[0]
		p.at++
		p.space()
	}
	for {
		c, err := p.compound()
		if err != nil {
			return nil, err
		}
		p.budget.Hold(compoundSize)
		p.budget.Step(8)
		c.Combinator = combinator
		s = append(s, c)
		spaced := p.space()
		switch t := p.peek(); {
		case t.kind == end || t.kind == css.CommaToken:
			return s, nil
		case t.kind == css.DelimToken && strings.Contains(">+~", t.text):
			combinator = t.text[0]
			p.at++
			p.space()
		case !spaced:
			return nil, errors.New(t.text + " is not expected here")
		default:
			combinator = ' '
		}
	}
}

// compound reads at least one simple selector.
func (p *selectorParser) compound() (c Compound, err error) {
	start := p.at
	if t := p.peek(); t.kind == css.IdentToken || t.kind == css.DelimToken && t.text == "*" {
		c.Type = strings.ToLower(unescaped(t.text))
		p.at++
	}
	for {
		if p.parts++; p.parts > mostParts {
			return c, fmt.Errorf("one has more than %d parts", mostParts)
		}
		switch t := p.peek(); {
		case t.kind == css.HashToken && !strings.ContainsAny(t.text[1:2], "0123456789"):
			c.IDs = append(c.IDs, unescaped(t.text[1:]))
			p.at++
		case t.kind == css.DelimToken && t.text == ".":
			p.at++
			class := p.next()
			if class.kind != css.IdentToken {
				return c, errors.New("a class must follow the dot")
			}
			c.Classes = append(c.Classes, unescaped(class.text))
		case t.kind == css.LeftBracketToken:
			p.at++
			a, err := p.attribute()
			if err != nil {
				return c, err
			}
			c.Attributes = append(c.Attributes, a)
		case t.kind == css.ColonToken:
			p.at++
			if err := p.pseudo(&c); err != nil {
				return c, err
			}
		case p.sheet && t.kind == css.DelimToken && t.text == "&":
			c.Nest = true
			p.at++
		case p.at == start:
			return c, errors.New("a selector is missing")
		default:
			return c, nil
		}
	}
}

// attribute reads the rest of [name], [name=value] and their like.
func (p *selectorParser) attribute() (a Attribute, err error) {
	wrong := errors.New("an attribute selector is [name] or [name=\"value\"]")
	p.space()
	name := p.next()
	if name.kind != css.IdentToken {
		return a, wrong
	}
	a.Name = strings.ToLower(unescaped(name.text))
	p.space()
	switch t := p.next(); {
	case t.kind == css.RightBracketToken:
		return a, nil
	case t.kind == css.DelimToken && t.text == "=", t.kind == css.IncludeMatchToken, t.kind == css.DashMatchToken,
		t.kind == css.PrefixMatchToken, t.kind == css.SuffixMatchToken, t.kind == css.SubstringMatchToken:
		a.Op = t.text
	default:
		return a, wrong
	}
	p.space()
	switch t := p.next(); t.kind {
	case css.IdentToken:
		a.Value = unescaped(t.text)
	case css.StringToken:
		a.Value = unescaped(strings.TrimSuffix(t.text[1:], t.text[:1]))
	default:
		return a, wrong
	}
	p.space()
	if t := p.peek(); t.kind == css.IdentToken && (strings.EqualFold(t.text, "i") || strings.EqualFold(t.text, "s")) {
		a.Fold = strings.EqualFold(t.text, "i")
		p.at++
		p.space()
	}
	if p.next().kind != css.RightBracketToken {
		return a, wrong
	}
	return a, nil
}

// pseudo reads what follows a colon.
func (p *selectorParser) pseudo(c *Compound) error {
	t := p.next()
	if t.kind == css.ColonToken && p.sheet {
		t = p.next()
		c.Element = strings.ToLower(strings.TrimSuffix(unescaped(t.text), "("))
		switch t.kind {
		case css.IdentToken:
			return nil
		case css.FunctionToken:
			return p.argument(new(strings.Builder))
		}
		return errors.New("a pseudo-element must follow the colons")
	}
	switch t.kind {
	case css.IdentToken:
		name := strings.ToLower(unescaped(t.text))
		if p.sheet && (name == "before" || name == "after" || name == "first-line" || name == "first-letter") {
			c.Element = name
			return nil
		}
		c.Pseudos = append(c.Pseudos, placed(Pseudo{Name: name}))
		return nil
	case css.ColonToken:
		return errors.New("pseudo-elements such as ::before cannot be laid out")
	case css.FunctionToken:
	default:
		return errors.New("a pseudo-class must follow the colon")
	}
	pseudo := Pseudo{Name: strings.ToLower(strings.TrimSuffix(unescaped(t.text), "("))}
	switch pseudo.Name {
	case "is", "where", "not", "has":
		if pseudo.Name == "has" && !p.sheet {
			return errors.New(":has cannot be laid out")
		}
		of, err := p.list(css.RightParenthesisToken)
		if err != nil {
			return err
		}
		pseudo = pseudo.holding(of)
		if p.next().kind != css.RightParenthesisToken {
			return errors.New("a parenthesis is not closed")
		}
	default: // an+b, a language
		var arg strings.Builder
		if err := p.argument(&arg); err != nil {
			return err
		}
		pseudo.Arg = strings.TrimSpace(arg.String())
		if strings.HasPrefix(pseudo.Name, "nth-") {
			count, of, has := strings.Cut(strings.ToLower(pseudo.Arg), " of ")
			if has {
				inner := selectorParser{sheet: p.sheet, budget: p.budget, depth: p.depth}
				list, err := inner.read(pseudo.Arg[len(pseudo.Arg)-len(of):])
				if err != nil {
					return err
				}
				pseudo = pseudo.holding(list)
			}
			var ok bool
			if pseudo.A, pseudo.B, ok = nth(count); !ok && p.sheet {
				return errors.New(count + " counts nothing: 2n + 1, odd or 3 would")
			}
		}
	}
	c.Pseudos = append(c.Pseudos, pseudo)
	return nil
}

// argument reads up to the parenthesis that shuts it.
func (p *selectorParser) argument(arg *strings.Builder) error {
	for level := 1; ; {
		t := p.next()
		switch t.kind {
		case css.LeftParenthesisToken, css.FunctionToken:
			level++
		case css.RightParenthesisToken:
			level--
		case css.ErrorToken:
			return errors.New("a parenthesis is not closed")
		}
		if level == 0 {
			return nil
		}
		arg.WriteString(t.text)
	}
}

// placed gives the pseudo-classes that count by their names what they count.
func placed(p Pseudo) Pseudo {
	switch p.Name {
	case "first-child", "last-child", "first-of-type", "last-of-type":
		p.B = 1
	}
	return p
}

// nth reads An + B.
func nth(text string) (a, b int, ok bool) {
	switch text = strings.ReplaceAll(strings.TrimSpace(text), " ", ""); text {
	case "odd":
		return 2, 1, true
	case "even":
		return 2, 0, true
	}
	step, start, has := strings.Cut(text, "n")
	if !has {
		b, err := strconv.Atoi(strings.TrimPrefix(text, "+"))
		return 0, b, err == nil
	}
	switch step {
	case "", "+":
		a = 1
	case "-":
		a = -1
	default:
		n, err := strconv.Atoi(strings.TrimPrefix(step, "+"))
		if a = n; err != nil {
			return 0, 0, false
		}
	}
	if start == "" {
		return a, 0, true
	}
	b, err := strconv.Atoi(strings.TrimPrefix(start, "+"))
	return a, b, err == nil && (start[0] == '+' || start[0] == '-')
}

// unescaped is a name without its escapes: \: is a colon, \31 a 1.
func unescaped(text string) string {
	if !strings.Contains(text, `\`) {
		return text
	}
	var b strings.Builder
	for i := 0; i < len(text); i++ {
		if text[i] != '\\' || i+1 == len(text) {
			b.WriteByte(text[i])
			continue
		}
		i++
		end := i
		for end < len(text) && end < i+6 && strings.IndexByte("0123456789abcdefABCDEF", text[end]) >= 0 {
			end++
		}
		if end == i {
			b.WriteByte(text[i])
			continue
		}
		code, _ := strconv.ParseUint(text[i:end], 16, 32)
		r := rune(code)
		if code == 0 || code > utf8.MaxRune || !utf8.ValidRune(r) {
			r = utf8.RuneError
		}
		b.WriteRune(r)
		if i = end - 1; end < len(text) && strings.IndexByte(" \t\n\f", text[end]) >= 0 {
			i++
		}
	}
	return b.String()
}
