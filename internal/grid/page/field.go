package page

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// A Field is one thing that can be set on a node or that its code says. Fields stand
// in the order in which code says them.
type Field uint8

// The fields. Base is that a node is a container, a row, a column or a picture at all;
// Frames a container's kind; Told that a row's floats say themselves where they stand in
// it, and Line where that is; Ends that a column is its row's first or last, where those are
// trimmed; Fit that a picture is scaled to its column. These are not
// set by people: layout fills them in.
const (
	Base Field = iota
	Frames
	Divides
	PerLine
	Told
	GapX
	GapY
	Before
	After
	Shown
	Order
	Skip
	Width
	Trail
	Nudge
	Begin
	Align
	Spread
	Line
	Ends
	Fit
	NumFields
)

// form is how project files write a field's values.
type form uint8

const (
	text form = iota
	whole
	truth
)

// A spec is all that a field is: one row of the table of fields. A new setting is a
// new row here and, where it moves anything, a rule in package layout.
type spec struct {
	name    string  // in project files; empty where people do not set it
	on      []Kind  // the nodes that have it
	start   []Value // what holds where nothing is set, for each of on
	form    form
	terms   []Term // what it may be
	low     int    // the least and the most its number may be in any row
	high    int
	want    string                      // what a text may say, as a refusal has it
	row     func(n int) (low, high int) // what its number may be in a row of n columns, if that decides
	label   string                      // what a person calls it, before its value
	doc     string                      // for the schema of project files, as pattern is
	pattern string

	title   string           // on screen
	control string           // by which a screen edits it
	zero    string           // what 0 means on screen, where it is no number
	hint    string           // what may be typed on screen
	names   map[Value]string // on screen, of values that are not said by their own word
	css     map[Kind]string  // the property that says it by itself
	written map[Term]string  // its values in that property, but for numbers
	read    map[string]Term  // what else that property may say, and what it comes to
}

const most = kit.MaxColumns

func allButOne(n int) (int, int) { return 0, n - 1 }

var specs = [NumFields]spec{
	Base:   {on: []Kind{Container, Row, Column, Block}},
	Frames: {on: []Kind{Container}, start: []Value{{Term: Fixed}}},
	Width: {
		name: "width", on: []Kind{Column}, start: []Value{Full}, terms: []Term{Whole, Shared, OfContent, Taken,
			Portion},
		low: 1, high: most,
		want: fmt.Sprintf("full, share, natural, take and a number from 1 to %d, or a part of the row such as "+
			"1/3 or 30%%", most),
		row: func(n int) (int, int) { return 1, n },
		doc: "The width of a column: full, take and a number of units, a part of the row such as 1/3 or 30%, " +
			"share, or natural.",
		pattern: "^(full|share|natural|take [0-9]{1,2}|[0-9]{1,3}/[0-9]{1,3}|[0-9]{1,3}%)$",
		title:   "Width", control: "width", hint: "such as 1/3 or 30%",
	},
	Skip: {
		name: "skip", on: []Kind{Column}, start: []Value{Of(0)}, form: whole, terms: []Term{Number}, high: most - 1,
		row: allButOne, label: "skip", doc: "Empty units before the column.",
		title: "Skip before", control: "number",
	},
	Trail: {
		name: "trail", on: []Kind{Column}, start: []Value{Of(0)}, form: whole, terms: []Term{Number}, high: most - 1,
		row: allButOne, label: "trail", doc: "Empty units after it.",
		title: "Trail after", control: "number",
	},
	Nudge: {
		name: "nudge", on: []Kind{Column}, start: []Value{Of(0)}, form: whole, terms: []Term{Number}, low: 1 - most,
		high: most - 1,
		row:  func(n int) (int, int) { return 1 - n, n - 1 }, label: "nudge",
		doc:   "Units it is moved by on screen without making room.",
		title: "Nudge", control: "number",
	},
	Begin: {
		name: "place", on: []Kind{Column}, start: []Value{Of(0)}, form: whole, terms: []Term{Number}, high: most,
		row: func(n int) (int, int) { return 0, n }, label: "begin at unit",
		doc:   "The unit a column begins at, from 1, in place of a skip; 0 is where it falls.",
		title: "Begin at", control: "number", zero: "off",
		css: map[Kind]string{Column: "grid-column-start"},
	},
	Order: {
		name: "order", on: []Kind{Column}, start: []Value{Of(0)}, terms: []Term{Foremost, Hindmost, Number},
		low: -kit.MaxOrder, high: kit.MaxOrder,
		want: fmt.Sprintf("first, last, or a whole number from −%d to %d", kit.MaxOrder, kit.MaxOrder), label: "order",
		doc:   "first, last, or a number; 0 is the source order.",
		title: "Order", control: "text", hint: "first, last or a number; 0 is the source order",
		css: map[Kind]string{Column: "order"}, written: map[Term]string{Foremost: "-100", Hindmost: "100"},
	},
	Shown: {
		name: "shown", on: []Kind{Column, Block}, start: []Value{Shows, Shows}, form: truth, terms: []Term{No, Yes},
		want:  "true or false",
		doc:   "false hides the column or the block.",
		title: "Shown", control: "switch",
		css: map[Kind]string{Column: "display"}, written: map[Term]string{No: "none", Yes: "revert"},
	},
	Align: {
		name: "align", on: []Kind{Row, Column}, start: []Value{Stretch, RowsAlign},
		terms: []Term{AsRow, AtTop, AtMiddle, AtBottom, Stretched},
		want:  "one of row, top, middle, bottom, stretch", label: "align",
		doc:   "The align of a row, or of a column in place of its row's.",
		title: "Align", control: "choice",
		css: map[Kind]string{Row: "align-items", Column: "align-self"},
		written: map[Term]string{AsRow: "auto", AtTop: "flex-start", AtMiddle: "center", AtBottom: "flex-end",
			Stretched: "stretch"},
		read: map[string]Term{"start": AtTop, "self-start": AtTop, "end": AtBottom, "self-end": AtBottom,
			"normal": Stretched},
	},
	PerLine: {
		name: "perLine", on: []Kind{Row}, start: []Value{Of(0)}, form: whole, terms: []Term{Number}, high: most,
		row: func(int) (int, int) { return 0, most }, label: "per line",
		doc:   "How many equal columns a row has on a line; 0 is off.",
		title: "Columns per line", control: "number", zero: "off",
	},
	GapX: {
		name: "gapX", on: []Kind{Row}, start: []Value{KitGap}, terms: []Term{AsKit, Pixels}, low: 1, high: kit.MaxGap,
		want: fmt.Sprintf("kit, none or a whole number of px to %d such as 16px", kit.MaxGap), label: "gutter",
		doc:   "The gutter of a row: kit, none, or px such as 16px.",
		title: "Gutter", control: "text", hint: "kit, none, or px such as 16px",
	},
	GapY: {
		name: "gapY", on: []Kind{Row}, start: []Value{KitGap}, terms: []Term{AsKit, Pixels}, low: 1, high: kit.MaxGap,
		want: fmt.Sprintf("kit, none or a whole number of px to %d such as 16px", kit.MaxGap), label: "line gutter",
		doc:   "The space between the lines of a row.",
		title: "Between lines", control: "text", hint: "kit, none, or px such as 16px",
		css: map[Kind]string{Row: "row-gap"},
	},
	Before: spacing("before", "Space before", "padding-top", "The space above what is in a container or a row: "+
		"none, kit for the kit's space between lines, or px such as 16px."),
	After: spacing("after", "Space after", "padding-bottom", "The same below it."),
	Spread: {
		name: "spread", on: []Kind{Row}, start: []Value{Start},
		terms: []Term{AtStart, AtCentre, AtEnd, InBetween, AllAround, Evenly},
		want:  "one of start, centre, end, between, around, even", label: "spread",
		doc:   "Where the free part of a row's line goes.",
		title: "Spread", control: "choice",
		css: map[Kind]string{Row: "justify-content"},
		written: map[Term]string{AtStart: "flex-start", AtCentre: "center", AtEnd: "flex-end",
			InBetween: "space-between", AllAround: "space-around", Evenly: "space-evenly"},
		read: map[string]Term{"normal": AtStart, "start": AtStart, "left": AtStart, "stretch": AtStart, "end": AtEnd,
			"right": AtEnd},
	},
	Divides: {
		name: "divides", on: []Kind{Row}, start: []Value{Fresh}, terms: []Term{Anew, Parents, Number}, low: 1,
		high: most,
		want: fmt.Sprintf("fresh, parent, or a number of columns from 1 to %d", most), label: "divides into",
		doc:   "What a row divides into: fresh, parent, or a number of columns.",
		title: "Inner columns", control: "choice",
		names: map[Value]string{Fresh: "as the kit", ParentUnits: "as many as the parent takes"},
	},
	Line: {on: []Kind{Column}, start: []Value{{Term: Turns}}, terms: []Term{Leads, Runs, Turns, Under}},
	Told: {on: []Kind{Row}},
	Ends: {on: []Kind{Column}, terms: []Term{Foremost, Hindmost}},
	Fit:  {on: []Kind{Block}},
}

// spacing is the row of a space before or after what is in a container or a row.
func spacing(name, title, property, doc string) spec {
	return spec{
		name: name, on: []Kind{Container, Row}, start: []Value{NoGap, NoGap}, terms: []Term{AsKit, Pixels}, low: 1,
		high: kit.MaxGap,
		want: fmt.Sprintf("kit, none or a whole number of px to %d such as 16px", kit.MaxGap), label: strings.ToLower(title),
		doc: doc, title: title, control: "text", hint: "none, kit, or px such as 16px",
		css: map[Kind]string{Container: property, Row: property},
	}
}

// written are the fields that people set, in the order project files have them.
var written = []Field{Width, Skip, Trail, Nudge, Begin, Order, Shown, Align, PerLine, GapX, GapY, Before, After,
	Spread, Divides}

// Settable are the fields that people set on a node of that kind, in the order in which
// code says them.
func Settable(kind Kind) []Field { return settable[kind] }

var settable = func() map[Kind][]Field {
	all := map[Kind][]Field{}
	for f := range NumFields {
		for _, kind := range specs[f].on {
			if specs[f].name != "" {
				all[kind] = append(all[kind], f)
			}
		}
	}
	return all
}()

// String is the field's name in project files; empty of those that people do not
// set.
func (f Field) String() string { return specs[f].name }

// On reports whether nodes of that kind have the field.
func (f Field) On(kind Kind) bool { return slices.Contains(specs[f].on, kind) }

// SaidOf is the kind of node of which code says the field as it does of that kind: what hides a column hides a block,
// and the space in a row is said as that in a container.
func (f Field) SaidOf(kind Kind) Kind {
	switch {
	case f == Shown && kind == Block:
		return Column
	case f.IsSpace() && kind == Container:
		return Row
	}
	return kind
}

// IsShared reports whether nodes of several kinds have the field, and code says it of all of them in the same way.
func (f Field) IsShared() bool { return f == Shown || f.IsSpace() }

// IsSpace reports whether the field is a space before or after what is in a node.
func (f Field) IsSpace() bool { return f == Before || f == After }

// IsLength reports whether the field is a length in px, or as the kit has it.
func (f Field) IsLength() bool { return f == GapX || f == GapY || f.IsSpace() }

// IsUnits reports whether the field's number counts units of the row, so that it
// keeps its proportion where the row's columns change (section 5).
func (f Field) IsUnits() bool { return f == Width || f == Skip || f == Trail || f == Nudge }

// Default is what holds for a node of that kind where nothing is set.
func (f Field) Default(kind Kind) Value {
	if i := slices.Index(specs[f].on, kind); i >= 0 && i < len(specs[f].start) {
		return specs[f].start[i]
	}
	return Value{}
}

// FieldNamed is the field of that name in project files.
func FieldNamed(name string) (f Field, ok bool) {
	for _, f := range written {
		if specs[f].name == name {
			return f, true
		}
	}
	return 0, false
}

// Parse reads what Value.String writes of the field, as far as it may be that
// in some row.
func (f Field) Parse(s string) (Value, error) {
	x := &specs[f]
	for _, t := range x.terms {
		around := texts[t]
		switch t {
		case Portion:
			if v, ok := ParsePart(s); ok {
				return v, nil
			}
			continue
		case Pixels:
			if s == "none" {
				return NoGap, nil
			}
		case Number, Taken:
		default:
			if s == around.before {
				return Value{Term: t}, nil
			}
			continue
		}
		number, ok := strings.CutPrefix(s, around.before)
		if after, has := strings.CutSuffix(number, around.after); ok && has {
			n, err := strconv.Atoi(after)
			switch {
			case err != nil:
			case n < x.low:
				return Value{}, fault.New("", s, "at least %s", Value{Term: t, N: int16(x.low)})
			case n > x.high:
				return Value{}, fault.New("", s, "at most %s", Value{Term: t, N: int16(x.high)})
			default:
				return Value{Term: t, N: int16(n)}, nil
			}
		}
	}
	return Value{}, fault.New("", s, "%s", x.want)
}

// Check refuses a value that a node of that kind cannot have, in a row of n
// columns.
func (f Field) Check(v Value, kind Kind, n int) error {
	x := &specs[f]
	if f == Align && kind == Row && v == RowsAlign {
		return fault.New("", v.String(), "top, middle, bottom or stretch")
	}
	if x.row != nil && (v.Term == Number || v.Term == Taken) {
		var found any = v.Int()
		if x.form == text {
			found = v.String()
		}
		switch low, high := x.row(n); {
		case v.Int() < low:
			return fault.New("", found, "at least %d", low)
		case v.Int() > high && f == PerLine:
			return fault.New("", found, "at most %d columns a line", high)
		case v.Int() > high:
			return fault.New("", found, "at most %d: the row has %d columns", high, n)
		}
	}
	return nil
}

// Words is the value as a person says it after what the field is called.
func (f Field) Words(v Value) string {
	x := &specs[f]
	switch {
	case f == Shown && v == Shows:
		return "shown"
	case f == Shown:
		return "hidden"
	case f == Width && v == Full:
		return "full line"
	case f == Width && v.Term == Portion:
		return v.String() + " of the row"
	case f == PerLine && v.N == 0:
		return "as its columns say"
	case f == PerLine:
		return fmt.Sprintf("%d per line", v.N)
	case f == Begin && v.N == 0:
		return "begin where it falls"
	case f == Divides && v == Fresh:
		return "divides into the kit's columns"
	case f == Divides && v == ParentUnits:
		return "divides into its column's units"
	case f == Divides:
		return fmt.Sprintf("divides into %d columns", v.N)
	case f == Align && v == RowsAlign:
		return "align as its row"
	case x.label == "":
		return v.String()
	}
	return x.label + " " + v.String()
}

// SettingForm is a Setting as a Go struct of the table of fields: its JSON form, for
// those who write schemas of it.
func SettingForm() reflect.Type {
	fields := []reflect.StructField{{Name: "From", Type: reflect.TypeFor[string](),
		Tag: `json:"from" doc:"The breakpoint's name."`}}
	for _, f := range written {
		x := &specs[f]
		tag := fmt.Sprintf("json:%q doc:%q", x.name+",omitempty", x.doc)
		t := reflect.TypeFor[*string]()
		switch x.form {
		case whole:
			t = reflect.TypeFor[*int]()
			tag += fmt.Sprintf(` minimum:"%d" maximum:"%d"`, x.low, x.high)
		case truth:
			t = reflect.TypeFor[*bool]()
		}
		words := make([]string, 0, len(x.terms))
		for _, term := range x.terms {
			if around := texts[term]; around.before != "" && x.high == 0 && x.form == text {
				words = append(words, around.before)
			}
		}
		if len(words) > 0 {
			tag += fmt.Sprintf(" enum:%q", strings.Join(words, ","))
		}
		if x.pattern != "" {
			tag += fmt.Sprintf(" pattern:%q", x.pattern)
		}
		fields = append(fields,
			reflect.StructField{Name: strings.ToUpper(x.name[:1]) + x.name[1:], Type: t, Tag: reflect.StructTag(tag)})
	}
	return reflect.StructOf(fields)
}
