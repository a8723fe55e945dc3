package foreign_test

import (
	"kitrows/internal/code"
	"kitrows/internal/code/ship"
	"kitrows/internal/layout"
	"kitrows/internal/origin"
	"kitrows/internal/page"
	"kitrows/internal/sample"
	"testing"
)

func BenchmarkZZ(b *testing.B) {
	p, k := sample.Wide(1000)
	pr := sample.Of(p, k)
	l := layout.Of(k, p)
	doc := ship.Document(l, pr, code.Options{})
	read := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(doc), nil))
	b.Run("made", func(b *testing.B) {
		l := layout.Of(k, p)
		for b.Loop() {
			l.Plan(1080)
		}
	})
	b.Run("read", func(b *testing.B) {
		l := layout.Of(k, read)
		b.ReportAllocs()
		for b.Loop() {
			l.Plan(1080)
		}
	})
}
