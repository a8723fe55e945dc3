// Package intake reads what comes from elsewhere. HTML and Markdown fall into
// pieces of content that can be placed on a page.
package intake

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"
	"github.com/yuin/goldmark/renderer/html"
	nethtml "golang.org/x/net/html"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

// A Piece is one heading, paragraph, list or picture, or markup as it was given.
type Piece struct {
	Content page.Content
	File    []byte // of a picture that came along; its content names no picture yet
}

// MaxText bounds what is read at once, in bytes.
const MaxText = 1 << 20

// MaxPieces bounds what a text may come to.
const MaxPieces = 2000

// FromMarkdown reads Markdown, with the tables and strikethroughs many write, and
// the HTML in it. What it leaves out and refuses is as FromHTML says.
func FromMarkdown(ctx context.Context, text string) (pieces []Piece, left []string, err error) {
	if err := errors.Join(checkText(text), checkParagraphs(text)); err != nil {
		return nil, nil, err
	}
	var b bytes.Buffer
	err = unlessStopped(ctx, len(text), func() error {
		md := goldmark.New(goldmark.WithExtensions(extension.GFM, stop{ctx}),
			goldmark.WithRendererOptions(html.WithUnsafe()))
		return md.Convert([]byte(text), stopWriter{stop{ctx}, &b})
	})
	if err != nil {
		return nil, nil, err
	}
	return split(ctx, b.String())
}

func checkText(text string) error {
	if len(text) > MaxText {
		return fault.New("text", fmt.Sprintf("%d bytes", len(text)), "at most %d KiB at once", MaxText>>10)
	}
	return nil
}

// FromHTML takes markup apart: by heading, paragraph, list and picture, through
// the elements that only group. What has a class, an id or a style of its own, what has markup inside, and everything
// else, is kept as it was given, to the byte. Only scripts, styles, a page's
// head and bare elements around others are left out; left names them. A text over MaxText or of over MaxPieces is
// refused, and one that is not read when the context reaches its deadline.
func FromHTML(ctx context.Context, markup string) (pieces []Piece, left []string, err error) {
	if err := checkText(markup); err != nil {
		return nil, nil, err
	}
	return split(ctx, markup)
}

// Split takes one element of markup apart: what is in it, without its own tags, which left names.
func Split(ctx context.Context, markup string) (pieces []Piece, left []string, err error) {
	markup = strings.TrimSpace(markup)
	open := strings.IndexByte(markup, '>') + 1
	if !strings.HasPrefix(markup, "<") || open == 0 {
		return nil, nil, fault.New("text", fmt.Sprintf("%.40s", markup), "an element with others in it")
	}
	name := strings.ToLower(strings.FieldsFunc(markup[1:open],
		func(r rune) bool { return strings.ContainsRune(" \t\n\r/>", r) })[0])
	inside := markup[open:]
	if end := strings.LastIndex(strings.ToLower(inside), "</"+name); end >= 0 {
		inside = inside[:end]
	}
	if pieces, left, err = split(ctx, inside); err != nil {
		return nil, nil, err
	}
	if len(pieces) == 0 || len(pieces) == 1 && pieces[0].Content.Text == markup {
		return nil, nil, fault.New("text", fmt.Sprintf("%.40s", markup), "an element with others in it")
	}
	return pieces, append([]string{markup[:open]}, left...), nil
}

func split(ctx context.Context, markup string) (pieces []Piece, left []string, err error) {
	s := splitter{stop: stop{ctx}, z: nethtml.NewTokenizer(strings.NewReader(markup))}
	if err := unlessStopped(ctx, len(markup), func() error {
		for s.next() && len(s.pieces) <= MaxPieces {
		}
		s.flush()
		return ctx.Err()
	}); err != nil {
		return nil, nil, err
	}
	if len(s.pieces) > MaxPieces {
		return nil, nil, fault.New("text", nil, "at most %d headings, paragraphs, lists and pictures at once",
			MaxPieces)
	}
	for i := range s.pieces {
		if c := &s.pieces[i].Content; len(c.Text) > page.MaxText {
			return nil, nil, fault.New("text", fmt.Sprintf("%.40q and so on, %d bytes", c.Text, len(c.Text)),
				"pieces of at most %d bytes", page.MaxText)
		}
	}
	slices.Sort(s.left)
	return s.pieces, slices.Compact(s.left), nil
}
