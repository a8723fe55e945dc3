package ship

import (
	"archive/zip"
	"bytes"
	"context"
	"path"
	"strings"

	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
)

// Archive is a page in every form as a zip file, with its pictures and a word on how
// to build each. The error may be that of a context that has ended.
func Archive(ctx context.Context, l *layout.Layout, pr *project.Project, o code.Options) ([]byte, error) {
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
	whole, own := sourceOf(l, pr, Whole).(made)
	put("README.md", []byte(archiveReadme(l, own)))
	css := PlainStyle(p, l.Kit())
	for _, form := range Forms {
		if form.Form == Whole {
			continue
		}
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		folder := map[Form]string{Used: "classes", SCSS: "mixins/scss", Less: "mixins/less", Plain: "mixins",
			TypeScript: "components", JavaScript: "components/javascript"}[form.Form]
		from := sourceOf(l, pr, form.Form)
		file := from.layout().Page().File
		for _, f := range Files(l, pr, form.Form, o) {
			text := f.Text
			if (f.Name == page.OwnStyle || f.Name == file) && (form.Form == SCSS || form.Form == Less) {
				continue // they stand beside what they are built to
			}
			if f.Name == file {
				text = from.complete(text, Links(l.Kit(), form.Form, css))
			}
			put(folder+"/"+f.Name, []byte(text))
		}
	}
	if own {
		put("classes/kit.whole.css", []byte(whole.files(Whole, o)[1].Text))
	}
	for _, folder := range []string{"classes", "mixins", "components"} {
		for _, pic := range pr.Pictures {
			if shows(l, pic.ID) {
				put(folder+"/pictures/"+pic.File, pic.Data.Bytes())
			}
		}
	}
	if err := z.Close(); err != nil {
		return nil, err
	}
	return b.Bytes(), failed
}

// ownClasses and otherClasses say what is in the folder of classes: the stylesheet of a kit made here, or the files
// that the page links.
const (
	ownClasses = `FILE.html with the kit's classes, and kit.css, the part of the kit that it uses.
  kit.whole.css is all of the kit. Nothing needs to be built.
  Their last line states the kit: Kit Rows opens these files on it again (kitrows work classes).`
	otherClasses = `the page with the kit's classes, and the stylesheets that it links. Nothing needs to be built.`
)

// archiveReadme says what is in an archive; own is whether it has a stylesheet of a kit made here.
func archiveReadme(l *layout.Layout, own bool) string {
	classes := otherClasses
	if own {
		classes = ownClasses
	}
	name := strings.TrimSuffix(origin.Plain(l.Page(), l.Kit()).File, ".html")
	fetched := ""
	if hosts := markup.Fetched(l.Page()); len(hosts) > 0 {
		fetched = "\nWhere it is shown, the page fetches pictures from " + strings.Join(hosts, ", ") + ".\n"
	}
	text := strings.Replace(archiveText, "CLASSES", classes, 1)
	return strings.NewReplacer("PAGE", l.Page().Name, "KIT", l.Kit().Name, "FILE", name, "STYLE", mixin.PageFile(l.Page()),
		"PLAIN", path.Base(PlainStyle(l.Page(), l.Kit()))).Replace(text) + fetched
}

// shows reports whether a page shows a picture.
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

const archiveText = `# PAGE

Laid out on the kit KIT with Kit Rows. The same page in three forms; take the one you work with.

- classes/: CLASSES
- mixins/: FILE.html without a grid class, and PLAIN. The stylesheet can be built from either source:

      npx sass mixins/scss/STYLE.scss mixins/PLAIN
      npx lessc mixins/less/STYLE.less mixins/PLAIN

- components/: FILE.tsx, made of the components in kit.tsx, which write the classes that kit.css has.
  Import kit.css once in your application.

page.css is the page's own stylesheet, linked after the kit's, and yours to write: it begins by taking away
the margin that browsers put around a page, and lets no picture be wider than its column. pictures/ stands
beside each.
`
