package origin

import (
	"context"
	"errors"
	"slices"
	"sync"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// cascades keeps what is worked out of a page, and of those that edits make of it: the cascade of its stylesheets while
// those stay the same, and what was made last of one of the pages.
type cascades struct {
	sync.Mutex
	from *pool
	now  *worked
	last remembered
}

// worked is the cascade of stylesheets, once it is worked out.
type worked struct {
	of   []css.Source
	once sync.Once
	made *css.Cascade
	left []*budget.SpentError
}

// pool keeps the cascades that pages of one project have in common.
type pool struct {
	sync.Mutex
	all []*worked // the last used at the end
}

// mostPooled is how many cascades are kept for other pages: most projects have one or two sets of stylesheets.
const mostPooled = 4

// of is the cascade of stylesheets, which may have to be worked out.
func (p *pool) of(sheets []css.Source) *worked {
	p.Lock()
	defer p.Unlock()
	w := &worked{of: sheets}
	if at := slices.IndexFunc(p.all, func(w *worked) bool { return slices.Equal(w.of, sheets) }); at >= 0 {
		w = p.all[at]
		p.all = slices.Delete(p.all, at, at+1)
	}
	p.all = append(p.all, w)
	if len(p.all) > mostPooled {
		p.all = slices.Delete(p.all, 0, 1)
	}
	return w
}

// Together makes pages of one project share the cascades of stylesheets that are the same.
func Together(pages []*page.Page) {
	var shared *pool
	for _, p := range Pages(pages) {
		known := knownOf(p.Origin).cascades
		known.Lock()
		if shared == nil {
			shared = known.from
		}
		known.from = shared
		known.Unlock()
	}
}

// remembered is what was made of a page on a kit.
type remembered struct {
	page *page.Page
	kit  *kit.Kit
	made any
}

// Remembered is what was made of page p on kit k, if that is what was made last of it or of the pages that edits made
// of it; else nil.
func Remembered(p *page.Page, k *kit.Kit) any {
	known := knownOf(p.Origin).cascades
	known.Lock()
	defer known.Unlock()
	if last := known.last; last.page == p && last.kit == k {
		return last.made
	}
	return nil
}

// Remember keeps what was made of page p on kit k, until something is made of another.
func Remember(p *page.Page, k *kit.Kit, made any) {
	known := knownOf(p.Origin).cascades
	known.Lock()
	defer known.Unlock()
	known.last = remembered{p, k, made}
}

// Cascade is that of stylesheets, worked out once for a page and those that edits make of it. Left are those that take
// more than may be spent on them, which are left out of it.
func Cascade(o *page.Origin, sheets []css.Source) (c *css.Cascade, left []*budget.SpentError) {
	known := knownOf(o).cascades
	known.Lock()
	if known.now == nil || !slices.Equal(known.now.of, sheets) {
		known.now = known.from.of(sheets)
	}
	now := known.now
	known.Unlock()
	now.once.Do(func() { now.made, now.left = cascade(sheets) })
	return now.made, now.left
}

// cascade reads stylesheets. Where all of them are too much, those that are not so by themselves hold.
func cascade(sheets []css.Source) (c *css.Cascade, left []*budget.SpentError) {
	all := func(b *budget.Budget) error {
		c = css.NewCascade(b, sheets, flow.Expand)
		return nil
	}
	if budget.Within(context.Background(), budget.Cascade, all) == nil {
		return c, nil
	}
	kept := make([]css.Source, len(sheets)) // one that is too much has no text
	err := budget.Within(context.Background(), budget.Cascade, func(b *budget.Budget) error {
		for i, s := range sheets {
			kept[i] = css.Source{Name: s.Name}
			err := b.Part(2, func(b *budget.Budget) error {
				css.NewCascade(b, []css.Source{s}, flow.Expand)
				return nil
			})
			if spent, is := errors.AsType[*budget.SpentError](err); is {
				left = append(left, spent)
			} else {
				kept[i] = s
			}
		}
		sheets = kept
		return all(b)
	})
	if spent, is := errors.AsType[*budget.SpentError](err); is {
		return css.NewCascade(nil, nil, flow.Expand), append(left, spent)
	}
	return c, left
}
