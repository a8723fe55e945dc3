package infer_test

import (
	"context"
	"fmt"

	"kitrows/internal/grid/kit"
	"kitrows/internal/read/infer"
)

func Example() {
	k, r, err := infer.Kit(context.Background(), "kit", "Team", []kit.File{{Name: "team.css", Text: `
.hold { max-width: 900px; margin: 0 auto }
.line { display: flex; flex-wrap: wrap; gap: 20px }
.half { width: calc(50% - 10px) } .third { width: calc(33.3333% - 13.3333px) }
.sixth { width: calc(16.6667% - 16.6667px) }
@media (max-width: 599px) { .half-s { width: calc(50% - 10px) } .whole-s { width: 100% } }`}}, nil)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(k.Columns, "columns, gutter", k.GutterAt(0))
	for _, w := range r.Words.Words[2:] {
		fmt.Println(w.Text, w.Meaning(r.Kit))
	}
	// Output:
	// 6 columns, gutter 20px
	// half [take 3]
	// third [take 2]
	// sixth [take 1]
	// half-s [take 3 below from-600]
	// whole-s [full line below from-600]
}
