package folder_test

import (
	"slices"
	"strings"
	"testing"

	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
)

// A part of a page is on the grid of the page that includes it, and has nothing added around it.
func TestPartsOfPages(t *testing.T) {
	const (
		team = ".rail{display:flex;flex-wrap:wrap}.half{width:50%}.third{width:33.3333%}" +
			".sixth{width:16.6667%}.all{width:100%}"
		part = "<div class=rail>\n<div class=half>One</div>\n<div class=half>Two</div>\n</div>\n"
	)
	w := work(t, site{"css/team.css": team, "parts/cards.html": part, "parts/told.html": part,
		"index.html": "<!doctype html>\n<html><head><link rel=stylesheet href=css/team.css></head>\n<body><p>" +
			"<a href=\"parts/told.html\">Told</a></p>\n<!--#include virtual=\"/parts/cards.html\" -->\n</body></html>\n"})
	cards := w.page("parts/cards.html")
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	if k := state.Project.Kit(cards.Kit); k.Imported == nil || k.ColumnsAt(0).N() != 6 {
		t.Errorf("the part is on %s", k.Name)
	}
	if told := w.page("parts/told.html"); len(told.Origin.Sheets) > 0 {
		t.Errorf("a page that is linked has the stylesheets of the page that links it: %v", told.Origin.Sheets)
	}
	if err := w.edit("parts/cards.html", "2"); err != nil {
		t.Fatal(err)
	}
	if got, want := w.get("parts/cards.html"), strings.Replace(part, "class=half>One", "class=third>One", 1); got != want {
		t.Errorf("the part is\n%s\nwant\n%s", got, want)
	}
	w.watch()
	w.put("css/team.css", strings.Replace(team, "33.3333%", "33.3333%;box-sizing:border-box", 1))
	w.until("the stylesheet is read again", func() bool {
		state, err := w.store.Load(t.Context(), "site")
		return err == nil && strings.Contains(state.Project.Kit(w.page("parts/cards.html").Kit).Files()[0].Text, "border-box")
	})
}

// A part that no page includes is shown with the stylesheets that are named for it, until that is undone.
func TestNamedStylesheetsOfPartsOfPages(t *testing.T) {
	const team = ".rail{display:flex;flex-wrap:wrap}.half{width:50%}.third{width:33.3333%}" +
		".sixth{width:16.6667%}.all{width:100%}"
	w := work(t, site{"css/team.css": team, "css/own.css": "p{color:teal}",
		"parts/cards.html": "<div class=rail>\n<div class=half>One</div>\n<div class=half>Two</div>\n</div>\n"})
	cards := w.page("parts/cards.html")
	including, sheets, is := w.Part(cards)
	if want := []string{"../css/own.css", "../css/team.css"}; including != "" || !is || !slices.Equal(sheets, want) {
		t.Fatalf("included by %q, %v, %v", including, sheets, is)
	}
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	o := edit.Operation{Page: cards.ID, Source: &edit.Source{Named: &sheets}}
	if _, _, err = w.store.Edit(t.Context(), "site", store.Made{Revision: state.Revision}, o); err != nil {
		t.Fatal(err)
	}
	w.Write(t.Context())
	if state, err = w.store.Load(t.Context(), "site"); err != nil {
		t.Fatal(err)
	}
	cards = w.page("parts/cards.html")
	k := state.Project.Kit(cards.Kit)
	if k.Imported == nil || k.ColumnsAt(0).N() != 6 || len(cards.Origin.Sheets) != 1 {
		t.Errorf("the part is on %s, with %d stylesheets besides", k.Name, len(cards.Origin.Sheets))
	}
}

// kinds are the kinds of a page's nodes.
func kinds(p *page.Page) (all []page.Kind) {
	p.Walk(func(n *page.Node, _ page.Place) { all = append(all, n.Kind) })
	return all
}
