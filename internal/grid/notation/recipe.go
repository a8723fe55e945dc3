package notation

import (
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Bounds of a recipe.
const (
	maxRecipe      = 48  // columns of one row
	maxRecipeWhole = 200 // and of all rows nested in it
	maxRecipeDepth = 8
)

// A recipe is a row in a line of text:
//
//	recipe = part { "|" part }
//	part   = [ breakpoint ] row
//	row    = [ "÷3" | "/3" | "off" ] { column }
//	column = ( cell | "." ) ( [ "x8" ] | { "(" row ")" } ) | "x8"
//
// A cell is that of ParseCell, "." a column nothing is set on. "x8" makes eight of the
// cell before it, or of "." where none is. What stands in brackets is a row nested in the
// column before it. A part holds from its breakpoint on; the first says which columns
// there are, and a later one says each of them again, or one cell for all of them, or none
// but how many stand on a line.
type recipe struct {
	kit    *kit.Kit
	minter *page.Minter
	text   string
	words  []word
	next   int
	made   int // columns so far
}

// A word of a recipe: a bracket, a bar, or what stands between spaces and those.
type word struct {
	text string
	at   int // its first character, from 1
}

// ParseRecipe reads a row recipe and gives a row with new ids from m; a part that
// names no breakpoint holds from at on, or from the first when there are several.
// Each column with no row nested in it gets a text block to hold its place. A
// refusal names the character it is about.
func ParseRecipe(text string, k *kit.Kit, at string, m *page.Minter) (*page.Node, error) {
	r := &recipe{kit: k, minter: m, text: text, words: wordsOf(text)}
	if slices.ContainsFunc(r.words, func(w word) bool { return w.text == "|" }) {
		at = k.Breakpoints[0].Name
	}
	var row *page.Node
	last := -1
	for {
		from, first := at, r.peek()
		if k.Index(first.text) >= 0 && !isCell(first.text) {
			from = first.text
			r.next++
		}
		i := k.Index(from)
		if i <= last {
			return nil, r.wrong(first, "each breakpoint once, in order: %s", k.BreakpointNames())
		}
		last = i
		var err error
		if row, err = r.row(row, i, 0); err != nil {
			return nil, err
		}
		if r.peek().text != "|" {
			break
		}
		r.next++
	}
	if end := r.peek(); end.text != "" {
		return nil, r.wrong(end, "| and another breakpoint, or nothing: no bracket is open here")
	}
	return row, nil
}

// wordsOf splits a recipe into its words.
func wordsOf(text string) (all []word) {
	at := 0
	open := false // a word is being read
	for _, c := range text {
		at++
		switch {
		case c == ' ' || c == '\t':
			open = false
		case c == '(' || c == ')' || c == '|':
			all, open = append(all, word{string(c), at}), false
		case open:
			all[len(all)-1].text += string(c)
		default:
			all, open = append(all, word{string(c), at}), true
		}
	}
	return all
}

// peek is the next word; past the end it is empty.
func (r *recipe) peek() word {
	if r.next < len(r.words) {
		return r.words[r.next]
	}
	return word{"", utf8.RuneCountInString(r.text) + 1}
}

func (r *recipe) wrong(w word, want string, args ...any) error {
	var found any
	if w.text != "" {
		found = w.text
	}
	f := fault.New("", found, want, args...)
	f.At = w.at
	return f
}

// row reads a row's part at breakpoint i: into a new one when row is nil.
func (r *recipe) row(row *page.Node, i, depth int) (*page.Node, error) {
	build := row == nil
	if build {
		id, number := r.minter.Mint(page.Row)
		row = &page.Node{ID: id, Kind: page.Row, Name: "Row " + strconv.Itoa(number)}
	}
	first := r.peek()
	if depth > maxRecipeDepth {
		return nil, r.wrong(first, "rows nested at most %d deep", maxRecipeDepth)
	}
	from := r.kit.Breakpoints[i].Name
	said := false
	if perLine, err := ParseRowCell(first.text); err == nil && perLine != nil {
		row = row.WithSetting(r.kit, page.At(from).With(page.PerLine, page.Of(*perLine)))
		r.next, said = r.next+1, true
	} else if strings.HasPrefix(first.text, "÷") || strings.HasPrefix(first.text, "/") {
		return nil, r.wrong(first, "÷ and 1 to %d columns a line", kit.MaxColumns)
	}
	p := part{recipe: r, row: row, i: i, depth: depth, build: build}
	for {
		w := r.peek()
		if w.text == "" || w.text == ")" || w.text == "|" {
			return p.end(w, said)
		}
		r.next++
		if err := p.word(w); err != nil {
			return nil, err
		}
	}
}

// A part is what one breakpoint says of a row, while it is read.
type part struct {
	*recipe
	row   *page.Node
	i     int // the breakpoint
	depth int
	build bool // it says which columns there are
	c     int  // how many columns were read
	cells int  // how many words said so
	last  *Typed
	cell  bool // the last word is a cell, of which there may be more
	nests bool // rows are nested in the last column
}

// word reads a cell with what is nested in it, or how many there are of the one before.
func (p *part) word(w word) error {
	if isMany(w.text) {
		n, err := strconv.Atoi(w.text[1:])
		if err != nil || n < 1 || n > maxRecipe {
			return p.wrong(w, "x and 1 to %d columns", maxRecipe)
		}
		if p.nests {
			return p.wrong(w, "x%d after a width without brackets", n)
		}
		if p.cells++; p.cell {
			n-- // the one before is one of them
		}
		for range n {
			if err := p.column(w); err != nil {
				return err
			}
			p.set(p.c-1, p.last)
		}
		p.last, p.cell = nil, false
		return nil
	}
	p.cells++
	p.last, p.cell = nil, true
	if w.text != "." {
		typed, err := ParseCell(w.text, p.kit.ColumnsAt(p.i).N())
		if err != nil {
			return atWord(err, w)
		}
		p.last = &typed
	}
	if err := p.column(w); err != nil {
		return err
	}
	p.set(p.c-1, p.last)
	column, err := p.nested(p.row.Children[p.c-1], p.i, p.depth, p.build)
	if err == nil {
		p.nests = column != p.row.Children[p.c-1]
		p.put(p.c-1, column)
	}
	return err
}

// column goes on to the next column, which is made where the part says which there are.
func (p *part) column(w word) error {
	switch {
	case !p.build && p.c == len(p.row.Children):
		return p.wrong(w, "%d widths, as many as in the first part", len(p.row.Children))
	case p.build && (p.c == maxRecipe || p.made == maxRecipeWhole):
		return p.wrong(w, "at most %d columns in a row, and %d in all", maxRecipe, maxRecipeWhole)
	case p.build:
		id, number := p.minter.Mint(page.Column)
		p.row.Children = append(p.row.Children, &page.Node{ID: id, Kind: page.Column, Name: "Column " +
			strconv.Itoa(number)})
		p.made++
	}
	p.c++
	return nil
}

// set sets what was typed on a column.
func (p *part) set(at int, typed *Typed) {
	if typed != nil {
		column, from := p.row.Children[at], p.kit.Breakpoints[p.i].Name
		p.put(at, column.WithSetting(p.kit, typed.Setting(column.SettingAt(from), CarriedInto(column, p.kit, p.i))))
	}
}

func (p *part) put(at int, column *page.Node) {
	if !p.build {
		p.row.Children = slices.Clone(p.row.Children)
	}
	p.row.Children[at] = column
}

// end gives the row when its part is over; said reports whether the part says how many
// columns stand on a line.
func (p *part) end(w word, said bool) (*page.Node, error) {
	columns := len(p.row.Children)
	switch {
	case p.c == 0 && (p.build || !said):
		return nil, p.wrong(w, "1 to %d widths such as 4 8", maxRecipe)
	case p.build:
		return p.held(p.row), nil
	case p.cells == 1 && p.last != nil && !p.nests: // one for all
		for at := 1; at < columns; at++ {
			p.set(at, p.last)
		}
	case p.c > 0 && p.c < columns:
		return nil, p.wrong(w, "%d widths, as many as in the first part, or one for all; . for one that is carried",
			columns)
	}
	return p.row, nil
}

// nested reads the rows in brackets behind a column.
func (r *recipe) nested(column *page.Node, i, depth int, build bool) (*page.Node, error) {
	for n := 0; r.peek().text == "("; n++ {
		open := r.peek()
		r.next++
		copied := *column
		copied.Children = slices.Clone(column.Children)
		column = &copied
		var inner *page.Node
		if !build && (n >= len(column.Children) || column.Children[n].Kind != page.Row) {
			return nil, r.wrong(open, "no bracket here: the first part nests %d rows in this column", n)
		} else if !build {
			inner = column.Children[n]
		}
		inner, err := r.row(inner, i, depth+1)
		if err != nil {
			return nil, err
		}
		if r.peek().text != ")" {
			return nil, r.wrong(r.peek(), ") to end the row that begins at character %d", open.at)
		}
		r.next++
		if build {
			column.Children = append(column.Children, inner)
		} else {
			column.Children[n] = inner
		}
	}
	return column, nil
}

func isMany(text string) bool {
	return len(text) > 1 && text[0] == 'x' && strings.Trim(text[1:], "0123456789") == ""
}

func isCell(word string) bool {
	_, err := ParseCell(word, kit.MaxColumns)
	return err == nil || isMany(word)
}

// atWord says of a refusal which word it is about.
func atWord(err error, w word) error {
	for _, f := range fault.All(err) {
		f.At = w.at
	}
	return err
}

// held gives every column that has nothing in it a text block to hold its place.
func (r *recipe) held(row *page.Node) *page.Node {
	for _, c := range row.Children {
		if len(c.Children) == 0 {
			c.Children = []*page.Node{r.minter.Placeholder(c.Name)}
		}
	}
	return row
}
