package ship

import (
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
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

// looksOf are looks for what a selector selects, and for headings with so much after theirs.
func looksOf(body, held string) string {
	return strings.NewReplacer("BODY", body, "HELD", held).Replace(looks)
}

// Policy is a document's Content-Security-Policy, which it carries along: wherever it is shown, it
// may style itself and show its pictures, but fetch nothing and run no script.
const Policy = "default-src 'none'; style-src 'unsafe-inline'; img-src data:"

// documentOf is a page as a document: the styles of its kit as elements, then its own; where blocks are held, with
// looks before them, and with what holds blocks in place of the page's own styles.
func documentOf(l *layout.Layout, body *markup.Markup, looks string, styles []string, o code.Options) string {
	p := l.Page()
	own := OwnText(p) + ownRules(l, "\n")
	if o.Hold {
		styles = append([]string{"<style>\n" + looks + "  </style>"}, styles...)
		own = pageStyle + sourceStyle(l.Kit()) + ownRules(l, "\n")
	}
	if o.Tint {
		own += "\n.kr-hold {\n  background: #d7e6e1;\n}\n"
	}
	var b strings.Builder
	b.WriteString("<!DOCTYPE html>\n<html lang=" + markup.Quoted(p.Language) + ">\n<head>\n")
	for _, line := range markup.Head(p) {
		b.WriteString("  " + line + "\n")
	}
	if o.Pictures == "" { // else its address has a policy
		b.WriteString(`  <meta http-equiv="Content-Security-Policy" content="` + Policy + "\">\n")
	}
	for _, style := range styles {
		b.WriteString("  " + style + "\n")
	}
	b.WriteString("  <style>\n" + strings.ReplaceAll(own, "</", `<\/`) + "  </style>\n")
	text := body.String()
	if !p.IsBody() {
		text = "<body>\n" + text + "</body>\n"
	}
	b.WriteString("</head>\n" + text + "</html>\n")
	return b.String()
}

// asElement is a stylesheet of ours as an element.
func asElement(s *css.Sheet) string { return "<style>\n" + s.String() + "  </style>" }

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
