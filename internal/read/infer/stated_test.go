package infer_test

import (
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
