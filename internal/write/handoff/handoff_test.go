package handoff_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/demo"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/handoff"
	"kitrows/internal/write/ship"
)

// The sheet of a page has each part with its settings, widths and code, by classes and by mixins, and its PDF the same
// words.
func TestSheet(t *testing.T) {
	pr, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	pg := pr.Page("Front page")
	l := layout.Of(pr.Kit(pg.Kit), pg)
	for _, c := range []struct {
		mixins bool
		code   string
	}{{false, "kr-take-7-wide"}, {true, "take(7)"}} {
		s := handoff.Of(l, pr, check.Of(l, ship.Checked(l, pr)), c.mixins)
		text := s.HTML()
		for _, want := range []string{"Lead story", "483", c.code, "container", "888"} {
			if !strings.Contains(text, want) {
				t.Errorf("mixins %v: the sheet does not have %q", c.mixins, want)
			}
		}
		file, err := s.PDF()
		if err != nil {
			t.Fatal(err)
		}
		name := filepath.Join(t.TempDir(), "sheet.pdf")
		if err := os.WriteFile(name, file, 0o600); err != nil {
			t.Fatal(err)
		}
		words, err := exec.Command("pdftotext", "-layout", name, "-").Output()
		if err != nil {
			t.Fatalf("pdftotext, of Debian's poppler-utils, which make test installs: %v", err)
		}
		for _, want := range []string{"Lead story · column", "483", c.code, "wide at 1080 px"} {
			if !strings.Contains(string(words), want) {
				t.Errorf("mixins %v: the PDF does not have %q:\n%.2000s", c.mixins, want, words)
			}
		}
	}
}

// Names and notes that try to be more are text, on any page.
func TestHostileSheet(t *testing.T) {
	r := sample.New(9)
	for range 20 {
		k := sample.Kit(r)
		p := sample.Page(r, k)
		p.Walk(func(n *page.Node, _ page.Place) {
			n.Name, n.Note = sample.HostileName(r), "<script>alert(1)</script>"+sample.HostileName(r)
		})
		l := layout.Of(k, p)
		s := handoff.Of(l, sample.Of(p, k), check.Of(l, check.Project{}), false)
		doc, err := html.Parse(strings.NewReader(s.HTML()))
		if err != nil {
			t.Fatal(err)
		}
		for n := range doc.Descendants() {
			if n.Type == html.ElementNode && (n.Data == "script" || n.Data == "img") {
				t.Errorf("a %s in the sheet", n.Data)
			}
		}
		if _, err := s.PDF(); err != nil {
			t.Error(err)
		}
	}
}
