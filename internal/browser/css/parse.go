package css

import (
	"slices"
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/lines"
)

// A Tree is a stylesheet as it was read (CSS Syntax Level 3): its rules in order, each with its
// place in the text, and what had to be skipped.
type Tree struct {
	Text    string
	Rules   []*Node
	Skipped []Skipped

	*lines.Index
}

// A Node is a style rule, or a rule that begins with @. From and To are its bytes in the text.
type Node struct {
	At       string // the name after the @, in lower case; empty of a style rule
	Prelude  string // what stands before its block: selectors, a media query
	Block    bool   // it has a block
	Sets     []Set
	Nodes    []*Node // rules in it
	From, To int
}

// A Set is a declaration in a rule. From and To are its bytes in the text.
type Set struct {
	Name      string // in lower case, but for custom properties
	Value     string // without !important, and without space at its ends
	Important bool
	From, To  int
}

// Skipped is a part of the text that is no CSS, which browsers leave out.
type Skipped struct {
	From, To int
	Why      string
}

// deepest is how many blocks may stand in one another; what is deeper is skipped.
const deepest = 64

// What is kept of a stylesheet, in bytes, as budgets count it.
const (
	tokenSize    = 32 // a token, and what shuts it
	nodeSize     = 200
	setSize      = 80
	compoundSize = 320 // with what stands in it, and the texts of its tokens
)

// Parse reads a stylesheet within a budget. It reads any text: what is no CSS is skipped as the specification has
// it, and listed.
func Parse(b *budget.Budget, text string) *Tree {
	t := &Tree{Text: text, Index: lines.New(text)}
	b.Step(len(text) / 8)
	p := parser{tree: t, budget: b, tokens: make([]lexed, 0, len(text)/8+16)}
	lexer := css.NewLexer(parse.NewInputString(text))
	at := 0
	for {
		kind, b := lexer.Next()
		if kind == css.ErrorToken && len(b) == 0 {
			break
		}
		p.tokens = append(p.tokens, lexed{kind, int32(at), int32(at + len(b))})
		at += len(b)
		if len(p.tokens)%drawTokens == 0 {
			p.budget.Hold(drawTokens * tokenSize)
			p.budget.Step(drawTokens * 4)
		}
	}
	p.match()
	t.Rules = p.rules(0, len(p.tokens), 0, true)
	return t
}

// lexed is a token and its bytes in the text.
type lexed struct {
	kind     css.TokenType
	from, to int32
}

// drawTokens is how many tokens are counted at once.
const drawTokens = 256

type parser struct {
	tree   *Tree
	budget *budget.Budget
	tokens []lexed
	shut   []int // of a token that opens a block or function: the one that shuts it, or the end
}

// match finds the token that shuts each one that opens.
func (p *parser) match() {
	p.shut = make([]int, len(p.tokens))
	type opened struct {
		at    int
		shuts css.TokenType
	}
	var open []opened
	for i, t := range p.tokens {
		p.shut[i] = i
		switch t.kind {
		case css.LeftBraceToken:
			open = append(open, opened{i, css.RightBraceToken})
		case css.LeftBracketToken:
			open = append(open, opened{i, css.RightBracketToken})
		case css.LeftParenthesisToken, css.FunctionToken:
			open = append(open, opened{i, css.RightParenthesisToken})
		case css.RightBraceToken, css.RightBracketToken, css.RightParenthesisToken:
			if n := len(open); n > 0 && open[n-1].shuts == t.kind {
				p.shut[open[n-1].at] = i
				open = open[:n-1]
			}
		}
	}
	for _, o := range open {
		p.shut[o.at] = len(p.tokens)
	}
}

// after is the place after the token at i and, where it opens something, after all of that.
func (p *parser) after(i int) int { return min(p.shut[i], len(p.tokens)-1) + 1 }

// text is what stands from token i up to token end, without space and comments at its ends.
func (p *parser) text(i, end int) string {
	for i < end && p.blank(i) {
		i++
	}
	for i < end && p.blank(end-1) {
		end--
	}
	if i == end {
		return ""
	}
	if !slices.ContainsFunc(p.tokens[i:end], func(t lexed) bool { return t.kind == css.CommentToken }) {
		return p.tree.Text[p.tokens[i].from:p.tokens[end-1].to]
	}
	var b strings.Builder
	for ; i < end; i++ {
		if t := p.tokens[i]; t.kind == css.CommentToken {
			b.WriteByte(' ')
		} else {
			b.WriteString(p.tree.Text[t.from:t.to])
		}
	}
	return b.String()
}

func (p *parser) blank(i int) bool {
	kind := p.tokens[i].kind
	return kind == css.WhitespaceToken || kind == css.CommentToken
}

func (p *parser) from(i int) int {
	if i < len(p.tokens) {
		return int(p.tokens[i].from)
	}
	return len(p.tree.Text)
}

func (p *parser) skip(i, end int, why string) {
	if text := p.text(i, end); text != "" {
		p.tree.Skipped = append(p.tree.Skipped, Skipped{p.from(i), p.from(end), why})
	}
}

// rules reads a list of rules from token i up to end.
func (p *parser) rules(i, end, depth int, top bool) (all []*Node) {
	for i < end {
		switch kind := p.tokens[i].kind; {
		case p.blank(i), top && (kind == css.CDOToken || kind == css.CDCToken):
			i++
		default:
			var n *Node
			if n, i = p.rule(i, end, depth); n != nil {
				all = append(all, n)
			}
		}
	}
	return all
}

// rule reads one rule that begins at token i; nil where it is none. next is the token after it.
func (p *parser) rule(i, end, depth int) (n *Node, next int) {
	n = &Node{From: p.from(i)}
	p.budget.Hold(nodeSize)
	p.budget.Step(8)
	begins := i
	if t := p.tokens[i]; t.kind == css.AtKeywordToken {
		n.At = strings.ToLower(p.tree.Text[t.from+1 : t.to])
		i++
	}
	prelude := i
	for i < end {
		switch kind := p.tokens[i].kind; {
		case kind == css.SemicolonToken && n.At != "":
			n.Prelude, n.To = p.text(prelude, i), p.from(i+1)
			return n, i + 1
		case kind == css.LeftBraceToken:
			shut := min(p.shut[i], end)
			next = min(shut+1, end)
			n.Prelude, n.Block, n.To = p.text(prelude, i), true, p.from(next)
			switch {
			case depth == deepest:
				p.skip(begins, next, "it stands in too many blocks")
				return nil, next
			case n.At == "" && n.Prelude == "":
				p.skip(begins, next, "a block without selectors")
				return nil, next
			}
			p.block(n, i+1, shut, depth+1)
			return n, next
		default:
			i = min(p.after(i), end)
		}
	}
	if n.At != "" {
		n.Prelude, n.To = p.text(prelude, end), p.from(end)
		return n, end
	}
	p.skip(begins, end, "a rule without a block")
	return nil, end
}

// block reads declarations and rules from token i up to end.
func (p *parser) block(n *Node, i, end, depth int) {
	for i < end {
		switch kind := p.tokens[i].kind; {
		case p.blank(i) || kind == css.SemicolonToken:
			i++
		case kind == css.AtKeywordToken:
			var inner *Node
			if inner, i = p.rule(i, end, depth); inner != nil {
				n.Nodes = append(n.Nodes, inner)
			}
		default:
			stop, brace := p.statement(i, end)
			if stop == end || p.tokens[stop].kind == css.SemicolonToken {
				if set, ok := p.set(i, stop); ok {
					n.Sets = append(n.Sets, set)
					i = stop
					continue
				}
			}
			if brace < 0 {
				p.skip(i, stop, "no declaration")
				i = stop
				continue
			}
			var inner *Node
			if inner, i = p.rule(i, end, depth); inner != nil {
				n.Nodes = append(n.Nodes, inner)
			}
		}
	}
}

// statement is where what begins at token i ends if it is a declaration, and where the first block in it begins that
// would make it a rule; -1 where none does. It looks no further than it takes to tell that it is no declaration: only
// those of custom properties have blocks, and none has brackets that shut nothing.
func (p *parser) statement(i, end int) (stop, brace int) {
	custom, broken := p.tokens[i].kind == css.CustomPropertyNameToken, false
	brace = -1
	for i < end && p.tokens[i].kind != css.SemicolonToken {
		switch p.tokens[i].kind {
		case css.LeftBraceToken:
			if brace < 0 {
				brace = i
			}
			if !custom || broken {
				return i, brace
			}
		case css.BadStringToken, css.BadURLToken, css.RightParenthesisToken, css.RightBracketToken, css.RightBraceToken:
			if broken = true; brace >= 0 {
				return i, brace
			}
		}
		p.budget.Step(1)
		i = min(p.after(i), end)
	}
	return i, brace
}

// set reads the tokens from i up to end as a declaration.
func (p *parser) set(i, end int) (s Set, ok bool) {
	t := p.tokens[i]
	custom := t.kind == css.CustomPropertyNameToken
	if t.kind != css.IdentToken && !custom {
		return s, false
	}
	s.Name, s.From, s.To = p.tree.Text[t.from:t.to], int(t.from), p.from(end)
	custom = custom || strings.HasPrefix(s.Name, "--")
	if !custom {
		s.Name = strings.ToLower(s.Name)
	}
	for i++; i < end && p.blank(i); i++ {
	}
	if i == end || p.tokens[i].kind != css.ColonToken {
		return s, false
	}
	i++
	last := end
	for last > i && p.blank(last-1) {
		last--
	}
	if important := p.important(i, last); important < last {
		s.Important, last = true, important
	}
	for at := i; at < last; at = p.after(at) {
		switch kind := p.tokens[at].kind; {
		case kind == css.BadStringToken || kind == css.BadURLToken,
			kind == css.RightParenthesisToken || kind == css.RightBracketToken || kind == css.RightBraceToken,
			kind == css.LeftBraceToken && !custom, kind == css.DelimToken && p.tree.Text[p.from(at)] == '!':
			return s, false
		}
	}
	s.Value = p.text(i, last)
	p.budget.Hold(setSize)
	return s, s.Value != "" || custom
}

// important is where !important begins at the end of a value; last where it does not.
func (p *parser) important(i, last int) int {
	at := last - 1
	if at < i || !strings.EqualFold(p.tree.Text[p.tokens[at].from:p.tokens[at].to], "important") {
		return last
	}
	for at--; at >= i && p.blank(at); at-- {
	}
	if at < i || p.tree.Text[p.tokens[at].from:p.tokens[at].to] != "!" {
		return last
	}
	return at
}
