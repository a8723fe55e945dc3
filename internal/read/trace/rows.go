package trace

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
)

// Sheet is the designs of one page, with their frames in units.
type Sheet struct {
	kit  *kit.Kit
	at   []*traced         // by breakpoint; nil of those without frames
	main *traced           // the widest
	in   map[string]string // the frame that each stands in there; empty for none
}

// traced are the frames at a breakpoint.
type traced struct {
	i      int
	ruler  Ruler
	design *design.Design
	placed []Placed
	spots  map[string]*Placed
}

// NewSheet counts the frames of designs. Of several at one breakpoint the first with frames counts. Frames of one id,
// or else of one name, are the same part of the page; they stand in one another as they do at the widest breakpoint.
func NewSheet(k *kit.Kit, designs []design.Design) *Sheet {
	s := &Sheet{kit: k, at: make([]*traced, len(k.Breakpoints)), in: map[string]string{}}
	for n := range designs {
		d := &designs[n]
		if i := k.BreakpointAt(d.Width); s.at[i] == nil && len(d.Frames) > 0 {
			s.at[i] = &traced{i: i, ruler: Ruler{Kit: k, At: i, V: d.Width}, design: d}
			s.main = s.at[i]
		}
	}
	for _, t := range s.at {
		if t != nil && (s.main == nil || t.i > s.main.i) {
			s.main = t
		}
	}
	if s.main == nil {
		return s
	}
	names := map[string]string{}
	var keep func(in string, frames []design.Frame)
	keep = func(in string, frames []design.Frame) {
		for _, f := range frames {
			s.in[f.ID] = in
			if f.Name != "" {
				names[f.Name] = f.ID
			}
			keep(f.ID, f.Frames)
		}
	}
	keep("", s.main.design.Frames)
	for _, t := range s.at {
		if t == nil {
			continue
		}
		frames := t.design.Frames
		if t != s.main {
			frames = s.alike(frames, names)
		}
		t.placed, t.spots = t.ruler.Place(frames), map[string]*Placed{}
		t.index(t.placed)
	}
	return s
}

func (t *traced) index(placed []Placed) {
	for i := range placed {
		t.spots[placed[i].ID] = &placed[i]
		t.index(placed[i].In)
	}
}

// alike are frames with the ids of those at the widest breakpoint, and in one another as those are.
func (s *Sheet) alike(frames []design.Frame, names map[string]string) []design.Frame {
	taken := map[string]bool{}
	flat := design.Flat(frames)
	for _, f := range flat {
		if _, is := s.in[f.ID]; is {
			taken[f.ID] = true
		}
	}
	for i, f := range flat {
		if _, is := s.in[f.ID]; !is && names[f.Name] != "" && !taken[names[f.Name]] {
			flat[i].ID = names[f.Name]
			taken[flat[i].ID] = true
		}
	}
	var within func(id string) []design.Frame
	within = func(id string) (all []design.Frame) {
		for _, f := range flat {
			in, known := s.in[f.ID]
			for in != "" && !taken[in] { // what it stands in is not drawn here
				in = s.in[in]
			}
			if known && in == id || !known && id == "" {
				f.Frames = within(f.ID)
				all = append(all, f)
			}
		}
		return all
	}
	return within("")
}

// Placed are the frames of a design in units; none of one that does not count.
func (s *Sheet) Placed(d *design.Design) []Placed {
	for _, t := range s.at {
		if t != nil && t.design.ID == d.ID {
			return t.placed
		}
	}
	return nil
}

// A Setting is what frames ask of a column at a breakpoint.
type Setting struct {
	Frame string
	Node  string // the element that the frame is matched to
	page.Setting
}

// Matched are the settings of elements that frames are matched to, at the breakpoints of the designs.
func (s *Sheet) Matched() (all []Setting) {
	for _, t := range s.at {
		if t == nil {
			continue
		}
		for _, f := range design.Flat(t.design.Frames) {
			spot := t.spots[f.ID]
			if f.Node == "" || spot == nil {
				continue
			}
			set := page.At(s.kit.Breakpoints[t.i].Name).With(page.Width, spot.width()).With(page.Skip, page.Of(spot.Skip))
			all = append(all, Setting{f.ID, f.Node, set})
		}
	}
	return all
}

// width is what the frame takes as a setting.
func (p *Placed) width() page.Value {
	if p.Take == p.Of {
		return page.Full
	}
	return page.Take(p.Take)
}

// A Maker makes rows of frames.
type Maker struct {
	*Sheet
	Minter *page.Minter
	Tight  bool // without spaces between rows that the kit does not have by itself

	// Picture is what a picture frame shows; it may be nil.
	Picture func(d *design.Design, f design.Frame) *page.Content
	// Nodes are the columns or blocks that were made, by the ids of frames.
	Nodes map[string]string
}

// Rows makes rows of the frames of the widest design that are not matched yet, with what the others say of them.
func (m *Maker) Rows() []*page.Node {
	if m.main == nil {
		return nil
	}
	m.Nodes = map[string]string{}
	var left []Placed
	for _, p := range m.main.placed {
		if p.Node == "" {
			left = append(left, p)
		}
	}
	rows := m.rows(left, nil)
	var all []*page.Node
	for _, n := range rows {
		if n.Kind == page.Row {
			all = append(all, n)
			continue
		}
		all = append(all, m.around(n)) // a block that takes a line
	}
	return all
}

// around is a row with one column that holds a block.
func (m *Maker) around(block *page.Node) *page.Node {
	row, column := m.node(page.Row, ""), m.node(page.Column, block.Name)
	column.Children, row.Children, row.At = []*page.Node{block}, []*page.Node{column}, block.At
	block.At = nil
	for frame, node := range m.Nodes {
		if node == block.ID {
			m.Nodes[frame] = column.ID
		}
	}
	return row
}

// node is a new one, of that name.
func (m *Maker) node(kind page.Kind, name string) *page.Node {
	id, number := m.Minter.Mint(kind)
	if name == "" {
		name = fmt.Sprintf("%s %d", map[page.Kind]string{page.Row: "Row", page.Column: "Column", page.Block: "Block"}[kind],
			number)
	}
	return &page.Node{ID: id, Kind: kind, Name: name}
}

// rows are what stands in a frame, or on the page, from the top down: a row for each group of lines, or a block for a
// frame in a column that takes all of its line.
func (m *Maker) rows(placed []Placed, in *Placed) (all []*page.Node) {
	var before []Placed
	groups := m.groups(placed)
	for n, group := range groups {
		if one := group[0]; in != nil && len(group) == 1 && len(one.In) == 0 && (one.Take == one.Of || one.Loose) {
			if n+1 < len(groups) { // up to what stands below it
				one.Height = max(one.Height, topOf(groups[n+1])-one.Y)
			}
			block := m.block(one)
			m.Nodes[one.ID] = block.ID
			all = append(all, block)
			before = nil
			continue
		}
		row := m.row(group, in)
		if (before != nil || n == 0) && !m.Tight {
			m.space(row, group, before, in)
		}
		all = append(all, row)
		before = group
	}
	return all
}

func topOf(group []Placed) float64 {
	y := math.Inf(1)
	for _, p := range group {
		y = min(y, p.Y)
	}
	return y
}

// groups are the frames of each row: those of one line, and those of the lines that follow where another design has
// frames of both on one line, or where all are alike, as in a gallery.
func (m *Maker) groups(placed []Placed) (all [][]Placed) {
	for n, p := range placed {
		last := len(all) - 1
		switch {
		case last >= 0 && p.Line == placed[n-1].Line:
			all[last] = append(all[last], p)
		case last >= 0 && m.together(all[last], placed[n:]):
			all[last] = append(all[last], p)
		default:
			all = append(all, []Placed{p})
		}
	}
	return all
}

// together reports whether a line belongs to the row of those above it.
func (m *Maker) together(above, rest []Placed) bool {
	line := rest
	for n := range rest {
		if rest[n].Line != rest[0].Line {
			line = rest[:n]
			break
		}
	}
	for _, t := range m.at {
		if t == nil || t == m.main {
			continue
		}
		for _, a := range above {
			for _, b := range line {
				one, two := t.spots[a.ID], t.spots[b.ID]
				if one != nil && two != nil && one.Line == two.Line {
					return true
				}
			}
		}
	}
	first := above[0]
	if first.Take*2 > first.Of || len(line) > first.Of/first.Take {
		return false
	}
	for _, p := range append(slices.Clone(above), line...) {
		if p.Take != first.Take || p.Type != first.Type || p.Skip > 0 || len(p.In) > 0 || p.Name != "" {
			return false
		}
	}
	per := 0
	for _, p := range above {
		if p.Line == first.Line {
			per++
		}
	}
	gap := topOf(line) - bottomOf(above)
	return per*first.Take == first.Of && math.Abs(gap-m.kit.RowGutterAt(m.main.i).Px()) <= galleryOff
}

// galleryOff is how far lines of a gallery may stand from where the kit has them, in px.
const galleryOff = 6

func bottomOf(group []Placed) (y float64) {
	for _, p := range group {
		y = max(y, p.Bottom())
	}
	return y
}

// row makes a row of frames.
func (m *Maker) row(group []Placed, in *Placed) *page.Node {
	slices.SortStableFunc(group, func(a, b Placed) int { // as they are read
		if a.Line != b.Line {
			return a.Line - b.Line
		}
		return a.Order - b.Order
	})
	row := m.node(page.Row, "")
	values := make([]map[page.Field]told, len(group)) // what each column has already
	for n, p := range group {
		column := m.node(page.Column, p.Name)
		m.Nodes[p.ID] = column.ID
		values[n] = map[page.Field]told{}
		if len(p.In) > 0 {
			column.Children = m.rows(p.In, &p)
		} else {
			column.Children = []*page.Node{m.block(p)}
		}
		row.Children = append(row.Children, column)
	}
	divides := page.Fresh
	ordered := false
	for _, t := range m.at {
		if t == nil {
			continue
		}
		bp := m.kit.Breakpoints[t.i].Name
		seen := m.seen(group, t)
		if len(seen) == 0 {
			continue
		}
		if in != nil {
			if d := m.divides(t, seen[0].spot.Of, in); d != divides {
				row.At = set(row.At, bp, page.Divides, d)
				divides = d
			}
		}
		moved := !slices.IsSortedFunc(seen, func(a, b member) int { return a.n - b.n })
		spent := 0
		for at, one := range seen {
			c, spot := row.Children[one.n], one.spot
			put := func(f page.Field, v, usual page.Value) {
				of := kit.Equal(spot.Of)
				had, is := values[one.n][f]
				if !is && v == usual || is && f.Equal(had.Value, kit.Equal(had.of), v, of) {
					return
				}
				values[one.n][f] = told{v, spot.Of}
				c.At = set(c.At, bp, f, v)
			}
			put(page.Width, spot.width(), page.Full)
			put(page.Skip, page.Of(spot.Skip), page.Of(0))
			if spent += spot.Skip + spot.Take; at+1 < len(seen) && seen[at+1].spot.Line != spot.Line {
				next := seen[at+1].spot
				trail := 0
				if spent+next.Skip+next.Take <= spot.Of { // or it would stand on this line
					trail = spot.Of - spent
				}
				put(page.Trail, page.Of(trail), page.Of(0))
				spent = 0
			} else {
				put(page.Trail, page.Of(0), page.Of(0))
			}
			if moved || ordered {
				put(page.Order, page.Of(at), page.Value{})
			}
		}
		ordered = ordered || moved
	}
	return row
}

// told is a value that was set in a row of so many units.
type told struct {
	page.Value
	of int
}

// member is one of a row's frames at a breakpoint.
type member struct {
	n    int // which of the row
	spot *Placed
}

// seen are the frames of a row that a design has, in the order in which they stand there.
func (m *Maker) seen(group []Placed, t *traced) (all []member) {
	for n, p := range group {
		if spot := t.spots[p.ID]; spot != nil {
			all = append(all, member{n, spot})
		}
	}
	slices.SortStableFunc(all, func(a, b member) int {
		if a.spot.Line != b.spot.Line {
			return a.spot.Line - b.spot.Line
		}
		return a.spot.Unit - b.spot.Unit
	})
	return all
}

// divides is how a row in a frame divides that frame.
func (m *Maker) divides(t *traced, units int, in *Placed) page.Value {
	holder := t.spots[in.ID]
	switch {
	case units == m.kit.ColumnsAt(t.i).N():
		return page.Fresh
	case holder != nil && units == holder.Take:
		return page.ParentUnits
	}
	return page.Of(units)
}

// set gives a field a value at a breakpoint.
func set(all []page.Setting, bp string, f page.Field, v page.Value) []page.Setting {
	if n := len(all); n > 0 && all[n-1].From == bp {
		all[n-1] = all[n-1].With(f, v)
		return all
	}
	return append(all, page.At(bp).With(f, v))
}

// leastSpace is how much a row must be from where it stands by itself for a space to be set, in px.
const leastSpace = 1.5

// space sets how far a row is below what is above it, where that is more than it is by itself.
func (m *Maker) space(row *page.Node, group, before []Placed, in *Placed) {
	had := 0
	for _, t := range m.at {
		if t == nil {
			continue
		}
		y, usual := 0.0, 0.0
		if in != nil && t.spots[in.ID] != nil {
			y = t.spots[in.ID].Y
		}
		if before != nil {
			y, usual = bottomOf(spotsOf(before, t)), m.kit.RowGutterAt(t.i).Px()
		}
		spots := spotsOf(group, t)
		if len(spots) == 0 || before != nil && y == 0 {
			continue
		}
		more := int(math.Round(topOf(spots) - y - usual))
		if more < 0 || float64(more) < leastSpace {
			more = 0
		}
		if more != had {
			row.At = set(row.At, m.kit.Breakpoints[t.i].Name, page.Before, page.Px(min(more, 2000)))
			had = more
		}
	}
}

func spotsOf(group []Placed, t *traced) (all []Placed) {
	for _, p := range group {
		if spot := t.spots[p.ID]; spot != nil {
			all = append(all, *spot)
		}
	}
	return all
}

// What a letter and a line take in most designs, in px.
const (
	letterWide = 8
	lineHigh   = 20
)

// filler is about as many words to come as there is room for in a frame.
func filler(p Placed) string {
	const sentence = "words to come, as many as in the design, "
	many := int(p.Width/letterWide) * max(1, int(p.Height/lineHigh))
	text := strings.Repeat(sentence, min(many, 2000)/len(sentence)+1)
	if end := strings.LastIndexAny(text[:min(max(many, 15), len(text))], " "); end > 0 {
		text = text[:end]
	}
	name := p.Name
	if name == "" {
		return strings.ToUpper(text[:1]) + strings.TrimRight(text[1:], ", ")
	}
	return strings.TrimRight(name+": "+text, ", ")
}

// block is the content that a frame stands for, as high as the frame.
func (m *Maker) block(p Placed) *page.Node {
	b := m.node(page.Block, p.Name)
	high := kit.Px(math.Round(min(max(p.Height, 1), 20000)))
	words := p.Name
	if words == "" {
		words = "Content to come"
	}
	c := &page.Content{Type: page.ContentType(p.Type), Height: high, Stand: true, Text: words}
	switch c.Type {
	case page.Heading:
		c.Level = 2
	case page.List:
		c.Text, c.Items = "", []string{words, words, words}
	case page.Card:
		c.Level, c.Items = 3, []string{"Text to come."}
	case page.Form:
		c.Items = []string{"Name"}
	case page.Button:
	case page.Picture:
		if c = nil; m.Picture != nil {
			c = m.Picture(m.main.design, p.Frame)
		}
		if c == nil {
			c = &page.Content{Type: page.Text, Height: high, Stand: true, Text: words}
		}
	default:
		c.Type, c.Text = page.Text, filler(p)
	}
	b.Content = c
	return b
}
