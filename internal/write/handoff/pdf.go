package handoff

import (
	"bytes"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/gomono"
	"golang.org/x/image/font/gofont/goregular"

	"kitrows/internal/grid/kit"
	"kitrows/internal/write/drawing"
	"kitrows/internal/write/paper"
)

// The paper, in mm: A4 across, its margin, and the sizes of letters in points.
const (
	wide, high = 297.0, 210.0
	margin     = 12.0
	small      = 8.0
	middle     = 11.0
	large      = 16.0
	lineHigh   = 4.2 // of small letters, in mm
)

// colours of what is drawn, by the first word of a box's class: fill and stroke. Light, for paper.
var colours = map[string][2][3]int{
	"unit":      {{228, 220, 203}, {228, 220, 203}},
	"container": {{251, 249, 244}, {85, 96, 92}},
	"column":    {{215, 230, 225}, {43, 106, 108}},
	"block":     {{235, 241, 236}, {216, 209, 194}},
}

// PDF prints the sheet: the grid and the lanes, then the parts, notes and findings.
func (s *Sheet) PDF() ([]byte, error) {
	f := fpdf.NewCustom(&fpdf.InitType{OrientationStr: "P", UnitStr: "mm", Size: fpdf.SizeType{Wd: wide, Ht: high}})
	f.SetCreationDate(time.Unix(0, 0).UTC()) // there is no clock here
	f.SetModificationDate(time.Unix(0, 0).UTC())
	f.SetCatalogSort(true)
	f.SetMargins(margin, margin, margin)
	f.SetAutoPageBreak(false, 0)
	f.AddUTF8FontFromBytes("go", "", goregular.TTF)
	f.AddUTF8FontFromBytes("go", "B", gobold.TTF)
	f.AddUTF8FontFromBytes("mono", "", gomono.TTF)
	f.SetTitle(paper.Drawable(s.Page), true)
	w := &printer{f: f, s: s}
	w.page()
	w.grid()
	w.lanes()
	w.parts()
	w.lines("Notes", s.Notes)
	w.lines("Findings", s.Findings)
	w.lines("Meant so", s.Meant)
	var b bytes.Buffer
	if err := f.Output(&b); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// A printer prints a sheet from the top down.
type printer struct {
	f *fpdf.Fpdf
	s *Sheet
	y float64
}

// page begins a page.
func (w *printer) page() {
	w.f.AddPage()
	w.text(margin, margin, "go", "B", middle, w.s.Page)
	w.text(margin+w.f.GetStringWidth(paper.Drawable(w.s.Page))+4, margin+0.8, "go", "", small,
		w.s.File+" · "+w.s.Project+" · "+w.s.Kit+" · "+w.s.By)
	w.y = margin + 9
}

// room begins a page where fewer mm are left.
func (w *printer) room(mm float64) {
	if w.y+mm > high-margin {
		w.page()
	}
}

// text writes a line whose top is at y.
func (w *printer) text(x, y float64, font, style string, points float64, text string) {
	w.f.SetFont(font, style, points)
	w.f.SetTextColor(29, 36, 34)
	w.f.Text(x, y+points*0.3528, paper.Drawable(text))
}

func (w *printer) heading(text string) {
	w.room(large)
	w.text(margin, w.y, "go", "B", middle, text)
	w.y += 7
}

// grid prints the kit's numbers.
func (w *printer) grid() {
	w.heading("Grid, in px")
	first, each := 28.0, 26.0
	for n, b := range w.s.Breakpoints {
		w.text(margin+first+each*float64(n), w.y, "go", "B", small, b)
	}
	w.y += lineHigh
	for _, fact := range w.s.Facts {
		w.text(margin, w.y, "go", "", small, fact.Name)
		for n, v := range fact.At {
			w.text(margin+first+each*float64(n), w.y, "mono", "", small, v)
		}
		w.y += lineHigh
	}
	w.y += 4
}

// How large lanes are, in mm for each px: at most half as large as on a screen, and so small as to fit the paper; but
// no smaller than names can be read.
const (
	largest  = 25.4 / 96 / 2
	smallest = largest / 4
)

// lanes prints the page at each breakpoint, beside one another as they fit.
func (w *printer) lanes() {
	const apart, above = 8.0, 18.0
	w.page()
	x := margin
	for _, l := range w.s.Lanes {
		room := high - 2*margin - 9 - above
		scale := min(largest, (wide-2*margin)/l.Width, max(smallest, room/l.Height))
		broad := max(l.Width*scale, 36)
		if x > margin && x+broad > wide-margin {
			w.page()
			x = margin
		}
		y := w.y
		w.lane(l, x, scale)
		if w.y = y; l.Height*scale > room { // it went on on other pages
			w.page()
			x = margin
			continue
		}
		x += broad + apart
	}
	w.page()
	w.heading("Lines")
	for _, l := range w.s.Lanes {
		for n, line := range l.Ledgers {
			w.room(lineHigh)
			if n == 0 {
				w.text(margin, w.y, "go", "B", small, l.Breakpoint)
			}
			w.f.SetFont("go", "", small)
			w.text(margin+24, w.y, "go", "", small, w.cut(line.Name, 56))
			w.f.SetFont("mono", "", small)
			w.text(margin+84, w.y, "mono", "", small, w.cut(line.Text, wide-2*margin-84))
			w.y += lineHigh
		}
	}
}

// lane prints one at x, with the widths of what is beside and in its container above it. A long one is cut at the end
// of the paper and goes on on the next.
func (w *printer) lane(l Lane, x, scale float64) {
	w.text(x, w.y, "go", "B", small+1, l.Breakpoint+" at "+kit.Figure(l.Width)+" px")
	w.text(x, w.y+5, "go", "", small-1, l.Range)
	w.f.SetDrawColor(85, 96, 92)
	w.f.SetLineWidth(0.15)
	w.y += 13
	for _, m := range l.Measures {
		from, to := x+m.From*scale, x+m.To*scale
		w.f.Line(from, w.y+1, to, w.y+1)
		w.f.Line(from, w.y, from, w.y+2)
		w.f.Line(to, w.y, to, w.y+2)
		w.f.SetFont("mono", "", small-1)
		if half := w.f.GetStringWidth(m.Text) / 2; 2*half < to-from {
			w.text((from+to)/2-half, w.y-2.4, "mono", "", small-1, m.Text)
		}
	}
	w.y += 4
	for from := 0.0; from < l.Height; {
		to := min(l.Height, from+(high-margin-w.y)/scale)
		if l.Height-to < 1 {
			to = l.Height
		}
		w.f.ClipRect(x, w.y, l.Width*scale, (to-from)*scale, false)
		for _, b := range l.Boxes {
			w.box(b, x, w.y-from*scale, scale)
		}
		for _, b := range l.Boxes {
			w.name(b, x, w.y-from*scale, scale)
		}
		w.f.ClipEnd()
		if from = to; from < l.Height {
			w.page()
			x = margin
		}
	}
}

func (w *printer) box(b drawing.Box, x, top, scale float64) {
	kind, _, _ := strings.Cut(b.Class, " ")
	c, is := colours[kind]
	if !is {
		return
	}
	w.f.SetFillColor(c[0][0], c[0][1], c[0][2])
	w.f.SetDrawColor(c[1][0], c[1][1], c[1][2])
	style := "FD"
	if kind == "unit" {
		style = "F"
	}
	w.f.Rect(x+b.X*scale, top+b.Y*scale, b.Width*scale, b.Height*scale, style)
}

// name writes a box's name into it, as far as there is room.
func (w *printer) name(b drawing.Box, x, top, scale float64) {
	if b.Name != "" && b.Height*scale > 3 {
		w.f.SetFont("go", "", small-1)
		w.text(x+b.X*scale+0.8, top+b.Y*scale+0.5, "go", "", small-1, w.cut(b.Name, b.Width*scale-1.6))
	}
}

// cut is a text as far as it has room, in the font that is set.
func (w *printer) cut(text string, mm float64) string {
	text = paper.Drawable(text)
	all := []rune(text)
	for len(all) > 1 && w.f.GetStringWidth(text) > mm {
		all = all[:len(all)-1]
		text = string(all[:len(all)-1]) + "…"
	}
	if w.f.GetStringWidth(text) > mm {
		return ""
	}
	return text
}

// parts prints the table of what each part is set to, and its code.
func (w *printer) parts() {
	w.page()
	w.heading("Parts")
	first, each := 62.0, 27.0
	code := margin + first + each*float64(len(w.s.Breakpoints))
	room := wide - margin - code
	head := func() {
		for n, b := range w.s.Breakpoints {
			w.text(margin+first+each*float64(n), w.y, "go", "B", small, b)
		}
		w.text(code, w.y, "go", "B", small, w.s.By)
		w.y += lineHigh + 1
	}
	head()
	for _, p := range w.s.Parts {
		w.f.SetFont("mono", "", small-1)
		lines := w.wrapped(p.Code, room)
		if need := lineHigh * float64(max(1, len(lines))); w.y+need > high-margin {
			w.page()
			head()
		}
		w.f.SetDrawColor(216, 209, 194)
		w.f.Line(margin, w.y-0.6, wide-margin, w.y-0.6)
		indent := min(float64(p.Depth)*3, 24)
		w.f.SetFont("go", "", small)
		w.text(margin+indent, w.y, "go", "", small, w.cut(p.Name+" · "+p.Kind, first-indent-2))
		for n, c := range p.Cells {
			x := margin + first + each*float64(n)
			text := c.Text
			if c.Carried && text != "" {
				text = "← " + text
			}
			w.f.SetFont("mono", "", small-1)
			w.text(x, w.y, "mono", "", small-1, w.cut(text, 14))
			w.text(x+14, w.y, "mono", "", small-1, w.cut(c.Px, 12))
		}
		for n, line := range lines {
			w.text(code, w.y+lineHigh*float64(n), "mono", "", small-1, line)
		}
		w.y += lineHigh * float64(max(1, len(lines)))
	}
	w.y += 5
}

// wrapped are words in lines that have so many mm, in the font that is set.
func (w *printer) wrapped(words []string, mm float64) (lines []string) {
	for _, word := range words {
		word = w.cut(word, mm)
		if n := len(lines); n > 0 && w.f.GetStringWidth(lines[n-1]+" "+word) <= mm {
			lines[n-1] += " " + word
			continue
		}
		lines = append(lines, word)
	}
	return lines
}

// lines prints sentences about parts.
func (w *printer) lines(title string, all []Line) {
	if len(all) == 0 {
		return
	}
	w.heading(title)
	for _, l := range all {
		text := l.Text
		if l.Where != "" {
			text = l.Where + ": " + text
		}
		w.f.SetFont("go", "", small)
		rest := w.wrapped(strings.Fields(paper.Drawable(text)), wide-2*margin-50)
		w.room(lineHigh * float64(len(rest)))
		w.text(margin, w.y, "go", "", small, w.cut(l.Name, 46))
		for _, line := range rest {
			w.text(margin+50, w.y, "go", "", small, line)
			w.y += lineHigh
		}
	}
	w.y += 5
}
