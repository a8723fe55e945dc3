package main

import (
	"bufio"
	"bytes"
	"fmt"
	"math/rand/v2"
	"strings"

	"github.com/go-json-experiment/json"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// design is a page that looks like a finished design, for a browser to take a picture of and kitrows to trace.
type design struct {
	Name     string
	Project  string // the file
	Kit      string // the id
	Document string
	Width    float64 // of the viewport
}

// Rows of finished designs: the units of each column, with _ for those that are left empty before it.
var lines = []string{"12", "8 4", "4 8", "6 6", "4 4 4", "3 3 3 3", "3 6 3", "_2 8", "5 _1 6", "4 4 4 / 4 4 4",
	"3 3 3 3 / 3 3 3 3", "3 9", "7 5", "8( 6 6 ) 4", "4 8( 4 4 4 )", "_3 6", "2 10", "6( 6 6 ) 6"}

const words = "tern gull auk petrel diver wader plover heron skua fulmar at on of the a and with over under " +
	"before after harbour headland shingle marsh estuary lighthouse warden ringing record visitor morning tide " +
	"count season north"

// designs prints pages that look like finished designs.
func designs(out *bufio.Writer, pages int, seed uint64) {
	r := sample.New(seed)
	for i := range pages {
		k := sample.Twelve()
		gutter := float64(16 + 4*r.IntN(6))
		k.Gutter, k.RowGutter = kit.GutterOf(kit.Px(gutter)), kit.Px(float64(16+8*r.IntN(4)))
		column := float64(40 + r.IntN(40))
		k.Breakpoints[2].Container = kit.Fixed(kit.Px(12*column + 11*gutter))
		k.Breakpoints[2].From, k.Breakpoints[2].Lane = kit.Px(701), kit.Px(12*column+11*gutter+80)
		k.Breakpoints = k.Breakpoints[:3]
		d := designer{r: r, k: k, p: &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID}}
		d.page()
		pr := sample.Of(d.p, k)
		pr.Pictures = []*project.Picture{{ID: "picture", File: "picture.svg", Type: "image/svg+xml",
			Data: project.NewFile([]byte(photograph(r)))}}
		pr.ID, pr.Name = fmt.Sprintf("design-%d", i), fmt.Sprintf("Design %d", i)
		file, err := pr.Encode()
		if err != nil {
			panic(err)
		}
		one := design{Name: fmt.Sprintf("seed %d, design %d", seed, i), Kit: k.ID, Width: k.Breakpoints[2].Lane.Px(),
			Project:  string(bytes.ReplaceAll(file, []byte("\n"), nil)),
			Document: ship.Document(layout.Of(k, d.p), pr, code.Options{Mark: true})}
		if err := json.MarshalWrite(out, one); err != nil {
			panic(err)
		}
		out.WriteByte('\n')
	}
}

// photograph is a drawing that looks like one: clouds of noise in two dyes.
func photograph(r *rand.Rand) string {
	return fmt.Sprintf(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 480 320" width="480" height="320">`+
		`<filter id="n"><feTurbulence type="fractalNoise" baseFrequency=".0%d" numOctaves="4" seed="%d"/>`+
		`<feColorMatrix values="0 0 0 0 .%d  0 .8 0 0 .2  0 0 .7 0 .3  0 0 0 0 1"/></filter>`+
		`<rect width="480" height="320" fill="#2b6a6c"/><rect width="480" height="320" filter="url(#n)" opacity=".7"/></svg>`,
		1+r.IntN(8), r.IntN(99), 1+r.IntN(5))
}

// designer makes a page.
type designer struct {
	r *rand.Rand
	k *kit.Kit
	p *page.Page
	m *page.Minter
}

func (d *designer) page() {
	d.m = d.p.Minter()
	paper := [][2]string{{"#fbf9f4", "#1d2422"}, {"#ffffff", "#333a3a"}, {"#20282a", "#e8e2d6"}}[d.r.IntN(3)]
	d.p.Style = fmt.Sprintf(`body { background: %s; color: %s; margin: 0; padding: %dpx 0; font: %dpx/1.5 %s }
h1, h2, h3 { line-height: 1.2; margin: 0 0 12px } p { margin: 0 0 12px } img { display: block }
.card { padding: 16px; border: 1px solid #88888866; border-radius: %dpx; box-shadow: 0 4px 12px #0003; background: %s }
.card > :last-child { margin: 0 }
.bar { background: #2b6a6c; color: #fff; padding: 12px 16px; margin: 0 }
`, paper[0], paper[1], 8+d.r.IntN(40), 15+d.r.IntN(3), []string{"sans-serif", "serif"}[d.r.IntN(2)], d.r.IntN(12),
		[]string{"transparent", "#ffffff22"}[d.r.IntN(2)])
	if d.r.IntN(3) == 0 { // grain over all of it
		d.p.Style += `html { position: relative } html::after { content: ""; position: absolute; inset: 0; opacity: .12;
  background: url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='200' ` +
			`height='200'%3E%3Cfilter id='n'%3E` +
			`%3CfeTurbulence type='fractalNoise' baseFrequency='.9'/%3E%3C/filter%3E%3Crect width='200' height='200' ` +
			`filter='url(%23n)'/%3E%3C/svg%3E") }
`
	}
	frame := d.node(page.Container)
	for range 4 + d.r.IntN(4) {
		frame.Children = append(frame.Children, d.row(strings.Fields(lines[d.r.IntN(len(lines))]), 1))
	}
	d.p.Body = []*page.Node{frame}
}

func (d *designer) node(kind page.Kind) *page.Node {
	id, number := d.m.Mint(kind)
	return &page.Node{ID: id, Kind: kind, Name: fmt.Sprintf("%s %d", kind, number)}
}

// row makes one of what stands in a line; all of its columns are alike or each is another.
func (d *designer) row(line []string, depth int) *page.Node {
	row := d.node(page.Row)
	kinds := []int{d.r.IntN(5)}
	if d.r.IntN(2) == 0 {
		kinds = []int{d.r.IntN(5), d.r.IntN(5), d.r.IntN(5), d.r.IntN(5)}
	}
	skip := 0
	for at := 0; at < len(line); at++ {
		word := line[at]
		if rest, is := strings.CutPrefix(word, "_"); is {
			fmt.Sscan(rest, &skip)
			continue
		}
		if word == "/" {
			continue
		}
		var take int
		fmt.Sscan(strings.TrimSuffix(word, "("), &take)
		c := d.node(page.Column)
		c.At = []page.Setting{page.At("wide").With(page.Width, page.Take(take))}
		if skip > 0 {
			c.At[0] = c.At[0].With(page.Skip, page.Of(skip))
		}
		skip = 0
		if strings.HasSuffix(word, "(") {
			end := at
			for line[end] != ")" {
				end++
			}
			c.Children = []*page.Node{d.block(page.Content{Type: page.Heading, Level: 2, Text: d.text(2 + d.r.IntN(4))}),
				d.row(line[at+1:end], depth+1)}
			at = end
		} else {
			c.Children = d.content(kinds[len(row.Children)%len(kinds)], take)
		}
		row.Children = append(row.Children, c)
	}
	return row
}

// content is what stands in a column.
func (d *designer) content(kind, take int) []*page.Node {
	many := take * (4 + d.r.IntN(8))
	heading := page.Content{Type: page.Heading, Level: 2 + d.r.IntN(2), Text: d.text(1 + d.r.IntN(4))}
	words := page.Content{Type: page.Text, Text: d.text(many)}
	switch kind {
	case 0:
		return []*page.Node{d.block(heading), d.block(words)}
	case 1:
		return []*page.Node{d.block(page.Content{Type: page.HTML,
			Text: `<div class="card"><h3>` + heading.Text + "</h3><p>" + words.Text + "</p></div>"})}
	case 2:
		return []*page.Node{d.block(page.Content{Type: page.Picture, Picture: "picture", Fit: true, Alt: "The point",
			Width: kit.Px(480), Height: kit.Px(320)})}
	case 3:
		return []*page.Node{d.block(page.Content{Type: page.Picture, Picture: "picture", Fit: true, Alt: "The point",
			Width: kit.Px(480), Height: kit.Px(320)}), d.block(heading), d.block(words)}
	}
	return []*page.Node{d.block(words)}
}

func (d *designer) block(c page.Content) *page.Node {
	b := d.node(page.Block)
	b.Content = &c
	return b
}

func (d *designer) text(many int) string {
	all := strings.Fields(words)
	var text []string
	for range many {
		text = append(text, all[d.r.IntN(len(all))])
	}
	return strings.ToUpper(text[0][:1]) + strings.Join(text, " ")[1:]
}
