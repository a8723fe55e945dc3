package infer

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
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
		sources := make([]css.Source, len(b.Files))
		for i, f := range b.Files {
			sources[i] = css.Source{Name: f.Name, Text: f.Text}
		}
		r := reading{}
		r.err = budget.Within(ctx, budget.Sheets, func(limit *budget.Budget) (err error) {
			r.Reading, err = Sheets(limit, sources, b.Choices)
			return err
		})
		if spent, is := errors.AsType[*budget.SpentError](r.err); is {
			r.err = fault.New("stylesheet", spent.Error(), "a stylesheet that is read in %v and %d MB", budget.Time,
				budget.Memory>>20)
		}
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

// Kit makes a kit of stylesheet files, and tells how it was read. The error says what is missing where
// there is no grid in them.
func Kit(ctx context.Context, id, name string, files []kit.File, choices map[string]string) (*kit.Kit, *Reading,
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
	next, _, err := Kit(ctx, k.ID, k.Name, files, choices)
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
