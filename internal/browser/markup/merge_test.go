package markup_test

import (
	"testing"

	"kitrows/internal/browser/markup"
)

// A second body or html tag gives the element what it lacks, as in browsers, and an edit of that is made where it
// stands.
func TestMergedTags(t *testing.T) {
	const text = `<!doctype html><html><head></head><body id=a><p>Log</p><html lang=en><body id=b class="one">` +
		`<template><body title=no></template></body></html>`
	doc := markup.Read(nil, []byte(text))
	body := doc.Body()
	if id, class := body.Attr("id"), body.Attr("class"); id == nil || id.Value != "a" || class == nil ||
		class.Value != "one" ||
		body.Attr("title") != nil {
		t.Fatalf("the body has %+v", body.Attrs)
	}
	if lang := doc.Root.Attr("lang"); lang == nil || lang.Value != "en" {
		t.Errorf("the html element has %+v", doc.Root.Attrs)
	}
	const want = `<!doctype html><html><head></head><body id=a><p>Log</p><html lang=en><body id=b class="two">` +
		`<template><body title=no></template></body></html>`
	if got := string(doc.Apply([]markup.Edit{doc.SetAttr(body, "class", "two")})); got != want {
		t.Errorf("edited it is\n%s", got)
	}
}
