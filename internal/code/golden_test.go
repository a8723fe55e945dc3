package code

import (
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

var update = flag.Bool("update", false, "write the golden files anew")

// The demo's pages besides the front page, which docs/samples holds in every form, and
// that one's document: to be read as a colleague's code would be.
func TestGolden(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	texts := map[string]string{}
	for i, name := range []string{"front-page", "sightings", "plan-a-visit"} {
		l := layout.Of(pr.Kits[i], pr.Pages[i])
		if i == 0 {
			texts["front-page.index.html"] = Document(l, pr, Options{Mark: true})
			continue
		}
		markup := Write(l, pr, Options{Ends: true})
		texts[name+".html"], texts[name+".css"] = markup.String(), UsedSheet(markup).String()
	}
	for name, text := range texts {
		golden(t, filepath.Join("testdata", name), text)
	}
}

// The demo's front page in every form, and the mixins of its kit for those who write
// by hand (docs/mixins.md).
func TestSamples(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	l := layout.Of(pr.Kits[0], pr.Pages[0])
	for _, form := range Forms {
		for _, f := range Files(l, pr, form.Form, Options{Ends: true}) {
			twin := form.Form != Used && form.Form != Plain && strings.HasSuffix(f.Name, ".html") || form.Form == TypeScript && f.Name == "kit.css"
			if twin { // another form's sample has the same file
				continue
			}
			golden(t, filepath.Join("../../docs/samples", string(form.Form), f.Name), f.Text)
		}
	}
	whole := NewMixed(l, pr, Options{Whole: true})
	for _, f := range append(whole.SCSS()[:2], whole.Less()[:2]...) {
		golden(t, filepath.Join("../../docs/samples/kit", f.Name), f.Text)
	}
}

// docs/mixins.md names every mixin there is, whatever the kit.
func TestMixinsAreDocumented(t *testing.T) {
	text, err := os.ReadFile("../../docs/mixins.md")
	if err != nil {
		t.Fatal(err)
	}
	for _, k := range []*kit.Kit{
		kitWith(kit.Flex, kit.Equal(12)), kitWith(kit.Grid, kit.Uneven(1, 2, 1)), kitWith(kit.Float, kit.Equal(6)),
	} {
		p := &page.Page{Name: "Empty", File: "empty.html", Kit: k.ID}
		m := NewMixed(layout.Of(k, p), sample.Of(p, k), Options{Whole: true})
		for _, b := range m.bases() {
			if name := strings.TrimSuffix(strings.TrimSuffix(b.name, "-wide"), "-full"); !strings.Contains(string(text), "`"+name) {
				t.Errorf("it lacks %s", b.name)
			}
		}
		for _, x := range m.mixins() {
			if !strings.Contains(string(text), "`"+x.name) {
				t.Errorf("it lacks %s", x.name)
			}
		}
	}
}

func kitWith(technique kit.Technique, columns kit.Columns) *kit.Kit {
	k := sample.PlainTwelve()
	k.Technique, k.Columns, k.Cap = technique, columns, kit.Px(1000)
	return k
}

// golden holds a text against its file, or writes that anew.
func golden(t *testing.T, file, text string) {
	t.Helper()
	if *update {
		err := os.MkdirAll(filepath.Dir(file), 0o750)
		if err == nil {
			err = os.WriteFile(file, []byte(text), 0o600)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	had, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	if string(had) != text {
		t.Errorf("%s is not what is written now; look at it with -update and git diff", file)
	}
}

func BenchmarkMixed(b *testing.B) {
	p, k := sample.Wide(1000)
	l := layout.Of(k, p)
	pr := sample.Of(p, k)
	for b.Loop() {
		m := NewMixed(l, pr, Options{})
		m.SCSS()
		m.CSS()
	}
}
