package origin

import (
	"path"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// RulesStart is how the first line of a page's own rules begins, as we write them.
const RulesStart = "Rules of this page, by Kit Rows"

// IsRules reports whether a file is the rules of a page's own, for what its kit has no class for: its first line says
// so.
func IsRules(f kit.File) bool { return strings.HasPrefix(f.Text, "/* "+RulesStart) }

// RulesOf is the address at which a page links them.
func RulesOf(p *page.Page) string {
	return strings.TrimSuffix(path.Base(p.File), path.Ext(p.File)) + "-rules.css"
}

// ofPage reports whether a file is a stylesheet as we write it of a page alone: its own rules, or what its mixins come
// to.
func ofPage(text string) bool {
	first, _, _ := strings.Cut(text, "\n")
	return IsGenerated(kit.File{Text: text}) && !strings.HasSuffix(first, ", "+kit.WholePart+", by Kit Rows */") &&
		!strings.HasSuffix(first, ", "+kit.UsedPart+", by Kit Rows */")
}

// OfKit reports whether a file is of the stylesheet of kit k: the one that was brought in, or the one that we write.
func OfKit(k *kit.Kit, f kit.File) bool {
	if files := k.Files(); len(files) > 0 {
		return Find(files, f.Name) >= 0
	}
	return IsGenerated(f)
}

// IsGenerated reports whether a file is a stylesheet as we write it, of a kit of ours or of a page's own rules: its
// first line says so.
func IsGenerated(f kit.File) bool {
	first, _, _ := strings.Cut(f.Text, "\n")
	return strings.HasPrefix(first, "/*") && strings.Contains(first, ", by Kit Rows")
}
