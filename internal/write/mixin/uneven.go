package mixin

import (
	"fmt"
	"strconv"
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/write/sheet"
)

// A partList is a kit's uneven columns from some breakpoint on, as mixins count them:
// how many of a row's parts stand before each column, and how many there are in all.
type partList struct {
	columns kit.Columns
	name    string // of the list among the settings
	suffix  string // of the mixins that go by it
}

// partLists are the kit's, one for each breakpoint at which uneven columns begin.
func (m *Mixed) partLists() (all []partList) {
	for i := range m.kit.Breakpoints {
		if columns := m.kit.ColumnsAt(i); columns.IsUneven() && (i == 0 || columns != m.kit.ColumnsAt(i-1)) {
			all = append(all, m.partListAt(i))
		}
	}
	return all
}

// partListAt is the one at breakpoint i, named after the breakpoint it begins at.
func (m *Mixed) partListAt(i int) partList {
	columns := m.kit.ColumnsAt(i)
	for i > 0 && columns == m.kit.ColumnsAt(i-1) {
		i--
	}
	if i == 0 {
		return partList{columns, "parts", ""}
	}
	return partList{columns, "parts-" + m.kit.Breakpoints[i].Name, "-" + m.kit.Breakpoints[i].Name}
}

// before is how many parts stand before column at, from 1.
func (l partList) before(at int) int { return int(l.columns.Parts(0, float64(at-1))) }

// text is the list with spaces between.
func (l partList) text() string {
	all := make([]string, l.columns.N()+1)
	for i := range all {
		all[i] = strconv.Itoa(l.before(i + 1))
	}
	return strings.Join(all, " ")
}

// holds reports whether n columns from column at on, or back from it, are all there.
func (l partList) holds(n, at int) bool {
	return min(at, at+n) >= 1 && max(at, at+n) <= l.columns.N()+1
}

// mixin says with the property of that name a number of columns that begin at a
// column, or, of a skip, end before it. {part} is how many parts those are.
func (l partList) mixin(name, doc string, more ...css.Declaration) mixin {
	n, all := l.columns.N(), l.before(l.columns.N()+1)
	return mixin{
		name: name + "-at" + l.suffix, params: []string{"n", "at"}, doc: doc, parts: &l,
		back: name == sheet.Property(page.Skip),
		body: append([]css.Declaration{
			css.D("--kr-"+name, fmt.Sprintf("calc({part} / %d)", all)),
			css.D("--kr-"+name+"-gaps", fmt.Sprintf("calc({n} - %d * {part} / %d)", n, all)),
		}, more...),
	}
}

// part is how many parts the arguments of a call are.
func (x mixin) part(args []string) int {
	n, _ := strconv.Atoi(args[0])
	at, _ := strconv.Atoi(args[1])
	if x.back {
		at -= n
	}
	return x.parts.before(at+n) - x.parts.before(at)
}
