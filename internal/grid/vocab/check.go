package vocab

import (
	"errors"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Check refuses what no class of kit k can say of page p, and names the nearest that
// one can. The error holds a fault.Fault for each setting.
func Check(k *kit.Kit, p *page.Page) error {
	words := newTemplates(k)
	v := newVocabulary(k, words)
	complete := true
	for _, f := range words.families {
		complete = complete && (f.Template != "" || f.says.Field == page.Begin) // a skip says that as well
	}
	if complete {
		return nil
	}
	var errs []error
	p.Walk(func(n *page.Node, at page.Place) {
		if n.Kind == page.Container {
			errs = append(errs, fault.Under(n.ID, v.checkFrame(n.Frame)))
		}
		for _, s := range n.At {
			errs = append(errs, fault.Under(n.ID, v.CheckSetting(n, s)))
		}
	})
	return errors.Join(errs...)
}

// CheckSetting refuses a setting of a row or column that no class can say.
func (v *Vocabulary) CheckSetting(n *page.Node, s page.Setting) error {
	var errs []error
	i := v.kit.Index(s.From)
	for _, f := range page.Settable(n.Kind) {
		value, set := s.Get(f)
		if !set || i == 0 && value == f.Default(n.Kind) || value == page.ParentUnits || v.can(n.Kind, f, value, i) {
			continue
		}
		want := "a class of " + v.kit.Name + " that says it: it has none"
		if nearest, ok := v.Nearest(n.Kind, i, f, value, v.kit.ColumnsAt(i).N()); ok && nearest != value {
			want = f.Words(nearest) + ", the nearest that " + v.kit.Name + " has a class for"
		}
		errs = append(errs, fault.New(f.String(), f.Words(value), "%s", want))
	}
	return errors.Join(errs...)
}

// can reports whether a class says a value from breakpoint i on: of a column that begins at a unit, that of the track
// or those of empty units.
func (v *Vocabulary) can(on page.Kind, f page.Field, value page.Value, i int) bool {
	if f != page.Begin || v.kit.Technique == kit.Grid && v.kit.Naming.Begin != "" {
		return v.Saying(on, f, value, i) != nil
	}
	return v.Saying(on, page.Skip, page.Of(1), i) != nil && v.Saying(on, page.Trail, page.Of(1), i) != nil
}

func (v *Vocabulary) checkFrame(f page.Frame) error {
	value, from := f.Value(v.kit)
	if v.Saying(page.Container, page.Frames, value, from) != nil {
		return nil
	}
	return fault.New("frame", f.String(), "fixed, the nearest that %s has a class for", v.kit.Name)
}
