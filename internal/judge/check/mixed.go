package check

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// mixed tells of a class that is one of another kit of the project, and none of the page's; and reports whether it is.
func (c *checker) mixed(m *markup.Node, class string) bool {
	if c.kits == nil {
		c.kits = append(c.kits, spoken{c.l.Kit(), infer.VocabularyOf(c.l.Kit(), c.l.Page())})
		for _, k := range c.in.Kits {
			if k != c.l.Kit() {
				c.kits = append(c.kits, spoken{k, infer.Vocabulary(k)})
			}
		}
	}
	at := slices.IndexFunc(c.kits, func(k spoken) bool {
		return slices.ContainsFunc([]page.Kind{page.Container, page.Row, page.Column}, func(kind page.Kind) bool {
			return k.words.Word(kind, class) != nil
		})
	})
	if at <= 0 {
		return false
	}
	rest := slices.DeleteFunc(m.Classes(), func(had string) bool { return had == class })
	c.add(finding.KitsMixed, c.around(m), m.Attr("class").Span, fmt.Sprintf("%s is a class of %s, and the page is on %s",
		class, c.kits[at].Name, c.l.Kit().Name), finding.Fix{Label: "Remove " + class,
		Edits: []markup.Edit{c.doc.SetAttr(m, "class", strings.Join(rest, " "))}})
	return true
}

// spoken is a kit with its words.
type spoken struct {
	*kit.Kit
	words *vocab.Vocabulary
}
