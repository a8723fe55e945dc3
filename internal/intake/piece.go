// Package intake reads what comes from elsewhere. HTML and Markdown fall into
// pieces of content that can be placed on a page.
package intake

import (
	"bytes"
	"fmt"
	"slices"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"
	"github.com/yuin/goldmark/renderer/html"
	nethtml "golang.org/x/net/html"

	"kitrows/internal/fault"
	"kitrows/internal/page"
)

// A Piece is one heading, paragraph, list or picture, or markup as it was given.
type Piece struct {
	Content page.Content
	File    []byte // of a picture that came along; its content names no picture yet
}

// MaxText bounds what is read at once, in bytes.
const MaxText = 1 << 20

// FromMarkdown reads Markdown, with the tables and strikethroughs many write, and
// the HTML in it. What it leaves out is as FromHTML says.
func FromMarkdown(text string) (pieces []Piece, left []string, err error) {
	md := goldmark.New(goldmark.WithExtensions(extension.GFM), goldmark.WithRendererOptions(html.WithUnsafe()))
	var b bytes.Buffer
	if err := md.Convert([]byte(text), &b); err != nil {
		return nil, nil, fault.New("text", err.Error(), "Markdown")
	}
	return FromHTML(b.String())
}

// FromHTML takes markup apart: by heading, paragraph, list and picture, through
// the elements that only group. What has markup of its own inside, and everything
// else, is kept as it was given, to the byte. Only scripts, styles and a page's
// head are left out; left names them.
func FromHTML(markup string) (pieces []Piece, left []string, err error) {
	if len(markup) > MaxText {
		return nil, nil, fault.New("text", fmt.Sprintf("%d bytes", len(markup)), "at most %d KiB at once", MaxText>>10)
	}
	s := splitter{z: nethtml.NewTokenizer(strings.NewReader(markup))}
	for s.next() {
	}
	s.flush()
	for i := range s.pieces {
		if c := &s.pieces[i].Content; len(c.Text) > page.MaxText {
			return nil, nil, fault.New("text", fmt.Sprintf("%.40q and so on, %d bytes", c.Text, len(c.Text)),
				"pieces of at most %d bytes", page.MaxText)
		}
	}
	slices.Sort(s.left)
	return s.pieces, slices.Compact(s.left), nil
}
