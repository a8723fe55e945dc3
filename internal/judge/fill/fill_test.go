package fill

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

// row is a row whose columns take so many units at breakpoint from and are
// comfortable at those widths, in px.
func row(id, from string, takes []int, comfort []float64) *page.Node {
	r := &page.Node{ID: id, Kind: page.Row, Name: id}
	for i, take := range takes {
		name := fmt.Sprintf("%s-%d", id, i)
		block := &page.Node{ID: name + "-text", Kind: page.Block, Name: "Text",
			Content: &page.Content{Type: page.Text, Height: kit.Px(10), Comfort: kit.Px(comfort[i])}}
		r.Children = append(r.Children,
			&page.Node{ID: name, Kind: page.Column, Name: name,
				At: []page.Setting{page.At(from).With(page.Width, page.Take(take))}, Children: []*page.Node{block}})
	}
	return r
}

func pageOf(rows ...*page.Node) *page.Page {
	return &page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: "kit",
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Frame: page.FluidBelow("mid"),
			Children: rows}}}
}

func every(string) bool { return true }

// cells writes what is set on a row's columns, one breakpoint after the other.
func cells(k *kit.Kit, p *page.Page, id string) string {
	r, _ := p.Find(id)
	var lines []string
	for _, b := range k.Breakpoints {
		var all []string
		for _, c := range r.Children {
			text := "."
			if width, set := c.SettingAt(b.Name).Get(page.Width); set {
				text = strings.TrimPrefix(width.String(), "take ")
			}
			all = append(all, text)
		}
		lines = append(lines, strings.Join(all, " "))
	}
	return strings.Join(lines, " | ")
}

// What is proposed for rows of Twelve whose widths are given at wide. Its
// units at base 320 px, at mid 620 and at wide 920 are 25.7, 48.3 and 73.7 px apart.
func TestProposals(t *testing.T) {
	k := sample.Twelve()
	for name, c := range map[string]struct {
		takes   []int
		comfort []float64
		want    string
	}{
		"halves that fit from mid on": {[]int{6, 6}, []float64{200, 200}, ". . | 6 6 | . . | . ."},
		"three of which two fit":      {[]int{4, 4, 4}, []float64{200, 200, 200}, ". . . | 6 6 . | 4 4 4 | . . ."},
		"four evenly on two lines": {[]int{3, 3, 3, 3}, []float64{180, 180, 180, 180},
			". . . . | 6 6 6 6 | 3 3 3 3 | . . . ."},
		"a narrow one beside a wide one":       {[]int{9, 3}, []float64{250, 150}, ". . | 8 4 | 9 3 | . ."},
		"proportions kept as they are":         {[]int{9, 3}, []float64{250, 100}, ". . | 9 3 | . . | . ."},
		"narrow enough for the phone":          {[]int{6, 6}, []float64{100, 120}, "6 6 | . . | . . | . ."},
		"wider than a line":                    {[]int{8, 4}, []float64{700, 100}, ". . | . . | 8 4 | . ."},
		"five, of which three fit":             {[]int{2, 2, 2, 3, 3}, []float64{150, 150, 150, 150, 150}, ""},
		"a line not full where they are given": {[]int{4, 4}, []float64{180, 180}, ". . | 6 6 | 4 4 | . ."},
	} {
		filling := Of(k, pageOf(row("row", "wide", c.takes, c.comfort)), 2, []int{0, 1}, every)
		p, proposals := filling.Page, filling.Proposals
		if got := cells(k, p, "row"); c.want != "" && got != c.want {
			t.Errorf("%s: %s, want %s: %+v", name, got, c.want, proposals)
		}
		for _, proposal := range proposals {
			if proposal.Reason == "" || proposal.Now == proposal.Then {
				t.Errorf("%s: %+v", name, proposal)
			}
		}
	}
}

// Other breakpoints, other rows and everything but width, skip and trail stay.
func TestTheRestStays(t *testing.T) {
	k := sample.Twelve()
	first, second := row("first", "wide", []int{4, 4, 4}, []float64{200, 200, 200}),
		row("second", "wide", []int{6, 6}, []float64{200, 200})
	first.Children[0].At = []page.Setting{page.At("base").With(page.Order, page.Of(3)),
		page.At("mid").With(page.Skip, page.Of(2)).With(page.Shown, page.Shows),
		page.At("wide").With(page.Width, page.Take(4)).With(page.Skip, page.Of(0))}
	before := pageOf(first, second)
	filling := Of(k, before, 2, []int{1}, func(id string) bool { return id == "first" })
	after, proposals := filling.Page, filling.Proposals
	if got := cells(k, after, "first"); got != ". . . | 6 . 6 | 4 4 4 | . . ." { // the first stands last
		t.Error(got)
	}
	column, _ := after.Find("first-0")
	order, _ := column.SettingAt("base").Get(page.Order)
	if s := column.SettingAt("mid"); !s.Has(page.Shown) || s.Has(page.Skip) || order != page.Of(3) {
		t.Errorf("%+v", column.At)
	}
	if got := cells(k, after, "second"); got != ". . | . . | 6 6 | . ." || len(proposals) != 1 {
		t.Errorf("%s, %d proposals", got, len(proposals))
	}
	for _, v := range []float64{400, 1000, 1500} {
		if was, is := layout.Make(k, before, v), layout.Make(k, after, v); !sameBoxes(was, is) {
			t.Errorf("at %v px the page changed", v)
		}
	}
}

// A place gives way where a row is filled, and holds at all other breakpoints, whichever it was set at.
func TestPlacesHoldElsewhere(t *testing.T) {
	for _, technique := range []kit.Technique{kit.Flex, kit.Grid} {
		k := sample.Twelve()
		k.Technique = technique
		r := row("row", "wide", []int{4, 4, 3}, []float64{200, 200, 200})
		r.Children[0].At = append([]page.Setting{page.At("base").With(page.Begin, page.Of(3))}, r.Children[0].At...)
		r.Children[2].At[0] = r.Children[2].At[0].With(page.Begin, page.Of(2))
		before := pageOf(r)
		after := Of(k, before, 2, []int{1}, every).Page
		for _, v := range []float64{400, 1000, 1500} {
			if was, is := layout.Make(k, before, v), layout.Make(k, after, v); !sameBoxes(was, is) {
				t.Errorf("%s: at %v px the page changed", technique, v)
			}
		}
		column, _ := after.Find("row-0")
		if s := column.HeldAt(k, 1); s[page.Begin].N != 0 {
			t.Errorf("%s: at mid it begins at %d", technique, s[page.Begin].N)
		}
	}
}

func sameBoxes(a, b *layout.Plan) bool {
	return slices.EqualFunc(a.Boxes, b.Boxes, func(a, b layout.Box) bool {
		return a.ID == b.ID && near(a.X, b.X) && near(a.Width, b.Width) && near(a.Y, b.Y)
	})
}

// The demo's front page, whose widths were chosen by hand: its gallery gets fewer
// a line, and rows nested in others are measured in what those come to.
func TestTheDemo(t *testing.T) {
	project, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	for _, p := range project.Pages {
		k := project.Kit(p.Kit)
		after := Of(k, p, 2, []int{0, 1}, every).Page
		if err := after.Check(k, project.HasPicture); err != nil {
			t.Errorf("%s: %v", p.Name, err)
		}
		if again := Of(k, after, 2, []int{0, 1}, every); len(again.Proposals) > 0 {
			t.Errorf("%s: filled again, %+v", p.Name, again.Proposals)
		}
	}
}

// randomRow is a row of one line at wide, as full as it can be.
func randomRow(r *rand.Rand, id string, columns, n int, widest float64) *page.Node {
	takes, comfort := make([]int, columns), make([]float64, columns)
	for i := range takes {
		takes[i] = 1
	}
	for range n - columns {
		takes[r.IntN(columns)]++
	}
	for i := range comfort {
		comfort[i] = 20 + math.Round(r.Float64()*widest)
	}
	return row(id, "wide", takes, comfort)
}

// On random wide rows every column has its comfortable width at the narrowest
// viewport of each breakpoint, or the full line where that is not enough, and
// every line is full.
func TestEveryProposalIsComfortable(t *testing.T) {
	r := sample.New(31)
	k := sample.Twelve()
	tight := 0
	for range 200 {
		p := Of(k, pageOf(randomRow(r, "row", 1+r.IntN(8), 12, 320)), 2, []int{0, 1}, every).Page
		for i := range 2 {
			low, _, _ := k.Range(i)
			plan := layout.Make(k, p, low)
			for _, b := range plan.Boxes {
				if b.Kind != page.Column {
					continue
				}
				column, _ := p.Find(b.ID)
				if b.Width < column.Comfort()-0.06 {
					tight++
					if b.Units != 12 {
						t.Fatalf("%s is %v px at %v, comfortable from %v: %s", b.ID, b.Width, low, column.Comfort(),
							cells(k, p, "row"))
					}
				}
			}
			for _, line := range plan.Lines {
				if line.Free() > 0 {
					t.Fatalf("at %v px a line is not full: %s", low, cells(k, p, "row"))
				}
			}
		}
	}
	if tight == 0 {
		t.Error("no row was too wide for a phone: the test is too easy")
	}
}

// worth is what deals are judged by but for settings; smaller is better.
type worth struct {
	lines, apart int
	squares      float64
}

func (w worth) less(o worth) bool {
	if w.lines != o.lines || w.apart != o.apart {
		return w.lines < o.lines || w.lines == o.lines && w.apart < o.apart
	}
	return w.squares < o.squares-1e-9
}

// judge gives the worth of takes, or false where a line is not full or a column
// not comfortable.
func judge(wants []want, takes []int, track kit.Track) (w worth, ok bool) {
	columns, n := track.Columns, track.Columns.N()
	var counts []int
	for at := 0; at < len(takes); {
		first, sum, shares := at, 0, 0.0
		for ; at < len(takes) && sum < n; at++ {
			sum += takes[at]
			shares += wants[at].share
		}
		if sum != n {
			return w, false
		}
		unit := 0
		for i := first; i < at; i++ {
			if takes[i] < n && track.Width(unit, float64(takes[i])).Px < wants[i].comfort-0.05 {
				return w, false
			}
			off := columns.Parts(unit, float64(takes[i])) - wants[i].share*columns.Parts(0, float64(n))/shares
			w.squares += off * off
			unit += takes[i]
		}
		counts = append(counts, at-first)
	}
	w.lines, w.apart = len(counts), slices.Max(counts)-slices.Min(counts)
	return w, true
}

// bruteForce lists all takes of the least worth.
func bruteForce(wants []want, track kit.Track) (best [][]int) {
	n := track.Columns.N()
	least := worth{lines: math.MaxInt}
	takes := make([]int, len(wants))
	var try func(at int)
	try = func(at int) {
		if at < len(takes) {
			for takes[at] = 1; takes[at] <= n; takes[at]++ {
				try(at + 1)
			}
			return
		}
		w, ok := judge(wants, takes, track)
		if !ok || least.less(w) {
			return
		}
		if w.less(least) {
			best, least = nil, w
		}
		best = append(best, slices.Clone(takes))
	}
	try(0)
	return best
}

// On small rows the proposal is as good as trying everything, and makes no more
// settings than the best of all that are as good; with uneven columns too, where how
// wide a take is depends on where it stands.
func TestBruteForceFindsNothingBetter(t *testing.T) {
	for _, columns := range []kit.Columns{kit.Equal(6), kit.Uneven(1, 2, 3, 2, 1), kit.Uneven(4, 1, 1, 3)} {
		r := sample.New(32)
		k := sample.Twelve()
		k.Columns = columns
		for range 200 {
			before := pageOf(randomRow(r, "row", 1+r.IntN(4), columns.N(), 330))
			bruteForceAgrees(t, k, before, Of(k, before, 2, []int{0, 1}, every).Page)
		}
	}
}

func bruteForceAgrees(t *testing.T, k *kit.Kit, before, after *page.Page) {
	was, _ := before.Find("row")
	now, _ := after.Find("row")
	l, n := layout.Of(k, after), k.Columns.N()
	wants := make([]want, len(was.Children))
	at := 0
	for c, column := range was.Children {
		units := column.HeldAt(k, 2)[page.Width].Units()
		wants[c] = want{k.Columns.Parts(at, float64(units)), column.Comfort()}
		at += units
	}
	var ways [2][][]int
	var made [3][]int
	for i := range 3 {
		low, _, _ := k.Range(i)
		track := l.Row("row", i).Track(measure.Plain(l.Plan(low).Boxes[1].Width))
		for _, cell := range l.Row("row", i).Cells {
			made[i] = append(made[i], int(cell.Units))
		}
		if i == 2 {
			continue
		}
		ways[i] = bruteForce(wants, track)
		if !slices.ContainsFunc(ways[i], func(way []int) bool { return slices.Equal(way, made[i]) }) {
			t.Fatalf("%v at %s %v, better are %v: %s", k.Columns, k.Breakpoints[i].Name, made[i], ways[i],
				cells(k, after, "row"))
		}
	}
	fewest := math.MaxInt
	for _, base := range ways[0] {
		for _, mid := range ways[1] {
			count := 0
			for c := range wants {
				for _, differs := range []bool{base[c] != n, mid[c] != base[c], made[2][c] != mid[c]} {
					if differs {
						count++
					}
				}
			}
			fewest = min(fewest, count)
		}
	}
	count := 0
	for _, c := range now.Children {
		count += len(c.At)
	}
	if count != fewest {
		t.Fatalf("%v: %d settings, %d are enough: %s", k.Columns, count, fewest, cells(k, after, "row"))
	}
}

// A row with columns as wide as their content is left alone, and said to be.
func TestNaturalRowsAreLeft(t *testing.T) {
	k := sample.Twelve()
	before := pageOf(row("row", "wide", []int{6, 6}, []float64{200, 200}),
		row("other", "wide", []int{6, 6}, []float64{200, 200}))
	before.Body[0].Children[0].Children[1].At = []page.Setting{page.At("mid").With(page.Width, page.Natural)}
	filling := Of(k, before, 2, []int{0, 1}, every)
	want := []Left{{"row", "row-1 is as wide as its content at wide"}}
	if !slices.Equal(filling.Left, want) || len(filling.Proposals) != 1 || filling.Proposals[0].Row != "other" {
		t.Errorf("left %+v, proposed %+v", filling.Left, filling.Proposals)
	}
}

func BenchmarkFill(b *testing.B) {
	p, k := sample.Wide(1000)
	for b.Loop() {
		Of(k, p, 3, []int{0, 1, 2}, every)
	}
}
