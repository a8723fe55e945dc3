// Package markup reads HTML as the HTML Standard's parser does, keeps for every element which bytes of the
// source its tags are, and changes no other bytes than an edit is about. It knows nothing of grids.
package markup

import (
	"bytes"
	"sync"
	"unicode/utf8"

	"golang.org/x/net/html/charset"
	"golang.org/x/text/encoding"
	"golang.org/x/text/transform"

	"kitrows/internal/browser/lines"
)

// A Source is the bytes of a file of HTML, in any encoding that the Standard names. It is never changed.
type Source struct {
	Bytes    []byte
	Encoding string // its name in the Encoding Standard, such as utf-8

	// decoded, and always valid UTF-8: bytes that are none of their encoding are U+FFFD, as browsers show them
	text string
	rows func() *lines.Index // worked out when it is first asked for
	// of each byte of the text, and of its end, where that stands among the bytes; nil where it is the same
	from []int
	enc  encoding.Encoding
}

// A Span is a stretch of a source's decoded text, in bytes: To is the first after it.
type Span struct{ From, To int }

// Len is how many bytes it has.
func (s Span) Len() int { return s.To - s.From }

// prescanBytes is how many bytes at the beginning are looked through for a declaration of the encoding.
const prescanBytes = 1024

// NewSource finds out the encoding of a file as the Standard has it: by a byte order mark, by a declaration in its
// first 1,024 bytes, or else UTF-8, where the bytes are that, or windows-1252.
func NewSource(b []byte) *Source {
	enc, name, certain := charset.DetermineEncoding(b, "")
	if declared := bytes.Contains(bytes.ToLower(b[:min(len(b), prescanBytes)]), []byte("charset")); !certain &&
		!declared &&
		utf8.Valid(b) {
		name = "utf-8"
	}
	s := &Source{Bytes: b, Encoding: name, enc: enc}
	s.rows = sync.OnceValue(s.index)
	switch {
	case name != "utf-8":
		s.decode()
	case utf8.Valid(b):
		s.text, s.enc = string(b), nil
	default:
		s.enc = nil
		s.replace()
	}
	return s
}

// NewText is a source of UTF-8.
func NewText(text string) *Source {
	s := &Source{Bytes: []byte(text), Encoding: "utf-8", text: text}
	s.rows = sync.OnceValue(s.index)
	return s
}

// decode decodes the bytes, a character at a time, for it to be known where each stands.
func (s *Source) decode() {
	d := s.enc.NewDecoder()
	text := make([]byte, 0, len(s.Bytes)*2)
	s.from = make([]int, 0, len(s.Bytes)*2+1)
	for at := 0; at < len(s.Bytes); {
		var one [utf8.UTFMax]byte
		for room := 1; ; room++ {
			n, read, err := d.Transform(one[:room], s.Bytes[at:], true)
			if n == 0 && err == transform.ErrShortDst && room < len(one) {
				at += read
				continue
			}
			if n == 0 && read == 0 { // no decoder makes anything of it
				n, read = copy(one[:], "\ufffd"), 1
			}
			for range n {
				s.from = append(s.from, at)
			}
			text = append(text, one[:n]...)
			at += read
			break
		}
	}
	s.text, s.from = string(text), append(s.from, len(s.Bytes))
}

// replace makes the text of bytes that are to be UTF-8, and are not all of them.
func (s *Source) replace() {
	text := make([]byte, 0, len(s.Bytes)+64)
	s.from = make([]int, 0, len(s.Bytes)+65)
	for at := 0; at < len(s.Bytes); {
		r, size := utf8.DecodeRune(s.Bytes[at:])
		if r == utf8.RuneError && size == 1 {
			size = broken(s.Bytes[at:])
		}
		had := len(text)
		text = utf8.AppendRune(text, r)
		for range len(text) - had {
			s.from = append(s.from, at)
		}
		at += size
	}
	s.text, s.from = string(text), append(s.from, len(s.Bytes))
}

// broken is how many bytes at the beginning of some are one character that is broken off: as many as the Encoding
// Standard makes one U+FFFD of.
func broken(b []byte) int {
	need, low, high := 0, byte(0x80), byte(0xbf)
	switch c := b[0]; {
	case c >= 0xc2 && c <= 0xdf:
		need = 1
	case c >= 0xe0 && c <= 0xef:
		if need = 2; c == 0xe0 {
			low = 0xa0
		} else if c == 0xed {
			high = 0x9f
		}
	case c >= 0xf0 && c <= 0xf4:
		if need = 3; c == 0xf0 {
			low = 0x90
		} else if c == 0xf4 {
			high = 0x8f
		}
	}
	n := 1
	for ; n <= need && n < len(b) && b[n] >= low && b[n] <= high; n++ {
		low, high = 0x80, 0xbf
	}
	return n
}

// Text is the decoded text, with its byte order mark if it has one.
func (s *Source) Text() string { return s.text }

// Place is where a byte of the text stands among the bytes of the file.
func (s *Source) Place(at int) int {
	if s.from == nil {
		return at
	}
	return s.from[at]
}

// encode writes a text in the encoding of the source; characters that it does not have become references.
func (s *Source) encode(text string) []byte {
	if s.enc == nil {
		return []byte(text)
	}
	b, err := encoding.HTMLEscapeUnsupported(s.enc.NewEncoder()).Bytes([]byte(text))
	if err != nil {
		return []byte(text)
	}
	if s.Encoding == "utf-16le" || s.Encoding == "utf-16be" {
		b = bytes.TrimPrefix(bytes.TrimPrefix(b, []byte{0xff, 0xfe}), []byte{0xfe, 0xff})
	}
	return b
}

// Line tells where a byte of the text stands.
func (s *Source) Line(at int) lines.Place { return s.rows().Place(at) }

// Row is its line alone, from 1.
func (s *Source) Row(at int) int { return s.rows().Line(at) }

// index finds where the lines of the text begin.
func (s *Source) index() *lines.Index { return lines.New(s.text) }
