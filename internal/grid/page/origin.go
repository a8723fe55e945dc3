package page

import (
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"kitrows/internal/browser/budget"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// An Origin is the file of HTML that a page was read from and is written to: it says what is on the page, and what
// the page's nodes do not tell stays in it. It is never changed.
type Origin struct {
	Text   string     `json:"text,omitzero" doc:"The file, where it is UTF-8."`
	Data   []byte     `json:"data,omitzero" doc:"The file in base64, where it is not UTF-8."`
	Sheets []kit.File `json:"sheets,omitzero" maxItems:"40" doc:"The stylesheets it links besides its kit's, by address."`
	Named  []string   `json:"named,omitzero" maxItems:"40" doc:"The stylesheets a partial is shown with, by address."`
	Mixins string     `json:"mixins,omitzero" maxLength:"1000" doc:"The address of the stylesheet of its mixins."`
	Kept   []Kept     `json:"kept,omitzero" maxItems:"4" doc:"The generated files that are kept up to date."`
	Places []int      `json:"places" doc:"Where the element or text of each node begins in the UTF-8 text, in bytes."`

	made budget.Once
}

// A Kept is a form of code whose files are kept up to date in a place of the folder that a page stands in.
type Kept struct {
	Form  string `json:"form" enum:"scss,less,plain,tsx,jsx"`
	Place string `json:"place" maxLength:"400" doc:"The path of a folder in it; empty for itself."`
}

// CheckPlace refuses a place that is no path of a folder.
func CheckPlace(place string) error {
	hidden := strings.HasPrefix(place, ".") || strings.Contains(place, "/.")
	if place != "" && (!IsPath(place) || hidden) {
		return fault.New("place", place,
			"the path of a folder that is not hidden, such as styles/grid, or nothing for the folder that is worked in")
	}
	return nil
}

// Bounds of a page's file.
const (
	MaxOrigin = 4 << 20 // bytes
	MaxSheets = 40

	MaxAddress = 1000 // bytes, of a stylesheet
)

// NewOrigin is a file with these bytes and the stylesheets that it links.
func NewOrigin(file []byte, sheets []kit.File) *Origin {
	if utf8.Valid(file) {
		return &Origin{Text: string(file), Sheets: sheets}
	}
	return &Origin{Data: file, Sheets: sheets}
}

// With is the file with other bytes.
func (o *Origin) With(file []byte) *Origin {
	next := NewOrigin(file, o.Sheets)
	next.Named, next.Mixins, next.Kept = o.Named, o.Mixins, o.Kept
	return next
}

// Bytes is the file, with the words of the kit where the layout is in mixins; none of a page that is made here.
func (o *Origin) Bytes() []byte {
	switch {
	case o == nil:
		return nil
	case len(o.Data) > 0:
		return o.Data
	}
	return []byte(o.Text)
}

// Address is where the stylesheet is that the page's mixins come to; empty where its layout is in classes. A nil Origin
// is that of a page made here, which has no file.
func (o *Origin) Address() string {
	if o == nil {
		return ""
	}
	return o.Mixins
}

// Styles are the stylesheets that the page links, but for those of its kit.
func (o *Origin) Styles() []kit.File {
	if o == nil {
		return nil
	}
	return o.Sheets
}

// At is where in the file the page's nodes stand, in their order.
func (o *Origin) At() []int {
	if o == nil {
		return nil
	}
	return o.Places
}

// Made keeps what is worked out of the file: what make gives when it is first called and gives no error.
func (o *Origin) Made(make func() (any, error)) (any, error) { return o.made.Do(make) }

// Check refuses a file that is too large, or that has two texts.
func (o *Origin) Check(nodes int) error {
	size := len(o.Text) + len(o.Data)
	switch {
	case len(o.Text) > 0 && len(o.Data) > 0:
		return fault.New("source", "text and data", "one of the two")
	case size > MaxOrigin:
		return fault.New("source", size, "a file of at most %d MiB", MaxOrigin>>20)
	case len(o.Sheets) > MaxSheets:
		return fault.New("source.sheets", len(o.Sheets), "at most %d stylesheets", MaxSheets)
	case len(o.Named) > MaxSheets:
		return fault.New("source.named", len(o.Named), "at most %d stylesheets", MaxSheets)
	case slices.ContainsFunc(o.Named, func(name string) bool { return name == "" || len(name) > MaxAddress }):
		return fault.New("source.named", "an empty or a long one", "addresses of at most %d bytes", MaxAddress)
	case len(o.Mixins) > MaxAddress:
		return fault.New("source.mixins", len(o.Mixins), "an address of at most %d bytes", MaxAddress)
	case len(o.Places) != nodes:
		return fault.New("source.places", len(o.Places), "%d, one for each node of the page", nodes)
	}
	for i, kept := range o.Kept {
		if err := CheckPlace(kept.Place); err != nil {
			return fault.Under(fmt.Sprintf("source.kept[%d]", i), err)
		}
	}
	for _, s := range o.Sheets {
		size += len(s.Text)
	}
	if size > MaxOrigin+kit.MaxSheet {
		return fault.New("source.sheets", size, "at most %d MiB with the stylesheets that it links",
			(MaxOrigin+kit.MaxSheet)>>20)
	}
	return nil
}
