package css

import (
	"errors"
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"
)

// CheckSelector reports what keeps text from being a list of complex selectors (Selectors
// Level 4): type, class, id and attribute selectors and pseudo-classes, joined by combinators
// and commas. Namespaces, pseudo-elements, nesting and comments are none.
func CheckSelector(text string) error {
	var p selectorParser
	l := css.NewLexer(parse.NewInputString(text))
	for {
		kind, b := l.Next()
		if kind == css.ErrorToken {
			break
		}
		p.tokens = append(p.tokens, token{kind, string(b)})
	}
	if err := p.list(css.ErrorToken); err != nil {
		return err
	}
	if p.at < len(p.tokens) {
		return errors.New(p.tokens[p.at].text + " is not expected here")
	}
	return nil
}

type token struct {
	kind css.TokenType
	text string
}

type selectorParser struct {
	tokens []token
	at     int
}

// peek is the next token; an error token at the end.
func (p *selectorParser) peek() token {
	if p.at == len(p.tokens) {
		return token{css.ErrorToken, ""}
	}
	return p.tokens[p.at]
}

func (p *selectorParser) next() token {
	t := p.peek()
	p.at = min(p.at+1, len(p.tokens))
	return t
}

func (p *selectorParser) space() bool {
	had := p.at
	for p.peek().kind == css.WhitespaceToken {
		p.at++
	}
	return p.at > had
}

// list reads selectors up to a token of kind end, which it leaves.
func (p *selectorParser) list(end css.TokenType) error {
	for {
		p.space()
		if err := p.complex(end); err != nil {
			return err
		}
		if p.peek().kind != css.CommaToken {
			return nil
		}
		p.at++
	}
}

// complex reads compounds and the combinators between them.
func (p *selectorParser) complex(end css.TokenType) error {
	for {
		if err := p.compound(); err != nil {
			return err
		}
		spaced := p.space()
		switch t := p.peek(); {
		case t.kind == end || t.kind == css.CommaToken:
			return nil
		case t.kind == css.DelimToken && strings.Contains(">+~", t.text):
			p.at++
			p.space()
		case !spaced:
			return errors.New(t.text + " is not expected here")
		}
	}
}

// compound reads at least one simple selector.
func (p *selectorParser) compound() error {
	start := p.at
	if t := p.peek(); t.kind == css.IdentToken || t.kind == css.DelimToken && t.text == "*" {
		p.at++
	}
	for {
		switch t := p.peek(); {
		case t.kind == css.HashToken && !strings.ContainsAny(t.text[1:2], "0123456789"):
			p.at++
		case t.kind == css.DelimToken && t.text == ".":
			p.at++
			if p.next().kind != css.IdentToken {
				return errors.New("a class must follow the dot")
			}
		case t.kind == css.LeftBracketToken:
			p.at++
			if err := p.attribute(); err != nil {
				return err
			}
		case t.kind == css.ColonToken:
			p.at++
			if err := p.pseudoClass(); err != nil {
				return err
			}
		case p.at == start:
			return errors.New("a selector is missing")
		default:
			return nil
		}
	}
}

// attribute reads the rest of [name], [name=value] and their like.
func (p *selectorParser) attribute() error {
	wrong := errors.New("an attribute selector is [name] or [name=\"value\"]")
	p.space()
	if p.next().kind != css.IdentToken {
		return wrong
	}
	p.space()
	switch t := p.next(); {
	case t.kind == css.RightBracketToken:
		return nil
	case t.kind == css.DelimToken && t.text == "=", t.kind == css.IncludeMatchToken, t.kind == css.DashMatchToken,
		t.kind == css.PrefixMatchToken, t.kind == css.SuffixMatchToken, t.kind == css.SubstringMatchToken:
	default:
		return wrong
	}
	p.space()
	if t := p.next(); t.kind != css.IdentToken && t.kind != css.StringToken {
		return wrong
	}
	p.space()
	if t := p.peek(); t.kind == css.IdentToken && (strings.EqualFold(t.text, "i") || strings.EqualFold(t.text, "s")) {
		p.at++
		p.space()
	}
	if p.next().kind != css.RightBracketToken {
		return wrong
	}
	return nil
}

// pseudoClass reads what follows a colon.
func (p *selectorParser) pseudoClass() error {
	t := p.next()
	switch t.kind {
	case css.IdentToken:
		return nil
	case css.ColonToken:
		return errors.New("pseudo-elements such as ::before cannot be laid out")
	case css.FunctionToken:
	default:
		return errors.New("a pseudo-class must follow the colon")
	}
	switch strings.ToLower(t.text) {
	case "is(", "where(", "not(":
		if err := p.list(css.RightParenthesisToken); err != nil {
			return err
		}
	default: // an+b, a language
		for p.peek().kind == css.IdentToken || p.peek().kind == css.NumberToken || p.peek().kind == css.DimensionToken ||
			p.peek().kind == css.WhitespaceToken || p.peek().kind == css.DelimToken && strings.Contains("+-", p.peek().text) {
			p.at++
		}
	}
	if p.next().kind != css.RightParenthesisToken {
		return errors.New("a parenthesis is not closed")
	}
	return nil
}
