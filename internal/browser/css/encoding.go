package css

import (
	"bytes"
	"errors"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/htmlindex"
	"golang.org/x/text/encoding/unicode"
)

// encodingOf is the encoding of a stylesheet's bytes as CSS Syntax has it: by a byte order mark, by the @charset that
// they begin with, by the encoding of the page that links it, or else UTF-8, which is nil.
func encodingOf(b []byte, around string) encoding.Encoding {
	switch {
	case bytes.HasPrefix(b, []byte("\xef\xbb\xbf")):
		return nil
	case bytes.HasPrefix(b, []byte("\xfe\xff")):
		return unicode.UTF16(unicode.BigEndian, unicode.UseBOM)
	case bytes.HasPrefix(b, []byte("\xff\xfe")):
		return unicode.UTF16(unicode.LittleEndian, unicode.UseBOM)
	}
	if label, is := bytes.CutPrefix(b, []byte(`@charset "`)); is {
		end := bytes.IndexByte(label[:min(len(label), 1024)], '"')
		if end >= 0 && bytes.HasPrefix(label[end:], []byte(`";`)) {
			if enc, name := named(string(label[:end])); strings.HasPrefix(name, "utf-") {
				return nil // it is not UTF-16, or this could not be read
			} else if enc != nil {
				return enc
			}
		}
	}
	if enc, name := named(around); name != "utf-8" {
		return enc
	}
	return nil
}

// named is the encoding of a label, and its name in the Encoding Standard; nil where there is none.
func named(label string) (encoding.Encoding, string) {
	enc, err := htmlindex.Get(label)
	if err != nil {
		return nil, ""
	}
	name, _ := htmlindex.Name(enc)
	return enc, name
}

// Decode is the text of a stylesheet's bytes, which a page of the encoding around links, as browsers read it; empty is
// UTF-8. Bytes that are none of their encoding are U+FFFD.
func Decode(b []byte, around string) string {
	enc := encodingOf(b, around)
	if enc == nil {
		if utf8.Valid(b) {
			return string(b)
		}
		enc = unicode.UTF8
	}
	text, err := enc.NewDecoder().Bytes(b)
	if err != nil { // no decoder of these fails
		return string(bytes.ToValidUTF8(b, []byte("\ufffd")))
	}
	return string(text)
}

// Encode is the bytes of a text in place of a stylesheet's, in their encoding. The error says why there are none by
// which all that stays the same has the same bytes.
func Encode(text string, b []byte, around string) ([]byte, error) {
	enc := encodingOf(b, around)
	if enc == nil {
		if !utf8.Valid(b) {
			return nil, errors.New("it has bytes that are no UTF-8, and that is its encoding")
		}
		return []byte(text), nil
	}
	if back, err := enc.NewEncoder().Bytes([]byte(Decode(b, around))); err != nil || !bytes.Equal(back, b) {
		return nil, errors.New("it has bytes that are none of its encoding")
	}
	out, err := enc.NewEncoder().Bytes([]byte(text))
	if err != nil {
		return nil, errors.New("its encoding lacks a character of the new text: \\ and its number would do, such as \\2192")
	}
	return out, nil
}
