package check

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// nodeMark is the attribute by which elements of the page's code name their nodes.
const nodeMark = "data-node"

// mostReaching is how many rules are told that reach elements of the grid.
const mostReaching = 20

// longest is how many nodes a page may have whose own styles are looked through after every edit.
const longest = 1200

// A reach is a rule of the page's own styles, and what it gives to elements of the grid.
type reach struct {
	rule  *css.StyleRule
	sets  []*css.Set
	nodes []string
	has   map[string]bool // those
	at    []string        // the breakpoints
}

// styles tells which rules of the page's own styles reach elements of the grid, and what that does to them. Code is the
// page's markup as it is taken away, its elements marked, of a page that is made here.
func (c *checker) styles(code func() []byte) {
	own := c.ownStyles()
	if len(own) == 0 || c.l.Nodes() > longest {
		return
	}
	var found []*reach
	var cascade *css.Cascade
	err := budget.Within(context.Background(), budget.Cascade, func(b *budget.Budget) error {
		doc := c.doc
		switch style := c.l.Page().Style; {
		case style == "":
			cascade = c.l.Foreign().Cascade() // which is kept
		case code != nil:
			cascade = css.NewCascade(b, []css.Source{{Name: page.OwnStyle, Text: style}}, flow.Expand)
			doc = markup.Read(b, code())
		default:
			return nil
		}
		found = c.reaching(b, cascade, own, doc)
		return nil
	})
	if err != nil { // what is too much for a browser's work is told by itself
		return
	}
	slices.SortStableFunc(found, func(a, b *reach) int { return a.rule.Order - b.rule.Order })
	for _, r := range found[:min(len(found), mostReaching)] {
		name := cascade.Names[r.rule.File]
		place := cascade.Trees[r.rule.File].Place(r.rule.Node.From)
		f := finding.New(finding.StyleOnGrid, r.nodes[0], fmt.Sprintf("%s, line %d: %s { %s } reaches %s%s", name,
			place.Line, short(r.rule.Node.Prelude), r.says(), c.named(r.nodes), c.effect(r.nodes)))
		if f.At.File, f.At.Place = name, place; len(r.at) < len(c.l.Kit().Breakpoints) {
			f.Breakpoints = r.at
		}
		c.found = append(c.found, f)
	}
}

// ownStyles are the names of the page's own styles: of one from HTML those that are not its kit's, nor made by us.
func (c *checker) ownStyles() map[string]bool {
	p, k, own := c.l.Page(), c.l.Kit(), map[string]bool{}
	if p.Style != "" {
		own[page.OwnStyle] = true
	}
	var files []kit.File
	linked := map[string]bool{}
	for _, l := range origin.Links(c.doc) {
		if linked[l.Name] = true; l.Here {
			files = append(files, kit.File{Name: l.Name, Text: strings.TrimSpace(l.Text)})
		}
	}
	for _, f := range p.Origin.Styles() {
		if linked[f.Name] || origin.IsImported(p.Origin.Sheets, f.Name) {
			files = append(files, f)
		}
	}
	for _, f := range files {
		if !origin.IsGenerated(f) && !origin.OfKit(k, f) {
			own[f.Name] = true
		}
	}
	return own
}

// reaching finds the rules of own styles that give elements of the grid something that moves boxes, at the widths of
// the lanes.
func (c *checker) reaching(b *budget.Budget, cascade *css.Cascade, own map[string]bool,
	doc *markup.Document) []*reach {
	ids := map[*css.Element]string{}
	order := c.elements(b, doc, ids)
	by, bundled := map[*css.StyleRule]*reach{}, map[int]bool{}
	for file, tree := range cascade.Trees {
		bundled[file] = kit.Defined(tree.Text) != nil
	}
	var all []*reach
	for _, bp := range c.l.Kit().Breakpoints {
		stage := cascade.At(b, bp.Lane.Px())
		for _, e := range order {
			won, _ := stage.Declared(e, "")
			for name, w := range won {
				if w.Rule == nil || w.Set == nil || !own[cascade.Names[w.Rule.File]] || !moves(name, w.Value) {
					continue
				}
				r := by[w.Rule]
				if r == nil {
					r = &reach{rule: w.Rule, has: map[string]bool{}}
					if by[w.Rule] = r; !bundled[w.Rule.File] || !c.isKits(w.Rule) {
						all = append(all, r)
					}
				}
				r.sets = with(r.sets, w.Set)
				if id := ids[e]; !r.has[id] {
					r.has[id], r.nodes = true, append(r.nodes, id)
				}
				r.at = with(r.at, bp.Name)
			}
		}
	}
	for _, r := range all {
		slices.SortFunc(r.sets, func(a, b *css.Set) int { return a.From - b.From })
	}
	return all
}

// isKits reports whether a rule of a file that holds the kit's stylesheet among others is the kit's: it selects
// elements by words of it alone.
func (c *checker) isKits(r *css.StyleRule) bool {
	return !slices.ContainsFunc(r.Selectors, func(s css.Selector) bool {
		classes := 0
		for i := range s {
			classes += len(s[i].Classes)
			if slices.ContainsFunc(s[i].Classes, c.isOther) {
				return true
			}
		}
		return classes == 0
	})
}

// isOther reports whether a class is none of the kit's.
func (c *checker) isOther(class string) bool {
	other, known := c.others[class]
	if !known {
		other = !slices.ContainsFunc([]page.Kind{page.Container, page.Row, page.Column, page.Block},
			func(on page.Kind) bool { return c.vocabulary().Word(on, class) != nil })
		if c.others == nil {
			c.others = map[string]bool{}
		}
		c.others[class] = other
	}
	return other
}

func with[T comparable](all []T, one T) []T {
	if slices.Contains(all, one) {
		return all
	}
	return append(all, one)
}

// elements are those of the grid's nodes in a document, in its order, as selectors see them. Ids gets which they are.
func (c *checker) elements(b *budget.Budget, doc *markup.Document, ids map[*css.Element]string) (all []*css.Element) {
	grid := map[string]bool{}
	c.l.Page().Walk(func(n *page.Node, _ page.Place) {
		grid[n.ID] = n.Kind == page.Section || n.Kind == page.Container || n.Kind == page.Row || n.Kind == page.Column
	})
	var fill func(to *css.Element, of *markup.Node)
	fill = func(to *css.Element, of *markup.Node) {
		b.Step(1 + len(of.Attrs))
		to.Classes = of.Classes()
		id := c.of[of]
		for _, a := range of.Attrs {
			switch {
			case a.Name == nodeMark && doc != c.doc: // it was written for the check
				id = a.Value
			case a.Name != "class":
				to.Attributes = append(to.Attributes, css.Attr{Name: a.Name, Value: a.Value})
			}
		}
		if grid[id] {
			ids[to], all = id, append(all, to)
		}
		for _, k := range of.Children {
			if !k.IsText() && k.Tag != "template" && k.Tag != "head" && k.Tag != "svg" {
				fill(to.Add(&css.Element{Type: k.Tag}), k)
			}
		}
	}
	fill(&css.Element{Type: "html"}, doc.Root)
	return all
}

// text are the beginnings of properties that are about what stands in a box, and not about the box.
var text = []string{"font", "line-height", "letter-spacing", "word-", "white-space", "text-", "vertical-align", "list-",
	"tab-size", "hyphens", "overflow-wrap", "direction", "writing-mode", "quotes", "content", "--"}

// moves reports whether a declaration may move the box that it is for.
func moves(name, value string) bool {
	for _, begin := range text {
		if strings.HasPrefix(name, begin) {
			return false
		}
	}
	switch strings.ToLower(value) {
	case "0", "0px", "none", "auto", "normal", "border-box", "static", "visible", "initial", "unset", "revert", "inherit":
		return false
	}
	return !strings.HasSuffix(name, "-style") && !strings.HasSuffix(name, "-color")
}

// says is what a rule declares, in a few words.
func (r *reach) says() string {
	var all []string
	for i, s := range r.sets {
		if i == 3 {
			all = append(all, "…")
			break
		}
		all = append(all, s.Name+": "+short(s.Value))
	}
	return strings.Join(all, "; ")
}

// short is a text of a stylesheet that is not longer than is read at one look.
func short(text string) string {
	text = strings.Join(strings.Fields(text), " ")
	if runes := []rune(text); len(runes) > 60 {
		return string(runes[:59]) + "…"
	}
	return text
}

// named is nodes by their kinds and names, or the first of them and how many more there are.
func (c *checker) named(ids []string) string {
	n, _ := c.l.Page().Find(ids[0])
	said := fmt.Sprintf("the %s %s", n.Kind, n.Name)
	switch len(ids) {
	case 1:
		return said
	case 2:
		return said + " and one more"
	}
	return fmt.Sprintf("%s and %d more", said, len(ids)-1)
}

// effect is what own styles do to nodes of a page that is made here: how wide the content is that they make narrower by
// most, or that they move them in a way that is not worked out.
func (c *checker) effect(ids []string) string {
	p, k := c.l.Page(), c.l.Kit()
	if p.Style == "" {
		return ""
	}
	bare := *p
	bare.Style = ""
	without := c.l.Like(k, &bare)
	narrower, most := 0.0, ""
	for i, bp := range k.Breakpoints {
		was := map[string]float64{}
		for _, b := range without.Plan(bp.Lane.Px()).Boxes {
			was[b.ID] = b.Width - b.Before - b.After
		}
		for _, b := range c.l.Plan(bp.Lane.Px()).Boxes {
			if !b.Shown || !slices.Contains(ids, b.ID) {
				continue
			}
			if c.l.Moved(b.Node, i, bp.Lane.Px()) {
				return "; it moves them in a way that the plan does not work out: what follows is sure only at measured widths"
			}
			is := b.Width - b.Before - b.After
			if by := was[b.ID] - is; by > narrower {
				n, _ := p.Find(b.ID)
				narrower, most = by, fmt.Sprintf("the content of %s is %s instead of %s px wide at %s", n.Name,
					kit.Figure(is), kit.Figure(was[b.ID]), bp.Name)
			}
		}
	}
	if most == "" {
		return ""
	}
	return ": " + most
}
