// Package handoff writes a sheet for those who build a page: its lanes with their measures, what each part is at each
// breakpoint and by which code, notes and findings. As one file of HTML, which loads nothing, or as PDF.
package handoff

import (
	_ "embed"
	"html/template"
	"regexp"
	"slices"
	"strings"

	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/drawing"
	"kitrows/internal/write/ship"
)

// A Sheet is what is handed on of one page.
type Sheet struct {
	Project, Page, File string
	Kit, By             string // the kit's name, and whether the code is classes or mixins
	Breakpoints         []string
	Facts               []Fact
	Lanes               []Lane
	Parts               []Part
	Notes               []Line
	Findings            []Line
	Meant               []Line
}

// A Fact is a number of the kit at each breakpoint.
type Fact struct {
	Name string
	At   []string
}

// A Lane is the page at a breakpoint, with the widths of what is beside and in its container.
type Lane struct {
	drawing.Lane
	Breakpoint, Range string
	Measures          []Measure
	Ledgers           []Line
}

// A Measure is a length across, in px of the page.
type Measure struct {
	From, To float64
	Text     string
}

// A Part is a container, row, column or block: what it is set to and how wide it is at each breakpoint, and its code.
type Part struct {
	Depth      int
	Name, Kind string
	Cells      []Cell
	Code       []string
}

// A Cell is a part at a breakpoint.
type Cell struct {
	Text    string // in cell notation; carried where it is empty
	Px      string // how wide it is; empty where it is not shown
	Carried bool
}

// A Line is a sentence about something.
type Line struct{ Name, Where, Text string }

// shown is how wide a lane is on paper at most, in px.
const shown = 520

// Of makes the sheet of a page, in classes or by mixins.
func Of(l *layout.Layout, pr *project.Project, found []finding.Finding, mixins bool) *Sheet {
	k, p := l.Kit(), l.Page()
	s := &Sheet{Project: pr.Name, Page: p.Name, File: p.File, Kit: k.Name, By: "classes"}
	if mixins {
		s.By = "mixins"
	}
	widths := make([]map[string]float64, len(k.Breakpoints))
	for i, b := range k.Breakpoints {
		s.Breakpoints = append(s.Breakpoints, b.Name)
		s.Lanes = append(s.Lanes, newLane(l, i))
		widths[i] = map[string]float64{}
		for _, box := range l.Plan(b.Lane.Px()).Boxes {
			if box.Shown {
				widths[i][box.ID] = box.Width - box.Before - box.After
			}
		}
	}
	s.facts(k)
	of := codeOf(l, pr, mixins)
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Note != "" {
			s.Notes = append(s.Notes, Line{Name: n.Name, Text: n.Note})
		}
		if n.Kind == page.Element {
			return
		}
		part := Part{Depth: at.Depth, Name: n.Name, Kind: string(n.Kind), Code: of[n.ID]}
		for i := range k.Breakpoints {
			part.Cells = append(part.Cells, newCell(k, n, i, widths[i]))
		}
		s.Parts = append(s.Parts, part)
	})
	for _, f := range found {
		one := Line{"", strings.Join(f.Breakpoints, ", "), f.Text + " [" + string(f.Code) + "]"}
		if n, _ := p.Find(f.Node); n != nil {
			one.Name = n.Name
		}
		if f.Meant {
			s.Meant = append(s.Meant, one)
		} else if f.Severity != finding.Estimate {
			s.Findings = append(s.Findings, one)
		}
	}
	return s
}

func newCell(k *kit.Kit, n *page.Node, i int, widths map[string]float64) (c Cell) {
	if w, is := widths[n.ID]; is {
		c.Px = kit.Figure(w)
	}
	c.Carried = n.SettingAt(k.Breakpoints[i].Name).IsZero()
	switch held := n.HeldAt(k, i); n.Kind {
	case page.Row:
		if per := held[page.PerLine].Int(); per > 0 {
			c.Text = notation.FormatRowCell(per)
		}
	case page.Column:
		c.Text = notation.CellAt(held)
	}
	return c
}

func (s *Sheet) facts(k *kit.Kit) {
	all := []Fact{{Name: "from"}, {Name: "lane"}, {Name: "container"}, {Name: "content"}, {Name: "columns"},
		{Name: "column"}, {Name: "gutter"}, {Name: "edge"}}
	for i, b := range k.Breakpoints {
		f := k.FactsAt(i, b.Lane.Px())
		for n, v := range []string{kit.Figure(b.From.Px()), kit.Figure(b.Lane.Px()), kit.Figure(f.Container),
			kit.Figure(f.Content), k.ColumnsAt(i).String(), kit.Figure(f.Column), kit.Figure(f.Gutter),
			kit.Figure(f.Edge)} {
			all[n].At = append(all[n].At, v)
		}
	}
	s.Facts = all
}

func newLane(l *layout.Layout, i int) Lane {
	k := l.Kit()
	b := k.Breakpoints[i]
	v := b.Lane.Px()
	e := Lane{Breakpoint: b.Name, Lane: drawing.Of(l, v, shown, func(b *layout.Box) (class, name string) {
		if n := l.Node(b.Node); n != nil && b.Kind == page.Column {
			name = kit.Figure(b.Width-b.Before-b.After) + " " + n.Name
		}
		return "", name
	})}
	low, high, bounded := k.Range(i)
	if e.Range = kit.Figure(low) + " px and wider"; bounded {
		e.Range = kit.Figure(low) + " to " + kit.Figure(high) + " px"
	}
	plan := l.Plan(v)
	for _, box := range plan.Boxes {
		if box.Kind == page.Container && box.Shown { // of the first
			for _, m := range []Measure{{From: 0, To: box.X}, {From: box.X, To: box.X + box.Width},
				{From: box.X + box.Width, To: v}} {
				if m.Text = kit.Figure(m.To - m.From); m.To-m.From >= 1 {
					e.Measures = append(e.Measures, m)
				}
			}
			break
		}
	}
	for _, line := range plan.Lines {
		e.Ledgers = append(e.Ledgers, Line{Name: line.Row.Name, Text: line.Sum()})
	}
	return e
}

// class is the value of a tag's class attribute.
var class = regexp.MustCompile(`\sclass="([^"]*)"`)

// codeOf is what the code says of each node: its classes, or what its rules include.
func codeOf(l *layout.Layout, pr *project.Project, mixins bool) map[string][]string {
	form := ship.Used
	if mixins {
		form = ship.SCSS
	}
	files := ship.Files(l, pr, form, code.Options{})
	all := map[string][]string{}
	if !mixins {
		lines := linesOf(files[0])
		for id, text := range lines {
			tag, _, _ := strings.Cut(strings.Join(text, " "), ">")
			if m := class.FindStringSubmatch(tag); m != nil {
				all[id] = strings.Fields(m[1])
			}
		}
		return all
	}
	for _, f := range files[1:] {
		for id, text := range linesOf(f) {
			for _, line := range text {
				if line = strings.TrimSpace(line); strings.HasPrefix(line, "@include") &&
					!slices.Contains(all[id], line) {
					all[id] = append(all[id], strings.TrimSuffix(line, ";"))
				}
			}
		}
	}
	return all
}

// linesOf are the lines of a file by the nodes that they are of.
func linesOf(f code.File) map[string][]string {
	all := map[string][]string{}
	for i, line := range strings.Split(f.Text, "\n") {
		if i < len(f.Nodes) && f.Nodes[i] != "" {
			all[f.Nodes[i]] = append(all[f.Nodes[i]], line)
		}
	}
	return all
}

//go:embed handoff.html
var source string

var document = template.Must(drawing.Templates("handoff").Parse(source))

// HTML is the sheet as one file.
func (s *Sheet) HTML() string {
	var b strings.Builder
	if err := document.Execute(&b, s); err != nil {
		panic(err) // the template is ours
	}
	return b.String()
}

// Indent is how far the part's name is indented, in em.
func (p Part) Indent() float64 { return float64(p.Depth) * 0.9 }

// Middle is where a measure's number stands.
func (m Measure) Middle() float64 { return (m.From + m.To) / 2 }

// Dimensions is how high the measures above the lane are, in px of the page.
func (l Lane) Dimensions() float64 { return l.Letter * 1.4 }
