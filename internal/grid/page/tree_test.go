package page

import (
	"encoding"
	"fmt"
	"strings"
	"testing"
)

// outline writes a page's ids, children in brackets.
func outline(nodes []*Node) string {
	var all []string
	for _, n := range nodes {
		text := n.ID
		if len(n.Children) > 0 {
			text += "(" + outline(n.Children) + ")"
		}
		all = append(all, text)
	}
	return strings.Join(all, " ")
}

func tree() *Page {
	leaf := func(id string) *Node { return &Node{ID: id, Kind: Column} }
	return &Page{Body: []*Node{
		{ID: "frame", Kind: Container, Children: []*Node{
			{ID: "row-1", Kind: Row, Children: []*Node{leaf("a"), leaf("b")}},
			{ID: "row-7", Kind: Row, Children: []*Node{leaf("column-3")}},
		}},
	}}
}

// Changes make a new page along their path and share the rest.
func TestChangesShareWhatTheyLeave(t *testing.T) {
	p := tree()
	changed := p.WithChildren("row-1", func(all []*Node) []*Node { return all[:1] })
	if got := outline(changed.Body); got != "frame(row-1(a) row-7(column-3))" {
		t.Errorf("changed: %s", got)
	}
	if got := outline(p.Body); got != "frame(row-1(a b) row-7(column-3))" {
		t.Errorf("the page itself became %s", got)
	}
	if changed.Body[0].Children[1] != p.Body[0].Children[1] {
		t.Error("a row that was left alone was copied")
	}
	if same := p.Replaced("nowhere", func(n *Node) *Node { return nil }); outline(same.Body) != outline(p.Body) {
		t.Error("replacing a node that is not there changed the page")
	}
	if got := outline(p.WithChildren("", func([]*Node) []*Node { return nil }).Body); got != "" {
		t.Errorf("without containers: %s", got)
	}
}

// What stands straight in a list is an item, whatever it is elsewhere.
func TestTagIn(t *testing.T) {
	list, row := &Node{Kind: Row, Element: "ol"}, &Node{Kind: Row, Element: "nav"}
	for name, c := range map[string]struct {
		n     Node
		outer *Node
		want  string
	}{
		"a section":            {Node{Kind: Section}, nil, "section"},
		"a container":          {Node{Kind: Container}, nil, "div"},
		"a main in a page":     {Node{Kind: Container, Element: "main"}, nil, "main"},
		"a column":             {Node{Kind: Column}, row, "div"},
		"an article":           {Node{Kind: Column, Element: "article"}, row, "article"},
		"an item":              {Node{Kind: Column}, list, "li"},
		"an article in a list": {Node{Kind: Column, Element: "article"}, list, "li"},
	} {
		if got := c.n.TagIn(c.outer); got != c.want {
			t.Errorf("%s is %s, want %s", name, got, c.want)
		}
	}
}

func TestFindGivesThePlace(t *testing.T) {
	p := tree()
	n, at := p.Find("column-3")
	if n == nil || at.Parent.ID != "row-7" || at.Index != 0 || at.Depth != 2 {
		t.Errorf("column-3 is at %+v", at)
	}
	if n, _ := p.Find("nowhere"); n != nil {
		t.Errorf("found %s", n.ID)
	}
}

func TestMintedIDsAreNew(t *testing.T) {
	p := tree()
	m := p.Minter()
	var ids []string
	for _, kind := range []Kind{Row, Row, Column, Container} {
		id, _ := m.Mint(kind)
		ids = append(ids, id)
	}
	if got := fmt.Sprint(ids); got != "[row-8 row-9 column-4 container-1]" {
		t.Errorf("minted %s", got)
	}
	if got := outline([]*Node{m.Renewed(p.Body[0])}); got != "container-2(row-10(column-5 column-6) row-11(column-7))" {
		t.Errorf("renewed %s", got)
	}
}

// readBack writes and reads a value's texts, and refuses the others.
func readBack[T any, P interface {
	*T
	encoding.TextUnmarshaler
	encoding.TextMarshaler
}](t *testing.T, good, bad string) {
	t.Helper()
	for _, text := range strings.Split(good, "|") {
		v := P(new(T))
		if err := v.UnmarshalText([]byte(text)); err != nil {
			t.Errorf("%T %q: %v", *v, text, err)
		} else if b, _ := v.MarshalText(); string(b) != text {
			t.Errorf("%T %q was written as %q", *v, text, b)
		}
	}
	for _, text := range strings.Split(bad, "|") {
		v := P(new(T))
		if err := v.UnmarshalText([]byte(text)); err == nil {
			t.Errorf("%T %q was read as %v", *v, text, *v)
		}
	}
}

func TestValuesReadBack(t *testing.T) {
	readBack[Frame](t, "fixed|fluid|capped|fluid below mid", "|fluid below |wide")
	for f, c := range map[Field]struct{ right, wrong string }{
		Width: {"full|share|natural|take 1|take 12|take 48|1/3|7/7|30%|100%",
			"|6|take|take 0|take 49|take -1|Full|take 1 |0/3|4/3|1/101|0%|101%|1/3%|33.3%"},
		Order:   {"first|last|0|12|99|-99", "|-100|100|second|1.5"},
		GapX:    {"kit|none|1px|200px", "|0px|201px|16|1em"},
		Divides: {"fresh|parent|1|48", "|0|49|half"},
		Align:   {"row|top|middle|bottom|stretch", "|centre"},
		Spread:  {"start|centre|end|between|around|even", "|top"},
		Shown:   {"true|false", "|yes"},
	} {
		for text := range strings.SplitSeq(c.right, "|") {
			if v, err := f.Parse(text); err != nil || v.String() != text {
				t.Errorf("%s %q was read as %q: %v", f, text, v, err)
			}
		}
		for text := range strings.SplitSeq(c.wrong, "|") {
			if v, err := f.Parse(text); err == nil {
				t.Errorf("%s %q was read as %q", f, text, v)
			}
		}
	}
}

// A setting is written as project files have it and read back; what no row could have
// is refused, with the field, what was found and what could be.
func TestSettingsInFiles(t *testing.T) {
	s := At("mid").With(Width, Part(1, 3)).With(Nudge, Of(-2)).With(Order, First).With(Shown, Hides).With(GapX, NoGap)
	text, err := s.MarshalJSON()
	if want := `{"from":"mid","width":"1/3","nudge":-2,"order":"first","shown":false,"gapX":"none"}`; err != nil ||
		string(text) != want {
		t.Fatalf("%s, %v, want %s", text, err, want)
	}
	var back Setting
	if err := back.UnmarshalJSON(text); err != nil || back != s {
		t.Fatalf("%+v, %v", back, err)
	}
	for text, want := range map[string]string{
		`{"from":"mid","widht":"take 3"}`: "widht: want no such field",
		`{"from":"mid","width":3}`:        "width: found 3, want a text",
		`{"from":"mid","width":"take 0"}`: `width: found "take 0", want at least take 1`,
		`{"from":"mid","skip":"2"}`:       `skip: found "2", want a whole number`,
		`{"from":"mid","skip":1.5}`:       "skip: found 1.5, want a whole number",
		`{"from":"mid","shown":1}`:        "shown: found 1, want true or false",
		`{"from":3}`:                      "from: found 3, want a text",
		`[]`:                              "found [], want an object",
	} {
		if err := back.UnmarshalJSON([]byte(text)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v, want %s", text, err, want)
		}
	}
}
