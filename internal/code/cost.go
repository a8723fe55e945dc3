package code

import (
	"bytes"
	"compress/gzip"
	"strings"

	"github.com/andybalholm/brotli"

	"kitrows/internal/layout"
	"kitrows/internal/project"
)

// A Cost is what a form takes to ship: bytes as they are and compressed, of markup
// and stylesheet apart and together, and how many rules the stylesheet has.
type Cost struct {
	Rules                     int
	Markup, Stylesheet, Total Bytes
}

// Bytes is a size, as it is and by gzip and brotli at their best.
type Bytes struct{ Raw, Gzip, Brotli int }

// CostOf works out what a form takes to ship. Components are counted as what they
// render to, with the stylesheet that goes with them.
func CostOf(l *layout.Layout, pr *project.Project, f Form) Cost {
	markup, sheet := "", ""
	rules := 0
	switch f {
	case SCSS, Less, Plain:
		m := NewMixed(l, pr, Options{})
		markup, sheet = m.Markup.String(), m.CSS()
		rules = strings.Count(sheet, "{\n") - strings.Count(sheet, "@media")
	default:
		m := Write(l, pr, Options{})
		s := UsedSheet(m)
		if f == Whole {
			s = WholeSheet(m)
		}
		markup, sheet = m.String(), s.String()
		for _, b := range s.Blocks {
			rules += len(b.Rules)
		}
	}
	return Cost{rules, bytesOf(markup), bytesOf(sheet), bytesOf(markup + sheet)}
}

func bytesOf(text string) Bytes {
	var g, b bytes.Buffer
	z, err := gzip.NewWriterLevel(&g, gzip.BestCompression)
	if err != nil {
		panic(err) // the level is a constant
	}
	r := brotli.NewWriterLevel(&b, brotli.BestCompression)
	for _, w := range []interface {
		Write([]byte) (int, error)
		Close() error
	}{z, r} { // into memory, which takes everything
		_, _ = w.Write([]byte(text))
		_ = w.Close()
	}
	return Bytes{len(text), g.Len(), b.Len()}
}
