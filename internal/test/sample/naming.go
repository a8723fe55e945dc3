package sample

import (
	"math/rand/v2"
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
)

var syllables = strings.Fields("ka lo mi ru te so ba ne pi du fa ge wo zu hi ja")

// word is an invented one.
func word(r *rand.Rand) string {
	text := ""
	for range 1 + r.IntN(3) {
		text += pick(r, syllables...)
	}
	return text
}

// Naming gives a kit random names: any place of the breakpoint, numbers as digits or words, a
// count of columns, classes or attributes, some of which need others beside them.
func Naming(r *rand.Rand, k *kit.Kit) {
	for {
		n := kit.OurNaming
		prefix := pick(r, "", "", word(r)+"-", word(r)+"_")
		dash := pick(r, "-", "_", "--", "")
		place := r.IntN(3)
		form := r.IntN(4) // classes, an attribute for all, one for each, or some of all
		spelled, counts := r.IntN(3) == 0, r.IntN(4) == 0
		list := "data-" + word(r)
		number := pick(r, "{n}", "{n}", "-{n}", "_{n}")
		n.Lone, n.Beside = r.IntN(3) == 0, false
		if !n.Lone {
			n.Beside = r.IntN(3) == 0
		}
		if k.Technique == kit.Float && r.IntN(2) == 0 {
			n.Clear = "w"
		}
		used := map[string]bool{}
		for _, t := range n.Templates() {
			if t.Template == "" {
				continue
			}
			if t.Field == "before" || t.Field == "after" { // which other names do not depend on
				n.Set(t.Field, kit.Template("xq-"+t.Field+"-{n}[-{bp}]"))
				continue
			}
			name := word(r)
			for used[name] {
				name = word(r)
			}
			used[name] = true
			rest, bp := "", ""
			if t.Counted {
				rest = number
				if spelled && t.Field != "part" {
					rest = strings.Replace(rest, "{n}", "{word}", 1)
				}
			}
			if counts && (t.Field == "take" || t.Field == "frame") {
				rest += "of{of}"
			}
			if t.Placed {
				rest += "[-at-{at}]"
			}
			if t.Stepped {
				bp = "{bp}"
			}
			n.Set(t.Field, template(form, r, place, list, prefix, name, rest, dash, bp, t.Later))
		}
		was := k.Naming
		if k.Naming = n; k.Check() == nil {
			return
		}
		k.Naming = was
	}
}

// template puts the parts of one together.
func template(form int, r *rand.Rand, place int, list, prefix, name, rest, dash, bp string, later bool) kit.Template {
	around := func(before, after string) string {
		switch {
		case bp == "":
			return ""
		case later:
			return before + bp + after
		}
		return "[" + before + bp + after + "]"
	}
	own := form == 2 || form == 3 && r.IntN(3) == 0
	if own {
		return kit.Template("data-" + name + around("-", "") + "=" + strings.TrimLeft(rest, "-_"))
	}
	text := map[int]string{
		0: prefix + name + rest + around(dash, ""),
		1: prefix + around("", pick(r, "-", "_")) + name + rest,
		2: prefix + name + around(dash, "") + dash + rest,
	}[place]
	if place == 2 {
		text = strings.TrimSuffix(text, dash)
	}
	if form == 1 || form == 3 && r.IntN(2) == 0 {
		return kit.Template(list + "=" + text)
	}
	return kit.Template(text)
}

// Attributes reports whether a kit's names are partly attributes.
func Attributes(k *kit.Kit) bool {
	return slices.ContainsFunc(k.Naming.Templates(),
		func(t kit.Named) bool { return strings.Contains(string(t.Template), "=") })
}
