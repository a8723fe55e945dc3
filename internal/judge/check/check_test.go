package check_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/rewrite"
)

const quay = `.quay { max-width: 900px; margin: 0 auto } .pier { display: flex; flex-wrap: wrap; margin: 0 -8px }
.berth { box-sizing: border-box; width: 100%; padding: 0 8px }
@media (min-width: 600px) { .s3 { width: 25% } .s4 { width: 33.3333% } .s6 { width: 50% } .s8 { width: 66.6667% }
.s9 { width: 75% } .s12 { width: 100% } }`

// found are the findings of a file as lines: place, code and sentence, and what mending by the first fix leaves of the
// file.
func found(t *testing.T, file string) string {
	t.Helper()
	var all []string
	for _, f := range findings(t, file) {
		line := fmt.Sprintf("%d:%d %s: %s", f.At.Line, f.At.Column, f.Code, f.Text)
		if f.Meant {
			line = fmt.Sprintf("%d:%d %s (meant): %s", f.At.Line, f.At.Column, f.Code, f.Text)
		}
		for _, fix := range f.Fixes {
			line += " | " + fix.Label + ": " +
				strings.ReplaceAll(string(markup.NewSource([]byte(file)).Apply(fix.Edits)), "\n", "~")
		}
		all = append(all, line)
	}
	return strings.Join(all, "\n")
}

// findings are those of a file on the stylesheet, beside one of its own.
func findings(t *testing.T, file string) (all []finding.Finding) {
	t.Helper()
	k, _, err := infer.Kit(t.Context(), "kit", "Quay", []kit.File{{Name: "quay.css", Text: quay}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	p := origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(file),
		[]kit.File{{Name: "own.css", Text: ".story { color: red }"}}))
	for _, f := range check.Of(layout.Of(k, p), check.Project{Kits: []*kit.Kit{k, sample.Twelve()}}) {
		if !strings.Contains(f.Text, "until they are measured") { // nearly every file has some
			all = append(all, f)
		}
	}
	return all
}

// grid is a row in a container, with something inside it; head is a file with links.
func grid(inside string) string {
	return `<div class="quay"><div class="pier">` + inside + `</div></div>`
}

func head(links string) string {
	return "<!doctype html><html><head>\n<meta name=viewport content=width=device-width>\n" + links +
		"\n</head><body></body></html>"
}

// mistakes are files, and what is told of them.
var mistakes = []struct{ name, file, want string }{
	{"nothing", grid(`<div class="berth s4"></div>`), ""},
	{"a width in px in a column", grid(`<div class="berth s4"><p style="color: red; width: 300px">a</p></div>`),
		`1:59 fixed-width: width: 300px in a style attribute holds at every breakpoint | Remove the width: ` +
			grid(`<div class="berth s4"><p style="color: red;">a</p></div>`)},
	{"one outside the columns, and a most", `<p style="width: 300px">a</p>` +
		grid(`<div class="berth s4"><p style="max-width: 300px">a</p></div>`), ""},
	{"a picture without words", grid(`<div class="berth s4"><img src=tern.svg></div>`),
		`1:59 no-alternative: the picture has no alternative text: alt="" is for those that only decorate`},
	{"one that only decorates", grid(`<div class="berth s4"><img src=tern.svg alt=""></div>`), ""},
	{"an end tag that is missing", "<main>\n  <div>\n    <p>a</p>\n</main>",
		"2:3 end-tag-missing: <div> is not ended before </main> | End it in line 3: <main>~  <div>~    " +
			"<p>a</p></div>~</main>"},
	{"one too many", "<p>a</p>\n</div>\n<p>b</p>",
		"2:1 end-tag-surplus: </div> ends nothing here | Remove </div>: <p>a</p>~<p>b</p>"},
	{"one that is ignored", "<p>a</p>\n<td>b", "2:1 tag-ignored: <td> makes no element here | Remove <td>: <p>a</p>~b"},
	{"crossed", "<b>a<i>b</b>c</i>", "1:9 tags-crossed: </b> stands where <i> is still open: </i> comes later"},
	{"an attribute twice", `<p id=a id=b>c`,
		`1:9 attribute-doubled: <p> has id already: this one does not count | Remove it: <p id=a >c`},
	{"a class nearly known", grid(`<div class="berth s44 story"></div>`),
		`1:42 class-unknown: Quay has no class s44; the nearest is s4 | Change it to s4: ` +
			grid(`<div class="berth s4 story"></div>`)},
	{"a class of another kit", grid(`<div class="berth kr-take-6"></div>`),
		`1:42 kits-mixed: kr-take-6 is a class of Wide, and the page is on Quay | Remove kr-take-6: ` +
			grid(`<div class="berth"></div>`)},
	{"swapped letters", grid(`<div class="berht s4"></div>`),
		"1:37 row-child: <div> stands straight in Row and is no column\n1:42 class-unknown: Quay has no class berht; the " +
			"nearest is berth | Change it to berth: " + grid(`<div class="berth s4"></div>`)},
	{"words straight in a row", grid(`Loose<div class="berth"></div>`),
		"1:37 text-in-row: words stand straight in Row: only columns are children of a row"},
	{"words straight in a row, as they are meant",
		`<div class="quay"><div class="pier" data-kr-meant="free-units text-in-row">Loose<div class="berth"></div></div>` +
			`</div>`,
		"1:76 text-in-row (meant): words stand straight in Row: only columns are children of a row"},
	{"a row in no container", `<div class="pier"></div>`, "1:1 row-outside: Row stands in no container"},
	{"a column in no row", `<p class="berth">a</p>`,
		"1:1 misplaced: <p> has the class of a column, and does not stand straight in a row"},
	{"what is only estimated",
		`<style>h2{position:absolute}td{width:9px}</style><div><h2>a</h2></div><table><tr><td><p>a</table>`,
		"1:55 estimate: the plan only estimates a position that is absolute: what stands here, and after it, may be " +
			"elsewhere in a browser\n" +
			"1:71 estimate: the plan only estimates tables: what stands here, and after it, may be elsewhere in a browser"},
	{"linked twice, too late", head(`<link rel=stylesheet href=own.css><link rel=stylesheet href=quay.css>` +
		"\n" + `<link rel=stylesheet href=own.css?2>`),
		"3:35 stylesheet-order: the page's own stylesheet stands before the kit's quay.css: what both say, the kit's says\n" +
			"4:1 stylesheet-twice: own.css is linked twice | Remove this link: <!doctype html><html><head>~<meta " +
			"name=viewport content=width=device-width>~<link rel=stylesheet href=own.css><link rel=stylesheet " +
			"href=quay.css>~</head><body></body></html>"},
	{"a stylesheet that is not there",
		head(`<link rel=stylesheet href=quay.css><link rel=stylesheet href=gone.css>`),
		"3:36 stylesheet-missing: the stylesheet gone.css is not there: the plan is without it"},
	{"the kit's not linked, no viewport", "<html><head>\n  <title>a</title>\n</head><main class=quay></main></html>",
		"1:7 stylesheet-not-linked: the kit's stylesheet quay.css is not linked: the plan shows the page as if it were | " +
			"Link it: <html><head>~  <title>a</title>~  <link rel=\"stylesheet\" href=\"quay.css\">~</head>" +
			"<main class=quay></main></html>\n" +
			"1:7 viewport-missing: no viewport is declared: phones show the page as on a wide screen, shrunk | Declare it: " +
			"<html><head>~  <title>a</title>~  <meta name=\"viewport\" content=\"width=device-width, " +
			"initial-scale=1\">~</head><main class=quay></main></html>"},
	{"no viewport, and nothing of the kit", "<html><head>\n  <title>a</title>\n</head></html>",
		"1:7 viewport-missing: no viewport is declared: phones show the page as on a wide screen, shrunk | Declare it: " +
			"<html><head>~  <title>a</title>~  <meta name=\"viewport\" content=\"width=device-width, " +
			"initial-scale=1\">~</head></html>"},
}

// What is wrong with a file is told with its line and column, the likely place and a fix.
func TestFindings(t *testing.T) {
	for _, c := range mistakes {
		if got := found(t, c.file); got != c.want {
			t.Errorf("%s:\n%s\nwant\n%s", c.name, got, c.want)
		}
	}
}

// On a page by mixins the stylesheet that they come to is asked for in place of the kit's, and a row that nothing
// selects is told.
func TestFindingsByMixins(t *testing.T) {
	const text = `<!doctype html><html><head><meta name=viewport content=width=device-width></head><body><main ` +
		`data-kr-words="kr-frame">` +
		`<div data-kr-words="kr-row" class="log"></div><div data-kr-words="kr-row"></div></main></body></html>`
	k := sample.Twelve()
	o := page.NewOrigin([]byte(text), nil)
	o.Mixins = "index.css"
	p := rewrite.WithKit(origin.NewPage("page", "index.html", k, o), k)
	got := ""
	for _, f := range check.Of(layout.Of(k, p), check.Project{}) {
		got += fmt.Sprintf("%s %s %s\n", f.Code, f.Severity, f.Text)
	}
	want := "mixins-not-linked surprise index.css, which the mixins of the page come to, is not linked: link it, " +
		"or what you build of them. The plan shows the page with it\n" +
		"unselected broken no id, class or place in the page selects Row alone: its mixins are left out. The next edit " +
		"gives it a class\n"
	if got != want {
		t.Errorf("found\n%s\nwant\n%s", got, want)
	}
}
