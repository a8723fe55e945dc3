package folder

import (
	"context"
	"slices"

	"kitrows/internal/edit"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// looked reads the stylesheets again that pages link, where one changed: the one of that name, or all of them. Those of
// a kit that was read from them are read as a newer version of it.
func (w *Follower) looked(ctx context.Context, name string) {
	for range 2 * project.MaxPages { // an edit for each page, and for each kit
		var made bool
		var err error
		known, same := w.knownSheets(), map[string][]byte{}
		w.unlocked(func() { made, err = w.restyle(ctx, name, known, same) })
		if err != nil {
			w.log.Warn("a stylesheet is not taken in", "file", name, "error", err)
		}
		if !made {
			w.knowSheets(known, same)
		}
		if !made {
			return
		}
	}
}

// restyle makes the next edit by which a page, or its kit, has its stylesheets as the folder has them, if one is
// needed. Known is what stylesheets held when they were last taken in or written: where one still does, what the page
// has is newer. Same is what pages have as the folder has it.
func (w *Follower) restyle(ctx context.Context, name string, known, same map[string][]byte) (bool, error) {
	return w.do(ctx, func(p *project.Project) (edit.Operation, bool) {
		clear(same)
		for _, pg := range origin.Pages(p.Pages) {
			found := w.sheets(pg.File, pg.Origin)
			newest(pg, found, known, same)
			k := p.Kit(pg.Kit)
			if next := restated(pg, k, found, known); next != nil {
				return edit.Operation{Page: pg.ID, ChangeKit: &edit.ChangeKit{Kit: next}}, true
			}
			if files, other := newer(k.Files(), found); other {
				if d, err := infer.Again(ctx, k, files, k.Imported.Choices); err == nil {
					return edit.Operation{Page: pg.ID, ChangeKit: &edit.ChangeKit{Kit: d.Kit, Were: d.Were}}, true
				}
				w.log.Warn("a stylesheet is no grid any more", "file", name)
			}
			found = slices.DeleteFunc(found, func(s kit.File) bool { // the kit says it, or the page
				return origin.Find(k.Files(), s.Name) >= 0 || s.Name != "" && s.Name == pg.Origin.Mixins
			})
			if o, is := w.fits(ctx, p, pg, k, found); is {
				return o, true
			}
			own := found[:0:0]
			for _, s := range pg.Origin.Sheets { // the one that we write stays
				if origin.IsGenerated(s) && origin.Find(found, s.Name) < 0 {
					own = append(own, s)
				}
			}
			if sheets := append(own, found...); !slices.Equal(sheets, pg.Origin.Sheets) &&
				(len(sheets) > 0 || len(pg.Origin.Sheets) > 0) {
				return edit.Operation{Page: pg.ID, Source: &edit.Source{Stretches: []edit.Stretch{}, Sheets: &sheets,
					Summary: "Stylesheets changed outside"}}, true
			}
		}
		return edit.Operation{}, false
	})
}

// restated is the kit that another program wrote into the stylesheet of a page's kit, which is made here; nil where it
// is the same, or where the stylesheet is as it was last written: then the kit is newer.
func restated(pg *page.Page, k *kit.Kit, found []kit.File, known map[string][]byte) *kit.Kit {
	at := slices.IndexFunc(found, func(f kit.File) bool { return rewrite.IsSheetOf(f, k) })
	if at < 0 || pg.Origin.Mixins != "" {
		return nil
	}
	was, is := known[origin.Beside(pg.File, found[at].Name)]
	next := kit.Defined(found[at].Text)
	if next == nil || next.IsLike(k) || is && string(was) == found[at].Text {
		return nil
	}
	next.ID, next.Shared = k.ID, k.Shared
	return next
}

// unread is why stylesheets are no kit; without an error they are one, and the page is on another.
type unread struct {
	sheets []kit.File
	err    error
}

// Unread is why the grid in the stylesheets of a page of that id could not be read; nil where it could, or where there
// is none in them.
func (w *Follower) Unread(id string) error {
	w.mu.Lock()
	defer w.mu.Unlock()
	if err := w.unread[id].err; infer.Seems(err) {
		return err
	}
	return nil
}

// isUnread reports whether it is known that a page does not come on the kit that its stylesheets are: they were read,
// of this page or of another that links the same.
func (w *Follower) isUnread(id string, sheets []kit.File) bool {
	w.mu.Lock()
	defer w.mu.Unlock()
	if slices.Equal(sheets, w.unread[id].sheets) {
		return true
	}
	for _, u := range w.unread {
		if u.err != nil && slices.Equal(sheets, u.sheets) {
			w.unread[id] = u
			return true
		}
	}
	return false
}

// fits is the edit by which a page that has nothing of its kit's, and none that is read from a stylesheet, comes on the
// kit that its stylesheets are, now that they can be read: the project has it first, and then the page.
func (w *Follower) fits(ctx context.Context, p *project.Project, pg *page.Page, k *kit.Kit, found []kit.File) (
	o edit.Operation, is bool) {
	if len(k.Files()) > 0 || len(found) == 0 || pg.Origin.Mixins != "" || pg.HasGrid() || w.isUnread(pg.ID, found) {
		return o, false
	}
	next, rest, err := origin.Kit(ctx, "kit", pg.Origin, found)
	stays := err != nil || slices.Equal(found, pg.Origin.Sheets) // they were there when the page's kit was chosen
	w.mu.Lock()
	if delete(w.unread, pg.ID); stays {
		w.unread[pg.ID] = unread{slices.Clone(found), err}
	}
	w.mu.Unlock()
	if stays {
		return o, false
	}
	for _, has := range p.Kits {
		if has.IsLike(next) || len(next.Files()) > 0 && slices.Equal(has.Files(), next.Files()) {
			return edit.Operation{Page: pg.ID, Source: &edit.Source{Stretches: []edit.Stretch{}, Kit: has.ID,
				Sheets: &rest, Summary: "On the grid of its stylesheet"}}, true
		}
	}
	next.ID = edit.FreeID(next.ID, func(id string) bool { return p.Kit(id) != nil })
	return edit.Operation{Page: pg.ID, AddKit: &edit.AddKit{Kit: next}}, true
}

// newest gives stylesheets that were found as they were known the text that a page has: an edit made it, and it is not
// written yet. Same gets those that are as the page has them.
func newest(pg *page.Page, found []kit.File, known, same map[string][]byte) {
	for i, f := range found {
		has := slices.IndexFunc(pg.Origin.Sheets, func(s kit.File) bool { return s.Name == f.Name })
		if has < 0 || origin.IsGenerated(f) {
			continue
		}
		name, text := origin.Beside(pg.File, f.Name), pg.Origin.Sheets[has].Text
		if was, is := known[name]; is && string(was) == f.Text {
			found[i].Text = text
		} else if f.Text == text {
			same[name] = []byte(text)
		}
	}
}

// newer is files with the texts of those found under the same names; other is whether any is another.
func newer(files, found []kit.File) (all []kit.File, other bool) {
	all = slices.Clone(files)
	for i := range all {
		if at := origin.Find(found, all[i].Name); at >= 0 && found[at].Text != all[i].Text {
			all[i].Text, other = found[at].Text, true
		}
	}
	return all, other
}
