package kit

import (
	"regexp"
	"strconv"
	"strings"

	"kitrows/internal/fault"
)

// A Template writes the classes of one meaning. "{n}" stands for a number or a
// word, "{at}" for the unit a column of an uneven grid starts at, and "{bp}" for
// a breakpoint's name; what stands in square brackets is left out where the
// placeholder in it stands for nothing: "kr-take-{n}[-at-{at}][-{bp}]" writes
// kr-take-3, kr-take-3-wide and kr-take-3-at-2-wide.
type Template string

// Write gives the class for n, in a column that starts at unit at of an uneven
// grid, from breakpoint bp on; each may be empty.
func (t Template) Write(n, at, bp string) string {
	s := string(t)
	s = fill(s, "{at}", at)
	s = fill(s, "{bp}", bp)
	return strings.ReplaceAll(s, "{n}", n)
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

var classPattern = regexp.MustCompile(`^[A-Za-z_][A-Za-z0-9_-]*$`)

// check refuses a template that cannot write valid, distinct classes: one that
// counts names {n} once, one that is placed in an uneven grid [{at}], one that
// changes by breakpoint {bp} once, in brackets where it is written at the first
// breakpoint too. An optional one may be empty.
func (t Named) check(uneven bool) error {
	bp := "[{bp}]"
	if t.Later {
		bp = "{bp}"
	}
	s, want, ok := string(t.Template), "a class template", true
	if s == "" && t.Optional {
		return nil
	}
	for _, named := range []struct {
		placeholder   string
		needed, taken bool
	}{{"{n}", t.Counted, t.Counted}, {"[{at}]", t.Placed && uneven, t.Placed}, {bp, t.Stepped, t.Stepped}} {
		if named.needed {
			want += " with " + named.placeholder
		}
		bare := strings.Trim(named.placeholder, "[]")
		n := strings.Count(s, bare)
		ok = ok && (n == 1 && named.taken || n == 0 && !named.needed) &&
			(n == 0 || bare == named.placeholder || inBrackets(s, bare))
	}
	ok = ok && len(s) <= 60 && classPattern.MatchString(t.Template.Write("1", "2", "b")) &&
		(t.Later || classPattern.MatchString(t.Template.Write("1", "", "")))
	if !ok {
		return fault.New("", s, "%s", want)
	}
	return nil
}

func inBrackets(s, placeholder string) bool {
	i := strings.Index(s, placeholder)
	open, end := strings.LastIndexByte(s[:i], '['), strings.IndexByte(s[i:], ']')
	return open > strings.LastIndexByte(s[:i], ']') && end >= 0
}
