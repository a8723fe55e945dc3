// Package lines tells where in a text something stands as people tell it: line and column. It knows nothing of what the
// text says.
package lines

import (
	"sort"
	"unicode/utf8"
)

// A Place is a line and a column of a text, from 1; a column counts characters.
type Place struct{ Line, Column int }

// An Index finds the places of a text's bytes, in a time that does not grow with the length of its lines. Lines end
// with LF, CR, or both.
type Index struct {
	text   string
	begins []int // of the lines
	marks  []int // how many characters stand before every markth byte
}

// markEvery is how many bytes apart the places are up to which characters are counted beforehand.
const markEvery = 512

// New makes the index of a text.
func New(text string) *Index {
	x := &Index{text: text, begins: []int{0}, marks: make([]int, 0, len(text)/markEvery+1)}
	count := 0
	for i := 0; i < len(text); i++ {
		if i%markEvery == 0 {
			x.marks = append(x.marks, count)
		}
		if utf8.RuneStart(text[i]) {
			count++
		}
		if text[i] == '\n' || text[i] == '\r' && !(i+1 < len(text) && text[i+1] == '\n') {
			x.begins = append(x.begins, i+1)
		}
	}
	return x
}

// Line is the line of a byte, from 1.
func (x *Index) Line(at int) int { return sort.SearchInts(x.begins, at+1) }

// Begin is where a line, from 1, begins.
func (x *Index) Begin(line int) int { return x.begins[line-1] }

// Place is where a byte stands; of one after the end of the text, the end.
func (x *Index) Place(at int) Place {
	at = min(at, len(x.text))
	line := x.Line(at)
	return Place{line, x.before(at) - x.before(x.Begin(line)) + 1}
}

// before is how many characters stand before a byte. Bytes that are no UTF-8 count by how many of them begin
// characters.
func (x *Index) before(at int) (n int) {
	from := 0
	if m := at / markEvery; m < len(x.marks) {
		from, n = m*markEvery, x.marks[m]
	} else if len(x.marks) > 0 {
		from, n = (len(x.marks)-1)*markEvery, x.marks[len(x.marks)-1]
	}
	for ; from < at; from++ {
		if utf8.RuneStart(x.text[from]) {
			n++
		}
	}
	return n
}
