// Command trial prints random pages for the browser to judge: one line of JSON a
// page, with its document and its plan at three widths a breakpoint: the lowest and
// the highest whole one, and between them one with half a px. Or it prints a wide
// project, for measurements.
package main

import (
	"bufio"
	"bytes"
	"flag"
	"fmt"
	"kitrows/internal/read/infer"
	"math"
	"math/rand/v2"
	"os"
	"slices"

	"github.com/go-json-experiment/json"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/component"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/rewrite"
	"kitrows/internal/write/sheet"
	"kitrows/internal/write/ship"
)

var withMixed bool

type trial struct {
	Name     string
	Document string
	Plans    []plan
	Whole    bool // no width was left out
	Settings []setting
	Mixed    *mixed
	Away     []away
}

// A setting is a word, a class or one of an attribute, without which something is bound to
// move. Whether an align, or any word beside a natural column, moves something depends on the
// content, and in a narrow row on widths that are not looked at.
type setting struct{ Node, Row, Attribute, Word string }

// away is a page as it is taken away in a form: its files as they are, but for the marks
// by which boxes are found.
type away struct {
	Form  string
	Files []code.File
}

// mixed is a page as mixin-based code, and its document with the plain CSS.
type mixed struct {
	SCSS, Less    []code.File
	CSS, Document string
	TSX, JSX      []code.File
	HTML, Page    string      // class-based markup, which components render to, and a complete page of the mixin-based
	Sheet         string      // the class-based stylesheet
	Nested        bool        // rules stand in others
	Kit           []code.File // all of the kit's mixins in SCSS
	Stripes       []stripes
}

// stripes are where a fixed container's columns stand at a width.
type stripes struct {
	Width float64
	Units [][2]float64 // from x, to x
}

// plan is a page at a width. Across are the nodes of which it is sure, whatever their
// content, where they stand from left to right.
type plan struct {
	Width  float64
	Boxes  []layout.Box
	Across []string
}

func main() {
	pages := flag.Int("pages", 200, "how many random pages")
	seed := flag.Uint64("seed", 1, "the seed they are made from")
	flag.BoolVar(&withMixed, "mixed", false, "print mixin-based code as well")
	real := flag.Bool("real", false, "print the files of projects, a line each, whose content is real")
	changes := flag.Int("pairs", 0,
		"print so many pages before and after random edits, and what is told to have moved, instead")
	drawn := flag.Bool("designs", false, "print pages that look like finished designs, to be traced, instead")
	wide := flag.Int("wide", 0, "print the file of a project of so many columns instead")
	flag.Parse()
	out := bufio.NewWriter(os.Stdout)
	defer out.Flush()

	if *wide > 0 {
		file, err := sample.Of(sample.Wide(*wide)).Encode()
		if err != nil {
			panic(err)
		}
		_, _ = out.Write(file)
		return
	}

	if *changes > 0 {
		pairs(out, *changes, *seed)
		return
	}

	if *drawn {
		designs(out, *pages, *seed)
		return
	}

	if *real {
		r := sample.New(*seed)
		for i := range *pages {
			k := sample.Twelve()
			if i%4 > 0 {
				k = sample.Kit(r)
			}
			p := sample.Of(sample.Contents(r, k, sample.Page(r, k)), k)
			p.ID, p.Name = fmt.Sprintf("real-%d", i), fmt.Sprintf("Seed %d, page %d", *seed, i)
			file, err := p.Encode()
			if err != nil {
				panic(err)
			}
			_, _ = out.Write(append(bytes.ReplaceAll(file, []byte("\n"), nil), '\n'))
		}
		return
	}

	given, err := demo.Project()
	if err != nil {
		panic(err)
	}
	for _, pg := range given.Pages {
		if given.Kit(pg.Kit).Imported != nil {
			continue // those are measured on the Proof, each form by its own plan
		}
		write(out, pg.Name, given, given.Kit(pg.Kit), pg, 0)
	}
	r := sample.New(*seed)
	for i := range *pages {
		k := given.Kits[0]
		if i%4 > 0 {
			k = sample.Kit(r)
			sample.Naming(r, k)
		}
		if i%7 == 5 {
			k = sample.Crowded(k)
		}
		pg := sample.Page(r, k)
		if i%3 == 2 {
			k, pg = named(r, k, pg)
		}
		write(out, fmt.Sprintf("seed %d, page %d", *seed, i), sample.Of(pg, k), k, pg, i)
	}
}

// named gives a kit, a page and all that is on it hostile names, of those that a user may give.
func named(r *rand.Rand, k *kit.Kit, pg *page.Page) (*kit.Kit, *page.Page) {
	name := func() string {
		for {
			if name := sample.HostileName(r); kit.IsName(name) {
				return name
			}
		}
	}
	renamed, p := *k, *pg
	renamed.Name, p.Name = name(), name()
	p.Walk(func(n *page.Node, _ page.Place) { n.Name = name() })
	return &renamed, &p
}

// write prints one page. Every twelfth is shown with the whole kit's stylesheet.
func write(out *bufio.Writer, name string, pr *project.Project, k *kit.Kit, pg *page.Page, turn int) {
	l := layout.Of(k, pg)
	t := trial{Name: name, Document: ship.Document(l, pr, code.Options{Hold: true, Mark: true, Whole: turn%12 == 1}),
		Whole: true}
	t.Settings = settings(l, pr)
	if turn%3 == 1 {
		t.Away = append(t.Away, takenAway(l, pr, ship.Used), takenAway(l, pr, ship.Whole), takenAway(l, pr, ship.Plain))
	}
	if withMixed {
		o := code.Options{Hold: true, Mark: true, Mixed: true, Whole: turn%12 == 1, Nested: turn%3 == 1,
			Gathered: turn%4 == 2}
		plain := o
		plain.Mark = false
		m, classes := mixin.New(l, pr, plain), markup.Write(l, pr, code.Options{})
		t.Mixed = &mixed{
			SCSS: m.SCSS(), Less: m.Less(), CSS: m.CSS().String(), Document: ship.Document(l, pr, o),
			TSX:  component.Files(l, pr, component.TypeScript),
			JSX:  component.Files(l, pr, component.JavaScript),
			HTML: classes.String(), Page: markup.Page(pg, m.Markup.String(), "page.css"),
			Sheet:  sheet.Used(k, classes.Used()).String(),
			Nested: o.Nested, Kit: mixin.New(l, pr, code.Options{Whole: true}).SCSS()[:2],
		}
	}
	for i := range k.Breakpoints {
		low, high, bounded := k.Range(i)
		if !bounded {
			high = low + 600
		}
		if withMixed {
			t.Mixed.Stripes = append(t.Mixed.Stripes, striped(k, i, math.Ceil(low)), striped(k, i, high))
		}
		for _, v := range []float64{math.Ceil(low), math.Floor((low+high)/2) + 0.5, high} {
			if boxes := l.Plan(v).Boxes; !hairThin(boxes) {
				t.Plans = append(t.Plans, plan{v, boxes, across(l, i)})
			} else {
				t.Whole = false
			}
		}
	}
	if err := json.MarshalWrite(out, t); err != nil {
		panic(err)
	}
	out.WriteByte('\n')
	if turn%3 == 2 && !withMixed {
		again(out, name+", read from its markup", k, t.Document)
		if !pg.IsBody() { // there is one body
			again(out, name+", among other elements", k, sample.Among(sample.New(uint64(turn)), k, t.Document))
		}
	}
}

// again prints a page that is read from a document, and the same with its layout in mixins. Boxes are called as
// data-node says.
func again(out *bufio.Writer, name string, k *kit.Kit, document string) {
	pg := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(document), nil))
	readFrom(out, name, k, pg)
	pg, err := rewrite.ByMixins(pg, k, sample.Of(pg, k), origin.StyleOf(pg))
	if err != nil {
		panic(err)
	}
	readFrom(out, name+", by mixins", k, pg)
}

func readFrom(out *bufio.Writer, name string, k *kit.Kit, pg *page.Page) {
	l := layout.Of(k, pg)
	t := trial{Name: name, Document: ship.Document(l, sample.Of(pg, k), code.Options{Hold: true})}
	for i := range k.Breakpoints {
		low, high, bounded := k.Range(i)
		if !bounded {
			high = low + 600
		}
		for _, v := range []float64{math.Ceil(low), math.Floor((low+high)/2) + 0.5, high} {
			p := plan{Width: v}
			boxes := l.Plan(v).Boxes
			if hairThin(boxes) {
				continue
			}
			for _, b := range boxes {
				if b.ID = l.Foreign().Attribute(l.Node(b.Node), "data-node"); b.ID != "" {
					p.Boxes = append(p.Boxes, b)
				}
			}
			t.Plans = append(t.Plans, p)
		}
	}
	if err := json.MarshalWrite(out, t); err != nil {
		panic(err)
	}
	out.WriteByte('\n')
}

// telling are the fields of which every word moves something.
var telling = []page.Field{page.Width, page.Skip, page.Shown, page.PerLine, page.Divides}

// settings are the words of a page without which something moves.
func settings(l *layout.Layout, pr *project.Project) (all []setting) {
	said, words := markup.Write(l, pr, code.Options{}).Said, infer.Vocabulary(l.Kit())
	natural := func(row *page.Node) bool {
		return slices.ContainsFunc(row.Children, func(c *page.Node) bool {
			chosen, _ := said.Words(words, row, c)
			return slices.ContainsFunc(chosen, func(w *vocab.Word) bool {
				return len(w.Effects) > 0 && w.Effects[0].Value == page.Natural
			})
		})
	}
	l.Page().Walk(func(n *page.Node, at page.Place) {
		row := at.Parent
		if n.Kind == page.Row {
			row = n
		}
		if n.Kind != page.Row && n.Kind != page.Column || natural(row) {
			return
		}
		chosen, _ := said.Words(words, row, n)
		for _, w := range chosen {
			if len(w.Effects) > 0 && slices.Contains(telling, w.Effects[0].Field) {
				attribute, word := vocab.Attribute(w.Text)
				all = append(all, setting{n.ID, row.ID, attribute, word})
			}
		}
	})
	return all
}

// striped is where the columns of a fixed container stand at breakpoint i in a viewport
// of v px.
func striped(k *kit.Kit, i int, v float64) stripes {
	all := stripes{Width: v}
	for _, c := range k.Ruler(i, v).Columns {
		all.Units = append(all.Units, [2]float64{c.From, c.To})
	}
	return all
}

// takenAway is a page's files in a form, the markup a complete page that links the others.
func takenAway(l *layout.Layout, pr *project.Project, form ship.Form) away {
	p := l.Page()
	a := away{Form: string(form), Files: ship.Files(l, pr, form, code.Options{Mark: true})}
	a.Files[0].Text = markup.Page(p, a.Files[0].Text, a.Files[1].Name, a.Files[2].Name)
	for i := range a.Files {
		a.Files[i].Nodes = nil
	}
	return a
}

// across are the containers, rows and columns that stand in no row with a column as wide
// as its content at breakpoint i.
func across(l *layout.Layout, i int) (ids []string) {
	var visit func(nodes []*page.Node)
	visit = func(nodes []*page.Node) {
		for _, n := range nodes {
			if n.Kind == page.Block {
				continue
			}
			ids = append(ids, n.ID)
			if row := l.Row(n.ID, i); row == nil || !row.Natural {
				visit(n.Children)
			}
		}
	}
	visit(l.Page().Body)
	return ids
}

// hairThin reports whether some row is under 2 px wide: there the sixty-fourths of a
// px that a browser counts in decide where lines break.
func hairThin(boxes []layout.Box) bool {
	return slices.ContainsFunc(boxes, func(b layout.Box) bool { return b.Kind == page.Row && b.Shown && b.Width < 2 })
}
