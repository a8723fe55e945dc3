package edit

import (
	"context"
	"fmt"
	"path"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// BringPage adds a page that is read from a file of HTML, with the stylesheets that it links. Its kit is the one that
// those state; or else the one of the project's whose classes it has; or else the one that the stylesheets are. The
// project then has that kit too. Or else it is the first page's.
type BringPage struct {
	File   string     `json:"file" maxLength:"400" doc:"Its path, such as visit/index.html."`
	Text   string     `json:"text,omitzero"`
	Data   []byte     `json:"data,omitzero" doc:"In place of a text, bytes that are not UTF-8, in base64."`
	Sheets []kit.File `json:"sheets,omitzero" maxItems:"40" doc:"Stylesheets, named by address as in the page or by name."`

	file *page.Origin // once it is read
	kit  func(id string) (*kit.Kit, []kit.File, error)
}

// Read reads the file, and the kit that its stylesheets are. The error says what is too much to read, or is that of
// ctx when it ends before.
func (b *BringPage) Read(ctx context.Context) (*BringPage, error) {
	if b.file != nil {
		return b, nil
	}
	o, files, err := b.origin(ctx)
	if err != nil {
		return nil, err
	}
	read := *b
	read.file = o
	k, rest, err := origin.Kit(ctx, "kit", o, files)
	if ctx.Err() != nil {
		return nil, ctx.Err()
	}
	read.kit = func(id string) (*kit.Kit, []kit.File, error) {
		if err != nil {
			return nil, files, err
		}
		named := *k
		named.ID = id
		return &named, rest, nil
	}
	return &read, nil
}

// origin is the file with what it links.
func (b *BringPage) origin(ctx context.Context) (*page.Origin, []kit.File, error) {
	if b.file != nil {
		return b.file, origin.Named(b.file, b.Sheets), nil
	}
	bytes := b.Data
	if len(bytes) == 0 {
		bytes = []byte(b.Text)
	}
	if len(bytes) > page.MaxOrigin {
		return nil, nil, fault.New("file", fmt.Sprintf("%d bytes", len(bytes)), "at most %d MiB", page.MaxOrigin>>20)
	}
	if !page.IsPath(b.File) {
		return nil, nil, fault.New("file", b.File, "a file's path, such as visit/index.html")
	}
	o := page.NewOrigin(bytes, nil)
	if err := origin.Parse(ctx, o); err != nil {
		return nil, nil, err
	}
	if err := origin.Unread(o); err != nil {
		return nil, nil, err
	}
	return o, origin.Named(o, b.Sheets), nil
}

// Begin makes a project of a page: on the kit that its stylesheets are or, where there is no grid in them, on another.
func (b *BringPage) Begin(id, name string, other *kit.Kit) (*project.Project, error) {
	b, err := b.Read(context.Background())
	if err != nil {
		return nil, err
	}
	k, rest, err := b.kit(kitID(b.file, b.Sheets, "kit"))
	if err != nil {
		k = other
	}
	pg := rewrite.Opened(origin.NewPage("page-1", b.File, k, origin.Linking(b.file, rest)), k)
	if strings.TrimSpace(name) == "" {
		name = pg.Name
	}
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: id, Name: name, Kits: []*kit.Kit{k},
		Pages: []*page.Page{pg}}
	return p, p.Check()
}

func bringPage(p *project.Project, pg *page.Page, b *BringPage) (*Change, error) {
	o, files, err := b.origin(context.Background())
	if err != nil {
		return nil, fault.Under("bringPage", err)
	}
	c := *p
	k := fitting(p, o, files)
	rest := slices.Clone(files)
	if k == nil { // only then are the stylesheets read
		if b, err = b.Read(context.Background()); err != nil {
			return nil, fault.Under("bringPage", err)
		}
		id := FreeID(kitID(o, files, kitName(files)), func(id string) bool { return p.Kit(id) != nil })
		if k, rest, err = b.kit(id); err == nil {
			c.Kits = append(slices.Clone(p.Kits), k)
		} else {
			k, rest = p.Kit(pg.Kit), files
		}
	}
	rest = slices.DeleteFunc(slices.Clone(rest), func(f kit.File) bool { return origin.Find(k.Files(), f.Name) >= 0 })
	empty := newPage(p, "")
	next := rewrite.Opened(origin.NewPage(empty.ID, b.File, k, origin.Linking(o, rest)), k)
	c.Pages = rewrite.Share(append(slices.Clone(p.Pages), next), c.Kit)
	origin.Together(c.Pages)
	if err := c.CheckAfter(p); err != nil {
		return nil, err
	}
	summary := "Bring in " + path.Base(b.File)
	return &Change{Project: &c, Page: next.ID, Inverse: Operation{Page: pg.ID, Put: &Put{p, summary}},
		Summary: summary}, nil
}

// kitName is what a kit of files is called by them.
func kitName(files []kit.File) string {
	if len(files) == 0 {
		return "kit"
	}
	return strings.TrimSuffix(path.Base(files[0].Name), path.Ext(files[0].Name))
}

// kitID is the id that the kit of a page's stylesheets asks for: the one that they state, else another.
func kitID(o *page.Origin, files []kit.File, other string) string {
	if k := origin.Stated(o, origin.Named(o, files)); k != nil {
		return k.ID
	}
	return other
}

// fitting is the kit of a project whose stylesheet a page links, or of which it has the most rows and columns; nil for
// none, and where its stylesheets state another.
func fitting(p *project.Project, o *page.Origin, files []kit.File) (best *kit.Kit) {
	if stated := origin.Stated(o, files); stated != nil {
		if at := slices.IndexFunc(p.Kits, stated.IsLike); at >= 0 {
			return p.Kits[at]
		}
		return nil
	}
	most := 0
	for _, k := range p.Kits {
		if len(k.Files()) > 0 && !slices.ContainsFunc(k.Files(), func(f kit.File) bool {
			at := origin.Find(files, f.Name)
			return at < 0 || files[at].Text != f.Text
		}) {
			return k
		}
		read := origin.Read(origin.Document(o), k, infer.Vocabulary(k), origin.Inner(k), nil)
		count := 0
		(&page.Page{Body: read.Body}).Walk(func(n *page.Node, _ page.Place) {
			if n.Kind == page.Row || n.Kind == page.Column {
				count++
			}
		})
		if count > most {
			best, most = k, count
		}
	}
	return best
}
