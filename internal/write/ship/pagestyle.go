package ship

import (
	"cmp"
	"slices"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/mixin"
)

// begun is what a page's own stylesheet begins with: without a browser's margins around the page, which the plan does
// not have, and with no picture wider than its column.
var begun = css.Sheet{Blocks: []css.Block{{Rules: []css.Rule{
	{Selectors: []string{"body"}, Body: []css.Declaration{css.D("margin", "0")}},
	{Selectors: []string{"img"}, Body: []css.Declaration{css.D("max-width", "100%")}},
}}}}

// OwnText is a page's own stylesheet: as it was written, or what it begins with.
func OwnText(p *page.Page) string {
	if p.Style != "" {
		return strings.TrimRight(p.Style, "\n") + "\n"
	}
	s := begun
	if p.IsBody() { // whose margins at its sides are the container's
		s.Blocks = slices.Clone(begun.Blocks)
		s.Blocks[0].Rules = slices.Clone(begun.Blocks[0].Rules)
		s.Blocks[0].Rules[0].Body = []css.Declaration{css.D("margin-block", "0")}
	}
	s.Comment = code.Comment(p.Name) + ", its own styles, begun by Kit Rows: yours from here on"
	return s.String()
}

// Checked is a project as a page of it is checked in, with its code, whose elements are marked with their nodes.
func Checked(l *layout.Layout, p *project.Project) check.Project {
	return check.Project{Kits: p.Kits,
		Code: func() []byte { return []byte(Document(l.Code(), p, code.Options{Mark: true})) }}
}

// ownStyle is the page's own stylesheet in a form, with, apart from it, the rules for what the kit's stylesheet has no
// class for.
func ownStyle(l *layout.Layout, f Form) code.File {
	text := OwnText(l.Page())
	if f.ByMixins() || f.AsComponents() {
		return code.File{Name: page.OwnStyle, Text: text}
	}
	return code.File{Name: page.OwnStyle, Text: text + ownRules(l, "\n")}
}

// ownRules are the rules for what a stylesheet that was brought in has no class for, after a text before them;
// empty where there are none.
func ownRules(l *layout.Layout, before string) string {
	own := l.Foreign().OwnRules()
	if len(own.Blocks) == 0 {
		return ""
	}
	return before + own.String()
}

// PlainStyle is the name of the stylesheet that a page's mixins come to.
func PlainStyle(pg *page.Page, k *kit.Kit) string {
	return cmp.Or(origin.MixinsAt(pg, k), mixin.PageFile(pg)+".css")
}
