package foreign_test

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// reads reports whether classes read as what holds of a column or row, wherever it is shown.
func reads(k *kit.Kit, v *vocab.Vocabulary, p *foreign.Page, n, row *page.Node, said []string) bool {
	held, _ := v.Read(n.Kind, said)
	for i := range k.Breakpoints {
		want := n.HeldAt(k, i)
		if want[page.Shown].Value != held[i][page.Shown].Value {
			return false
		}
		if want[page.Shown].Value == page.Hides {
			continue
		}
		for _, f := range page.Settable(n.Kind) {
			got, must := held[i][f].Value, want[f].Value
			if want[f].From < 0 && v.Saying(n.Kind, f, must, i) == nil {
				must = v.Start(n.Kind, f, i) // nothing is set, and no class says what would hold
			}
			if f == page.PerLine || f == page.Divides {
				continue
			}
			if per := perLine(k, row, i); n.Kind == page.Column && per > 0 && f.IsUnits() {
				if f == page.Width && divided(p, row, i) {
					continue // their row says it
				}
				if must = page.Of(0); f == page.Width {
					must = page.Part(1, per)
				}
			}
			if got.Bare() != must.Bare() &&
				!(f == page.Width && got.UnitsOf(k.ColumnsAt(i).N()) == must.UnitsOf(k.ColumnsAt(i).N()) &&
					got.UnitsOf(1) > 0) {
				return false
			}
		}
	}
	return true
}

// perLine is how many columns a row has on a line; 0 where that is not set.
func perLine(k *kit.Kit, row *page.Node, i int) int {
	if row == nil || row.Kind != page.Row {
		return 0
	}
	return row.HeldAt(k, i)[page.PerLine].Int()
}

// divided reports whether a class of the row says how many columns its lines have.
func divided(p *foreign.Page, row *page.Node, i int) bool {
	words, _ := p.Words(row)
	return slices.ContainsFunc(words, func(w *vocab.Word) bool { return w.Says(page.PerLine, i) })
}

// The classes that are chosen read back to the page, and with any one of them taken away they do not.
func TestChosenClassesReadBack(t *testing.T) {
	pages, columns, taken := 0, 0, 0
	for i := range 40 {
		r := sample.New(300_000 + uint64(i))
		f := sample.NewForeign(r)
		k, reading, err := infer.Kit(t.Context(), "kit", "Team",
			[]kit.File{{Name: "team.css", Text: f.Sources[0].Text}}, nil)
		if err != nil {
			t.Fatalf("sheet %d: %v", i, err)
		}
		v := reading.Words.Vocabulary(k)
		for range 3 {
			pg := sample.Worded(r, k, reading.Words.Words)
			if err := foreign.Check(k, pg); err != nil {
				t.Errorf("sheet %d: a page of its words is refused: %v", i, err)
				continue
			}
			pages++
			said := foreign.Of(k, pg)
			pg.Walk(func(n *page.Node, at page.Place) {
				if n.Kind != page.Column && n.Kind != page.Row {
					return
				}
				all, row := said.Texts(n), at.Parent
				columns++
				if !reads(k, v, said, n, row, all) {
					t.Errorf("sheet %d: %v of %s do not read back: %v", i, all, n.ID, n.At)
				}
				for at := range all {
					if w := v.Word(n.Kind, all[at]); w.Base || w.Effects[0].Field == page.Ends ||
						w.Effects[0].Field == page.PerLine {
						continue // which says what it is, and where it stands or what its columns do
					}
					if taken++; reads(k, v, said, n, row, slices.Delete(slices.Clone(all), at, at+1)) {
						t.Errorf("sheet %d: %s of %v is not needed: %v", i, all[at], all, n.At)
					}
				}
			})
		}
	}
	t.Logf("%d pages, %d rows and columns, %d classes taken away", pages, columns, taken)
}

// Where columns need a class at the ends of their lines, those have it that are first or last, at every
// breakpoint where the class holds; a column that cannot be so is refused.
func TestEnds(t *testing.T) {
	sheet := `.rail { overflow: hidden } .slat { float: left; margin-right: 4% } .stern { margin-right: 0 }
.one { width: 22% } .two { width: 48% } .three { width: 74% } .all { width: 100% }
@media (min-width: 700px) { .one-w { width: 22% } .two-w { width: 48% } .three-w { width: 74% }
.all-w { width: 100% } }`
	k, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: sheet}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	for cells, want := range map[string]string{
		"2 2":       "slat two|slat two stern",
		"1 2 1":     "slat one|slat two|slat one stern",
		"1 1":       "slat one|slat one", // nothing is to be gained
		"2 2 1 3":   "slat two|slat two stern|slat one|slat three stern",
		"4 2 2":     "slat all|slat two|slat two stern",
		"2 2 | 1 3": "slat two one-w|slat two three-w stern",
		"4 4 | 2 2": "slat all two-w|slat all two-w stern",
		"2 2 2 2 | 1 1 1 1": `c1.width: found "the last of a full line at base", want a column that is so at other ` +
			`breakpoints as well: Team has no class for that at base alone`,
	} {
		row := &page.Node{ID: "row", Kind: page.Row, Name: "Row"}
		for b, widths := range strings.Split(cells, "|") {
			for i, text := range strings.Fields(widths) {
				if b == 0 {
					row.Children = append(row.Children, &page.Node{ID: fmt.Sprint("c", i), Kind: page.Column,
						Name: "C"})
				}
				n, _ := strconv.Atoi(text)
				width := page.Take(n)
				if n == 4 {
					width = page.Full
				}
				row.Children[i].At = append(row.Children[i].At, page.At(k.Breakpoints[b].Name).With(page.Width, width))
			}
		}
		pg := &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID, Body: []*page.Node{
			{ID: "frame", Kind: page.Container, Name: "F", Children: []*page.Node{row}}}}
		var got []string
		f := foreign.Of(k, pg)
		for _, n := range row.Children {
			got = append(got, strings.Join(f.Texts(n), " "))
		}
		text := strings.Join(got, "|")
		if err := foreign.Check(k, pg); err != nil {
			text = err.Error()
		}
		if text != want {
			t.Errorf("%s: %s, want %s", cells, text, want)
		}
		fitted, _ := foreign.Fit(k, pg)
		if err := foreign.Check(k, fitted); err != nil {
			t.Errorf("%s, fitted: %v", cells, err)
		}
	}
}

// wide is a page of so many columns on a kit that was brought in.
func wide(b *testing.B, columns int) (*kit.Kit, *page.Page) {
	f := sample.NewForeign(sample.New(300_004))
	k, _, err := infer.Kit(b.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: f.Sources[0].Text}}, nil)
	if err != nil {
		b.Fatal(err)
	}
	frame := &page.Node{ID: "frame", Kind: page.Container, Name: "F"}
	minter := (&page.Page{}).Minter()
	for i := 0; i < columns; i += 10 {
		id, _ := minter.Mint(page.Row)
		row := &page.Node{ID: id, Kind: page.Row, Name: "R"}
		for c := range 10 {
			id, _ := minter.Mint(page.Column)
			column := &page.Node{ID: id, Kind: page.Column, Name: "C"}
			for at, bp := range k.Breakpoints {
				column.At = append(column.At, page.At(bp.Name).With(page.Width, page.Take(1+(i/10+c+at)%k.Columns.N())))
			}
			row.Children = append(row.Children, column)
		}
		frame.Children = append(frame.Children, row)
	}
	return k, &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID, Body: []*page.Node{frame}}
}

// Choosing the classes of 1,000 columns in a stylesheet's vocabulary.
func BenchmarkOf(b *testing.B) {
	k, pg := wide(b, 1000)
	for b.Loop() {
		foreign.Of(k, pg)
	}
}

// Laying them out by the stylesheet.
func BenchmarkPlan(b *testing.B) {
	k, pg := wide(b, 1000)
	l := layout.Of(k, pg)
	for b.Loop() {
		l.Worked(1200)
	}
}

// A page of a kit of ours, whatever is set on it, can be had on a kit that was brought in, in the nearest
// way that its stylesheet has.
func TestFitted(t *testing.T) {
	for i := range 25 {
		r := sample.New(400_000 + uint64(i))
		k, _, err := infer.Kit(t.Context(), "kit", "Team",
			[]kit.File{{Name: "team.css", Text: sample.NewForeign(r).Sources[0].Text}}, nil)
		if err != nil {
			t.Fatalf("sheet %d: %v", i, err)
		}
		native := sample.Kit(r)
		move, err := page.NewMove(native, k, nil)
		if err != nil {
			t.Fatalf("sheet %d: %v", i, err)
		}
		moved, _ := move.Page(sample.Page(r, native))
		fitted, _ := foreign.Fit(k, moved)
		if err := foreign.Check(k, fitted); err != nil {
			t.Errorf("sheet %d: %v", i, err)
		}
	}
}

// A page of 1,000 columns that was read from its own document is planned beside the same page as it is made here.
func BenchmarkFromMarkup(b *testing.B) {
	p, k := sample.Wide(1000)
	made := layout.Of(k, p)
	html := ship.Document(made, sample.Of(p, k), code.Options{Hold: true})
	read := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(html), nil))
	b.Run("made here", func(b *testing.B) {
		for b.Loop() {
			made.Plan(1080)
		}
	})
	again := layout.Of(k, read)
	b.Run("from markup", func(b *testing.B) {
		for b.Loop() {
			again.Plan(1080)
		}
	})
	b.Run("from markup, at a width of its own", func(b *testing.B) {
		for width := 1080.0; b.Loop(); width += 1. / 64 {
			if width > 1200 {
				width = 1080
			}
			again.Plan(width)
		}
	})
	b.Run("from markup, asked for again", func(b *testing.B) {
		for b.Loop() {
			layout.Of(k, read).Plan(1080)
		}
	})
	b.Run("from markup, after an edit", func(b *testing.B) {
		for b.Loop() {
			layout.Of(k, origin.WithSheets(read, read.Origin.Sheets)).Plan(1080)
		}
	})
}
