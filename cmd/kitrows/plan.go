package main

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/app/bench"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/ship"
)

func planCommand() *cobra.Command {
	var name, why, key string
	var width float64
	var by measured
	c := &cobra.Command{
		Use:   "plan FILE --page NAME --width PX [--why ID] [--key ATTRIBUTE]",
		Short: "Print where every box of a page is in a viewport of that width, as JSON, or why one is there",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			p, pg, k, err := readPage(c, args[0], name)
			if err != nil {
				return err
			}
			if !(width >= 1 && width <= layout.MaxViewport) {
				return fault.New("--width", width, "a viewport width of 1 to %d px", layout.MaxViewport)
			}
			l, err := by.layout(c, args[0], p, pg, k, width)
			if err != nil {
				return err
			}
			if why != "" {
				explained := bench.ExplainIn(l, p, why, width)
				if explained == nil {
					return fault.New("--why", why, "the id of a container, row or column of %s", pg.Name)
				}
				return writeWhy(c.OutOrStdout(), explained)
			}
			return writeJSON(c.OutOrStdout(), newPlanReport(l, p, l.Plan(width), key))
		},
	}
	c.Flags().StringVar(&name, "page", "", "the page's name or id; needed when there are several")
	c.Flags().Float64Var(&width, "width", 0, "the viewport's width in CSS px")
	c.Flags().StringVar(&why, "why", "", "explain the container, row or column of that id instead")
	c.Flags().StringVar(&key, "key", "",
		"of a page from markup: an attribute whose value, on its element, is printed with every box")
	by.flags(c)
	_ = c.MarkFlagRequired("width")
	return c
}

// writeWhy prints an explanation for people: what each breakpoint says, in
// brackets where it is not in force, and the arithmetic.
func writeWhy(w io.Writer, why *bench.Why) error {
	text := fmt.Sprintf("%s at %s, in a viewport of %v px\n", why.Node, why.Breakpoint, why.Width)
	for _, step := range why.Chain {
		said := []string{}
		for _, s := range step.Said {
			if s.State == layout.Wins {
				said = append(said, s.Text)
			} else {
				said = append(said, "("+s.Text+")")
			}
		}
		if len(said) == 0 {
			said = append(said, "← "+orDefault(step.From))
		}
		text += strings.TrimRight(fmt.Sprintf("  %-10s %-32s %s", orDefault(step.Breakpoint), strings.Join(said, ", "),
			step.Classes), " ") + "\n"
	}
	for _, line := range append(why.Sums, why.Ledgers...) {
		text += "  " + line + "\n"
	}
	for _, f := range why.Findings {
		text += "  " + f.Text + "\n"
	}
	_, err := io.WriteString(w, text)
	return err
}

func orDefault(breakpoint string) string {
	if breakpoint == "" {
		return "default"
	}
	return breakpoint
}

// A planReport is the plan as the command prints it: x and y from the page's top
// left corner, in CSS px; lines and units counted from 1, 0 where there are none.
type planReport struct {
	Page       string      `json:"page"`
	Width      float64     `json:"width"`
	Breakpoint string      `json:"breakpoint"`
	Boxes      []planBox   `json:"boxes"`
	Lines      []planLine  `json:"lines"`
	Findings   []planFound `json:"findings,omitempty"`
	LinesUntil float64     `json:"linesUntil"` // the lines break so in wider viewports up to this one
}

type planBox struct {
	ID        string    `json:"id"`
	Key       string    `json:"key,omitempty"`
	Kind      page.Kind `json:"kind"`
	X         float64   `json:"x"`
	Y         float64   `json:"y"`
	Width     float64   `json:"width"`
	Height    float64   `json:"height"`
	Inside    planInner `json:"content"`
	Line      int       `json:"line"`
	Unit      float64   `json:"unit"`
	Units     float64   `json:"units"`
	Shown     bool      `json:"shown"`
	Estimated bool      `json:"estimated,omitempty"` // it depends on what the plan does not work out
}

// A planInner is a content box: the border box without its padding, or a container's edges.
type planInner struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

type planLine struct {
	Row    string  `json:"row"`
	Line   int     `json:"line"`
	Spent  float64 `json:"spent"`
	Free   float64 `json:"free"`
	Of     string  `json:"of"` // what they are counted in: units, px, or columns
	Ledger string  `json:"ledger"`
	Reason string  `json:"reason,omitempty"` // why the line before it broke
}

// planFound is one thing that is told of a node at the breakpoint.
type planFound struct {
	Code     finding.Code     `json:"code"`
	Severity finding.Severity `json:"severity"`
	Node     string           `json:"node"`
	Text     string           `json:"text"`
}

func newPlanReport(l *layout.Layout, p *project.Project, plan *layout.Plan, key string) planReport {
	r := planReport{Page: l.Page().Name, Width: plan.Width, Breakpoint: l.Kit().Breakpoints[plan.Breakpoint].Name,
		LinesUntil: px(plan.Until)}
	for _, b := range plan.Boxes {
		r.Boxes = append(r.Boxes,
			planBox{b.ID, l.Foreign().Attribute(l.Node(b.Node), key), b.Kind, px(b.X), px(b.Y), px(b.Width),
				px(b.Height),
				planInner{px(b.X + b.Before), px(b.Y), px(b.Width - b.Before - b.After), px(b.Height)}, b.Line,
				px(b.Unit), px(b.Units), b.Shown, b.Estimated})
	}
	for _, line := range plan.Lines {
		of := "units"
		if line.InPx() {
			of = "px"
		} else if line.Row.PerLine > 0 {
			of = "columns"
		}
		r.Lines = append(r.Lines,
			planLine{line.Row.ID, line.Line, px(line.Spent()), px(line.Free()), of, line.String(), line.Reason()})
	}
	for _, f := range check.Of(l, ship.Checked(l, p)) {
		if len(f.Breakpoints) == 0 || slices.Contains(f.Breakpoints, r.Breakpoint) {
			r.Findings = append(r.Findings, planFound{f.Code, f.Severity, f.Node, f.Text})
		}
	}
	return r
}

// px rounds away what is only the noise of binary fractions.
func px(v float64) float64 { return math.Round(v*1e4) / 1e4 }
