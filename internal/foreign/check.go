package foreign

import (
	"errors"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/vocab"
)

// Check refuses what no word of kit k can say of page p, and names the nearest that one can. The error
// holds a fault.Fault for each setting.
func Check(k *kit.Kit, p *page.Page) error {
	f := Of(k, p)
	if f == nil {
		return vocab.Check(k, p)
	}
	v := f.reading.Words.Vocabulary(k)
	var errs []error
	p.Walk(func(n *page.Node, _ page.Place) {
		for _, m := range f.missing[n] {
			errs = append(errs, fault.Under(n.ID, refusal(k, v, n, m)))
		}
	})
	return errors.Join(errs...)
}

// refusal says what no word can say of a node, and what is nearest to it.
func refusal(k *kit.Kit, v *vocab.Vocabulary, n *page.Node, m vocab.Missing) error {
	name := m.Field.String()
	if name == "" {
		name = "frame"
	}
	at := k.Breakpoints[m.Breakpoint].Name
	want := "something that " + k.Name + " has a class for at " + at
	if nearest, ok := v.Nearest(n.Kind, m.Breakpoint, m.Field, m.Value, k.ColumnsAt(m.Breakpoint).N()); ok && nearest != m.Value {
		want = m.Field.Words(nearest) + ", the nearest that " + k.Name + " has a class for at " + at
	}
	found := m.Value.String()
	if m.Field != page.Frames {
		found = m.Field.Words(m.Value)
	}
	return fault.New(name, found, "%s", want)
}
