package markup

import (
	"bytes"
	"slices"
	"sort"
	"unicode/utf8"
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
		if s.from != nil && s.enc == nil { // bytes that are shown as U+FFFD stay, where what stands for them does
			e = s.different(e)
		}
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

// different is an edit without the characters at its beginning and its end that stay as they are.
func (s *Source) different(e Edit) Edit {
	for e.From < e.To && e.Text != "" {
		r, size := utf8.DecodeRuneInString(e.Text)
		if now, _ := utf8.DecodeRuneInString(s.text[e.From:e.To]); now != r {
			break
		}
		e.From, e.Text = e.From+size, e.Text[size:]
	}
	for e.From < e.To && e.Text != "" {
		r, size := utf8.DecodeLastRuneInString(e.Text)
		if now, _ := utf8.DecodeLastRuneInString(s.text[e.From:e.To]); now != r {
			break
		}
		e.To, e.Text = e.To-size, e.Text[:len(e.Text)-size]
	}
	return e
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

// Moved gives where bytes of a file stand once splices are made; kept is false of one that is spliced away.
func Moved(all []Splice) func(at int) (to int, kept bool) {
	by := make([]int, len(all)+1) // how far what follows so many of them is moved
	for i, p := range all {
		by[i+1] = by[i] + len(p.Bytes) - (p.To - p.From)
	}
	return func(at int) (int, bool) {
		before := sort.Search(len(all), func(i int) bool { return all[i].From > at })
		if before > 0 && at < all[before-1].To {
			return 0, false
		}
		return at + by[before], true
	}
}

// At is where a byte of the file stands in the text.
func (s *Source) At(place int) int {
	if s.from == nil {
		return place
	}
	return sort.SearchInts(s.from, place)
}

// Difference is the splices that make a file of another: what stands between the lines that each has once and both have
// in the same order, without what is the same at its beginning and its end.
func Difference(file, next []byte) (all []Splice) {
	from, to := 0, 0
	add := func(end, upTo int) {
		p := Splice{from, end, next[to:upTo]}.trimmed(file)
		if p.From < p.To || len(p.Bytes) > 0 {
			all = append(all, p)
		}
	}
	for _, same := range anchors(file, next) {
		add(same.file, same.next)
		from, to = same.file+same.size, same.next+same.size
	}
	add(len(file), len(next))
	return all
}

// Differing is the edits that make a text of another, whole characters each. The text begins at byte at of its source.
func Differing(was, now string, at int) (edits []Edit) {
	whole := func(text string, i int) bool { return i >= len(text) || utf8.RuneStart(text[i]) }
	for _, p := range Difference([]byte(was), []byte(now)) {
		text := string(p.Bytes)
		for p.From > 0 && !(whole(was, p.From) && whole(text, 0)) {
			p.From--
			text = was[p.From:p.From+1] + text
		}
		for p.To < len(was) && !whole(was, p.To) {
			text += was[p.To : p.To+1]
			p.To++
		}
		edits = append(edits, Edit{Span: Span{at + p.From, at + p.To}, Text: text})
	}
	return edits
}

// anchor is a line that two files have once each: where, and how long it is.
type anchor struct{ file, next, size int }

// anchors finds the longest run of lines that two files have once each, in the same order.
func anchors(file, next []byte) (all []anchor) {
	type place struct{ file, next, size, inFile, inNext int }
	places := map[string]*place{}
	each := func(text []byte, visit func(line string, at int)) {
		for at := 0; at < len(text); {
			end := len(text)
			if i := bytes.IndexByte(text[at:], '\n'); i >= 0 {
				end = at + i + 1
			}
			visit(string(text[at:end]), at)
			at = end
		}
	}
	each(file, func(line string, at int) {
		p := places[line]
		if p == nil {
			p = &place{file: at, size: len(line)}
			places[line] = p
		}
		p.inFile++
	})
	var shared []*place // in the order of next
	each(next, func(line string, at int) {
		if p := places[line]; p != nil {
			if p.inNext++; p.inNext == 1 && p.inFile == 1 {
				p.next = at
				shared = append(shared, p)
			}
		}
	})
	shared = slices.DeleteFunc(shared, func(p *place) bool { return p.inNext > 1 })
	values := make([]int, len(shared))
	for i, p := range shared {
		values[i] = p.file
	}
	for _, i := range Rising(values) {
		all = append(all, anchor{shared[i].file, shared[i].next, shared[i].size})
	}
	return all
}

// Rising gives the places of the longest run of values that rise, in their order: of several that are as long, one
// whose last value is the least.
func Rising(values []int) (places []int) {
	var ends []int // of the runs of each length, the place that ends the one with the least last value
	before := make([]int, len(values))
	for i, v := range values {
		n := sort.Search(len(ends), func(n int) bool { return values[ends[n]] >= v })
		if before[i] = -1; n > 0 {
			before[i] = ends[n-1]
		}
		switch {
		case n == len(ends):
			ends = append(ends, i)
		case values[ends[n]] > v: // of two that are the same the first is taken
			ends[n] = i
		}
	}
	if len(ends) == 0 {
		return nil
	}
	for i := ends[len(ends)-1]; i >= 0; i = before[i] {
		places = append(places, i)
	}
	slices.Reverse(places)
	return places
}
