package vocab

import (
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A family is the words of one naming template: what they give which field of which
// kind of node.
type family struct {
	kit.Named
	on    page.Kind
	field page.Field
	terms []page.Term // what values of that field; all of them when empty
	read  *kit.Reader
}

// families says what each template is for, by its name.
var families = map[string]family{
	"frame":     {on: page.Container, field: page.Frames, terms: []page.Term{page.Fixed}},
	"frameOpen": {on: page.Container, field: page.Frames, terms: []page.Term{page.Fluid}},
	"frameUpTo": {on: page.Container, field: page.Frames, terms: []page.Term{page.UpTo}},
	"frameCap":  {on: page.Container, field: page.Frames, terms: []page.Term{page.Capped}},
	"row":       {on: page.Row, field: page.Base},
	"of":        {on: page.Row, field: page.Divides},
	"per":       {on: page.Row, field: page.PerLine},
	"told":      {on: page.Row, field: page.Told},
	"gapX":      {on: page.Row, field: page.GapX},
	"gapY":      {on: page.Row, field: page.GapY},
	"align":     {on: page.Row, field: page.Align},
	"spread":    {on: page.Row, field: page.Spread},
	"cell":      {on: page.Column, field: page.Base},
	"first":     {on: page.Column, field: page.Ends, terms: []page.Term{page.Foremost}},
	"last":      {on: page.Column, field: page.Ends, terms: []page.Term{page.Hindmost}},
	"gone":      {on: page.Column, field: page.Shown, terms: []page.Term{page.No}},
	"back":      {on: page.Column, field: page.Shown, terms: []page.Term{page.Yes}},
	"place":     {on: page.Column, field: page.Order},
	"skip":      {on: page.Column, field: page.Skip},
	"take":      {on: page.Column, field: page.Width, terms: []page.Term{page.Taken}},
	"part":      {on: page.Column, field: page.Width, terms: []page.Term{page.Portion}},
	"full":      {on: page.Column, field: page.Width, terms: []page.Term{page.Whole}},
	"share":     {on: page.Column, field: page.Width, terms: []page.Term{page.Shared}},
	"natural":   {on: page.Column, field: page.Width, terms: []page.Term{page.OfContent}},
	"trail":     {on: page.Column, field: page.Trail},
	"nudge":     {on: page.Column, field: page.Nudge},
	"begin":     {on: page.Column, field: page.Begin},
	"self":      {on: page.Column, field: page.Align},
	"lead":      {on: page.Column, field: page.Line, terms: []page.Term{page.Leads}},
	"run":       {on: page.Column, field: page.Line, terms: []page.Term{page.Runs}},
	"turn":      {on: page.Column, field: page.Line, terms: []page.Term{page.Turns}},
	"under":     {on: page.Column, field: page.Line, terms: []page.Term{page.Under}},
	"fit":       {on: page.Block, field: page.Fit},
	"clear":     {on: page.Block, field: page.Base}, // on an element of its own
}

// Own is the vocabulary of a kit of ours: its words are made from its naming
// templates when they are first asked for. Each carries upward, and one from a wider
// breakpoint outranks those from narrower ones.
func Own(k *kit.Kit) *Vocabulary {
	v := &Vocabulary{kit: k, made: map[effectKey]*Word{}, known: map[wantKey]choice{},
		columns: map[[kit.MaxBreakpoints]kit.Columns]int{}}
	for _, t := range k.Naming.Templates() {
		f := families[t.Field]
		f.Named = t
		v.families = append(v.families, &f)
	}
	return v
}

// reader reads the family's classes.
func (f *family) reader(k *kit.Kit) *kit.Reader {
	if f.read == nil {
		f.read = f.Reader(k)
	}
	return f.read
}

// word makes the family's word for a value from a breakpoint on.
func (v *Vocabulary) word(f *family, value page.Value, from int) *Word {
	key := effectKey{f.on, f.field, value, int8(from)}
	if word := v.made[key]; word != nil {
		return word
	}
	at := ""
	if value.At > 0 {
		at = kit.Whole(int(value.At))
	}
	word := &Word{Text: v.kit.Write(f.Template, f.number(value), at, from), On: f.on, Base: f.field == page.Base}
	if !word.Base {
		in := Range{int8(from), int8(len(v.kit.Breakpoints))}
		word.Effects = []Effect{{Field: f.field, Value: value, In: in, Rank: uint32(from)}}
		if f.Later { // it holds everywhere, and changes at that breakpoint
			word.Effects[0].In.From, word.Effects[0].Value.N = 0, int16(from)
		}
	}
	v.made[key] = word
	return word
}

// number is what {n} stands for.
func (f *family) number(value page.Value) string {
	switch value.Term {
	case page.AsKit, page.Anew:
		return "kit"
	case page.Portion:
		return strconv.Itoa(int(value.N)) + "-" + strconv.Itoa(int(value.Of))
	case page.Number, page.Taken, page.Pixels:
		if (f.field == page.PerLine || f.field == page.Begin) && value.N == 0 {
			return "off"
		}
		return kit.Whole(int(value.N))
	}
	return value.String()
}

// value is what a class of the family says.
func (f *family) value(m kit.Match) page.Value {
	if len(f.terms) == 1 && !f.Counted {
		return page.Value{Term: f.terms[0]}
	}
	number := m.N
	if below, negative := strings.CutPrefix(m.N, "m"); negative {
		number = "-" + below
	}
	n, err := strconv.Atoi(number)
	value := page.Value{Term: page.Number, N: int16(n), At: uint8(m.At)}
	switch {
	case f.field == page.Base || f.field == page.Told || f.field == page.Fit:
		return page.Value{}
	case f.field == page.Frames:
		return page.Value{Term: page.UpTo}
	case f.field == page.Width && err == nil:
		value.Term = page.Taken
	case f.field == page.Width:
		up, low, _ := strings.Cut(m.N, "-")
		a, _ := strconv.Atoi(up)
		b, _ := strconv.Atoi(low)
		return page.Part(a, b)
	case (f.field == page.GapX || f.field == page.GapY) && err == nil:
		value.Term = page.Pixels
	case err == nil:
	case m.N == "kit" && f.field == page.Divides:
		return page.Fresh
	case m.N == "off":
		return page.Of(0)
	default:
		value, _ = f.field.Parse(m.N)
	}
	return value
}
