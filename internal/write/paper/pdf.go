package paper

import (
	"bytes"
	"fmt"
	"strings"
	"sync"
	"time"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// A Print is how sheets are printed.
type Print struct {
	Paper     string // a4 or letter
	Landscape bool
	Blank     bool // frames of all breakpoints on one page, to sketch in; else a page for each
}

// papers are their widths and heights in mm, upright.
var papers = map[string][2]float64{"a4": {210, 297}, "letter": {215.9, 279.4}}

// Measures of a sheet, in mm.
const (
	pxInMM   = 25.4 / 96 // a CSS px
	margin   = 10.0
	heading  = 12.0 // the height of the words above
	scaleBar = 8.0  // and of the ruler
	foot     = 10.0 // and of the numbers below
	hairline = 0.1
	between  = 8.0 // frames
)

// scales are how many times smaller a sheet may be than the screen.
var scales = []float64{1, 1.25, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 15, 20}

// PDF prints a sheet true to scale: at the largest scale at which it fits the paper, which is
// said on it, with a ruler in px.
func (s *Sheet) PDF(p Print) ([]byte, error) {
	size, known := papers[p.Paper]
	if !known {
		return nil, fault.New("paper", p.Paper, "a4 or letter")
	}
	if p.Landscape {
		size[0], size[1] = size[1], size[0]
	}
	f := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", Size: fpdf.SizeType{Wd: size[0],
		Ht: size[1]}})
	f.SetCreationDate(time.Unix(0, 0).UTC()) // the same kit gives the same bytes
	f.SetModificationDate(time.Unix(0, 0).UTC())
	f.SetCatalogSort(true)
	f.SetMargins(margin, margin, margin)
	f.SetAutoPageBreak(false, 0)
	f.AddUTF8FontFromBytes("go", "", goregular.TTF)
	f.SetTitle(Drawable(s.Kit.Name), true)
	w := printer{f: f, s: s, wide: size[0] - 2*margin, high: size[1] - 2*margin}
	if p.Blank {
		w.blank()
	} else {
		for _, r := range s.Rulers {
			w.page(r)
		}
	}
	var b bytes.Buffer
	if err := f.Output(&b); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// A printer draws sheets of one size.
type printer struct {
	f          *fpdf.Fpdf
	s          *Sheet
	wide, high float64 // of what is drawn on, in mm
}

// scaleFor is the largest scale at which so many px are at most so many mm wide.
func scaleFor(px, mm float64) float64 {
	for _, scale := range scales {
		if px*pxInMM/scale <= mm {
			return scale
		}
	}
	return px * pxInMM / mm
}

// page prints one breakpoint.
func (w *printer) page(r Ruler) {
	k, b := w.s.Kit, w.s.Kit.Breakpoints[r.Index]
	scale := scaleFor(r.Viewport, w.wide)
	mm := func(px float64) float64 { return px * pxInMM / scale }
	w.f.AddPage()
	w.words(margin, margin, 13, k.Name+", "+b.Name)
	w.words(margin, margin+6, 8, fmt.Sprintf("%s · viewport %s px · 1 : %s, 100 px are %s mm", rangeOf(k, r.Index),
		kit.Figure(r.Viewport), kit.Figure(scale), kit.Figure(mm(100))))
	left := margin + (w.wide-mm(r.Viewport))/2
	top := margin + heading
	w.ruler(left, top, r.Viewport, scale)
	top += scaleBar
	high := w.high - heading - scaleBar - foot
	w.frame(r, left, top, high, scale, true)
	facts := k.FactsAt(r.Index, r.Viewport)
	w.words(left, top+high+2, 8, fmt.Sprintf("container %s · edge %s · content %s · column %s · gutter %s px",
		kit.Figure(facts.Container), kit.Figure(facts.Edge), kit.Figure(facts.Content), kit.Figure(facts.Column),
		kit.Figure(facts.Gutter)))
}

// blank prints frames of all breakpoints side by side at one scale, in lines as they fit.
func (w *printer) blank() {
	k := w.s.Kit
	scale := scaleFor(w.s.only().Viewport, w.wide)
	mm := func(px float64) float64 { return px * pxInMM / scale }
	var lines [][]Ruler
	used := 0.0
	for _, r := range w.s.Rulers {
		if need := mm(r.Viewport); len(lines) == 0 || used+need > w.wide {
			lines, used = append(lines, nil), 0
		}
		lines[len(lines)-1] = append(lines[len(lines)-1], r)
		used += mm(r.Viewport) + between
	}
	w.f.AddPage()
	w.words(margin, margin, 13, k.Name)
	w.words(margin, margin+6, 8, fmt.Sprintf("1 : %s, 100 px are %s mm", kit.Figure(scale), kit.Figure(mm(100))))
	top := margin + heading
	w.ruler(margin, top, w.s.only().Viewport, scale)
	top += scaleBar
	label := 5.0
	high := (w.high-heading-scaleBar)/float64(len(lines)) - label - 2
	for _, line := range lines {
		left := margin
		for _, r := range line {
			w.words(left, top, 8, fmt.Sprintf("%s, %s px", k.Breakpoints[r.Index].Name, kit.Figure(r.Viewport)))
			w.frame(r, left, top+label, high, scale, false)
			left += mm(r.Viewport) + between
		}
		top += label + high + 2
	}
}

// frame draws a viewport with its columns, numbered where there is room.
func (w *printer) frame(r Ruler, left, top, high, scale float64, numbered bool) {
	f := w.f
	mm := func(px float64) float64 { return px * pxInMM / scale }
	f.SetFillColor(soft[0], soft[1], soft[2])
	for _, c := range r.Columns {
		f.Rect(left+mm(c.From), top, mm(c.Width()), high, "F")
	}
	f.SetLineWidth(hairline)
	f.SetDrawColor(woad[0], woad[1], woad[2])
	f.SetDashPattern([]float64{1, 1}, 0)
	for _, x := range []float64{r.Container.From, r.Container.To} {
		f.Line(left+mm(x), top, left+mm(x), top+high)
	}
	f.SetDashPattern(nil, 0)
	f.SetDrawColor(pale[0], pale[1], pale[2])
	f.Rect(left, top, mm(r.Viewport), high, "D")
	for i, c := range r.Columns {
		if number := fmt.Sprint(i + 1); numbered && mm(c.Width()) > 3.5 {
			w.f.SetFont("go", "", 7)
			wide := w.f.GetStringWidth(number)
			w.words(left+mm((c.From+c.To)/2)-wide/2, top+1, 7, number)
		}
	}
}

// ruler draws a scale in px, with a mark every 10 where there is room, every 50 and every 100.
func (w *printer) ruler(left, top, px, scale float64) {
	f := w.f
	mm := func(px float64) float64 { return px * pxInMM / scale }
	f.SetDrawColor(ink[0], ink[1], ink[2])
	f.SetLineWidth(hairline)
	base := top + scaleBar - 1
	f.Line(left, base, left+mm(px), base)
	step := 10.0
	if mm(step) < 1 {
		step = 50
	}
	for x := 0.0; x <= px; x += step {
		high := 1.2
		switch at := int(x); {
		case at%100 == 0:
			high = 3
			w.words(left+mm(x)+0.5, base-5, 6, fmt.Sprint(at))
		case at%50 == 0:
			high = 2
		}
		f.Line(left+mm(x), base-high, left+mm(x), base)
	}
}

// words writes a line of text, so many points high.
func (w *printer) words(x, y, points float64, text string) {
	text = Drawable(text)
	w.f.SetFont("go", "", points)
	w.f.SetTextColor(ink[0], ink[1], ink[2])
	wide := margin + w.wide - x
	for w.f.GetStringWidth(text) > wide && len(text) > 4 { // a long name
		text = strings.TrimSuffix(text, "…")
		cut := []rune(text)
		text = string(cut[:len(cut)-1]) + "…"
	}
	w.f.Text(x, y+points*0.3528, text)
}

func rangeOf(k *kit.Kit, i int) string {
	low, high, bounded := k.Range(i)
	if !bounded {
		return kit.Figure(low) + " px and up"
	}
	return kit.Figure(low) + " to " + kit.Figure(high) + " px"
}

var font = sync.OnceValue(func() *sfnt.Font {
	f, err := sfnt.Parse(goregular.TTF)
	if err != nil {
		panic(err) // it is part of the program
	}
	return f
})

// Drawable puts a question mark in the place of what the font has no letter for.
func Drawable(text string) string {
	return strings.Map(func(r rune) rune {
		if i, err := font().GlyphIndex(nil, r); r > 0xffff || err != nil || i == 0 {
			return '?'
		}
		return r
	}, text)
}
