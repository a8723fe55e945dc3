package bench

import (
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// A SheetView is what was read of a stylesheet, whose files the kit has.
type SheetView struct {
	Rulers   []Ruler     `json:"rulers" doc:"One for every breakpoint, in order."`
	Facts    []kit.Facts `json:"facts"`
	Found    []Fact      `json:"found" doc:"What was found."`
	Findings []SheetGap  `json:"findings" doc:"What was not understood."`
	Doubts   []Doubt     `json:"doubts" doc:"What can be read in several ways."`
	Words    []SheetWord `json:"words" doc:"What each class or attribute says."`
	Idle     int         `json:"idle" doc:"How many rules have nothing to do with the grid."`
}

// A Fact is one thing that was found, and where.
type Fact struct {
	What   string       `json:"what"`
	Text   string       `json:"text"`
	Sure   string       `json:"sure" enum:"read,inferred"`
	Places []SheetLines `json:"places"`
}

// A SheetGap is a finding of a stylesheet, and where.
type SheetGap struct {
	Code     string       `json:"code"`
	Severity string       `json:"severity" enum:"broken,surprise,tidy,estimate"`
	Text     string       `json:"text"`
	Places   []SheetLines `json:"places"`
}

// SheetLines are lines of a file, from 1, the last included.
type SheetLines struct {
	File int `json:"file" doc:"Its number, from 0."`
	From int `json:"from"`
	To   int `json:"to"`
}

// A Doubt is a question that the stylesheet leaves open.
type Doubt struct {
	ID       string `json:"id"`
	Question string `json:"question"`
	Options  []Ref  `json:"options"`
	Chosen   string `json:"chosen"`
}

// A SheetWord is a class or an attribute, and what it says.
type SheetWord struct {
	Word   string       `json:"word" doc:"As it stands in a tag."`
	On     page.Kind    `json:"on"`
	Says   []string     `json:"says"`
	Places []SheetLines `json:"places"`
}

// mostPlaces is how many places are told of one thing.
const mostPlaces = 60

// NewSheetView tells what was read of the stylesheet of kit k; it is nil where nothing was.
func NewSheetView(k *kit.Kit, r *infer.Reading) *SheetView {
	if r == nil {
		return nil
	}
	v := &SheetView{Facts: k.Facts(), Found: []Fact{}, Findings: []SheetGap{}, Doubts: []Doubt{},
		Words: []SheetWord{}, Idle: r.Idle}
	for i, b := range k.Breakpoints {
		v.Rulers = append(v.Rulers, NewRuler(k, i, b.Lane.Px()))
	}
	places := func(rules []vocab.Rule) []SheetLines {
		all := []SheetLines{}
		for _, rule := range rules[:min(len(rules), mostPlaces)] {
			t := r.Cascade.Trees[rule.File]
			all = append(all, SheetLines{rule.File, t.Place(rule.From).Line, t.Place(max(rule.From, rule.To-1)).Line})
		}
		return all
	}
	for _, f := range r.Facts {
		v.Found = append(v.Found, Fact{f.What, f.Text, f.Sure, places(f.Rules)})
	}
	for _, f := range r.Findings {
		v.Findings = append(v.Findings, SheetGap{string(f.Code), string(f.Severity), f.Text, places(r.RulesOf(f))})
	}
	for _, d := range r.Doubts {
		one := Doubt{ID: d.ID, Question: d.Question, Chosen: d.Chosen}
		for _, o := range d.Options {
			one.Options = append(one.Options, Ref{o.ID, o.Text})
		}
		v.Doubts = append(v.Doubts, one)
	}
	for _, w := range r.Words.Words {
		v.Words = append(v.Words, SheetWord{w.String(), w.On, w.Meaning(r.Kit), places(w.Rules)})
	}
	return v
}
