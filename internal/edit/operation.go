package edit

import (
	"reflect"
	"slices"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// An Operation is one change of one page, or of the project's list of pages:
// exactly one of its fields besides Page is set. Ids it makes depend on nothing
// but the project, so the same operation on the same project gives the same
// result.
type Operation struct {
	Page string `json:"page,omitzero" doc:"The id of the page to change; over the API, the page of the address."`

	Type         *Type         `json:"type,omitzero"`
	Step         *Step         `json:"step,omitzero"`
	Adjust       *Adjust       `json:"adjust,omitzero"`
	Alike        *Alike        `json:"alike,omitzero"`
	Level        *Level        `json:"level,omitzero"`
	Set          *Set          `json:"set,omitzero"`
	AddRow       *AddRow       `json:"addRow,omitzero"`
	Recast       *Recast       `json:"recast,omitzero"`
	Replace      *Replace      `json:"replace,omitzero"`
	AddColumn    *AddColumn    `json:"addColumn,omitzero"`
	AddContainer *AddContainer `json:"addContainer,omitzero"`
	AddSection   *AddSection   `json:"addSection,omitzero"`
	Wrap         *Wrap         `json:"wrap,omitzero"`
	Unwrap       *Unwrap       `json:"unwrap,omitzero"`
	Body         *Body         `json:"body,omitzero"`
	Duplicate    *Duplicate    `json:"duplicate,omitzero"`
	Remove       *Remove       `json:"remove,omitzero"`
	Move         *Move         `json:"move,omitzero"`
	Hop          *Hop          `json:"hop,omitzero"`
	Describe     *Describe     `json:"describe,omitzero"`
	AddBlock     *AddBlock     `json:"addBlock,omitzero"`
	Content      *Content      `json:"content,omitzero"`
	AddPicture   *AddPicture   `json:"addPicture,omitzero"`
	KeepPicture  *KeepPicture  `json:"keepPicture,omitzero"`
	DropPicture  *DropPicture  `json:"dropPicture,omitzero"`
	Pour         *Pour         `json:"pour,omitzero"`
	Split        *Split        `json:"split,omitzero"`
	Sheet        *Sheet        `json:"sheet,omitzero"`
	Place        *Place        `json:"place,omitzero"`
	Fill         *Fill         `json:"fill,omitzero"`
	Trace        *Trace        `json:"trace,omitzero"`
	Untrace      *Untrace      `json:"untrace,omitzero"`
	MakeRows     *MakeRows     `json:"makeRows,omitzero"`
	Together     *Together     `json:"together,omitzero"`
	Across       *Across       `json:"across,omitzero"`
	Put          *Put          `json:"put,omitzero"`
	Insert       *Insert       `json:"insert,omitzero"`
	Paste        *Paste        `json:"paste,omitzero"`
	Unpaste      *Unpaste      `json:"unpaste,omitzero"`
	AddPage      *AddPage      `json:"addPage,omitzero"`
	Rename       *Rename       `json:"rename,omitzero"`
	OwnRules     *OwnRules     `json:"ownRules,omitzero"`
	Style        *Style        `json:"style,omitzero"`
	KeepRecipe   *KeepRecipe   `json:"keepRecipe,omitzero"`
	DropRecipe   *DropRecipe   `json:"dropRecipe,omitzero"`
	DropPage     *DropPage     `json:"dropPage,omitzero"`

	DescribePage  *DescribePage  `json:"describePage,omitzero"`
	DuplicatePage *DuplicatePage `json:"duplicatePage,omitzero"`
	MovePage      *MovePage      `json:"movePage,omitzero"`

	ChangeKit *ChangeKit `json:"changeKit,omitzero"`
	UseKit    *UseKit    `json:"useKit,omitzero"`
	AddKit    *AddKit    `json:"addKit,omitzero"`
	UseGrid   *UseGrid   `json:"useGrid,omitzero"`
	DropKit   *DropKit   `json:"dropKit,omitzero"`
	Source    *Source    `json:"source,omitzero"`
	Lines     *Lines     `json:"lines,omitzero"`
	Mark      *Mark      `json:"mark,omitzero"`
	BringPage *BringPage `json:"bringPage,omitzero"`
	Mixins    *Mixins    `json:"mixins,omitzero"`
	Keep      *Keep      `json:"keep,omitzero"`
}

// Type puts what was typed into many cells at once, in cell notation.
type Type struct {
	Cells []Cell `json:"cells" minItems:"1" maxItems:"20000"`
	Text  string `json:"text" maxLength:"40" doc:"Cell notation, such as 6, 2_6_1, @4_6, 1/3 or =; empty: carried."`
}

// A Cell is a row or a column at a breakpoint.
type Cell struct {
	Node       string `json:"node"`
	Breakpoint string `json:"breakpoint"`
}

// Adjust changes single settings of many cells at once: those of Set, whose own
// breakpoint says nothing, and those named by Clear, which are then carried.
type Adjust struct {
	Cells []Cell       `json:"cells" minItems:"1" maxItems:"20000"`
	Set   page.Setting `json:"set,omitzero"`
	Clear []string     `json:"clear,omitzero" maxItems:"20" doc:"Names of settings, such as width or perLine."`
}

// Alike gives other columns, or rows, all settings of one.
type Alike struct {
	Node string   `json:"node"`
	To   []string `json:"to" minItems:"1" maxItems:"20000"`
}

// Level makes what holds at one breakpoint hold at another too, for those rows and
// columns, or for all of the page.
type Level struct {
	From  string   `json:"from"`
	To    string   `json:"to"`
	Nodes []string `json:"nodes,omitzero" maxItems:"20000"`
}

// Step widens, narrows or shifts a column at a breakpoint by so many units.
type Step struct {
	Cell
	Width int `json:"width,omitzero" minimum:"-48" maximum:"48"`
	Skip  int `json:"skip,omitzero" minimum:"-48" maximum:"48"`
}

// Set sets rows' and columns' settings exactly; one that is zero clears its breakpoint.
type Set struct {
	Settings []NodeSetting `json:"settings"`
}

// A NodeSetting is a setting and the row or column it is for.
type NodeSetting struct {
	Node    string       `json:"node"`
	Setting page.Setting `json:"setting"`
}

// AddRow adds a row by recipe. With Inside it becomes that column's or
// container's last child; else it follows the row that Near is or stands in, or
// ends the page's last container, which is made when there is none.
type AddRow struct {
	Inside     string `json:"inside,omitzero"`
	Near       string `json:"near,omitzero"`
	Before     bool   `json:"before,omitzero" doc:"Before that row, not after it."`
	Recipe     string `json:"recipe" maxLength:"400" doc:"Two halves, as nearly as the kit's columns allow, when empty."`
	Breakpoint string `json:"breakpoint" doc:"The breakpoint that a recipe without one begins at."`
}

// Recast gives a row the columns of a recipe. Its columns stay what they are but
// for their settings, in order; what is in those there is no place for goes into
// the last one, and the change says so.
type Recast struct {
	Row        string `json:"row"`
	Recipe     string `json:"recipe" maxLength:"400"`
	Breakpoint string `json:"breakpoint" doc:"The breakpoint that a recipe without one begins at."`
}

// Replace puts With in the place of a node; it has that node's id.
type Replace struct {
	With *page.Node `json:"with"`
}

// KeepRecipe keeps a recipe of one's own with the project: the text, or the row
// Row written as one. One of that name is replaced.
type KeepRecipe struct {
	Name string `json:"name" maxLength:"120"`
	Row  string `json:"row,omitzero"`
	Text string `json:"text,omitzero" maxLength:"400"`
}

// DropRecipe takes away the recipe of that name.
type DropRecipe struct {
	Name string `json:"name"`
}

// AddColumn adds a column with its neighbour's settings: after Near, or before
// it, or as the last column when Near is a row.
type AddColumn struct {
	Near   string `json:"near"`
	Before bool   `json:"before,omitzero"`
}

// AddContainer adds an empty container after the section or container that Near is
// or stands in, or before it, or inside it when it is a section; at the page's end
// when Near is empty.
type AddContainer struct {
	Near   string `json:"near,omitzero"`
	Before bool   `json:"before,omitzero"`
	Inside bool   `json:"inside,omitzero"`
}

// AddSection adds a section with an empty container in it, where AddContainer
// would add a container.
type AddSection struct {
	Near   string `json:"near,omitzero"`
	Before bool   `json:"before,omitzero"`
	Inside bool   `json:"inside,omitzero"`
}

// Wrap puts something around a node: what is in a column goes into a row nested
// in it, a nested row into a column of another, a row of a container into a
// container of its own, and a section or container into a section. With As, it is put around
// several nodes, those that stand in one another's place together.
type Wrap struct {
	Node       string   `json:"node,omitzero"`
	Nodes      []string `json:"nodes,omitzero" maxItems:"20000"`
	As         string   `json:"as,omitzero" enum:"row,column,container,section" doc:"A row of columns, or one of these."`
	Breakpoint string   `json:"breakpoint,omitzero" doc:"Where the columns of a new row begin to stand side by side."`
}

// Unwrap takes nodes away and leaves what is in them in their place: columns that were put into one keep their places.
type Unwrap struct {
	Nodes []string `json:"nodes" minItems:"1" maxItems:"1000"`
}

// Body puts the whole page back as it was.
type Body struct {
	Nodes []*page.Node `json:"nodes"`
}

// Duplicate puts a copy of a node and everything in it after it, with new ids.
type Duplicate struct {
	Node string `json:"node"`
}

// Remove takes a node and everything in it away.
type Remove struct {
	Node string `json:"node"`
}

// Move puts a node into Parent (the page when empty) so that it stands at Index.
type Move struct {
	Node   string `json:"node"`
	Parent string `json:"parent"`
	Index  int    `json:"index" minimum:"0"`
}

// Hop moves a node on, By 1, or back, By −1, in the page's order: into the nearest
// other node that can hold it, or out of what it stands in.
type Hop struct {
	Node string `json:"node"`
	By   int    `json:"by" enum:"-1,1"`
}

// Describe changes what a node is called and is in the markup, and of which kind
// its container; a nil field stays as it is.
type Describe struct {
	Node     string      `json:"node"`
	Name     *string     `json:"name,omitzero"`
	Element  *string     `json:"element,omitzero"`
	Anchor   *string     `json:"anchor,omitzero" doc:"Its id attribute."`
	Classes  *[]string   `json:"classes,omitzero" doc:"The user's own classes."`
	Selector *string     `json:"selector,omitzero"`
	Note     *string     `json:"note,omitzero"`
	Meant    *[]string   `json:"meant,omitzero" maxItems:"40" doc:"Codes of findings that are meant to be as they are."`
	Frame    *page.Frame `json:"frame,omitempty" doc:"A container's kind: fixed, fluid, fluid below a breakpoint, capped."`
}

// AddBlock adds a block of content to a column: at Index, else at its end. What
// held the place of content to come gives way.
type AddBlock struct {
	Column  string       `json:"column"`
	Index   *int         `json:"index,omitzero" minimum:"0"`
	Content page.Content `json:"content"`
}

// Content gives a block other content.
type Content struct {
	Node    string       `json:"node"`
	Content page.Content `json:"content"`
}

// AddPicture takes a picture file in and shows it: in a new block of a column, or
// in the place of what a picture block shows, from a breakpoint on when From is
// given. It is scaled to its column.
type AddPicture struct {
	Node string       `json:"node" doc:"A column, or a block that is a picture."`
	File string       `json:"file" maxLength:"200" doc:"The file's name."`
	Data project.File `json:"data" doc:"The file, in base64."`
	Alt  string       `json:"alt,omitzero" maxLength:"1000" doc:"What it shows, in words."`
	From string       `json:"from,omitzero" doc:"The breakpoint from which a picture block shows it."`
}

// KeepPicture puts a picture among the project's, at Index.
type KeepPicture struct {
	Picture project.Picture `json:"picture"`
	Index   int             `json:"index" minimum:"0"`
}

// DropPicture takes a picture that no page and no piece shows away.
type DropPicture struct {
	ID string `json:"id"`
}

// Pour takes HTML or Markdown apart and adds the pieces to the content sheet. Once it is
// read, it holds the pieces in place of the text.
type Pour struct {
	Text   string   `json:"text,omitzero" maxLength:"1048576"`
	As     string   `json:"as,omitzero" enum:"html,markdown"`
	Pieces []Poured `json:"pieces,omitzero" maxItems:"2000" doc:"What the text came to."`
	Left   []string `json:"left,omitzero" maxItems:"50" doc:"What was left out of it."`
}

// Poured is a piece of a text, with the file of a picture that came along.
type Poured struct {
	Content page.Content `json:"content"`
	File    project.File `json:"file,omitzero"`
}

// Split takes a piece of HTML of the content sheet apart, or a block of HTML where it stands: what is in its element
// takes its place.
type Split struct {
	Piece string `json:"piece,omitzero"`
	Node  string `json:"node,omitzero" doc:"In place of a piece, a block on the page."`
}

// Sheet puts the content sheet as given.
type Sheet struct {
	Pieces []project.Piece `json:"pieces"`
}

// Place makes a block of a piece of the content sheet, in a column as AddBlock
// does.
type Place struct {
	Piece  string `json:"piece,omitzero" doc:"If empty, the next one that is not placed yet."`
	Column string `json:"column"`
	Index  *int   `json:"index,omitzero" minimum:"0"`
}

// Fill gives rows the widths that package fill proposes for narrower breakpoints.
type Fill struct {
	From string   `json:"from" doc:"The breakpoint whose widths are given."`
	To   []string `json:"to,omitzero" maxItems:"8" doc:"The narrower breakpoints to fill; all of them when empty."`
	Rows []string `json:"rows,omitzero" maxItems:"20000" doc:"The rows to fill; all of the page when empty."`
}

// OwnRules says whether the page, on a kit that was brought in, has rules in its own stylesheet for settings that
// the kit has no class for.
type OwnRules struct {
	Allow bool `json:"allow"`
}

// Style gives a page that is made here its own stylesheet, which is linked after the kit's; or a stylesheet that a page
// from HTML links another text, on all pages that link it.
type Style struct {
	File string `json:"file,omitzero" maxLength:"1000" doc:"The linked stylesheet, by address, for a page from HTML."`
	Text string `json:"text" maxLength:"4194304" doc:"CSS. When empty, it is what such a stylesheet begins with."`

	Others []Styled `json:"others,omitzero" maxItems:"200" doc:"Pages on which that stylesheet has another text."`
}

// Styled is the text that a stylesheet has on a page.
type Styled struct {
	Page string `json:"page"`
	Text string `json:"text" maxLength:"4194304"`
}

// Together does several operations on one page as one. None may be of the
// project's pages.
type Together struct {
	Steps   []Operation `json:"steps" minItems:"1" maxItems:"1000"`
	Summary string      `json:"summary,omitzero" maxLength:"200"`
}

// Across does operations on several pages as one, each on its own page. None may be of the project's pages.
type Across struct {
	Steps   []Operation `json:"steps" minItems:"1" maxItems:"1000"`
	Summary string      `json:"summary,omitzero" maxLength:"200"`
}

// Put puts the whole project as given, but for its id.
type Put struct {
	Project *project.Project `json:"project"`
	Summary string           `json:"summary,omitzero" maxLength:"200"`
}

// Insert puts a subtree back where it was; its ids must be free.
type Insert struct {
	Parent string     `json:"parent"`
	Index  int        `json:"index" minimum:"0"`
	Node   *page.Node `json:"node"`
}

// Paste puts a copied node, as CopyPart wrote it, into Near if that can hold it,
// else after it or what it stands in.
type Paste struct {
	Near string `json:"near"`
	Part string `json:"part" maxLength:"2000000"`
}

// Unpaste takes a pasted node away again, and the project's newest pictures, as
// many as came with it.
type Unpaste struct {
	Node     string `json:"node"`
	Pictures int    `json:"pictures" minimum:"0"`
}

// AddPage adds an empty page, or puts Back a page that was dropped from Index.
type AddPage struct {
	Name  string     `json:"name,omitzero" maxLength:"120"`
	Kit   string     `json:"kit,omitzero" doc:"The id of its kit; that of the page of the operation when empty."`
	Index int        `json:"index,omitzero" minimum:"0"`
	Back  *page.Page `json:"back,omitzero"`
}

// DescribePage changes what a page is called, which file it is, and what its head says; a nil field stays as it is.
type DescribePage struct {
	Name        *string `json:"name,omitzero" maxLength:"120" doc:"On its tab."`
	File        *string `json:"file,omitzero" maxLength:"400" doc:"Such as index.html; of a page from HTML, its path."`
	Title       *string `json:"title,omitzero" maxLength:"400" doc:"In its head; empty: its name, on a page made here."`
	Description *string `json:"description,omitzero" maxLength:"400" doc:"In its head; none when empty."`
	Language    *string `json:"language,omitzero" doc:"A language tag such as en."`
}

// DuplicatePage adds a copy of the page after it, in a file of its own.
type DuplicatePage struct{}

// MovePage puts the page at Index among the pages.
type MovePage struct {
	Index int `json:"index" minimum:"0"`
}

// Rename gives the project another name.
type Rename struct {
	Name string `json:"name" maxLength:"120"`
}

// DropPage removes the page.
type DropPage struct{}

// ChangeKit puts a kit in the place of the project's kit of its id. Pages that use it follow:
// settings by the breakpoint's name and in the proportion of the columns.
type ChangeKit struct {
	Kit  *kit.Kit `json:"kit"`
	Were []string `json:"were,omitzero" maxItems:"8" doc:"The old name of each breakpoint, empty for a new one."`
}

// UseKit moves the page, or all pages of its kit, to another of the project's kits.
type UseKit struct {
	Kit   string   `json:"kit"`
	Pairs []string `json:"pairs,omitzero" maxItems:"8" doc:"For each old breakpoint, the new one that takes its settings."`
	All   bool     `json:"all,omitzero" doc:"Move all pages of its kit, except those that would lose something."`

	Anyway []string `json:"anyway,omitzero" maxItems:"1000" doc:"With all: pages to move though something is lost."`

	Back []*page.Node `json:"back,omitzero" doc:"The page's nodes afterwards, instead of what carrying over makes."`
}

// AddKit adds a kit to the project: at Index, else as the last.
type AddKit struct {
	Kit   *kit.Kit `json:"kit"`
	Index *int     `json:"index,omitzero" minimum:"0"`
}

// DropKit takes away a kit that no page uses.
type DropKit struct {
	Kit string `json:"kit"`
}

// IsAnchored reports whether the operation may mean another on another revision than the one it was made on: it speaks
// of bytes of a file, or of all of a project or a kit, and not of nodes by their ids.
func (o Operation) IsAnchored() bool {
	if steps := o.steps(); steps != nil {
		return slices.ContainsFunc(steps, Operation.IsAnchored)
	}
	return o.Source != nil || o.Put != nil || o.ChangeKit != nil
}

// steps are those of an operation that does several; nil of others.
func (o Operation) steps() []Operation {
	switch {
	case o.Together != nil:
		return o.Together.Steps
	case o.Across != nil:
		return o.Across.Steps
	}
	return nil
}

// Means reports whether an operation that was made on a project as it was then means the same now: where it speaks of
// bytes or of a kit, those are what they were. Lines say themselves what they replace.
func (o Operation) Means(then, now *project.Project) bool {
	if steps := o.steps(); steps != nil {
		return !slices.ContainsFunc(steps, func(step Operation) bool {
			if step.Page == "" {
				step.Page = o.Page
			}
			return !step.Means(then, now)
		})
	}
	switch {
	case o.Source != nil:
		was, is := then.Page(o.Page), now.Page(o.Page)
		return was != nil && is != nil && keeperOf(was).reads(is)
	case o.ChangeKit != nil:
		return o.ChangeKit.Kit != nil && reflect.DeepEqual(then.Kit(o.ChangeKit.Kit.ID), now.Kit(o.ChangeKit.Kit.ID))
	}
	return o.Put == nil
}
