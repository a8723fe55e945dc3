package kit_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/kit"
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
			text += fmt.Sprintf("; %s(%s) %s %s %s %s lane %s", b.Name, d.Were[i], b.From, b.Container, d.Kit.ColumnsAt(i), d.Kit.GutterAt(i), b.Lane)
		}
		return text
	}
	for _, c := range []struct {
		steps []kit.Step
		want  string
	}{
		{nil, "flex 12 edge 20px; base(base) 0 fluid 12 16px lane 360px; mid(mid) 630px 600px 12 28px lane 700px; wide(wide) 910px 888px 12 28px lane 1080px; full(full) 1240px 1212px 12 28px lane 1440px"},
		{[]kit.Step{{"gutter", "wide", "36"}}, "mid(mid) 630px 600px 12 28px lane 700px; wide(wide) 910px 888px 12 36px lane 1080px; full(full) 1240px 1212px 12 36px"},
		{[]kit.Step{{"gutter", "mid", ""}}, "mid(mid) 630px 600px 12 16px"},
		{[]kit.Step{{"gutter", "base", "1/5"}, {"gutter", "mid", " "}}, "base(base) 0 fluid 12 1/5 column lane 360px; mid(mid) 630px 600px 12 1/5 column"},
		{[]kit.Step{{"columns", "full", "18"}, {"edge", "", "half"}, {"technique", "", "float"}}, "float 12 edge half; base"},
		{[]kit.Step{{"columns", "base", "1 2 1"}}, "flex 1 2 1 edge 20px"},
		{[]kit.Step{{"from", "mid", "44em"}, {"container", "mid", "fluid"}}, "mid(mid) 44em fluid 12 28px lane 704px"},
		{[]kit.Step{{"rename", "mid", "tab"}, {"gutter", "tab", "20"}}, "tab(mid) 630px 600px 12 20px"},
		{[]kit.Step{{"add", "mid", ""}, {"rename", "b3", "more"}}, "mid(mid) 630px 600px 12 28px lane 700px; more() 770px 600px 12 28px lane 770px; wide"},
		{[]kit.Step{{"add", "full", ""}}, "full(full) 1240px 1212px 12 28px lane 1440px; b5() 1650px 1212px"},
		{[]kit.Step{{"remove", "mid", ""}}, "base(base) 0 fluid 12 16px lane 360px; wide(wide) 910px 888px 12 28px"},
		{[]kit.Step{{"gutter", "mid", "16"}, {"remove", "base", ""}}, "edge 20px; mid(mid) 0 600px 12 16px lane 700px; wide(wide) 910px 888px 12 16px"},
	} {
		d, err := k.NewDraft(c.steps)
		if err != nil || !strings.Contains(said(d), c.want) {
			t.Errorf("%v: %v, %v\nwant %s", c.steps, d, err, c.want)
		}
	}
	for want, steps := range map[string][]kit.Step{
		"steps[0].text: found \"12 parsecs\"": {{"gutter", "wide", "12 parsecs"}},
		"steps[1].breakpoint: found":          {{"edge", "", "0"}, {"gutter", "huge", "12"}},
		"a gutter under one pitch":            {{"gutter", "wide", "90"}},
		"breakpoints[2].from":                 {{"from", "wide", "500"}},
		"flex, grid or float":                 {{"technique", "", "table"}},
		"not the kit's only one":              {{"remove", "mid", ""}, {"remove", "wide", ""}, {"remove", "full", ""}, {"remove", "base", ""}},
		"a name no other breakpoint has":      {{"rename", "mid", "wide"}},
		"a part of a kit":                     {{"colour", "mid", "red"}},
		"steps[0].text":                       {{"columns", "base", ""}},
	} {
		if _, err := k.NewDraft(steps); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: %v, want %s", steps, err, want)
		}
	}
	if k.Breakpoints[1].Name != "mid" || k.GutterAt(2).Px() != 28 {
		t.Error("the kit itself was changed")
	}
}
