package sample

import (
	"context"
	"math/rand/v2"

	"kitrows/internal/grid/kit"
	"kitrows/internal/read/infer"
)

// Team is a random stylesheet of another hand as a kit, and how it was read; nil where no grid was found in it.
func Team(r *rand.Rand) (*kit.Kit, *infer.Reading) {
	f := NewForeign(r)
	files := make([]kit.File, len(f.Sources))
	for i, s := range f.Sources {
		files[i] = kit.File{Name: s.Name, Text: s.Text}
	}
	k, reading, err := infer.Kit(context.Background(), "kit", "Team", files, nil)
	if err != nil {
		return nil, nil
	}
	return k, reading
}
