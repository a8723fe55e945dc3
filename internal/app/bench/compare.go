package bench

import (
	"context"
	"strings"

	"github.com/aymanbagabas/go-udiff"

	"kitrows/internal/project"
)

// A Comparison is one page at two moments: side by side, and what its code has
// that it had not.
type Comparison struct {
	Before *Side  `json:"before" doc:"Absent if the page did not exist."`
	After  *Side  `json:"after"`
	Code   []Diff `json:"code" doc:"The markup, line by line."`

	Shifts []Shift `json:"shifts" doc:"What changed about columns, by breakpoint."`

	Added int `json:"added" doc:"Lines added to the markup."`
	Gone  int `json:"gone" doc:"Lines removed from the markup."`
}

// A Side is the page at one moment.
type Side struct {
	Nodes []Node `json:"nodes"`
	Lanes []Lane `json:"lanes"`
}

// A Diff is a line of markup on one side or on both.
type Diff struct {
	Text   string `json:"text"`
	Before int    `json:"before" doc:"Its number before, from 1; 0 if it is new."`
	After  int    `json:"after" doc:"Its number after, from 1; 0 if it was removed."`
}

// Compare sets page of that id as it was in one project beside how it is in
// another. Where neither has the page, both sides are nothing. The error is that of a
// context that has ended.
func Compare(ctx context.Context, before, after *project.Project, page string, v View) (*Comparison, error) {
	c := &Comparison{Code: []Diff{}}
	side := func(p *project.Project) (*Side, string, error) {
		pg := p.Page(page)
		if pg == nil {
			return nil, "", nil
		}
		b, err := Make(ctx, p, pg, 0, v)
		if err != nil {
			return nil, "", err
		}
		var markup strings.Builder
		for _, l := range b.Code.Lines {
			markup.WriteString(l.Text + "\n")
		}
		return &Side{b.Nodes, b.Lanes}, markup.String(), nil
	}
	var was, is string
	var err error
	if c.Before, was, err = side(before); err != nil {
		return nil, err
	}
	if c.After, is, err = side(after); err != nil {
		return nil, err
	}
	c.Shifts = shifts(c.Before, c.After)
	old, new := lines(was), lines(is)
	o, n := 0, 0
	both := func(until int) {
		for ; o < until; o, n = o+1, n+1 {
			c.Code = append(c.Code, Diff{old[o], o + 1, n + 1})
		}
	}
	for _, edit := range udiff.Lines(was, is) {
		first := strings.Count(was[:edit.Start], "\n")
		both(first)
		for last := first + strings.Count(was[edit.Start:edit.End], "\n"); o < last; o++ {
			c.Code = append(c.Code, Diff{Text: old[o], Before: o + 1})
			c.Gone++
		}
		for range strings.Count(edit.New, "\n") {
			c.Code = append(c.Code, Diff{Text: new[n], After: n + 1})
			c.Added++
			n++
		}
	}
	both(len(old))
	return c, nil
}

func lines(text string) []string {
	return strings.Split(strings.TrimSuffix(text, "\n"), "\n")[:strings.Count(text, "\n")]
}
