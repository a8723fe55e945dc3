package edit

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/project/ready"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// A page that moves to another kit links its stylesheet: in the place of one that we wrote, else before all others, and
// what it still links still holds. Taken back it is what it was, to the byte.
func TestMovedPagesLinkTheirKit(t *testing.T) {
	const (
		team = ".rail{display:flex;flex-wrap:wrap}.half{width:50%;box-sizing:border-box}" +
			".part{width:25%;box-sizing:border-box}"
		crew  = ".line{display:flex;flex-wrap:wrap}.two{width:50%;box-sizing:border-box}.one{width:25%;box-sizing:border-box}"
		links = "<link rel=stylesheet href=css/team.css>\n<link rel=stylesheet href=own.css>"
		body  = "</head><body>\n<div class=rail>\n<div class=half>A</div>\n<div class=part>B</div></div>\n</body></html>\n"
	)
	own := kit.File{Name: "own.css", Text: "p{color:#333}"}
	read := func(id, name, text string) *kit.Kit {
		t.Helper()
		k, _, err := infer.Kit(t.Context(), id, id, []kit.File{{Name: name, Text: text}}, nil)
		if err != nil {
			t.Fatal(err)
		}
		return k
	}
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	plain, fine := *kits[0].Kit, *kits[1].Kit
	plain.ID, fine.ID = "plain", "fine"
	from := read("from", "css/team.css", team)
	file := []byte("<!doctype html>\n<html><head>\n" + links + "\n" + body)
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: "p", Name: "P",
		Kits: []*kit.Kit{from, &plain, &fine, read("crew", "crew.css", crew)}}
	p.Pages = []*page.Page{rewrite.WithKit(origin.NewPage("a", "a.html", from, page.NewOrigin(file, []kit.File{own})),
		from)}
	for _, c := range []struct{ to, links, sheets string }{
		{"plain", "plain-twelve.css css/team.css own.css", "plain-twelve.css css/team.css own.css"},
		{"fine", "SLUG.css css/team.css own.css", "SLUG.css css/team.css own.css"},
		{"crew", "crew.css css/team.css own.css", "css/team.css own.css"},
		{"from", "crew.css css/team.css own.css", "crew.css own.css"},
	} {
		was := p.Pages[0]
		change, err := Apply(p, Operation{Page: "a", UseKit: &UseKit{Kit: c.to}})
		if err != nil {
			t.Fatalf("%s: %v", c.to, err)
		}
		pg := change.Project.Pages[0]
		if undone, err := Apply(change.Project, change.Inverse); err != nil ||
			!bytes.Equal(undone.Project.Pages[0].Origin.Bytes(), was.Origin.Bytes()) ||
			names(undone.Project.Pages[0].Origin.Sheets) != names(was.Origin.Sheets) {
			t.Errorf("%s undone: %v", c.to, err)
		}
		var linked []kit.File
		for _, l := range origin.Links(origin.Document(pg.Origin)) {
			linked = append(linked, kit.File{Name: l.Name})
		}
		for what, got := range map[string]string{c.links: names(linked), c.sheets: names(pg.Origin.Sheets)} {
			if want := strings.ReplaceAll(what, "SLUG", strings.ReplaceAll(strings.ToLower(fine.Name), " ", "-")); got != want {
				t.Errorf("%s: %s, want %s\n%s", c.to, got, want, pg.Origin.Bytes())
			}
		}
		k := change.Project.Kit(c.to)
		again := origin.NewPage("a", "a.html", k, page.NewOrigin(pg.Origin.Bytes(), pg.Origin.Sheets))
		for _, width := range []float64{320, 700, 1300} {
			if is, want := layout.Of(k, pg).Plan(width), layout.Of(k, again).Plan(width); boxes(is) != boxes(want) {
				t.Errorf("%s at %v: planned as\n%swhen read again as\n%s", c.to, width, boxes(is), boxes(want))
			}
		}
		p = change.Project
	}
}

// A container that the new kit has no class for is told.
func TestMovedContainersAreTold(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	crew, _, err := infer.Kit(t.Context(), "crew", "Crew", []kit.File{{Name: "crew.css",
		Text: ".line{display:flex;flex-wrap:wrap}" +
			".four{width:100%}.two{width:50%;box-sizing:border-box}.one{width:25%;box-sizing:border-box}"}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	plain := kits[0].Kit
	pg := origin.NewPage("a", "a.html", plain, page.NewOrigin([]byte("<main class=kr-frame><div class=kr-row>"+
		"<div class='kr-cell kr-take-6'>A</div></div></main>"), nil))
	change, err := Apply(&project.Project{Format: "kitrows", Version: project.Version, ID: "p", Name: "P",
		Kits: []*kit.Kit{plain, crew}, Pages: []*page.Page{pg}}, Operation{Page: "a", UseKit: &UseKit{Kit: "crew"}})
	if err != nil {
		t.Fatal(err)
	}
	if got, want := fmt.Sprint(change.Notes),
		"[{a {container-1 main  Crew has no class for containers: it is as wide as what "+
			"it stands in now}}]"; got != want {
		t.Errorf("told: %s, want %s", got, want)
	}
}

func boxes(p *layout.Plan) string {
	var b strings.Builder
	for _, box := range p.Boxes {
		fmt.Fprintf(&b, "%v %v %v %v\n", box.X, box.Y, box.Width, box.Height)
	}
	return b.String()
}

func names(files []kit.File) string {
	var all []string
	for _, f := range files {
		all = append(all, f.Name)
	}
	return strings.Join(all, " ")
}
