package paper

import "kitrows/internal/grid/fault"

// high is how high an SVG is, in px.
const high = 800

// A File is a drawing as it is saved.
type File struct {
	Name string // after the kit and, of one breakpoint, that
	Type string // its media type
	Data []byte
}

// File draws a sheet as pdf, svg, png or css. How it is printed matters to the first alone.
func (s *Sheet) File(as string, p Print) (f File, err error) {
	f.Name = s.Kit.ID
	if len(s.Rulers) == 1 && as != "css" {
		f.Name += "-" + s.Kit.Breakpoints[s.Rulers[0].Index].Name
	}
	f.Name += "." + as
	switch as {
	case "pdf":
		f.Type = "application/pdf"
		f.Data, err = s.PDF(p)
	case "svg":
		f.Type, f.Data = "image/svg+xml", []byte(s.SVG(high))
	case "png":
		f.Type = "image/png"
		f.Data, err = s.Tile()
	case "css":
		f.Type, f.Data = "text/css; charset=utf-8", []byte(Background(s.Kit))
	default:
		err = fault.New("as", as, "pdf, svg, png or css")
	}
	return f, err
}
