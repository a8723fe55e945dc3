package folder

import (
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/internal/grid/page"
)

// What others write while a file is exchanged is told, all of it and in its order, and the last of it holds.
func TestExchange(t *testing.T) {
	large := strings.Repeat("x", page.MaxOrigin+1)
	for _, c := range []struct {
		name  string
		file  string   // when the exchange begins
		saves []string // of another program, after each change of places
		taken string
		holds string
		fails bool
	}{
		{"nobody writes", "was", nil, "", "want", false},
		{"one save before", "theirs", nil, "theirs", "theirs", false},
		{"a save before, and one on what was put there", "first", []string{"second"}, "first second", "second", false},
		{"three of them", "first", []string{"second", "third"}, "first second third", "third", false},
		{"too large a file before", large, nil, "", large, true},
		{"too large a file meanwhile", "first", []string{large}, "first", large, true},
	} {
		t.Run(c.name, func(t *testing.T) {
			f, err := Open(t.TempDir())
			if err != nil {
				t.Fatal(err)
			}
			defer f.Close()
			save := func(text string) {
				t.Helper()
				full := filepath.Join(f.Dir, "index.html")
				if err := errors.Join(os.WriteFile(full+"~", []byte(text), 0o644),
					os.Rename(full+"~", full)); err != nil {
					t.Fatal(err)
				}
			}
			save(c.file)
			swap := f.swap
			f.swap = func(dir *os.File, a, b string) error {
				err := swap(dir, a, b)
				if len(c.saves) > 0 {
					save(c.saves[0])
					c.saves = c.saves[1:]
				}
				return err
			}
			taken, _, err := f.exchange("index.html", []byte("want"), []byte("was"))
			var texts []string
			for _, b := range taken {
				texts = append(texts, string(b))
			}
			if got := strings.Join(texts, " "); got != c.taken || (err != nil) != c.fails {
				t.Errorf("taken %q, %v; want %q", got, err, c.taken)
			}
			if b, _ := os.ReadFile(filepath.Join(f.Dir, "index.html")); string(b) != c.holds {
				t.Errorf("the file has %.20q, want %.20q", b, c.holds)
			}
		})
	}
}
