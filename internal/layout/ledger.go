package layout

import (
	"fmt"
	"strconv"
	"strings"
)

// Sum writes the line's sum: "8 + 1 + 3 = 12". Skips stand before the width they
// belong to.
func (l Line) Sum() string {
	terms := terms(l.Wants)
	if len(terms) == 1 {
		return terms[0]
	}
	return strings.Join(terms, " + ") + " = " + strconv.Itoa(l.Spent)
}

func terms(wants []Want) []string {
	var terms []string
	for _, w := range wants {
		if w.Skip > 0 {
			terms = append(terms, strconv.Itoa(w.Skip))
		}
		terms = append(terms, strconv.Itoa(w.Take))
	}
	return terms
}

// State says what the sum comes to: "full", "1 unspent" or "2 over".
func (l Line) State() string {
	switch {
	case l.Unspent > 0:
		return fmt.Sprintf("%d unspent", l.Unspent)
	case l.Spent > l.Columns:
		return fmt.Sprintf("%d over", l.Spent-l.Columns)
	}
	return "full"
}

// String is the whole ledger of the line (section 7): "8 + 1 + 3 = 12, full".
func (l Line) String() string { return l.Sum() + ", " + l.State() }

// Reason says why the line starts where it does: "1 + 6 + 6 = 13 > 12, so Tide
// table starts line 2". It is empty for a row's first line.
func (l Line) Reason() string {
	if l.Broke == nil {
		return ""
	}
	all := terms(append(l.Broke.After[:len(l.Broke.After):len(l.Broke.After)], l.Broke.Next))
	return fmt.Sprintf("%s = %d > %d, so %s starts line %d",
		strings.Join(all, " + "), l.Broke.Sum, l.Columns, l.Broke.Next.Name, l.Line)
}
