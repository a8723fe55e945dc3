// Package sheet writes the stylesheet of a kit of ours, for all that it can say or for
// what pages say.
package sheet

import (
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
)

// Whole is the stylesheet of everything the kit can say. Gutters of rows' own and parts
// of the row have no end; of them it holds those that are used. It ends with the kit's definition, as that of Used
// does: whoever opens pages with the stylesheet has the kit back.
func Whole(k *kit.Kit, used []say.Saying) *css.Sheet {
	return &css.Sheet{Comment: comment(k, kit.WholePart), Blocks: blocks(k, append(Every(k), used...)),
		End: k.Definition()}
}

// Used is the part of the kit's stylesheet for what is used.
func Used(k *kit.Kit, used []say.Saying) *css.Sheet {
	return &css.Sheet{Comment: comment(k, kit.UsedPart), Blocks: blocks(k, slices.Clone(used)), End: k.Definition()}
}

func comment(k *kit.Kit, what string) string {
	return code.Comment(k.Name + ", " + what + ", by Kit Rows")
}

// IsWhole reports whether a stylesheet says that it is a whole one, as Whole writes it.
func IsWhole(text string) bool {
	first, _, _ := strings.Cut(text, "\n")
	return strings.HasSuffix(first, ", "+kit.WholePart+", by Kit Rows */")
}

// blocks writes the rules of what is said, a block for each breakpoint.
func blocks(k *kit.Kit, sayings []say.Saying) []css.Block {
	sayings = Ordered(sayings)
	s := NewStyler(k, sayings, false)
	blocks := make([]css.Block, len(k.Breakpoints))
	for i := range k.Breakpoints {
		blocks[i] = css.Block{Query: From(k, i), Rules: s.common(i)}
	}
	for _, c := range sayings {
		if c.Field == page.Frames || c.Field == page.Base {
			continue // its rules stand at every breakpoint that changes it
		}
		selector, body := s.class(c), s.Declarations(c)
		if selector == "" {
			continue
		}
		b := &blocks[c.From]
		if len(body) > 0 {
			b.Rules = append(b.Rules, css.Rule{Selectors: []string{selector}, Body: body})
		}
		for _, inner := range s.Inside(c, c.Field.CSS(c.Value)) {
			b.Rules = append(b.Rules,
				css.Rule{Selectors: []string{strings.ReplaceAll(inner.Selector, "&", selector)}, Body: inner.Body})
		}
	}
	return blocks
}

// From is the media query of what holds from breakpoint i on; none at the first.
func From(k *kit.Kit, i int) string {
	if i == 0 {
		return ""
	}
	if k.Ranges {
		return "(width >= " + k.Breakpoints[i].From.String() + ")"
	}
	return "(min-width: " + k.Breakpoints[i].From.String() + ")"
}

// Ordered is sayings in the order of their rules, each once.
func Ordered(sayings []say.Saying) []say.Saying {
	slices.SortFunc(sayings, say.Compare)
	return slices.Compact(sayings)
}

// Every lists everything the kit can say, but for gutters and spaces in px and parts of the row.
func Every(k *kit.Kit) []say.Saying {
	var all []say.Saying
	most := 0
	for i := range k.Breakpoints {
		most = max(most, k.ColumnsAt(i).N())
	}
	for i := range k.Breakpoints {
		add := func(on page.Kind, f page.Field, values ...page.Value) {
			for _, v := range values {
				all = append(all, say.Saying{On: on, Field: f, Value: v, From: int8(i)})
			}
		}
		numbers := func(f page.Field, low, high int) (values []page.Value) {
			for n := low; n <= high; n++ {
				v := page.Of(n)
				if f == page.Width {
					v = page.Take(n)
				}
				values = append(values, v)
			}
			return values
		}
		columns := k.ColumnsAt(i)
		units := func(f page.Field, low, high int) {
			for at := 1; columns.IsUneven() && at <= columns.N()+1; at++ {
				for _, v := range numbers(f, max(low, 1-columns.N()), min(high, columns.N())) {
					if v.N == 0 || f == page.Skip && v.Int() >= at {
						continue // said without a place; or there are not so many units before it
					}
					v.At = uint8(at)
					add(page.Column, f, v)
				}
			}
			add(page.Column, f, numbers(f, low, high)...)
		}
		least := 0 // of a skip, that a narrower breakpoint may have set
		if i == 0 {
			least = 1
			add(page.Container, page.Frames, page.Value{Term: page.Fixed}, page.Value{Term: page.Fluid})
			add(page.Row, page.Base, page.Value{})
			if k.Technique == kit.Float {
				add(page.Row, page.Told, page.Value{})
			}
			add(page.Column, page.Base, page.Value{})
			add(page.Block, page.Fit, page.Value{})
			if k.GutterPlace.Trims() {
				add(page.Column, page.Ends, page.First, page.Last)
			}
			if k.Naming.Clear != "" {
				add(page.Block, page.Base, page.Value{})
			}
			if k.Cap.Px() > 0 {
				add(page.Container, page.Frames, page.Value{Term: page.Capped})
			}
		} else {
			add(page.Row, page.Divides, page.Fresh)
			add(page.Row, page.GapX, page.KitGap)
			add(page.Row, page.GapY, page.KitGap)
			add(page.Row, page.Before, page.NoGap)
			add(page.Row, page.After, page.NoGap)
			add(page.Container, page.Frames, page.Value{Term: page.UpTo})
			add(page.Row, page.PerLine, page.Of(0))
			add(page.Column, page.Shown, page.Shows)
		}
		if k.Technique == kit.Grid && k.Naming.Begin != "" {
			add(page.Column, page.Begin, numbers(page.Begin, least, most)...)
		}
		add(page.Row, page.Divides, numbers(page.Divides, 1, most)...)
		add(page.Row, page.PerLine, numbers(page.PerLine, 1, most)...)
		add(page.Row, page.GapX, page.NoGap)
		add(page.Row, page.GapY, page.NoGap)
		add(page.Row, page.Before, page.KitGap)
		add(page.Row, page.After, page.KitGap)
		add(page.Column, page.Shown, page.Hides)
		add(page.Column, page.Width, page.Full)
		units(page.Skip, least, most-1)
		units(page.Width, 1, most)
		units(page.Trail, least, most-1)
		units(page.Nudge, 1-most, most-1)
		if k.Technique == kit.Flex {
			add(page.Column, page.Width, page.Share)
		}
		if k.Technique != kit.Grid {
			add(page.Column, page.Width, page.Natural)
		}
		if k.Technique == kit.Float {
			for _, t := range []page.Term{page.Leads, page.Runs, page.Turns, page.Under} {
				add(page.Column, page.Line, page.Value{Term: t})
			}
			continue
		}
		add(page.Row, page.Align, page.Top, page.Middle, page.Bottom, page.Stretch)
		add(page.Column, page.Align, page.RowsAlign, page.Top, page.Middle, page.Bottom, page.Stretch)
		add(page.Row, page.Spread, page.Start, page.Centre, page.End, page.Between, page.Around, page.Even)
		add(page.Column, page.Order, append(numbers(page.Order, 0, most), page.First, page.Last)...)
	}
	return all
}
