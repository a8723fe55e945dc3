package flow

import (
	"math"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/css"
)

// A Track is a column of a grid: at least and at most so wide.
type Track struct {
	Min, Max Size
	Fr       float64 // parts of what is left; Max is idle then
}

// mostTracks are as many as a grid may have.
const mostTracks = 1000

// tracks reads a list of tracks. auto is the repeat that fills the width as often as it fits, if
// there is one.
func tracks(value string) (all []Track, auto *repeat, ok bool) {
	value = strings.ReplaceAll(strings.ReplaceAll(value, "[", " ["), "]", "] ")
	for _, word := range words(value) {
		switch {
		case strings.HasPrefix(word, "["): // names of lines
		case strings.HasPrefix(word, "repeat("):
			count, list, has := strings.Cut(strings.TrimSuffix(word[7:], ")"), ",")
			count = strings.TrimSpace(count)
			in, _, fine := tracks(strings.TrimSpace(list))
			if !has || !fine || len(in) == 0 {
				return nil, nil, false
			}
			if count == "auto-fill" || count == "auto-fit" {
				auto = &repeat{len(all), in, count == "auto-fit"}
				continue
			}
			a, err := css.ParseAmount(count)
			if n := int(a.Number); err == nil && !a.Length && n >= 1 && float64(n) == a.Number && len(all)+n*len(in) <= mostTracks {
				all = append(all, slices.Repeat(in, n)...)
				continue
			}
			return nil, nil, false
		default:
			t, fine := track(word)
			if !fine {
				return nil, nil, false
			}
			all = append(all, t)
		}
	}
	return all, auto, len(all) > 0 || auto != nil
}

// A repeat is tracks that are repeated as often as they fit, from a place in the list on.
type repeat struct {
	at    int
	of    []Track
	empty bool // those without items have no width
}

func track(word string) (t Track, ok bool) {
	if inner, is := strings.CutPrefix(word, "minmax("); is {
		low, high, has := strings.Cut(strings.TrimSuffix(inner, ")"), ",")
		least, fine := breadth(strings.TrimSpace(low))
		most, also := breadth(strings.TrimSpace(high))
		return Track{least.Min, most.Max, most.Fr}, has && fine && also && least.Fr == 0
	}
	return breadth(word)
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
	if err != nil || !a.Length && a.Number != 0 {
		return t, measured(word)
	}
	size := Size{Length, a}
	return Track{Min: size, Max: size}, true
}

func isTracks(value string) bool {
	if value == "none" || value == "auto" || strings.HasPrefix(value, "subgrid") {
		return true
	}
	_, _, ok := tracks(value)
	return ok
}

// A Line is where an item of a grid begins or ends: at a line, counted from 1, or from −1 at the
// end, or after a span of so many tracks.
type Line struct {
	At   int // 0 for none
	Span int // 0 for none
}

// line reads a grid line; a name of one is a line that there is not.
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
		case err == nil && !a.Length && a.Number == float64(int(a.Number)) && a.Number != 0 && a.Number > -1000 && a.Number < 1000:
			l.At = int(a.Number)
		case err == nil, strings.ContainsAny(word, "().,;"):
			return l, false
		}
	}
	if l.Span > 0 && l.At > 0 {
		l.Span, l.At = l.At, 0
	}
	return l, len(w) > 0 && len(w) < 4 && !(l.Span > 0 && l.At < 0)
}

func isLine(value string) bool {
	_, ok := line(value)
	return ok
}
