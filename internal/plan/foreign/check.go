package foreign

import (
	"errors"
	"fmt"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// Check refuses what no word of kit k can say of page p, nor a rule of the page's own where it may have some, and
// names the nearest that a word can. The error
// holds a fault.Fault for each setting.
func Check(k *kit.Kit, p *page.Page) error {
	f := Of(k, p)
	if f == nil {
		return vocab.Check(k, p)
	}
	return f.Check(func(string) bool { return true })
}

// Check refuses what no word says of the nodes that concern it, by their ids.
func (f *Page) Check(concern func(id string) bool) error {
	var errs []error
	f.page.Walk(func(n *page.Node, _ page.Place) {
		if !concern(n.ID) {
			return
		}
		for _, m := range f.missing[n] {
			refused := refusal(f.kit, m)
			if !f.page.OwnRules && f.reading.Rule(f.kit, m) != nil {
				refused.Offer = "ownRules"
			}
			errs = append(errs, fault.Under(n.ID, refused))
		}
	})
	return errors.Join(errs...)
}

// refusal says what no word can say, and what is nearest to it.
func refusal(k *kit.Kit, m vocab.Missing) *fault.Fault {
	if m.Field == page.Ends {
		at := k.Breakpoints[m.Breakpoint].Name
		where := map[page.Value]string{page.First: "the first of its line",
			page.Last: "the last of a full line"}[m.Value]
		if where == "" {
			where = "inside its line"
		}
		return fault.New("width", where+" at "+at,
			"a column that is so at other breakpoints as well: %s has no class for that at %s alone", k.Name, at)
	}
	name := m.Field.String()
	if name == "" {
		name = "frame"
	}
	at := k.Breakpoints[m.Breakpoint].Name
	if m.Late {
		want := fault.New(m.Field.String(), m.Field.Words(m.Value),
			"fewer settings beside it: whether %s has classes for all of them together at %s was not found in time",
			k.Name, at)
		if m.Nearest.Term != page.None {
			want.Want = m.Field.Words(m.Nearest) + " at " + at + ", which was: " + want.Want
		}
		return want
	}
	want := "a setting that " + k.Name + " has a class for at " + at
	if nearest(k, m) {
		want = m.Field.Words(m.Nearest) + " at " + at + ", the nearest that " + k.Name + " has classes for"
	}
	found := m.Value.String()
	if m.Field != page.Frames {
		found = m.Field.Words(m.Value)
	}
	return fault.New(name, found, "%s", want)
}

// nearest reports whether some word says what is nearest to what none can say.
func nearest(k *kit.Kit, m vocab.Missing) bool {
	return m.Nearest.Term != page.None && infer.Vocabulary(k).Saying(m.On, m.Field, m.Nearest, m.Breakpoint) != nil
}

// Unsaid tells what no word says of the settings of the page's nodes. Nil where the plan is not by a stylesheet.
func (f *Page) Unsaid() (all []finding.Finding) {
	if f == nil || len(f.missing) == 0 {
		return nil
	}
	f.page.Walk(func(n *page.Node, _ page.Place) {
		for _, m := range f.missing[n] {
			r := refusal(f.kit, m)
			text := fmt.Sprintf("%s has no class for %s", f.kit.Name, r.Found)
			if m.Late || m.Field == page.Ends || nearest(f.kit, m) {
				text += "; there would be one for " + r.Want
			}
			one := finding.New(finding.NoClass, n.ID, text)
			one.Breakpoints = []string{f.kit.Breakpoints[m.Breakpoint].Name}
			all = append(all, one)
		}
	})
	return all
}
