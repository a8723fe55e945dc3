package origin

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Traits are what can be done with a page, as far as that hangs on where it and its stylesheet come from.
type Traits struct {
	Marks    bool        // its elements can be made part of the grid, and taken out of it
	Ends     bool        // the ends of its rows can be labelled
	File     bool        // its markup is a file by itself, which edits change
	OwnRules string      // its own rules for what its kit has no class for: none, off or on
	Mixins   string      // its layout in mixins: none, off or on
	Kept     []page.Kept // what is kept up to date for it
}

// TraitsOf are the traits of a page on kit k.
func TraitsOf(p *page.Page, k *kit.Kit) Traits {
	t := Traits{Ends: true, OwnRules: "none", Mixins: "none", Kept: []page.Kept{}}
	state := func(on bool) string {
		if on {
			return "on"
		}
		return "off"
	}
	if p.Origin == nil {
		if !k.IsComplete() {
			t.OwnRules = state(p.OwnRules)
		}
		return t
	}
	t.Marks, t.Ends, t.File, t.Kept = true, false, true, append(t.Kept, p.Origin.Kept...)
	if k.Imported == nil {
		t.Mixins = state(p.Origin.Mixins != "")
	}
	return t
}
