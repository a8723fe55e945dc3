package css

import (
	"slices"
	"strings"
)

// Inlined is the text of a file with those that it imports in the place of their imports. Where that comes to more than
// mostImports of them, or longestInlined bytes, the other imports stay as they are.
func (c *Cascade) Inlined(at int) string {
	in := inliner{c: c, imports: mostImports, bytes: longestInlined}
	return in.text(at, nil)
}

// longestInlined is how long a text may become, in bytes: twice the largest stylesheet that is read.
const longestInlined = 8 << 20

type inliner struct {
	c              *Cascade
	imports, bytes int // that are left
}

func (in *inliner) text(at int, within []int) string {
	c, t := in.c, in.c.Trees[at]
	in.bytes -= len(t.Text)
	var b strings.Builder
	from := 0
	for _, n := range t.Rules {
		if !leads(n) {
			break
		}
		link, rest := importOf(n.Prelude)
		file := c.file(link)
		if n.At != "import" || file < 0 || file == at || slices.Contains(within, file) ||
			in.imports == 0 || len(c.Trees[file].Text) > in.bytes {
			continue
		}
		in.imports--
		b.WriteString(t.Text[from:n.From])
		b.WriteString(wrapped(rest, in.text(file, append(slices.Clip(within), at))))
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
