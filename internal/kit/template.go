package kit

import (
	"regexp"
	"strconv"
	"strings"

	"kitrows/internal/fault"
)

// A Template writes the classes of one meaning. "{n}" stands for a number of
// units and "{bp}" for a breakpoint's name; what stands in square brackets is
// left out at the first breakpoint: "kr-take-{n}[-{bp}]" writes kr-take-3 and
// kr-take-3-wide.
type Template string

// Write gives the class for n units from breakpoint bp on; bp is empty at the
// first breakpoint.
func (t Template) Write(n int, bp string) string {
	s := string(t)
	if open, end := strings.IndexByte(s, '['), strings.IndexByte(s, ']'); open >= 0 && end > open {
		if bp == "" {
			s = s[:open] + s[end+1:]
		} else {
			s = s[:open] + s[open+1:end] + s[end+1:]
		}
	}
	s = strings.ReplaceAll(s, "{bp}", bp)
	return strings.ReplaceAll(s, "{n}", strconv.Itoa(n))
}

var classPattern = regexp.MustCompile(`^[A-Za-z_][A-Za-z0-9_-]*$`)

// check refuses a template that cannot write valid, distinct classes: one for
// counted units names {n} once, one that changes by breakpoint names {bp} once.
func (t Template) check(counted, stepped bool) error {
	want := "a class template"
	if counted {
		want += " with {n}"
	}
	if stepped {
		want += " with [{bp}]"
	}
	counts := map[bool]int{true: 1}
	s := string(t)
	ok := strings.Count(s, "{n}") == counts[counted] &&
		strings.Count(s, "{bp}") == counts[stepped] &&
		len(s) <= 60 &&
		classPattern.MatchString(t.Write(1, "")) && classPattern.MatchString(t.Write(1, "b"))
	if ok && stepped {
		open, at, end := strings.IndexByte(s, '['), strings.Index(s, "{bp}"), strings.IndexByte(s, ']')
		ok = open >= 0 && open < at && at < end
	}
	if !ok {
		return fault.New("", s, "%s", want)
	}
	return nil
}
