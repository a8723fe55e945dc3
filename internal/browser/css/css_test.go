package css

import (
	"slices"
	"testing"
)

// A sheet is printed once: rules apart, blocks of no query without one, empty blocks not
// at all, and each line with the node it is for.
func TestSheetsArePrinted(t *testing.T) {
	row := Rule{Selectors: []string{".row", ".other"}, Body: []Declaration{D("display", "flex"), D("gap", "24px")},
		For: "row"}
	cell := Rule{Selectors: []string{".cell"}, Body: []Declaration{D("margin", "0")}, For: "cell"}
	s := &Sheet{Comment: "A page",
		Blocks: []Block{{Rules: []Rule{row, cell}}, {}, {Query: "(min-width: 620px)", Rules: []Rule{cell}}}}
	want := `/* A page */

.row,
.other {
  display: flex;
  gap: 24px;
}

.cell {
  margin: 0;
}

@media (min-width: 620px) {
  .cell {
    margin: 0;
  }
}
`
	var p Printer
	p.Sheet(s)
	if got := p.Text(); got != want || s.String() != want {
		t.Errorf("got\n%s\nwant\n%s", got, want)
	}
	if n := s.Rules(); n != 3 {
		t.Errorf("%d rules", n)
	}
	for node, lines := range map[string]int{"row": 5, "cell": 7} { // the end of a block goes with its last rule
		got := 0
		for _, of := range p.Of() {
			if of == node {
				got++
			}
		}
		if got != lines {
			t.Errorf("%d lines are for %s, want %d: %q", got, node, lines, p.Of())
		}
	}
}

func TestLastOfEachPropertyHolds(t *testing.T) {
	got := Last([]Declaration{D("--kr-take", "1"), D("margin", "0"), D("--kr-take", "calc(1 / 3)")})
	if want := []Declaration{D("margin", "0"), D("--kr-take", "calc(1 / 3)")}; !slices.Equal(got, want) {
		t.Errorf("got %v, want %v", got, want)
	}
	if !D("--kr-take", "1").IsCustom() || D("margin", "0").IsCustom() {
		t.Error("custom properties begin with two hyphens, others do not")
	}
}
