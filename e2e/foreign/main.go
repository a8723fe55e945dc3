// Command foreign prints random stylesheets of another hand and pages on the kits that are read from them, for the
// browser to judge, the last page of each with rules of its own: one line of JSON a page, with its document and its
// plan at widths at, below and between breakpoints. With names of HTML files, it prints those pages.
package main

import (
	"bufio"
	"context"
	"embed"
	"flag"
	"fmt"
	"math"
	"os"
	"slices"

	"github.com/go-json-experiment/json"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project/ready"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/sheet"
	"kitrows/internal/write/ship"
)

type trial struct {
	Name     string
	Document string
	Sheet    string
	Plans    []plan
	Error    string // where no kit was read
	Refused  string // of a document: why its stylesheet is no kit
	Columns  int    // else what it is
	Doubts   []string
}

type plan struct {
	Width float64
	Boxes []layout.Box
}

func main() {
	sheets := flag.Int("sheets", 100, "how many random stylesheets")
	pages := flag.Int("pages", 3, "how many pages on each")
	hand := flag.Int("hand", 3, "how many random pages on each stylesheet that was written by hand")
	seed := flag.Uint64("seed", 1, "the seed they are made from")
	only := flag.Int("only", -1, "one stylesheet")
	tangled := flag.Int("tangled", -1, "pages written by hand, and so many random ones, in place of stylesheets")
	known := flag.Bool("values", false, "declarations, and whether their values are known, in place of stylesheets")
	flag.Parse()
	out := bufio.NewWriter(os.Stdout)
	defer out.Flush()
	if *known {
		values(out)
		return
	}
	if *tangled >= 0 {
		documents(out, *tangled, *seed)
		return
	}
	for _, name := range flag.Args() {
		text, err := os.ReadFile(name)
		if err != nil {
			panic(err)
		}
		write(out, judged(document{name, string(text)}))
	}
	if flag.NArg() > 0 {
		return
	}
	if *seed == 1 && *only < 0 {
		byHand(out, *hand)
	}
	for i := range *sheets {
		r := sample.New(*seed*1_000_000 + uint64(i))
		f := sample.NewForeign(r)
		if *only >= 0 && i != *only {
			continue
		}
		name := fmt.Sprintf("seed %d, sheet %d: %s, gutters %s, %s, %s", *seed, i, f.Technique, f.Place, f.Unit,
			f.Direction)
		files := make([]kit.File, len(f.Sources))
		for i, s := range f.Sources {
			files[i] = kit.File{Name: s.Name, Text: s.Text}
		}
		k, reading, err := infer.Kit(context.Background(), "kit", "Team", files, nil)
		if err != nil {
			write(out, trial{Name: name, Error: err.Error(), Sheet: files[0].Text})
			continue
		}
		for at := range *pages {
			pg := sample.Worded(r, k, reading.Words.Words)
			if at == *pages-1 {
				pg = sample.Ruled(r, k)
			}
			write(out, planned(fmt.Sprintf("%s, page %d", name, at), k, pg))
			if at == 0 {
				write(out, readBack(fmt.Sprintf("%s, page %d read from its markup", name, at), k,
					ship.Document(layout.Of(k, pg), sample.Of(pg, k), code.Options{Hold: true, Mark: true})))
				write(out, readBack(fmt.Sprintf("%s, page %d among other elements", name, at), k,
					sample.Surrounded(r, k, pg)))
			}
		}
	}
}

//go:embed hands/*.css
var hands embed.FS

// byHand prints pages on stylesheets that were written by hand, in ways that the generator does not have: one
// with their words on it, and as many random ones.
func byHand(out *bufio.Writer, pages int) {
	files, err := hands.ReadDir("hands")
	if err != nil {
		panic(err)
	}
	var all []kit.File
	for _, f := range files {
		text, err := hands.ReadFile("hands/" + f.Name())
		if err != nil {
			panic(err)
		}
		all = append(all, kit.File{Name: f.Name(), Text: string(text)})
	}
	for i, f := range append(all, ours()...) {
		k, reading, err := infer.Kit(context.Background(), "kit", "Team", []kit.File{f}, nil)
		if err != nil {
			write(out, trial{Name: f.Name, Error: err.Error(), Sheet: f.Text})
			continue
		}
		write(out, planned(f.Name, k, foreign.Specimen(k, reading.Words.Words)))
		r := sample.New(uint64(i))
		for at := range pages {
			write(out, planned(fmt.Sprintf("%s, page %d", f.Name, at), k, sample.Worded(r, k, reading.Words.Words)))
		}
		write(out, planned(f.Name+", with rules of its own", k, sample.Ruled(r, k)))
	}
}

// ours are stylesheets of ready kits without the last line, which states the kit: they are read like those of others,
// where columns are flexible and as many at every breakpoint.
func ours() (all []kit.File) {
	kits, err := ready.Kits()
	if err != nil {
		panic(err)
	}
	for _, k := range kits {
		if !slices.Contains([]string{"plain-twelve", "fine-two-dozen", "all-relative"}, k.ID) {
			continue
		}
		all = append(all, kit.File{Name: k.ID + ".css", Text: kit.Undefined(sheet.Whole(k.Kit, nil).String())})
	}
	return all
}

// readBack is a page that is read from its document, on the same kit, with its plan: boxes are called as data-node
// says.
func readBack(name string, k *kit.Kit, document string) trial {
	o := page.NewOrigin([]byte(document), nil)
	own := *k
	own.Imported = &kit.Imported{} // its files stand in the document
	for i, f := range k.Imported.Files {
		for _, l := range origin.Links(origin.Document(o)) {
			if l.Text == f.Text {
				own.Imported.Files = append(own.Imported.Files, kit.File{Name: l.Name, Text: f.Text})
			}
		}
		if len(own.Imported.Files) <= i {
			return trial{Name: name, Error: "the document does not hold " + f.Name}
		}
	}
	pg := origin.NewPage("page", "index.html", &own, o)
	if err := pg.Check(&own, nil); err != nil {
		return trial{Name: name, Error: err.Error()}
	}
	l := layout.Of(&own, pg)
	t := trial{Name: name, Sheet: k.Imported.Files[0].Text, Document: document}
	for _, v := range widths(k) {
		plan := plan{Width: v}
		for _, b := range l.Plan(v).Boxes {
			if b.ID = l.Foreign().Attribute(l.Node(b.Node), "data-node"); b.ID != "" {
				plan.Boxes = append(plan.Boxes, b)
			}
		}
		t.Plans = append(t.Plans, plan)
	}
	t.Doubts = told(l)
	return t
}

// widths are those at, below and between breakpoints.
func widths(k *kit.Kit) (all []float64) {
	for i := range k.Breakpoints {
		low, high, bounded := k.Range(i)
		if !bounded {
			high = low + 600
		}
		all = append(all, math.Ceil(low), math.Floor((low+high)/2), high)
	}
	return all
}

// planned is a page with its plan at, below and between breakpoints.
func planned(name string, k *kit.Kit, pg *page.Page) trial {
	l := layout.Of(k, pg)
	t := trial{Name: name, Sheet: k.Imported.Files[0].Text, Document: ship.Document(l, sample.Of(pg, k),
		code.Options{Hold: true, Mark: true})}
	for _, v := range widths(k) {
		t.Plans = append(t.Plans, plan{Width: v, Boxes: l.Plan(v).Boxes})
	}
	t.Doubts = told(l)
	return t
}

// told is what the plan of a page does not work out, by node.
func told(l *layout.Layout) (all []string) {
	for _, d := range l.Foreign().Doubts() {
		all = append(all, d.Node.ID+": "+d.What)
	}
	return all
}

func write(out *bufio.Writer, t trial) {
	if err := json.MarshalWrite(out, t); err != nil {
		panic(err)
	}
	out.WriteByte('\n')
}
