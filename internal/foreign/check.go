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
	var errs []error
	p.Walk(func(n *page.Node, _ page.Place) {
		for _, m := range f.missing[n] {
			errs = append(errs, fault.Under(n.ID, refusal(k, m)))
		}
	})
	return errors.Join(errs...)
}

// refusal says what no word can say, and what is nearest to it.
func refusal(k *kit.Kit, m vocab.Missing) error {
	name := m.Field.String()
	if name == "" {
		name = "frame"
	}
	at := k.Breakpoints[m.Breakpoint].Name
	want := "what " + k.Name + " has a class for at " + at
	if m.Nearest.Term != page.None {
		want = m.Field.Words(m.Nearest) + " at " + at + ", the nearest that " + k.Name + " has classes for"
	}
	found := m.Value.String()
	if m.Field != page.Frames {
		found = m.Field.Words(m.Value)
	}
	return fault.New(name, found, "%s", want)
}
