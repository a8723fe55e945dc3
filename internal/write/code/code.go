// Package code holds what all forms of code share. Each form is a package below it.
package code

import (
	"strconv"
	"strings"
	"unicode"
)

// Options of code.
type Options struct {
	Mark     bool // of markup: data-node="ID" on every node's element
	Tint     bool // of documents: blocks of content are tinted, which moves nothing
	Ends     bool // of markup: a comment at the end of every container and row that names it
	Whole    bool // of a document: with the kit's whole stylesheet; of mixin-based code: with all mixins
	Nested   bool // of mixin-based code: rules stand in those of what is around them
	Gathered bool // of mixin-based code: what holds from a breakpoint on stands together

	// of a document: blocks of content are as high as declared, whatever stands in them, so that a plan needs no measures
	Hold  bool
	Files string // of a document: the address that addresses from the root lead to
	// of a document: the address that pictures are had from, by their ids and versions; they stand in it where it is empty
	Pictures string

	Mixed bool // of a document: without grid classes, with the stylesheet that mixins come to
}

// A File is one file of code, and the node that each of its lines is for; empty where it
// is for no node. Files that are the kit's name no nodes at all.
type File struct {
	Name  string
	Text  string
	Nodes []string
}

// Comment makes a name safe in a comment of any form of code: what could end one is
// replaced, sign by sign, so that nothing comes to stand beside something else.
func Comment(name string) string {
	var b strings.Builder
	last := rune(0)
	for _, r := range strings.ReplaceAll(name, "--", "––") {
		switch {
		case unicode.IsControl(r), r == '\u2028', r == '\u2029':
			r = ' '
		case r == '<':
			r = '‹'
		case r == '>':
			r = '›'
		case r == '/' && last == '*', r == '*' && last == '/':
			r = '·'
		}
		b.WriteRune(r)
		last = r
	}
	return b.String()
}

var apostrophes = strings.NewReplacer("’", "", "'", "")

// Slug is a name as a class: small letters, digits and hyphens, a letter first; empty
// where it has none.
func Slug(name string) string {
	words := strings.FieldsFunc(strings.ToLower(apostrophes.Replace(name)), func(r rune) bool {
		return !(r >= 'a' && r <= 'z' || unicode.IsDigit(r) && r < 128)
	})
	text := strings.Join(words, "-")
	if len(text) > 40 {
		text = strings.Trim(text[:40], "-")
	}
	if text == "" {
		return ""
	}
	return LetterFirst(text)
}

// LetterFirst puts a letter before a text that begins with a digit.
func LetterFirst(text string) string {
	if text[0] >= '0' && text[0] <= '9' {
		return "n" + text
	}
	return text
}

// Taken are classes that are taken, each with the number that a class made of it is tried with next.
type Taken map[string]int

// Take takes a class.
func (t Taken) Take(class string) { t[class] = max(t[class], 2) }

// Free is a class from a name, or from another word where the name makes none, that is not taken. It is then.
func (t Taken) Free(name, other string) string {
	class := Slug(name)
	if class == "" {
		class = other
	}
	free := class
	for t[free] > 0 {
		free = class + "-" + strconv.Itoa(t[class])
		t[class]++
	}
	t.Take(free)
	return free
}

// Wrapped are words in lines of at most so many bytes; a longer word has a line of its own.
func Wrapped(words []string, most int) (lines []string) {
	line := ""
	for _, word := range words {
		if line != "" && len(line)+1+len(word) > most {
			lines = append(lines, line)
			line = ""
		}
		line = strings.TrimPrefix(line+" "+word, " ")
	}
	return append(lines, line)
}
