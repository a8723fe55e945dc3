package say

import (
	"fmt"
	"slices"
	"testing"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
)

// eachRow visits every row of random pages, seen at every breakpoint.
func eachRow(seed uint64, visit func(r *row)) {
	r := sample.New(seed)
	for range 150 {
		k := sample.Kit(r)
		pg := sample.Page(r, k)
		l := layout.Of(k, pg)
		pg.Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Row {
				visit(newRow(l, n, slices.Repeat([]bool{true}, len(k.Breakpoints)), new(room)))
			}
		})
	}
}

// What is said gives what was worked out at every breakpoint, and with any one thing
// less said it does not, as far as that does not depend on content.
func TestNothingMoreIsSaidThanMust(t *testing.T) {
	tried := 0
	eachRow(21, func(r *row) {
		r.settle()
		whole := newTrial(r)
		same := func() bool {
			for i := range r.live {
				if got := whole.reading(i); r.live[i] && !whole.sameRow(i, &got) {
					return false
				}
			}
			return true
		}
		if !same() {
			t.Fatalf("what is said of %s does not give the plan", r.node.ID)
		}
		for column := -1; column < len(r.columns); column++ {
			courses := whole.courses(column)
			for c := range courses {
				for i := range r.live {
					was := courses[c]
					if !was.says(i) || was.field == page.Line { // where a float begins a line is said, not found
						continue
					}
					tried++
					courses[c].silence(i)
					if same() && !moves(r, &courses[c]) {
						t.Fatalf("%s at %d on column %d of %s is said for nothing", was.field, i, column, r.node.ID)
					}
					courses[c] = was
				}
			}
		}
	})
	if tried < 2500 {
		t.Errorf("only %d sayings were tried", tried)
	}
}

// moves reports whether what a course says of a space before or after something is not what it must be somewhere.
func moves(r *row, c *course) bool {
	for i := range r.live {
		if now, from := c.now(i); c.field.IsSpace() && c.must[i].Term != page.None && !r.alike(c.field, now, from,
			c.must[i], i) {
			return true
		}
	}
	return false
}

// A trial that looks only at the line a cell stands on finds what one finds that lays
// out the whole row.
func TestTryingOneCellIsTryingTheRow(t *testing.T) {
	tried := 0
	eachRow(22, func(row *row) {
		trial := newTrial(row)
		for column := range row.columns {
			for c := range row.columns[column] {
				course := &row.columns[column][c]
				was := *course
				for i := range row.live {
					if !course.says(i) || !row.suspect(course, i) {
						continue
					}
					course.silence(i)
					whole := trial.reading(i)
					if one, all := trial.same(column, course, i), trial.sameRow(i, &whole); one != all {
						t.Fatalf("%s of column %d of %s at %d: one cell says %v, the row %v", course.field, column,
							row.node.ID, i, one, all)
					}
					*course = was
					tried++
				}
			}
		}
	})
	if tried < 1000 {
		t.Errorf("only %d sayings were tried", tried)
	}
}

func BenchmarkSay(b *testing.B) {
	for _, n := range []int{1000, 2000, 19900} {
		p, k := sample.Every(n, n)
		l := layout.Of(k, p)
		b.Run(fmt.Sprintf("a row of %d columns with every kind of setting", n), func(b *testing.B) {
			for b.Loop() {
				Of(l)
			}
		})
	}
}
