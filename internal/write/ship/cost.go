package ship

import (
	"bytes"
	"compress/gzip"
	"context"
	"io"

	"github.com/andybalholm/brotli"

	"kitrows/internal/grid/kit"
)

// A Cost is what a form takes to ship: bytes as they are and compressed, of markup
// and stylesheet, which are two files, and of both; and how many rules the stylesheet
// has. The line that states the stylesheet's kit does not count: builds may leave it out.
type Cost struct {
	Rules                     int
	Markup, Stylesheet, Total Bytes
}

// Bytes is a size, as it is and by gzip and brotli: at their best, but that brotli is
// quick with long texts.
type Bytes struct{ Raw, Gzip, Brotli int }

// long is over how many bytes brotli's best would take seconds, and quick is the level
// that then takes its place.
const (
	long  = 100_000
	quick = 9
)

func cost(ctx context.Context, text, styles string, rules int) (Cost, error) {
	m, s := bytesOf(ctx, text), bytesOf(ctx, kit.Undefined(styles))
	return Cost{rules, m, s, Bytes{m.Raw + s.Raw, m.Gzip + s.Gzip, m.Brotli + s.Brotli}}, ctx.Err()
}

func bytesOf(ctx context.Context, text string) Bytes {
	var g, b bytes.Buffer
	z, err := gzip.NewWriterLevel(&g, gzip.BestCompression)
	if err != nil {
		panic(err) // the level is a constant
	}
	level := brotli.BestCompression
	if len(text) > long {
		level = quick
	}
	for _, w := range []io.WriteCloser{z, brotli.NewWriterLevel(&b, level)} { // into memory, which takes everything
		for rest := text; rest != "" && ctx.Err() == nil; {
			n := min(len(rest), long)
			_, _ = io.WriteString(w, rest[:n])
			rest = rest[n:]
		}
		_ = w.Close()
	}
	return Bytes{len(text), g.Len(), b.Len()}
}
