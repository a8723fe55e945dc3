package markup

import (
	"bytes"
	"slices"
	"sort"
)

// A Splice puts bytes in the place of a stretch of a file's bytes.
type Splice struct {
	From, To int
	Bytes    []byte
}

// Splices are edits as they change the bytes of the source, in their order.
func (s *Source) Splices(edits []Edit) (all []Splice) {
	edits = slices.Clone(edits)
	slices.SortStableFunc(edits, func(a, b Edit) int { return a.From - b.From })
	at := 0
	for _, e := range edits {
		one := Splice{s.Place(e.From), s.Place(e.To), s.encode(e.Text)}
		if one.From < at {
			continue
		}
		at = one.To
		if one.From < one.To || len(one.Bytes) > 0 {
			all = append(all, one)
		}
	}
	return all
}

// trimmed is a splice without what is the same at its beginning and its end.
func (p Splice) trimmed(file []byte) Splice {
	for p.From < p.To && len(p.Bytes) > 0 && file[p.From] == p.Bytes[0] {
		p.From, p.Bytes = p.From+1, p.Bytes[1:]
	}
	for p.From < p.To && len(p.Bytes) > 0 && file[p.To-1] == p.Bytes[len(p.Bytes)-1] {
		p.To, p.Bytes = p.To-1, p.Bytes[:len(p.Bytes)-1]
	}
	return p
}

// Spliced is a file with splices made, which are in their order and do not overlap.
func Spliced(file []byte, all []Splice) []byte {
	var b bytes.Buffer
	at := 0
	for _, p := range all {
		b.Write(file[at:p.From])
		b.Write(p.Bytes)
		at = p.To
	}
	b.Write(file[at:])
	return b.Bytes()
}

// Back are the splices that make the file before of the one with splices made.
func Back(file []byte, all []Splice) (back []Splice) {
	by := 0
	for _, p := range all {
		back = append(back, Splice{p.From + by, p.From + by + len(p.Bytes), bytes.Clone(file[p.From:p.To])})
		by += len(p.Bytes) - (p.To - p.From)
	}
	return back
}

// Moved is where a byte of a file stands once splices are made; kept is false of one that is spliced away.
func Moved(at int, all []Splice) (to int, kept bool) {
	by := 0
	for _, p := range all {
		if at < p.From {
			break
		}
		if at < p.To {
			return 0, false
		}
		by += len(p.Bytes) - (p.To - p.From)
	}
	return at + by, true
}

// At is where a byte of the file stands in the text.
func (s *Source) At(place int) int {
	if s.from == nil {
		return place
	}
	return sort.SearchInts(s.from, place)
}

// Difference is the one splice that makes a file of another.
func Difference(file, next []byte) []Splice {
	p := Splice{0, len(file), next}.trimmed(file)
	if p.From == p.To && len(p.Bytes) == 0 {
		return nil
	}
	return []Splice{p}
}
