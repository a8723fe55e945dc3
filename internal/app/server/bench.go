package server

import (
	"context"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// maxEdit bounds an edit's body, which may hold the picture of a finished design in base64.
const maxEdit = 12 << 20

// PagePath is a page's address, and how the client looks at it.
type PagePath struct {
	ProjectPath
	Page string   `path:"page" maxLength:"48"`
	Lane []string `query:"lane,explode" maxItems:"8" doc:"Lane widths, such as wide:1000; the others are the kit's own."`
	Ends bool     `query:"ends" doc:"Label the ends of containers and rows in the code."`

	Designs bool `query:"designs" doc:"Draw lanes over the page's finished designs, at the widths of these."`

	Stamp int64 `query:"stamp" doc:"The stamp of the client's Bench; with another one the answer is complete."`
}

// view reads how the client looks at the Bench.
func (in *PagePath) view() (bench.View, error) {
	view := bench.View{Lanes: map[string]float64{}, Ends: in.Ends, Designs: in.Designs}
	for _, lane := range in.Lane {
		name, px, _ := strings.Cut(lane, ":")
		width, err := strconv.ParseFloat(px, 64)
		if err != nil || !(width >= 1 && width <= 20000) {
			return view, fault.New("lane", lane, "a breakpoint and a width in px such as wide:1000")
		}
		view.Lanes[name] = width
	}
	return view, nil
}

// Made names the revision it was made on.
type Made struct {
	Revision int    `json:"revision" doc:"The revision it was made on. Edits of nodes apply to the newest one too."`
	Deed     string `json:"deed,omitempty" maxLength:"64" doc:"Identifies the change: sent again, it is not made again."`
}

func (m Made) store() store.Made {
	return store.Made{Revision: m.Revision, Deed: m.Deed, Newest: true}
}

// An Edit is an operation on the page.
type Edit struct {
	Made
	Operation edit.Operation `json:"operation"`
}

// readTime bounds how long the texts in an edit are read, before it is made.
const readTime = 1500 * time.Millisecond

// read gives the operation on that page, with its texts and pictures read.
func (e *Edit) read(ctx context.Context, s *store.Store, at *PagePath) (edit.Operation, error) {
	var p *project.Project
	if e.Operation.MakeRows != nil {
		if state, err := s.Load(ctx, at.Project); err == nil { // else it is said when it is made
			p = state.Project
		}
	}
	if e.Operation.BringPage == nil { // of which the steps are bounded
		var end context.CancelFunc
		ctx, end = context.WithTimeout(ctx, readTime)
		defer end()
	}
	e.Operation.Page = at.Page
	return edit.Read(ctx, p, e.Operation)
}

type benchAnswer struct{ Body *bench.Bench }

// An Answer to a change is the Bench after it, whole or as what changed since
// the one the client has.
type Answer struct {
	Whole *bench.Bench `json:"whole,omitempty"`
	Delta *bench.Delta `json:"delta,omitempty"`

	Refused *Problem `json:"refused,omitempty" doc:"Why a previewed edit would be refused."`
}

// A DrawnRecipe is the row a recipe makes, or what is wrong with the recipe.
type DrawnRecipe struct {
	Lanes []bench.Lane `json:"lanes,omitempty" doc:"The row at every breakpoint."`
	Wrong *Wrong       `json:"wrong,omitempty" doc:"What is wrong with a recipe, which may not be typed to its end yet."`
}

type changeAnswer struct {
	Body Answer

	of *bench.Bench // as it is after it
}

// An editRequest is an edit, or one that is only tried.
type editRequest struct {
	PagePath
	Body Edit
}

// Told is all that is told of a page at a revision.
type Told struct {
	Revision int             `json:"revision"`
	Findings []bench.Finding `json:"findings"`
}

// A Mending is an edit that mends what is found, and how much that is.
type Mending struct {
	Operation *edit.Operation `json:"operation,omitempty" doc:"Absent if there is nothing to fix."`
	Fixes     int             `json:"fixes"`
}

type mendingAnswer struct{ Body Mending }

func (v *Server) benchRoutes() {
	const path = "/api/projects/{project}/pages/{page}"
	refusals := []int{http.StatusNotFound, http.StatusConflict, http.StatusRequestEntityTooLarge,
		http.StatusUnprocessableEntity}

	huma.Register(v.api, huma.Operation{
		OperationID: "bench", Method: http.MethodGet, Path: path, Summary: "Everything the Bench draws of a page",
		Errors: []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *PagePath) (*benchAnswer, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		b, _, err := v.bench(ctx, in, state, pg)
		return &benchAnswer{b}, err
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "findings", Method: http.MethodGet, Path: path + "/findings", Summary: "All that is told of the page",
		Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *PagePath) (*struct{ Body Told }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		view := bench.View{Told: true, Content: v.books.of(ctx, in.Project, pg.ID)}
		b, err := bench.Make(ctx, state.Project, pg, state.Revision, view)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		v.file(in.Project, state.Project, b)
		return &struct{ Body Told }{Told{b.Revision, b.Findings}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "mending", Method: http.MethodGet, Path: path + "/mending",
		Summary: "The edit that makes the first fix of every finding of a code, on the page or on all pages",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		ProjectPath
		Page       string `path:"page" maxLength:"48"`
		Code       string `query:"code" required:"true" maxLength:"48"`
		Everywhere bool   `query:"everywhere"`
	}) (*mendingAnswer, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		if in.Everywhere {
			o, fixes := edit.MendEverywhere(state.Project, in.Code)
			return &mendingAnswer{Mending{o, fixes}}, nil
		}
		m := edit.MendAll(state.Project, pg.ID, in.Code)
		return &mendingAnswer{Mending{m.Operation, m.Fixes}}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "benchSince", Method: http.MethodGet, Path: path + "/since/{revision}",
		Summary: "What is other on the Bench than at a revision, or all of it", Errors: []int{http.StatusNotFound,
			http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		Revision int `path:"revision" minimum:"1"`
	}) (*changeAnswer, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		b, had, err := v.bench(ctx, &in.PagePath, state, pg)
		if err != nil {
			return nil, err
		}
		return answerOf(b, had, &in.PagePath, in.Revision), nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "edit", Method: http.MethodPost, Path: path + "/edits", Summary: "Edit the page",
		MaxBodyBytes: maxEdit, Errors: refusals,
	}, func(ctx context.Context, in *editRequest) (*changeAnswer, error) {
		view, err := in.view()
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		preview, _ := v.previews.find(previewKey(&in.PagePath, view, in.Body.Operation))
		o, err := in.Body.read(ctx, v.store, &in.PagePath)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return v.change(ctx, &in.PagePath, in.Body.Revision, preview,
			func(meanwhile store.Meanwhile) (*store.State, *edit.Change, error) {
				return v.store.Edit(ctx, in.Project, in.Body.store(), o, meanwhile)
			})
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "styles", Method: http.MethodGet, Path: path + "/styles",
		Summary: "The stylesheets in which the page's own styles are written", Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		New string `query:"new" maxLength:"200" doc:"A suggested name for a new one."`
	}) (*struct{ Body *bench.Styles }, error) {
		_, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		return &struct{ Body *bench.Styles }{bench.NewStyles(pg, k, in.New)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "words", Method: http.MethodGet, Path: path + "/words",
		Summary: "The classes of the page's kit, and what they do", Errors: []int{http.StatusNotFound},
	}, func(ctx context.Context, in *PagePath) (*struct{ Body []bench.Word }, error) {
		_, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		return &struct{ Body []bench.Word }{bench.Words(pg, k)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "preview", Method: http.MethodPost, Path: path + "/preview",
		Summary:      "What an edit would make of the page, without making it",
		MaxBodyBytes: maxEdit, Errors: refusals,
	}, func(ctx context.Context, in *editRequest) (*changeAnswer, error) {
		view, err := in.view()
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		state, err := v.store.Load(ctx, in.Project)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		key := previewKey(&in.PagePath, view, in.Body.Operation)
		preview := v.preview(key, state.Project)
		defer close(preview.ended)
		o, err := in.Body.read(ctx, v.store, &in.PagePath)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		change, err := edit.Apply(state.Project, o)
		if refused, ok := v.problem(ctx, err).(*Problem); ok && len(refused.Errors) > 0 {
			return &changeAnswer{Body: Answer{Refused: refused}}, nil
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		pg := pageAfter(change)
		view.Content = v.books.of(ctx, in.Project, pg.ID)
		b, err := bench.Make(ctx, change.Project, pg, state.Revision, view)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		answer := v.after(&in.PagePath, state, change, own(b), in.Body.Revision, nil, "preview "+key)
		preview.made, preview.answered = b, answer.of
		return answer, nil
	})

	type step = func(context.Context, string, store.Made, ...store.Meanwhile) (*store.State, *edit.Change, error)
	for id, step := range map[string]step{
		"undo": v.store.Undo, "redo": v.store.Redo,
	} {
		huma.Register(v.api, huma.Operation{
			OperationID: id, Method: http.MethodPost, Path: path + "/" + id, Summary: "Take the history one step: " +
				id,
			MaxBodyBytes: maxEdit, Errors: refusals,
		}, func(ctx context.Context, in *struct {
			PagePath
			Body Made
		}) (*changeAnswer, error) {
			return v.change(ctx, &in.PagePath, in.Body.Revision, nil,
				func(meanwhile store.Meanwhile) (*store.State, *edit.Change, error) {
					return step(ctx, in.Project, in.Body.store(), meanwhile)
				})
		})
	}

	huma.Register(v.api, huma.Operation{
		OperationID: "part", Method: http.MethodGet, Path: path + "/part/{node}",
		Summary: "Nodes with everything in them, as a project file of its own, to be pasted",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		Node string   `path:"node" maxLength:"48"`
		With []string `query:"with,explode" maxItems:"1000" doc:"Others that are copied together with it."`
	}) (*struct {
		ContentType string `header:"Content-Type"`
		Body        []byte
	}, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		part, err := edit.CopyPart(state.Project, pg, append(in.With, in.Node)...)
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct {
			ContentType string `header:"Content-Type"`
			Body        []byte
		}{"application/json", part}, nil
	})
	v.recipeRoutes(path)
	v.measureRoutes(path)
	huma.Register(v.api, huma.Operation{
		OperationID: "why", Method: http.MethodGet, Path: path + "/why/{node}",
		Summary: "Why a container, row or column is as it is",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		Node  string  `path:"node" maxLength:"48"`
		Width float64 `query:"width" required:"true" minimum:"1" maximum:"20000" doc:"The viewport's width in px."`
	}) (*struct{ Body *bench.Why }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		why := bench.Explain(state.Project, pg, v.books.of(ctx, in.Project, pg.ID), in.Node, in.Width)
		if why == nil {
			return nil, newProblem(http.StatusNotFound, "no such container, row or column on this page")
		}
		return &struct{ Body *bench.Why }{why}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "changes", Method: http.MethodGet, Path: path + "/changes",
		Summary: "The viewport widths at which the page's lines change",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *PagePath) (*struct{ Body map[string][]bench.Change }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		changes := bench.Changes(state.Project, pg, v.books.of(ctx, in.Project, pg.ID))
		return &struct{ Body map[string][]bench.Change }{changes}, nil
	})
}

func (v *Server) recipeRoutes(path string) {
	huma.Register(v.api, huma.Operation{
		OperationID: "recipes", Method: http.MethodGet, Path: path + "/recipes",
		Summary: "Row recipes that suit the page's kit",
		Errors:  []int{http.StatusNotFound},
	}, func(ctx context.Context, in *struct {
		PagePath
		Breakpoint string `query:"breakpoint" maxLength:"24" doc:"Where they are drawn."`
	}) (*struct{ Body []bench.Recipe }, error) {
		state, pg, _, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		return &struct{ Body []bench.Recipe }{bench.Recipes(state.Project, pg, in.Breakpoint)}, nil
	})

	huma.Register(v.api, huma.Operation{
		OperationID: "recipe", Method: http.MethodGet, Path: path + "/recipe",
		Summary: "The row a recipe makes, at every breakpoint",
		Errors:  []int{http.StatusNotFound, http.StatusUnprocessableEntity},
	}, func(ctx context.Context, in *struct {
		PagePath
		Text       string `query:"text" maxLength:"400"`
		Breakpoint string `query:"breakpoint" maxLength:"24" doc:"The breakpoint that a recipe without one begins at."`
	}) (*struct{ Body DrawnRecipe }, error) {
		state, pg, k, err := v.find(ctx, in.Project, in.Page)
		if err != nil {
			return nil, err
		}
		if k.Index(in.Breakpoint) < 0 {
			return nil, v.problem(ctx, fault.New("breakpoint", in.Breakpoint, "one of %s", k.BreakpointNames()))
		}
		lanes, err := bench.DrawRecipe(state.Project, pg, in.Text, in.Breakpoint)
		if faults := fault.All(err); len(faults) > 0 {
			wrong := Wrong(*faults[0])
			return &struct{ Body DrawnRecipe }{DrawnRecipe{Wrong: &wrong}}, nil
		}
		if err != nil {
			return nil, v.problem(ctx, err)
		}
		return &struct{ Body DrawnRecipe }{DrawnRecipe{Lanes: lanes}}, nil
	})
}

// find gives a page of a project and its kit; the error is a Problem.
func (v *Server) find(ctx context.Context, projectID, pageID string) (*store.State, *page.Page, *kit.Kit, error) {
	state, err := v.store.Load(ctx, projectID)
	if err != nil {
		return nil, nil, nil, v.problem(ctx, err)
	}
	pg := state.Project.Page(pageID)
	if pg == nil {
		return nil, nil, nil, newProblem(http.StatusNotFound, "no such page; the project has "+
			state.Project.PageNames())
	}
	return state, pg, state.Project.Kit(pg.Kit), nil
}

// change makes a change of a revision, lays out the page it made or changed while
// that is brought on disk, where no preview has done that, and tells the other windows.
func (v *Server) change(
	ctx context.Context, in *PagePath, made int, preview *previewed,
	do func(store.Meanwhile) (*store.State, *edit.Change, error),
) (*changeAnswer, error) {
	view, err := in.view()
	if err != nil {
		return nil, v.problem(ctx, err)
	}
	var b *bench.Bench
	var ended error
	state, change, err := do(func(on *project.Project, c *edit.Change) {
		pg := pageAfter(c)
		view.Content = v.books.of(ctx, in.Project, pg.ID)
		if b = preview.bench(ctx, on, view.Content.Version()); b != nil {
			return
		}
		b, ended = bench.Make(ctx, c.Project, pg, made+1, view)
	})
	if err != nil {
		return nil, v.problem(ctx, err)
	}
	v.filed(ctx, in.Project, change)
	v.changes.tell(in.Project, news{revision: state.Revision})
	if ended != nil {
		return nil, v.problem(ctx, ended)
	}
	return v.after(in, state, change, b, made, preview, ""), nil
}

// after answers with the Bench after a change: as a Delta when the Bench the client
// has is remembered, which is that of a preview where it was shown already. What is only tried is not remembered;
// tried names that.
func (v *Server) after(
	in *PagePath, state *store.State, change *edit.Change, b *bench.Bench, made int, preview *previewed, tried string,
) *changeAnswer {
	view, _ := in.view()
	b.Revision, b.Undo, b.Redo, b.Done, b.Select = state.Revision, state.Undo, state.Redo, change.Summary, change.Select
	v.file(in.Project, state.Project, b)
	b.Stamped(tried)
	key := memoryKey(in.Project, b.Page.ID, view)
	had := preview.seenBy(in.Stamp)
	if had == nil {
		had = v.memory.last(key)
	}
	if tried == "" {
		v.memory.keep(key, b)
	}
	return answerOf(b, had, in, made)
}

// pageAfter is the page to show after a change: the one it made or changed, or
// the project's first when it took that away.
func pageAfter(c *edit.Change) *page.Page {
	if pg := c.Project.Page(c.Page); pg != nil {
		return pg
	}
	return c.Project.Pages[0]
}

// bench makes the Bench of a page, and gives the one that was answered last as well; nil where none is known.
func (v *Server) bench(ctx context.Context, in *PagePath, state *store.State, pg *page.Page) (b, had *bench.Bench,
	err error) {
	view, err := in.view()
	if err != nil {
		return nil, nil, v.problem(ctx, err)
	}
	view.Content = v.books.of(ctx, in.Project, pg.ID)
	if b, err = bench.Make(ctx, state.Project, pg, state.Revision, view); err != nil {
		return nil, nil, v.problem(ctx, err)
	}
	b.Undo, b.Redo = state.Undo, state.Redo
	v.file(in.Project, state.Project, b)
	b.Stamped("")
	key := memoryKey(in.Project, pg.ID, view)
	had = v.memory.last(key)
	v.memory.keep(key, b)
	return b, had, nil
}

// answerOf is a Bench as an answer: as what changed since the one that the client has of a page at a revision, if that
// is known.
func answerOf(b, had *bench.Bench, in *PagePath, revision int) *changeAnswer {
	if had != nil && had.Revision == revision && b.Page.ID == in.Page && len(had.Lanes) == len(b.Lanes) &&
		(in.Stamp == 0 || in.Stamp == had.Stamp) {
		return &changeAnswer{Answer{Delta: bench.NewDelta(had, b)}, b}
	}
	return &changeAnswer{Answer{Whole: b}, b}
}
