package ship

import (
	"bytes"
	"compress/gzip"

	"github.com/andybalholm/brotli"

	"kitrows/internal/code"
	"kitrows/internal/code/markup"
	"kitrows/internal/code/mixin"
	"kitrows/internal/code/sheet"
	"kitrows/internal/css"
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
	var text string
	var styles *css.Sheet
	if f.ByMixins() {
		m := mixin.New(l, pr, code.Options{})
		text, styles = m.Markup.String(), m.CSS()
	} else {
		m := markup.Write(l, pr, code.Options{})
		text, styles = m.String(), sheet.Used(l.Kit(), m.Used())
		if f == Whole {
			styles = sheet.Whole(l.Kit(), m.Used())
		}
	}
	return Cost{styles.Rules(), bytesOf(text), bytesOf(styles.String()), bytesOf(text + styles.String())}
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
