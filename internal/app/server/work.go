package server

import (
	"context"
	"net/http"
	"net/url"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/folder"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
)

// A work is the folder that a project's pages stand in.
type work struct {
	*folder.Follower
	project string
	preview string // where the user's browser is shown the folder's files
}

// Work has the server keep a project and a folder the same; preview is the address at which its files are shown. It
// must be called before the server answers.
func (v *Server) Work(f *folder.Follower, project, preview string) {
	v.work = &work{f, project, preview}
}

// Grids are the units that lie over the page of a file in the folder, in a viewport of a width in px.
func (v *Server) Grids(ctx context.Context, file string, width float64) (any, error) {
	state, err := v.store.Load(ctx, v.work.project)
	if err != nil {
		return nil, err
	}
	for _, pg := range state.Project.Pages {
		if pg.File == file {
			k := state.Project.Kit(pg.Kit)
			l := layout.Real(k, pg, v.books.of(ctx, v.work.project, pg.ID))
			return bench.NewDrawing(l, width).Grids, nil
		}
	}
	return nil, store.ErrNotFound
}

// Tell tells windows of a revision of a project that others made.
func (v *Server) Tell(project string, revision int) {
	v.changes.tell(project, news{revision: revision})
}

// Loopback keeps a handler to this machine, as the application is.
func Loopback(next http.Handler) http.Handler { return loopbackHost(next) }

// filed writes the files of a project that an edit changed, and removes that of a page which it dropped.
func (v *Server) filed(ctx context.Context, project string, change *edit.Change) {
	if v.work != nil && v.work.project == project {
		if change != nil && change.Dropped != nil {
			v.work.Drop(change.Dropped)
		}
		if err := v.work.Write(context.WithoutCancel(ctx)); err != nil {
			v.log.ErrorContext(ctx, "an edit is not written to its file", "error", err)
		}
	}
}

// file says of the Bench of a page of p what became of its file, and of those of the other pages, and which stylesheets
// of the folder its links may mean.
func (v *Server) file(project string, p *project.Project, b *bench.Bench) {
	if v.work == nil || v.work.project != project {
		return
	}
	for i := range b.Pages {
		b.Pages[i].State = string(v.work.Status(b.Pages[i].File).State)
	}
	if !b.Can.File {
		return
	}
	var part *bench.Part
	if pg := p.Page(b.Page.ID); pg != nil {
		if err := v.work.Unread(pg.ID); err != nil {
			b.Unread(err)
		}
		b.Relink(pg, func(link string) string { return v.work.Near(pg.File, link) })
		if including, sheets, is := v.work.Part(pg); is {
			part = &bench.Part{Including: including, Sheets: sheets, Named: append([]string{}, pg.Origin.Named...)}
			if including == "" && len(part.Named) == 0 {
				b.Alone(pg, part)
			}
		}
	}
	s := v.work.Status(b.Page.File)
	b.Folder = &bench.Folder{State: string(s.State), Text: s.Text, Polled: v.work.Polled(),
		Part: part, Preview: v.work.preview + (&url.URL{Path: "/" + b.Page.File}).EscapedPath()}
}
