package ship

import (
	"bytes"
	"compress/gzip"
	"context"
	"io"

	"github.com/andybalholm/brotli"

	"kitrows/internal/browser/css"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/rewrite"
	"kitrows/internal/write/sheet"
)

// A Cost is what a form takes to ship: bytes as they are and compressed, of markup
// and stylesheet, which are two files, and of both; and how many rules the stylesheet
// has.
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

// CostOf works out what a form takes to ship. Components are counted as what they
// render to, with the stylesheet that goes with them. The error is that of a context that
// has ended.
func CostOf(ctx context.Context, l *layout.Layout, pr *project.Project, f Form) (Cost, error) {
	var text string
	var styles *css.Sheet
	switch {
	case l.Foreign() == nil:
	case f == TypeScript || f.ByMixins() && (l.Page().Origin == nil || l.Kit().Brought != nil):
		return CostOf(ctx, ours(l), pr, f)
	case f.ByMixins():
		l = inForm(l, pr, true)
		styles = rewrite.Mixed(l.Page(), l.Kit(), code.Options{}).CSS()
		return cost(ctx, markup.Write(l, pr, code.Options{}).String(), styles.String(), styles.Rules())
	case l.Page().Origin != nil:
		return broughtCost(ctx, inForm(l, pr, false), pr)
	default:
		return broughtCost(ctx, l, pr)
	}
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
	return cost(ctx, text, styles.String(), styles.Rules())
}

func cost(ctx context.Context, text, styles string, rules int) (Cost, error) {
	m, s := bytesOf(ctx, text), bytesOf(ctx, styles)
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
