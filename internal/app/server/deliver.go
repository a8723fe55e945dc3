package server

import (
	"crypto/sha512"
	"encoding/base64"
	"net/http"
	"slices"
	"strings"

	"kitrows/internal/app/bench"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// A delivery network hands a stylesheet out under an address that says what is in it,
// and a page that links it says the same, so that a browser takes nothing else. This
// is a small stand-in for one: it hands out the stylesheets of the pages here as they
// are now, and has no others.

// delivered is a page's stylesheet in a form, and where the stand-in has it.
type delivered struct {
	file      code.File
	integrity string // as a link says it
	address   string
}

// deliveredOf finds the stylesheet of a page's form.
func deliveredOf(p *project.Project, pg *page.Page, form ship.Form) (delivered, bool) {
	if form == ship.SCSS || form == ship.Less {
		form = ship.Plain // what they come to
	}
	files := bench.CodeFiles(p, pg, form, code.Options{})
	at := slices.IndexFunc(files, func(f bench.CodeFile) bool { return strings.HasSuffix(f.Name, ".css") })
	if at < 0 {
		return delivered{}, false
	}
	sum := sha512.Sum384([]byte(files[at].Text))
	d := delivered{file: code.File{Name: files[at].Name, Text: files[at].Text}, integrity: "sha384-" +
		base64.StdEncoding.EncodeToString(sum[:])}
	d.address = "/deliver/" + p.ID + "/" + pg.ID + "/" + string(form) + "/" +
		base64.RawURLEncoding.EncodeToString(sum[:12]) + "/" + d.file.Name
	return d, true
}

// headOf is what a page's head must have; with the stylesheet beside the page, or from
// the stand-in.
func headOf(p *project.Project, pg *page.Page, form ship.Form, fromNetwork bool) string {
	head := bench.Head(p.Kit(pg.Kit), pg, form)
	if !fromNetwork {
		return head
	}
	d, ok := deliveredOf(p, pg, form)
	if !ok {
		return head
	}
	name := d.file.Name
	if form.ByMixins() {
		name = ship.PlainStyle(pg, p.Kit(pg.Kit))
	}
	link := `<link rel="stylesheet" href="` + name + `">`
	return strings.Replace(head, link,
		`<link rel="stylesheet" href="`+d.address+`" integrity="`+d.integrity+`" crossorigin="anonymous">`, 1)
}

// deliver answers for the stand-in.
func (v *Server) deliver(w http.ResponseWriter, r *http.Request) {
	state, pg, _, err := v.find(r.Context(), r.PathValue("project"), r.PathValue("page"))
	if p, ok := err.(*Problem); ok {
		writeProblem(w, p.Status, p.Detail)
		return
	}
	form := ship.Form(r.PathValue("form"))
	d, ok := delivered{}, false
	if form.Known() {
		d, ok = deliveredOf(state.Project, pg, form)
	}
	if !ok || d.address != r.URL.Path {
		writeProblem(w, http.StatusNotFound, "no such stylesheet: it is handed out as it is now, and only so")
		return
	}
	w.Header().Set("Access-Control-Allow-Origin", "*")
	w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
	w.Header().Set("Content-Type", "text/css; charset=utf-8")
	_, _ = w.Write([]byte(d.file.Text))
}
