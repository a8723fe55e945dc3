package infer

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/flow"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/vocab"
)

// reading is what comes of reading a stylesheet.
type reading struct {
	*Reading
	err error
}

// read reads the stylesheet of a kit, once; not when ctx ends before it is read.
func read(ctx context.Context, b *kit.Imported) (*Reading, error) {
	r, err := b.Made(func() (any, error) {
		r := reading{}
		r.err = TooMuch(budget.Within(ctx, budget.Sheets, func(limit *budget.Budget) (err error) {
			r.Reading, err = Sheets(limit, sources(b.Files), b.Choices)
			return err
		}))
		return r, ctx.Err()
	})
	if err != nil {
		return nil, err
	}
	return r.(reading).Reading, r.(reading).err
}

// Ahead reads the stylesheet of a kit that was brought in, for it to be known when it is asked for. The error is that
// of ctx, which ended before; what is wrong with the stylesheet Check tells.
func Ahead(ctx context.Context, k *kit.Kit) error {
	if k.Imported != nil {
		_, _ = read(ctx, k.Imported)
	}
	return ctx.Err()
}

// Of is what was read of the stylesheet of kit k; nil of a kit that is made here, and of one whose
// stylesheet has no grid in it. It is worked out once.
func Of(k *kit.Kit) *Reading {
	if k.Imported == nil {
		return nil
	}
	r, _ := read(context.Background(), k.Imported)
	if r == nil || r.Kit == nil || len(r.Kit.Breakpoints) != len(k.Breakpoints) {
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

// Rules is how many style rules the files have.
func (r *Reading) Rules() (n int) {
	for _, rule := range r.Cascade.Rules {
		if rule.File < r.Files {
			n++
		}
	}
	return n
}

// Check refuses a kit that cannot be planned and coded with: what kit.Kit's Check refuses, and of one that
// was brought in a stylesheet without a grid, or numbers that are not those of its stylesheet.
func Check(k *kit.Kit) error { return check(context.Background(), k) }

func check(ctx context.Context, k *kit.Kit) error {
	if err := k.Check(); err != nil || k.Imported == nil {
		return err
	}
	r, err := read(ctx, k.Imported)
	if err != nil {
		return fault.Under("brought", err)
	}
	if read := r.Kit; read.Columns != k.Columns {
		return fault.New("columns", k.Columns,
			"%s, as its stylesheet has it: what was read of a file is changed in the file", read.Columns)
	}
	if n := len(r.Kit.Breakpoints); n != len(k.Breakpoints) {
		return fault.New("breakpoints", len(k.Breakpoints), "%d, which its stylesheet has", n)
	}
	for i, b := range r.Kit.Breakpoints {
		own := k.Breakpoints[i]
		for _, one := range []struct {
			field       string
			found, want fmt.Stringer
		}{
			{"from", own.From, b.From}, {"container", own.Container, b.Container},
			{"gutter", k.GutterAt(i), r.Kit.GutterAt(i)},
			{"rowGutter", k.RowGutterAt(i), r.Kit.RowGutterAt(i)}, {"edge", k.EdgeAt(i), r.Kit.EdgeAt(i)},
		} {
			if one.found.String() != one.want.String() {
				return fault.New(fmt.Sprintf("breakpoints[%d].%s", i, one.field), one.found.String(),
					"%s, as its stylesheet has it: what was read of a file is changed in the file", one.want)
			}
		}
	}
	if k.Technique != r.Kit.Technique || k.GutterPlace != r.Kit.GutterPlace {
		return fault.New("technique", string(k.Technique)+", gutters "+k.GutterPlace.String(),
			"%s, gutters %s, as its stylesheet has it", r.Kit.Technique, r.Kit.GutterPlace)
	}
	return nil
}

// Kit makes a kit of stylesheet files, and tells how it was read: a kit that is made here where one of the files states
// it, as those do that we write. The error says what is missing where there is no grid in them.
func Kit(ctx context.Context, id, name string, files []kit.File, choices map[string]string) (*kit.Kit, *Reading,
	error) {
	for _, f := range files {
		if k := kit.Defined(f.Text); k != nil {
			k.ID = id
			r, err := stated(ctx, k, f.Name, files)
			return k, r, err
		}
	}
	return imported(ctx, id, name, files, choices)
}

// stated is how a kit was read that the file of that name states, with the rules of its words.
func stated(ctx context.Context, k *kit.Kit, name string, files []kit.File) (*Reading, error) {
	own := vocab.Own(k).Offered()
	r := &Reading{Kit: k, Files: len(files), Facts: []Fact{{What: "kit", Sure: Read, Text: fmt.Sprintf(
		"%s is the stylesheet of %s, a kit made with Kit Rows: its last line says so", name, k.Name)}}}
	err := budget.Within(ctx, budget.Sheets, func(b *budget.Budget) error {
		r.Cascade = css.NewCascade(b, sources(files), flow.Expand)
		_, by := words(b, r.Cascade, r.Files, newCustoms(r.Cascade, r.Files))
		for _, w := range own {
			if read := by[w.Text]; read != nil {
				w.Rules = read.rules()
			}
		}
		return nil
	})
	r.Words = vocab.NewImported(own, nil)
	return r, TooMuch(err)
}

// sources are files as a cascade has them.
func sources(files []kit.File) []css.Source {
	all := make([]css.Source, len(files))
	for i, f := range files {
		all[i] = css.Source{Name: f.Name, Text: f.Text}
	}
	return all
}

// TooMuch is an error of reading stylesheets, as a fault where they are more than is read.
func TooMuch(err error) error {
	if spent, is := errors.AsType[*budget.SpentError](err); is {
		return fault.New("stylesheet", spent.Error(), "stylesheets that are read in %v and %d MB", budget.Time,
			budget.Memory>>20)
	}
	return err
}

// imported is a kit with the files of its stylesheet.
func imported(ctx context.Context, id, name string, files []kit.File, choices map[string]string) (*kit.Kit, *Reading,
	error) {
	b := &kit.Imported{Files: files, Choices: choices}
	r, err := read(ctx, b)
	if err != nil {
		return nil, nil, err
	}
	k := *r.Kit
	k.ID, k.Name, k.Imported = id, name, b
	return &k, r, check(ctx, &k)
}

// Again reads kit k, which was brought in, from a newer version of its files, or with other choices: a draft of
// it. Breakpoints that begin where one did keep its name and its lane.
func Again(ctx context.Context, k *kit.Kit, files []kit.File, choices map[string]string) (*kit.Draft, error) {
	if k.Imported == nil {
		return nil, fault.New("files", k.Name, "a kit that was read from a stylesheet")
	}
	next, _, err := imported(ctx, k.ID, k.Name, files, choices)
	if err != nil {
		return nil, err
	}
	next.Shared = k.Shared
	d := &kit.Draft{Kit: next, Were: make([]string, len(next.Breakpoints))}
	names := map[string]bool{}
	lanes := map[int]kit.Length{}
	for i := range next.Breakpoints {
		b := &next.Breakpoints[i]
		if at := slices.IndexFunc(k.Breakpoints,
			func(o kit.Breakpoint) bool { return o.From.Px() == b.From.Px() }); at >= 0 {
			b.Name, d.Were[i], lanes[i] = k.Breakpoints[at].Name, k.Breakpoints[at].Name, k.Breakpoints[at].Lane
			names[b.Name] = true
		}
	}
	for i := range next.Breakpoints { // new ones make room for the names that are kept
		b := &next.Breakpoints[i]
		for base, n := b.Name, 2; d.Were[i] == "" && names[b.Name]; n++ {
			b.Name = fmt.Sprintf("%s-%d", base, n)
		}
		names[b.Name] = true
	}
	for i, lane := range lanes {
		b := &next.Breakpoints[i]
		own := b.Lane
		if b.Lane = lane; next.Check() != nil { // it is outside of the breakpoint now
			b.Lane = own
		}
	}
	return d, check(ctx, next)
}
