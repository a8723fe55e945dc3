package analyse

import (
	"kitrows/internal/css"
	"kitrows/internal/kit"
	"kitrows/internal/vocab"
)

// Sources are the stylesheet files of a kit that was brought in.
func Sources(k *kit.Kit) []css.Source {
	all := make([]css.Source, len(k.Brought.Files))
	for i, f := range k.Brought.Files {
		all[i] = css.Source{Name: f.Name, Text: f.Text}
	}
	return all
}

// Of is what was read of the stylesheet of kit k; nil of a kit that is made here, and of one whose
// stylesheet has no grid in it. It is worked out once.
func Of(k *kit.Kit) *Reading {
	if k.Brought == nil {
		return nil
	}
	r, _ := k.Brought.Made(func() any {
		r, err := Sheets(Sources(k), k.Brought.Choices)
		if err != nil {
			return nil
		}
		return r
	}).(*Reading)
	if r == nil || len(r.Kit.Breakpoints) != len(k.Breakpoints) {
		return nil
	}
	return r
}

// Vocabulary is what the words of a kit do: those of its stylesheet, where one was brought in, or of
// its own.
func Vocabulary(k *kit.Kit) *vocab.Vocabulary {
	if r := Of(k); r != nil {
		return r.Words.Vocabulary(k)
	}
	return vocab.Own(k)
}
