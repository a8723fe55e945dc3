package code

import (
	"kitrows/internal/layout"
	"kitrows/internal/project"
)

// A Form is one way to take a page's code away.
type Form string

// The forms: with the kit's classes and all of its stylesheet or the part that is
// used; without grid classes, by mixins or by what those come to; as components.
const (
	Whole      Form = "whole"
	Used       Form = "used"
	SCSS       Form = "scss"
	Less       Form = "less"
	Plain      Form = "plain"
	TypeScript Form = "tsx"
)

// Forms are all of them, and what they are called.
var Forms = []struct {
	Form
	Name string
}{
	{Used, "Classes, used part"}, {Whole, "Classes, whole kit"}, {SCSS, "Mixins, SCSS"}, {Less, "Mixins, Less"}, {Plain, "Mixins, plain CSS"}, {TypeScript, "Components"},
}

// Files is a page in a form: its markup first, if it has any of its own.
func Files(l *layout.Layout, pr *project.Project, f Form, o Options) []File {
	p := l.Page()
	switch f {
	case SCSS, Less, Plain:
		m := NewMixed(l, pr, o)
		all := []File{m.Markup.file(p.File)}
		switch f {
		case SCSS:
			return append(all, m.SCSS()...)
		case Less:
			return append(all, m.Less()...)
		}
		return append(all, m.Plain())
	case TypeScript:
		return append(Components(l, pr), File{"kit.css", UsedSheet(Write(l, pr, o)).String(), nil})
	}
	m := Write(l, pr, o)
	sheet := UsedSheet(m)
	if f == Whole {
		sheet = WholeSheet(m)
	}
	return []File{m.file(p.File), {"kit.css", sheet.String(), nil}}
}

// file is markup as a file.
func (m *Markup) file(name string) File {
	f := File{name, m.String(), make([]string, len(m.Lines))}
	for i, l := range m.Lines {
		f.Nodes[i] = l.Node
	}
	return f
}

// ByMixins tells whether a form is written with mixins.
func (f Form) ByMixins() bool { return f == SCSS || f == Less || f == Plain }

// Known tells whether there is such a form.
func (f Form) Known() bool {
	for _, form := range Forms {
		if form.Form == f {
			return true
		}
	}
	return false
}
