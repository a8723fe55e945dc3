package infer_test

import (
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/project/ready"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/sheet"
)

// A stylesheet that we wrote gives its kit back, with the rules of its classes, also beside another and where most of
// it was left out.
func TestOwnStylesheetsStateTheirKit(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	for _, one := range kits {
		for name, text := range map[string]string{"whole": sheet.Whole(one.Kit, nil).String(),
			"used": sheet.Used(one.Kit, sheet.Every(one.Kit)[:12]).String()} {
			files := []kit.File{{Name: "own.css", Text: "p { color: red }"}, {Name: "kit.css", Text: text}}
			k, r, err := infer.Kit(t.Context(), "theirs", "Theirs", files, nil)
			if err != nil || !k.IsLike(one.Kit) || k.ID != "theirs" || len(r.Facts) != 1 {
				t.Errorf("%s, %s: %+v, %+v, %v", one.ID, name, k, r, err)
				continue
			}
			ruled := 0
			for _, w := range r.Words.Words {
				for _, rule := range w.Rules {
					if rule.File != 1 || rule.To <= rule.From || rule.To > len(text) {
						t.Errorf("%s, %s: %s is ruled at %+v", one.ID, name, w.Text, rule)
					}
				}
				ruled += min(len(w.Rules), 1)
			}
			if whole := len(r.Words.Words); name == "whole" && ruled < whole/2 || name == "used" && ruled < 5 {
				t.Errorf("%s, %s: %d of %d words have rules", one.ID, name, ruled, whole)
			}
		}
	}
}

// Without its last line, as when comments are taken out of it, such a stylesheet is read like that of others: rows and
// columns that work by custom properties of one another.
func TestOwnStylesheetsAreRead(t *testing.T) {
	kits, err := ready.Kits()
	if err != nil {
		t.Fatal(err)
	}
	had := kits[0].Kit
	text, _, _ := strings.Cut(sheet.Whole(had, nil).String(), "/* Kit:")
	k, r := read(t, text, nil)
	for i, b := range had.Breakpoints {
		if k.Imported == nil || len(k.Breakpoints) != len(had.Breakpoints) || k.Breakpoints[i].From != b.From ||
			k.ColumnsAt(i) != had.ColumnsAt(i) || k.GutterAt(i) != had.GutterAt(i) || k.EdgeAt(i) != had.EdgeAt(i) ||
			k.Breakpoints[i].Container != b.Container || k.RowGutterAt(i) != had.RowGutterAt(i) {
			t.Fatalf("at %s: %s, %+v", b.Name, told(k, r), k.Breakpoints)
		}
	}
	says := map[string]string{}
	for _, w := range r.Words.Words {
		says[w.Text+" "+string(w.On)] = strings.Join(w.Meaning(k), ", ")
	}
	for word, want := range map[string]string{
		"kr-take-3 column":       "take 3",
		"kr-take-7-wide column":  "take 7 from wide",
		"kr-full-mid column":     "full line from mid",
		"kr-skip-2 column":       "skip 2",
		"kr-trail-1-full column": "trail 1 from full",
		"kr-nudge-4-mid column":  "nudge 4 from mid",
		"kr-share column":        "share",
		"kr-natural-wide column": "natural from wide",
		"kr-gone-mid column":     "hidden from mid",
		"kr-place-2 column":      "order 2",
		"kr-self-top column":     "align top",
		"kr-per-3-wide row":      "3 per line from wide",
		"kr-align-middle row":    "align middle",
		"kr-spread-centre row":   "spread centre",
		"kr-gap-x-0 row":         "gutter none",
	} {
		if says[word] != want {
			t.Errorf("%s says %q, want %q", word, says[word], want)
		}
	}
}
