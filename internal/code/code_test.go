package code

import (
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/demo"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

// reading is a page with its columns' settings read back from the classes of its
// markup, in the words of OurNaming.
func reading(t *testing.T, k *kit.Kit, pg *page.Page, classes map[string][]string) *page.Page {
	t.Helper()
	return pg.Mapped(func(n *page.Node) *page.Node {
		if n.Kind != page.Column {
			return n
		}
		read := *n
		read.At = nil
		for _, class := range classes[n.ID] {
			m := regexp.MustCompile(`^kr-(take|full|skip|gone|back)(?:-(\d+))?(?:-(b\d+))?$`).FindStringSubmatch(class)
			if m == nil {
				continue
			}
			from := k.Breakpoints[0].Name
			if m[3] != "" {
				from = m[3]
			}
			s := read.SettingAt(from)
			units, _ := strconv.Atoi(m[2])
			switch m[1] {
			case "take":
				s.Width = new(page.Take(units))
			case "full":
				s.Width = new(page.Full)
			case "skip":
				s.Skip = &units
			case "gone", "back":
				s.Shown = new(m[1] == "back")
			}
			read = *read.WithSetting(k, s)
		}
		return &read
	})
}

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

// plans is the page at each breakpoint, without what it is called.
func plans(k *kit.Kit, pg *page.Page) (all [][]layout.Box) {
	for _, b := range k.Breakpoints {
		all = append(all, layout.Make(k, pg, b.Lane.Px()).Boxes)
	}
	return all
}

// The classes of the markup give the planned result, and with any one width, skip
// or shown class taken away they do not.
func TestMarkupIsMinimal(t *testing.T) {
	r := sample.New(21)
	tried := 0
	for range 120 {
		pr := sample.Project(r)
		k, pg := pr.Kits[0], pr.Pages[0]
		markup := Write(k, pg, pr, Options{Mark: true})
		classes := classesOf(t, markup.String())
		want := plans(k, pg)
		if got := plans(k, reading(t, k, pg, classes)); !reflect.DeepEqual(got, want) {
			t.Fatalf("the markup does not give the plan:\n%s", markup)
		}
		settings := 0
		for id, all := range classes {
			for i, class := range all {
				if class == "kr-cell" || class == "kr-row" || strings.HasPrefix(class, "kr-frame") {
					continue
				}
				settings++
				fewer := map[string][]string{}
				for other, of := range classes {
					fewer[other] = of
				}
				fewer[id] = slices.Delete(slices.Clone(all), i, i+1)
				if reflect.DeepEqual(plans(k, reading(t, k, pg, fewer)), want) {
					t.Fatalf("%s on %s is redundant in\n%s", class, id, markup)
				}
			}
		}
		if settings != markup.Classes {
			t.Fatalf("%d setting classes counted, %d written", markup.Classes, settings)
		}
		tried += settings
	}
	if tried < 1000 {
		t.Errorf("only %d classes were tried", tried)
	}
}

// The used part holds every class the markup has and no other; the whole kit
// holds the used part.
func TestSheets(t *testing.T) {
	r := sample.New(22)
	for range 50 {
		pr := sample.Project(r)
		k := pr.Kits[0]
		markup := Write(k, pr.Pages[0], pr, Options{Mark: true})
		used := map[string]bool{}
		for _, block := range UsedSheet(k, markup).Blocks {
			for _, rule := range block.Rules {
				used[rule.Class] = true
			}
		}
		written := map[string]bool{}
		for _, all := range classesOf(t, markup.String()) {
			for _, class := range all {
				written[class] = true
			}
		}
		if !reflect.DeepEqual(used, written) {
			t.Fatalf("used part has %v, markup has %v", used, written)
		}
		whole := WholeSheet(k).String()
		for class := range used {
			if !strings.Contains(whole, "."+class+" {") {
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
	m := Write(pr.Kits[0], pg, pr, Options{Mark: true, Ends: true})
	stretches := m.Stretches()
	pg.Walk(func(n *page.Node, at page.Place) {
		s := stretches[n.ID]
		if s.First < 1 || s.Last < s.First || !strings.Contains(m.Lines[s.First-1].Text, fmt.Sprintf("data-node=%q", n.ID)) {
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
	if got := Write(pr.Kits[0], pg, pr, Options{Ends: true}).String(); got != want {
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
	for _, text := range []string{Document(&k, pg, pr, Options{Ends: true}), WholeSheet(&k).String()} {
		z := html.NewTokenizer(strings.NewReader(text))
		for z.Next() != html.ErrorToken {
			if token := z.Token(); token.Data == "script" {
				t.Fatalf("a script got out: %s", token)
			}
		}
	}
}

func BenchmarkCode(b *testing.B) {
	p, k := sample.Wide(1000)
	pr := sample.Of(p, k)
	b.Run("markup and used stylesheet of 1000 columns", func(b *testing.B) {
		for b.Loop() {
			m := Write(k, p, pr, Options{})
			_ = m.String()
			_ = UsedSheet(k, m).String()
		}
	})
}
