package bench

import (
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/ship"
)

// A Why explains a section, container, row or column in a viewport, and holds its settings
// for the controls that change them.
type Why struct {
	Node       string       `json:"node"`
	Breakpoint string       `json:"breakpoint"`
	Width      float64      `json:"width" doc:"The width of the viewport, in px."`
	Units      int          `json:"units" doc:"How many units its row divides into here; 0 outside of rows."`
	Chain      []Step       `json:"chain" doc:"The default and every breakpoint; none of a section or container."`
	Sums       []string     `json:"sums" doc:"The arithmetic with its numbers."`
	Ledgers    []string     `json:"ledgers" doc:"The ledgers of the lines it has or stands on."`
	Findings   []Finding    `json:"findings" doc:"What is not possible as set, and what is drawn instead."`
	Here       page.Setting `json:"here" doc:"What is set at this breakpoint."`
	Holds      page.Setting `json:"holds" doc:"Everything that holds, set here or carried."`

	Controls []page.Control `json:"controls" doc:"How a screen edits each setting here."`
	Carried  []string       `json:"carried" doc:"For each control, the breakpoint it is carried from; else empty."`
}

// A Step is what one breakpoint says, and the classes, or the mixins, that carry it.
type Step struct {
	Breakpoint string `json:"breakpoint" doc:"Empty for the default."`
	Said       []Said `json:"said" doc:"What is set here; none where all is carried."`
	From       string `json:"from" doc:"Where nothing is set: where it is carried from; empty for the default."`
	Classes    string `json:"classes" doc:"The classes that say it, as written."`
	Rules      []Rule `json:"rules,omitempty" doc:"The rules of an imported stylesheet that do it."`
}

// A Rule is one of a stylesheet that was brought in, and the class by which it holds.
type Rule struct {
	Class string `json:"class" doc:"As it stands in a tag."`
	File  string `json:"file" doc:"Empty for one of the page's own rules."`
	Line  int    `json:"line"`
	Text  string `json:"text"`
}

// A Said is one setting in words and what became of it.
type Said struct {
	Text  string       `json:"text"`
	State layout.State `json:"state" enum:"wins,lost,later"`
}

// Explain says why a node of page pg is as it is in a viewport of v px; nil when
// the page has no such section, container, row or column.
func Explain(p *project.Project, pg *page.Page, book *content.Book, id string, v float64) *Why {
	return ExplainIn(layout.Real(p.Kit(pg.Kit), pg, book), p, id, v)
}

// ExplainIn is the same of a page that is laid out.
func ExplainIn(l *layout.Layout, p *project.Project, id string, v float64) *Why {
	k, pg := l.Kit(), l.Page()
	why := l.Why(id, v)
	if why == nil {
		return nil
	}
	i, name := why.Breakpoint, func(bp int) string {
		if bp < 0 {
			return ""
		}
		return k.Breakpoints[bp].Name
	}
	w := &Why{
		Node: id, Breakpoint: name(i), Width: v, Chain: []Step{},
		Sums: notNil(why.Sums), Ledgers: notNil(why.Ledgers), Findings: told(l, why.Findings), Here: page.At(name(i)),
		Holds: page.At(name(i)), Controls: []page.Control{}, Carried: []string{},
	}
	_, at := pg.Find(id)
	classes := ship.Saying(l.Code(), p, why.Node, at.Parent)
	for _, s := range why.Chain {
		step := Step{Breakpoint: name(s.Breakpoint), Classes: classes[s.Breakpoint+1], Said: []Said{}}
		if len(s.Said) == 0 {
			step.From = name(s.From)
		}
		for _, said := range s.Said {
			step.Said = append(step.Said, Said{said.Text, said.State})
		}
		if s.Breakpoint >= 0 {
			for _, from := range l.Foreign().Sources(why.Node, s.Breakpoint) {
				step.Rules = append(step.Rules, Rule{from.Word, from.File, from.Line,
					strings.ToValidUTF8(from.Rule[:min(len(from.Rule), mostRule)], "")})
			}
		}
		w.Chain = append(w.Chain, step)
	}
	switch why.Node.Kind {
	case page.Row:
		w.Units = l.Row(id, i).Columns.N()
	case page.Column:
		w.Units = l.RowAround(id, i).Columns.N()
	}
	if kind := why.Node.Kind; len(page.Settable(kind)) > 0 {
		held := l.Held(id, i)
		w.Here, w.Holds = why.Node.SettingAt(name(i)), held.Setting(name(i), kind)
		w.Controls = page.Controls(kind, w.Units, held)
		for _, c := range w.Controls {
			f, _ := page.FieldNamed(c.Field)
			from := ""
			if at := int(held[f].From); at != i {
				from = name(at)
			}
			w.Carried = append(w.Carried, from)
		}
	}
	return w
}

// mostRule is how much of a rule's text is told, in bytes.
const mostRule = 400

func notNil(all []string) []string {
	if all == nil {
		return []string{}
	}
	return all
}

// A Change is a viewport width at which the lines of the page break differently.
type Change struct {
	Width float64  `json:"width" doc:"In px; the lines are new from it on."`
	Rows  []string `json:"rows" doc:"The ids of the rows that change."`
}

// Changes lists the change points of page pg inside each breakpoint, by its name;
// the breakpoints' own edges are not among them.
func Changes(p *project.Project, pg *page.Page, book *content.Book) map[string][]Change {
	k := p.Kit(pg.Kit)
	l := layout.Real(k, pg, book)
	all := map[string][]Change{}
	for i, bp := range k.Breakpoints {
		low, high := span(k, i)
		all[bp.Name] = []Change{}
		for _, c := range l.ChangePoints(low, high) {
			all[bp.Name] = append(all[bp.Name], Change{c.Width, c.Rows})
		}
	}
	return all
}
