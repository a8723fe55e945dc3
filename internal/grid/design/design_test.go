package design_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/design"
)

func frame(id string, x, y, width, height float64) design.Frame {
	return design.Frame{ID: id, X: x, Y: y, Width: width, Height: height}
}

// Frames are put into the smallest that holds their middle, from the top down and from left to right.
func TestNested(t *testing.T) {
	var text func(frames []design.Frame) string
	text = func(frames []design.Frame) string {
		var all []string
		for _, f := range frames {
			one := f.ID
			if len(f.Frames) > 0 {
				one += "(" + text(f.Frames) + ")"
			}
			all = append(all, one)
		}
		return strings.Join(all, " ")
	}
	for _, c := range []struct {
		frames []design.Frame
		want   string
	}{
		{nil, ""},
		{[]design.Frame{frame("b", 500, 0, 100, 50), frame("a", 0, 0, 400, 50)}, "a b"},
		{[]design.Frame{frame("c", 210, 10, 100, 30), frame("a", 0, 0, 400, 50), frame("b", 10, 10, 100, 30)}, "a(b c)"},
		{[]design.Frame{frame("low", 0, 90, 10, 10), frame("all", 0, 0, 100, 200), frame("in", 0, 80, 50, 40)},
			"all(in(low))"},
		{[]design.Frame{frame("a", 0, 0, 100, 100), frame("same", 0, 0, 100, 100)}, "a same"},
	} {
		if got := text(design.Nested(c.frames)); got != c.want {
			t.Errorf("%v: %s, want %s", c.frames, got, c.want)
		}
	}
	given := []design.Frame{{ID: "out", X: 900, Width: 10, Height: 10, Frames: []design.Frame{frame("in", 0, 0, 500, 5)}}}
	if got := text(design.Arranged(given)); got != "out(in)" {
		t.Errorf("frames that say what is in them: %s", got)
	}
	numbered := design.Arranged([]design.Frame{frame("", 0, 0, 9, 9), frame("part-1", 0, 20, 9, 9), frame("", 0, 40, 9,
		9)})
	if err := design.CheckFrames(numbered); err != nil {
		t.Errorf("frames without ids: %v", err)
	}
}

// What is no design is refused with the field.
func TestCheck(t *testing.T) {
	many := make([]design.Frame, design.MaxFrames+1)
	for i := range many {
		many[i] = frame(fmt.Sprintf("f-%d", i), 0, 0, 5, 5)
	}
	deep := frame("f-0", 0, 0, 5, 5)
	for i := range design.MaxDeep {
		one := frame(fmt.Sprintf("f-%d", i+1), 0, 0, 5, 5)
		one.Frames = []design.Frame{deep}
		deep = one
	}
	for _, c := range []struct {
		design design.Design
		want   string
	}{
		{design.Design{ID: "wide", Width: 1080, Scale: 2, Frames: []design.Frame{frame("a", -4, 0, 9, 9)}}, ""},
		{design.Design{ID: "Wide", Width: 1080, Scale: 1}, "id: "},
		{design.Design{ID: "wide", Width: 9, Scale: 1}, "width: "},
		{design.Design{ID: "wide", Width: 1080}, "scale: "},
		{design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: many}, "at most 1000"},
		{design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{deep}}, "in at most 7 others"},
		{design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{frame("a", 0, 0, 9, 9),
			frame("a", 0, 0, 9, 9)}}, "frames.a: "},
		{design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{frame("a", 0, 0, 0, 9)}}, "frames.a: "},
		{design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{{ID: "a", Width: 9, Height: 9,
			Type: "film"}}}, "frames.a.type: "},
	} {
		err := c.design.Check()
		if (err == nil) != (c.want == "") || err != nil && !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, want %q", c.design.ID, err, c.want)
		}
	}
}
