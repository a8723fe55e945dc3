package edit

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/page"
)

// outline writes the ids of containers, rows and columns, children in brackets.
func outline(nodes []*page.Node) string {
	var all []string
	for _, n := range nodes {
		if n.Kind == page.Block {
			continue
		}
		text := n.ID
		if inside := outline(n.Children); inside != "" {
			text += "(" + inside + ")"
		}
		all = append(all, text)
	}
	return strings.Join(all, " ")
}

// What goes before, after and around a node.
func TestWhereThingsGo(t *testing.T) {
	p, err := demo.Project()
	if err != nil {
		t.Fatal(err)
	}
	short := *p
	pg := *p.Pages[0]
	frame := *pg.Body[0]
	frame.Children = frame.Children[3:] // Body with Log and Tide table, and Foot
	pg.Body = []*page.Node{&frame}
	short.Pages = append([]*page.Page{&pg}, p.Pages[1:]...)
	body := "body(log(log-entries(log-morning log-evening)) tide-table)"
	foot := "foot(address supporters)"
	for name, c := range map[string]struct {
		o    Operation
		want string
	}{
		"column before":       {Operation{AddColumn: &AddColumn{"log", true}}, "whole-page(body(column-1 log(log-entries(log-morning log-evening)) tide-table) " + foot + ")"},
		"column after":        {Operation{AddColumn: &AddColumn{"log", false}}, "whole-page(body(log(log-entries(log-morning log-evening)) column-1 tide-table) " + foot + ")"},
		"row before":          {Operation{AddRow: &AddRow{Near: "address", Before: true, Recipe: "12", Breakpoint: "base"}}, "whole-page(" + body + " row-1(column-1) " + foot + ")"},
		"container before":    {Operation{AddContainer: &AddContainer{"log", true}}, "container-1 whole-page(" + body + " " + foot + ")"},
		"container after":     {Operation{AddContainer: &AddContainer{"log", false}}, "whole-page(" + body + " " + foot + ") container-1"},
		"around content":      {Operation{Wrap: &Wrap{"tide-table"}}, "whole-page(body(log(log-entries(log-morning log-evening)) tide-table(row-1(column-1))) " + foot + ")"},
		"around a nested row": {Operation{Wrap: &Wrap{"log-entries"}}, "whole-page(body(log(row-1(column-1(log-entries(log-morning log-evening)))) tide-table) " + foot + ")"},
		"around a row":        {Operation{Wrap: &Wrap{"foot"}}, "whole-page(" + body + ") container-1(" + foot + ")"},
		"around the first":    {Operation{Wrap: &Wrap{"body"}}, "container-1(" + body + ") container-2(" + foot + ")"},
	} {
		c.o.Page = "front-page"
		change, err := Apply(&short, c.o)
		if err != nil {
			t.Errorf("%s: %v", name, err)
		} else if got := outline(change.Project.Pages[0].Body); got != c.want {
			t.Errorf("%s: got %s, want %s", name, got, c.want)
		}
	}
	if _, err := Apply(&short, Operation{Page: "front-page", Wrap: &Wrap{"whole-page"}}); err == nil || !strings.Contains(err.Error(), "a row or a column") {
		t.Errorf("around a container: %v", err)
	}
}
