package check

import (
	"fmt"
	"strings"
	"sync"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
)

// Bounds of what is looked for near the kit's classes: so many classes, of so many characters.
const (
	mostUnknown    = 100
	longestUnknown = 60
)

// classes tells of classes that no stylesheet has, and that are nearly one of the kit's.
func (c *checker) classes() {
	if len(c.stretches) == 0 {
		return
	}
	known := map[string]bool{}
	for _, name := range c.l.Foreign().Cascade().Classes() {
		known[name] = true
	}
	words := sync.OnceValue(c.l.Foreign().Known)
	told := map[string]string{} // the nearest, by the class; empty for none
	c.doc.Root.Walk(func(m *markup.Node) {
		if m.IsText() || m.Start.Len() == 0 || len(c.found) >= most {
			return
		}
		a := m.Attr("class")
		if a == nil {
			return
		}
		for _, class := range m.Classes() {
			if c.mixed(m, class) || known[class] {
				continue
			}
			if c.l.Kit().IsComplete() && !c.isOther(class) {
				c.add(finding.ClassUnknown, c.around(m), a.Span, fmt.Sprintf("the page's stylesheets have no rule for %s, "+
					"a class of %s: an edit in Kit Rows writes it", class, c.l.Kit().Name))
				continue
			}
			near, seen := told[class]
			if !seen && len(told) < mostUnknown && len(class) <= longestUnknown {
				near = nearest(class, words())
				told[class] = near
			}
			if near == "" {
				continue
			}
			value := strings.Join(replaced(m.Classes(), class, near), " ")
			c.add(finding.ClassUnknown, c.around(m), a.Span, fmt.Sprintf("%s has no class %s; the nearest is %s",
				c.l.Kit().Name, class, near),
				finding.Fix{Label: "Change it to " + near, Edits: []markup.Edit{c.doc.SetAttr(m, "class", value)}})
		}
	})
}

func replaced(all []string, from, to string) (next []string) {
	for _, text := range all {
		if text == from {
			text = to
		}
		next = append(next, text)
	}
	return next
}

// nearest is the word that takes the fewest changes of a character to be made of a class, two at most and fewer of a
// short one; empty for none.
func nearest(class string, words []string) (near string) {
	best := 3
	if len(class) < 6 {
		best = 2
	}
	for _, w := range words {
		if d := len(w) - len(class); d < best && d > -best && w != class {
			if n := distance(class, w, best); n < best {
				near, best = w, n
			}
		}
	}
	return near
}

// distance is how many characters must be put in, left out, exchanged or swapped to make one text of another; at most
// so many.
func distance(a, b string, most int) int {
	before, last := make([]int, len(b)+1), make([]int, len(b)+1)
	for j := range last {
		last[j] = j
	}
	for i := 1; i <= len(a); i++ {
		now := make([]int, len(b)+1)
		now[0] = i
		low := i
		for j := 1; j <= len(b); j++ {
			cost := 1
			if a[i-1] == b[j-1] {
				cost = 0
			}
			now[j] = min(last[j]+1, now[j-1]+1, last[j-1]+cost)
			if i > 1 && j > 1 && a[i-1] == b[j-2] && a[i-2] == b[j-1] {
				now[j] = min(now[j], before[j-2]+1)
			}
			low = min(low, now[j])
		}
		if low > most {
			return most + 1
		}
		before, last = last, now
	}
	return last[len(b)]
}
