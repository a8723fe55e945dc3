package mixin

import (
	"path"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/write/code"
)

// SCSS is the page as SCSS: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) SCSS() []code.File { return m.files(&scss, "_settings.scss", "_kit.scss") }

// Less is the page as Less: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) Less() []code.File { return m.files(&less, "settings.less", "kit.less") }

func (m *Mixed) files(d *dialect, settings, mixins string) []code.File {
	return []code.File{{Name: settings, Text: d.settings(m)}, {Name: mixins, Text: m.library(d)}, m.rulesIn(d)}
}

func (m *Mixed) pageFile() string { return PageFile(m.page) }

// PageFile is the name of a page's own file without its ending.
func PageFile(p *page.Page) string {
	name := strings.TrimSuffix(path.Base(p.File), ".html")
	if name == "kit" || name == "settings" || name == "page" { // other files have these names
		return name + "-page"
	}
	return name
}
