package vocab_test

import (
	"math/big"
	"math/rand/v2"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/test/sample"
)

// settled is a row that divides alike at every breakpoint.
func settled(k *kit.Kit) (all [kit.MaxBreakpoints]kit.Columns) {
	for i := range k.Breakpoints {
		all[i] = k.ColumnsAt(i)
	}
	return all
}

// wanted is something of a field at each breakpoint, and at some nothing.
func wanted(r *rand.Rand, f page.Field, breakpoints int, choices ...page.Value) vocab.Want {
	w := vocab.Want{Field: f, Start: f.Default(page.Column)}
	for i := range breakpoints {
		if n := r.IntN(len(choices) + 1); n < len(choices) {
			w.Must[i] = choices[n]
		}
	}
	return w
}

var choices = map[page.Field][]page.Value{
	page.Width: {page.Full, page.Take(12), page.Take(4), page.Part(1, 3), page.Part(3, 10), page.Share},
	page.Skip:  {page.Of(0), page.Of(1), page.Of(2)},
	page.Shown: {page.Hides, page.Shows},
}

// meaning is a value in a row of twelve as what it comes to.
func meaning(v page.Value) string {
	switch v.Term {
	case page.Whole:
		return "1"
	case page.Taken:
		return big.NewRat(int64(v.N), 12).RatString()
	case page.Portion:
		return big.NewRat(int64(v.N), int64(v.Of)).RatString()
	default:
		v.Of = 0
		return v.String()
	}
}

// gives reports whether classes give what is wanted, by the cascade alone.
func gives(v *vocab.Vocabulary, k *kit.Kit, w vocab.Want, classes []string) bool {
	held, unknown := v.Read(page.Column, classes)
	for i := range k.Breakpoints {
		if must := w.Must[i]; must.Term != page.None && meaning(must) != meaning(held[i][w.Field].Value) {
			return false
		}
	}
	return len(unknown) == 0
}

// The classes that are chosen read as is wanted, and no smaller set of classes does.
func TestFewestClassesReadAsWanted(t *testing.T) {
	k := sample.Twelve()
	r := sample.New(61)
	v := vocab.Own(k)
	for f, values := range choices {
		var all []string
		for from := range k.Breakpoints {
			for _, value := range values {
				if word := v.Saying(page.Column, f, value, from); word != nil {
					all = append(all, word.Text)
				}
			}
		}
		for range 150 {
			w := wanted(r, f, len(k.Breakpoints), values...)
			for i, must := range w.Must {
				if f.IsUnits() && must.Term != page.Portion && must.Term != page.None {
					w.Must[i].Of = 12
				}
			}
			words, missing := v.Choose(page.Column, []vocab.Want{w}, settled(k))
			var said []string
			for _, word := range words {
				said = append(said, word.Text)
			}
			if len(missing) > 0 || !gives(v, k, w, said) {
				t.Fatalf("%s %v: %v does not say it, missing %v", f, w.Must, said, missing)
			}
			if fewer(all, len(said)-1, func(set []string) bool { return gives(v, k, w, set) }) {
				t.Fatalf("%s %v: fewer classes than %v say it", f, w.Must, said)
			}
		}
	}
}

// fewer reports whether some set of up to n of all passes.
func fewer(all []string, n int, passes func([]string) bool) bool {
	var from func(first int, set []string) bool
	from = func(first int, set []string) bool {
		if passes(set) {
			return true
		}
		for i := first; i < len(all) && len(set) < n; i++ {
			if from(i+1, append(set[:len(set):len(set)], all[i])) {
				return true
			}
		}
		return false
	}
	return n >= 0 && from(0, nil)
}

// Every word a kit's templates make is read back as what it says, whatever the kit.
func TestWordsReadBack(t *testing.T) {
	r := sample.New(62)
	for range 60 {
		k := sample.Kit(r)
		v := vocab.Own(k)
		for f, values := range choices {
			for i := range k.Breakpoints {
				for _, value := range values {
					if k.ColumnsAt(i).IsUneven() && f.IsUnits() && value.Term != page.Portion {
						value.At = 1
					}
					word := v.Saying(page.Column, f, value, i)
					if word == nil {
						continue
					}
					read := v.Word(page.Column, word.Text)
					if read == nil || read.Effects[0] != word.Effects[0] {
						t.Fatalf("%s of %s: %+v, read as %+v", word.Text, k.Naming.Take, word, read)
					}
				}
			}
		}
	}
}

// A kit whose templates leave something out cannot say it, and what comes nearest is
// named.
func TestWhatNoClassSaysIsRefused(t *testing.T) {
	at := func(f page.Field, value page.Value) page.Setting { return page.At("mid").With(f, value) }
	for _, c := range []struct {
		leave func(*kit.Naming)
		set   page.Setting
		want  string
	}{
		{func(n *kit.Naming) { n.Part = "" }, at(page.Width, page.Part(1, 3)),
			"take 4, the nearest that Wide has a class for"},
		{func(n *kit.Naming) { n.Part = "" }, at(page.Width, page.Take(4)), ""},
		{func(n *kit.Naming) { n.Share = "" }, at(page.Width, page.Share),
			"full line, the nearest that Wide has a class for"},
		{func(n *kit.Naming) { n.Back = "" }, at(page.Shown, page.Shows), "it has none"},
		{func(n *kit.Naming) { n.Back = "" }, at(page.Shown, page.Hides), ""},
		{func(n *kit.Naming) { n.Skip = "" }, at(page.Skip, page.Of(2)), "it has none"},
	} {
		k := sample.Twelve()
		c.leave(&k.Naming)
		column := &page.Node{ID: "column", Name: "Column", Kind: page.Column, At: []page.Setting{c.set}}
		err := vocab.Check(k, &page.Page{Body: []*page.Node{{ID: "frame", Kind: page.Container,
			Children: []*page.Node{{ID: "row", Kind: page.Row, Children: []*page.Node{column}}}}}})
		switch {
		case (err == nil) != (c.want == ""):
			t.Errorf("got %v, want %q", err, c.want)
		case err != nil && !strings.Contains(err.Error(), c.want):
			t.Errorf("got %v, want %q", err, c.want)
		}
	}
}
