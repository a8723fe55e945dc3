// Package fill proposes widths for narrower breakpoints from those given at one.
//
// Of all widths it takes those where, in this order,
//
//  1. every column keeps its content's comfortable width at the narrowest viewport
//     of the breakpoint, or has the full line where even that is narrower; columns
//     stay in their order, and every line is full;
//  2. columns stay beside one another as far as that allows: a row has as few
//     lines as can be, with as nearly as can be the same number of columns in each;
//  3. within a line, columns keep the proportions they have where they are given;
//  4. as few settings as possible are made, over all breakpoints together, and of
//     those, as few as possible change.
//
// A gallery of so many columns a line gets as many a line as are comfortable, but
// no more than it needs for that number of lines. A row with columns as wide as their
// content is left as it is: those break by themselves. On a kit that was brought in only widths that its
// stylesheet has classes for are proposed.
package fill

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A Proposal is what is proposed for one row at one breakpoint.
type Proposal struct {
	Row        string
	Breakpoint int
	Now, Then  string // the sums of its lines
	Reason     string
	Cells      []Cell // that come to hold something else
}

// A Cell is a row or column whose cell changes at the proposal's breakpoint.
type Cell struct {
	Node      string
	Now, Then page.Setting // what holds: of a row only PerLine, of a column Width, Begin, Skip and Trail
}

// A Filling is a page with all that is proposed for it, what that is, and the rows
// that are left as they are.
type Filling struct {
	Page      *page.Page
	Proposals []Proposal
	Left      []Left
}

// Left is a row for which nothing is proposed, and why.
type Left struct{ Row, Reason string }

// Of proposes widths for the rows of page p, laid out on k, at the breakpoints to,
// from those at breakpoint from; rows tells which rows. Nothing changes at other
// breakpoints.
func Of(k *kit.Kit, p *page.Page, from int, to []int, rows func(id string) bool) Filling {
	f := filler{k: k, was: layout.Of(k, p), from: from, to: to}
	// Rows nested in others are as wide as those make them, so they come after.
	for depth := 0; ; depth++ {
		level := nested(p.Body, depth)
		if len(level) == 0 {
			return Filling{p, f.proposals, f.left}
		}
		f.now, f.plans = layout.Of(k, p), map[float64]map[string]layout.Box{}
		changed := map[string]*page.Node{}
		for _, row := range level {
			if rows(row.ID) {
				f.row(row, changed)
			}
		}
		p = p.Mapped(func(n *page.Node) *page.Node {
			if c := changed[n.ID]; c != nil {
				settled := *n
				settled.At = c.At
				return &settled
			}
			return n
		})
	}
}

// nested lists the rows that stand in so many others.
func nested(nodes []*page.Node, depth int) (rows []*page.Node) {
	for _, n := range nodes {
		switch {
		case n.Kind != page.Row:
			rows = append(rows, nested(n.Children, depth)...)
		case depth == 0:
			rows = append(rows, n)
		default:
			rows = append(rows, nested(n.Children, depth-1)...)
		}
	}
	return rows
}

type filler struct {
	k         *kit.Kit
	was       *layout.Layout // the page as it is
	now       *layout.Layout // with what is proposed for the rows around
	from      int
	to        []int
	plans     map[float64]map[string]layout.Box // by the viewport's width, in px, and id
	proposals []Proposal
	left      []Left
}

// boxes are the page's boxes at the narrowest viewport of breakpoint i.
func (f *filler) boxes(i int) map[string]layout.Box {
	low, _, _ := f.k.Range(i)
	return f.boxesIn(low)
}

// boxesIn are the page's boxes in a viewport of v px.
func (f *filler) boxesIn(v float64) map[string]layout.Box {
	if f.plans[v] == nil {
		f.plans[v] = map[string]layout.Box{}
		for _, b := range f.now.Plan(v).Boxes {
			f.plans[v][b.ID] = b
		}
	}
	return f.plans[v]
}

// row proposes for one row, and adds it and its columns to changed.
func (f *filler) row(row *page.Node, changed map[string]*page.Node) {
	given := f.now.Row(row.ID, f.from)
	if len(given.Cells) == 0 {
		return
	}
	if given.PerLine > 0 {
		f.gallery(row, given, changed)
		return
	}
	for _, i := range append([]int{f.from}, f.to...) {
		r := f.now.Row(row.ID, i)
		if natural := slices.IndexFunc(r.Cells,
			func(c layout.Cell) bool { return c.Width == page.Natural }); natural >= 0 && r.PerLine == 0 {
			f.left = append(f.left,
				Left{row.ID, fmt.Sprintf("%s is as wide as its content at %s", r.Cells[natural].Node.Name,
					f.k.Breakpoints[i].Name)})
			return
		}
	}
	shares := f.shares(row, given)
	stages := make([][]choice, len(f.k.Breakpoints))
	reasons := make([]string, len(stages))
	for i := range stages {
		stages[i] = []choice{f.asNow(row, i)}
		r := f.now.Row(row.ID, i)
		if !slices.Contains(f.to, i) || r.PerLine > 0 || len(r.Cells) == 0 || !f.boxes(i)[row.ID].Shown {
			continue
		}
		wants := make([]want, len(r.Cells))
		track := r.Track(measure.Plain(f.boxes(i)[row.ID].Width))
		for c, cell := range r.Cells {
			wants[c] = want{shares[cell.Node.ID], cell.Node.Comfort()}
			if wants[c].share == 0 { // hidden where widths are given
				wants[c].share = given.Columns.Parts(0, float64(given.Columns.N()))
			}
		}
		var said []choice
		for _, d := range deals(wants, &track) {
			if c := f.dealt(row, i, r, d); f.says(c, i) {
				said = append(said, c)
			}
		}
		if len(said) == 0 {
			continue
		}
		stages[i] = said
		reasons[i] = f.reason(r, i, &track, wants, stages[i][0].lines)
	}
	chosen := cheapest(stages)
	for c, column := range row.Columns() {
		if settled := f.settled(column, c, chosen); settled != nil {
			changed[column.ID] = settled
		}
	}
	for i, to := range chosen {
		if reasons[i] == "" {
			continue
		}
		proposal := Proposal{Row: row.ID, Breakpoint: i, Now: sums(f.asNow(row, i)), Then: sums(to), Reason: reasons[i]}
		for c, column := range row.Columns() {
			now := f.asNow(row, i).cells[c]
			if then := to.cells[c]; !then.hidden && !then.same(now) {
				proposal.Cells = append(proposal.Cells, Cell{column.ID, now.setting(f.k, i), then.setting(f.k, i)})
			}
		}
		if strings.Count(proposal.Now, lineBreak) == strings.Count(proposal.Then, lineBreak) {
			proposal.Reason += ", in the proportions of " + f.k.Breakpoints[f.from].Name
		}
		if len(proposal.Cells) > 0 {
			f.proposals = append(f.proposals, proposal)
		}
	}
}

// says reports whether the kit has words for what each column holds, where its words are a stylesheet's.
func (f *filler) says(c choice, i int) bool {
	said := f.was.Foreign()
	return !slices.ContainsFunc(c.cells, func(h held) bool {
		return !h.hidden &&
			!said.Says(page.Width, h.width, i)
	})
}

// shares is how wide each column is where widths are given, in parts of its row.
func (f *filler) shares(row *page.Node, given *layout.Row) map[string]float64 {
	all := map[string]float64{}
	boxes := f.boxesIn(f.k.Breakpoints[f.from].Lane.Px())
	for _, c := range given.Cells {
		all[c.Node.ID] = 1e-3
		if b := boxes[c.Node.ID]; b.Units > 0 {
			all[c.Node.ID] = given.Columns.Parts(int(b.Unit)-1, b.Units)
		}
	}
	return all
}

// reason says why the columns stand on so many lines.
func (f *filler) reason(r *layout.Row, i int, t *kit.Track, wants []want, lines []int) string {
	low, _, _ := f.k.Range(i)
	n := r.Columns.N()
	for c := range wants {
		if full := t.Width(0, float64(n)).Px; r.Cells[c].Node.Comfort() > full+0.05 {
			return fmt.Sprintf("even a full line is only %s px at %s px; %s needs %s", kit.Figure(full),
				kit.Figure(low), r.Cells[c].Node.Name, kit.Figure(r.Cells[c].Node.Comfort()))
		}
	}
	if len(lines) == 1 {
		return fmt.Sprintf("all fit on one line at %s px, none too narrow for its content", kit.Figure(low))
	}
	// With one line fewer, some line would hold one column more than it can.
	first := lines[0]
	need := make([]string, 0, first+1)
	sum := 0
	for _, w := range wants[:min(first+1, len(wants))] {
		units := reach(t, w, 0)
		need = append(need, fmt.Sprint(units))
		sum += units
	}
	if sum > n && !r.Columns.IsUneven() {
		return fmt.Sprintf("%d side by side need %s = %d of %d units at %s px", len(need),
			strings.Join(need, " + "), sum, n, kit.Figure(low))
	}
	return fmt.Sprintf("at %s px, fewer than %d lines would make a column too narrow for its content", kit.Figure(low),
		len(lines))
}

// gallery proposes how many columns stand on a line.
func (f *filler) gallery(row *page.Node, given *layout.Row, changed map[string]*page.Node) {
	comfort := 0.0
	for _, c := range given.Cells {
		comfort = max(comfort, c.Node.Comfort())
	}
	settled := *row
	for i := range f.k.Breakpoints {
		was := f.was.Row(row.ID, i)
		then, reason := was.PerLine, ""
		if slices.Contains(f.to, i) && len(was.Cells) > 0 && f.boxes(i)[row.ID].Shown {
			track := f.now.Row(row.ID, i).Track(measure.Plain(f.boxes(i)[row.ID].Width))
			low, _, _ := f.k.Range(i)
			then = given.PerLine
			for then > 1 && each(&track, then) < comfort-0.05 {
				then--
			}
			most, count := then, len(was.Cells)
			for then > 1 && lines(count, then-1) == lines(count, most) {
				then--
			}
			reason = fmt.Sprintf("%d a line are %s px each at %s px; the content needs %s", then,
				kit.Figure(each(&track, then)), kit.Figure(low), kit.Figure(comfort))
			if then == 1 && each(&track, 1) < comfort-0.05 {
				reason = fmt.Sprintf("even one a line is only %s px at %s px; the content needs %s",
					kit.Figure(each(&track, 1)), kit.Figure(low), kit.Figure(comfort))
			}
			if then == 1 && was.PerLine == 0 &&
				!slices.ContainsFunc(was.Cells, func(c layout.Cell) bool {
					return c.Width != page.Full ||
						c.Skip+c.Trail > 0
				}) {
				then = 0 // each is a full line already
			}
		}
		s := row.SettingAt(f.k.Breakpoints[i].Name)
		s = s.With(page.PerLine, page.Value{})
		settled = *settled.WithSetting(f.k, s)
		if settled.HeldAt(f.k, i)[page.PerLine].Int() != then {
			settled = *settled.WithSetting(f.k, s.With(page.PerLine, page.Of(then)))
		}
		if then != was.PerLine {
			name := f.k.Breakpoints[i].Name
			f.proposals = append(f.proposals,
				Proposal{Row: row.ID, Breakpoint: i, Now: perLine(was), Then: fmt.Sprintf("%d a line", then),
					Reason: reason,
					Cells: []Cell{{row.ID, page.At(name).With(page.PerLine, page.Of(was.PerLine)),
						page.At(name).With(page.PerLine, page.Of(then))}}})
		}
	}
	changed[row.ID] = &settled
}

func lines(columns, perLine int) int { return (columns + perLine - 1) / perLine }

// each is how wide one of so many equal columns a line is, in px.
func each(t *kit.Track, perLine int) float64 {
	return (t.Content.Px+t.Gutter.Px)/float64(perLine) - t.Gutter.Px
}

func perLine(r *layout.Row) string {
	if r.PerLine > 0 {
		return fmt.Sprintf("%d a line", r.PerLine)
	}
	all := make([]float64, len(r.Cells))
	for i, c := range r.Cells {
		all[i] = c.Wants()
	}
	return texts(all, r.Columns.N())
}

// lineBreak stands between the sums of lines.
const lineBreak = " · "

// texts writes the sums of the lines that columns of those units break into.
func texts(units []float64, n int) string {
	var b strings.Builder
	spent := 0.0
	for i, u := range units {
		switch {
		case i == 0:
		case spent+u > float64(n)+1e-6:
			b.WriteString(lineBreak)
			spent = 0
		default:
			b.WriteString(" + ")
		}
		b.WriteString(kit.Figure(u))
		spent += u
	}
	return b.String()
}

func near(a, b float64) bool { return math.Abs(a-b) < 1e-6 }
