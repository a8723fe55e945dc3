package origin

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// plainName is a class or an id that a selector has as it is.
var plainName = regexp.MustCompile(`^[A-Za-z_][A-Za-z0-9_-]*$`)

// Selectors are what mixin-based code selects the containers, rows and columns of a page by in its own markup, by their
// ids: the selector that was chosen for a node; else its id attribute, a class or an element that the file has once;
// else the only such element, or of a column its place, in what it stands in. A node that nothing selects has none.
func Selectors(p *page.Page, k *kit.Kit) map[string]string {
	s := selecting{names: map[string]int{}, places: map[*markup.Node]int{}, alike: map[kin]int{},
		of: map[string]string{}, stretches: Stretches(p, Inner(k))}
	Document(p.Origin).Root.Walk(func(m *markup.Node) {
		if m.IsText() {
			return
		}
		s.names[m.Tag]++
		s.names["#"+strings.ToLower(valueOf(m, "id"))]++
		for _, class := range unique(m.Classes()) {
			s.names["."+strings.ToLower(class)]++
		}
		for i, kid := range elements(m) {
			s.places[kid] = i + 1
			s.alike[kin{m, kid.Tag}]++
		}
	})
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Kind != page.Container && n.Kind != page.Row && n.Kind != page.Column && len(n.At) == 0 {
			return
		}
		if text := s.selector(n, at.Parent); text != "" {
			s.of[n.ID] = text
		}
	})
	return s.of
}

// selecting finds selectors.
type selecting struct {
	names     map[string]int       // how often the file has elements, #ids and .classes
	places    map[*markup.Node]int // of elements in what they stand in, from 1
	alike     map[kin]int          // how many such elements stand there
	of        map[string]string
	stretches map[*page.Node]Stretch
}

// kin are the elements of a name that stand in another.
type kin struct {
	in  *markup.Node
	tag string
}

func (s *selecting) selector(n, in *page.Node) string {
	m := s.stretches[n].Element()
	marks := page.Marks{Own: n.Selector}
	if m == nil {
		return marks.Selector()
	}
	only := func(sign, name string) bool {
		return plainName.MatchString(name) && s.names[sign+strings.ToLower(name)] == 1
	}
	if id := valueOf(m, "id"); only("#", id) {
		marks.ID = id
	}
	if at := slices.IndexFunc(n.Classes, func(class string) bool { return only(".", class) }); at >= 0 {
		marks.Class = n.Classes[at]
	}
	if !anonymous[m.Tag] && only("", m.Tag) {
		marks.Tag = m.Tag
	}
	if in != nil && s.stretches[in].Element() == m.Parent {
		marks.Outer = s.of[in.ID]
	}
	switch {
	case s.alike[kin{m.Parent, m.Tag}] == 1 && plainName.MatchString(m.Tag):
		marks.Child = m.Tag
	case n.Kind == page.Column:
		marks.Child = fmt.Sprintf(":nth-child(%d)", s.places[m])
	}
	return marks.Selector()
}

// anonymous are elements that say nothing of what they are: that there is one is chance.
var anonymous = set("div span p")
