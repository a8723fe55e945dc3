package intake

import (
	"context"
	"errors"
	"fmt"
	"io"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/ast"
	"github.com/yuin/goldmark/parser"
	"github.com/yuin/goldmark/text"
	"github.com/yuin/goldmark/util"

	"kitrows/internal/grid/fault"
)

// Some texts take time that grows with the square of their length. Reading stops when its
// context ends; goldmark has no way to stop, so a stop asks on its way through the text and
// panics, and unlessStopped recovers.
type stop struct{ ctx context.Context }

type stopped struct{}

func (s stop) ask() {
	if s.ctx.Err() != nil {
		panic(stopped{})
	}
}

// unlessStopped runs do, and refuses what text it was about when do was stopped.
func unlessStopped(ctx context.Context, bytes int, do func() error) (err error) {
	defer func() {
		if r := recover(); r != nil {
			if _, ok := r.(stopped); !ok {
				panic(r)
			}
			err = ctx.Err()
		}
		if errors.Is(err, context.DeadlineExceeded) {
			err = fault.New("text", fmt.Sprintf("%d bytes", bytes),
				"a text that can be read in the time there is: less of it, or with less nesting and repetition")
		}
	}()
	return do()
}

// Extend makes goldmark ask as it goes.
func (s stop) Extend(m goldmark.Markdown) {
	m.Parser().AddOptions(
		parser.WithBlockParsers(util.Prioritized(stopBlocks{s}, 0)),
		parser.WithInlineParsers(util.Prioritized(stopInlines{s}, 0)),
		parser.WithParagraphTransformers(util.Prioritized(s, 0)))
}

// Transform asks at the end of a paragraph.
func (s stop) Transform(*ast.Paragraph, text.Reader, parser.Context) { s.ask() }

// stopBlocks asks at every line, and is no block.
type stopBlocks struct{ stop }

func (s stopBlocks) Trigger() []byte { return nil }
func (s stopBlocks) Open(ast.Node, text.Reader, parser.Context) (ast.Node, parser.State) {
	s.ask()
	return nil, parser.NoChildren
}
func (s stopBlocks) Continue(ast.Node, text.Reader, parser.Context) parser.State { return parser.Close }
func (s stopBlocks) Close(ast.Node, text.Reader, parser.Context)                 {}
func (s stopBlocks) CanInterruptParagraph() bool                                 { return true }
func (s stopBlocks) CanAcceptIndentedLine() bool                                 { return true }

// stopInlines asks wherever something may begin in a line, and is nothing.
type stopInlines struct{ stop }

func (s stopInlines) Trigger() []byte { return []byte("[]!*_~`<&\\ (") }
func (s stopInlines) Parse(ast.Node, text.Reader, parser.Context) ast.Node {
	s.ask()
	return nil
}

// A stopReader fails when its context has ended.
type stopReader struct {
	stop
	io.Reader
}

func (r stopReader) Read(p []byte) (int, error) {
	if err := r.ctx.Err(); err != nil {
		return 0, err
	}
	return r.Reader.Read(p)
}

// A stopWriter fails when its context has ended.
type stopWriter struct {
	stop
	io.Writer
}

func (w stopWriter) Write(p []byte) (int, error) {
	if err := w.ctx.Err(); err != nil {
		return 0, err
	}
	return w.Writer.Write(p)
}

// What goldmark does within one paragraph, and within nested blocks, can take the
// square of their number, and it does not ask there.
const (
	maxSigns  = 30_000 // characters of one paragraph that may be Markdown
	maxNested = 200    // marks of lists and quotes at the head of one line
)

// checkParagraphs refuses Markdown with a paragraph that could take long.
func checkParagraphs(text string) error {
	line, signs := 0, 0
	for words := range strings.Lines(text) {
		line++
		if strings.TrimSpace(words) == "" {
			signs = 0
		}
		nested, head := 0, true
		for i, c := range []byte(words) {
			if strings.IndexByte("[]()!*_~`<>&\\", c) >= 0 {
				signs++
			}
			head = head && strings.IndexByte(" \t>-+*.)0123456789", c) >= 0
			if head && (c == '>' || (c == ' ' || c == '\t') && i > 0 && strings.IndexByte("-+*.)", words[i-1]) >= 0) {
				nested++
			}
		}
		found := fmt.Sprintf("line %d", line)
		switch {
		case signs > maxSigns:
			return fault.New("text", found, "at most %d signs of Markdown between two empty lines", maxSigns)
		case nested > maxNested:
			return fault.New("text", found, "lists and quotes at most %d deep", maxNested)
		}
	}
	return nil
}
