package edit

import (
	"fmt"
	"strings"
	"unicode"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/notation"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// A Start is a page a new project may begin with.
type Start struct {
	ID, Name string
	rows     []startRow
}

type startRow struct{ name, element, ready string }

// Starts are the pages offered to begin with. Their rows are ready recipes.
var Starts = []Start{
	{"empty", "An empty page", nil},
	{"page", "Masthead, body and foot",
		[]startRow{{"Masthead", "header", "Side and main"}, {"Body", "main", "Main and side"},
			{"Foot", "footer", "Halves"}}},
	{"gallery", "Masthead, gallery and foot",
		[]startRow{{"Masthead", "header", "Side and main"}, {"Gallery", "main", "Gallery of eight"},
			{"Foot", "footer", "Halves"}}},
}

// NewProject makes a project of one page that starts so, on kit k. Where the kit
// has no such recipe, or no classes for it, a row of one column stands in its place.
func NewProject(id, name string, k *kit.Kit, start string) (*project.Project, error) {
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: id, Name: name, Kits: []*kit.Kit{k},
		Pages: []*page.Page{
			{ID: "page-1", Name: "Page 1", File: "index.html", Language: "en", Kit: k.ID, Body: []*page.Node{}},
		}}
	for _, s := range Starts {
		if s.ID != start {
			continue
		}
		for _, row := range s.rows {
			recipe := "x1"
			for _, ready := range notation.ReadyRecipes(k) {
				if ready.Name == row.ready {
					recipe = ready.Text
				}
			}
			add := func(recipe string) (*Change, error) {
				return Apply(p, Operation{Page: "page-1", AddRow: &AddRow{Recipe: recipe,
					Breakpoint: k.Breakpoints[0].Name}})
			}
			made, err := add(recipe)
			if err != nil {
				made, err = add("x1")
			}
			if err != nil {
				return nil, err
			}
			_, at := made.Project.Pages[0].Find(made.Select)
			described, err := Apply(made.Project,
				Operation{Page: "page-1", Describe: &Describe{Node: at.Parent.ID, Name: &row.name,
					Element: &row.element}})
			if err != nil {
				return nil, err
			}
			p = described.Project
		}
		return p, p.Check()
	}
	var ids []string
	for _, s := range Starts {
		ids = append(ids, s.ID)
	}
	return nil, fault.New("start", start, "one of %s", strings.Join(ids, ", "))
}

// FreeID makes an id of a name that is not taken.
func FreeID(name string, taken func(id string) bool) string {
	id := strings.Trim(strings.Map(func(c rune) rune {
		switch c = unicode.ToLower(c); {
		case c >= 'a' && c <= 'z' || c >= '0' && c <= '9':
			return c
		case unicode.IsLetter(c) || unicode.IsMark(c):
			return -1
		}
		return '-'
	}, name), "-")
	for strings.Contains(id, "--") {
		id = strings.ReplaceAll(id, "--", "-")
	}
	if id = strings.Trim(id[:min(len(id), 40)], "-"); id == "" {
		id = "project"
	}
	free := id
	for n := 2; taken(free); n++ {
		free = fmt.Sprintf("%s-%d", id, n)
	}
	return free
}
