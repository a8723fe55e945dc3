package main

import (
	"math"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	"github.com/spf13/cobra"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/page"
)

// maxViewport is the widest viewport, in px, a plan is made for.
const maxViewport = 20000

func planCommand() *cobra.Command {
	var name string
	var width float64
	c := &cobra.Command{
		Use:   "plan FILE --page NAME --width PX",
		Short: "Print where every box of a page is in a viewport of that width, as JSON",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			_, pg, k, err := readPage(c, args[0], name)
			if err != nil {
				return err
			}
			if !(width >= 1 && width <= maxViewport) {
				return fault.New("--width", width, "a viewport width of 1 to %d px", maxViewport)
			}
			report := newPlanReport(k, pg, layout.Make(k, pg, width))
			return json.MarshalWrite(c.OutOrStdout(), report, jsontext.WithIndent("  "))
		},
	}
	c.Flags().StringVar(&name, "page", "", "the page's name or id; needed when there are several")
	c.Flags().Float64Var(&width, "width", 0, "the viewport's width in CSS px")
	_ = c.MarkFlagRequired("width")
	return c
}

// A planReport is the plan as the command prints it: x and y from the page's top
// left corner, in CSS px; lines and units counted from 1, 0 where there are none.
type planReport struct {
	Page       string     `json:"page"`
	Width      float64    `json:"width"`
	Breakpoint string     `json:"breakpoint"`
	Boxes      []planBox  `json:"boxes"`
	Lines      []planLine `json:"lines"`
}

type planBox struct {
	ID     string    `json:"id"`
	Kind   page.Kind `json:"kind"`
	X      float64   `json:"x"`
	Y      float64   `json:"y"`
	Width  float64   `json:"width"`
	Height float64   `json:"height"`
	Line   int       `json:"line"`
	Unit   int       `json:"unit"`
	Units  int       `json:"units"`
	Shown  bool      `json:"shown"`
}

type planLine struct {
	Row     string `json:"row"`
	Line    int    `json:"line"`
	Spent   int    `json:"spent"`
	Unspent int    `json:"unspent"`
}

func newPlanReport(k *kit.Kit, pg *page.Page, plan *layout.Plan) planReport {
	r := planReport{Page: pg.Name, Width: plan.Width, Breakpoint: k.Breakpoints[plan.Breakpoint].Name}
	for _, b := range plan.Boxes {
		r.Boxes = append(r.Boxes, planBox{b.ID, b.Kind, px(b.X), px(b.Y), px(b.Width), px(b.Height), b.Line, b.Unit, b.Units, b.Shown})
	}
	for _, l := range plan.Lines {
		r.Lines = append(r.Lines, planLine{l.Row, l.Line, l.Spent, l.Unspent})
	}
	return r
}

// px rounds away what is only the noise of binary fractions.
func px(v float64) float64 { return math.Round(v*1e4) / 1e4 }
