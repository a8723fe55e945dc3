// Package ship puts a page's code together to be taken away: each form's files, archives,
// complete documents, and what each costs.
package ship

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
	JavaScript Form = "jsx"
)

// Forms are all of them, and what they are called.
var Forms = []struct {
	Form
	Name string
}{
	{Used, "Classes, used part"}, {Whole, "Classes, whole kit"}, {SCSS, "Mixins, SCSS"}, {Less, "Mixins, Less"},
	{Plain, "Mixins, plain CSS"}, {TypeScript, "Components, TypeScript"},
	{JavaScript, "Components, JavaScript"},
}

// name is what the form is called.
func (f Form) name() string {
	for _, form := range Forms {
		if form.Form == f {
			return form.Name
		}
	}
	return ""
}

// ByMixins reports whether a form is written with mixins.
func (f Form) ByMixins() bool { return f == SCSS || f == Less || f == Plain }

// AsComponents reports whether a form is one of components.
func (f Form) AsComponents() bool { return f == TypeScript || f == JavaScript }

// Known reports whether there is such a form.
func (f Form) Known() bool { return f.name() != "" }
