package ship

import (
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/sheet"
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
			texts["front-page.index.html"] = Document(l, pr, code.Options{Hold: true, Mark: true})
			continue
		}
		m := markup.Write(l, pr, code.Options{Ends: true})
		texts[name+".html"], texts[name+".css"] = m.String(), sheet.Used(l.Kit(), m.Used()).String()
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
		for _, f := range Files(l, pr, form.Form, code.Options{Ends: true}) {
			twin := form.Form != Used && form.Form != Plain && strings.HasSuffix(f.Name, ".html") ||
				form.AsComponents() && (f.Name == "kit.css" || f.Name == "page.css" && form.Form == JavaScript)
			if twin { // another form's sample has the same file
				continue
			}
			golden(t, filepath.Join("../../../docs/samples", string(form.Form), f.Name), f.Text)
		}
	}
	whole := mixin.New(l, pr, code.Options{Whole: true})
	for _, f := range append(whole.SCSS()[:2], whole.Less()[:2]...) {
		golden(t, filepath.Join("../../../docs/samples/kit", f.Name), f.Text)
	}
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
