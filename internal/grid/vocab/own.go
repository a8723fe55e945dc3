package vocab

import (
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// A family is the words of one naming template.
type family struct {
	kit.Named
	says *page.Phrase
	read *kit.Reader
}

// Own is the vocabulary of a kit of ours: its words are made from its naming
// templates when they are first asked for. Each carries upward, and one from a wider
// breakpoint outranks those from narrower ones.
func Own(k *kit.Kit) *Vocabulary {
	v := &Vocabulary{kit: k, made: map[effectKey]*Word{}, known: map[wantKey]choice{},
		columns: map[[kit.MaxBreakpoints]kit.Columns]int{}}
	for _, t := range k.Naming.Templates() {
		v.families = append(v.families, &family{Named: t, says: page.PhraseNamed(t.Field)})
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
	key := effectKey{f.says.On, f.says.Field, value, int8(from)}
	if word := v.made[key]; word != nil {
		return word
	}
	at := ""
	if value.At > 0 {
		at = kit.Whole(int(value.At))
	}
	word := &Word{Text: v.kit.Write(f.Template, f.number(value), at, from), On: f.says.On, Base: f.says.Field == page.Base}
	if !word.Base {
		in := Range{int8(from), int8(len(v.kit.Breakpoints))}
		word.Effects = []Effect{{Field: f.says.Field, Value: value, In: in, Rank: uint32(from)}}
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
		if value.N == 0 && slices.Contains(f.Words, "off") {
			return "off"
		}
		return kit.Whole(int(value.N))
	}
	return value.String()
}

// value is what a class of the family says.
func (f *family) value(m kit.Match) page.Value {
	if len(f.says.Terms) == 1 && !f.Counted {
		return page.Value{Term: f.says.Terms[0]}
	}
	number := m.N
	if below, negative := strings.CutPrefix(m.N, "m"); negative {
		number = "-" + below
	}
	n, err := strconv.Atoi(number)
	value := page.Value{Term: page.Number, N: int16(n), At: uint8(m.At)}
	switch {
	case f.says.Field == page.Base || f.says.Field == page.Told || f.says.Field == page.Fit:
		return page.Value{}
	case f.says.Field == page.Frames:
		return page.Value{Term: page.UpTo}
	case f.says.Field == page.Width && err == nil:
		value.Term = page.Taken
	case f.says.Field == page.Width:
		up, low, _ := strings.Cut(m.N, "-")
		a, _ := strconv.Atoi(up)
		b, _ := strconv.Atoi(low)
		return page.Part(a, b)
	case (f.says.Field == page.GapX || f.says.Field == page.GapY) && err == nil:
		value.Term = page.Pixels
	case err == nil:
	case m.N == "kit" && f.says.Field == page.Divides:
		return page.Fresh
	case m.N == "off":
		return page.Of(0)
	default:
		value, _ = f.says.Field.Parse(m.N)
	}
	return value
}
