// Package bench composes everything the Bench screen draws from a project: the
// sheet of nodes and cells, a lane for every breakpoint and the code. The screen
// draws it and computes no layout of its own.
package bench

import (
	"context"
	"strings"

	"kitrows/internal/browser/budget"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/ship"
)

// A Bench is one page at every breakpoint at once.
type Bench struct {
	Project     Ref              `json:"project"`
	Revision    int              `json:"revision" doc:"The revision this shows; an edit names it."`
	Stamp       int64            `json:"stamp" doc:"Two Benches with the same stamp show the same; measures change it."`
	Undo        string           `json:"undo" doc:"What undo would undo; empty when there is nothing."`
	Redo        string           `json:"redo" doc:"What redo would do again; empty when there is nothing."`
	Done        string           `json:"done" doc:"What the edit this answers did; empty for a reading."`
	Select      string           `json:"select" doc:"The node to select after the edit, if any."`
	Pages       []PageRef        `json:"pages"`
	Page        PageRef          `json:"page"`
	About       About            `json:"about"`
	Kits        []Ref            `json:"kits" doc:"The kits that the project has."`
	Kit         KitRef           `json:"kit"`
	Breakpoints []Breakpoint     `json:"breakpoints"`
	Nodes       []Node           `json:"nodes" doc:"The page's tree, parents before their children."`
	Lanes       []Lane           `json:"lanes" doc:"One for every breakpoint, in order."`
	Elements    Elements         `json:"elements" doc:"What nodes may be, by their kind."`
	Can         Can              `json:"can" doc:"What can be done with the page."`
	Forms       []ship.NamedForm `json:"forms" doc:"In which forms it can be taken away."`
	Mixins      string           `json:"mixins" enum:"none,off,on" doc:"Whether its layout is in mixins; none: cannot be."`
	Kept        []page.Kept      `json:"kept" doc:"The generated files that are kept up to date in the working folder."`
	Folder      *Folder          `json:"folder,omitempty" doc:"The file of the page in the folder that is worked in."`
	Designs     []string         `json:"designs" doc:"The breakpoints of its finished designs."`
	Findings    []Finding        `json:"findings" doc:"What is wrong, in the file's order; asked for separately if long."`

	Styled   bool `json:"styled" doc:"It has styles of its own besides those that a page made here begins with."`
	Measured int  `json:"measured" doc:"Grows with each measure of its content that changes where something is."`

	Code     Code     `json:"code"`
	Document []string `json:"document" doc:"The page's document in lines, with its nodes marked; empty for a long page."`
}

// Can says what can be done with a page.
type Can struct {
	Mark bool `json:"mark" doc:"Its elements can be made part of the grid, and taken out of it."`
	Ends bool `json:"ends" doc:"The ends of its rows can be labelled."`
	File bool `json:"file" doc:"Its markup is a file by itself, which edits change."`
}

// A Folder says what became last of a page's file in the folder that is worked in.
type Folder struct {
	State   string `json:"state" enum:"same,written,changed,conflict,gone,unwritten"`
	Text    string `json:"text" doc:"One sentence, or empty."`
	Polled  string `json:"polled,omitempty" doc:"Why changes in the folder are polled for; empty when it is watched."`
	Preview string `json:"preview" doc:"The address at which the file is shown as it is, and again when it is written."`
	Part    *Part  `json:"part,omitempty" doc:"Present for a partial, which links no stylesheets itself."`
}

// A Part is which stylesheets a part of a page is shown with: those that were named for it, else those of a page that
// includes it.
type Part struct {
	Including string   `json:"including" doc:"The page that includes it, by file; empty if none."`
	Named     []string `json:"named" doc:"The addresses that were named for it."`
	Sheets    []string `json:"sheets" doc:"The folder's stylesheets, by the addresses the partial may use."`
}

// A Ref names a project.
type Ref struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// A PageRef names a page.
type PageRef struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	File string `json:"file"`

	State string `json:"state,omitempty" enum:"same,written,changed,conflict,gone,unwritten" doc:"Its file's last state."`
}

// About is what the head of a page's file says of it.
type About struct {
	Title       string `json:"title" doc:"If empty, a page made here has its name as title."`
	Description string `json:"description"`
	Language    string `json:"language"`
}

// A KitRef is a kit in a few words.
type KitRef struct {
	ID        string `json:"id"`
	Name      string `json:"name"`
	Columns   string `json:"columns" doc:"A number, or ratios."`
	Gutter    string `json:"gutter"`
	Technique string `json:"technique"`
	Capped    bool   `json:"capped" doc:"It has capped containers."`
	OwnRules  string `json:"ownRules" enum:"none,off,on" doc:"Whether it may write rules of its own; none: no need."`
}

// A Breakpoint is a head of the Bench. Widths are in px.
type Breakpoint struct {
	Name  string  `json:"name"`
	Range string  `json:"range" doc:"The viewport widths it serves, as a person reads them."`
	From  string  `json:"from" doc:"Its lower edge as the kit has it, in px or em."`
	Low   float64 `json:"low" doc:"The narrowest viewport it serves."`
	High  float64 `json:"high" doc:"The widest viewport its lane is drawn at."`
	Units string  `json:"units" doc:"The kit's columns here: a number, or ratios."`
}

// Elements are what sections, containers, rows and columns may be.
type Elements struct {
	Section   []string `json:"section"`
	Container []string `json:"container"`
	Row       []string `json:"row"`
	Column    []string `json:"column"`
}

// Code is the page's class-based code.
type Code struct {
	Lines   []CodeLine `json:"lines" doc:"A node's lines run from its first to its last, its children's included."`
	Classes int        `json:"classes" doc:"How many classes carry settings."`
	CSS     string     `json:"css" doc:"The used part of the kit's stylesheet."`
	Left    bool       `json:"left" doc:"Left out of a long page's answer; to be asked for separately."`
}

// A CodeLine is one line of markup and the node it belongs to.
type CodeLine struct {
	Text string `json:"text"`
	Node string `json:"node"`
}

// View is how the Bench is looked at: the viewport width of each breakpoint's
// lane in px, by name, where it is not the kit's own, whether the code labels the
// ends of rows, and whether lanes are drawn over the page's finished designs, at
// their widths.
type View struct {
	Lanes   map[string]float64
	Ends    bool
	Designs bool
	Told    bool          // what is told of the page is wanted of a long one as well
	Content *content.Book // what was measured of the page's content
}

// longPage is over how many nodes a page's code, and what is told of it, are left out of its Bench: they take
// longer than the rest, and nobody reads them between two keys.
const longPage = 1200

// openEnd is how much wider than its lower edge the lane of the widest
// breakpoint may be drawn, in px.
const openEnd = 1280

// Make composes the Bench of page pg of p at a revision. The error is that of a context
// that has ended, which its parts are then not begun for.
func Make(ctx context.Context, p *project.Project, pg *page.Page, revision int, v View) (*Bench, error) {
	k := p.Kit(pg.Kit)
	l := layout.Real(k, pg, v.Content)
	b := &Bench{
		Project:  Ref{p.ID, p.Name},
		Revision: revision,
		Measured: v.Content.Version(),
		Page:     PageRef{ID: pg.ID, Name: pg.Name, File: pg.File},
		About:    About(origin.HeadOf(pg)),
		Elements: Elements{page.Elements(page.Section), page.Elements(page.Container), page.Elements(page.Row),
			page.Elements(page.Column)},
		Kit: KitRef{k.ID, k.Name, k.Columns.String(), k.Gutter.String(), string(k.Technique), k.Cap.Px() > 0, "none"},
	}
	traits := origin.TraitsOf(pg, k)
	if !traits.File {
		b.Styled = pg.Style != ""
	}
	b.Kit.OwnRules, b.Mixins, b.Kept = traits.OwnRules, traits.Mixins, traits.Kept
	b.Can, b.Forms = Can{traits.Marks, traits.Ends, traits.File}, ship.Offered(l, p)
	for _, other := range p.Pages {
		b.Pages = append(b.Pages, PageRef{ID: other.ID, Name: other.Name, File: other.File})
	}
	for _, other := range p.Kits {
		b.Kits = append(b.Kits, Ref{other.ID, other.Name})
	}
	b.Designs = []string{}
	sums := make([]map[string]Sum, len(k.Breakpoints))
	b.Lanes = make([]Lane, len(k.Breakpoints))
	var work budget.Group // a lane and the code need nothing of one another
	begin := func(part func()) {
		work.Go(func() {
			if ctx.Err() == nil {
				part()
			}
		})
	}
	long := l.Nodes() > longPage
	if b.Code = (Code{Lines: []CodeLine{}, Left: long}); !long {
		begin(func() { b.Code = newCode(l.Code(), p, v.Ends) })
	}
	if b.Document = []string{}; !long {
		begin(func() { b.Document = document(l.Code(), p) })
	}
	begin(func() { b.Nodes = nodes(l) })
	for i, bp := range k.Breakpoints {
		low, high := span(k, i)
		label := kit.Number(bp.From.Px()) + "–" + kit.Number(high)
		if i+1 == len(k.Breakpoints) {
			label = kit.Number(low) + " and up"
		}
		b.Breakpoints = append(b.Breakpoints,
			Breakpoint{bp.Name, label, bp.From.String(), low, high, k.ColumnsAt(i).String()})
		width := bp.Lane.Px()
		d := designAt(pg, k, i)
		if d != nil {
			b.Designs = append(b.Designs, bp.Name)
		}
		if chosen, ok := v.Lanes[bp.Name]; ok {
			width = min(max(chosen, low), high)
		} else if d != nil && v.Designs {
			width = min(d.Width, high)
		}
		begin(func() {
			plan := l.Plan(width)
			b.Lanes[i] = newLane(l, plan)
			if d != nil && v.Designs && width == d.Width {
				b.Lanes[i].Design = newBehind(p, d, plan)
			}
			sums[i] = rowSums(plan, b.Lanes[i].Breaks)
			for n := range plan.Boxes {
				if box := &plan.Boxes[n]; box.Kind == page.Container {
					sums[i][box.ID] = containerSum(box, width)
				}
			}
		})
	}
	work.Wait()
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	if b.Findings = []Finding{}; !long || v.Told {
		b.Findings = findings(l, p) // they tell what the lanes only estimate
	}
	for i := range b.Nodes {
		if n := &b.Nodes[i]; n.Kind == page.Row || n.Kind == page.Container {
			for _, at := range sums {
				n.Sums = append(n.Sums, at[n.ID])
			}
		}
	}
	return b, nil
}

// span is the narrowest and the widest viewport a lane of breakpoint i is drawn
// at.
func span(k *kit.Kit, i int) (low, high float64) {
	low, high, bounded := k.Range(i)
	if !bounded {
		high = low + openEnd
	}
	return low, high
}

// document is the page as a document whose elements are marked, in lines.
func document(l *layout.Layout, p *project.Project) []string {
	text := ship.Document(l, p, code.Options{Mark: true, Pictures: PicturesAt(p.ID), Files: FilesAt(p.ID)})
	return strings.Split(strings.TrimSuffix(text, "\n"), "\n")
}

// FilesAt is the address that what stands beside a project's pages is had from, by its path.
func FilesAt(project string) string { return "/api/projects/" + project + "/files/" }

// PicturesAt is the address that a project's pictures are had from, by their ids, with or without their versions.
func PicturesAt(project string) string { return "/api/projects/" + project + "/pictures/" }

func newCode(l *layout.Layout, p *project.Project, ends bool) Code {
	m := markup.Write(l, p, code.Options{Ends: ends})
	c := Code{Lines: []CodeLine{}, Classes: m.Classes, CSS: ship.Stylesheet(l, m, false)}
	for _, l := range m.Lines {
		c.Lines = append(c.Lines, CodeLine(l))
	}
	return c
}
