package kit

import (
	"strings"
	"sync"
)

// A Preset is a way of naming everything a kit writes.
type Preset struct {
	ID     string
	Name   string
	Naming Naming
}

// Presets are ways in which people name classes: where the breakpoint stands, how numbers are
// written, and what stands beside what.
func Presets() []Preset { return presets() }

var presets = sync.OnceValue(func() []Preset {
	lone := written(func(_ Named, word string) string { return word + "[-{bp}]" })
	beside := lone
	lone.Lone, beside.Beside = true, true
	return []Preset{
		{"suffix", "Breakpoint last", OurNaming},
		{"infix", "Breakpoint in the middle", written(func(_ Named, word string) string {
			return "kr[-{bp}]-" +
				word
		})},
		{"prefix", "Breakpoint first", written(func(_ Named, word string) string { return "[{bp}-]" + word })},
		{"words", "Numbers in words", written(func(t Named, word string) string {
			if t.Field != "part" {
				word = strings.Replace(word, "{n}", "{word}", 1)
			}
			return word + "[-{bp}]"
		})},
		{"counts", "With the number of columns", written(func(t Named, word string) string {
			if t.Field == "frame" || t.Field == "take" {
				word = strings.Replace(word, t.Field, t.Field+"{of}", 1)
			}
			return word + "[-{bp}]"
		})},
		{"beside", "Short, beside the row's or column's class", beside},
		{"lone", "Width classes alone", lone},
		{"attributes", "Attributes", written(func(_ Named, word string) string {
			name, value, counted := strings.Cut(word, "-{n}")
			if counted {
				value = "{n}" + value
			}
			return "data-" + name + "[-{bp}]=" + value
		})},
		{"list", "One attribute for all", written(func(_ Named, word string) string {
			return "data-kit=" + word +
				"[-{bp}]"
		})},
	}
})

// Preset is the id of the preset that a naming is, but for where it names the unit that a column of
// an uneven grid starts at; empty where it is none.
func (n *Naming) Preset() string {
	mine := n.unplaced()
	for _, p := range Presets() {
		theirs := p.Naming.unplaced()
		if mine.Begin == "" { // it has none yet
			theirs.Begin = ""
		}
		if theirs == mine {
			return p.ID
		}
	}
	return ""
}

// unplaced is a naming without units that columns start at.
func (n *Naming) unplaced() Naming {
	bare := *n
	for _, t := range []*Template{&bare.Take, &bare.Skip, &bare.Trail, &bare.Nudge} {
		*t = Template(strings.ReplaceAll(string(*t), "[-at-{at}]", ""))
	}
	return bare
}

// PresetOf finds one by its id.
func PresetOf(id string) (p Preset, ok bool) {
	for _, p := range Presets() {
		if p.ID == id {
			return p, true
		}
	}
	return p, false
}

// written is a naming by a pattern. It is given the words of each of ours, such as take-{n}, and
// puts [-{bp}] or [{bp}-] somewhere, which is taken away where no breakpoint is named.
func written(pattern func(t Named, word string) string) Naming {
	naming := OurNaming
	for _, t := range naming.Templates() {
		if t.Template == "" {
			continue
		}
		word := strings.NewReplacer("kr-", "", "[-at-{at}]", "", "[-{bp}]", "", "-{bp}", "").Replace(string(t.Template))
		text := pattern(t, word)
		if !t.Stepped || t.Later {
			inside := map[bool]string{true: "{bp}"}[t.Later]
			text = strings.NewReplacer("[-{bp}]", strings.TrimSuffix("-"+inside, "-"),
				"[{bp}-]", strings.TrimPrefix(inside+"-", "-")).Replace(text)
		}
		if t.Placed {
			for _, n := range []string{"{n}", "{word}"} {
				text = strings.Replace(text, n, n+"[-at-{at}]", 1)
			}
		}
		naming.Set(t.Field, Template(text))
	}
	return naming
}
