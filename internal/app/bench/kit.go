package bench

import (
	"fmt"
	"math"
	"strings"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
)

// A KitView is everything the Kit screen draws of a kit, kept or being changed.
type KitView struct {
	Kit      *kit.Kit    `json:"kit"`
	Kits     []Ref       `json:"kits" doc:"The project's kits."`
	Users    []PageRef   `json:"users" doc:"The pages that use it."`
	Facts    []kit.Facts `json:"facts"`
	Rulers   []Ruler     `json:"rulers" doc:"One for every breakpoint, in order."`
	Cells    []KitCells  `json:"cells" doc:"What is typed for each breakpoint, one for every breakpoint."`
	Widths   []UnitRow   `json:"widths" doc:"What 1 to N units measure."`
	Kinds    []Kind      `json:"kinds" doc:"How wide each kind of container is."`
	Names    []Name      `json:"names" doc:"What everything it writes is called."`
	Naming   string      `json:"naming" doc:"The id of the preset that names it so; empty when none does."`
	Presets  []Ref       `json:"presets" doc:"The ways of naming everything at once."`
	Sheet    *SheetView  `json:"sheet,omitempty" doc:"What was read of its stylesheet, where one was brought in."`
	Fixed    bool        `json:"fixed" doc:"It follows an imported stylesheet: its numbers cannot be changed."`
	Warnings []string    `json:"warnings" doc:"What is probably not meant, and at which widths."`
	Newest   int         `json:"newest" doc:"The newest revision of this kit in the library; 0 if not from there."`
}

// A Kind is a kind of container, with its outer width at both ends of every breakpoint.
type Kind struct {
	Name   string     `json:"name"`
	Class  string     `json:"class"`
	Widths []kit.Span `json:"widths"`
}

// A Name is one template of a kit.
type Name struct {
	Field    string   `json:"field"`
	About    string   `json:"about" doc:"What it names, in a few words."`
	Template string   `json:"template"`
	Samples  []string `json:"samples" doc:"What it writes at the first breakpoint and at the last, as it stands in a tag."`
	Optional bool     `json:"optional" doc:"It may be empty: then what it names is not available."`
}

// names lists a kit's templates with what they write.
func names(k *kit.Kit) (all []Name) {
	last := len(k.Breakpoints) - 1
	for _, t := range k.Naming.Templates() {
		n := Name{Field: t.Field, About: page.PhraseNamed(t.Field).Label, Template: string(t.Template), Samples: []string{},
			Optional: t.Optional}
		value := "3"
		switch {
		case t.Field == "part":
			value = "1-3"
		case t.Field == "spread":
			value = "between"
		case !t.Numbers && len(t.Words) > 0:
			value = t.Words[0]
		}
		for _, i := range []int{0, last} {
			if t.Template == "" || t.Later && i == 0 || i > 0 && !t.Stepped || len(n.Samples) > 0 && i == 0 {
				continue
			}
			n.Samples = append(n.Samples, (&vocab.Word{Text: k.Write(t.Template, value, "", i)}).String())
		}
		all = append(all, n)
	}
	return all
}

// kinds lists a kit's kinds of container.
func kinds(k *kit.Kit) (all []Kind) {
	add := func(f page.Frame) {
		if f.Check(k) != nil {
			return
		}
		name := f.String()
		value, from := f.Value(k)
		kind := Kind{Name: strings.ToUpper(name[:1]) + name[1:], Widths: []kit.Span{}}
		if word := infer.Vocabulary(k).Saying(page.Container, page.Frames, value, from); word != nil {
			kind.Class = word.String()
		}
		for i := range k.Breakpoints {
			low, high, bounded := k.Range(i)
			holder := f.HolderAt(k, i)
			span := kit.Span{From: k.Frame(i, low, holder).Outer.Px}
			if limit, limited := k.Limit(i, holder); !bounded && limited {
				high, bounded = max(limit, low), true
			}
			if bounded {
				span.To = k.Frame(i, high, holder).Outer.Px
			}
			kind.Widths = append(kind.Widths, span)
		}
		all = append(all, kind)
	}
	add(page.FixedFrame)
	add(page.FluidFrame)
	for _, b := range k.Breakpoints[1:] {
		add(page.FluidBelow(b.Name))
	}
	add(page.CappedFrame)
	return all
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
	After      float64 `json:"after" doc:"And at its right."`
}

// KitCells are a breakpoint's own numbers as they are typed; an empty text is carried.
type KitCells struct {
	From      string `json:"from"`
	Container string `json:"container"`
	Content   string `json:"content" doc:"The width of what is in a fixed container; empty of others."`
	Columns   string `json:"columns"`
	Gutter    string `json:"gutter"`
	RowGutter string `json:"rowGutter"`
	Edge      string `json:"edge"`
}

// A UnitRow is what so many units measure at each breakpoint; nothing where there are fewer
// units. Of uneven columns they are the first ones.
type UnitRow struct {
	Units  int         `json:"units"`
	Widths []*kit.Span `json:"widths"`
}

// NewKitView draws a kit of a project.
func NewKitView(p *project.Project, k *kit.Kit) *KitView {
	v := &KitView{Kit: k, Kits: []Ref{}, Users: []PageRef{}, Facts: k.Facts(), Kinds: kinds(k), Names: names(k),
		Sheet: NewSheetView(k, infer.Of(k)), Fixed: k.IsFixed(),
		Naming: k.Naming.Preset(), Warnings: warnings(k)}
	for _, p := range kit.Presets() {
		v.Presets = append(v.Presets, Ref{p.ID, p.Name})
	}
	for _, other := range p.Kits {
		name := other.Name
		if other.ID == k.ID {
			name = k.Name
		}
		v.Kits = append(v.Kits, Ref{other.ID, name})
	}
	for _, pg := range p.Pages {
		if pg.Kit == k.ID {
			v.Users = append(v.Users, PageRef{ID: pg.ID, Name: pg.Name, File: pg.File})
		}
	}
	most := 0
	for i, b := range k.Breakpoints {
		v.Rulers = append(v.Rulers, NewRuler(k, i, b.Lane.Px()))
		cells := KitCells{From: b.From.String(), Container: b.Container.String()}
		if outer, fixed := b.Container.Width(); fixed {
			cells.Content = kit.Px(math.Round(100*(outer-2*k.EdgeOf(i, measure.Plain(outer)).Px)) / 100).String()
		}
		if i == 0 {
			cells.Columns, cells.Gutter, cells.RowGutter = k.Columns.String(), k.Gutter.String(), k.RowGutter.String()
			cells.Edge = k.Edge.String()
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
		if b.Edge != nil {
			cells.Edge = b.Edge.String()
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

// NewRuler draws a kit's grid at breakpoint i in a viewport of so many px.
func NewRuler(k *kit.Kit, i int, viewport float64) Ruler {
	on := k.Ruler(i, viewport)
	r := Ruler{Breakpoint: k.Breakpoints[i].Name, Viewport: viewport, X: round(on.Container.From),
		Width: round(on.Container.Width()), Units: []Rect{}, Before: round(on.Before), After: round(on.After)}
	for _, c := range on.Columns {
		r.Units = append(r.Units, Rect{X: round(c.From), Width: round(c.Width())})
	}
	return r
}

// warnings tell at which widths a kit's columns have no room.
func warnings(k *kit.Kit) []string {
	all := []string{}
	for i, b := range k.Breakpoints {
		low, _, bounded := k.Range(i)
		upTo, is := k.Cramped(i)
		if !is || k.IsFixed() {
			continue
		}
		to := fmt.Sprintf("from %s to %s px", kit.Number(low), kit.Number(upTo))
		if _, high, _ := k.Range(i); bounded && upTo >= high {
			to = "everywhere"
		}
		all = append(all, fmt.Sprintf("At %s, %s, a column of one unit has no room beside gutters of %s px. Columns "+
			"that take full lines are right.",
			b.Name, to, kit.Figure(k.FactsAt(i, low).Gutter)))
	}
	return all
}
