package flow

import (
	"iter"
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
)

// A Track is a column of a grid: at least and at most so wide.
type Track struct {
	Min, Max Size
	Fr       float64 // parts of what is left; Max is idle then
	Unknown  bool    // browsers work it out, and this package does not
}

// mostTracks are as many as a grid may have.
const mostTracks = 1000

// A named line is one that a list of tracks gives a name: before the track of that number, from 0.
type named struct {
	name  string
	at    int
	after bool // it stands after the tracks that are repeated as often as they fit
}

// tracks reads a list of tracks. auto is the repeat that fills the width as often as it fits, if there is one.
func tracks(value string) (all []Track, auto *repeat, names []named, ok bool) {
	value = strings.ReplaceAll(strings.ReplaceAll(value, "[", " ["), "]", "] ")
	for _, word := range words(value) {
		switch {
		case strings.HasPrefix(word, "["):
			for name := range strings.FieldsSeq(strings.Trim(word, "[]")) {
				names = append(names, named{name, len(all), auto != nil})
			}
		case strings.HasPrefix(word, "repeat("):
			count, list, has := strings.Cut(strings.TrimSuffix(word[7:], ")"), ",")
			count = strings.TrimSpace(count)
			in, _, inside, fine := tracks(strings.TrimSpace(list))
			if !has || !fine || len(in) == 0 || strings.Contains(list, "repeat(") {
				return nil, nil, nil, false
			}
			if count == "auto-fill" || count == "auto-fit" {
				if auto != nil || slices.ContainsFunc(in, func(t Track) bool {
					return t.Min.Kind != Length &&
						(t.Max.Kind != Length || t.Fr > 0)
				}) {
					return nil, nil, nil, false
				}
				auto = &repeat{len(all), in, inside, count == "auto-fit"}
				continue
			}
			a, err := css.ParseAmount(count)
			if n := int(a.Number); err == nil && !a.Length && n >= 1 && float64(n) == a.Number &&
				len(all)+n*len(in) <= mostTracks {
				for time := range n {
					for _, one := range inside {
						names = append(names, named{one.name, len(all) + time*len(in) + one.at, auto != nil})
					}
				}
				all = append(all, slices.Repeat(in, n)...)
				continue
			}
			return nil, nil, nil, false
		default:
			t, fine := track(word)
			if !fine {
				return nil, nil, nil, false
			}
			all = append(all, t)
		}
	}
	return all, auto, names, len(all) > 0 || auto != nil
}

// A repeat is tracks that are repeated as often as they fit, from a place in the list on.
type repeat struct {
	at    int
	of    []Track
	names []named // in each of them
	empty bool    // those without items have no width
}

func track(word string) (t Track, ok bool) {
	inner, is := strings.CutPrefix(word, "minmax(")
	if !is {
		return breadth(word)
	}
	inner = strings.TrimSuffix(inner, ")")
	at := comma(inner)
	if at < 0 {
		return t, false
	}
	least, fine := breadth(strings.TrimSpace(inner[:at]))
	most, also := breadth(strings.TrimSpace(inner[at+1:]))
	return Track{Min: least.Min, Max: most.Max, Fr: most.Fr, Unknown: least.Unknown || most.Unknown}, fine && also &&
		least.Fr == 0
}

// comma is the place of the first comma that stands in no parentheses; -1 for none.
func comma(text string) int {
	depth := 0
	for i := range len(text) {
		switch c := text[i]; {
		case c == '(':
			depth++
		case c == ')':
			depth--
		case c == ',' && depth == 0:
			return i
		}
	}
	return -1
}

func breadth(word string) (t Track, ok bool) {
	if number, is := strings.CutSuffix(word, "fr"); is {
		fr, err := strconv.ParseFloat(number, 64)
		return Track{Fr: fr}, err == nil && fr >= 0
	}
	switch word {
	case "auto":
		return Track{}, true
	case "min-content":
		return Track{Min: Size{Kind: MinContent}, Max: Size{Kind: MinContent}}, true
	case "max-content":
		return Track{Min: Size{Kind: MaxContent}, Max: Size{Kind: MaxContent}}, true
	}
	a, err := css.ParseAmount(word)
	switch {
	case err != nil && (measured(word) || called(word) == "fit-content"):
		return Track{Unknown: true}, true
	case err != nil, !a.Length && a.Number != 0, called(word) == "" && (a.Px < 0 || a.Percent < 0 || a.Em < 0 ||
		a.Rem < 0 || a.Vw < 0 || a.Vh < 0):
		return t, false
	}
	size := Size{Length, a}
	return Track{Min: size, Max: size}, true
}

// areSizes reports whether a text is sizes of tracks, without names and repeats.
func areSizes(value string) bool {
	if strings.ContainsAny(value, "[]") || strings.Contains(value, "repeat(") || value == "none" {
		return false
	}
	return isTracks(value)
}

func isTracks(value string) bool {
	if value == "none" || value == "auto" || strings.HasPrefix(value, "subgrid") {
		return true
	}
	_, _, _, ok := tracks(value)
	return ok
}

// A Line is where an item of a grid begins or ends: at a line, counted from 1, or from −1 at the
// end, or after a span of so many tracks.
type Line struct {
	At   int    // 0 for none
	Span int    // 0 for none
	Name string // of the lines that count; empty for all
}

// line reads a grid line.
func line(value string) (l Line, ok bool) {
	w := words(value)
	for _, word := range w {
		a, err := css.ParseAmount(word)
		if strings.HasPrefix(strings.ToLower(word), "calc(") { // what it comes to is rounded
			a.Number = math.Round(a.Number)
		}
		switch {
		case word == "span":
			l.Span = max(l.Span, 1)
		case err == nil && !a.Length && a.Number == float64(int(a.Number)) && a.Number != 0 && a.Number > -1000 &&
			a.Number < 1000:
			l.At = int(a.Number)
		case err == nil, strings.ContainsAny(word, "().,;"):
			return l, false
		default:
			l.Name = word
		}
	}
	if l.Name == "auto" {
		l.Name = ""
	}
	if l.Span > 0 && l.At > 0 {
		l.Span, l.At = l.At, 0
	}
	named := 0
	for _, word := range w {
		if word == "auto" && len(w) > 1 || word == "/" {
			return l, false
		}
		if word == l.Name || l.Name != "" && word != "span" && !isNumber(word) {
			named++
		}
	}
	return l, len(w) > 0 && len(w) < 4 && named < 2 && !(l.Span > 0 && l.At < 0)
}

func isNumber(word string) bool {
	a, err := css.ParseAmount(word)
	return err == nil && !a.Length
}

func isLine(value string) bool {
	_, ok := line(value)
	return ok
}

// An area is a part of a grid that has a name: from a row and a column up to others.
type area struct{ row, column, down, right int }

// areas reads the areas of a grid: a text for each row. ok is false where they are no rectangles.
func areas(value string) (all map[string]area, rows, columns int, ok bool) {
	for text := range quoted(value) {
		names := strings.Fields(text)
		if len(names) == 0 || rows > 0 && len(names) != columns || len(names) > mostTracks || rows > mostTracks {
			return nil, 0, 0, false
		}
		columns = len(names)
		for i, name := range names {
			if strings.Trim(name, ".") == "" {
				continue
			}
			if all == nil {
				all = map[string]area{}
			}
			a, known := all[name]
			if !known {
				a = area{rows, i, rows + 1, i + 1}
			}
			a = area{a.row, min(a.column, i), rows + 1, max(a.right, i+1)}
			all[name] = a
		}
		rows++
	}
	for row, text := range slices.Collect(quoted(value)) { // each is a rectangle
		for i, name := range strings.Fields(text) {
			for other, a := range all {
				if inside := row >= a.row && row < a.down && i >= a.column && i < a.right; inside != (other == name) {
					return nil, 0, 0, false
				}
			}
		}
	}
	return all, rows, columns, rows > 0
}

// quoted visits the texts in quotation marks in a value.
func quoted(value string) iter.Seq[string] {
	return func(yield func(string) bool) {
		for {
			from := strings.IndexAny(value, `"'`)
			if from < 0 {
				return
			}
			length := strings.IndexByte(value[from+1:], value[from])
			if length < 0 || !yield(value[from+1:from+1+length]) {
				return
			}
			value = value[from+length+2:]
		}
	}
}
