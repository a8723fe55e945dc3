package paper

import (
	"bytes"
	"image"
	"image/color"
	"image/png"
	"math"
)

// tileHigh is how high a tile is, in px.
const tileHigh = 8

// Tile draws the grid of a sheet's widest breakpoint as a PNG that repeats downwards, a pixel
// for each px. A column that begins or ends within a pixel covers that part of it.
func (s *Sheet) Tile() ([]byte, error) {
	r := s.only()
	wide := int(math.Ceil(r.Viewport))
	covered := make([]float64, wide)
	for _, c := range r.Columns {
		for x := max(0, int(c.From)); x < wide && float64(x) < c.To; x++ {
			covered[x] += max(0, min(c.To, float64(x+1))-max(c.From, float64(x)))
		}
	}
	tile := image.NewNRGBA(image.Rect(0, 0, wide, tileHigh))
	for x, part := range covered {
		alpha := uint8(math.Round(255 * tintOpacity * min(1, part)))
		for y := range tileHigh {
			tile.SetNRGBA(x, y, color.NRGBA{uint8(woad[0]), uint8(woad[1]), uint8(woad[2]), alpha})
		}
	}
	var b bytes.Buffer
	err := png.Encode(&b, tile)
	return b.Bytes(), err
}
