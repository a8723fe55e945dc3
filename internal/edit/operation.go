// Package edit changes a project by operations, each checked and each with an
// inverse that undoes it, and reads what people type: cell notation and row
// recipes.
package edit

import "kitrows/internal/page"

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
	Wrap         *Wrap         `json:"wrap,omitzero"`
	Body         *Body         `json:"body,omitzero"`
	Duplicate    *Duplicate    `json:"duplicate,omitzero"`
	Remove       *Remove       `json:"remove,omitzero"`
	Move         *Move         `json:"move,omitzero"`
	Describe     *Describe     `json:"describe,omitzero"`
	Insert       *Insert       `json:"insert,omitzero"`
	Paste        *Paste        `json:"paste,omitzero"`
	Unpaste      *Unpaste      `json:"unpaste,omitzero"`
	AddPage      *AddPage      `json:"addPage,omitzero"`
	Rename       *Rename       `json:"rename,omitzero"`
	KeepRecipe   *KeepRecipe   `json:"keepRecipe,omitzero"`
	DropRecipe   *DropRecipe   `json:"dropRecipe,omitzero"`
	DropPage     *DropPage     `json:"dropPage,omitzero"`
}

// Type puts what was typed into many cells at once, in cell notation.
type Type struct {
	Cells []Cell `json:"cells" minItems:"1" maxItems:"20000"`
	Text  string `json:"text" maxLength:"40" doc:"Cell notation: 6, 2_6, 2_6_1, =, ~, *, x of a column, ÷3 or off of a row, or empty for carried."`
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
	Recipe     string `json:"recipe" maxLength:"400"`
	Breakpoint string `json:"breakpoint" doc:"Where a recipe that names no breakpoint holds from."`
}

// Recast gives a row the columns of a recipe. Its columns stay what they are but
// for their settings, in order; what is in those there is no place for goes into
// the last one, and the change says so.
type Recast struct {
	Row        string `json:"row"`
	Recipe     string `json:"recipe" maxLength:"400"`
	Breakpoint string `json:"breakpoint" doc:"Where a recipe that names no breakpoint holds from."`
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

// AddContainer adds an empty container after the one Near is or stands in, or
// before it, or at the page's end.
type AddContainer struct {
	Near   string `json:"near,omitzero"`
	Before bool   `json:"before,omitzero"`
}

// Wrap puts something around a node: what is in a column goes into a row nested
// in it, a nested row into a column of another, and a row of a container into a
// container of its own.
type Wrap struct {
	Node string `json:"node"`
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

// Describe changes what a node is called, which element it is and of which kind
// its container; a nil field stays as it is.
type Describe struct {
	Node    string      `json:"node"`
	Name    *string     `json:"name,omitzero"`
	Element *string     `json:"element,omitzero"`
	Frame   *page.Frame `json:"frame,omitempty" doc:"Of a container: fixed, fluid, fluid below and a breakpoint, or capped."`
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

// AddPage adds an empty page with the first page's kit, or puts Back a page that
// was dropped from Index.
type AddPage struct {
	Name  string     `json:"name,omitzero" maxLength:"120"`
	Index int        `json:"index,omitzero" minimum:"0"`
	Back  *page.Page `json:"back,omitzero"`
}

// Rename gives the project another name.
type Rename struct {
	Name string `json:"name" maxLength:"120"`
}

// DropPage removes the page.
type DropPage struct{}
