package edit

import (
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
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
		"column before": {Operation{AddColumn: &AddColumn{"log", true}},
			"whole-page(body(column-1 log(log-entries(log-morning log-evening)) tide-table) " + foot + ")"},
		"column after": {Operation{AddColumn: &AddColumn{"log", false}},
			"whole-page(body(log(log-entries(log-morning log-evening)) column-1 tide-table) " + foot + ")"},
		"row before": {Operation{AddRow: &AddRow{Near: "address", Before: true, Recipe: "12", Breakpoint: "base"}},
			"whole-page(" + body + " row-1(column-1) " + foot + ")"},
		"container before": {Operation{AddContainer: &AddContainer{Near: "log", Before: true}},
			"container-1 whole-page(" + body + " " + foot + ")"},
		"container after": {Operation{AddContainer: &AddContainer{Near: "log"}}, "whole-page(" + body + " " + foot +
			") container-1"},
		"around content": {Operation{Wrap: &Wrap{Node: "tide-table"}},
			"whole-page(body(log(log-entries(log-morning log-evening)) tide-table(row-1(column-1))) " + foot + ")"},
		"around a nested row": {Operation{Wrap: &Wrap{Node: "log-entries"}},
			"whole-page(body(log(row-1(column-1(log-entries(log-morning log-evening)))) tide-table) " + foot + ")"},
		"around a row": {Operation{Wrap: &Wrap{Node: "foot"}}, "whole-page(" + body + ") container-1(" + foot + ")"},
		"section after": {Operation{AddSection: &AddSection{Near: "log"}}, "whole-page(" + body + " " + foot +
			") section-1(container-1)"},
		"around a container": {Operation{Wrap: &Wrap{Node: "whole-page"}}, "section-1(whole-page(" + body + " " + foot +
			"))"},
		"to the next row": {Operation{Hop: &Hop{"tide-table", 1}},
			"whole-page(body(log(log-entries(log-morning log-evening))) foot(tide-table address supporters))"},
		"to the row before": {Operation{Hop: &Hop{"address", -1}},
			"whole-page(body(log(log-entries(log-morning log-evening)) tide-table address) foot(supporters))"},
		"out of a nested row": {Operation{Hop: &Hop{"log-morning", -1}},
			"whole-page(body(log-morning log(log-entries(log-evening)) tide-table) " + foot + ")"},
		"a row into a column": {Operation{Hop: &Hop{"foot", -1}},
			"whole-page(body(log(log-entries(log-morning log-evening)) tide-table(foot(address supporters))))"},
		"what is in a column as a row": {Operation{Wrap: &Wrap{Nodes: []string{"log-title", "log-entries"}, As: "row"}},
			"whole-page(body(log(row-1(column-1 column-2(log-entries(log-morning log-evening)))) tide-table) " + foot + ")"},
		"blocks in one column": {Operation{Wrap: &Wrap{Nodes: []string{"log-morning-title", "log-morning-text"},
			As: "column"}},
			"whole-page(body(log(log-entries(log-morning(row-1(column-1)) log-evening)) tide-table) " + foot + ")"},
		"columns as one": {Operation{Wrap: &Wrap{Nodes: []string{"log", "tide-table"}, As: "column"}},
			"whole-page(body(column-1(row-1(log(log-entries(log-morning log-evening)) tide-table))) " + foot + ")"},
		"columns in a row of their own": {Operation{Wrap: &Wrap{Nodes: []string{"tide-table"}, As: "row"}},
			"whole-page(body(log(log-entries(log-morning log-evening))) row-1(tide-table) " + foot + ")"},
		"rows as columns": {Operation{Wrap: &Wrap{Nodes: []string{"body", "foot"}, As: "row"}},
			"whole-page(row-1(column-1(" + body + ") column-2(" + foot + ")))"},
		"rows in one column": {Operation{Wrap: &Wrap{Nodes: []string{"body", "foot"}, As: "column"}},
			"whole-page(row-1(column-1(" + body + " " + foot + ")))"},
		"rows in a container": {Operation{Wrap: &Wrap{Nodes: []string{"foot"}, As: "container"}}, "whole-page(" + body +
			") container-1(" + foot + ")"},
		"several runs": {Operation{Wrap: &Wrap{Nodes: []string{"tide-table", "address"}, As: "column"}},
			"whole-page(body(log(log-entries(log-morning log-evening)) column-1(row-1(tide-table))) " +
				"foot(column-2(row-2(address)) supporters))"},
		"a nested row taken apart": {Operation{Unwrap: &Unwrap{[]string{"log-entries"}}},
			"whole-page(body(log tide-table) " + foot + ")"},
		"around the first": {Operation{Wrap: &Wrap{Node: "body"}}, "container-1(" + body + ") container-2(" + foot +
			")"},
	} {
		c.o.Page = "front-page"
		change, err := Apply(&short, c.o)
		if err != nil {
			t.Errorf("%s: %v", name, err)
		} else if got := outline(change.Project.Pages[0].Body); got != c.want {
			t.Errorf("%s: got %s, want %s", name, got, c.want)
		}
	}
	for want, o := range map[string]Operation{
		"a block cannot be wrapped":          {Wrap: &Wrap{Node: "address-text"}},
		"a container or a section for Whole": {Wrap: &Wrap{Nodes: []string{"whole-page"}, As: "row"}},
		"a column that holds one row":        {Unwrap: &Unwrap{[]string{"log"}}},
		"content lives only in columns":      {Unwrap: &Unwrap{[]string{"foot"}}},
		"a section: only a section holds":    {AddContainer: &AddContainer{Near: "log", Inside: true}},
		"another before or after it":         {Hop: &Hop{"foot", 1}},
		"a node outside the one that is":     {Move: &Move{"body", "log", 0}},
		"a letter, then letters":             {Describe: &Describe{Node: "log", Anchor: new("1st")}},
		"that Plain Twelve does not write": {Describe: &Describe{Node: "log",
			Classes: &[]string{"story", "kr-take-3-wide"}}},
		"a CSS selector of at most": {Describe: &Describe{Node: "log", Selector: new("a{}")}},
		"an id attribute that no other": {Together: &Together{Steps: []Operation{{Describe: &Describe{Node: "log",
			Anchor: new("log")}}, {Describe: &Describe{Node: "foot", Anchor: new("log")}}}}},
		"an operation inside one page":    {Together: &Together{Steps: []Operation{{DropPage: &DropPage{}}}}},
		"a breakpoint narrower than wide": {Fill: &Fill{From: "wide", To: []string{"full"}}},
		"an address such as": {AddBlock: &AddBlock{Column: "log",
			Content: page.Content{Type: page.Button, Link: "javascript:alert(1)"}}},
		"a picture that says how large": {AddPicture: &AddPicture{Node: "log",
			Data: project.NewFile([]byte("<svg/>"))}},
		"a picture file": {AddPicture: &AddPicture{Node: "log",
			Data: project.NewFile([]byte("GIF89a"))}},
		"steps[0].remove.node: found \"q\"": {Together: &Together{Steps: []Operation{{Remove: &Remove{"q"}}}}},
	} {
		o.Page = "front-page"
		if _, err := Apply(&short, o); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v, want %s", err, want)
		}
	}
}
