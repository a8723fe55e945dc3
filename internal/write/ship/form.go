// Package ship puts a page's code together to be taken away: each form's files, archives,
// complete documents, and what each costs.
package ship

import (
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/component"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/sheet"
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
	{Used, "Classes, used part"}, {Whole, "Classes, whole kit"}, {SCSS, "Mixins, SCSS"}, {Less, "Mixins, Less"},
	{Plain, "Mixins, plain CSS"}, {TypeScript, "Components"},
}

// Files is a page in a form: its markup first, if it has any of its own, and last what the
// page's own stylesheet begins with.
func Files(l *layout.Layout, pr *project.Project, f Form, o code.Options) []code.File {
	all := files(l, pr, f, o)
	if l.Page().Origin != nil && !f.ByMixins() && f != TypeScript {
		return all // which has what stylesheets it has
	}
	return append(all, ownStyle(l, f))
}

func files(l *layout.Layout, pr *project.Project, f Form, o code.Options) []code.File {
	name, k := l.Page().File, l.Kit()
	switch {
	case l.Page().Origin == nil:
	case f == TypeScript, f.ByMixins() && k.Brought != nil:
		return files(layout.Of(k.Ours(), plain(l.Page(), k)), pr, f, o)
	default:
		return originFiles(l, pr, f, o)
	}
	if l.Foreign() != nil {
		if f.ByMixins() || f == TypeScript {
			return files(ours(l), pr, f, o)
		}
		all := []code.File{markup.Write(l, pr, o).File(name)}
		for _, file := range k.Brought.Files {
			all = append(all, code.File{Name: file.Name, Text: file.Text})
		}
		return all
	}
	switch f {
	case SCSS, Less, Plain:
		m := mixin.New(l, pr, o)
		return append([]code.File{m.Markup.File(name)}, mixed(m, f)...)
	case TypeScript:
		used := sheet.Used(k, markup.Write(l, pr, o).Used())
		return append(component.Files(l, pr), code.File{Name: "kit.css", Text: used.String()})
	}
	m := markup.Write(l, pr, o)
	styles := sheet.Used(k, m.Used())
	if f == Whole {
		styles = sheet.Whole(k, m.Used())
	}
	return []code.File{m.File(name), {Name: "kit.css", Text: styles.String()}}
}

// mixed is mixin-based code in a form, without its markup.
func mixed(m *mixin.Mixed, f Form) []code.File {
	switch f {
	case SCSS:
		return m.SCSS()
	case Less:
		return m.Less()
	}
	return []code.File{m.Plain()}
}

// ByMixins reports whether a form is written with mixins.
func (f Form) ByMixins() bool { return f == SCSS || f == Less || f == Plain }

// Known reports whether there is such a form.
func (f Form) Known() bool {
	for _, form := range Forms {
		if form.Form == f {
			return true
		}
	}
	return false
}
