package bench

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// A Word is a class of the page's kit as one writes it, and what it does.
type Word struct {
	Text   string    `json:"text" doc:"As it stands in a class attribute."`
	On     page.Kind `json:"on"`
	Says   []string  `json:"says"`
	Widths []Measure `json:"widths" doc:"How wide it makes a column of a row as wide as its container, if known."`
	File   string    `json:"file" doc:"In an imported stylesheet: the file of its first rule."`
	Line   int       `json:"line"`
}

// A Measure is a width at a breakpoint, in px.
type Measure struct {
	Breakpoint string  `json:"breakpoint"`
	Width      float64 `json:"width"`
}

// Words are the classes that a person may write on a page on kit k, in the order in which code has them.
func Words(pg *page.Page, k *kit.Kit) []Word {
	all := []Word{}
	widths := make([][][]float64, len(k.Breakpoints))
	for i, b := range k.Breakpoints {
		widths[i] = k.Widths(b.Lane.Px())
	}
	reading := infer.Of(k)
	for _, w := range infer.VocabularyOf(k, pg).Offered() {
		if name, class := vocab.Attribute(w.Text); name != "class" || class == "" {
			continue
		}
		one := Word{Text: w.Text, On: w.On, Says: w.Meaning(k), Widths: []Measure{}}
		for i, b := range k.Breakpoints {
			if units, is := w.Units(i, len(widths[i])); is {
				one.Widths = append(one.Widths, Measure{b.Name, widths[i][units-1][0]})
			}
		}
		if reading != nil && len(w.Rules) > 0 {
			rule, c := w.Rules[0], reading.Cascade
			one.File, one.Line = c.Names[rule.File], c.Trees[rule.File].Place(rule.From).Line
		}
		all = append(all, one)
	}
	return all
}
