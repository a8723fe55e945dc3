package page

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

var three = &kit.Kit{Name: "Three", Columns: kit.Equal(12),
	Breakpoints: []kit.Breakpoint{{Name: "base"}, {Name: "mid"}, {Name: "wide"}}}

// What is set at a breakpoint holds there and at every wider one until set again
// (section 5).
func TestHeldAtCarries(t *testing.T) {
	c := &Node{Kind: Column, At: []Setting{
		At("mid").With(Width, Take(5)).With(Skip, Of(1)),
		At("wide").With(Shown, Hides),
	}}
	for i, want := range []map[Field]Holding{
		{Width: {Full, -1}, Skip: {Of(0), -1}, Shown: {Shows, -1}},
		{Width: {Take(5), 1}, Skip: {Of(1), 1}, Shown: {Shows, -1}},
		{Width: {Take(5), 1}, Skip: {Of(1), 1}, Shown: {Hides, 2}},
	} {
		got := c.HeldAt(three, i)
		for f, holding := range want {
			if got[f] != holding {
				t.Errorf("at %s: %s is %+v, want %+v", three.Breakpoints[i].Name, f, got[f], holding)
			}
		}
		if last := []int{-1, 1, 2}[i]; got.Last() != last {
			t.Errorf("at %s: set last at %d, want %d", three.Breakpoints[i].Name, got.Last(), last)
		}
	}
	cleared := c.WithSetting(three, At("wide"))
	if got := cleared.HeldAt(three, 2); got[Shown].Value != Shows || got.Last() != 1 {
		t.Errorf("cleared at wide: got %+v", got)
	}
	row := &Node{Kind: Row,
		At: []Setting{At("base").With(PerLine, Of(2)), At("wide").With(PerLine, Of(0)).With(Spread, Even)}}
	if got := row.HeldAt(three, 1); got[PerLine] != (Holding{Of(2), 0}) || got.Last() == 1 {
		t.Errorf("row at mid: %+v", got)
	}
	if got := row.HeldAt(three, 2); got[PerLine].N != 0 || got[Spread].Value != Even ||
		got[Align] != (Holding{Stretch, -1}) || got.Last() != 2 {
		t.Errorf("row at wide: %+v", got)
	}
	set := cleared.WithSetting(three, At("base").With(Skip, Of(2)))
	if got := []string{set.At[0].From, set.At[1].From}; fmt.Sprint(got) != "[base mid]" {
		t.Errorf("settings stand in the order %v", got)
	}
	if len(c.At) != 2 {
		t.Error("the node itself was changed")
	}
}

// What is typed beside a node is refused where it could not stand in its code.
func TestSmallChecks(t *testing.T) {
	k := &kit.Kit{Name: "Three", Naming: kit.OurNaming, Columns: kit.Equal(12),
		Breakpoints: []kit.Breakpoint{{Name: "base"}, {Name: "mid"}}}
	many := strings.Fields(strings.Repeat("a ", MaxOwn+1))
	for name, c := range map[string]struct {
		err  error
		want string
	}{
		"an anchor":               {CheckAnchor("tide-table_2"), ""},
		"an anchor of two words":  {CheckAnchor("tide table"), `anchor: found "tide table", want a letter`},
		"an anchor with a digit":  {CheckAnchor("2nd"), `anchor: found "2nd"`},
		"classes":                 {CheckClasses(k, []string{"paper", "-tall", "_x"}), ""},
		"a class twice":           {CheckClasses(k, []string{"paper", "paper"}), "each class once"},
		"a class that breaks out": {CheckClasses(k, []string{`"><script>`}), "class names of letters"},
		"one of the kit's": {CheckClasses(k, []string{"kr-take-3-mid"}),
			"a class that Three does not write itself"},
		"too many classes":            {CheckClasses(k, many), "classes: found 21, want at most 20"},
		"a selector":                  {CheckSelector("main > article:first-child"), ""},
		"a selector that ends a rule": {CheckSelector(".a { } b"), "selector: found"},
		"no selector": {CheckSelector("main > > a"),
			"such as .story or main > article: a selector is missing"},
		"a selector with a tail": {CheckSelector(".a "), "a CSS selector of at most 120 bytes"},
		"a long selector":        {CheckSelector("." + strings.Repeat("a", 120)), "a CSS selector"},
		"a note":                 {CheckNote("Ask the warden."), ""},
		"a long note": {CheckNote(strings.Repeat("a", 2001)),
			"note: found \"2001 bytes\", want at most 2000 bytes"},
		"a name with a line break": {CheckName("Log\nbook"), "on one line"},
	} {
		if (c.want == "") != (c.err == nil) || c.err != nil && !strings.Contains(c.err.Error(), c.want) {
			t.Errorf("%s: %v, want %q", name, c.err, c.want)
		}
	}
}

// Where a link may lead, and what a block may hold.
func TestContentIsChecked(t *testing.T) {
	k := &kit.Kit{Breakpoints: []kit.Breakpoint{{Name: "base"}, {Name: "mid"}, {Name: "wide"}}}
	link := func(to string) Content { return Content{Type: Button, Text: "Go", Link: to} }
	picture := func(change func(*Content)) Content {
		c := Content{Type: Picture, Picture: "known", Fit: true, Width: kit.Px(40), Height: kit.Px(30)}
		change(&c)
		return c
	}
	for name, c := range map[string]struct {
		content Content
		want    string
	}{
		"a page":              {link("tides.html#noon"), ""},
		"a place on the web":  {link("https://example.org/tides?day=1:30"), ""},
		"a colon in a query":  {link("tides?at=5:30"), ""},
		"a mailbox":           {link("mailto:wardens@example.org"), ""},
		"a script":            {link("JavaScript:alert(1)"), "link: found"},
		"a data address":      {link("data:text/html,x"), "link: found"},
		"a link with a space": {link("two words.html"), "an address such as tides.html"},
		"a long link":         {link(strings.Repeat("a", 501)), "at most 500 bytes"},
		"a huge block": {Content{Type: Text, Height: kit.Px(20001)},
			"height: found 20001px, want at most 20000px"},
		"a height in em": {Content{Type: Text, Height: length("2em")}, "height"},
		"too much text": {Content{Type: Text, Text: strings.Repeat("a", MaxText+1)},
			"text: found 20001, want at most 20000 bytes"},
		"too many items":    {Content{Type: List, Items: make([]string, 501)}, "at most 500 items"},
		"long words for it": {picture(func(c *Content) { c.Alt = strings.Repeat("a", 1001) }), "alt: found 1001"},
		"a picture of no size": {picture(func(c *Content) { c.Width = kit.Length{} }),
			"fit: found \"true\", want a picture with its natural width"},
		"a text that fits": {Content{Type: Text, Fit: true, Width: kit.Px(1), Height: kit.Px(1)}, "fit"},
		"another picture": {picture(func(c *Content) {
			c.Sources = []Source{{"wide", "known", kit.Px(9),
				kit.Px(8)}}
		}), ""},
		"one for the first": {picture(func(c *Content) {
			c.Sources = []Source{{"base", "known", kit.Px(9),
				kit.Px(9)}}
		}), "sources[0].from: found \"base\", want each breakpoint after the first once"},
		"one that is not kept": {picture(func(c *Content) {
			c.Sources = []Source{{"mid", "lost", kit.Px(9),
				kit.Px(9)}}
		}), "sources[0].picture: found \"lost\""},
		"one of no natural size": {picture(func(c *Content) {
			c.Sources = []Source{{"mid", "known", kit.Px(9),
				kit.Px(0)}}
		}), "sources[0].width"},
		"one too high": {picture(func(c *Content) {
			c.Sources = []Source{{"mid", "known", kit.Px(30000),
				kit.Px(9)}}
		}), "sources[0].height"},
	} {
		err := c.content.Check(k, func(id string) bool { return id == "known" })
		if (c.want == "") != (err == nil) || err != nil && !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, want %q", name, err, c.want)
		}
	}
}

func length(text string) (l kit.Length) {
	if err := l.UnmarshalText([]byte(text)); err != nil {
		panic(err)
	}
	return l
}

func TestCheckRefuses(t *testing.T) {
	text := func() *Content { return &Content{Type: Text, Height: kit.Px(10)} }
	for name, c := range map[string]struct {
		change func(p *Page, column *Node)
		want   string
	}{
		"nothing":       {func(*Page, *Node) {}, ""},
		"file":          {func(p *Page, _ *Node) { p.File = "../index.html" }, `file: found "../index.html"`},
		"row in a page": {func(p *Page, _ *Node) { p.Body[0].Kind = Row }, "body[0].kind"},
		"block in a row": {func(_ *Page, c *Node) { c.Kind, c.Content, c.At = Block, text(), nil },
			"only columns are children of a row"},
		"frame in a column": {func(_ *Page, c *Node) { c.Children = []*Node{{ID: "x", Kind: Container, Name: "X"}} },
			"never containers"},
		"same id":          {func(p *Page, c *Node) { c.ID = p.Body[0].ID }, "an id no other node of the page has"},
		"wild id":          {func(_ *Page, c *Node) { c.ID = `"><script>` }, "body[0].children[0].children[0].id"},
		"no name":          {func(_ *Page, c *Node) { c.Name = " " }, "a name of 1 to 120 bytes"},
		"element":          {func(_ *Page, c *Node) { c.Element = "script" }, "want one of div, header"},
		"column as a list": {func(_ *Page, c *Node) { c.Element = "ul" }, "article, footer, figure for a column"},
		"item by hand":     {func(_ *Page, c *Node) { c.Element = "li" }, `element: found "li"`},
		"row as a list":    {func(p *Page, _ *Node) { p.Body[0].Children[0].Element = "ul" }, ""},
		"width 13 of 12": {func(_ *Page, c *Node) { c.At = []Setting{At("mid").With(Width, Take(13))} },
			`at[0].width: found "take 13", want at most 12: the row has 12 columns`},
		"skip 12 of 12": {func(_ *Page, c *Node) { c.At = []Setting{At("mid").With(Skip, Of(12))} },
			"at[0].skip: found 12, want at most 11: the row has 12 columns"},
		"unknown breakpoint": {func(_ *Page, c *Node) { c.At = []Setting{At("huge").With(Skip, Of(1))} },
			"a breakpoint of Three: base, mid, wide"},
		"settings in disorder": {func(_ *Page, c *Node) {
			c.At = []Setting{At("wide").With(Skip, Of(1)), At("mid").With(Skip, Of(1))}
		}, "from the narrowest to the widest"},
		"settings on a row": {func(p *Page,
			_ *Node) {
			p.Body[0].Children[0].At = []Setting{At("mid").With(Skip, Of(1))}
		}, "only settings of a row"},
		"a row's setting on a column": {func(_ *Page, c *Node) { c.At = []Setting{At("mid").With(PerLine, Of(2))} },
			"only settings of a column"},
		"nothing set": {func(_ *Page, c *Node) { c.At = []Setting{At("mid")} }, "something that is set"},
		"nudge of 12": {func(_ *Page, c *Node) { c.At = []Setting{At("mid").With(Nudge, Of(-12))} },
			"found -12, want at least -11"},
		"49 per line": {func(p *Page,
			_ *Node) {
			p.Body[0].Children[0].At = []Setting{At("mid").With(PerLine, Of(49))}
		}, "found 49, want at most 48 columns a line"},
		"more than its row divides into is clipped, not refused": {func(p *Page, c *Node) {
			p.Body[0].Children[0].At, c.At = []Setting{At("base").With(Divides, Of(4))},
				[]Setting{At("mid").With(Width, Take(6))}
		}, ""},
		"capped without a cap": {func(p *Page, _ *Node) { p.Body[0].Frame = CappedFrame },
			"another kind: Three has no cap"},
		"fluid below the first": {func(p *Page, _ *Node) { p.Body[0].Frame = FluidBelow("base") },
			"a breakpoint of Three after the first"},
		"sources in disorder": {func(_ *Page, c *Node) {
			c.Children[0].Content = &Content{Type: Picture, Picture: "p", Sources: []Source{{From: "wide"},
				{From: "mid"}}}
		}, "from the narrowest to the widest"},
		"block with no content": {func(_ *Page, c *Node) { c.Children[0].Content = nil }, "content on every block"},
		"heading of level 9": {func(_ *Page, c *Node) { c.Children[0].Content = &Content{Type: Heading, Level: 9} },
			"found 9, want a heading level"},
		"unknown picture": {func(_ *Page, c *Node) { c.Children[0].Content = &Content{Type: Picture, Picture: "p"} },
			"one of the project's pictures"},
		"null node": {func(_ *Page, c *Node) { c.Children[0] = nil }, "found \"null\", want a node"},
		"too deep": {func(_ *Page, c *Node) {
			for i := range MaxDepth {
				inner := &Node{ID: fmt.Sprint("c", i), Kind: Column, Name: "C"}
				c.Children = []*Node{{ID: fmt.Sprint("r", i), Kind: Row, Name: "R", Children: []*Node{inner}}}
				c = inner
			}
		}, "nodes nested at most 64 deep"},
	} {
		column := &Node{ID: "column", Kind: Column, Name: "Column",
			Children: []*Node{{ID: "block", Kind: Block, Name: "Text", Content: text()}}}
		p := &Page{ID: "page", Name: "Page", File: "page.html", Language: "en",
			Body: []*Node{{ID: "frame", Kind: Container, Name: "Frame",
				Children: []*Node{{ID: "row", Kind: Row, Name: "Row", Children: []*Node{column}}}}}}
		c.change(p, column)
		err := p.Check(three, func(string) bool { return false })
		switch {
		case c.want == "" && err != nil, c.want != "" && (err == nil || !strings.Contains(err.Error(), c.want)):
			t.Errorf("%s: got %v, want %q", name, err, c.want)
		case err != nil && len(fault.All(err)) == 0:
			t.Errorf("%s: %v holds no fault", name, err)
		}
	}
}
