package edit

import (
	"context"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/intake"
)

func (a *AddBlock) apply(e *editor) error {
	column, _, err := e.find("column", a.Column)
	if err == nil && column.Kind != page.Column {
		err = fault.New("column", column.Name, "a column: content lives only in columns")
	}
	if err != nil {
		return err
	}
	if err := a.Content.Check(e.kit, e.project.HasPicture); err != nil {
		return fault.Under("content", err)
	}
	index := len(column.Children)
	if a.Index != nil {
		if index = *a.Index; index < 0 || index > len(column.Children) {
			return fault.New("index", index, "0 to %d", len(column.Children))
		}
	}
	id, _ := e.minter.Mint(page.Block)
	content := a.Content
	block := &page.Node{ID: id, Kind: page.Block, Name: blockName(&content), Content: &content}
	e.summary, e.selected = "Add "+block.Name, column.ID
	stands := standIn(column)
	if stands < 0 {
		return e.insert(column.ID, index, block)
	}
	if index > stands {
		index--
	}
	changed := *column
	changed.Children = slices.Insert(slices.Delete(slices.Clone(column.Children), stands, stands+1), index, block)
	replace := Replace{&changed}
	return replace.apply(e)
}

// standIn is where what holds the place of content to come stands in a column; -1 where there is none.
func standIn(column *page.Node) int {
	return slices.IndexFunc(column.Children, func(n *page.Node) bool { return n.Kind == page.Block && n.Content.Stand })
}

// blockName is what a block of that content is called.
func blockName(c *page.Content) string {
	name := strings.ToUpper(string(c.Type[:1])) + string(c.Type[1:])
	if c.Type == page.HTML {
		name = "HTML"
	}
	return name
}

func (c *Content) apply(e *editor) error {
	n, at, err := e.find("node", c.Node)
	if err == nil && n.Kind != page.Block {
		err = fault.New("node", n.Name, "a block")
	}
	if err != nil {
		return err
	}
	if err := c.Content.Check(e.kit, e.project.HasPicture); err != nil {
		return fault.Under("content", err)
	}
	changed, content := *n, c.Content
	changed.Content = &content
	if n.Name == blockName(n.Content) {
		changed.Name = blockName(&content)
	}
	e.inverse.Replace = &Replace{n}
	e.page = e.page.Replaced(n.ID, func(*page.Node) *page.Node { return &changed })
	e.summary, e.selected = "Change "+changed.Name, parentID(at)
	return nil
}

func (a *AddPicture) apply(e *editor) error {
	n, _, err := e.find("node", a.Node)
	if err != nil {
		return err
	}
	pic, width, height, err := project.NewPicture(a.File, a.Data.Bytes())
	if err != nil {
		return err
	}
	id, added := e.takeIn(pic)
	wide, high := kit.Px(float64(width)), kit.Px(float64(height))
	switch {
	case n.Kind == page.Column && a.From == "":
		add := AddBlock{Column: n.ID,
			Content: page.Content{Type: page.Picture, Picture: id, Width: wide, Height: high, Fit: true, Alt: a.Alt}}
		err = add.apply(e)
	case n.Kind == page.Block && n.Content.Type == page.Picture:
		content := *n.Content
		if a.From == "" {
			content.Picture = id
			if content.Fit {
				content.Width, content.Height = wide, high
			}
		} else if content.Sources,
			err = e.withSource(&content, page.Source{From: a.From, Picture: id, Width: wide,
			Height: high}); err != nil {
			return err
		}
		if a.Alt != "" {
			content.Alt = a.Alt
		}
		set := Content{n.ID, content}
		err = set.apply(e)
	default:
		err = fault.New("node", n.Name, "a column, or a block that is a picture")
	}
	if added && err == nil {
		e.inverse.Page = e.page.ID
		e.inverse = Operation{Together: &Together{Steps: []Operation{e.inverse,
			{Page: e.page.ID, DropPicture: &DropPicture{id}}}}}
	}
	e.summary = "Add picture " + pic.File
	return err
}

// withSource gives a picture's sources with one more, or another, in the order of
// their breakpoints.
func (e *editor) withSource(c *page.Content, s page.Source) ([]page.Source, error) {
	if e.kit.Index(s.From) < 1 {
		return nil, fault.New("from", s.From, "a breakpoint after the first: %s", e.kit.BreakpointNames())
	}
	if !c.Fit {
		s.Width, s.Height = kit.Length{}, c.Height
	}
	all := slices.DeleteFunc(slices.Clone(c.Sources), func(had page.Source) bool { return had.From == s.From })
	all = append(all, s)
	slices.SortFunc(all, func(a, b page.Source) int { return e.kit.Index(a.From) - e.kit.Index(b.From) })
	return all, nil
}

// takeIn keeps a picture with the project, unless it is kept already.
func (e *editor) takeIn(pic *project.Picture) (id string, added bool) {
	had := len(e.project.Pictures)
	e.project, id = e.project.TakeIn(pic)
	added = len(e.project.Pictures) > had
	e.whole = e.whole || added
	return id, added
}

// keepPictures gives the project those pictures.
func (e *editor) keepPictures(all []*project.Picture) {
	c := *e.project
	if c.Pictures = all; len(all) == 0 {
		c.Pictures = nil
	}
	e.project, e.whole = &c, true
}

func (k *KeepPicture) apply(e *editor) error {
	had := e.project.Pictures
	if k.Index < 0 || k.Index > len(had) {
		return fault.New("index", k.Index, "0 to %d", len(had))
	}
	pic := k.Picture
	e.keepPictures(slices.Insert(slices.Clone(had), k.Index, &pic))
	e.inverse.DropPicture = &DropPicture{pic.ID}
	e.summary = "Add picture " + pic.File
	return nil
}

func (d *DropPicture) apply(e *editor) error {
	had := e.project.Pictures
	at := slices.IndexFunc(had, func(pic *project.Picture) bool { return pic.ID == d.ID })
	if at < 0 {
		return fault.New("id", d.ID, "the id of one of the project's pictures")
	}
	e.keepPictures(slices.Delete(slices.Clone(had), at, at+1))
	e.inverse.KeepPicture = &KeepPicture{*had[at], at}
	e.summary = "Delete picture " + had[at].File
	return nil
}

// Read reads the texts and pictures that an operation takes apart, so that applying it takes
// little time. A text that is not read when the context reaches its deadline is refused. What it
// takes from the project is read of p; nil where that is unknown.
func Read(ctx context.Context, p *project.Project, o Operation) (Operation, error) {
	if o.Pour != nil {
		read, err := o.Pour.read(ctx)
		if err != nil {
			return o, fault.Under("pour", err)
		}
		o.Pour = read
	}
	if o.Trace != nil {
		read, err := o.Trace.read()
		if err != nil {
			return o, fault.Under("trace", err)
		}
		o.Trace = read
	}
	if o.MakeRows != nil {
		o.MakeRows = o.MakeRows.read(p, o.Page)
	}
	if o.BringPage != nil {
		read, err := o.BringPage.Read(ctx)
		if err != nil {
			return o, fault.Under("bringPage", err)
		}
		o.BringPage = read
	}
	if o.ChangeKit != nil && o.ChangeKit.Kit != nil {
		if err := infer.Ahead(ctx, o.ChangeKit.Kit); err != nil {
			return o, err
		}
	}
	if steps := o.steps(); steps != nil {
		steps = slices.Clone(steps)
		for i := range steps {
			var err error
			if steps[i], err = Read(ctx, p, steps[i]); err != nil {
				return o, fault.Under(fmt.Sprintf("%s.steps[%d]", o.name(), i), err)
			}
		}
		if o.Together != nil {
			o.Together = &Together{steps, o.Together.Summary}
		} else {
			o.Across = &Across{steps, o.Across.Summary}
		}
	}
	return o, nil
}

// read takes the text apart, unless it is.
func (p *Pour) read(ctx context.Context) (*Pour, error) {
	if len(p.Pieces) > 0 {
		return p, nil
	}
	read := intake.FromHTML
	switch p.As {
	case "markdown":
		read = intake.FromMarkdown
	case "html":
	default:
		return nil, fault.New("as", p.As, "html or markdown")
	}
	pieces, left, err := read(ctx, p.Text)
	if err != nil {
		return nil, err
	}
	if len(pieces) == 0 {
		return nil, fault.New("text", fmt.Sprintf("%.40s", strings.TrimSpace(p.Text)),
			"a heading, a paragraph, a list or a picture at least")
	}
	done := &Pour{Left: left}
	for _, piece := range pieces {
		poured := Poured{Content: piece.Content}
		if piece.Content.Type == page.Picture {
			poured.File = project.NewFile(piece.File)
		}
		done.Pieces = append(done.Pieces, poured)
	}
	return done, nil
}

func (p *Pour) apply(e *editor) error {
	p, err := p.read(context.Background())
	if err != nil {
		return err
	}
	c := *e.project
	c.Sheet = slices.Clone(c.Sheet)
	next := lastPiece(c.Sheet)
	back := []Operation{{Page: e.page.ID, Sheet: &Sheet{e.project.Sheet}}}
	for _, piece := range p.Pieces {
		if piece.Content.Type == page.Picture {
			pic, width, height, err := project.NewPicture("picture", piece.File.Bytes())
			if err != nil {
				return err
			}
			id, added := e.takeIn(pic)
			if added {
				back = append(back, Operation{Page: e.page.ID, DropPicture: &DropPicture{id}})
			}
			piece.Content.Picture, piece.Content.Fit = id, true
			piece.Content.Width, piece.Content.Height = kit.Px(float64(width)), kit.Px(float64(height))
		}
		next++
		c.Sheet = append(c.Sheet, project.Piece{ID: "piece-" + strconv.Itoa(next), Content: piece.Content,
			Page: e.page.ID})
	}
	if len(back) > 2 {
		slices.Reverse(back[1:]) // the newest picture first
	}
	c.Pictures = e.project.Pictures
	e.project, e.whole = &c, true
	e.inverse.Together = &Together{Steps: back}
	e.summary = fmt.Sprintf("Add %d pieces of content", len(p.Pieces))
	if len(p.Left) > 0 {
		e.summary += ", left out " + strings.Join(p.Left, ", ")
	}
	return nil
}

// lastPiece is the highest number among the ids of pieces.
func lastPiece(sheet []project.Piece) (last int) {
	for _, had := range sheet {
		if number, err := strconv.Atoi(strings.TrimPrefix(had.ID, "piece-")); err == nil {
			last = max(last, number)
		}
	}
	return last
}

func (s *Split) apply(e *editor) error {
	if s.Node != "" {
		return s.block(e)
	}
	at := e.project.PieceAt(s.Piece)
	if at < 0 || e.project.Sheet[at].Content.Type != page.HTML {
		return fault.New("piece", s.Piece, "the id of a piece of HTML on the content sheet")
	}
	had := e.project.Sheet[at]
	pieces, left, err := intake.Split(context.Background(), had.Content.Text)
	if err != nil {
		return err
	}
	next := lastPiece(e.project.Sheet)
	var with []project.Piece
	for _, piece := range pieces {
		next++
		content := piece.Content
		if content.Type == page.Picture { // its file is in the markup, where it stays
			content = page.Content{Type: page.HTML, Text: had.Content.Text}
		}
		with = append(with, project.Piece{ID: "piece-" + strconv.Itoa(next), Content: content, Page: had.Page})
	}
	sheet := Sheet{slices.Replace(slices.Clone(e.project.Sheet), at, at+1, with...)}
	if err := sheet.apply(e); err != nil {
		return err
	}
	e.summary = splitSummary(len(with), left)
	return nil
}

// block takes a block of HTML apart where it stands.
func (s *Split) block(e *editor) error {
	n, at, err := e.find("node", s.Node)
	if err == nil && (n.Kind != page.Block || n.Content.Type != page.HTML || at.Parent == nil) {
		err = fault.New("node", n.Name, "a block of HTML")
	}
	if err != nil {
		return err
	}
	pieces, left, err := intake.Split(context.Background(), n.Content.Text)
	if err != nil {
		return err
	}
	var with []*page.Node
	for _, piece := range pieces {
		content := piece.Content
		if content.Type == page.Picture {
			return fault.New("node", n.Name, "HTML without a picture's file in it")
		}
		id, _ := e.minter.Mint(page.Block)
		with = append(with, &page.Node{ID: id, Kind: page.Block, Name: blockName(&content), Content: &content})
	}
	holder := *at.Parent
	holder.Children = slices.Replace(slices.Clone(holder.Children), at.Index, at.Index+1, with...)
	e.summary, e.selected = splitSummary(len(with), left), holder.ID
	replace := Replace{&holder}
	return replace.apply(e)
}

func splitSummary(n int, left []string) string {
	return fmt.Sprintf("Split into %d, without %s", n, strings.Join(left, ", "))
}

func (s *Sheet) apply(e *editor) error {
	c := *e.project
	e.inverse.Sheet = &Sheet{c.Sheet}
	if c.Sheet = s.Pieces; len(s.Pieces) == 0 {
		c.Sheet = nil
	}
	e.project, e.whole = &c, true
	e.summary = "Change the content sheet"
	return nil
}

func (p *Place) apply(e *editor) error {
	at := e.project.PieceAt(p.Piece)
	if p.Piece == "" {
		placed := map[string]bool{}
		for _, pg := range withPage(e.project, e.page).Pages {
			pg.Walk(func(n *page.Node, _ page.Place) {
				if n.Content != nil {
					placed[n.Content.Piece] = true
				}
			})
		}
		free := func(own bool) int {
			return slices.IndexFunc(e.project.Sheet, func(piece project.Piece) bool {
				return !placed[piece.ID] && (!own || piece.Page == e.page.ID)
			})
		}
		if at = free(true); at < 0 { // those that were brought for this page first
			at = free(false)
		}
	}
	if at < 0 {
		return fault.New("piece", p.Piece, "the id of a piece of the content sheet, or one that is not placed yet")
	}
	content := e.project.Sheet[at].Content
	content.Piece = e.project.Sheet[at].ID
	add := AddBlock{p.Column, p.Index, content}
	return add.apply(e)
}
