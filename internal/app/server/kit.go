package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/write/paper"
)

// KitPath is a kit's address.
type KitPath struct {
	ProjectPath
	Kit string `path:"kit" maxLength:"48"`
}

// Drafting is what is tried on a kit: steps, on the kit as it is, as the library has it, or as it is read from
// other files.
type Drafting struct {
	Steps    []kit.Step    `json:"steps" maxItems:"200"`
	Newest   bool          `json:"newest,omitempty" doc:"Start from the kit's newest revision in the library."`
	Imported *kit.Imported `json:"brought,omitempty" doc:"Start from the kit read from these files with these choices."`
}

// A KitDraft is a kit as steps that are not accepted would make it, and what that does.
type KitDraft struct {
	View    *bench.KitView `json:"view,omitempty"`
	Were    []string       `json:"were,omitempty" doc:"What each breakpoint was called before, empty for a new one."`
	Effects []bench.Effect `json:"effects" doc:"What it does to each page that uses the kit."`
	Refused *Problem       `json:"refused,omitempty" doc:"Why the steps cannot be made; nothing else is then."`
}

func (v *Server) kitRoutes() {
	const path = "/api/projects/{project}/kits/{kit}"

	huma.Register(v.api, huma.Operation{
		OperationID: "kit", Method: http.MethodGet, Path: path, Summary: "Everything the Kit screen draws of a kit",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *KitPath) (*struct{ Body *bench.KitView }, error) {
		state, k, err := v.findKit(ctx, in)
		if err != nil {
			return nil, err
		}
		return &struct{ Body *bench.KitView }{v.kitView(ctx, state.Project, k)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "draftKit", Method: http.MethodPost, Path: path + "/draft",
		Summary:      "What steps would make of a kit, and do to the pages that use it, without making them",
		MaxBodyBytes: 2 * kit.MaxSheet,
		Errors:       []int{http.StatusNotFound, http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Body Drafting
	}) (*struct{ Body KitDraft }, error) {
		state, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		draft, err := v.draft(ctx, k, &in.Body)
		var change *edit.Change
		if err == nil {
			change, err = edit.Apply(state.Project, edit.Operation{Page: state.Project.Pages[0].ID,
				ChangeKit: &edit.ChangeKit{Kit: draft.Kit, Were: draft.Were}})
		}
		if refused, ok := v.problem(ctx, err).(*Problem); ok && len(refused.Errors) > 0 {
			return &struct{ Body KitDraft }{KitDraft{Effects: []bench.Effect{}, Refused: refused}}, nil
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body KitDraft }{KitDraft{View: v.kitView(ctx, change.Project, draft.Kit), Were: draft.Were,
			Effects: bench.Effects(state.Project, change, k.ID, draft.Were)}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "moveToKit", Method: http.MethodGet, Path: path + "/move",
		Summary: "What it would do to a page, or to all pages of its kit, to move them to this kit",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Page  string   `query:"page" required:"true" maxLength:"48" doc:"The page's id."`
		Pairs []string `query:"pairs" maxItems:"8" doc:"For each breakpoint of the page's kit, the one that follows it."`
		All   bool     `query:"all" doc:"All pages of that kit are moved."`
	}) (*struct{ Body *bench.Move }, error) {
		state, _, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		var anyway []string // what would be left out is told of each
		for _, pg := range state.Project.Pages {
			anyway = append(anyway, pg.ID)
		}
		change, err := edit.Apply(state.Project, edit.Operation{Page: in.Page,
			UseKit: &edit.UseKit{Kit: in.Kit, Pairs: in.Pairs, All: in.All, Anyway: anyway}})
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		move, err := bench.NewMove(state.Project, change, in.Page, in.Pairs)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body *bench.Move }{move}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "findSpan", Method: http.MethodGet, Path: path + "/find",
		Summary: "The columns nearest to a share, a ratio or a width",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Wanted string  `query:"wanted" required:"true" maxLength:"40" doc:"30%, 1:2 or 280px."`
		Width  float64 `query:"width" required:"true" minimum:"1" maximum:"20000" doc:"The viewport's width in px."`
	}) (*struct{ Body []kit.Find }, error) {
		_, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		wanted, err := kit.ParseWanted(in.Wanted)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []kit.Find }{k.Find(wanted, in.Width)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "pairs", Method: http.MethodGet, Path: path + "/pairs",
		Summary: "All columns and gutters of whole px that make up a container with the kit's edge",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Width      int    `query:"width" required:"true" doc:"The container's outer width in px."`
		Columns    int    `query:"columns" required:"true"`
		Breakpoint string `query:"breakpoint" required:"true" maxLength:"24" doc:"Whose edge it has."`
	}) (*struct{ Body []kit.Pair }, error) {
		_, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		i := k.Index(in.Breakpoint)
		if i < 0 {
			return nil, v.problem(ctx, fault.New("breakpoint", in.Breakpoint, "one of %s", k.BreakpointNames()))
		}
		pairs, err := kit.Pairs(in.Width, in.Columns, k.EdgeAt(i))
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body []kit.Pair }{pairs}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "kitTable", Method: http.MethodPost, Path: path + "/table",
		Summary: "A kit's numbers as text to be copied, with steps made that are not accepted",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		Body struct {
			Steps []kit.Step `json:"steps" maxItems:"200"`
			What  string     `json:"what" enum:"facts,widths" doc:"Its facts at every breakpoint, or what 1 to N units measure."`
			Width float64    `json:"width,omitempty" maximum:"20000" doc:"The viewport in px, of widths."`
			As    string     `json:"as" enum:"text,csv,markdown"`
		}
	}) (*struct {
		Body struct {
			Text string `json:"text"`
		}
	}, error) {
		_, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		draft, err := k.NewDraft(in.Body.Steps)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		table := draft.Kit.FactsTable()
		if in.Body.What == "widths" {
			table = draft.Kit.WidthsTable(max(1, in.Body.Width))
		}
		out := &struct {
			Body struct {
				Text string `json:"text"`
			}
		}{}
		switch in.Body.As {
		case "csv":
			out.Body.Text = table.CSV()
		case "markdown":
			out.Body.Text = table.Markdown()
		default:
			out.Body.Text = table.String()
		}
		return out, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "compareKits", Method: http.MethodGet, Path: path + "/compare",
		Summary: "Another kit beside this one, and what it has otherwise",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		With string `query:"with" required:"true" maxLength:"60" doc:"The id of a kit in the project, or a library source."`
	}) (*struct{ Body KitsCompared }, error) {
		state, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		other := state.Project.Kit(in.With)
		if other == nil {
			if other, err = v.taken(ctx, in.With); err != nil {
				return nil, v.problem(ctx, err)
			}
		}
		return &struct{ Body KitsCompared }{KitsCompared{bench.NewKitView(state.Project, other),
			k.Differences(other)}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "kitFile", Method: http.MethodGet, Path: path + "/file", Summary: "The kit as a file of its own",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *KitPath) (*Download, error) {
		_, k, err := v.findKit(ctx, in)
		if err != nil {
			return nil, err
		}
		b, err := project.EncodeKit(k)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return newDownload(k.ID+".kit.json", "application/json", b), nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "kitSheet", Method: http.MethodGet, Path: path + "/sheet/{as}",
		Summary: "The kit's grid to be printed, or drawn for other tools",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		KitPath
		As         string  `path:"as" enum:"pdf,svg,png,css"`
		Breakpoint string  `query:"breakpoint" maxLength:"24" doc:"One breakpoint; else all."`
		Width      float64 `query:"width" doc:"The viewport in px; else that of the breakpoint's lane."`
		Paper      string  `query:"paper" enum:"a4,letter" default:"a4"`
		Landscape  bool    `query:"landscape"`
		Blank      bool    `query:"blank" doc:"Frames of all breakpoints on one page, to sketch in."`
	}) (*Download, error) {
		_, k, err := v.findKit(ctx, &in.KitPath)
		if err != nil {
			return nil, err
		}
		s, err := paper.Of(k, in.Breakpoint, in.Width)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		file, err := s.File(in.As, paper.Print{Paper: in.Paper, Landscape: in.Landscape, Blank: in.Blank})
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return newDownload(file.Name, file.Type, file.Data), nil
	})
}

// KitsCompared is another kit beside one.
type KitsCompared struct {
	View        *bench.KitView   `json:"view"`
	Differences []kit.Difference `json:"differences"`
}

// A Download is a file that is saved under its name.
type Download struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func newDownload(name, media string, body []byte) *Download {
	return &Download{media, `attachment; filename="` + name + `"`, body}
}

// kitView is what the Kit screen draws of a kit, with the library's newest revision of it.
func (v *Server) kitView(ctx context.Context, p *project.Project, k *kit.Kit) *bench.KitView {
	view := bench.NewKitView(p, k)
	if k.Shared != nil {
		if newest, err := v.store.Newest(ctx, k.Shared.ID); err == nil {
			view.Newest = newest.Shared.Revision
		}
	}
	return view
}

// draft makes what is tried on a kit.
func (v *Server) draft(ctx context.Context, k *kit.Kit, of *Drafting) (*kit.Draft, error) {
	base := &kit.Draft{Kit: k}
	switch {
	case of.Imported != nil:
		again, err := infer.Again(ctx, k, of.Imported.Files, of.Imported.Choices)
		if err != nil {
			return nil, fault.Under("brought", err)
		}
		base = again
	case of.Newest && k.Shared == nil:
		return nil, fault.New("newest", true, "false: this kit is none of the library's")
	case of.Newest:
		next, err := v.store.Newest(ctx, k.Shared.ID)
		if err != nil {
			return nil, err
		}
		next.ID, base.Kit = k.ID, next
	}
	d, err := base.Kit.NewDraft(of.Steps)
	if err == nil && base.Kit != k {
		for i, name := range d.Were {
			at := base.Kit.Index(name)
			switch {
			case at >= 0 && base.Were != nil:
				d.Were[i] = base.Were[at]
			case k.Index(name) < 0:
				d.Were[i] = ""
			}
		}
	}
	return d, err
}

func (v *Server) findKit(ctx context.Context, in *KitPath) (*store.State, *kit.Kit, error) {
	state, err := v.store.Load(ctx, in.Project)
	if err != nil {
		return nil, nil, v.problem(ctx, err)
	}
	k := state.Project.Kit(in.Kit)
	if k == nil {
		return nil, nil, newProblem(http.StatusNotFound,
			fault.New("kit", in.Kit, "the id of one of the project's kits").Error())
	}
	return state, k, nil
}
