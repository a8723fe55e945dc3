package content

import (
	"sync"

	"golang.org/x/image/font"
	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/image/math/fixed"
)

// A face is the advance widths of a font, in parts of its size.
type face struct {
	mu    sync.Mutex
	font  *sfnt.Font
	known map[rune]float64
	ascii [128]float64
	read  sfnt.Buffer
}

var regular, bold = newFace(goregular.TTF), newFace(gobold.TTF)

// em is the size that advance widths are read at.
const em = 1000

func newFace(ttf []byte) func() *face {
	return sync.OnceValue(func() *face {
		parsed, err := sfnt.Parse(ttf)
		if err != nil {
			panic(err) // it ships with the program
		}
		f := &face{font: parsed, known: map[rune]float64{}}
		for r := range rune(len(f.ascii)) {
			f.ascii[r] = f.advance(r)
		}
		return f
	})
}

// advance is how wide a letter is, in parts of the font's size. Letters that the font does not have are a full size
// wide where they are of a script with square letters, else as wide as most.
func (f *face) advance(r rune) float64 {
	if at, err := f.font.GlyphIndex(&f.read, r); err == nil && at != 0 {
		if wide, err := f.font.GlyphAdvance(&f.read, at, fixed.I(em), font.HintingNone); err == nil {
			return float64(wide) / 64 / em
		}
	}
	if r >= 0x2e80 {
		return 1
	}
	return .55
}

// Width is how wide a text is in one line, in px, in letters of a size in px.
func Width(text string, size float64, isBold bool) float64 {
	f := regular()
	if isBold {
		f = bold()
	}
	wide := 0.0
	for _, r := range text {
		if int(r) < len(f.ascii) {
			wide += f.ascii[r]
		} else {
			wide += f.other(r)
		}
	}
	return wide * size
}

// other is how wide a letter is that is not ASCII.
func (f *face) other(r rune) float64 {
	f.mu.Lock()
	defer f.mu.Unlock()
	w, known := f.known[r]
	if !known {
		w = f.advance(r)
		if len(f.known) < 4096 {
			f.known[r] = w
		}
	}
	return w
}
