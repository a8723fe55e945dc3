package bench

import (
	"encoding/binary"
	"hash/fnv"
	"io"
	"math"
	"strconv"
)

// Stamped gives the Bench its stamp: a digest of what may differ between two Benches of one revision, as measures come
// and files change, and of the edit that it is a preview of, empty for none. A Delta is of the Bench with the same
// stamp and of no other.
func (b *Bench) Stamped(preview string) {
	h := fnv.New64a()
	buffer := make([]byte, 0, 64)
	put := func(numbers ...float64) {
		buffer = buffer[:0]
		for _, n := range numbers {
			buffer = binary.LittleEndian.AppendUint64(buffer, math.Float64bits(n))
		}
		h.Write(buffer)
	}
	say := func(texts ...string) {
		for _, text := range texts {
			io.WriteString(h, text)
			h.Write([]byte{0})
		}
	}
	put(float64(b.Revision), float64(len(b.Nodes)), float64(len(b.Lanes)))
	say(preview)
	for i := range b.Lanes {
		lane := &b.Lanes[i]
		put(lane.Width, float64(len(lane.Boxes)), float64(len(lane.Breaks)), float64(len(lane.Empty)))
		for at := range lane.Boxes {
			box := &lane.Boxes[at]
			guessed := 0.0
			if box.Guessed {
				guessed = 1
			}
			put(box.X, box.Y, box.Width, box.Height, box.Needs, guessed)
		}
	}
	for i := range b.Findings {
		f := &b.Findings[i]
		put(float64(f.Line), float64(f.Column), float64(len(f.Fixes)))
		say(f.Code, f.Node, f.Text, strconv.FormatBool(f.Meant))
		say(f.Breakpoints...)
		for _, fix := range f.Fixes {
			say(fix.Label)
		}
	}
	b.Stamp = int64(h.Sum64() & (1<<53 - 1)) // which a number of JavaScript holds
}
