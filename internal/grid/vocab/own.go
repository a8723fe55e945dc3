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

// templates are the words of a kit of ours: they are made from its naming templates when they are first asked for. Each
// carries upward, and one from a wider breakpoint outranks those from narrower ones.
type templates struct {
	kit      *kit.Kit
	families []*family
	made     map[effectKey]*Word // by what they do, so that each word is made once
}

type effectKey struct {
	on    page.Kind
	field page.Field
	value page.Value
	from  int8
}

// Own is the vocabulary of a kit of ours.
func Own(k *kit.Kit) *Vocabulary { return newVocabulary(k, newTemplates(k)) }

func newTemplates(k *kit.Kit) *templates {
	t := &templates{kit: k, made: map[effectKey]*Word{}}
	for _, named := range k.Naming.Templates() {
		f := &family{Named: named, says: page.PhraseNamed(named.Field)}
		if slices.Contains(f.says.Terms, page.Capped) && k.Cap.IsZero() { // no container of the kit can be
			continue
		}
		t.families = append(t.families, f)
	}
	return t
}

func (t *templates) word(on page.Kind, class string) *Word {
	for _, f := range t.families {
		if f.says.On != f.says.Field.SaidOf(on) {
			continue
		}
		for _, m := range f.reader(t.kit).Read(class) {
			return t.make(f, f.value(m), m.BP)
		}
	}
	return nil
}

func (*templates) has(page.Kind) bool { return true }

// all are the words for what is worth offering.
func (t *templates) all() (all []*Word) {
	most := 0
	for i := range t.kit.Breakpoints {
		most = max(most, t.kit.ColumnsAt(i).N())
	}
	for _, f := range t.families {
		if f.Template == "" {
			continue
		}
		for _, value := range f.says.Values(most) {
			for from := range t.kit.Breakpoints {
				if f.Later && from == 0 {
					continue
				}
				if word := t.make(f, value, from); !slices.Contains(all, word) {
					all = append(all, word)
				}
				if f.says.Field == page.Base || f.says.On == page.Container && !f.Later {
					break // it is what a node is, and not from where on
				}
			}
		}
	}
	return all
}

func (t *templates) saying(on page.Kind, field page.Field, value page.Value, from int) *Word {
	value, on = value.Bare(), field.SaidOf(on)
	key := effectKey{on, field, value, int8(from)}
	if word := t.made[key]; word != nil {
		return word
	}
	for _, f := range t.families {
		says := f.says
		if says.On == on && says.Field == field && (len(says.Terms) == 0 || slices.Contains(says.Terms, value.Term)) &&
			f.Template != "" && !(f.Later && from == 0) {
			return t.make(f, value, from)
		}
	}
	return nil
}

func (*templates) start(on page.Kind, _ int) page.Held { return page.Defaults(on) }

func (t *templates) beside() bool { return t.kit.Naming.Beside }

func (*templates) together(page.Kind, page.Field) []page.Field { return nil }

// candidates are the words that say something that must hold somewhere, those from the widest breakpoint first.
func (t *templates) candidates(on page.Kind, wants []Want, columns *[kit.MaxBreakpoints]kit.Columns) (all []*Word) {
	for w := range wants {
		want := &wants[w]
		for from := len(t.kit.Breakpoints) - 1; from >= 0; from-- {
			first := len(all)
			for i := from; i < len(t.kit.Breakpoints); i++ {
				value, ok := saidAt(want.Field, want.Must[i], columns[from].N())
				if !ok || want.Must[i].At > 0 && columns[from] != columns[i] {
					continue
				}
				if word := t.saying(on, want.Field, value, from); word != nil && !slices.Contains(all[first:], word) {
					all = append(all, word)
				}
			}
		}
	}
	return all
}

// saidAt is what must hold as it is said in a row of n columns: units as so many of
// those, if they are a whole number.
func saidAt(f page.Field, must page.Value, n int) (said page.Value, ok bool) {
	if must.Term == page.None {
		return must, false
	}
	if f.IsUnits() && must.Of > 0 && must.Term != page.Portion {
		units := int(must.N) * n
		must.N = int16(units / int(must.Of))
		return must, units%int(must.Of) == 0
	}
	return must, true
}

// reader reads the family's classes.
func (f *family) reader(k *kit.Kit) *kit.Reader {
	if f.read == nil {
		f.read = f.Reader(k)
	}
	return f.read
}

// make makes the family's word for a value from a breakpoint on.
func (t *templates) make(f *family, value page.Value, from int) *Word {
	key := effectKey{f.says.On, f.says.Field, value, int8(from)}
	if word := t.made[key]; word != nil {
		return word
	}
	at := ""
	if value.At > 0 {
		at = kit.Whole(int(value.At))
	}
	word := &Word{Text: t.kit.Write(f.Template, f.number(value), at, from), On: f.says.On, Base: f.says.Field == page.Base}
	if !word.Base {
		in := Range{int8(from), int8(len(t.kit.Breakpoints))}
		word.Effects = []Effect{{Field: f.says.Field, Value: value, In: in, Rank: uint32(from)}}
		if f.Later { // it holds everywhere, and changes at that breakpoint
			word.Effects[0].In.From, word.Effects[0].Value.N = 0, int16(from)
		}
	}
	t.made[key] = word
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
	case f.says.Field.IsLength() && err == nil:
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
