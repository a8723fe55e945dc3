package trace_test

import (
	"bytes"
	"encoding/binary"
	"fmt"
	"hash/crc32"
	"image"
	"image/color"
	"image/draw"
	"image/gif"
	"image/jpeg"
	"image/png"
	"math"
	"strings"
	"testing"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/trace"
	"kitrows/internal/test/sample"
)

// A frame takes the units that it is nearest to, and is off by the rest.
func TestSpanOf(t *testing.T) {
	k := sample.Twelve()
	columns := k.Ruler(2, 1000).Columns
	at := func(first, last int, start, end float64) design.Frame {
		return design.Frame{X: columns[first].From + start, Width: columns[last].To + end - columns[first].From - start}
	}
	for _, c := range []struct {
		frame design.Frame
		want  trace.Span
	}{
		{at(0, 11, 0, 0), trace.Span{Unit: 1, Take: 12}},
		{at(3, 5, 2, -3), trace.Span{Unit: 4, Take: 3, Start: 2, End: -3}},
		{at(8, 8, -5, 4), trace.Span{Unit: 9, Take: 1, Start: -5, End: 4}},
		{design.Frame{X: columns[4].From, Width: 1}, trace.Span{Unit: 5, Take: 1, End: 1 - columns[4].Width()}},
	} {
		got := trace.SpanOf(c.frame, columns)
		near := func(a, b float64) bool { return math.Abs(a-b) < 1e-9 }
		if got.Unit != c.want.Unit || got.Take != c.want.Take || !near(got.Start, c.want.Start) ||
			!near(got.End, c.want.End) {
			t.Errorf("%+v is %+v, want %+v", c.frame, got, c.want)
		}
	}
}

// From the columns of random pages, drawn to a px or so, the grid that they stand on is found: the first of the list,
// or with as many columns again.
func TestGridsOf(t *testing.T) {
	r := sample.New(121)
	found, tried := 0, 0
	for tried < sample.Rounds(90) {
		k := sample.Kit(r)
		i := r.IntN(len(k.Breakpoints))
		track := k.Ruler(i, 1200)
		n := k.ColumnsAt(i)
		if n.IsUneven() || n.N() < 4 || n.N() > 24 || track.Columns[0].Width() < 8 || k.GutterPlace.IsInside() {
			continue
		}
		p := sample.Page(r, k)
		l := layout.Of(k, p)
		plan := l.Plan(1200)
		if plan.Breakpoint != i {
			continue
		}
		var frames []design.Frame
		units := map[int]bool{}
		for _, b := range plan.Boxes {
			if b.Kind == page.Column && b.Shown && b.Width > 20 {
				span := trace.SpanOf(design.Frame{X: b.X, Width: b.Width}, track.Columns)
				if span.Off() > 0.5 { // it is in a nested row, or off the grid
					continue
				}
				units[span.Unit], units[100+span.Unit+span.Take] = true, true
				frames = append(frames, design.Frame{X: b.X + r.Float64() - 0.5, Y: b.Y,
					Width: b.Width + r.Float64() - 0.5, Height: b.Height})
			}
		}
		if len(units) < 5 {
			continue
		}
		tried++
		grids := trace.GridsOf(frames, true)
		if len(grids) == 0 {
			continue
		}
		g := grids[0]
		want := track.Columns
		if g.N == n.N() && math.Abs(g.Column-want[0].Width()) < 1 && math.Abs(g.Left-want[0].From) < 1.5 {
			found++
		}
	}
	t.Logf("%d of %d grids found", found, tried)
	if found*10 < tried*9 {
		t.Errorf("only %d of %d grids were found", found, tried)
	}
}

func fill(m *image.RGBA, box image.Rectangle, c color.RGBA) {
	draw.Draw(m, box, image.NewUniform(c), image.Point{}, draw.Src)
}

// drawn is a picture of frames, of lines of words and of noise, as a JPEG of a low quality.
func drawn(t *testing.T, width, height int, frames []design.Frame) []byte {
	t.Helper()
	r := sample.New(7)
	m := image.NewRGBA(image.Rect(0, 0, width, height))
	fill(m, m.Bounds(), color.RGBA{250, 248, 244, 255})
	for i, f := range frames {
		box := image.Rect(int(f.X), int(f.Y), int(f.X+f.Width), int(f.Y+f.Height))
		if i%2 == 0 { // a picture
			for y := box.Min.Y; y < box.Max.Y; y++ {
				for x := box.Min.X; x < box.Max.X; x++ {
					m.SetRGBA(x, y, color.RGBA{uint8(90 + (x*3+y)%90), uint8(120 + y%60), 140, 255})
				}
			}
			continue
		}
		for y := box.Min.Y; y+10 <= box.Max.Y; y += 20 { // words, of which the first line reaches to the end
			line := image.Rect(box.Min.X, y, box.Max.X-(y/20%3)*25, y+10)
			if y == box.Min.Y {
				line.Max.X = box.Max.X
			}
			fill(m, line, color.RGBA{40, 40, 40, 255})
		}
	}
	for range width * height / 5000 { // noise
		x, y := r.IntN(width), r.IntN(height)
		m.SetRGBA(x, y, color.RGBA{200, 200, 200, 255})
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, &jpeg.Options{Quality: 60}); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// Frames in a picture with noise and what a JPEG leaves are found to 2 px, and the grid that they stand on to 1.
func TestFrames(t *testing.T) {
	k := sample.Twelve()
	columns := k.Ruler(2, 1000).Columns
	var frames []design.Frame
	y := 30.0
	for _, row := range [][]int{{4, 8}, {3, 3, 3, 3}, {6, 2, 4}, {12}} {
		unit := 0
		for _, take := range row {
			frames = append(frames, design.Frame{X: math.Round(columns[unit].From), Y: y, Height: 120,
				Width: math.Round(columns[unit+take-1].To) - math.Round(columns[unit].From)})
			unit += take
		}
		y += 190
	}
	p, err := trace.Read(drawn(t, 1000, int(y), frames))
	if err != nil {
		t.Fatal(err)
	}
	found := p.Frames(1)
	if len(found) != len(frames) {
		t.Fatalf("%d frames, want %d: %+v", len(found), len(frames), found)
	}
	for i, f := range found {
		want := frames[i]
		if math.Abs(f.X-want.X) > 2 || math.Abs(f.Y-want.Y) > 2 || math.Abs(f.X+f.Width-want.X-want.Width) > 2 {
			t.Errorf("frame %d is %+v, want %+v", i, f, want)
		}
		got, is := trace.SpanOf(f, columns), trace.SpanOf(want, columns)
		if got.Unit != is.Unit || got.Take != is.Take {
			t.Errorf("frame %d takes %d from %d, want %d from %d", i, got.Take, got.Unit, is.Take, is.Unit)
		}
	}
	grids := trace.GridsOf(found, false)
	gutter := columns[1].From - columns[0].To
	if len(grids) == 0 || grids[0].N != 12 || math.Abs(grids[0].Gutter-gutter) > 2 {
		t.Errorf("grids %+v", grids)
	}
}

// Pictures that are too large, damaged, moving or none are refused with what is wrong, before they are read.
func TestHostilePictures(t *testing.T) {
	var still bytes.Buffer
	if err := png.Encode(&still, image.NewRGBA(image.Rect(0, 0, 40, 40))); err != nil {
		t.Fatal(err)
	}
	chunk := func(name string, data []byte) []byte {
		b := binary.BigEndian.AppendUint32(nil, uint32(len(data)))
		b = append(append(b, name...), data...)
		return binary.BigEndian.AppendUint32(b, crc32.ChecksumIEEE(b[4:]))
	}
	header := func(w, h uint32) []byte {
		data := binary.BigEndian.AppendUint32(binary.BigEndian.AppendUint32(nil, w), h)
		return append([]byte("\x89PNG\r\n\x1a\n"), chunk("IHDR", append(data, 8, 6, 0, 0, 0))...)
	}
	moving := append(append(header(40, 40), chunk("acTL", make([]byte, 8))...), still.Bytes()[33:]...)
	var animation bytes.Buffer
	frame := image.NewPaletted(image.Rect(0, 0, 4, 4), color.Palette{color.White, color.Black})
	if err := gif.EncodeAll(&animation, &gif.GIF{Image: []*image.Paletted{frame, frame}, Delay: []int{1, 1}}); err != nil {
		t.Fatal(err)
	}
	for _, c := range []struct {
		name string
		file []byte
		want string
	}{
		{"nothing", nil, "a PNG, JPEG or WebP file"},
		{"a text", []byte("<svg onload=alert(1)>"), "a PNG, JPEG or WebP file"},
		{"a GIF that moves", animation.Bytes(), "a PNG, JPEG or WebP file"},
		{"a bomb", header(60_000, 60_000), "60000 × 60000 px"},
		{"one that is wide", header(16_000, 16_000), "million in all"},
		{"one that moves", moving, "one that moves"},
		{"one that ends early", still.Bytes()[:60], "a png file that is whole"},
		{"one of many bytes", make([]byte, trace.MaxFile+1), "at most 32 MiB"},
	} {
		if _, err := trace.Read(c.file); err == nil || !strings.Contains(fmt.Sprint(err), c.want) {
			t.Errorf("%s: %v, want %q", c.name, err, c.want)
		}
	}
	if _, err := trace.Read(still.Bytes()); err != nil {
		t.Errorf("one that is fine: %v", err)
	}
}

func FuzzRead(f *testing.F) {
	var b bytes.Buffer
	_ = png.Encode(&b, image.NewRGBA(image.Rect(0, 0, 9, 9)))
	f.Add(b.Bytes())
	f.Add([]byte("RIFF\x24\x00\x00\x00WEBPVP8X"))
	f.Fuzz(func(t *testing.T, b []byte) {
		if p, err := trace.Read(b); err == nil && p.Bounds().Dx() < 4000 {
			trace.GridsOf(p.Frames(1), false)
		}
	})
}

func BenchmarkFrames(b *testing.B) {
	m := image.NewRGBA(image.Rect(0, 0, 1440, 6000))
	fill(m, m.Bounds(), color.RGBA{255, 255, 255, 255})
	for y := 20; y < 5900; y += 200 {
		for x := range 4 {
			fill(m, image.Rect(100+x*300, y, 370+x*300, y+150), color.RGBA{60, 90, 90, 255})
		}
	}
	p := &trace.Picture{RGBA: m}
	for b.Loop() {
		p.Frames(1)
	}
}
