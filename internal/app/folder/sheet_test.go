package folder_test

import (
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/internal/app/folder"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
)

// do makes an edit of the newest revision of a file's page, and has it written as the server does.
func (w *working) do(file string, o edit.Operation) error {
	for {
		state, err := w.store.Load(w.t.Context(), "site")
		if err != nil {
			return err
		}
		o.Page = w.page(file).ID
		_, _, err = w.store.Edit(w.t.Context(), "site", store.Made{Revision: state.Revision}, o)
		if stale := (*store.StaleError)(nil); errors.As(err, &stale) {
			continue
		}
		return errors.Join(err, w.Write(w.t.Context()))
	}
}

// sheet is the text of a stylesheet as a file's page has it.
func (w *working) sheet(file, name string) string {
	for _, s := range w.page(file).Origin.Sheets {
		if s.Name == name {
			return s.Text
		}
	}
	return ""
}

// Styles are written into the file that pages link, which others may write too.
func TestStyles(t *testing.T) {
	visit := strings.Replace(front, "css/own.css", "../css/own.css", 1)
	const was = "body {\r\n  margin: 0;\r\n}\r\n"
	w := work(t, site{"index.html": front, "visit/index.html": visit, "css/own.css": was})
	style := func(text string) edit.Operation {
		return edit.Operation{Style: &edit.Style{File: "css/own.css", Text: text}}
	}
	const typed = "body {\n  margin: 8px;\n}\n\np {\n  color: red;\n}\n"
	if err := w.do("index.html", style(typed)); err != nil {
		t.Fatal(err)
	}
	crlf := strings.ReplaceAll(typed, "\n", "\r\n")
	if w.get("css/own.css") != crlf || w.sheet("visit/index.html", "../css/own.css") != crlf {
		t.Errorf("the file has %q, the other page %q", w.get("css/own.css"),
			w.sheet("visit/index.html", "../css/own.css"))
	}
	if s := w.Status("index.html"); s.State != folder.Written || s.Text != "css/own.css is written" {
		t.Errorf("%+v", s)
	}
	if w.get("index.html") != front || w.get("visit/index.html") != visit {
		t.Error("a page was written")
	}
	// Another program writes it at the same moment: its text holds.
	const theirs = "body { margin: 1px }"
	w.put("css/own.css", theirs)
	if err := w.do("index.html", style("body { margin: 2px }")); err != nil {
		t.Fatal(err)
	}
	w.until("both pages have what the other program wrote", func() bool {
		return w.sheet("index.html", "css/own.css") == theirs && w.sheet("visit/index.html", "../css/own.css") == theirs
	})
	if got := w.get("css/own.css"); got != theirs {
		t.Errorf("the file has %q", got)
	}
	// Undone, the file is what it was before.
	state, err := w.store.Load(t.Context(), "site")
	for err == nil && w.sheet("index.html", "css/own.css") != was {
		if state, _, err = w.store.Undo(t.Context(), "site", store.Made{Revision: state.Revision}); err == nil {
			err = w.Write(t.Context())
		}
	}
	if err != nil {
		t.Fatal(err)
	}
	w.until("the file is as it was", func() bool { return w.get("css/own.css") == was })
	if err := w.do("index.html", edit.Operation{Style: &edit.Style{File: "kit.css"}}); err == nil {
		t.Error("a stylesheet that is no file of the page is written")
	}
	// A file that is taken away stays away.
	if err := os.Remove(filepath.Join(w.dir, "css/own.css")); err != nil {
		t.Fatal(err)
	}
	_ = w.do("index.html", style("p { margin: 0 }"))
	if _, err := os.Stat(filepath.Join(w.dir, "css/own.css")); err == nil {
		t.Error("an edit brought a file back that was taken away")
	}
}

// A stylesheet is read in the encoding of the page that links it, or its own, and what is written into it is in that.
// One with bytes that are none of its encoding stays as it is, and why is told.
func TestStylesInOtherEncodings(t *testing.T) {
	latin := strings.Replace(front, "<head>", "<head><meta charset=latin1>", 1)
	const was = "/* caf\xe9 */\n.caf\xe9 { margin: 0 }\n"
	w := work(t, site{"index.html": latin, "css/own.css": was})
	if got := w.sheet("index.html", "css/own.css"); got != "/* café */\n.café { margin: 0 }\n" {
		t.Errorf("it is read as %q", got)
	}
	style := func(text string) edit.Operation {
		return edit.Operation{Style: &edit.Style{File: "css/own.css", Text: text}}
	}
	if err := w.do("index.html", style("/* café */\n.café { margin: 8px }\n.über { margin: 0 }\n")); err != nil {
		t.Fatal(err)
	}
	const want = "/* caf\xe9 */\n.caf\xe9 { margin: 8px }\n.\xfcber { margin: 0 }\n"
	if got := w.get("css/own.css"); got != want || w.Status("index.html").State != folder.Written {
		t.Errorf("it is written as %q, %+v", got, w.Status("index.html"))
	}
	if err := w.do("index.html", style("a::after { content: '→' }")); err != nil {
		t.Fatal(err)
	}
	if got := w.Status("index.html"); w.get("css/own.css") != want || got.State != folder.Unwritten ||
		!strings.Contains(got.Text, "its encoding lacks a character") {
		t.Errorf("an arrow: %q, %+v", w.get("css/own.css"), got)
	}

	w = work(t, site{"index.html": strings.Replace(front, "<head>", "<head><meta charset=utf-8>", 1), "css/own.css": was})
	if err := w.do("index.html", style("p { margin: 8px }")); err == nil || w.get("css/own.css") != was ||
		!strings.Contains(err.Error(), "want a stylesheet in UTF-8") {
		t.Errorf("bytes that are no UTF-8: %q, %v", w.get("css/own.css"), err)
	}
}

// Where the stylesheet that a page links has widths and no row, it is known why; once there is a row, the page is on
// it.
func TestGridThatIsNotRead(t *testing.T) {
	const half = ".half{width:40%}.third{width:30.3333%}.all{width:100%}"
	w := work(t, site{"css/team.css": half, "css/type.css": "p{margin:0}",
		"index.html": "<!doctype html><link rel=stylesheet href=css/team.css><p>Tides</p>",
		"plain.html": "<!doctype html><link rel=stylesheet href=css/type.css><p>Tides</p>"})
	id := func(file string) string { return w.page(file).ID }
	if err := w.Unread(id("index.html")); err == nil || !strings.Contains(err.Error(), "widths, but no row") {
		t.Errorf("the stylesheet is not read because %v", err)
	}
	if err := w.Unread(id("plain.html")); err != nil {
		t.Errorf("a stylesheet without a grid is told: %v", err)
	}
	w.watch()
	w.put("css/team.css",
		".rail{display:flex;flex-wrap:wrap}.half{width:50%}.third{width:33.3333%}.sixth{width:16.6667%}.all{width:100%}")
	w.until("the page is on its stylesheet's grid", func() bool {
		state, err := w.store.Load(t.Context(), "site")
		return err == nil && state.Project.Kit(w.page("index.html").Kit).Imported != nil && w.Unread(id("index.html")) == nil
	})
}
