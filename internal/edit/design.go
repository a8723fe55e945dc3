package edit

import (
	"slices"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/trace"
)

// Trace puts a finished design under the page, or another in the place of the one of its id: its picture, where that
// lies, and the frames over it.
type Trace struct {
	Design  design.Design `json:"design"`
	File    string        `json:"file,omitzero" maxLength:"200" doc:"With data: the picture file's name."`
	Data    project.File  `json:"data,omitzero" doc:"The picture file in base64; if absent, the project's own picture."`
	Summary string        `json:"summary,omitzero" maxLength:"200" doc:"What was done, for the history."`
	Index   int           `json:"index,omitzero" minimum:"0" doc:"Its position among the page's designs; if absent, last."`

	picture *project.Picture // once the file is read
}

// read reads the picture's file, unless it is.
func (t *Trace) read() (*Trace, error) {
	if t.Data.Len() == 0 || t.picture != nil {
		return t, nil
	}
	pic, err := project.NewDesign(t.File, t.Data.Bytes())
	if err != nil {
		return nil, err
	}
	read := *t
	read.picture = pic
	return &read, nil
}

// Untrace takes a finished design away from under the page.
type Untrace struct {
	ID string `json:"id"`
}

// MakeRows makes rows and columns of the frames over the page's designs, at the breakpoints of these. Elements that
// frames are matched to get their widths; other frames become rows after what is on the page.
type MakeRows struct {
	Tight bool `json:"tight,omitzero" doc:"Without spaces between rows other than the kit's own."`

	cuts map[cutting]*clipping // that were made ahead
}

// A cutting is what is cut out of a design's picture.
type cutting struct {
	picture project.File
	frame   string // what it is called
	design  [3]float64
	at      [4]float64
}

// A clipping is a picture that was cut out of a design, and its size in CSS px; nil of a frame that shows nothing that
// pages may.
type clipping struct {
	*project.Picture
	width, height int
}

// read cuts the pictures ahead that rows of the page's frames have, which takes long.
func (r *MakeRows) read(p *project.Project, page string) *MakeRows {
	if p == nil || r.cuts != nil {
		return r
	}
	read := &MakeRows{Tight: r.Tight, cuts: map[cutting]*clipping{}}
	_, _ = Apply(p, Operation{Page: page, MakeRows: read}) // why it may be refused is told when it is made
	return read
}

func (t *Trace) apply(e *editor) error {
	t, err := t.read()
	if err != nil {
		return err
	}
	d, added := t.Design, ""
	d.Frames = design.Arranged(d.Frames)
	if t.picture != nil {
		id, isNew := e.takeIn(t.picture)
		if d.Picture = id; isNew {
			added = id
		}
	}
	if err := d.Check(); err != nil {
		return fault.Under("design", err)
	}
	if !e.project.HasPicture(d.Picture) {
		return fault.New("design.picture", d.Picture, "the id of one of the project's pictures, or a file")
	}
	c := *e.page
	c.Designs = slices.Clone(c.Designs)
	at := slices.IndexFunc(c.Designs, func(o design.Design) bool { return o.ID == d.ID })
	var back Operation
	switch {
	case at >= 0:
		back.Trace = &Trace{Design: c.Designs[at]}
		c.Designs[at] = d
	case len(c.Designs) >= page.MaxDesigns:
		return fault.New("design", len(c.Designs), "at most %d designs of a page", page.MaxDesigns)
	default:
		back.Untrace = &Untrace{d.ID}
		index := len(c.Designs)
		if t.Index > 0 {
			index = min(t.Index-1, index)
		}
		c.Designs = slices.Insert(c.Designs, index, d)
	}
	if added != "" {
		back.Page = e.page.ID
		back = Operation{Together: &Together{Steps: []Operation{back, {Page: e.page.ID, DropPicture: &DropPicture{added}}}}}
	}
	e.page, e.inverse = &c, back
	if e.summary = t.Summary; e.summary == "" {
		e.summary = "Trace at " + kit.Number(d.Width) + " px"
	}
	return nil
}

func (u *Untrace) apply(e *editor) error {
	at := slices.IndexFunc(e.page.Designs, func(d design.Design) bool { return d.ID == u.ID })
	if at < 0 {
		return fault.New("id", u.ID, "the id of a design of this page")
	}
	d := e.page.Designs[at]
	c := *e.page
	c.Designs = slices.Delete(slices.Clone(c.Designs), at, at+1)
	if len(c.Designs) == 0 {
		c.Designs = nil
	}
	e.page, e.summary = &c, "Remove the design at "+kit.Number(d.Width)+" px"
	e.inverse.Trace = &Trace{Design: d, Index: at + 1}
	return nil
}

func (r *MakeRows) apply(e *editor) error {
	sheet := trace.NewSheet(e.kit, e.page.Designs)
	steps := e.matched(sheet)
	m := trace.Maker{Sheet: sheet, Minter: e.minter, Tight: r.Tight}
	pr := e.project
	from := map[string]*trace.Picture{} // by their ids; nil of those that cannot be read
	m.Picture = func(d *design.Design, f design.Frame) *page.Content {
		pic := r.cut(e.project, from, d, f)
		if pic == nil {
			return nil
		}
		had := len(pr.Pictures)
		var id string
		if pr, id = pr.TakeIn(pic.Picture); len(pr.Pictures) > had {
			steps = append(steps, Operation{KeepPicture: &KeepPicture{*pr.Pictures[had], had}})
		}
		return &page.Content{Type: page.Picture, Picture: id, Fit: true, Width: kit.Px(float64(pic.width)),
			Height: kit.Px(float64(pic.height)), Alt: f.Name, Stand: true}
	}
	if rows := m.Rows(); len(rows) > 0 {
		parent, index := e.lastContainer()
		if parent == "" {
			steps = append(steps, Operation{Insert: &Insert{Index: len(e.page.Body), Node: e.newFrame(rows...)}})
		} else {
			for n, row := range rows {
				steps = append(steps, Operation{Insert: &Insert{Parent: parent, Index: index + n, Node: row}})
			}
		}
	}
	if len(steps) == 0 {
		return fault.New("", "no frames", "a design with frames drawn over it that are not yet as the page has them")
	}
	for _, d := range e.page.Designs {
		if next, is := withNodes(d.Frames, m.Nodes); is {
			d.Frames = next
			steps = append(steps, Operation{Trace: &Trace{Design: d}})
		}
	}
	all := Together{Steps: steps, Summary: "Make rows of frames"}
	return all.apply(e)
}

// lastContainer is where rows are added: the end of the page's last container; none where there is none.
func (e *editor) lastContainer() (id string, index int) {
	e.page.Walk(func(n *page.Node, _ page.Place) {
		if n.Kind == page.Container {
			id, index = n.ID, len(n.Children)
		}
	})
	return id, index
}

// withNodes are frames matched to what was made of them, and whether there is one.
func withNodes(frames []design.Frame, nodes map[string]string) (all []design.Frame, is bool) {
	for _, f := range frames {
		if node := nodes[f.ID]; node != "" && f.Node == "" {
			f.Node, is = node, true
		}
		inner, changed := withNodes(f.Frames, nodes)
		f.Frames, is = inner, is || changed
		all = append(all, f)
	}
	return all, is
}

// matched are the steps by which elements get what the frames that they are matched to take. Those that are no columns
// yet become such, and what they stand in a row.
func (e *editor) matched(s *trace.Sheet) (steps []Operation) {
	stands := e.stands()
	var containers, rows, columns []string
	add := func(to *[]string, id string) {
		if !slices.Contains(*to, id) {
			*to = append(*to, id)
		}
	}
	var set []Operation
	for _, one := range s.Matched() {
		n := stands[one.Node]
		switch {
		case n.Node == nil || n.in == nil:
			continue
		case n.Kind != page.Column:
			add(&columns, n.ID)
			if n.in.Kind != page.Row {
				add(&rows, n.in.ID)
			}
			up := stands[n.in.ID].in
			for up != nil && up.Kind != page.Container {
				up = stands[up.ID].in
			}
			if up != nil {
				break
			}
			if up = stands[n.in.ID].in; up != nil {
				add(&containers, up.ID)
			} else {
				add(&containers, bodyID)
			}
		}
		i, setting := e.kit.Index(one.From), page.At(one.From)
		held := n.HeldAt(e.kit, i)
		columns := kit.Equal(e.kit.ColumnsAt(i).N())
		for _, f := range []page.Field{page.Width, page.Skip} {
			if v, _ := one.Get(f); n.Kind != page.Column || !f.Equal(held[f].Value, columns, v, columns) {
				if n.Kind == page.Column || v != page.Of(0) {
					setting = setting.With(f, v)
				}
			}
		}
		if !setting.IsZero() {
			set = append(set, Operation{Adjust: &Adjust{Cells: []Cell{{n.ID, one.From}}, Set: setting}})
		}
	}
	for _, c := range containers {
		steps = append(steps, Operation{Mark: &Mark{Nodes: []string{c}, As: page.Container}})
	}
	if len(rows) > 0 {
		steps = append(steps, Operation{Mark: &Mark{Nodes: rows, As: page.Row}})
	}
	if len(columns) > 0 {
		steps = append(steps, Operation{Mark: &Mark{Nodes: columns, As: page.Column}})
	}
	return append(steps, set...)
}

// cut is what a frame shows of a design's picture, of those that are read.
func (r *MakeRows) cut(p *project.Project, read map[string]*trace.Picture, d *design.Design, f design.Frame) *clipping {
	pic := p.Picture(d.Picture)
	if pic == nil {
		return nil
	}
	name := f.Name
	if name == "" {
		name = f.ID
	}
	key := cutting{pic.Data, name, [3]float64{d.Scale, d.X, d.Y}, [4]float64{f.X, f.Y, f.Width, f.Height}}
	if known, is := r.cuts[key]; is {
		return known
	}
	from, is := read[d.Picture]
	if !is {
		from, _ = trace.Read(pic.Data.Bytes())
		read[d.Picture] = from
	}
	var made *clipping
	if from != nil {
		made = clip(from, d, f, name)
	}
	if r.cuts != nil {
		r.cuts[key] = made
	}
	return made
}

func clip(from *trace.Picture, d *design.Design, f design.Frame, name string) *clipping {
	file, width, height := from.Cut(d, f)
	if file == nil {
		return nil
	}
	pic, _, _, err := project.NewPicture(name+".jpg", file)
	if err != nil {
		return nil
	}
	return &clipping{pic, width, height}
}
