package code

import "strings"

// A File is one file of code, and the node that each of its lines is for; none where
// it is for no node.
type File struct {
	Name  string
	Text  string
	Nodes []string
}

// SCSS is the page as SCSS: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) SCSS() []File { return m.files(&scss, "_settings.scss", "_kit.scss") }

// Less is the page as Less: the kit's settings, its mixins, and the page's rules.
func (m *Mixed) Less() []File { return m.files(&less, "settings.less", "kit.less") }

func (m *Mixed) files(d *dialect, settings, mixins string) []File {
	return []File{{settings, d.settings(m), nil}, {mixins, m.library(d), nil}, m.rulesIn(d)}
}

// pageFile is the name of the page's own file without its ending.
func (m *Mixed) pageFile() string {
	name := strings.TrimSuffix(m.page.File, ".html")
	if name == "kit" || name == "settings" {
		return name + "-page"
	}
	return name
}
