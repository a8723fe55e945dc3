package kit_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
)

// What is typed about a kit, step after step, and what it comes to.
func TestDraft(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k := p.Kit("plain-twelve")
	said := func(d *kit.Draft) string {
		text := fmt.Sprintf("%s %s edge %s", d.Kit.Technique, d.Kit.Columns, d.Kit.Edge)
		for i, b := range d.Kit.Breakpoints {
			text += fmt.Sprintf("; %s(%s) %s %s %s %s lane %s", b.Name, d.Were[i], b.From, b.Container,
				d.Kit.ColumnsAt(i), d.Kit.GutterAt(i), b.Lane)
		}
		return text
	}
	for _, c := range []struct {
		steps []kit.Step
		want  string
	}{
		{nil, "flex 12 edge 20px; base(base) 0 fluid 12 16px lane 360px; mid(mid) 630px 600px 12 28px lane 700px; " +
			"wide(wide) 910px 888px 12 28px lane 1080px; full(full) 1240px 1212px 12 28px lane 1440px"},
		{[]kit.Step{{Field: "gutter", Breakpoint: "wide", Text: "36"}},
			"mid(mid) 630px 600px 12 28px lane 700px; wide(wide) 910px 888px 12 36px lane 1080px; full(full) 1240px 1212px " +
				"12 36px"},
		{[]kit.Step{{Field: "gutter", Breakpoint: "mid", Text: ""}}, "mid(mid) 630px 600px 12 16px"},
		{[]kit.Step{{Field: "gutter", Breakpoint: "base", Text: "1/5"}, {Field: "gutter", Breakpoint: "mid",
			Text: " "}}, "base(base) 0 fluid 12 1/5 column lane 360px; mid(mid) 630px 600px 12 1/5 column"},
		{[]kit.Step{{Field: "columns", Breakpoint: "full", Text: "18"}, {Field: "edge", Breakpoint: "", Text: "half"},
			{Field: "technique", Breakpoint: "", Text: "float"}}, "float 12 edge half; base"},
		{[]kit.Step{{Field: "columns", Breakpoint: "base", Text: "1 2 1"}}, "flex 1 2 1 edge 20px"},
		{[]kit.Step{{Field: "from", Breakpoint: "mid", Text: "44em"}, {Field: "container", Breakpoint: "mid",
			Text: "fluid"}}, "mid(mid) 44em fluid 12 28px lane 704px"},
		{[]kit.Step{{Field: "rename", Breakpoint: "mid", Text: "tab"}, {Field: "gutter", Breakpoint: "tab",
			Text: "20"}}, "tab(mid) 630px 600px 12 20px"},
		{[]kit.Step{{Field: "add", Breakpoint: "mid", Text: ""}, {Field: "rename", Breakpoint: "b3", Text: "more"}},
			"mid(mid) 630px 600px 12 28px lane 700px; more() 770px 600px 12 28px lane 770px; wide"},
		{[]kit.Step{{Field: "add", Breakpoint: "full", Text: ""}},
			"full(full) 1240px 1212px 12 28px lane 1440px; b5() 1650px 1212px"},
		{[]kit.Step{{Field: "remove", Breakpoint: "mid", Text: ""}},
			"base(base) 0 fluid 12 16px lane 360px; wide(wide) 910px 888px 12 28px"},
		{[]kit.Step{{Field: "edge", Breakpoint: "wide", Text: "24"}, {Field: "gutter", Breakpoint: "mid", Text: "16"},
			{Field: "remove", Breakpoint: "base"}, {Field: "gutterPlace", Text: "inside stay"},
			{Field: "container", Breakpoint: "wide", Text: "91%"}},
			"mid(mid) 0 600px 12 16px lane 700px; wide(wide) 910px 91% 12 16px"},
		{[]kit.Step{{Field: "gutterPlace", Text: "inside trim"}, {Field: "gutter", Breakpoint: "base", Text: "9"}},
			"flex 12 edge 20px"},
		{[]kit.Step{{Field: "naming", Text: "attributes"}, {Field: "columns", Breakpoint: "base", Text: "1 2"}},
			"flex 1 2 edge 20px"},
		{[]kit.Step{{Field: "template", Template: "take", Text: "span-{n}[-{bp}]"}, {Field: "lone", Text: "yes"}},
			"flex 12 edge 20px"},
		{[]kit.Step{{Field: "gutter", Breakpoint: "mid", Text: "16"}, {Field: "remove", Breakpoint: "base", Text: ""}},
			"edge 20px; mid(mid) 0 600px 12 16px lane 700px; wide(wide) 910px 888px 12 16px"},
	} {
		d, err := k.NewDraft(c.steps)
		if err != nil || !strings.Contains(said(d), c.want) {
			t.Errorf("%v: %v, %v\nwant %s", c.steps, d, err, c.want)
		}
	}
	for want, steps := range map[string][]kit.Step{
		"steps[0].text: found \"12 parsecs\"": {{Field: "gutter", Breakpoint: "wide", Text: "12 parsecs"}},
		"steps[1].breakpoint: found": {{Field: "edge", Breakpoint: "", Text: "0"},
			{Field: "gutter", Breakpoint: "huge", Text: "12"}},
		"leave room for a column": {{Field: "edge", Breakpoint: "wide", Text: "460"}},
		"breakpoints[2].from":     {{Field: "from", Breakpoint: "wide", Text: "500"}},
		"flex, grid or float":     {{Field: "technique", Breakpoint: "", Text: "table"}},
		"not the kit's only one": {{Field: "remove", Breakpoint: "mid", Text: ""},
			{Field: "remove", Breakpoint: "wide", Text: ""}, {Field: "remove", Breakpoint: "full", Text: ""},
			{Field: "remove", Breakpoint: "base", Text: ""}},
		"a name no other breakpoint has": {{Field: "rename", Breakpoint: "mid", Text: "wide"}},
		"the id of a preset":             {{Field: "naming", Text: "mine"}},
		"the name of a template":         {{Field: "template", Template: "colour", Text: "red"}},
		"naming.take":                    {{Field: "template", Template: "take", Text: "w{n}"}},
		"yes or no":                      {{Field: "beside", Text: "maybe"}},
		"inside stay":                    {{Field: "gutterPlace", Text: "outside"}},
		"a part of a kit":                {{Field: "colour", Breakpoint: "mid", Text: "red"}},
		"steps[0].text":                  {{Field: "columns", Breakpoint: "base", Text: ""}},
	} {
		if _, err := k.NewDraft(steps); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: %v, want %s", steps, err, want)
		}
	}
	if k.Breakpoints[1].Name != "mid" || k.GutterAt(2).Px() != 28 {
		t.Error("the kit itself was changed")
	}
}
