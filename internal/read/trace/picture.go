package trace

import (
	"bytes"
	"cmp"
	"encoding/binary"
	"fmt"
	"image"
	"image/draw"
	"image/jpeg"
	_ "image/png" // what pictures may be
	"math"
	"sync"

	_ "golang.org/x/image/webp"

	"kitrows/internal/browser/budget"
	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
)

// A Picture is a finished design, in px of its own.
type Picture struct {
	*image.RGBA
}

// The bounds of a picture: how many bytes its file has, and how many px there are on a side. How many there are in all
// follows from budget.Picture.
const (
	MaxFile = 32 << 20
	MaxSide = 16384
)

// reading is held while a picture is read: one may take all the memory that there is for it.
var reading sync.Mutex

// Read reads a picture: PNG, JPEG or WebP. It is refused before it is read where it is too large, moves, or is none.
func Read(b []byte) (*Picture, error) {
	if len(b) > MaxFile {
		return nil, fault.New("picture", fmt.Sprintf("%d bytes", len(b)), "at most %d MiB", MaxFile>>20)
	}
	c, format, err := image.DecodeConfig(bytes.NewReader(b))
	each, known := map[string]int{"png": 8, "jpeg": 4, "webp": 8}[format]
	if err != nil || !known {
		return nil, fault.New("picture", cmp.Or(format, fmt.Sprint(err)), "a PNG, JPEG or WebP file")
	}
	if format == "jpeg" && progressive(b) {
		each = 15
	}
	if c.Width > MaxSide || c.Height > MaxSide || c.Width*c.Height*(each+4) > budget.Picture {
		return nil, fault.New("picture", fmt.Sprintf("%d × %d px", c.Width, c.Height),
			"at most %d px on a side, and %d million in all", MaxSide, budget.Picture/(each+4)/1_000_000)
	}
	if moves(format, b) {
		return nil, fault.New("picture", "one that moves", "a picture that stands still")
	}
	reading.Lock()
	defer reading.Unlock()
	from, _, err := image.Decode(bytes.NewReader(b))
	if err != nil {
		return nil, fault.New("picture", err.Error(), "a %s file that is whole", format)
	}
	to := image.NewRGBA(image.Rect(0, 0, c.Width, c.Height))
	draw.Draw(to, to.Bounds(), image.White, image.Point{}, draw.Src) // what is seen through it
	draw.Draw(to, to.Bounds(), from, from.Bounds().Min, draw.Over)
	return &Picture{to}, nil
}

// Cut is what a frame over the picture shows of it, as a JPEG file, and its size in CSS px; nothing where it lies
// beside the picture.
func (p *Picture) Cut(d *design.Design, f design.Frame) (file []byte, width, height int) {
	at := func(v, from float64) int { return int(math.Round((v - from) * d.Scale)) }
	box := image.Rect(at(f.X, d.X), at(f.Y, d.Y), at(f.Right(), d.X), at(f.Bottom(), d.Y)).Intersect(p.Bounds())
	if box.Empty() {
		return nil, 0, 0
	}
	var b bytes.Buffer
	if jpeg.Encode(&b, p.SubImage(box), &jpeg.Options{Quality: 85}) != nil {
		return nil, 0, 0
	}
	px := func(side int) int { return max(1, int(math.Round(float64(side)/d.Scale))) }
	return b.Bytes(), px(box.Dx()), px(box.Dy())
}

// progressive reports whether a JPEG is read in several passes, for which all of it is kept.
func progressive(b []byte) bool {
	for at := 2; at+4 <= len(b) && b[at] == 0xff; {
		switch marker := b[at+1]; {
		case marker == 0xc2:
			return true
		case marker == 0xda: // the picture itself
			return false
		}
		at += 2 + int(binary.BigEndian.Uint16(b[at+2:]))
	}
	return false
}

// moves reports whether a picture is several, one after the other.
func moves(format string, b []byte) bool {
	switch format {
	case "png":
		for at := 8; at+8 <= len(b); {
			long := int(binary.BigEndian.Uint32(b[at:]))
			switch string(b[at+4 : at+8]) {
			case "acTL":
				return true
			case "IDAT":
				return false
			}
			if at += 12 + long; long < 0 || at < 0 {
				return false
			}
		}
	case "webp":
		return len(b) > 20 && string(b[12:16]) == "VP8X" && b[20]&2 != 0
	}
	return false
}
