package kit

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
)

// A Template writes the classes of one meaning. "{n}" stands for a number or a
// word, "{word}" for the same with numbers in words, "{of}" for how many columns the kit
// has, "{at}" for the unit a column of an uneven grid starts at, and "{bp}" for a
// breakpoint's name; what stands in square brackets is left out where the
// placeholder in it stands for nothing: "kr-take-{n}[-at-{at}][-{bp}]" writes
// kr-take-3, kr-take-3-wide and kr-take-3-at-2-wide.
//
// With a "=" it writes an attribute in place of a class: "data-take[-{bp}]={n}" writes
// data-take-wide="3". An attribute may hold several, with spaces between, as class does.
type Template string

// A Blank is what stands for a template's placeholders; N, At and BP may be empty.
type Blank struct{ N, At, BP, Of string }

// Write gives the class, or the attribute as NAME=WORD.
func (t Template) Write(b Blank) string {
	s := string(t)
	s = fill(s, "{at}", b.At)
	s = fill(s, "{bp}", b.BP)
	s = strings.ReplaceAll(s, "{of}", b.Of)
	s = strings.ReplaceAll(s, "{word}", spelled(b.N))
	return strings.ReplaceAll(s, "{n}", b.N)
}

// fill puts value in the place of a placeholder, and takes it away with the
// brackets around it when value is empty.
func fill(s, placeholder, value string) string {
	i := strings.Index(s, placeholder)
	if i < 0 {
		return s
	}
	open, end := strings.LastIndexByte(s[:i], '['), strings.IndexByte(s[i:], ']')
	if open >= 0 && end >= 0 {
		inside := s[open+1 : i+end]
		if value == "" {
			inside = ""
		}
		s = s[:open] + inside + s[i+end+1:]
	}
	return strings.Replace(s, placeholder, value, 1)
}

// Whole writes a number as a class has it: a minus sign becomes "m".
func Whole(n int) string {
	if n < 0 {
		return "m" + strconv.Itoa(-n)
	}
	return strconv.Itoa(n)
}

// isClass reports whether a text is a class that stands in a selector as it is.
func isClass(s string) bool {
	for i := range len(s) {
		c := s[i]
		if !(c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || i > 0 && (c >= '0' && c <= '9' || c == '-')) {
			return false
		}
	}
	return s != ""
}

// isAttribute reports whether a name and a word are those of an attribute of one's own.
func isAttribute(name, word string) bool {
	own, found := strings.CutPrefix(name, "data-")
	for i := range len(own) {
		c := own[i]
		found = found && (c >= 'a' && c <= 'z' || i > 0 && (c >= '0' && c <= '9' || c == '-'))
	}
	return found && own != "" && (word == "" || isClass("_"+word))
}

// reserved are names that code around a kit's own uses.
var reserved = []string{"kr-hold", "kr-hides", "kr-scaled", "data-node"}

// checkWritten refuses what is no valid name of a class or attribute.
func checkWritten(name string) error {
	attribute, word, has := strings.Cut(name, "=")
	switch {
	case has && !isAttribute(attribute, word):
		return fault.New("", name, "an attribute of lower-case letters, digits and - that begins with data-, "+
			"and a word of letters, digits, - and _, such as data-take=3")
	case !has && !isClass(name):
		return fault.New("", name, "a class of letters, digits, - and _ that begins with a letter or _")
	case slices.Contains(reserved, attribute):
		return fault.New("", name, "another name: pages of Kit Rows use this one")
	}
	return nil
}

// check refuses a template that cannot write valid, distinct classes: one that
// counts names {n} or {word} once, one that is placed in an uneven grid [{at}], one that
// changes by breakpoint {bp} once, in brackets where it is written at the first
// breakpoint too. An optional one may be empty.
func (t Named) check(uneven bool) error {
	bp, n := "[{bp}]", "{n}"
	if t.Later {
		bp = "{bp}"
	}
	if strings.Contains(string(t.Template), "{word}") && t.Field != "part" {
		n = "{word}"
	}
	s, want, ok := string(t.Template), "a class template", true
	if s == "" && t.Optional {
		return nil
	}
	for _, named := range []struct {
		placeholder   string
		needed, taken bool
	}{{n, t.Counted, t.Counted}, {"[{at}]", t.Placed && uneven, t.Placed}, {bp, t.Stepped, t.Stepped}} {
		if named.needed {
			want += " with " + named.placeholder
		}
		bare := strings.Trim(named.placeholder, "[]")
		n := strings.Count(s, bare)
		ok = ok && (n == 1 && named.taken || n == 0 && !named.needed) &&
			(n == 0 || bare == named.placeholder || inBrackets(s, bare))
	}
	bare := s
	for _, placeholder := range []string{n, "{at}", "{bp}", "{of}"} {
		bare = strings.ReplaceAll(bare, placeholder, "")
	}
	ok = ok && !strings.ContainsAny(bare, "{}") && strings.Count(bare, "[") == strings.Count(bare, "]") &&
		strings.Count(s, "{of}") <= 1
	if !ok || len(s) > 60 {
		return fault.New("", s, "%s", want)
	}
	return nil
}

func inBrackets(s, placeholder string) bool {
	i := strings.Index(s, placeholder)
	open, end := strings.LastIndexByte(s[:i], '['), strings.IndexByte(s[i:], ']')
	return open > strings.LastIndexByte(s[:i], ']') && end >= 0
}
