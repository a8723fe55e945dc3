package code

import (
	"flag"
	"os"
	"path/filepath"
	"testing"

	"kitrows/demo"
	"kitrows/internal/layout"
)

var update = flag.Bool("update", false, "write the golden files anew")

// The demo's pages in each form, to be read as a colleague's code would be.
func TestGolden(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	texts := map[string]string{}
	for i, name := range []string{"front-page", "sightings", "plan-a-visit"} {
		l := layout.Of(pr.Kits[i], pr.Pages[i])
		markup := Write(l, pr, Options{Ends: true})
		texts[name+".html"], texts[name+".css"] = markup.String(), UsedSheet(markup).String()
		if i == 0 {
			texts["plain-twelve.css"], texts["front-page.index.html"] = WholeSheet(markup).String(), Document(l, pr, Options{Mark: true})
		}
	}
	for name, text := range texts {
		file := filepath.Join("testdata", name)
		if *update {
			if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
				t.Fatal(err)
			}
		}
		golden, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		if string(golden) != text {
			t.Errorf("%s is not what is written now; look at it with -update and git diff", name)
		}
	}
}
