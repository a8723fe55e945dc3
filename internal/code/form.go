package code

import (
	"archive/zip"
	"bytes"
	"compress/gzip"
	"fmt"
	"html"
	"strings"

	"github.com/andybalholm/brotli"

	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

// A Form is one way to take a page's code away.
type Form string

// The forms: with the kit's classes and all of its stylesheet or the part that is
// used; without grid classes, by mixins or by what those come to; as components.
const (
	Whole      Form = "whole"
	Used       Form = "used"
	SCSS       Form = "scss"
	Less       Form = "less"
	Plain      Form = "plain"
	TypeScript Form = "tsx"
)

// Forms are all of them, and what they are called.
var Forms = []struct {
	Form
	Name string
}{
	{Used, "Classes, used part"}, {Whole, "Classes, whole kit"}, {SCSS, "Mixins, SCSS"}, {Less, "Mixins, Less"}, {Plain, "Mixins, plain CSS"}, {TypeScript, "Components"},
}

// Files is a page in a form: its markup first, if it has any of its own.
func Files(l *layout.Layout, pr *project.Project, f Form, o Options) []File {
	p := l.Page()
	switch f {
	case SCSS, Less, Plain:
		m := NewMixed(l, pr, o)
		all := []File{m.Markup.file(p.File)}
		switch f {
		case SCSS:
			return append(all, m.SCSS()...)
		case Less:
			return append(all, m.Less()...)
		}
		return append(all, m.Plain())
	case TypeScript:
		return append(Components(l, pr), File{"kit.css", UsedSheet(Write(l, pr, o)).String(), nil})
	}
	m := Write(l, pr, o)
	sheet := UsedSheet(m)
	if f == Whole {
		sheet = WholeSheet(m)
	}
	return []File{m.file(p.File), {"kit.css", sheet.String(), nil}}
}

// file is markup as a file.
func (m *Markup) file(name string) File {
	f := File{name, m.String(), make([]string, len(m.Lines))}
	for i, l := range m.Lines {
		f.Nodes[i] = l.Node
	}
	return f
}

// Head is the lines that a page's head must have, with links to stylesheets in that
// order.
func Head(p *page.Page, links ...string) []string {
	all := []string{
		`<meta charset="utf-8">`,
		`<meta name="viewport" content="width=device-width, initial-scale=1">`,
		"<title>" + html.EscapeString(p.Name) + "</title>",
	}
	for _, link := range links {
		all = append(all, `<link rel="stylesheet" href="`+link+`">`)
	}
	return all
}

// Page is markup as a complete page, whose head links stylesheets in that order.
func Page(p *page.Page, markup string, links ...string) string {
	var b strings.Builder
	fmt.Fprintf(&b, "<!DOCTYPE html>\n<html lang=\"%s\">\n  <head>\n", html.EscapeString(p.Language))
	for _, line := range Head(p, links...) {
		b.WriteString("    " + line + "\n")
	}
	b.WriteString("  </head>\n  <body>\n")
	for line := range strings.Lines(markup) {
		if strings.TrimSpace(line) != "" {
			b.WriteString("    ")
		}
		b.WriteString(line)
	}
	b.WriteString("  </body>\n</html>\n")
	return b.String()
}

// A Cost is what a form takes to ship: bytes as they are and compressed, of markup
// and stylesheet apart and together, and how many rules the stylesheet has.
type Cost struct {
	Rules                     int
	Markup, Stylesheet, Total Bytes
}

// Bytes is a size, as it is and by gzip and brotli at their best.
type Bytes struct{ Raw, Gzip, Brotli int }

// CostOf works out what a form takes to ship. Components are counted as what they
// render to, with the stylesheet that goes with them.
func CostOf(l *layout.Layout, pr *project.Project, f Form) Cost {
	markup, sheet := "", ""
	rules := 0
	switch f {
	case SCSS, Less, Plain:
		m := NewMixed(l, pr, Options{})
		markup, sheet = m.Markup.String(), m.CSS()
		rules = strings.Count(sheet, "{\n") - strings.Count(sheet, "@media")
	default:
		m := Write(l, pr, Options{})
		s := UsedSheet(m)
		if f == Whole {
			s = WholeSheet(m)
		}
		markup, sheet = m.String(), s.String()
		for _, b := range s.Blocks {
			rules += len(b.Rules)
		}
	}
	return Cost{rules, bytesOf(markup), bytesOf(sheet), bytesOf(markup + sheet)}
}

func bytesOf(text string) Bytes {
	var g, b bytes.Buffer
	z, err := gzip.NewWriterLevel(&g, gzip.BestCompression)
	if err != nil {
		panic(err) // the level is a constant
	}
	r := brotli.NewWriterLevel(&b, brotli.BestCompression)
	for _, w := range []interface {
		Write([]byte) (int, error)
		Close() error
	}{z, r} { // into memory, which takes everything
		_, _ = w.Write([]byte(text))
		_ = w.Close()
	}
	return Bytes{len(text), g.Len(), b.Len()}
}

// Archive is a page in every form as a zip file, with its pictures and a word on how
// to build each.
func Archive(l *layout.Layout, pr *project.Project, o Options) ([]byte, error) {
	p := l.Page()
	var b bytes.Buffer
	z := zip.NewWriter(&b)
	var failed error
	put := func(name string, text []byte) {
		w, err := z.Create(name)
		if err == nil {
			_, err = w.Write(text)
		}
		if err != nil && failed == nil {
			failed = err
		}
	}
	put("README.md", []byte(archiveReadme(l)))
	css := strings.TrimSuffix(p.File, ".html") + ".css"
	for _, form := range Forms {
		if form.Form == Whole {
			continue
		}
		folder := map[Form]string{Used: "classes", SCSS: "mixins/scss", Less: "mixins/less", Plain: "mixins", TypeScript: "components"}[form.Form]
		for _, f := range Files(l, pr, form.Form, o) {
			text := f.Text
			if f.Name == p.File {
				if form.Form == SCSS || form.Form == Less {
					continue // the markup is that of the plain form
				}
				text = Page(p, text, map[Form]string{Used: "kit.css", Plain: css}[form.Form])
			}
			put(folder+"/"+f.Name, []byte(text))
		}
	}
	whole := Files(l, pr, Whole, o)
	put("classes/kit.whole.css", []byte(whole[1].Text))
	for _, folder := range []string{"classes", "mixins", "components"} {
		for _, pic := range pr.Pictures {
			if shows(l, pic.ID) {
				put(folder+"/pictures/"+pic.File, pic.Data)
			}
		}
	}
	if err := z.Close(); err != nil {
		return nil, err
	}
	return b.Bytes(), failed
}

func archiveReadme(l *layout.Layout) string {
	name := strings.TrimSuffix(l.Page().File, ".html")
	return strings.NewReplacer("PAGE", l.Page().Name, "KIT", l.Kit().Name, "FILE", name).Replace(`# PAGE

Laid out on the kit KIT with Kit Rows. The same page in three forms; take the one you work with.

- classes/: FILE.html with the kit's classes, and kit.css, the part of the kit that it uses.
  kit.whole.css is all of the kit. Nothing needs to be built.
- mixins/: FILE.html without a grid class, and FILE.css. The stylesheet can be built from either source:

      npx sass mixins/scss/FILE.scss mixins/FILE.css
      npx lessc mixins/less/FILE.less mixins/FILE.css

- components/: FILE.tsx, made of the components in kit.tsx, which write the classes that kit.css has.
  Import kit.css once in your application.

pictures/ stands beside each.
`)
}

// ByMixins tells whether a form is written with mixins.
func (f Form) ByMixins() bool { return f == SCSS || f == Less || f == Plain }

// Known tells whether there is such a form.
func (f Form) Known() bool {
	for _, form := range Forms {
		if form.Form == f {
			return true
		}
	}
	return false
}

// shows tells whether a page shows a picture.
func shows(l *layout.Layout, picture string) bool {
	shown := false
	for n := range l.Nodes() {
		if c := l.Node(int32(n)).Content; c != nil {
			shown = shown || c.Picture == picture
			for _, s := range c.Sources {
				shown = shown || s.Picture == picture
			}
		}
	}
	return shown
}
