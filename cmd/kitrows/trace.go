package main

import (
	"io"
	"math"
	"slices"

	"github.com/spf13/cobra"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/read/trace"
)

// tracing is how a picture is traced.
type tracing struct {
	kitFile string
	scale   float64
	findKit bool
}

func traceCommand() *cobra.Command {
	var o tracing
	c := &cobra.Command{
		Use:   "trace PICTURE [--kit FILE] [--scale N] [--find-kit]",
		Short: "Print the frames that a picture of a finished design shows, and the units of a kit that they take, as JSON",
		Long: "Print the frames that a picture of a finished design shows: what stands beside and above one another, parted\n" +
			"by empty bands. With --kit each has the units that it takes at the breakpoint of the picture's width, and by how\n" +
			"many px it is off them. With --find-kit the grids are listed that fit the frames best. PICTURE is a PNG, JPEG or\n" +
			"WebP file, or -. --scale is how many px it has for each CSS px.",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			if !(o.scale >= 0.25 && o.scale <= 8) {
				return fault.New("--scale", o.scale, "a number of px of 0.25 to 8")
			}
			picture, err := readFile(c, args[0], func(r io.Reader) (*trace.Picture, error) {
				b, err := io.ReadAll(io.LimitReader(r, trace.MaxFile+1))
				if err != nil {
					return nil, err
				}
				return trace.Read(b)
			})
			if err != nil {
				return err
			}
			report := traceReport{Width: float64(picture.Bounds().Dx()) / o.scale,
				Height: float64(picture.Bounds().Dy()) / o.scale}
			found := picture.Frames(o.scale)
			var columns []kit.Stretch
			if o.kitFile != "" {
				k, err := readKit(c, o.kitFile)
				if err != nil {
					return err
				}
				i := k.BreakpointAt(report.Width)
				report.Breakpoint, columns = k.Breakpoints[i].Name, k.Ruler(i, report.Width).Columns
			}
			report.Frames = framesOf(found, columns)
			if o.findKit {
				report.Grids = trace.GridsOf(trace.Flat(found), false)
				if report.Grids == nil {
					report.Grids = []trace.Grid{}
				}
			}
			return writeJSON(c.OutOrStdout(), report)
		},
	}
	c.Flags().StringVar(&o.kitFile, "kit", "",
		"the kit that frames are measured by: its own file, or a project file with one")
	c.Flags().Float64Var(&o.scale, "scale", 1, "how many px of the picture are one CSS px")
	c.Flags().BoolVar(&o.findKit, "find-kit", false, "list the grids that fit the frames best")
	return c
}

// traceReport is what is printed of a picture, in CSS px.
type traceReport struct {
	Width      float64       `json:"width"`
	Height     float64       `json:"height"`
	Breakpoint string        `json:"breakpoint,omitzero"`
	Frames     []tracedFrame `json:"frames"`
	Grids      []trace.Grid  `json:"grids,omitempty"`
}

// tracedFrame is a frame with the units that it takes, those of the page.
type tracedFrame struct {
	trace.Frame
	Skip *int          `json:"skip,omitempty"` // units that are empty before it on its line
	Span *trace.Span   `json:"span,omitempty"`
	Off  *float64      `json:"off,omitempty"` // px, how far it is off them
	In   []tracedFrame `json:"in,omitempty"`
}

// framesOf are frames with the units that they take of columns; without, where there are none.
func framesOf(found []trace.Found, columns []kit.Stretch) []tracedFrame {
	all := []tracedFrame{}
	for _, f := range found {
		one := tracedFrame{Frame: f.Frame, In: framesOf(f.In, columns)}
		if len(columns) > 0 {
			span := trace.SpanOf(f.Frame, columns)
			off, skip := math.Round(span.Off()*100)/100, span.Unit-1
			for _, before := range all { // those that stand on its line
				if before.Y < f.Y+f.Height && f.Y < before.Y+before.Height && before.X < f.X {
					skip = min(skip, max(0, span.Unit-before.Span.Unit-before.Span.Take))
				}
			}
			one.Span, one.Off, one.Skip = &span, &off, &skip
		}
		all = append(all, one)
	}
	return slices.Clip(all)
}
