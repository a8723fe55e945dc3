package check

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/origin"
)

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
		if !linked && p.HasGrid() && !strings.HasPrefix(f.Name, origin.Style) && !origin.IsImported(files, f.Name) {
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
