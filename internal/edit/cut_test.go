package edit

import (
	"bytes"
	"image"
	"image/png"
	"testing"

	"kitrows/internal/grid/design"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

// Pictures that rows need are cut ahead, and are those that the rows get.
func TestRowsCutAhead(t *testing.T) {
	var file bytes.Buffer
	_ = png.Encode(&file, image.NewGray(image.Rect(0, 0, 1080, 40)))
	k := sample.Twelve()
	p := sample.Of(&page.Page{ID: "page", Name: "Page", File: "page.html", Language: "en", Kit: k.ID,
		Body: []*page.Node{}}, k)
	frame := design.Frame{ID: "shore", Type: "picture", X: 40, Y: 24, Width: 300, Height: 16}
	c, err := Apply(p, Operation{Page: "page", Trace: &Trace{File: "d.png", Data: project.NewFile(file.Bytes()),
		Design: design.Design{ID: "wide", Width: 1080, Scale: 1, Frames: []design.Frame{frame}}}})
	if err != nil {
		t.Fatal(err)
	}
	o, err := Read(t.Context(), c.Project, Operation{Page: "page", MakeRows: &MakeRows{}})
	if err != nil {
		t.Fatal(err)
	}
	cuts := o.MakeRows.cuts
	if len(cuts) != 1 {
		t.Fatalf("%d pictures are cut ahead", len(cuts))
	}
	made, err := Apply(c.Project, o)
	if err != nil {
		t.Fatal(err)
	}
	for _, cut := range cuts {
		if last := made.Project.Pictures[len(made.Project.Pictures)-1]; last.Data != cut.Data {
			t.Errorf("the row has another picture: %s", last.File)
		}
	}
	if len(cuts) != 1 {
		t.Error("another one was cut")
	}
}
