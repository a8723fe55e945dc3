package check

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
)

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
