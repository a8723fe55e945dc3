package infer

import (
	"slices"
	"strings"

	"kitrows/internal/browser/css"
)

// customs are the custom properties of a stylesheet: which others their values use, and which of them the rules of rows
// give a value, for what is in them to use.
type customs struct {
	used map[string][]string
	rows map[string]string // the word of such a rule, where all that do so have the same
}

// mostReached is how many custom properties a value is followed to.
const mostReached = 100

func newCustoms(c *css.Cascade, files int) *customs {
	all := &customs{used: map[string][]string{}, rows: map[string]string{}}
	for _, r := range c.Rules {
		if r.File >= files {
			continue
		}
		lays := slices.ContainsFunc(r.Sets, func(p css.Put) bool {
			return p.Name == "display" && (strings.Contains(p.Value, "flex") || strings.Contains(p.Value, "grid"))
		})
		for i := range r.Sets {
			put := &r.Sets[i]
			if !strings.HasPrefix(put.Name, "--") {
				continue
			}
			for _, m := range varUse.FindAllStringSubmatch(put.Value, -1) {
				if known := all.used[put.Name]; len(known) < mostReached && !slices.Contains(known, m[1]) {
					all.used[put.Name] = append(known, m[1])
				}
			}
			for s := 0; lays && s < len(r.Selectors); s++ {
				word := onlyWord(r.Selectors[s])
				if known, is := all.rows[put.Name]; is && known != word {
					word = ""
				}
				all.rows[put.Name] = word
			}
		}
	}
	return all
}

// onlyWord is the word that a selector asks for, where that is all; else empty.
func onlyWord(s css.Selector) string {
	if said := wordsOf(&s[len(s)-1]); len(s) == 1 && len(said) == 1 {
		return said[0]
	}
	return ""
}

// reached are the custom properties on which the value of a longhand hangs, also by others.
func (l *lab) reached(put css.Put) []string {
	var all []string
	seen := map[string]bool{}
	add := func(names ...string) {
		l.budget.Step(len(names))
		for _, name := range names {
			if len(all) < mostReached && !seen[name] {
				seen[name] = true
				all = append(all, name)
			}
		}
	}
	for _, m := range varUse.FindAllStringSubmatch(sideOf(put), -1) {
		add(m[1])
	}
	for i := 0; i < len(all); i++ {
		add(l.customs.used[all[i]]...)
	}
	return all
}

// sideOf is what the value of a shorthand of two sides says of the one that a longhand is of; else all of the value.
func sideOf(put css.Put) string {
	if !strings.HasSuffix(put.Short, "-inline") {
		return put.Value
	}
	parts := topLevel(put.Value)
	switch {
	case len(parts) != 2:
		return put.Value
	case strings.HasSuffix(put.Name, "left"):
		return parts[0]
	}
	return parts[1]
}

// topLevel divides a value at the spaces that are in no function.
func topLevel(value string) (parts []string) {
	depth, from := 0, 0
	for i, r := range value + " " {
		switch {
		case r == '(':
			depth++
		case r == ')':
			depth--
		case r == ' ' && depth == 0:
			if i > from {
				parts = append(parts, value[from:i])
			}
			from = i + 1
		}
	}
	return parts
}
