package ship

import (
	"fmt"
	"path/filepath"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/component"
	"kitrows/internal/write/markup"
)

// pageOf is a page with a column for each content, in a row that is a list.
func pageOf(contents ...page.Content) *page.Page {
	row := &page.Node{ID: "row", Kind: page.Row, Name: "Every block", Element: "ul"}
	for i := range contents {
		id := fmt.Sprintf("column-%d", i+1)
		row.Children = append(row.Children, &page.Node{ID: id, Kind: page.Column, Name: id, Children: []*page.Node{
			{ID: id + "-block", Kind: page.Block, Name: string(contents[i].Type), Content: &contents[i]},
		}})
	}
	return &page.Page{ID: "page", Name: "Every block", File: "every-block.html", Language: "en", Kit: "kit",
		Body: []*page.Node{{ID: "frame", Kind: page.Container, Name: "Frame", Element: "main",
			Children: []*page.Node{row}}}}
}

// Every type of content as markup and as components: to be read.
func TestEveryBlock(t *testing.T) {
	long := "Wind north-west four, showers. Two hundred redwings over by eight, and a woodcock that sat under the " +
		"gate until the post came."
	scaled := page.Content{Type: page.Picture, Picture: "picture", Fit: true, Width: kit.Px(480), Height: kit.Px(300),
		Alt: `A "tern" & two {gulls}`}
	scaled.Sources = []page.Source{{From: "mid", Picture: "picture", Width: kit.Px(900), Height: kit.Px(300)},
		{From: "wide", Picture: "picture", Width: kit.Px(1200), Height: kit.Px(300)}}
	p := pageOf(
		page.Content{Type: page.Heading, Level: 2, Text: "Terns & <gulls> {of} the point"},
		page.Content{Type: page.Text, Text: long},
		page.Content{Type: page.Text, Text: long + " 2 < 3 & {so on}"},
		page.Content{Type: page.List, Items: []string{"Low 05:52", "High > 12:06", long}},
		page.Content{Type: page.Picture, Picture: "picture", Width: kit.Px(40), Height: kit.Px(30), Alt: "A tern"},
		scaled,
		page.Content{Type: page.Button, Text: "Send a sighting"},
		page.Content{Type: page.Button, Text: "See the tides", Link: "tides.html?day=1&harbour=outer"},
		page.Content{Type: page.Card, Level: 3, Text: "The tern raft", Picture: "picture", Width: kit.Px(40),
			Height: kit.Px(30), Alt: "A raft", Items: []string{"Forty nests.", "No cats."}},
		page.Content{Type: page.Card, Level: 4, Text: "A card of words"},
		page.Content{Type: page.Form, Text: "Send", Items: []string{"Your name", "What & where?", "ǅ"}},
		page.Content{Type: page.HTML, Text: "<p>Kept <b>as given</b>\nover two lines.</p>"},
	)
	k := sample.Twelve()
	pr := sample.Of(p, k)
	if err := pr.Check(); err != nil {
		t.Fatal(err)
	}
	l := layout.Of(k, p)
	golden(t, filepath.Join("testdata", "every-block.html"), markup.Write(l, pr, code.Options{}).String())
	golden(t, filepath.Join("testdata", "every-block.tsx"), component.Files(l, pr, component.TypeScript)[0].Text)
}
