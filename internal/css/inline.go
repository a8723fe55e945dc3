package css

import (
	"slices"
	"strings"
)

// Inlined is the text of a file with those that it imports in the place of their imports.
func (c *Cascade) Inlined(at int) string { return c.inlined(at, nil) }

func (c *Cascade) inlined(at int, within []int) string {
	t := c.Trees[at]
	var b strings.Builder
	from := 0
	for _, n := range t.Rules {
		if !leads(n) {
			break
		}
		link, rest := importOf(n.Prelude)
		file := c.file(link)
		if n.At != "import" || file < 0 || file == at || slices.Contains(within, file) {
			continue
		}
		b.WriteString(t.Text[from:n.From])
		b.WriteString(wrapped(rest, c.inlined(file, append(slices.Clip(within), at))))
		from = n.To
	}
	return b.String() + t.Text[from:]
}

// wrapped puts what an @import asks for around the text of its file.
func wrapped(asks, text string) string {
	lower := strings.ToLower(asks)
	switch {
	case asks == "":
		return "\n" + text + "\n"
	case strings.HasPrefix(lower, "layer("):
		name, after, _ := strings.Cut(asks[6:], ")")
		return "@layer " + name + " {" + wrapped(strings.TrimSpace(after), text) + "}"
	case lower == "layer" || strings.HasPrefix(lower, "layer "):
		return "@layer {" + wrapped(strings.TrimSpace(asks[5:]), text) + "}"
	case strings.HasPrefix(lower, "supports("):
		end := shut(asks, 8)
		return "@supports " + asks[8:end] + " {" + wrapped(strings.TrimSpace(asks[end:]), text) + "}"
	}
	return "@media " + asks + " {" + text + "}"
}
