package code

import (
	"flag"
	"os"
	"path/filepath"
	"testing"

	"kitrows/demo"
)

var update = flag.Bool("update", false, "write the golden files anew")

// The demo's front page in each form, to be read as a colleague's code would be.
func TestGolden(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	k, pg := pr.Kits[0], pr.Pages[0]
	markup := Write(k, pg, pr, Options{Ends: true})
	for name, text := range map[string]string{
		"front-page.html":       markup.String(),
		"front-page.css":        UsedSheet(k, markup).String(),
		"plain-twelve.css":      WholeSheet(k).String(),
		"front-page.index.html": Document(k, pg, pr, Options{Mark: true}),
	} {
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
