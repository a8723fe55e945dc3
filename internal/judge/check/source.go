package check

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
)

// nodes finds out which nodes elements are.
func (c *checker) nodes() {
	c.of = map[*markup.Node]string{}
	for n, s := range c.stretches {
		for _, m := range s.Nodes {
			c.of[m] = n.ID
		}
	}
}

// codes are those of what the tree tells.
var codes = map[markup.FaultKind]finding.Code{
	markup.Missing: finding.EndTagMissing, markup.Surplus: finding.EndTagSurplus, markup.Crossed: finding.TagsCrossed,
	markup.Ignored: finding.TagIgnored, markup.Doubled: finding.AttributeDoubled, markup.Deep: finding.TooDeep,
	markup.TooMuch: finding.TooMuch,
}

// tags tells of tags that make another tree than their author is likely to have meant.
func (c *checker) tags() {
	text := c.doc.Text()
	all := slices.Clone(c.doc.Faults)
	slices.SortStableFunc(all, func(a, b markup.Fault) int { return unread(b) - unread(a) }) // whatever else there is
	for _, f := range all[:min(len(all), most)] {
		var fixes []finding.Fix
		switch f.Kind {
		case markup.Surplus, markup.Ignored:
			lines, alone := c.doc.Lines(f.At)
			if !alone {
				lines = f.At
			}
			fixes = []finding.Fix{{Label: "Remove " + text[f.At.From:f.At.To], Edits: []markup.Edit{{Span: lines}}}}
		case markup.Doubled:
			fixes = []finding.Fix{{Label: "Remove it", Edits: []markup.Edit{{Span: f.At}}}}
		case markup.Missing:
			var end int
			if f, end = c.unclosed(f); end >= 0 {
				fixes = []finding.Fix{{Label: fmt.Sprintf("End it in line %d", c.doc.Line(end).Line),
					Edits: []markup.Edit{{Span: markup.Span{From: end, To: end}, Text: "</" + f.Tag + ">"}}}}
			}
		}
		at := c.at(f.At.From)
		c.add(codes[f.Kind], c.around(at), f.At, f.Text, fixes...)
	}
}

// unread is 1 of a fault for which a part of the file is not read, else 0.
func unread(f markup.Fault) int {
	if f.Kind == markup.Deep || f.Kind == markup.TooMuch {
		return 1
	}
	return 0
}

// at is the innermost element whose start tag, or what is in it, holds a byte of the text.
func (c *checker) at(place int) (found *markup.Node) {
	if c.outer == nil {
		c.measure(c.doc.Root)
	}
	for _, e := range c.outer {
		if e.From <= place && place < e.To {
			found = e.Node
		}
	}
	return found
}

// measure finds what each element takes of the file.
func (c *checker) measure(n *markup.Node) (s markup.Span) {
	at := -1
	if s = n.Start; !n.IsText() && n.Start.Len() > 0 {
		at = len(c.outer)
		c.outer = append(c.outer, element{n, s})
	}
	for _, k := range n.Children {
		if in := c.measure(k); in.Len() > 0 && n.End.Len() == 0 {
			s.To = max(s.To, in.To)
		}
	}
	s.To = max(s.To, n.End.To)
	if at >= 0 {
		c.outer[at].Span = s
	}
	return s
}

// grid tells of what stands where it does nothing.
func (c *checker) grid() {
	if len(c.stretches) == 0 {
		return
	}
	v := infer.VocabularyOf(c.l.Kit(), c.l.Page())
	contained := map[*page.Node]bool{nil: !v.Has(page.Container)} // in a container, or rows are containers themselves
	c.l.Page().Walk(func(n *page.Node, at page.Place) {
		contained[n] = n.Kind == page.Container || contained[at.Parent]
		s := c.stretches[n]
		if len(s.Nodes) == 0 || len(c.found) >= most {
			return
		}
		m := s.Nodes[0]
		span := m.Start
		switch {
		case at.Parent != nil && at.Parent.Kind == page.Row && n.Kind == page.Block && s.Element() == nil:
			c.add(finding.TextInRow, n.ID, span,
				fmt.Sprintf("words stand straight in %s: only columns are children of a row", at.Parent.Name))
		case at.Parent != nil && at.Parent.Kind == page.Row && n.Kind != page.Column:
			c.add(finding.RowChild, n.ID, span, fmt.Sprintf("<%s> stands straight in %s and is no column", m.Tag,
				at.Parent.Name))
		case n.Kind == page.Row && !contained[n]:
			c.add(finding.RowOutside, n.ID, span, fmt.Sprintf("%s stands in no container", n.Name))
		case n.Kind == page.Element || n.Kind == page.Block:
			if kind := used(v, m); kind != "" {
				c.add(finding.Misplaced, n.ID, span, fmt.Sprintf("<%s> has the class of a %s, and does not stand %s",
					m.Tag, kind, where[kind]))
			}
		}
	})
}

// selected tells of containers and rows that nothing selects, on pages whose layout is in mixins.
func (c *checker) selected() {
	p := c.l.Page()
	if p.Origin.Address() == "" {
		return
	}
	of, stretches := origin.Selectors(p, c.l.Kit()), origin.Stretches(p, "")
	p.Walk(func(n *page.Node, _ page.Place) {
		if m := stretches[n].Element(); m != nil && (n.Kind == page.Container || n.Kind == page.Row) && of[n.ID] == "" {
			c.add(finding.Unselected, n.ID, m.Start,
				fmt.Sprintf("no id, class or place in the page selects %s alone: its mixins are left out. The "+
					"next edit gives it a class", n.Name))
		}
	})
}

// where is where a node of a kind stands.
var where = map[page.Kind]string{page.Column: "straight in a row", page.Row: "in a container or a column",
	page.Container: "outside of containers"}

// used is the kind of node whose own word an element has that is none; empty for none.
func used(v *vocab.Vocabulary, m *markup.Node) page.Kind {
	if m.IsText() {
		return ""
	}
	said := origin.Said(m)
	for _, kind := range []page.Kind{page.Column, page.Row} {
		if base := v.Base(kind); base != nil && slices.Contains(said, base.Text) {
			return kind
		}
	}
	if slices.ContainsFunc(said, func(text string) bool { return v.Word(page.Container, text) != nil }) {
		return page.Container
	}
	return ""
}

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
	words := c.l.Foreign().Known()
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
			near, seen := told[class]
			if !seen && len(told) < mostUnknown && len(class) <= longestUnknown {
				near = nearest(class, words)
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

// mixed tells of a class that is one of another kit of the project, and none of the page's; and reports whether it is.
func (c *checker) mixed(m *markup.Node, class string) bool {
	if c.kits == nil {
		c.kits = append(c.kits, spoken{c.l.Kit(), infer.VocabularyOf(c.l.Kit(), c.l.Page())})
		for _, k := range c.in.Kits {
			if k != c.l.Kit() {
				c.kits = append(c.kits, spoken{k, infer.Vocabulary(k)})
			}
		}
	}
	at := slices.IndexFunc(c.kits, func(k spoken) bool {
		return slices.ContainsFunc([]page.Kind{page.Container, page.Row, page.Column}, func(kind page.Kind) bool {
			return k.words.Word(kind, class) != nil
		})
	})
	if at <= 0 {
		return false
	}
	rest := slices.DeleteFunc(m.Classes(), func(had string) bool { return had == class })
	c.add(finding.KitsMixed, c.around(m), m.Attr("class").Span, fmt.Sprintf("%s is a class of %s, and the page is on %s",
		class, c.kits[at].Name, c.l.Kit().Name), finding.Fix{Label: "Remove " + class,
		Edits: []markup.Edit{c.doc.SetAttr(m, "class", strings.Join(rest, " "))}})
	return true
}

// spoken is a kit with its words.
type spoken struct {
	*kit.Kit
	words *vocab.Vocabulary
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

// settings tells what cannot be had as it was set: with the kit's technique, or by the classes that there are.
func (c *checker) settings() {
	all := slices.Concat(c.l.Findings, c.l.Foreign().Unsaid())
	if len(all) == 0 {
		return
	}
	starts := map[string]markup.Span{}
	for n, s := range c.stretches {
		if len(s.Nodes) > 0 {
			starts[n.ID] = s.Nodes[0].Start
		}
	}
	for _, f := range all {
		f.At.Span = starts[f.Node]
		c.put(f)
	}
}

// heavy tells what the plan is made without, for it takes more than may be spent.
func (c *checker) heavy() {
	for _, err := range c.l.Foreign().Heavy() {
		c.add(finding.TooMuch, "", c.head(), err.Error()+": the plan is made without it")
	}
}

// estimates tells what the plan does not work out: each thing of each node, and how many nodes there are whose content
// is estimated.
func (c *checker) estimates() {
	at := func(n *page.Node) (s markup.Span) {
		if nodes := c.stretches[n].Nodes; len(nodes) > 0 {
			s = nodes[0].Start
		}
		return s
	}
	var first *page.Node
	var kinds []string
	content := map[*page.Node]bool{}
	for _, d := range c.l.Foreign().Doubts() {
		if !d.Content {
			c.add(finding.Estimated, d.Node.ID, at(d.Node), "the plan only estimates "+d.What+
				": what stands here, and after it, may be elsewhere in a browser")
			continue
		}
		if content[d.Node] = true; first == nil {
			first = d.Node
		}
		if !slices.Contains(kinds, d.What) {
			kinds = append(kinds, d.What)
		}
	}
	if first != nil {
		text := fmt.Sprintf("the plan only estimates %s: %s from here on may be of another size in a browser, "+
			"until they are measured", strings.Join(kinds, ", "), counted(len(content), "element", "elements"))
		c.add(finding.Estimated, first.ID, at(first), text)
	}
}

func counted(n int, one, several string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprint(n, " ", several)
}

// links tells of stylesheets that are missing, linked twice or in the wrong order, and of a viewport that is not
// declared.
func (c *checker) links() {
	if c.doc.Part {
		return // what stands around it is not known
	}
	k, p := c.l.Kit(), c.l.Page()
	files := foreign.Files(k, p)
	links := origin.Links(c.doc)
	seen := map[string]bool{}
	own := false // a stylesheet of the page's own was linked before
	for _, l := range links {
		at := origin.Find(files, l.Name)
		isKit := at >= 0 && origin.OfKit(k, files[at])
		switch {
		case l.Here:
			own = own || !strings.Contains(l.Text, "@import") && origin.Find(c.kitFiles(), l.Name) < 0
			continue
		case seen[l.Name]:
			lines, _ := c.doc.Lines(l.Start)
			c.add(finding.StylesheetTwice, "", l.Start, l.Name+" is linked twice",
				finding.Fix{Label: "Remove this link", Edits: []markup.Edit{{Span: lines}}})
		case at < 0 && !strings.Contains(l.Name, ":") && !strings.HasPrefix(l.Name, "//"):
			c.add(finding.StylesheetMissing, "", l.Start, "the stylesheet "+l.Name+
				" is not there: the plan is without it")
		case at < 0:
			c.add(finding.StylesheetElsewhere, "", l.Start, "the stylesheet "+l.Name+
				" is on another host: the plan is without it")
		case isKit && own:
			c.add(finding.StylesheetOrder, "", l.Start, "the page's own stylesheet stands before the kit's "+
				l.Name+": what both say, the kit's says")
		}
		seen[l.Name] = true
		own = own || at >= 0 && !isKit
	}
	head := c.head()
	for _, f := range c.kitFiles() {
		linked := slices.ContainsFunc(links, func(l origin.Link) bool {
			return origin.Find([]kit.File{f}, l.Name) == 0
		})
		if !linked && f.Name == p.Origin.Address() {
			c.add(finding.MixinsNotLinked, "", head,
				f.Name+", which the mixins of the page come to, is not linked: link it, or what you build of "+
					"them. The plan shows the page with it",
				c.inHead("Link it", `<link rel="stylesheet" href="`+markup.Escaped(f.Name)+`">`, links)...)
			continue
		}
		if !linked && !strings.HasPrefix(f.Name, origin.Style) && !c.imported(f) {
			c.add(finding.StylesheetNotLinked, "", head, "the kit's stylesheet "+f.Name+
				" is not linked: the plan shows the page as if it were",
				c.inHead("Link it", `<link rel="stylesheet" href="`+markup.Escaped(f.Name)+`">`, links)...)
		}
	}
	for _, f := range p.Origin.Styles() {
		if origin.IsRules(f) && !origin.Linked(p, f.Name) {
			c.add(finding.RulesNotLinked, "", head,
				f.Name+", the page's own rules, is not linked: the plan shows the page as if it were",
				c.inHead("Link it", `<link rel="stylesheet" href="`+markup.Escaped(f.Name)+`">`, nil)...)
		}
	}
	viewport := false
	c.doc.Root.Walk(func(m *markup.Node) {
		if a := m.Attr("name"); m.Tag == "meta" && a != nil && strings.EqualFold(strings.TrimSpace(a.Value),
			"viewport") {
			viewport = true
		}
	})
	if !viewport {
		c.add(finding.ViewportMissing, "", head,
			"no viewport is declared: phones show the page as on a wide screen, shrunk",
			c.inHead("Declare it", `<meta name="viewport" content="width=device-width, initial-scale=1">`, nil)...)
	}
}

// mostSkipped is how many rules are told that are not read.
const mostSkipped = 20

// skipped tells which rules of the page's own stylesheets are not read, where browsers may read them. The kit tells
// those of its own.
func (c *checker) skipped() {
	styles, cascade, told := c.l.Page().Origin.Styles(), c.l.Foreign().Cascade(), 0
	for at := 0; len(styles) > 0 && at < len(cascade.Left); at++ {
		left := &cascade.Left[at]
		name := cascade.Names[left.File]
		if left.Quiet || told == mostSkipped || origin.Find(styles, name) < 0 {
			continue
		}
		told++
		c.add(finding.RuleSkipped, "", c.head(), fmt.Sprintf("%s, line %d: %s; the plan is without it", name,
			cascade.Trees[left.File].Place(left.From).Line, left.Why))
	}
}

// kitFiles are the files of the kit's stylesheet.
func (c *checker) kitFiles() (all []kit.File) {
	for _, f := range foreign.Files(c.l.Kit(), c.l.Page()) {
		if origin.OfKit(c.l.Kit(), f) {
			all = append(all, f)
		}
	}
	return all
}

// imported reports whether another file of the kit's imports a file.
func (c *checker) imported(f kit.File) bool {
	return slices.ContainsFunc(c.kitFiles(), func(o kit.File) bool {
		return o.Name != f.Name && strings.Contains(o.Text, "@import") && strings.Contains(o.Text, f.Name)
	})
}

// head is the start tag of the document's head, or its beginning.
func (c *checker) head() (s markup.Span) {
	for _, k := range c.doc.Root.Children {
		if k.Tag == "head" {
			s = k.Start
		}
	}
	return s
}

// inHead is the fix by which a line stands in the head: before the first stylesheet, or at its end.
func (c *checker) inHead(label, line string, links []origin.Link) []finding.Fix {
	if len(links) > 0 {
		return []finding.Fix{{Label: label, Edits: []markup.Edit{c.doc.Before(links[0].Start, line)}}}
	}
	if e, is := origin.InHead(c.doc, line); is {
		return []finding.Fix{{Label: label, Edits: []markup.Edit{e}}}
	}
	return nil
}
