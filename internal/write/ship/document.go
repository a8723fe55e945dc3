package ship

import (
	"encoding/base64"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/analyse"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// pageStyle is the page's own style in a document, after the kit's. Blocks are
// as high as declared, so that the document can be checked against the plan.
const pageStyle = `body {
  margin: 0;
}

.kr-hold {
  box-sizing: border-box;
  height: var(--high);
  margin: 0;
  padding: 0;
  overflow: hidden;
  border: 0;
  list-style-position: inside;
  contain: size;
  contain-intrinsic-width: var(--wide);
}

.kr-hold.kr-scaled {
  height: auto;
  aspect-ratio: var(--ratio);
}

p.kr-hold::before,
ul.kr-hold::before {
  display: block;
  height: 8px;
  content: "";
}

picture {
  display: contents;
}

button.kr-hold,
a.kr-hold {
  display: block;
  width: 100%;
}

img.kr-hold {
  display: block;
  width: -webkit-fill-available;
  object-fit: cover;
}
`

// looks is how a document's text looks, before the kit's style: what that says of it holds. Under a
// stylesheet that was brought in, whose em go by what is around, it is that of blocks alone.
const looks = `BODY {
  color: #1d2422;
  font: 16px/1.5 system-ui, sans-serif;
}

h1HELD {
  font-size: 24px;
}

h2HELD {
  font-size: 20px;
}
`

func looksOf(l *layout.Layout) string {
	if l.Foreign() != nil {
		return strings.NewReplacer("BODY", "."+analyse.Held, "HELD", "."+analyse.Held).Replace(looks)
	}
	return strings.NewReplacer("BODY", "body", "HELD", "").Replace(looks)
}

// Policy is a document's Content-Security-Policy, which it carries along: wherever it is shown, it
// may style itself and show its pictures, but fetch nothing and run no script.
const Policy = "default-src 'none'; style-src 'unsafe-inline'; img-src data:"

// Document writes a complete page: the markup with the kit's stylesheet, or the
// used part of it, or what its mixins come to, inside and the project's pictures as data. Its blocks have their
// declared heights.
func Document(l *layout.Layout, pr *project.Project, o code.Options) string {
	l = Shown(l, pr, o)
	p := l.Page()
	if p.Origin != nil {
		return originDocument(l, o)
	}
	w := markup.NewWriter(say.Of(l), o, func(id string) string {
		pic := pr.Picture(id)
		return "data:" + pic.Type + ";base64," + base64.StdEncoding.EncodeToString(pic.Data.Bytes())
	})
	w.Hold = true
	var body *markup.Markup
	var styles *css.Sheet
	switch {
	case l.Foreign() != nil:
		body = w.Page(1)
	case o.Mixed:
		m := mixin.Write(w, l, o, 1)
		body, styles = m.Markup, m.CSS()
	case o.Whole:
		body = w.Page(1)
		styles = sheet.Whole(l.Kit(), body.Used())
	default:
		body = w.Page(1)
		styles = sheet.Used(l.Kit(), body.Used())
	}
	var b strings.Builder
	b.WriteString("<!DOCTYPE html>\n<html lang=" + markup.Quoted(p.Language) + ">\n<head>\n")
	for _, line := range markup.Head(p) {
		b.WriteString("  " + line + "\n")
	}
	b.WriteString(`  <meta http-equiv="Content-Security-Policy" content="` + Policy + "\">\n")
	b.WriteString("  <style>\n" + looksOf(l) + "  </style>\n")
	if styles != nil {
		b.WriteString("  <style>\n" + styles.String() + "  </style>\n")
	} else {
		for _, style := range broughtStyles(l.Kit()) {
			b.WriteString("  " + style + "\n")
		}
	}
	own := pageStyle + sourceStyle(l.Kit()) + ownRules(l, "\n")
	if o.Tint {
		own += "\n.kr-hold {\n  background: #d7e6e1;\n}\n"
	}
	b.WriteString("  <style>\n" + own + "  </style>\n")
	b.WriteString("</head>\n<body>\n" + body.String() + "</body>\n</html>\n")
	return b.String()
}

// sourceStyle makes a block as high as the picture it shows from each breakpoint
// on; where none is declared it stays as before.
func sourceStyle(k *kit.Kit) string {
	var b strings.Builder
	high, ratio, wide := "var(--high)", "var(--ratio)", "var(--wide)"
	for _, bp := range k.Breakpoints[1:] {
		high = "var(--high-" + bp.Name + ", " + high + ")"
		wide = "var(--wide-" + bp.Name + ", " + wide + ")"
		ratio = "var(--ratio-" + bp.Name + ", " + ratio + ")"
		b.WriteString("\n@media (min-width: " + bp.From.String() + ") {\n  .kr-hold {\n    height: " + high +
			";\n  }\n\n  .kr-hold.kr-scaled {\n    height: auto;\n    aspect-ratio: " + ratio +
			";\n    contain-intrinsic-width: " + wide + ";\n  }\n}\n")
	}
	return b.String()
}
