package bench

import (
	"kitrows/internal/kit"
	"kitrows/internal/project"
)

// A KitView is everything the Kit screen draws of a kit, kept or being changed.
type KitView struct {
	Kit    *kit.Kit    `json:"kit"`
	Kits   []Ref       `json:"kits" doc:"The project's kits."`
	Users  []PageRef   `json:"users" doc:"The pages that use it."`
	Facts  []kit.Facts `json:"facts"`
	Rulers []Ruler     `json:"rulers" doc:"One for every breakpoint, in order."`
	Cells  []KitCells  `json:"cells" doc:"What is typed for each breakpoint, one for every breakpoint."`
	Widths []UnitRow   `json:"widths" doc:"What 1 to N units measure."`
}

// A Ruler is the grid at a breakpoint, to scale: a fixed container in the viewport its lane is
// drawn at, in px.
type Ruler struct {
	Breakpoint string  `json:"breakpoint"`
	Viewport   float64 `json:"viewport"`
	X          float64 `json:"x" doc:"Where the container begins."`
	Width      float64 `json:"width" doc:"The container's outer width."`
	Units      []Rect  `json:"units" doc:"The columns, content boxes; their y and height are 0."`
	Before     float64 `json:"before" doc:"The padding of each column left of its content, where gutters are inside."`
	After      float64 `json:"after" doc:"And right of it."`
}

// KitCells are a breakpoint's own numbers as they are typed; an empty text is carried.
type KitCells struct {
	From      string `json:"from"`
	Container string `json:"container"`
	Columns   string `json:"columns"`
	Gutter    string `json:"gutter"`
	RowGutter string `json:"rowGutter"`
}

// A UnitRow is what so many units measure at each breakpoint; nothing where there are fewer
// units. Of uneven columns they are the first ones.
type UnitRow struct {
	Units  int         `json:"units"`
	Widths []*kit.Span `json:"widths"`
}

// NewKitView draws a kit of a project.
func NewKitView(p *project.Project, k *kit.Kit) *KitView {
	v := &KitView{Kit: k, Kits: []Ref{}, Users: []PageRef{}, Facts: k.Facts()}
	for _, other := range p.Kits {
		name := other.Name
		if other.ID == k.ID {
			name = k.Name
		}
		v.Kits = append(v.Kits, Ref{other.ID, name})
	}
	for _, pg := range p.Pages {
		if pg.Kit == k.ID {
			v.Users = append(v.Users, PageRef{pg.ID, pg.Name, pg.File})
		}
	}
	most := 0
	for i, b := range k.Breakpoints {
		v.Rulers = append(v.Rulers, ruler(k, i, b.Lane.Px()))
		cells := KitCells{From: b.From.String(), Container: b.Container.String()}
		if i == 0 {
			cells.Columns, cells.Gutter, cells.RowGutter = k.Columns.String(), k.Gutter.String(), k.RowGutter.String()
		}
		if !b.Columns.IsZero() {
			cells.Columns = b.Columns.String()
		}
		if b.Gutter != nil {
			cells.Gutter = b.Gutter.String()
		}
		if b.RowGutter != nil {
			cells.RowGutter = b.RowGutter.String()
		}
		v.Cells = append(v.Cells, cells)
		most = max(most, k.ColumnsAt(i).N())
	}
	for units := 1; units <= most; units++ {
		v.Widths = append(v.Widths, UnitRow{Units: units})
	}
	for i := range k.Breakpoints {
		for units := 1; units <= most; units++ {
			var s *kit.Span
			if units <= k.ColumnsAt(i).N() {
				measured := k.UnitSpan(i, units)
				s = &measured
			}
			v.Widths[units-1].Widths = append(v.Widths[units-1].Widths, s)
		}
	}
	return v
}

func ruler(k *kit.Kit, i int, viewport float64) Ruler {
	on := k.Ruler(i, viewport)
	r := Ruler{Breakpoint: k.Breakpoints[i].Name, Viewport: viewport, X: round(on.Container.From),
		Width: round(on.Container.Width()), Units: []Rect{}, Before: round(on.Before), After: round(on.After)}
	for _, c := range on.Columns {
		r.Units = append(r.Units, Rect{X: round(c.From), Width: round(c.Width())})
	}
	return r
}
