package check_test

import (
	"slices"
	"testing"

	"kitrows/internal/grid/finding"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

// What a browser measured of the content of a column tells over which widths it does not fit, and what would do.
func TestBurst(t *testing.T) {
	k, book := sample.Twelve(), &content.Book{}
	const wide = 2
	l := layout.Real(k, of(k, "3 9"), book)
	lane := k.Breakpoints[wide].Lane.Px()
	for _, b := range l.Plan(lane).Boxes {
		if run := l.Runs(b.ID)[0]; run != nil && b.ID == "column-1" {
			laid := content.Laid{Height: 40, Needs: 340, Spots: make([]content.Spot, len(run.Blocks))}
			book.Put(run, wide, b.Width, laid)
		}
	}
	all := check.Of(layout.Real(k, of(k, "3 9"), book), check.Project{})
	at := slices.IndexFunc(all, func(f finding.Finding) bool { return f.Code == finding.Burst })
	if at < 0 {
		t.Fatalf("nothing is told: %v", all)
	}
	const want = "the content of column-1 needs 340 px, and has 203 px at 920 px, up to 1279 px"
	if f := all[at]; f.Text != want || f.Breakpoints[0] != "wide" || len(f.Fixes) == 0 ||
		f.Fixes[0].Label != "Make it 5, and column-2 7" {
		t.Errorf("got %q at %v with %v, want %q", f.Text, f.Breakpoints, f.Fixes, want)
	}
}
