package infer_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
)

// read reads a stylesheet that is written out in a test; files after the first are divided by a line of
// dashes with their names.
func read(t *testing.T, text string, choices map[string]string) (*kit.Kit, *infer.Reading) {
	t.Helper()
	all := []kit.File{{Name: "team.css"}}
	for line := range strings.Lines(text) {
		if name, is := strings.CutPrefix(strings.TrimSpace(line), "--- "); is {
			all = append(all, kit.File{Name: name})
			continue
		}
		all[len(all)-1].Text += line
	}
	k, r, err := infer.Kit(t.Context(), "kit", "Team", all, choices)
	if err != nil {
		t.Fatalf("%v: %s", err, text)
	}
	return k, r
}

// told is what a kit is, in one line: columns, technique, gutters, and for each breakpoint its edge and container.
func told(k *kit.Kit, r *infer.Reading) string {
	text := fmt.Sprintf("%s %s, %s %s; %q %q %q;", k.Columns, k.Technique, k.GutterAt(0), k.GutterPlace, r.Row, r.Cell,
		r.Inner)
	for i, b := range k.Breakpoints {
		text += fmt.Sprintf(" %s %s", b.From, b.Container)
		if i > 0 && k.GutterAt(i) != k.GutterAt(i-1) {
			text += " gutter " + k.GutterAt(i).String()
		}
	}
	return text
}

// Stylesheets written by hand, each of a way of its own.
func TestByHand(t *testing.T) {
	floats := `.rail::after { content: ""; display: block; clear: both }
.plank { float: left; box-sizing: border-box; padding: 0 10px } .rail { margin: 0 -10px }`
	for _, c := range []struct{ name, sheet, want, says string }{
		{"floats, padding, percentages", floats +
			`.half { width: 50% } .third { width: 33.33% } .two { width: 66.67% } .sixth { width: 16.67% }`,
			`6 float, 20px inside; "rail" "plank" ""; 0 fluid`, "third: take 2"},
		{"a class that says two things", floats +
			`.p3 { width: 25% } .p6 { width: 50% } .p9 { width: 75% } .p1 { width: 8.3333% } .p2 { width: 16.6667% }
.p4 { width: 33.3333% } .p8 { width: 66.6667% } .p12 { width: 100% } .mid { width: 50%; margin-left: 25% }`,
			`12 float, 20px inside; "rail" "plank" ""; 0 fluid`, "mid: skip 3, take 6"},
		{"widths in px", `.hull { width: 460px; margin: 0 auto } .rail { margin-left: -20px; overflow: hidden }
.plank { float: left; margin-left: 20px }
.one { width: 60px } .two { width: 140px } .three { width: 220px } .four { width: 300px } .six { width: 460px }`,
			`6 float, 20px between; "rail" "plank" ""; 0 460px`, "three: take 3"},
		{"a gap in rem, a page with another font size", `html { font-size: 10px }
.rail { display: flex; flex-wrap: wrap; gap: 2.4rem } .plank { min-width: 0 }
.a { width: calc(50% - 1.2rem) } .b { width: calc(25% - 1.8rem) } .c { width: calc(75% - .6rem) } .d { width: 100% }`,
			`4 flex, 24px between; "rail" "plank" ""; 0 fluid`, "c: take 3"},
		{"grid tracks", `.rail { display: grid; grid-template-columns: repeat(8, minmax(0, 1fr)); column-gap: 12px }
.a { grid-column: span 2 } .b { grid-column: span 3 } .c { grid-column: 1 / -1 }`,
			`8 grid, 12px between; "rail" "" ""; 0 fluid`, "b: take 3"},
		{"a pattern for all columns", `.rail { display: flow-root; margin: 0 -8px }
[class*="pl-"] { float: left; padding: 0 8px; box-sizing: border-box }
.pl-1 { width: 25% } .pl-2 { width: 50% } .pl-3 { width: 75% } .pl-4 { width: 100% }`,
			`4 float, 16px inside; "rail" "" ""; 0 fluid`, "pl-3: take 3"},
		{"attributes", `[data-rail] { display: flex; flex-wrap: wrap; margin: 0 -6px }
[data-rail] > [data-w] { padding: 0 6px; box-sizing: border-box; flex: none }
[data-w="1"] { width: 20% } [data-w="2"] { width: 40% } [data-w="3"] { width: 60% } [data-w="4"] { width: 80% }`,
			`5 flex, 12px inside; "data-rail=" "data-w=" ""; 0 fluid`, "data-w=3: take 3"},
		{"rules in rules and in layers",
			`@layer team { .rail { display: flex; flex-wrap: wrap; gap: 10px; > .plank { min-width: 0; &.a { width: ` +
				`calc(50% - 5px) } &.b { width: calc(25% - 7.5px) }
@media (width >= 700px) { &.a-w { width: calc(50% - 5px) } &.b-w { width: calc(25% - 7.5px) } } } } }`,
			`4 flex, 10px between; "rail" "plank" ""; 0 fluid 700px fluid`, "b-w: take 1 from w"},
		{"several files, one imported",
			"@import url(cells.css) screen;\n.rail { display: flow-root }\n--- cells.css\n.plank { float: left } .a { " +
				"width: 50% } .b { width: 25% } .c { width: 75% }",
			`4 float, 0 between; "rail" "plank" ""; 0 fluid`, "c: take 3"},
		{"a class that ends a line", `.hull { width: 820px; margin: 0 auto } .rail { overflow: hidden }
.plank { float: left; display: inline; margin-right: 20px } .rail .stern { margin-right: 0 }
.one { width: 50px } .two { width: 120px } .three { width: 190px } .four { width: 260px } .six { width: 400px }
.eight { width: 540px } .nine { width: 610px } .twelve { width: 820px }`,
			`12 float, 20px between; "rail" "plank" ""; 0 820px`, "stern: ends a line"},
		{"a class that begins a line, in percent", `.rail:after { content: " "; display: table; clear: both }
.plank { float: left; margin-left: 4% } .bow { margin-left: 0 }
.one { width: 22% } .two { width: 48% } .three { width: 74% } .four { width: 100% }`,
			`4 float, 2/11 column between; "rail" "plank" ""; 0 fluid`, "bow: begins a line"},
		{"classes for the ends of rows inside columns", `.hull { width: 840px; margin: 0 auto } .rail { overflow: hidden }
.plank { float: left; margin: 0 10px } .bow { margin-left: 0 } .stern { margin-right: 0 }
.one { width: 50px } .two { width: 120px } .three { width: 190px } .four { width: 260px } .six { width: 400px }
.eight { width: 540px } .twelve { width: 820px }`,
			`12 float, 20px between; "rail" "plank" ""; 0 840px`, "bow: begins a line"},
		{"containers that are rows, classes that are columns and widths",
			`.ct { width: 90%; max-width: 1100px; margin: 0 auto } .ct:after { content: ""; display: table; clear: both }
.l1, .l2, .l3, .l4, .l5, .l6 { float: left; margin-right: 3%; display: inline } .fin { margin-right: 0 !important }
.l1 { width: 14.1666% } .l2 { width: 31.3333% } .l3 { width: 48.5% } .l4 { width: 65.6666% } .l5 { width: 82.8333% }
.l6 { width: 100%; margin-right: 0 }
@media only screen and (max-width: 40em) { .l1, .l2, .l3, .l4, .l5, .l6 { float: none; width: auto; margin-right: ` +
				`0 } }`,
			`6 float, 0/1 column between; "ct" "" ""; 0 90% 641px 1100px gutter 205/968 column`,
			"fin: ends a line from from-641, trail 0 below from-641"},
		{"a grid that is a container, no width as wide as it",
			`.board { display: grid; grid-template-columns: repeat(6, 1fr); gap: 1rem; width: min(100% - 3rem, 66rem); ` +
				`margin-inline: auto }
.at-1 { grid-column: 1 / span 2 } .over-2 { grid-column-end: span 2 } .over-3 { grid-column-end: span 3 }
.over-4 { grid-column-end: span 4 }`,
			`6 grid, 16px between; "board" "" ""; 0 1056px`, "over-3: take 3"},
		{"no class as wide as the row", `* { box-sizing: border-box }
.rail { display: flex; flex-wrap: wrap; column-gap: 2% } .rail > [class^="c"] { width: 100% }
@media (min-width: 600px) { .rail > .c1 { width: 23.5% } .rail > .c2 { width: 49% } .rail > .c3 { width: 74.5% } }`,
			`4 flex, 4/47 column between; "rail" "" ""; 0 fluid 600px fluid`, "c3: take 3 from from-600"},
		{"margins in percent on both sides", `.tier { zoom: 1 } .tier:before, .tier:after { content: " "; display: table }
.tier:after { clear: both } .slat { float: left; display: inline; margin: 0 1.5% 20px; min-height: 1px }
.slat1 { width: 5.3333% } .slat2 { width: 13.6667% } .slat3 { width: 22% } .slat4 { width: 30.3333% }
.slat6 { width: 47% } .slat8 { width: 63.6667% } .slat9 { width: 72% }`,
			`12 float, 9/16 column between; "tier" "slat" ""; 0 fluid`, "slat9: take 9"},
		{"rows that reach out by percent", `.five { font-size: 0; margin-right: -2% }
.five > .q { display: inline-block; font-size: 1rem; vertical-align: top; margin-right: 2%; width: 18% }
.q.w2 { width: 38% } .q.w3 { width: 58% } .q.w4 { width: 78% } .q.w5 { width: 98% }`,
			`5 inline, 1/9 column between; "five" "q" ""; 0 fluid`, "w3: take 3"},
		{"a column's class that says one unit",
			`.week { overflow: hidden; margin: 0 -4px }
.d { float: left; width: 14.2857%; padding: 0 4px; box-sizing: border-box } .d2 { width: 28.5714% }
.d3 { width: 42.8571% } .d5 { width: 71.4286% } .d7 { width: 100% }`,
			`7 float, 8px inside; "week" "d" ""; 0 fluid`, "d5: take 5"},
		{"inline blocks in lines of text", `.quay { letter-spacing: -.3em } .quay > * { letter-spacing: normal }
.bay { display: inline-block; vertical-align: top; width: 100%; box-sizing: border-box; padding: 0 8px }
.half { width: 50% } .third { width: 33.3333% } .two { width: 66.6667% } .quarter { width: 25% } .three { width: 75% }`,
			`12 inline, 16px inside stay; "quay" "bay" ""; 0 fluid`, "third: take 4"},
		{"a class beside another", floats +
			`.half { width: 50% } .third { width: 33.33% } .two { width: 66.67% } .sixth { width: 16.67% }
.past.one { margin-left: 16.67% } .past.five { margin-left: 83.33% }`,
			`6 float, 20px inside; "rail" "plank" ""; 0 fluid`, "past one: skip 1"},
		{"a row's class for so many a line", floats + `.plank { width: 100% } .half { width: 50% }
.third { width: 33.333333% } .two { width: 66.666667% } .sixth { width: 16.666667% }
@media (min-width: 600px) { .by-2 > * { width: 50% } .by-3 > .plank { width: 33.333333% } }
@media (min-width: 900px) { .by-3-w > * { width: 33.333333% } }`,
			`6 float, 20px inside; "rail" "plank" ""; 0 fluid 600px fluid 900px fluid`,
			"by-3: 3 per line from from-600"},
		{"tracks of a row of its own", `.rail { display: grid; grid-template-columns: repeat(12, 1fr); gap: 14px }
.plank { min-width: 0 } .w3 { grid-column: span 3 } .w4 { grid-column: span 4 } .w6 { grid-column: span 6 }
.w8 { grid-column: span 8 }
.by-4 { grid-template-columns: repeat(4, 1fr) }`,
			`12 grid, 14px between; "rail" "plank" ""; 0 fluid`, "by-4: 4 per line"},
		{"a number in a style attribute", `.rail { display: flex; flex-wrap: wrap; gap: 16px }
.plank { box-sizing: border-box; --n: 12; min-width: 0; flex: 0 0 auto; width: calc((100% + 16px) * var(--n) / 12 ` +
			`- 16px); margin-left: calc((100% + 16px) * var(--past, 0) / 12) }
@media (min-width: 720px) { .plank { width: calc((100% + 16px) * var(--wide, var(--n)) / 12 - 16px) } }`,
			`12 flex, 16px between; "rail" "plank" ""; 0 fluid 720px fluid`, "style=--wide: 5;: take 5 from from-720"},
		{"spans in a style attribute",
			`.rail { display: grid; grid-template-columns: repeat(8, 1fr); gap: 10px }
.plank { min-width: 0; grid-column: span var(--legs, 8) }`,
			`8 grid, 10px between; "rail" "plank" ""; 0 fluid`, "style=--legs: 3;: take 3"},
		{"containers that change", `.hull { margin: 0 auto; padding: 0 12px; box-sizing: border-box }
@media (min-width: 640px) { .hull { max-width: 610px } } @media (min-width: 1020px) { .hull { max-width: 990px } }
.rail { display: flow-root } .plank { float: left } .a { width: 50% } .b { width: 25% } .c { width: 75% }`,
			`4 float, 0 between; "rail" "plank" ""; 0 fluid 640px 610px 1020px 990px`, "a: take 2"},
		{"numbers of classes that a pattern makes widths of", `.tier { display: flex; flex-wrap: wrap; gap: 20px }
[class*="lead-"] { flex: none; width: calc((100% + 20px) / 12 * var(--n) - 20px) }
.lead-3 { --n: 3 } .lead-4 { --n: 4 } .lead-6 { --n: 6 } .lead-8 { --n: 8 } .lead-12 { --n: 12 }`,
			`12 flex, 20px between; "tier" "" ""; 0 fluid`, "lead-3: take 3"},
		{"and of children", `.tier { display: flex; flex-wrap: wrap; gap: 20px }
.tier > * { flex: none; width: calc((100% + 20px) / 12 * var(--n, 12) - 20px) }
.lead-1 { --n: 1 } .lead-3 { --n: 3 } .lead-4 { --n: 4 } .lead-6 { --n: 6 }`,
			`12 flex, 20px between; "tier" "" ""; 0 fluid`, "lead-4: take 4"},
		{"floats that an element after them clears", `* { box-sizing: border-box }
.hull { max-width: 1100px; margin: 0 auto; padding: 0 15px } .bay { float: left; padding: 0 10px } .clr { clear: both }
.bay-1 { width: 8.3333% } .bay-2 { width: 16.6667% } .bay-3 { width: 25% } .bay-4 { width: 33.3333% }
.bay-6 { width: 50% } .bay-8 { width: 66.6667% } .bay-12 { width: 100% }`,
			`12 float, 20px inside stay; "" "bay" ""; 0 1100px`, "bay-3: take 3"},
		{"cards in columns are none", `* { box-sizing: border-box } .tier { display: flex; flex-wrap: wrap; margin: 0 -8px }
.tier > [class^="pan-"] { padding: 0 8px; flex: 0 0 100% } .card { height: 100%; padding: 12px }
@media (min-width: 700px) { .tier > .pan-3 { flex-basis: 25% } .tier > .pan-4 { flex-basis: 33.3333% }
.tier > .pan-6 { flex-basis: 50% } .tier > .pan-8 { flex-basis: 66.6667% } }`,
			`12 flex, 16px inside; "tier" "" ""; 0 fluid 700px fluid`, "pan-4: take 4 from from-700"},
		{"rows that divide what is in them",
			`.row { display: flex; flex-wrap: wrap } .by2 > * { width: 50% } .by3 > * { width: 33.3333% }
.by4 > * { width: 25% }`,
			`12 flex, 0 between; "row" "" ""; 0 fluid`, "by3: 3 per line"},
		{"rows of so many tracks", `.row { display: grid; gap: 16px } .cols-2 { grid-template-columns: repeat(2, 1fr) }
.cols-3 { grid-template-columns: repeat(3, 1fr) }
@media (min-width: 700px) { .cols-6-m { grid-template-columns: repeat(6, 1fr) } }`,
			`6 grid, 16px between; "row" "" ""; 0 fluid 700px fluid`, "cols-6-m: 6 per line from from-700"},
		{"a container that leaves a margin",
			`.shell { display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); gap: 24px; width: min(1140px, 100% ` +
				`- 32px); margin-inline: auto }
.s2 { grid-column: span 2 } .s3 { grid-column: span 3 } .s6 { grid-column: span 6 }
@media (width >= 800px) { .m3 { grid-column: span 3 } .m6 { grid-column: span 6 } }`,
			`12 grid, 24px between; "shell" "" ""; 0 fluid 800px 1140px`, "m3: take 3 from from-800"},
	} {
		k, r := read(t, c.sheet, nil)
		if got := told(k, r); got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
		if r.Joined != (c.name == "inline blocks in lines of text") {
			t.Errorf("%s: joined is %v", c.name, r.Joined)
		}
		at := strings.LastIndex(c.says, ": ")
		name, want := c.says[:at], c.says[at+2:]
		said := ""
		for _, w := range r.Words.Words {
			if w.Text == name && !w.Base {
				all := w.Meaning(r.Kit)
				slices.Sort(all)
				said = strings.Join(all, ", ")
			}
		}
		if said != want {
			t.Errorf("%s: %s says %q, want %q", c.name, name, said, want)
		}
	}
}

// What is in doubt is a choice, and the choice is kept.
func TestChoices(t *testing.T) {
	sheet := `.rail { display: flex; flex-wrap: wrap } .plank, .deck { flex: 0 0 auto; min-width: 0 } .deck { order: 0 }
.half { width: 50% } .quarter { width: 25% } .whole { width: 100% }`
	k, r := read(t, sheet, nil)
	at := slices.IndexFunc(r.Doubts, func(d infer.Doubt) bool { return d.ID == "column" })
	if at < 0 || r.Doubts[at].Chosen != r.Cell {
		t.Fatalf("doubts: %+v", r.Doubts)
	}
	other := ""
	for _, o := range r.Doubts[at].Options {
		if o.ID != r.Cell {
			other = o.ID
		}
	}
	if _, again := read(t, sheet, map[string]string{"column": other}); again.Cell != other {
		t.Errorf("chosen %q, read %q", other, again.Cell)
	}
	if !r.Settles("column", other) || r.Settles("column", "none such") || !strings.Contains(r.Choices(), "column="+
		other) {
		t.Errorf("choices: %s", r.Choices())
	}
	k.Imported = &kit.Imported{Files: k.Imported.Files, Choices: map[string]string{"column": other}}
	if err := infer.Check(k); err != nil {
		t.Error(err)
	}
}

// The numbers of a kit that was read are those of its file; names and lanes are the user's.
func TestCheckedAgainstTheFile(t *testing.T) {
	k, _ := read(t, `.rail { display: flex; flex-wrap: wrap; gap: 10px } .a { width: calc(50% - 5px) }
.b { width: calc(25% - 7.5px) }
@media (min-width: 700px) { .a-w { width: calc(50% - 5px) } .b-w { width: calc(25% - 7.5px) } }`, nil)
	for field, change := range map[string]func(k *kit.Kit){
		"":            func(k *kit.Kit) { k.Name, k.Breakpoints[0].Name = "Ours", "small" },
		"columns":     func(k *kit.Kit) { k.Columns = kit.Equal(5) },
		"breakpoints": func(k *kit.Kit) { k.Breakpoints = k.Breakpoints[:1] },
		"breakpoints[1].from": func(k *kit.Kit) {
			k.Breakpoints[1].From, k.Breakpoints[1].Lane = kit.Px(720),
				kit.Px(800)
		},
		"breakpoints[0].gutter": func(k *kit.Kit) { k.Gutter = kit.GutterOf(kit.Px(12)) },
		"technique":             func(k *kit.Kit) { k.Technique = kit.Grid },
		"brought.files":         func(k *kit.Kit) { k.Imported = &kit.Imported{} },
		"brought.stylesheet": func(k *kit.Kit) {
			k.Imported = &kit.Imported{Files: []kit.File{{Name: "a.css", Text: "a { color: red }"}}}
		},
	} {
		c := *k
		c.Breakpoints = slices.Clone(k.Breakpoints)
		change(&c)
		var found []string
		for _, f := range fault.All(infer.Check(&c)) {
			found = append(found, f.Field)
		}
		if got := strings.Join(found, " "); got != field {
			t.Errorf("refused %q, want %q", got, field)
		}
	}
}

// The plan of a page on such a kit: boxes by the file, lines as its columns stand, units as they are set.
func TestPlanned(t *testing.T) {
	k, _ := read(t, `.hull { max-width: 800px; margin: 0 auto } .rail { margin: 0 -10px; display: flow-root }
.plank { float: left; box-sizing: border-box; padding: 0 10px; width: 100% }
.plank.a { width: 25% } .plank.b { width: 50% } .plank.c { width: 75% } .away { display: none }
.past { margin-left: 25% }`, nil)
	column := func(id string, f page.Field, v page.Value) *page.Node {
		return &page.Node{ID: id, Kind: page.Column, Name: id, At: []page.Setting{page.At("base").With(f, v)},
			Children: []*page.Node{
				{ID: id + "-text", Kind: page.Block, Name: "Text", Content: &page.Content{Type: page.Text,
					Height: kit.Px(40), Text: "Tern"}}}}
	}
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Row", Children: []*page.Node{
		column("one", page.Width, page.Take(2)), column("two", page.Width, page.Take(3)), column("gone", page.Shown,
			page.Hides), column("three", page.Width, page.Take(1)),
	}}
	row.Children[3].At[0] = row.Children[3].At[0].With(page.Skip, page.Of(1))
	l := layout.Of(k, &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID, Body: []*page.Node{
		{ID: "hull", Kind: page.Container, Name: "Hull", Children: []*page.Node{row}}}})
	plan := l.Plan(1000)
	var boxes []string
	for _, b := range plan.Boxes {
		if b.Kind != page.Block {
			boxes = append(boxes, fmt.Sprintf("%s %v %v %v %v line %d unit %v of %v %v", b.ID, b.X, b.Y, b.Width,
				b.Height, b.Line, b.Unit, b.Units, b.Shown))
		}
	}
	want := []string{
		"hull 100 0 800 120 line 0 unit 0 of 0 true", "row 90 0 820 120 line 0 unit 0 of 0 true",
		"one 90 0 410 40 line 1 unit 1 of 2 true", "two 90 40 615 40 line 2 unit 1 of 3 true",
		"three 295 80 205 40 line 3 unit 2 of 1 true", "gone 0 0 0 0 line 0 unit 0 of 0 false",
	}
	if !slices.Equal(boxes, want) {
		t.Errorf("planned:\n%s\nwant:\n%s", strings.Join(boxes, "\n"), strings.Join(want, "\n"))
	}
	var lines []string
	for _, line := range plan.Lines {
		lines = append(lines, fmt.Sprintf("%d: %v units at %v, %v high, broke %v", line.Line, line.Run.Units, line.Y,
			line.Height, line.Broke))
	}
	if got := strings.Join(lines, "; "); got != "1: 2 units at 0, 40 high, broke false; 2: 3 units at 40, 40 "+
		"high, broke true; 3: 2 units at 80, 40 high, broke true" {
		t.Errorf("lines: %s", got)
	}
}

// A newer version of a file keeps the names and lanes of breakpoints that begin where one did; a new one makes room for
// a name that is kept.
func TestReadAgain(t *testing.T) {
	const was = `.rail { display: flex; flex-wrap: wrap; gap: 10px } .a { width: calc(50% - 5px) }
.b { width: calc(25% - 7.5px) }
@media (min-width: 700px) { .a-w { width: calc(50% - 5px) } .b-w { width: calc(25% - 7.5px) } }`
	k, _ := read(t, was, nil)
	k.Breakpoints[0].Name, k.Breakpoints[1].Name, k.Breakpoints[1].Lane = "pocket", "x", kit.Px(820)
	k.Shared = &kit.Shared{ID: "team", Revision: 3}
	for _, c := range []struct{ now, want string }{
		{was, "pocket 0 was pocket, x 700px was x"},
		{strings.Replace(was, "700px", "640px", 1), "pocket 0 was pocket, w 640px was "},
		{was + "@media (min-width: 900px) { .a-x { width: calc(50% - 5px) } .b-x { width: calc(25% - 7.5px) } " +
			".rail { gap: 20px 10px } }", "pocket 0 was pocket, x 700px was x, x-2 900px was "},
		{strings.ReplaceAll(was, "width: calc", "colour: calc"), "refused"},
	} {
		d, err := infer.Again(t.Context(), k, []kit.File{{Name: "team.css", Text: c.now}}, nil)
		got := "refused"
		if err == nil {
			var all []string
			for i, b := range d.Kit.Breakpoints {
				all = append(all, fmt.Sprintf("%s %s was %s", b.Name, b.From, d.Were[i]))
			}
			got = strings.Join(all, ", ")
			if d.Kit.ID != k.ID || d.Kit.Shared != k.Shared || d.Were[1] == "x" &&
				d.Kit.Breakpoints[1].Lane != kit.Px(820) {
				t.Errorf("%s: %+v", got, d.Kit)
			}
		}
		if got != c.want {
			t.Errorf("%s, want %s", got, c.want)
		}
	}
}
