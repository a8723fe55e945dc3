package bench

import (
	"fmt"
	"encoding/json"
	"kitrows/internal/edit"
	"kitrows/internal/markup"
	"kitrows/internal/origin"
	"kitrows/internal/page"
	"kitrows/internal/rewrite"
	"kitrows/internal/sample"
	"regexp"
	"testing"
)

func BenchmarkOutside(b *testing.B) {
	for _, rows := range []int{400, 4000} {
		b.Run(fmt.Sprint(rows), func(b *testing.B) {
			k := sample.Twelve()
			pg := rewrite.WithKit(origin.NewPage("page", "index.html", k, page.NewOrigin(sample.Watches(rows), nil)), k)
			p := sample.Of(pg, k)
			for i := 0; b.Loop(); i++ {
				was := p.Pages[0].Origin.Bytes()
				at := regexp.MustCompile(`kr-take-\d+-mid`).FindIndex(was)
				next := append(append(append([]byte{}, was[:at[0]]...), fmt.Sprintf("kr-take-%d-mid", 3+i%4)...), was[at[1]:]...)
				c, err := edit.Apply(p, edit.Operation{Page: "page", Source: &edit.Source{Stretches: edit.Stretches(markup.Difference(was, next))}})
				if err != nil {
					b.Fatal(err)
				}
				p = c.Project
				m, _ := Make(b.Context(), p, p.Pages[0], 1, View{})
				x, _ := json.Marshal(m)
				_ = x
			}
		})
	}
}
