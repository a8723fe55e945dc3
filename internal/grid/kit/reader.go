package kit

import (
	"slices"
	"strconv"
	"strings"
)

// The highest numbers that classes say: an order, the px of a gutter that a row has of its
// own, and of how many parts of the row a width may be some.
const (
	MaxOrder = 99
	MaxGap   = 200
	MaxPart  = 100
)

// A Reader tells what classes of one template say.
type Reader struct {
	Named
	forms  []form
	names  []string // the breakpoints', from the first
	placed []int    // how many uneven columns there are at each breakpoint, 0 of equal ones
	of     []string // how many columns there are
}

// A form is a template with or without what stands in brackets, as literals with a
// placeholder after each but the last.
type form struct {
	pieces []string
	holes  []string
	placed bool
	later  bool // it names a breakpoint
}

// A Match is what a class of a template says: what stands for {n}, the unit of an uneven
// grid, 0 for none, and the index of the breakpoint it holds from.
type Match struct {
	N  string
	At int
	BP int
	of string
}

// Reader reads the classes of one of the templates.
func (t Named) Reader(k *Kit) *Reader {
	r := &Reader{Named: t}
	for i, b := range k.Breakpoints {
		r.names = append(r.names, b.Name)
		n := 0
		if c := k.ColumnsAt(i); c.IsUneven() {
			n = c.N()
		}
		r.placed = append(r.placed, n)
		r.of = append(r.of, strconv.Itoa(k.ColumnsAt(i).N()))
	}
	if t.Template == "" {
		return r
	}
	for _, at := range []string{"", "\x00"} {
		for _, bp := range []string{"", "\x01"} {
			text := strings.ReplaceAll(string(t.Template), "{word}", "\x03")
			text = Template(text).Write(Blank{N: "\x02", At: at, BP: bp, Of: "\x04"})
			f := form{placed: strings.Contains(text, "\x00"), later: strings.Contains(text, "\x01")}
			if f.placed != (at != "") || f.later != (bp != "") {
				continue // it has no such placeholder
			}
			for {
				i := strings.IndexAny(text, "\x00\x01\x02\x03\x04")
				if i < 0 {
					break
				}
				f.pieces, f.holes, text = append(f.pieces, text[:i]), append(f.holes, text[i:i+1]), text[i+1:]
			}
			f.pieces = append(f.pieces, text)
			r.forms = append(r.forms, f)
		}
	}
	return r
}

func (n *Naming) reader(k *Kit, field string) *Reader {
	all := n.Templates()
	return all[slices.IndexFunc(all, func(t Named) bool { return t.Field == field })].Reader(k)
}

// each visits what the template may write at breakpoint i, but of parts of a row only some of
// every length.
func (r *Reader) each(i int, visit func(class string) error) error {
	values := r.Words
	if r.Numbers {
		for v := range MaxColumns + 1 {
			values = append(values, Whole(v))
			if r.Negative && v > 0 {
				values = append(values, Whole(-v))
			}
		}
	}
	if !r.Counted {
		values = []string{""}
	}
	starts := 0
	if n := r.placed[i]; r.Placed && n > 0 {
		starts = n + 1 // what trails the last unit begins after it
	}
	var text []byte
	for at := range starts + 1 {
		f, ok := r.form(at > 0, i > 0)
		if !ok {
			continue
		}
		for _, v := range values {
			text = append(text[:0], f.pieces[0]...)
			for hole, what := range f.holes {
				switch what {
				case "\x00":
					text = strconv.AppendInt(text, int64(at), 10)
				case "\x01":
					text = append(text, r.names[i]...)
				case "\x03":
					text = append(text, spelled(v)...)
				case "\x04":
					text = append(text, r.of[i]...)
				default:
					text = append(text, v...)
				}
				text = append(text, f.pieces[hole+1]...)
			}
			if err := visit(string(text)); err != nil {
				return err
			}
		}
	}
	return nil
}

// form is the template with or without a unit, and with or without a breakpoint.
func (r *Reader) form(placed, later bool) (f form, ok bool) {
	for _, f := range r.forms {
		if f.placed == placed && f.later == later {
			return f, true
		}
	}
	return f, false
}

// Read gives every way in which the template can have written a class.
func (r *Reader) Read(class string) (all []Match) {
	for _, f := range r.forms {
		if strings.HasPrefix(class, f.pieces[0]) {
			r.match(f, 0, class[len(f.pieces[0]):], Match{}, &all)
		}
	}
	return all
}

// match fills the hole at index hole and those behind it from what is left of a class.
func (r *Reader) match(f form, hole int, rest string, so Match, all *[]Match) {
	if hole == len(f.holes) {
		if rest == "" && (so.At == 0 || r.placed[so.BP] > 0 && so.At <= r.placed[so.BP]+1) &&
			!(r.Later && so.BP == 0) &&
			(so.of == "" || so.of == r.of[so.BP]) {
			*all = append(*all, so)
		}
		return
	}
	after := f.pieces[hole+1]
	try := func(text string, so Match) {
		if left, ok := strings.CutPrefix(rest[len(text):], after); ok {
			r.match(f, hole+1, left, so, all)
		}
	}
	switch f.holes[hole] {
	case "\x00":
		for end := 1; end <= min(2, len(rest)); end++ {
			if n, ok := number(rest[:end], MaxColumns); ok && n > 0 {
				so.At = n
				try(rest[:end], so)
			}
		}
	case "\x01":
		for i, name := range r.names {
			if i > 0 && strings.HasPrefix(rest, name) {
				so.BP = i
				try(name, so)
			}
		}
	case "\x03":
		for end := 1; end <= min(len("minus-one-hundred-seventy-seven"), len(rest)); end++ {
			if so.N = unspelled(rest[:end]); spelled(so.N) == rest[:end] && r.says(so.N) {
				try(rest[:end], so)
			}
		}
	case "\x04":
		for end := 1; end <= min(3, len(rest)); end++ {
			if so.of = rest[:end]; slices.Contains(r.of, so.of) {
				try(so.of, so)
			}
		}
	default:
		for end := 1; end <= min(7, len(rest)); end++ {
			if so.N = rest[:end]; r.says(so.N) {
				try(so.N, so)
			}
		}
	}
}

// says reports whether {n} may stand for a text.
func (r *Reader) says(n string) bool {
	if r.Field == "part" {
		up, low, _ := strings.Cut(n, "-")
		a, okA := number(up, MaxPart)
		b, okB := number(low, MaxPart)
		return okA && okB && a >= 1 && a <= b
	}
	if slices.Contains(r.Words, n) {
		return true
	}
	most := MaxColumns
	switch r.Field {
	case "gapX", "gapY", "before", "after":
		most = MaxGap
	case "place":
		most = MaxOrder
	}
	below, negative := strings.CutPrefix(n, "m")
	v, ok := number(below, most)
	return r.Numbers && ok && (!negative || r.Negative && v > 0)
}

// number reads digits as a class has them, without zeros before, up to most.
func number(text string, most int) (n int, ok bool) {
	n, err := strconv.Atoi(text)
	return n, err == nil && n >= 0 && n <= most && strconv.Itoa(n) == text
}

// Writes reports whether a class is one that some template of the kit may write.
func (k *Kit) Writes(class string) bool {
	return slices.ContainsFunc(k.Naming.Templates(), func(t Named) bool {
		literal := string(t.Template)
		if i := strings.IndexAny(literal, "{["); i >= 0 {
			literal = literal[:i]
		}
		return t.Template != "" && strings.HasPrefix(class, literal) && len(t.Reader(k).Read(class)) > 0
	})
}
