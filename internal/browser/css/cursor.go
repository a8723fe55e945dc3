package css

import (
	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"
)

type token struct {
	kind css.TokenType
	text string
}

// tokensOf is the tokens of a text, with its comments or without them.
func tokensOf(text string, comments bool) (all []token) {
	l := css.NewLexer(parse.NewInputString(text))
	for {
		kind, b := l.Next()
		if kind == css.ErrorToken {
			return all
		}
		if comments || kind != css.CommentToken {
			all = append(all, token{kind, string(b)})
		}
	}
}

// A cursor goes through tokens.
type cursor struct {
	tokens []token
	at     int
}

// peek is the next token; an error token at the end.
func (c *cursor) peek() token {
	if c.at >= len(c.tokens) {
		return token{css.ErrorToken, "the end"}
	}
	return c.tokens[c.at]
}

func (c *cursor) next() token {
	t := c.peek()
	c.at = min(c.at+1, len(c.tokens))
	return t
}

// space goes past white space, and reports whether there was any.
func (c *cursor) space() bool {
	had := c.at
	for c.peek().kind == css.WhitespaceToken {
		c.at++
	}
	return c.at > had
}

// done goes past white space, and reports whether that is all there is.
func (c *cursor) done() bool {
	c.space()
	return c.at >= len(c.tokens)
}
