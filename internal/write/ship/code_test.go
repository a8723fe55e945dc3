package ship

import (
	"archive/zip"
	"bytes"
	"fmt"
	"io/fs"
	"maps"
	"reflect"
	"regexp"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/demo"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/sheet"
)

// classesOf lists the classes of every node of marked markup.
func classesOf(t *testing.T, markup string) map[string][]string {
	t.Helper()
	all := map[string][]string{}
	z := html.NewTokenizer(strings.NewReader(markup))
	for z.Next() != html.ErrorToken {
		token := z.Token()
		if token.Type != html.StartTagToken {
			continue
		}
		attributes := map[string]string{}
		for _, a := range token.Attr {
			attributes[a.Key] = a.Val
		}
		if id := attributes["data-node"]; id != "" {
			all[id] = strings.Fields(attributes["class"])
		}
	}
	return all
}

// The used part has a rule for every class the markup has that says something, and
// no other; the whole kit has the used part's.
func TestSheets(t *testing.T) {
	class := regexp.MustCompile(`\.[\w-]+`)
	r := sample.New(21)
	for range 60 {
		pr := sample.Project(r)
		k := pr.Kits[0]
		m := markup.Write(layout.Of(k, pr.Pages[0]), pr, code.Options{Mark: true})
		written := map[string]bool{}
		for _, all := range classesOf(t, m.String()) {
			for _, class := range all {
				written["."+class] = class != "lead" && class != "story" // those are blocks' own
			}
		}
		used := map[string]bool{}
		for _, block := range sheet.Used(k, m.Used()).Blocks {
			for _, rule := range block.Rules {
				used[class.FindString(rule.Selectors[0])] = true
			}
		}
		maps.DeleteFunc(written, func(_ string, kits bool) bool { return !kits })
		if !reflect.DeepEqual(used, written) {
			t.Fatalf("used part has %v, markup has %v", used, written)
		}
		whole := sheet.Whole(k, m.Used()).String()
		for class := range used {
			if !strings.Contains(whole, class+" ") {
				t.Fatalf("the whole kit lacks %s", class)
			}
		}
	}
}

// Every line belongs to a node, and a node's stretch begins with its element.
func TestStretches(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	pg := pr.Pages[0]
	m := markup.Write(layout.Of(pr.Kits[0], pg), pr, code.Options{Mark: true, Ends: true})
	type stretch struct{ First, Last int }
	stretches := map[string]stretch{}
	for i, l := range m.Lines {
		s, seen := stretches[l.Node]
		if !seen {
			s.First = i + 1
		}
		s.Last = i + 1
		stretches[l.Node] = s
	}
	pg.Walk(func(n *page.Node, at page.Place) {
		s := stretches[n.ID]
		if s.First < 1 || s.Last < s.First || !strings.Contains(m.Lines[s.First-1].Text, fmt.Sprintf("data-node=%q",
			n.ID)) {
			t.Errorf("%s has lines %+v", n.ID, s)
		}
		if up := at.Parent; up != nil && (s.First < stretches[up.ID].First || s.Last > stretches[up.ID].Last) {
			t.Errorf("%s has lines %+v, outside %+v of its parent", n.ID, s, stretches[up.ID])
		}
	})
}

func TestWritingReadsAsACarefulPersonWroteIt(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	body, _ := pr.Pages[0].Find("body")
	log, _ := pr.Pages[0].Find("log")
	short := *log
	short.Children = nil
	tide, _ := pr.Pages[0].Find("tide-table")
	lone := *tide
	lone.Children = tide.Children[:2]
	row := *body
	row.Name = "Body -- <main>"
	row.Children = []*page.Node{&short, &lone}
	pg := &page.Page{Body: []*page.Node{{ID: "f", Kind: page.Container, Name: "Frame", Children: []*page.Node{&row}}}}
	want := `<div class="kr-frame">
  <main class="kr-row">
    <div class="kr-cell kr-take-7-mid kr-take-8-wide"></div>
    <aside class="kr-cell kr-take-5-mid kr-skip-1-wide kr-take-3-wide">
      <h2>Tide table</h2>
      <ul>
        <li>Low 05:52 · 0.8 m</li>
        <li>High 12:06 · 4.9 m</li>
        <li>Low 18:21 · 0.7 m</li>
      </ul>
    </aside>
  </main> <!-- end row: Body –– ‹main› -->
</div> <!-- end container: Frame -->
`
	if got := markup.Write(layout.Of(pr.Kits[0], pg), pr, code.Options{Ends: true}).String(); got != want {
		t.Errorf("got\n%s\nwant\n%s", got, want)
	}
}

// Nothing a user types can leave the place it is written to.
func TestTextStaysText(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	evil := `--></style></title><script>alert("1")</script>*/`
	k := *pr.Kits[0]
	k.Name = evil
	pg := pr.Pages[0].Mapped(func(n *page.Node) *page.Node {
		c := *n
		c.Name = evil
		if c.Content != nil {
			content := *c.Content
			content.Text, content.Alt, content.Items = evil, evil, []string{evil}
			c.Content = &content
		}
		return &c
	})
	pg.Name = evil
	l := layout.Of(&k, pg)
	for _, text := range []string{Document(l, pr, code.Options{Hold: true, Ends: true}),
		sheet.Whole(&k, markup.Write(l, pr, code.Options{}).Used()).String()} {
		z := html.NewTokenizer(strings.NewReader(text))
		for z.Next() != html.ErrorToken {
			if token := z.Token(); token.Data == "script" {
				t.Fatalf("a script got out: %s", token)
			}
		}
	}
}

func BenchmarkCode(b *testing.B) {
	for _, c := range []struct {
		name string
		page *page.Page
	}{
		{"1000 columns", first(sample.Wide(1000))},
		{"1000 columns with every kind of setting, ten a row", first(sample.Every(1000, 10))},
		{"1000 columns with every kind of setting in a row", first(sample.Every(1000, 1000))},
		{"19900 columns with every kind of setting in a row", first(sample.Every(19900, 19900))},
	} {
		k := sample.Twelve()
		l, pr := layout.Of(k, c.page), sample.Of(c.page, k)
		b.Run("markup and used stylesheet of "+c.name, func(b *testing.B) {
			for b.Loop() {
				m := markup.Write(l, pr, code.Options{})
				_ = m.String()
				_ = sheet.Used(k, m.Used()).String()
			}
		})
	}
}

func first(p *page.Page, _ *kit.Kit) *page.Page { return p }

// A document fetches nothing, wherever it is shown; what the page itself would have fetched when
// it is taken away is named.
func TestNothingIsFetchedUnsaid(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	pg := p.Pages[0].Replaced("log", func(n *page.Node) *page.Node {
		c := *n
		c.Children = []*page.Node{{ID: "raw", Kind: page.Block, Name: "Raw", Content: &page.Content{Type: page.HTML,
			Text: `<p><img src="https://b.test/x.png"><img src="//a.test/y.png" alt=""><img src="z.png"><img ` +
				`src="data:image/png;base64,aaaa"></p>`}}}
		return &c
	})
	if got := strings.Join(markup.Fetched(pg), " "); got != "a.test b.test" {
		t.Errorf("fetched from %q", got)
	}
	l := layout.Of(p.Kit(pg.Kit), pg)
	if d := Document(l, p, code.Options{Hold: true}); !strings.Contains(d, `content="default-src 'none';`) {
		t.Error("the document may fetch what it likes")
	}
	archive, err := Archive(t.Context(), l, p, code.Options{})
	if err != nil {
		t.Fatal(err)
	}
	z, err := zip.NewReader(bytes.NewReader(archive), int64(len(archive)))
	if err != nil {
		t.Fatal(err)
	}
	readme, err := fs.ReadFile(z, "README.md")
	if err != nil || !bytes.Contains(readme, []byte("fetches pictures from a.test, b.test")) {
		t.Errorf("the README does not say so: %v", err)
	}
}
