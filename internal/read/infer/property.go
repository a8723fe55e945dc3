package infer

import (
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
)

// mostGiven is the highest number that is tried for a custom property that elements give in a style attribute.
const mostGiven = 24

// mostUses is how many rules may make use of such a property; more are not those of a grid.
const mostUses = 300

// mostNames is how many such properties are looked at.
const mostNames = 20

var (
	varUse      = regexp.MustCompile(`var\(\s*(--[^\s,()]+)`)
	wholeNumber = regexp.MustCompile(`^\s*-?\d+\s*$`)
)

// given are words of custom properties that elements give themselves, such as style="--n: 4;": those that rules
// which place columns make use of, and that no rule declares but with a number or by another, for the class that
// uses it. There is a word for each number from 1 on.
func given(c *css.Cascade, files int, rows map[string]string) (all []*word) {
	uses := map[string][]use{}
	known := map[string]map[use]bool{}
	keep := func(name string, u use) {
		if known[name] == nil {
			known[name] = map[use]bool{}
		}
		if !known[name][u] && len(uses[name]) <= mostUses {
			known[name][u] = true
			uses[name] = append(uses[name], u)
		}
	}
	from := map[string][]string{} // of a property that is declared by others, those
	out := map[string]bool{}      // declared as something that elements do not give
	deep := map[string]int{}
	var names []string
	for _, r := range c.Rules {
		if r.File >= files {
			continue
		}
		for i := range r.Sets {
			put := &r.Sets[i]
			custom := strings.HasPrefix(put.Name, "--")
			found := varUse.FindAllStringSubmatch(put.Value, -1)
			if custom && (!owned(r) || len(found) == 0 && !wholeNumber.MatchString(put.Value)) {
				out[put.Name] = true
			}
			if !custom && !slices.Contains(placing, put.Name) {
				continue
			}
			for at, m := range found {
				name := m[1]
				if custom && len(from[put.Name]) < mostNames && !slices.Contains(from[put.Name], name) {
					from[put.Name] = append(from[put.Name], name)
				}
				if uses[name] == nil {
					names = append(names, name)
				}
				deep[name] = max(deep[name], at)
				for s := range r.Selectors {
					keep(name, use{r, &r.Selectors[s]})
				}
			}
		}
	}
	for range min(len(names), 8) { // what uses a property uses those that it is made of
		for _, name := range slices.Sorted(maps.Keys(from)) {
			for _, other := range from[name] {
				for _, u := range uses[name] {
					keep(other, u)
				}
			}
		}
	}
	byClass := classed(c, files)
	for _, name := range names[:min(len(names), mostNames)] {
		if out[name] || byClass[name] || rows[name] != "" || len(uses[name]) > mostUses || !slices.ContainsFunc(uses[name],
			func(u use) bool { return owned(u.rule) }) {
			continue
		}
		for n := 1; n <= mostGiven; n++ {
			all = append(all, &word{text: "style=" + name + ": " + strconv.Itoa(n) + ";", uses: uses[name],
				given: true, deep: deep[name]})
		}
	}
	return all
}

// classed are the custom properties for whose values there are classes, such as .s4 { --n: 4 }: elements do not give
// them themselves.
func classed(c *css.Cascade, files int) map[string]bool {
	const fewest = 3                   // classes
	by := map[string]map[string]bool{} // the classes, by the property
	all := map[string]bool{}
	for _, r := range c.Rules {
		for i := range r.Sets {
			put := &r.Sets[i]
			if r.File >= files || !strings.HasPrefix(put.Name, "--") {
				continue
			}
			for _, s := range r.Selectors {
				if said := wordsOf(&s[len(s)-1]); len(said) == 1 && len(by[put.Name]) < fewest {
					if by[put.Name] == nil {
						by[put.Name] = map[string]bool{}
					}
					by[put.Name][said[0]] = true
					all[put.Name] = len(by[put.Name]) == fewest
				}
			}
		}
	}
	return all
}

// owned reports whether a rule is for elements that have a class or an attribute, not for all.
func owned(r *css.StyleRule) bool {
	return !slices.ContainsFunc(r.Selectors, func(s css.Selector) bool {
		return len(wordsOf(&s[len(s)-1])) == 0 &&
			!patterned(&s[len(s)-1])
	})
}

// patterned reports whether a compound asks for a part of an attribute.
func patterned(c *css.Compound) bool {
	return slices.ContainsFunc(c.Attributes, func(a css.Attribute) bool { return a.Op != "=" && a.Op != "" })
}
