package kit

import (
	"bytes"
	"fmt"
	"strings"

	"github.com/go-json-experiment/json"
)

// A Difference is one thing that two kits have otherwise.
type Difference struct {
	What       string `json:"what"`
	Breakpoint string `json:"breakpoint" doc:"Empty for what is about the whole kit."`
	Here       string `json:"here"`
	There      string `json:"there"`
}

// Differences lists what another kit has otherwise: what each says, breakpoint by breakpoint of
// the same name, and what its columns measure there.
func (k *Kit) Differences(o *Kit) []Difference {
	all := []Difference{}
	add := func(what, breakpoint string, here, there any) {
		if a, b := fmt.Sprint(here), fmt.Sprint(there); a != b {
			all = append(all, Difference{what, breakpoint, a, b})
		}
	}
	add("Technique", "", k.Technique, o.Technique)
	add("Gutters", "", k.GutterPlace, o.GutterPlace)
	add("Narrowest", "", k.Narrowest, o.Narrowest)
	add("Cap", "", orNone(k.Cap), orNone(o.Cap))
	mine, theirs := k.Facts(), o.Facts()
	for i, b := range k.Breakpoints {
		j := o.Index(b.Name)
		if j < 0 {
			add("Breakpoint", b.Name, "from "+b.From.String(), "none")
			continue
		}
		add("From", b.Name, b.From, o.Breakpoints[j].From)
		add("Container", b.Name, b.Container, o.Breakpoints[j].Container)
		add("Columns", b.Name, k.ColumnsAt(i), o.ColumnsAt(j))
		add("Gutter", b.Name, k.GutterAt(i), o.GutterAt(j))
		add("Between lines", b.Name, k.RowGutterAt(i), o.RowGutterAt(j))
		add("Edge", b.Name, k.EdgeAt(i), o.EdgeAt(j))
		add("Column", b.Name, mine[i].Column.String()+" px", theirs[j].Column.String()+" px")
	}
	for _, b := range o.Breakpoints {
		if k.Index(b.Name) < 0 {
			add("Breakpoint", b.Name, "none", "from "+b.From.String())
		}
	}
	var fields []string
	mineNames, theirNames := k.Naming.Templates(), o.Naming.Templates()
	for i, t := range mineNames {
		if t.Template != theirNames[i].Template {
			fields = append(fields, t.Field)
		}
	}
	switch {
	case len(fields) > 3:
		add("Names", "", fmt.Sprintf("such as %s", k.Write(k.Naming.Take, "3", "", len(k.Breakpoints)-1)),
			fmt.Sprintf("such as %s", o.Write(o.Naming.Take, "3", "", len(o.Breakpoints)-1)))
	case len(fields) > 0:
		add("Names", "", "other", strings.Join(fields, ", "))
	}
	return all
}

func orNone(l Length) string {
	if l.IsZero() {
		return "none"
	}
	return l.String()
}

// SameWords reports whether what is written for one kit means the same on another: they differ in their ids and names
// alone.
func SameWords(a, b *Kit) bool {
	x, y := *a, *b
	x.ID, x.Name, x.Shared = y.ID, y.Name, y.Shared
	one, err := json.Marshal(&x)
	other, wrong := json.Marshal(&y)
	return err == nil && wrong == nil && bytes.Equal(one, other)
}
