package main

import (
	"io"
	"math"

	"github.com/spf13/cobra"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/fault"
	"kitrows/internal/project"
	"kitrows/internal/read/trace"
)

// tracing is how a picture is traced.
type tracing struct {
	kitFile string
	frames  string
	scale   float64
	findKit bool
}

func traceCommand() *cobra.Command {
	var o tracing
	c := &cobra.Command{
		Use:   "trace PICTURE [--kit FILE] [--frames FILE] [--scale N] [--find-kit]",
		Short: "Print the frames of a finished design's picture, and the units of a kit that they take, as JSON",
		Long: "Print the frames that a picture of a finished design shows: what stands beside and above one another,\n" +
			"parted by empty bands; or those of a file, which were drawn over it: a list such as\n" +
			`[{"x": 54, "y": 20, "width": 620, "height": 300}]` + " in CSS px. With --kit each has the units that it\n" +
			"takes at the breakpoint of the picture's width, the empty ones before it, and by how many px it is off them.\n" +
			"With --find-kit the grids are listed that fit the frames best. PICTURE is a PNG, JPEG or WebP file, or -.\n" +
			"--scale is how many px it has for each CSS px.",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			if !(o.scale >= 0.25 && o.scale <= 8) {
				return fault.New("--scale", o.scale, "a number of px of 0.25 to 8")
			}
			report, err := o.report(c, args[0])
			if err != nil {
				return err
			}
			return writeJSON(c.OutOrStdout(), report)
		},
	}
	c.Flags().StringVar(&o.kitFile, "kit", "",
		"the kit that frames are measured by: its own file, or a project file with one")
	c.Flags().StringVar(&o.frames, "frames", "", "a file of the frames that were drawn over the picture")
	c.Flags().Float64Var(&o.scale, "scale", 1, "how many px of the picture are one CSS px")
	c.Flags().BoolVar(&o.findKit, "find-kit", false, "list the grids that fit the frames best")
	return c
}

func (o *tracing) report(c *cobra.Command, name string) (*traceReport, error) {
	picture, err := readFile(c, name, func(r io.Reader) (*trace.Picture, error) {
		b, err := io.ReadAll(io.LimitReader(r, trace.MaxFile+1))
		if err != nil {
			return nil, err
		}
		return trace.Read(b)
	})
	if err != nil {
		return nil, err
	}
	report := &traceReport{Width: float64(picture.Bounds().Dx()) / o.scale,
		Height: float64(picture.Bounds().Dy()) / o.scale}
	var frames []design.Frame
	if o.frames != "" {
		frames, err = readFile(c, o.frames, readFrames)
	} else {
		frames = picture.Frames(o.scale)
	}
	if err != nil {
		return nil, err
	}
	if o.findKit {
		if report.Grids = trace.GridsOf(frames, o.frames != ""); report.Grids == nil {
			report.Grids = []trace.Grid{}
		}
	}
	if o.kitFile == "" {
		report.Frames = frames
		return report, nil
	}
	k, err := readKit(c, o.kitFile)
	if err != nil {
		return nil, err
	}
	i := k.BreakpointAt(report.Width)
	report.Breakpoint = k.Breakpoints[i].Name
	report.Frames = placedFrames(trace.Ruler{Kit: k, At: i, V: report.Width}.Place(frames))
	return report, nil
}

// readFrames reads a list of frames. Where none has others in it, they are put into those that hold them.
func readFrames(r io.Reader) ([]design.Frame, error) {
	b, err := io.ReadAll(io.LimitReader(r, project.MaxBytes))
	if err != nil {
		return nil, err
	}
	var frames []design.Frame
	if err := project.DecodeStrict(b, &frames); err != nil {
		return nil, err
	}
	frames = design.Arranged(frames)
	return frames, design.CheckFrames(frames)
}

// traceReport is what is printed of a picture, in CSS px.
type traceReport struct {
	Width      float64      `json:"width"`
	Height     float64      `json:"height"`
	Breakpoint string       `json:"breakpoint,omitzero"`
	Frames     any          `json:"frames"` // with the units of a kit or without
	Grids      []trace.Grid `json:"grids,omitzero"`
}

// placedFrame is a frame with the units that it takes of what is around it.
type placedFrame struct {
	design.Frame
	Unit   int           `json:"unit"` // the first, from 1
	Take   int           `json:"take"`
	Skip   int           `json:"skip"` // units that are empty before it on its line
	Of     int           `json:"of"`   // how many there are
	Off    float64       `json:"off"`  // px, how far it is off them
	From   float64       `json:"from"` // px, where these units begin
	To     float64       `json:"to"`   // and end
	Frames []placedFrame `json:"frames,omitempty"`
}

func placedFrames(placed []trace.Placed) []placedFrame {
	all := []placedFrame{}
	for _, p := range placed {
		one := placedFrame{Frame: p.Frame, Unit: p.Unit, Take: p.Take, Skip: p.Skip, Of: p.Of,
			Off: cents(p.Off()), From: cents(p.At.From), To: cents(p.At.To)}
		if len(p.In) > 0 {
			one.Frames = placedFrames(p.In)
		}
		all = append(all, one)
	}
	return all
}

// cents is a length to a hundredth of a px.
func cents(px float64) float64 { return math.Round(px*100) / 100 }
