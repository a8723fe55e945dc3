package main

import (
	"bufio"
	"context"
	"embed"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

var tag = regexp.MustCompile(`<[a-z][a-z0-9]*`)

//go:embed pages/*.html
var pages embed.FS

// documents prints pages with their stylesheets in them and their plans: those that were written by hand, and so many
// random ones.
func documents(out *bufio.Writer, random int, seed uint64) {
	files, err := pages.ReadDir("pages")
	if err != nil {
		panic(err)
	}
	for _, f := range files {
		text, err := pages.ReadFile("pages/" + f.Name())
		if err != nil {
			panic(err)
		}
		write(out, judged(document{f.Name(), string(text)}))
	}
	for i := range random {
		write(out, judged(document{fmt.Sprintf("seed %d, tangled page %d", seed, i),
			sample.Tangled(sample.New(seed*1_000_000 + uint64(i)))}))
	}
}

// A document is a page with its stylesheet in it.
type document struct{ name, text string }

// judged is a document with its plan: each of its elements is named by a data-node, and boxes that depend on what the
// plan does not work out are marked.
func judged(d document) trial {
	number := 0
	head, body, _ := strings.Cut(d.text, "<body>")
	text := head + "<body>" + tag.ReplaceAllStringFunc(body, func(open string) string {
		number++
		return open + ` data-node="e` + strconv.Itoa(number) + `"`
	})
	o := page.NewOrigin([]byte(text), nil)
	t := trial{Name: d.name, Document: text}
	k := sample.Twelve()
	for _, l := range origin.Links(origin.Document(o)) {
		t.Sheet += l.Text
	}
	read, _, err := infer.Kit(context.Background(), "kit", "Team", []kit.File{{Name: "team.css", Text: t.Sheet}}, nil)
	if err != nil {
		t.Refused = err.Error()
	} else {
		t.Columns = read.Columns.N()
	}
	pg := origin.NewPage("page", "index.html", k, o)
	if err := pg.Check(k, nil); err != nil {
		t.Error = err.Error()
		return t
	}
	l := layout.Of(k, pg)
	t.Doubts = told(l)
	for _, v := range []float64{360, 640, 800, 1024, 1400} {
		plan := plan{Width: v}
		for _, b := range l.Plan(v).Boxes {
			if b.ID = l.Foreign().Attribute(l.Node(b.Node), "data-node"); b.ID != "" {
				plan.Boxes = append(plan.Boxes, b)
			}
		}
		t.Plans = append(t.Plans, plan)
	}
	return t
}
