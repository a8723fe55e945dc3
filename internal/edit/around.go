package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/page"
)

// around wraps several nodes: those that stand in one node together, where the first of them stands.
func (w *Wrap) around(e *editor) error {
	ids := w.Nodes
	if len(ids) == 0 {
		ids = []string{w.Node}
	}
	runs, err := e.runs(ids)
	if err != nil {
		return err
	}
	before := e.page.Body
	e.selected = ""
	for _, r := range runs {
		with, err := w.with(e, r)
		if err != nil {
			return err
		}
		if with == nil {
			continue // it is done
		}
		e.put(r.in, r.all, with)
		if e.selected == "" {
			e.selected = with[0].ID
		}
	}
	e.inverse = Operation{Body: &Body{before}}
	e.summary = fmt.Sprintf("Wrap %s in a %s", counted(runs), w.As)
	return nil
}

// A run is nodes that stand in one node, in their order; in is nil for the page.
type run struct {
	in  *page.Node
	all []*page.Node
}

// counted names what runs hold.
func counted(runs []run) string {
	n := 0
	for _, r := range runs {
		n += len(r.all)
	}
	if n == 1 {
		return runs[0].all[0].Name
	}
	return fmt.Sprintf("%d nodes", n)
}

// runs are nodes by what they stand in, without those that stand in others of them.
func (e *editor) runs(ids []string) (all []run, err error) {
	stands := e.stands()
	chosen := map[string]bool{}
	for _, id := range ids {
		if stands[id].Node == nil {
			return nil, fault.New("nodes", id, "the ids of nodes on this page")
		}
		chosen[id] = true
	}
	at := map[*page.Node]int{}
	var visit func(in *page.Node, nodes []*page.Node)
	visit = func(in *page.Node, nodes []*page.Node) {
		for _, n := range nodes {
			if !chosen[n.ID] {
				visit(n, n.Children)
				continue
			}
			i, has := at[in]
			if !has {
				i = len(all)
				at[in], all = i, append(all, run{in: in})
			}
			all[i].all = append(all[i].all, n)
		}
	}
	visit(nil, e.page.Body)
	return all, nil
}

// put puts nodes in the place of others that stand in a node, nil for the page: where the first of those stands.
func (e *editor) put(in *page.Node, gone []*page.Node, with []*page.Node) {
	id := ""
	if in != nil {
		id = in.ID
	}
	e.page = e.page.WithChildren(id, func(all []*page.Node) []*page.Node {
		isGone := func(n *page.Node) bool {
			return slices.ContainsFunc(gone, func(g *page.Node) bool { return g.ID == n.ID })
		}
		at := slices.IndexFunc(all, isGone)
		rest := slices.DeleteFunc(all, isGone)
		return slices.Insert(rest, at, with...)
	})
}

// with is what stands in the place of a run once it is wrapped. The error says what cannot be put around it.
func (w *Wrap) with(e *editor, r run) ([]*page.Node, error) {
	kind := r.all[0].Kind
	if i := slices.IndexFunc(r.all, func(n *page.Node) bool { return !r.mixes(n.Kind, kind) }); i >= 0 {
		return nil, fault.New("nodes", fmt.Sprintf("%s and %s, a %s and a %s", r.all[0].Name, r.all[i].Name, kind,
			r.all[i].Kind), "nodes of one kind")
	}
	in := page.Kind("")
	if r.in != nil {
		in = r.in.Kind
	}
	refused := func(want string) error {
		return fault.New("as", w.As, "%s for %s, a %s", want, r.all[0].Name, kind)
	}
	switch {
	case w.As == "section" && page.Holds(in, page.Section) && grouping(kind) == grouping(page.Container):
		return []*page.Node{e.newSection(r.all...)}, nil
	case w.As == "container" && kind == page.Row && in == page.Container:
		return nil, e.ownPart(r)
	case w.As == "container" && kind != page.Column && kind != page.Container && e.loose(r.in):
		frame := e.newFrame()
		frame.Children = slices.Clone(r.all)
		return []*page.Node{frame}, nil
	case kind == page.Column && w.As == "column":
		group, err := e.grouped(r.in, r.all)
		return []*page.Node{group}, err
	case kind == page.Column && w.As == "row":
		return nil, e.ownPart(r)
	case (w.As == "row" || w.As == "column") && e.holdsRow(r.in) && kind != page.Container:
		return []*page.Node{e.rowAround(r.all, w)}, nil
	case w.As == "row" || w.As == "column":
		return nil, refused("a container or a section")
	case w.As == "section":
		return nil, refused("a row or a column")
	case w.As == "container":
		return nil, refused("a row, a column or a section: a container stands in no other container, and in no column")
	}
	return nil, fault.New("as", w.As, "row, column, container or section")
}

// mixes reports whether nodes of two kinds are wrapped together where the run stands: blocks in a column also with
// rows.
func (r run) mixes(a, b page.Kind) bool {
	if a, b = grouping(a), grouping(b); a == b {
		return true
	}
	content := func(k page.Kind) bool { return k == page.Block || k == page.Row }
	return r.in != nil && r.in.Kind == page.Column && content(a) && content(b)
}

// grouping is which kinds of node are wrapped together: sections and containers, and all that can stand in a column.
func grouping(k page.Kind) page.Kind {
	switch k {
	case page.Section:
		return page.Container
	case page.Block, page.Element:
		return page.Block
	}
	return k
}

// holdsRow reports whether a row may stand in a node, nil for the page: on pages from HTML in other elements as well.
func (e *editor) holdsRow(in *page.Node) bool {
	if in == nil {
		return keeperOf(e.page).lenient()
	}
	return page.Holds(in.Kind, page.Row) || keeperOf(e.page).lenient() && in.Kind == page.Section
}

// loose reports whether a node, nil for the page, stands in no container, row or column, and is none.
func (e *editor) loose(n *page.Node) bool {
	for stands := e.stands(); n != nil; n = stands[n.ID].in {
		if n.Kind != page.Element && n.Kind != page.Section {
			return false
		}
	}
	return true
}

// rowAround is a row that holds nodes: each in a column, or as one, or all of them in one column. What says that it is
// a column may be an element that is there.
func (e *editor) rowAround(all []*page.Node, w *Wrap) *page.Node {
	if w.As == "column" {
		return e.nest(all)
	}
	id, number := e.minter.Mint(page.Row)
	row := &page.Node{ID: id, Kind: page.Row, Name: fmt.Sprintf("Row %d", number)}
	for _, n := range all {
		column := newColumn(e.minter)
		column.Name = n.Name
		column.Children = []*page.Node{n}
		if n.Kind == page.Element || n.Kind == page.Section { // it is an element with tags of its own
			c := *n
			c.Kind, c.Frame, column = page.Column, page.Frame{}, &c
			if e.marked == nil {
				e.marked, e.names = map[string]page.Kind{}, map[string]string{}
			}
			e.marked[n.ID], e.names[n.ID] = page.Column, n.Name
		}
		row.Children = append(row.Children, column)
	}
	e.evenly(row.Children, w.Breakpoint)
	return row
}

// ownPart puts rows of a container, or columns of a row, that follow one another into one of their own: after one with
// what stands before them, and before one with what stands after them.
func (e *editor) ownPart(r run) error {
	c := r.in
	_, place := e.page.Find(c.ID)
	at := slices.Index(c.Children, r.all[0])
	end := at + len(r.all)
	if end > len(c.Children) || !slices.Equal(c.Children[at:end], r.all) {
		return fault.New("nodes", r.all[len(r.all)-1].Name, "nodes that follow one another")
	}
	if len(r.all) == len(c.Children) {
		return fault.New("nodes", c.Name, "some of what is in it: this is all of it")
	}
	part := func(children []*page.Node) *page.Node {
		copied := c.Copied()
		id, number := e.minter.Mint(c.Kind)
		copied.ID, copied.Name, copied.Anchor = id, fmt.Sprintf("%s %d", titled(c.Kind), number), ""
		copied.Children = slices.Clone(children)
		return copied
	}
	var parts []*page.Node
	if at > 0 {
		first := *c
		first.Children = slices.Clone(c.Children[:at])
		parts = append(parts, &first)
	}
	own := part(r.all)
	parts = append(parts, own)
	if rest := c.Children[end:]; len(rest) > 0 {
		parts = append(parts, part(rest))
	}
	e.page = e.page.WithChildren(parentID(place),
		func(all []*page.Node) []*page.Node { return slices.Replace(all, place.Index, place.Index+1, parts...) })
	e.selected = own.ID
	return nil
}

// titled is a kind of node as a name begins.
func titled(k page.Kind) string { return strings.ToUpper(string(k[:1])) + string(k[1:]) }

func (u *Unwrap) apply(e *editor) error {
	before, first := e.page.Body, ""
	for _, id := range u.Nodes {
		n, at, err := e.find("nodes", id)
		if err != nil {
			return err
		}
		if first == "" {
			first = n.Name
		}
		if err := e.unwrap(n, at.Parent); err != nil {
			return err
		}
	}
	e.inverse = Operation{Body: &Body{before}}
	if e.summary = "Take " + first + " apart"; len(u.Nodes) > 1 {
		e.summary = fmt.Sprintf("Take %d nodes apart", len(u.Nodes))
	}
	return nil
}

// unwrap takes a node away that stands in another, nil for the page, and leaves what is in it.
func (e *editor) unwrap(n, in *page.Node) error {
	put := func(n, in *page.Node, with []*page.Node) error {
		e.put(in, []*page.Node{n}, with)
		if e.selected = ""; len(with) > 0 {
			e.selected = with[0].ID
		} else if in != nil {
			e.selected = in.ID
		}
		return nil
	}
	outer := page.Kind("")
	if in != nil {
		outer = in.Kind
	}
	fits := func(all []*page.Node) bool {
		return !slices.ContainsFunc(all, func(k *page.Node) bool {
			return !page.Holds(outer, k.Kind) && !(keeperOf(e.page).lenient() && outer != page.Row && k.Kind != page.Column)
		})
	}
	switch n.Kind {
	case page.Column:
		if in != nil && in.Kind == page.Row && len(in.Children) == 1 {
			_, at := e.page.Find(in.ID)
			return e.unwrap(in, at.Parent)
		}
		if len(n.Children) != 1 || n.Children[0].Kind != page.Row {
			return fault.New("nodes", n.Name, "a column that holds one row, or that is alone in its row")
		}
		columns, err := e.apart(in, n)
		if err != nil {
			return err
		}
		return put(n, in, columns)
	case page.Row:
		var all []*page.Node
		for _, c := range n.Children {
			if c.Kind != page.Column {
				all = append(all, c)
				continue
			}
			all = append(all, c.Children...)
		}
		if !fits(all) {
			return fault.New("nodes", n.Name, "a row in a column: content lives only in columns")
		}
		return put(n, in, all)
	case page.Container:
		siblings := e.page.Body
		if in != nil {
			siblings = in.Children
		}
		i := slices.Index(siblings, n)
		for _, near := range []int{i - 1, i + 1} {
			if near < 0 || near >= len(siblings) || siblings[near].Kind != page.Container {
				continue
			}
			joined := *siblings[near]
			if near < i {
				joined.Children = slices.Concat(joined.Children, n.Children)
			} else {
				joined.Children = slices.Concat(n.Children, joined.Children)
			}
			e.page = e.page.Replaced(joined.ID, func(*page.Node) *page.Node { return &joined })
			err := put(n, in, nil)
			e.selected = joined.ID
			return err
		}
		if !fits(n.Children) {
			return fault.New("nodes", n.Name, "a container beside another one, which takes its rows")
		}
		return put(n, in, n.Children)
	case page.Section, page.Element:
		if !fits(n.Children) {
			return fault.New("nodes", n.Name, "a node whose content can stand in its place")
		}
		return put(n, in, n.Children)
	}
	return fault.New("nodes", n.Name, "a section, container, row or column: a %s holds nothing", n.Kind)
}
