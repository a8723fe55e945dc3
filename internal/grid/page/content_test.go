package page

import (
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
)

// How high and how comfortable a block is that does not say so, and that it does.
func TestEstimates(t *testing.T) {
	for name, c := range map[string]struct {
		content       Content
		high, comfort float64
	}{
		"a line":            {Content{Type: Text, Text: "Two terns."}, 40, 180},
		"three lines":       {Content{Type: Text, Text: strings.Repeat("tern ", 20)}, 88, 180},
		"a long word":       {Content{Type: Text, Text: strings.Repeat("n", 30)}, 40, 240},
		"a main heading":    {Content{Type: Heading, Level: 1, Text: "Log"}, 50, 120},
		"a list":            {Content{Type: List, Items: []string{"a", "b", "c"}}, 72, 140},
		"a form":            {Content{Type: Form, Text: "Send", Items: []string{"Name"}}, 104, 180},
		"a button":          {Content{Type: Button, Text: "See the tides"}, 40, 136},
		"markup":            {Content{Type: HTML, Text: "<p>" + strings.Repeat("tern ", 20) + "</p>"}, 72, 160},
		"nothing":           {Content{Type: List}, 24, 140},
		"what was declared": {Content{Type: Text, Height: kit.Px(7), Comfort: kit.Px(333)}, 7, 333},
	} {
		if high, comfort := c.content.High().Px(), c.content.Comfortable(); high != c.high || comfort != c.comfort {
			t.Errorf("%s: %v high, comfortable from %v, want %v and %v", name, high, comfort, c.high, c.comfort)
		}
	}
}

// A picture that fits is as high as its proportions make it, which another picture
// from a breakpoint on may change; a column is as comfortable as what is in it.
func TestPicturesFit(t *testing.T) {
	k := &kit.Kit{Breakpoints: []kit.Breakpoint{{Name: "base"}, {Name: "mid"}, {Name: "wide"}}}
	c := &Content{Type: Picture, Fit: true, Width: kit.Px(400), Height: kit.Px(100),
		Sources: []Source{{From: "wide", Width: kit.Px(100), Height: kit.Px(200)}}}
	for i, want := range []float64{50, 50, 400} {
		if got := c.HeightIn(k, i, 200); got != want {
			t.Errorf("at %s %v px high, want %v", k.Breakpoints[i].Name, got, want)
		}
	}
	c.Fit = false
	if got := c.HeightIn(k, 0, 200); got != 100 {
		t.Errorf("not scaled it is %v px high", got)
	}
	block := func(comfort float64) *Node {
		return &Node{Kind: Block, Content: &Content{Type: Text, Comfort: kit.Px(comfort)}}
	}
	column := &Node{Kind: Column,
		Children: []*Node{block(150),
			{Kind: Row, Children: []*Node{{Kind: Column, Children: []*Node{block(260)}},
				{Kind: Column, Children: []*Node{block(90)}}}}}}
	if got := column.Comfort(); got != 260 {
		t.Errorf("comfortable from %v px", got)
	}
}
