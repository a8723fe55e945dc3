package main

import (
	"bufio"
	"context"
	"regexp"
	"strconv"
	"strings"

	"kitrows/internal/analyse"
	"kitrows/internal/foreign"
	"kitrows/internal/kit"
	"kitrows/internal/layout"
	"kitrows/internal/origin"
	"kitrows/internal/page"
	"kitrows/internal/sample"
)

var tag = regexp.MustCompile(`<[a-z][a-z0-9]*`)

// documents prints pages that were written by hand with their stylesheets in them, with their plans.
func documents(out *bufio.Writer, files []document) {
	for _, f := range files {
		write(out, judged(f))
	}
}

// A document is a page that was written by hand.
type document struct{ name, text string }

// judged is a document with its plan: each of its elements is named by a data-node, and boxes that depend on what the plan
// does not work out are marked.
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
	read, reading, err := analyse.Kit(context.Background(), "kit", "Team", []kit.File{{Name: "team.css", Text: t.Sheet}}, nil)
	if err == nil {
		own := *read
		own.Brought = &kit.Brought{Files: []kit.File{{Name: "own.css"}}}
		_ = reading
		t.Columns = read.Columns.N()
	} else {
		t.Refused = err.Error()
	}
	pg := origin.NewPage("page", "index.html", k, o)
	if err := pg.Check(k, nil); err != nil {
		t.Error = err.Error()
		return t
	}
	l := layout.Of(k, pg)
	marked := markedBy(pg, l.Foreign().Doubts())
	for _, d := range l.Foreign().Doubts() {
		t.Doubts = append(t.Doubts, d.Node.ID+": "+d.What)
	}
	for _, v := range []float64{360, 640, 800, 1024, 1400} {
		plan := plan{Width: v}
		for _, b := range l.Plan(v).Boxes {
			node := l.Node(b.Node)
			if b.ID = l.Foreign().Attribute(node, "data-node"); b.ID != "" {
				plan.Boxes = append(plan.Boxes, b)
				if marked[node] {
					plan.Marked = append(plan.Marked, b.ID)
				}
			}
		}
		t.Plans = append(t.Plans, plan)
	}
	return t
}

// markedBy are the nodes whose boxes depend on what is in doubt: those that are, what is in them and around them, and what
// comes after them.
func markedBy(p *page.Page, doubts []foreign.Doubt) map[*page.Node]bool {
	doubted := map[*page.Node]bool{}
	for _, d := range doubts {
		doubted[d.Node] = true
	}
	marked := map[*page.Node]bool{}
	after := false
	var visit func(nodes []*page.Node) bool
	visit = func(nodes []*page.Node) (any bool) {
		for _, n := range nodes {
			after = after || doubted[n]
			marked[n] = after
			if visit(n.Children) {
				marked[n] = true
			}
			any = any || marked[n]
		}
		if any { // columns of one row are as high as one another
			for _, n := range nodes {
				marked[n] = marked[n] || n.Kind == page.Column
			}
		}
		return any
	}
	visit(p.Body)
	return marked
}
