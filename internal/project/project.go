package project

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/infer"
)

// Version is the format this program writes. It reads this one and those before.
const Version = 8

// Bounds of a project.
const (
	MaxPages    = 200
	MaxKits     = 50
	MaxPictures = 500
	MaxRecipes  = 200
	MaxRecipe   = 400 // bytes
	MaxPieces   = 2000
	MaxBytes    = 8 << 20  // of a project file without its pictures
	MaxPicture  = 1 << 20  // of one picture, in bytes
	MaxDesign   = 8 << 20  // of the picture of a finished design, in bytes
	MaxShown    = 40 << 20 // of all pictures, in bytes
	MaxFile     = 64 << 20 // of a project file with its pictures
)

// A Project is never changed in place, like the pages it holds.
type Project struct {
	Format   string       `json:"format" enum:"kitrows"`
	Version  int          `json:"version" enum:"8"`
	ID       string       `json:"id"`
	Name     string       `json:"name"`
	Kits     []*kit.Kit   `json:"kits"`
	Pages    []*page.Page `json:"pages"`
	Pictures []*Picture   `json:"pictures,omitzero"`
	Recipes  []Recipe     `json:"recipes,omitzero" doc:"The user's own row recipes, by name."`
	Sheet    []Piece      `json:"sheet,omitzero" doc:"The content sheet: what is to be placed on pages, in pieces."`
}

// A Piece of the content sheet is content that blocks are made of. Which pieces are
// placed, the blocks tell.
type Piece struct {
	ID      string       `json:"id"`
	Content page.Content `json:"content"`
	Page    string       `json:"page,omitzero" doc:"The id of the page that it was brought for, which may be gone."`
}

// PieceAt is the index of the piece of that id; -1 when there is none.
func (p *Project) PieceAt(id string) int {
	return slices.IndexFunc(p.Sheet, func(piece Piece) bool { return piece.ID == id })
}

// A Recipe is a row recipe that was kept. Its text may suit some kits only, and
// is checked where it is used.
type Recipe struct {
	Name string `json:"name" minLength:"1" maxLength:"120"`
	Text string `json:"text" minLength:"1" maxLength:"400"`
}

// RecipeNamed is the index of the recipe of that name; -1 when there is none.
func (p *Project) RecipeNamed(name string) int {
	return slices.IndexFunc(p.Recipes, func(r Recipe) bool { return r.Name == name })
}

// Page finds a page by id or, failing that, by name; nil when there is none.
func (p *Project) Page(key string) *page.Page {
	for _, pg := range p.Pages {
		if pg.ID == key {
			return pg
		}
	}
	for _, pg := range p.Pages {
		if pg.Name == key {
			return pg
		}
	}
	return nil
}

// Kit finds a kit by id; nil when there is none.
func (p *Project) Kit(id string) *kit.Kit {
	for _, k := range p.Kits {
		if k.ID == id {
			return k
		}
	}
	return nil
}

// Picture finds a picture by id; nil when there is none.
func (p *Project) Picture(id string) *Picture {
	for _, pic := range p.Pictures {
		if pic.ID == id {
			return pic
		}
	}
	return nil
}

// HasPicture reports whether the project has a picture of that id.
func (p *Project) HasPicture(id string) bool { return p.Picture(id) != nil }

// PageNames lists the pages' names, as an error message wants them.
func (p *Project) PageNames() string {
	names := make([]string, len(p.Pages))
	for i, pg := range p.Pages {
		names[i] = pg.Name
	}
	return strings.Join(names, ", ")
}

// Check refuses a project that breaks any rule of the domain. The error holds a
// fault.Fault for each wrong field.
func (p *Project) Check() error { return p.CheckAfter(nil) }

// CheckAfter is Check of a project that was made of one that passed it; nil for none. Kits and pages that it shares
// with that are not looked at again.
func (p *Project) CheckAfter(was *Project) error {
	var errs []error
	take := func(path string, err error) { errs = append(errs, fault.Under(path, err)) }
	if p.Format != "kitrows" {
		errs = append(errs, fault.New("format", p.Format, "kitrows"))
	}
	if p.Version != Version {
		errs = append(errs, fault.New("version", p.Version, "%d, or a version before it", Version))
		return errors.Join(errs...)
	}
	take("", page.CheckID(p.ID))
	take("", page.CheckName(p.Name))
	if n := len(p.Kits); n < 1 || n > MaxKits {
		errs = append(errs, fault.New("kits", n, "1 to %d kits", MaxKits))
	}
	if n := len(p.Pages); n < 1 || n > MaxPages {
		errs = append(errs, fault.New("pages", n, "1 to %d pages", MaxPages))
	}
	if n := len(p.Pictures); n > MaxPictures {
		errs = append(errs, fault.New("pictures", n, "at most %d pictures", MaxPictures))
	}
	shown := 0
	for _, pic := range p.Pictures {
		if pic != nil {
			shown += pic.Data.Len()
		}
	}
	if shown > MaxShown {
		errs = append(errs, fault.New("pictures", fmt.Sprintf("%d bytes", shown), "pictures of at most %d MiB together",
			MaxShown>>20))
	}
	if n := len(p.Recipes); n > MaxRecipes {
		errs = append(errs, fault.New("recipes", n, "at most %d recipes", MaxRecipes))
	}
	for i, r := range p.Recipes {
		path := fmt.Sprintf("recipes[%d]", i)
		take(path, page.CheckName(r.Name))
		if len(r.Text) == 0 || len(r.Text) > MaxRecipe {
			errs = append(errs, fault.New(path+".text", r.Text, "a recipe of 1 to %d bytes", MaxRecipe))
		}
		if i > 0 && r.Name <= p.Recipes[i-1].Name {
			errs = append(errs, fault.New(path+".name", r.Name, "each name once, in order"))
		}
	}
	if err := errors.Join(errs...); err != nil {
		return err
	}
	twice := map[string]bool{}
	unique := func(what, path, value string) {
		key := what + " " + value
		if twice[key] {
			errs = append(errs, fault.New(path, value, "a value used once"))
		}
		twice[key] = true
	}
	for i, k := range p.Kits {
		path := fmt.Sprintf("kits[%d]", i)
		if k == nil {
			errs = append(errs, fault.New(path, "null", "a kit"))
			continue
		}
		take(path, page.CheckID(k.ID))
		if !was.has(k) {
			take(path, infer.Check(k))
		}
		unique("kit", path+".id", k.ID)
	}
	for i, pic := range p.Pictures {
		path := fmt.Sprintf("pictures[%d]", i)
		if pic == nil {
			errs = append(errs, fault.New(path, "null", "a picture"))
			continue
		}
		take(path, page.CheckID(pic.ID))
		take(path, pic.check())
		unique("picture", path+".id", pic.ID)
		unique("picture file", path+".file", strings.ToLower(pic.File))
	}
	if err := errors.Join(errs...); err != nil {
		return err
	}
	if n := len(p.Sheet); n > MaxPieces {
		errs = append(errs, fault.New("sheet", n, "at most %d pieces", MaxPieces))
	}
	for i, piece := range p.Sheet {
		path := fmt.Sprintf("sheet[%d]", i)
		take(path, page.CheckID(piece.ID))
		take(path+".content", piece.Content.Check(p.Kits[0], p.HasPicture))
		unique("piece", path+".id", piece.ID)
	}
	for i, pg := range p.Pages {
		path := fmt.Sprintf("pages[%d]", i)
		if pg == nil {
			errs = append(errs, fault.New(path, "null", "a page"))
			continue
		}
		if !was.hasPage(pg, p) {
			take(path, p.checkPage(pg))
		}
		unique("page", path+".id", pg.ID)
		unique("page file", path+".file", pg.File)
	}
	return errors.Join(errs...)
}

// has reports whether the project has this very kit.
func (p *Project) has(k *kit.Kit) bool { return p != nil && slices.Contains(p.Kits, k) }

// hasPage reports whether the project has this very page as another has it: on the same kit, with the same pictures.
func (p *Project) hasPage(pg *page.Page, o *Project) bool {
	return p != nil && p.Kit(pg.Kit) == o.Kit(pg.Kit) && slices.Equal(p.Pictures, o.Pictures) &&
		slices.Contains(p.Pages, pg)
}

// checkPage refuses a page that its kit cannot lay out.
func (p *Project) checkPage(pg *page.Page) error {
	k := p.Kit(pg.Kit)
	if k == nil {
		return fault.New("kit", pg.Kit, "the id of one of the project's kits")
	}
	return errors.Join(pg.Check(k, p.HasPicture), foreign.Check(k, pg))
}

// CheckUsers refuses what Check would of the pages that use a kit, and of the pieces on the sheet,
// which go by the first kit: all that depends on it.
func (p *Project) CheckUsers(id string) error {
	var errs []error
	for i, piece := range p.Sheet {
		if p.Kits[0].ID == id {
			errs = append(errs, fault.Under(fmt.Sprintf("sheet[%d].content", i), piece.Content.Check(p.Kits[0],
				p.HasPicture)))
		}
	}
	for i, pg := range p.Pages {
		if pg.Kit == id {
			errs = append(errs, fault.Under(fmt.Sprintf("pages[%d]", i), p.checkPage(pg)))
		}
	}
	return errors.Join(errs...)
}
