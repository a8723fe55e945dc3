package page

import "slices"

// A Phrase is how code says some values of a field: by classes of a naming template, and by a mixin.
type Phrase struct {
	On       Kind
	Field    Field
	Terms    []Term    // what values; all of them when empty
	Template string    // the naming template of its classes
	Label    string    // what that is called on screen, with the number that a sample of it has
	Mixin    string    // its name
	Doc      string    // what the mixin does; {n} is its parameter, if it has one
	With     Value     // a value that the mixin says by its parameter; None where it has none
	Variants []Variant // values that have a mixin without a parameter beside it
}

// A Variant is a value of a phrase that has a mixin of its own.
type Variant struct {
	Value  Value
	Suffix string // of its name
	Doc    string
	Tracks bool // only where rows are laid out by grid tracks
}

// Phrases are all of them, in the order in which files of mixins have theirs.
var Phrases = []Phrase{
	{On: Container, Field: Frames, Terms: []Term{Fixed}, Template: "frame", Label: "Container, fixed",
		Mixin: "frame"},
	{On: Container, Field: Frames, Terms: []Term{Fluid}, Template: "frameOpen", Label: "Container, fluid",
		Mixin: "frame-open"},
	{On: Container, Field: Frames, Terms: []Term{UpTo}, Template: "frameUpTo",
		Label: "Container, fluid below a breakpoint", Mixin: "frame-up-to"},
	{On: Container, Field: Frames, Terms: []Term{Capped}, Template: "frameCap", Label: "Container, capped",
		Mixin: "frame-cap"},
	{On: Row, Field: Base, Template: "row", Label: "Row", Mixin: "row"},
	{On: Column, Field: Base, Template: "cell", Label: "Column"},
	{On: Block, Field: Base, Template: "clear",
		Label: "Element that clears a row of floats"}, // on an element of its own
	{On: Column, Field: Ends, Terms: []Term{Foremost}, Template: "first", Label: "Column, first in a trimmed row"},
	{On: Column, Field: Ends, Terms: []Term{Hindmost}, Template: "last", Label: "Column, last in a trimmed row"},

	{On: Column, Field: Width, Terms: []Term{Taken}, Template: "take", Label: "Column, take 3", Mixin: "take"},
	{On: Column, Field: Width, Terms: []Term{Portion}, Template: "part", Label: "Column, a third of the row",
		Mixin: "take"},
	{On: Column, Field: Skip, Template: "skip", Label: "Column, skip 3", Mixin: "skip"},
	{On: Column, Field: Trail, Template: "trail", Label: "Column, trail 3", Mixin: "trail"},
	{On: Column, Field: Nudge, Template: "nudge", Label: "Column, nudge 3", Mixin: "nudge"},

	{On: Column, Field: Width, Terms: []Term{Whole}, Template: "full", Label: "Column, full line",
		Mixin: "full", Doc: "The full line."},
	{On: Column, Field: Width, Terms: []Term{Shared}, Template: "share", Label: "Column, share", Mixin: "share",
		Doc: "An equal share of what is left of its line."},
	{On: Column, Field: Width, Terms: []Term{OfContent}, Template: "natural", Label: "Column, natural",
		Mixin: "natural",
		Doc:   "As wide as its content."},
	{On: Column, Field: Begin, Template: "begin", Label: "Column, begin at unit 3", Mixin: "begin", With: Of(1),
		Doc:      "It begins at unit {n}, from 1, whatever stands before it.",
		Variants: []Variant{{Value: Of(0), Suffix: "off", Doc: "It begins where it falls again."}}},
	{On: Column, Field: Order, Template: "place", Label: "Column, order 3", Mixin: "place", With: Of(1),
		Doc: "Its order among the row's columns.",
		Variants: []Variant{{Value: First, Suffix: "first", Doc: "Before the row's other columns."},
			{Value: Last, Suffix: "last", Doc: "After the row's other columns."}}},
	{On: Column, Field: Shown, Terms: []Term{No}, Template: "gone", Label: "Column, hidden",
		Mixin: "gone", Doc: "Hidden."},
	{On: Column, Field: Shown, Terms: []Term{Yes}, Template: "back", Label: "Column, shown again",
		Mixin: "back", Doc: "Shown again."},
	{On: Column, Field: Align, Template: "self", Label: "Column, align top", Mixin: "self", With: Top,
		Doc: "How it stands in its line: flex-start, center, flex-end, stretch, or auto for as its row says."},
	{On: Row, Field: Align, Template: "align", Label: "Row, align top", Mixin: "align", With: Top,
		Doc: "How a row's columns stand in their line: flex-start, center, flex-end or stretch."},
	{On: Row, Field: Spread, Template: "spread", Label: "Row, spread between", Mixin: "spread", With: Centre,
		Doc: "Where what a line leaves free goes: flex-start, center, flex-end, space-between, space-around or " +
			"space-evenly.",
		Variants: []Variant{{Value: Start, Suffix: "off", Doc: "Columns on the row's tracks again.", Tracks: true}}},
	{On: Row, Field: PerLine, Template: "per", Label: "Row of 3 columns a line", Mixin: "per", With: Of(1),
		Doc:      "{n} equal columns a line, said once for all of a row's columns.",
		Variants: []Variant{{Value: Of(0), Suffix: "off", Doc: "As wide as its columns say again."}}},
	{On: Row, Field: Told, Template: "told", Label: "Row of floats that count their lines", Mixin: "told",
		Doc: "A row of so many a line, some of which are hidden: each says itself where it stands in its line."},
	{On: Row, Field: GapX, Template: "gapX", Label: "Row with a gutter of 3 px", Mixin: "gap-x", With: Px(1),
		Doc:      "A gutter of its own between a row's columns, in px.",
		Variants: []Variant{{Value: KitGap, Suffix: "as-kit", Doc: "The kit's gutter between a row's columns again."}}},
	{On: Row, Field: GapY, Template: "gapY", Label: "Row with 3 px between lines", Mixin: "gap-y", With: Px(1),
		Doc:      "A gutter of its own between a row's lines, in px.",
		Variants: []Variant{{Value: KitGap, Suffix: "as-kit", Doc: "The kit's gutter between a row's lines again."}}},
	{On: Row, Field: Before, Template: "before", Label: "Container or row with 3 px before its content",
		Mixin: "before", With: Px(1),
		Doc:      "Space above what is in a container or a row, a length.",
		Variants: []Variant{{Value: KitGap, Suffix: "as-kit", Doc: "As much as the kit has between lines."}}},
	{On: Row, Field: After, Template: "after", Label: "Container or row with 3 px after its content",
		Mixin: "after", With: Px(1),
		Doc:      "Space below what is in a container or a row, a length.",
		Variants: []Variant{{Value: KitGap, Suffix: "as-kit", Doc: "As much as the kit has between lines."}}},
	{On: Row, Field: Divides, Template: "of", Label: "Row of 3 units of its own", Mixin: "divide", With: Of(1),
		Doc:      "A row that divides into {n} columns; those count by as many: take(2, {n}).",
		Variants: []Variant{{Value: Fresh, Suffix: "as-kit", Doc: "The kit's columns again."}}},
	{On: Column, Field: Line, Terms: []Term{Leads}, Template: "lead", Label: "Float, first in its row", Mixin: "lead",
		Doc: "Begins its row's first line."},
	{On: Column, Field: Line, Terms: []Term{Runs}, Template: "run", Label: "Float, runs on in the first line",
		Mixin: "run",
		Doc:   "Runs on in its row's first line."},
	{On: Column, Field: Line, Terms: []Term{Turns}, Template: "turn", Label: "Float, begins another line",
		Mixin: "turn", Doc: "Begins another line."},
	{On: Column, Field: Line, Terms: []Term{Under}, Template: "under", Label: "Float, runs on there", Mixin: "under",
		Doc: "Runs on in another line."},
	{On: Block, Field: Fit, Template: "fit", Label: "Picture scaled to its column",
		Mixin: "fit", Doc: "A picture that is scaled to its column."},
}

// PhraseNamed is the phrase of a naming template; nil where there is none of that name.
func PhraseNamed(template string) *Phrase {
	for i := range Phrases {
		if Phrases[i].Template == template {
			return &Phrases[i]
		}
	}
	return nil
}

// PhraseOf is how code says a value of a field of a kind of node; nil where nothing does.
func PhraseOf(on Kind, f Field, v Value) *Phrase {
	for i := range Phrases {
		p := &Phrases[i]
		if p.On == on && p.Field == f && (len(p.Terms) == 0 || slices.Contains(p.Terms, v.Term)) {
			return p
		}
	}
	return nil
}

// Variant is the variant of a value; nil where it has none.
func (p *Phrase) Variant(v Value) *Variant {
	for i := range p.Variants {
		if p.Variants[i].Value == v {
			return &p.Variants[i]
		}
	}
	return nil
}
