package paper_test

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/project/ready"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/paper"
)

func kits(t *testing.T) []ready.Kit {
	t.Helper()
	all, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	return all
}

func sheet(t *testing.T, k *kit.Kit, breakpoint string) *paper.Sheet {
	t.Helper()
	s, err := paper.Of(k, breakpoint, 0)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// dots is how many dots an inch a printed sheet is measured at.
const dots = 600

// strip gives what a PDF's first page shows along a line so many mm down.
func strip(t *testing.T, pdf []byte, down float64) image.Image {
	t.Helper()
	dir := t.TempDir()
	file := filepath.Join(dir, "sheet.pdf")
	if err := os.WriteFile(file, pdf, 0o600); err != nil {
		t.Fatal(err)
	}
	out, err := exec.Command("pdftoppm", "-r", strconv.Itoa(dots), "-y", strconv.Itoa(int(down/25.4*dots)), "-H", "1",
		"-png", "-aa", "no", "-singlefile", file, filepath.Join(dir, "strip")).CombinedOutput()
	if err != nil {
		t.Fatalf("pdftoppm, of Debian's poppler-utils, which make test installs: %v, %s", err, out)
	}
	b, err := os.ReadFile(filepath.Join(dir, "strip.png"))
	if err != nil {
		t.Fatal(err)
	}
	line, err := png.Decode(bytes.NewReader(b))
	if err != nil {
		t.Fatal(err)
	}
	return line
}

// runs are the stretches, in mm, of pixels of a colour along a strip.
func runs(strip image.Image, is func(color.Color) bool) (all [][2]float64) {
	mm := func(x int) float64 { return float64(x) * 25.4 / dots }
	from := -1
	for x := range strip.Bounds().Dx() + 1 {
		inside := x < strip.Bounds().Dx() && is(strip.At(x, 0))
		switch {
		case inside && from < 0:
			from = x
		case !inside && from >= 0:
			all = append(all, [2]float64{mm(from), mm(x)})
			from = -1
		}
	}
	return all
}

func isColumn(c color.Color) bool {
	r, g, b, _ := c.RGBA()
	return r>>8 == 215 && g>>8 == 230 && b>>8 == 225
}

func isInk(c color.Color) bool {
	r, _, _, _ := c.RGBA()
	return r>>8 < 100
}

// Every column on a printed sheet stands, to a tenth of a mm, where the scale puts it, and so do
// the marks of the ruler; the sheet is as large as the paper.
func TestPrintedSheets(t *testing.T) {
	near := func(a, b float64) bool { return math.Abs(a-b) <= 0.1 }
	for _, c := range []struct {
		kit        int
		breakpoint string
		print      paper.Print
		scale      float64
		wide, high float64 // of the paper, in mm
	}{
		{0, "base", paper.Print{Paper: "a4"}, 1, 210, 297},
		{0, "full", paper.Print{Paper: "a4", Landscape: true}, 1.5, 297, 210},
		{3, "spread", paper.Print{Paper: "letter"}, 2, 215.9, 279.4},
	} {
		k := kits(t)[c.kit].Kit
		s := sheet(t, k, c.breakpoint)
		pdf, err := s.PDF(c.print)
		if err != nil {
			t.Fatal(err)
		}
		box := fmt.Sprintf("/MediaBox [0 0 %.2f %.2f]", c.wide/25.4*72, c.high/25.4*72)
		if !bytes.Contains(pdf, []byte(box)) {
			t.Errorf("%s: no %s", k.Name, box)
		}
		r := s.Rulers[0]
		mm := func(px float64) float64 { return px * 25.4 / 96 / c.scale }
		left := (c.wide - mm(r.Viewport)) / 2
		columns := runs(strip(t, pdf, c.high/2), isColumn)
		if len(columns) != len(r.Columns) {
			t.Fatalf("%s: %d columns, want %d", k.Name, len(columns), len(r.Columns))
		}
		for i, column := range r.Columns {
			if got := columns[i]; !near(got[0], left+mm(column.From)) || !near(got[1], left+mm(column.To)) {
				t.Errorf("%s: column %d from %.3f to %.3f mm, want %.3f to %.3f", k.Name, i+1, got[0], got[1],
					left+mm(column.From), left+mm(column.To))
			}
		}
		// The marks of 100 px are the only ones that reach so high above the ruler's line, which is 29 mm down.
		hundreds := 0
		for _, mark := range runs(strip(t, pdf, 10+12+8-1-2.8), isInk) {
			px := (((mark[0] + mark[1]) / 2) - left) / mm(1)
			if nearest := math.Round(px/100) * 100; mark[1]-mark[0] < 0.2 && near(mm(px), mm(nearest)) {
				hundreds++
			}
		}
		if want := int(r.Viewport)/100 + 1; hundreds < want {
			t.Errorf("%s: %d marks of hundreds, want %d", k.Name, hundreds, want)
		}
	}
}

// A sheet of all breakpoints has a page for each, or one with blank frames.
func TestPages(t *testing.T) {
	for _, k := range kits(t) {
		s := sheet(t, k.Kit, "")
		for _, blank := range []bool{false, true} {
			pdf, err := s.PDF(paper.Print{Paper: "letter", Landscape: true, Blank: blank})
			if err != nil {
				t.Fatal(err)
			}
			want := len(k.Breakpoints)
			if blank {
				want = 1
			}
			if n := bytes.Count(pdf, []byte("/Type /Page\n")); n != want {
				t.Errorf("%s, blank %v: %d pages, want %d", k.Name, blank, n, want)
			}
			again, _ := s.PDF(paper.Print{Paper: "letter", Landscape: true, Blank: blank})
			if !bytes.Equal(pdf, again) {
				t.Errorf("%s: another file each time", k.Name)
			}
		}
	}
	k := kits(t)[0].Kit
	if _, err := sheet(t, k, "").PDF(paper.Print{Paper: "a3"}); err == nil {
		t.Error("a3 is printed")
	}
	for want, at := range map[string]float64{"": 1000, "910 to 1239": 1240} {
		if _, err := paper.Of(k, "wide", at); (err == nil) != (want == "") || err != nil &&
			!strings.Contains(err.Error(), want) {
			t.Errorf("wide at %v: %v", at, err)
		}
	}
	if _, err := paper.Of(k, "huge", 0); err == nil || !strings.Contains(err.Error(), "base, mid, wide, full") {
		t.Errorf("huge: %v", err)
	}
}

// An SVG has a rectangle for every column, exactly where it stands; a tile covers the same px,
// and of those a column only touches the part that it does.
func TestDrawings(t *testing.T) {
	for _, k := range kits(t) {
		for _, b := range k.Breakpoints {
			s := sheet(t, k.Kit, b.Name)
			r := s.Rulers[0]
			var svg struct {
				Width float64 `xml:"width,attr"`
				Rects []struct {
					X     float64 `xml:"x,attr"`
					Width float64 `xml:"width,attr"`
				} `xml:"g>rect"`
			}
			if err := xml.Unmarshal([]byte(s.SVG(400)), &svg); err != nil {
				t.Fatal(err)
			}
			if svg.Width != r.Viewport || len(svg.Rects) != len(r.Columns) {
				t.Fatalf("%s at %s: %v wide with %d columns", k.Name, b.Name, svg.Width, len(svg.Rects))
			}
			file, err := s.Tile()
			if err != nil {
				t.Fatal(err)
			}
			tile, err := png.Decode(bytes.NewReader(file))
			if err != nil || tile.Bounds().Dx() != int(math.Ceil(r.Viewport)) {
				t.Fatalf("%s at %s: a tile of %v, %v", k.Name, b.Name, tile.Bounds(), err)
			}
			for i, c := range r.Columns {
				if math.Abs(svg.Rects[i].X-c.From) > 1e-4 || math.Abs(svg.Rects[i].Width-c.Width()) > 1e-4 {
					t.Errorf("%s at %s: column %d is %+v, want %+v", k.Name, b.Name, i+1, svg.Rects[i], c)
				}
				covered := 0.0
				for x := int(c.From); x < int(math.Ceil(c.To)); x++ {
					_, _, _, a := tile.At(x, 3).RGBA()
					covered += float64(a>>8) / math.Round(255*0.16)
				}
				if math.Abs(covered-c.Width()) > 0.05 {
					t.Errorf("%s at %s: column %d covers %v px, want %v", k.Name, b.Name, i+1, covered, c.Width())
				}
			}
		}
	}
}

// A sheet may be of one breakpoint in a viewport of one's own.
func Example() {
	k, err := kit.FromThree(4, 20, 400)
	if err != nil {
		panic(err)
	}
	s, _ := paper.Of(k, "full", 440)
	fmt.Print(s.SVG(100))
	// Output:
	// <svg xmlns="http://www.w3.org/2000/svg" width="440" height="100" viewBox="0 0 440 100">
	//   <title>4 columns, 400 px at full, 440 px</title>
	//   <g fill="#2b6a6c" fill-opacity="0.16">
	//     <rect x="30" width="80" height="100"/>
	//     <rect x="130" width="80" height="100"/>
	//     <rect x="230" width="80" height="100"/>
	//     <rect x="330" width="80" height="100"/>
	//   </g>
	//   <path d="M20 0v100M420 0v100" fill="none" stroke="#2b6a6c" stroke-dasharray="4 4"/>
	// </svg>
}

// Whatever a kit is called, it is printed.
func TestHostileNames(t *testing.T) {
	r := sample.New(5)
	for i := range 20 {
		k := *kits(t)[i%6].Kit
		for k.Name = sample.HostileName(r); !kit.IsName(k.Name); k.Name = sample.HostileName(r) {
		}
		if i == 0 {
			k.Name = "🐦 terns 𝔘𝔫𝔦 \u202e"
		}
		s := sheet(t, &k, "")
		for _, blank := range []bool{false, true} {
			if _, err := s.PDF(paper.Print{Paper: "a4", Blank: blank}); err != nil {
				t.Fatalf("%q: %v", k.Name, err)
			}
		}
		if err := xml.Unmarshal([]byte(s.SVG(10)), new(struct{})); err != nil {
			t.Fatalf("%q: %v", k.Name, err)
		}
		if css := paper.Background(&k); strings.Count(css, "*/") != 1 || strings.Contains(css, "</") {
			t.Fatalf("%q: %s", k.Name, css[:200])
		}
	}
}
