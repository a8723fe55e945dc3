package schema

import (
	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/grid/kit"
)

// columns, place and stepField stand for types of package kit in schemas, since what they may be is too much for a tag.
type (
	columns   struct{}
	place     struct{}
	stepField struct{}
)

func (columns) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{
		Type:        huma.TypeString,
		Pattern:     `^([1-9]|[1-3][0-9]|4[0-8]|[1-9][0-9]{0,3}( [1-9][0-9]{0,3}){1,47})$`,
		Description: "How many equal columns there are, such as 12, or the ratios of uneven ones, such as 1 2 3 2 1.",
	}
}

func (place) Schema(huma.Registry) *huma.Schema {
	return oneOf(kit.Places, "Where gutters are: between columns, or inside them as padding, half of it on either side "+
		"or all at the start or end. Rows reach out of their container by it; or they stay; or they trim: they stay, "+
		"and their first and last column have no padding on the outside.")
}

func (stepField) Schema(huma.Registry) *huma.Schema {
	return oneOf(kit.StepFields, "The part of the kit that the step is about. Content sets a fixed container by the "+
		"width of what is in it. Naming takes a preset; template gives one template. Rename gives a breakpoint another "+
		"name, add puts one after it, and remove takes it away.")
}

// oneOf is the schema of a text that is one of those.
func oneOf[T ~string](names []T, description string) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString, Description: description}
	for _, name := range names {
		s.Enum = append(s.Enum, string(name))
	}
	return s
}
