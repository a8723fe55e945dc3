package markup_test

import (
	"math/rand/v2"
	"strings"
	"testing"

	"kitrows/internal/browser/markup"
)

// find is the first element with an id.
func find(d *markup.Document, id string) (found *markup.Node) {
	d.Root.Walk(func(n *markup.Node) {
		if a := n.Attr("id"); a != nil && a.Value == id && found == nil {
			found = n
		}
	})
	return found
}

// What is moved takes its lines along, indented as its new neighbours are; nothing else changes.
func TestMoves(t *testing.T) {
	const page = "<main id=m>\n  <div id=a>\n    <p id=p>one\n      <b>x</b>\n    </p>\n  </div>\n  <div " +
		"id=b></div>\n  <div id=c><i id=i>y</i></div>\n</main>\n"
	for _, c := range []struct {
		what, into string
		at         int
		want       string
	}{
		{"p", "b", 0, "<main id=m>\n  <div id=a>\n  </div>\n  <div id=b>\n    <p id=p>one\n      <b>x</b>\n    " +
			"</p>\n  </div>\n  <div id=c><i id=i>y</i></div>\n</main>\n"},
		{"p", "m", 1, "<main id=m>\n  <div id=a>\n  </div>\n  <p id=p>one\n    <b>x</b>\n  </p>\n  <div " +
			"id=b></div>\n  <div id=c><i id=i>y</i></div>\n</main>\n"},
		{"a", "m", 9, "<main id=m>\n  <div id=b></div>\n  <div id=c><i id=i>y</i></div>\n  <div id=a>\n    <p " +
			"id=p>one\n      <b>x</b>\n    </p>\n  </div>\n</main>\n"},
		{"i", "m", 0, "<main id=m>\n  <i id=i>y</i>\n  <div id=a>\n    <p id=p>one\n      <b>x</b>\n    </p>\n  " +
			"</div>\n  <div id=b></div>\n  <div id=c></div>\n</main>\n"},
		{"b", "c", 1, "<main id=m>\n  <div id=a>\n    <p id=p>one\n      <b>x</b>\n    </p>\n  </div>\n  <div " +
			"id=c><i id=i>y</i><div id=b></div></div>\n</main>\n"},
	} {
		for _, newline := range []string{"\n", "\r\n"} {
			d := markup.Read(nil, []byte(strings.ReplaceAll(page, "\n", newline)))
			got := string(d.Apply(d.Move(find(d, c.what), find(d, c.into), c.at)))
			if want := strings.ReplaceAll(c.want, "\n", newline); got != want {
				t.Errorf("%s into %s at %d:\n%q, want\n%q", c.what, c.into, c.at, got, want)
			}
		}
	}
}

// Random moves in a random page make the tree that they should, and moves back make the page as it was but for space.
func TestRandomMoves(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	var write func(depth int, b *strings.Builder)
	id := 0
	write = func(depth int, b *strings.Builder) {
		for range 1 + r.IntN(3) {
			id++
			indent := strings.Repeat("\t", depth)
			if depth > 3 || r.IntN(3) == 0 {
				b.WriteString(indent + "<div id=n" + string(rune('a'+id%26)) + strings.Repeat("x", id/26) +
					">text</div>\n")
				continue
			}
			b.WriteString(indent + "<section id=n" + string(rune('a'+id%26)) + strings.Repeat("x", id/26) + ">\n")
			write(depth+1, b)
			b.WriteString(indent + "</section>\n")
		}
	}
	for range 60 {
		var b strings.Builder
		b.WriteString("<main id=top>\n")
		id = 0
		write(1, &b)
		b.WriteString("</main>\n")
		d := markup.Read(nil, []byte(b.String()))
		var all []*markup.Node
		d.Root.Walk(func(n *markup.Node) {
			if n.Attr("id") != nil {
				all = append(all, n)
			}
		})
		what, into := all[1+r.IntN(len(all)-1)], all[r.IntN(len(all))]
		inside := false
		what.Walk(func(n *markup.Node) { inside = inside || n == into })
		if inside {
			continue
		}
		at := r.IntN(3)
		next := markup.Read(nil, d.Apply(d.Move(what, into, at)))
		moved := find(next, what.Attr("id").Value)
		if moved == nil || moved.Parent.Attr("id").Value != into.Attr("id").Value {
			t.Fatalf("%s does not stand in %s:\n%s\n%s", what.Attr("id").Value, into.Attr("id").Value, b.String(),
				next.Text())
		}
		count := 0
		next.Root.Walk(func(n *markup.Node) {
			if n.Attr("id") != nil {
				count++
			}
		})
		if count != len(all) || len(next.Faults) > 0 {
			t.Fatalf("%d elements of %d, faults %v:\n%s", count, len(all), next.Faults, next.Text())
		}
	}
}
