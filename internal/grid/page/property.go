package page

import "strconv"

// Property is the CSS property that says the field of a node of that kind by itself; empty where none does.
func (f Field) Property(kind Kind) string { return specs[f].css[kind] }

// CSS is a value as the field's property has it; a number by itself where it has none. It is empty where the property
// cannot say the value.
func (f Field) CSS(v Value) string {
	switch word := specs[f].written[v.Term]; {
	case word != "":
		return word
	case f == Begin && v.N == 0:
		return "auto"
	case f.IsSpace() && v.Term == Pixels && v.N > 0:
		return strconv.Itoa(v.Int()) + "px"
	case v.Term == Number || v.Term == Pixels || v.Term == Taken:
		return strconv.Itoa(v.Int())
	}
	return ""
}

// OfCSS is what a word of the field's property comes to; ok is false where it is none.
func (f Field) OfCSS(word string) (v Value, ok bool) {
	for term, text := range specs[f].written {
		if text == word {
			return Value{Term: term}, true
		}
	}
	term, ok := specs[f].read[word]
	return Value{Term: term}, ok
}
