package project

import (
	"bytes"
	"encoding/xml"
	"errors"
	"fmt"
	"image"
	_ "image/jpeg" // read for its size
	_ "image/png"  // read for its size
	"io"
	"math"
	"path"
	"strconv"
	"strings"
	"unicode"

	_ "golang.org/x/image/webp" // read for its size

	"kitrows/internal/grid/fault"
	"kitrows/internal/read/trace"
)

// A Picture is an image file kept in the project.
type Picture struct {
	ID   string `json:"id"`
	File string `json:"file" doc:"The name it is taken away under, such as mark.svg."`
	Type string `json:"type" enum:"image/svg+xml,image/png,image/jpeg,image/webp"`
	Data File   `json:"data" doc:"The file itself, in base64."`
}

// Versioned is the picture's id with a query that is another for each content: what is had from such an address may be
// kept.
func (p *Picture) Versioned() string { return p.ID + "?" + p.Version() }

// Version is a text that is another for each content of the picture.
func (p *Picture) Version() string { return p.Data.Digest() }

// signatures are how the files of each picture type begin; SVG is text.
var signatures = map[string]string{
	"image/svg+xml": "<",
	"image/png":     "\x89PNG\r\n\x1a\n",
	"image/jpeg":    "\xff\xd8\xff",
	"image/webp":    "RIFF",
}

const kinds = "image/svg+xml, image/png, image/jpeg or image/webp"

// devices are names that no file has on some systems.
var devices = map[string]bool{"con": true, "prn": true, "aux": true, "nul": true, "com1": true, "com2": true,
	"com3": true,
	"com4": true, "com5": true, "com6": true, "com7": true, "com8": true, "com9": true, "lpt1": true, "lpt2": true,
	"lpt3": true,
	"lpt4": true, "lpt5": true, "lpt6": true, "lpt7": true, "lpt8": true, "lpt9": true}

var endings = map[string]string{"image/svg+xml": ".svg", "image/png": ".png", "image/jpeg": ".jpg",
	"image/webp": ".webp"}

// NewPicture makes a picture of a file, without an id, and gives its natural width
// and height in px. It refuses what is no picture of a type that pages may show.
func NewPicture(file string, data []byte) (pic *Picture, width, height int, err error) {
	return newPicture(file, data, MaxPicture)
}

// NewDesign makes a picture of the file of a finished design, without an id. That may be larger than what pages show,
// and is a PNG, JPEG or WebP file.
func NewDesign(file string, data []byte) (*Picture, error) {
	if _, err := trace.Read(data); err != nil {
		return nil, err
	}
	pic, _, _, err := newPicture(file, data, MaxDesign)
	return pic, err
}

func newPicture(file string, data []byte, most int) (pic *Picture, width, height int, err error) {
	pic = &Picture{Data: NewFile(data)}
	for kind, start := range signatures {
		if bytes.HasPrefix(bytes.TrimSpace(data), []byte(start)) {
			pic.Type = kind
		}
	}
	if pic.Type == "" {
		return nil, 0, 0, fault.New("data", fmt.Sprintf("%d bytes", len(data)), "a picture file: %s", kinds)
	}
	if len(data) > most {
		return nil, 0, 0, fault.New("data", fmt.Sprintf("%d bytes", len(data)), "a picture of at most %d KiB", most>>10)
	}
	width, height, err = pic.Size()
	if err != nil || width < 1 || height < 1 || width > 20000 || height > 20000 {
		return nil, 0, 0, fault.New("data", file, "a picture that says how large it is, up to 20000 px either way")
	}
	pic.File = plainFile(file, endings[pic.Type])
	return pic, width, height, pic.check()
}

// Size is a picture's natural size in px, from the first bytes of its file.
func (pic *Picture) Size() (width, height int, err error) {
	if pic.Type == "image/svg+xml" {
		return svgSize(pic.Data.String())
	}
	c, _, err := image.DecodeConfig(strings.NewReader(pic.Data.String()))
	return c.Width, c.Height, err
}

// svgSize is the size an SVG drawing says it has, or its view box does.
func svgSize(drawing string) (width, height int, err error) {
	d := xml.NewDecoder(strings.NewReader(drawing))
	for {
		token, err := d.Token()
		if err != nil {
			return 0, 0, err
		}
		root, ok := token.(xml.StartElement)
		if !ok {
			continue
		}
		if root.Name.Local != "svg" {
			return 0, 0, io.ErrUnexpectedEOF
		}
		var w, h float64
		var box []string
		for _, a := range root.Attr {
			switch a.Name.Local {
			case "width":
				w, _ = strconv.ParseFloat(strings.TrimSuffix(a.Value, "px"), 64)
			case "height":
				h, _ = strconv.ParseFloat(strings.TrimSuffix(a.Value, "px"), 64)
			case "viewBox":
				box = strings.FieldsFunc(a.Value, func(r rune) bool { return r == ' ' || r == ',' })
			}
		}
		if (w == 0 || h == 0) && len(box) == 4 {
			var errW, errH error
			w, errW = strconv.ParseFloat(box[2], 64)
			h, errH = strconv.ParseFloat(box[3], 64)
			err = errors.Join(errW, errH)
		}
		if !(w < 1e6 && h < 1e6) {
			return 0, 0, errors.New("no size")
		}
		return int(math.Round(w)), int(math.Round(h)), err
	}
}

// plainFile is a file name of letters, digits and hyphens with that ending.
func plainFile(file, ending string) string {
	base := path.Base(strings.ReplaceAll(file, "\\", "/"))
	base = strings.TrimSuffix(base, path.Ext(base))
	base = strings.Join(strings.FieldsFunc(strings.ToLower(base), func(r rune) bool {
		return !(r >= 'a' && r <= 'z' || r >= '0' && r <= '9')
	}), "-")
	if base == "" || devices[base] {
		base = "picture"
	}
	return base[:min(len(base), 40)] + ending
}

// TakeIn finds a picture's file among the project's, or adds the picture with an
// id and a file name that are free, and gives the project and its id there. The
// project is as it was when it has the file.
func (p *Project) TakeIn(pic *Picture) (*Project, string) {
	for _, had := range p.Pictures {
		if had.Type == pic.Type && had.Data == pic.Data {
			return p, had.ID
		}
	}
	added, c := *pic, *p
	ending := path.Ext(pic.File)
	base := strings.TrimSuffix(pic.File, ending)
	if added.ID == "" {
		added.ID = base
	}
	taken := func() bool {
		for _, had := range p.Pictures {
			if had.ID == added.ID || strings.EqualFold(had.File, added.File) {
				return true
			}
		}
		return false
	}
	id := added.ID
	for n := 2; taken(); n++ {
		added.ID = id + "-" + strconv.Itoa(n)
		added.File = base + "-" + strconv.Itoa(n) + ending
	}
	c.Pictures = append(c.Pictures[:len(c.Pictures):len(c.Pictures)], &added)
	return &c, added.ID
}

func (pic *Picture) check() error {
	start, known := signatures[pic.Type]
	if !known {
		return fault.New("type", pic.Type, kinds)
	}
	if !strings.HasPrefix(strings.TrimSpace(pic.Data.String()), start) {
		return fault.New("data", fmt.Sprintf("%d bytes", pic.Data.Len()), "a file of type %s", pic.Type)
	}
	base, plain := strings.CutSuffix(strings.ToLower(pic.File), endings[pic.Type])
	if !plain && pic.Type == "image/jpeg" {
		base, plain = strings.CutSuffix(base, ".jpeg")
	}
	if len(pic.File) > 80 || !plain || base == "" || strings.ContainsFunc(base, func(c rune) bool {
		return !unicode.IsLetter(c) && !unicode.IsMark(c) && !unicode.IsDigit(c) && c != '-' && c != '_' && c != '.'
	}) || strings.HasPrefix(base, ".") || devices[strings.SplitN(base, ".", 2)[0]] {
		return fault.New("file", pic.File, "a file name of letters, digits, hyphens and dots that ends in %s",
			endings[pic.Type])
	}
	return nil
}
