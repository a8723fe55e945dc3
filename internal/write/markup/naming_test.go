package markup_test

import (
	"slices"
	"strings"
	"testing"

	"golang.org/x/net/html"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
)

// tagWords are what the elements of markup say, by the node they are of.
func tagWords(t *testing.T, text string) map[string][]string {
	t.Helper()
	root, err := html.Parse(strings.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	said := map[string][]string{}
	for n := range root.Descendants() {
		id, words := "", []string{}
		for _, a := range n.Attr {
			switch parts := strings.Fields(a.Val); {
			case a.Key == "data-node":
				id = a.Val
			case a.Key == "class":
				words = append(words, parts...)
			case strings.HasPrefix(a.Key, "data-") && len(parts) == 0:
				words = append(words, a.Key+"=")
			case strings.HasPrefix(a.Key, "data-"):
				for _, word := range parts {
					words = append(words, a.Key+"="+word)
				}
			}
		}
		said[id] = words
	}
	return said
}

// read is a copy of nodes with the settings that their words say, by the vocabulary alone.
func read(t *testing.T, k *kit.Kit, v *vocab.Vocabulary, nodes []*page.Node, said map[string][]string) (
	all []*page.Node) {
	t.Helper()
	for _, n := range nodes {
		c := *n
		c.At, c.Children = nil, read(t, k, v, n.Children, said)
		all = append(all, &c)
		words := said[n.ID]
		if n.Kind == page.Section {
			continue
		}
		if n.Kind == page.Block { // which has classes of its own, and one where it is scaled
			words = slices.DeleteFunc(slices.Clone(words), func(word string) bool {
				return slices.Contains(n.Classes, word) || n.Content.Fit && v.Word(n.Kind, word).Says(page.Fit, 0)
			})
		}
		// An attribute without a word may hold others, which then stand in its place.
		held, unknown := v.Read(n.Kind, words)
		for _, word := range unknown {
			t.Errorf("%s of %s is unknown", word, n.ID)
		}
		if n.Kind == page.Container {
			c.Frame = page.FrameOf(k, held[0][page.Frames].Value)
		}
		for i, b := range k.Breakpoints {
			s := page.At(b.Name)
			for _, f := range page.Settable(n.Kind) {
				if held[i][f].From == int8(i) {
					s = s.With(f, held[i][f].Value.Bare())
				}
			}
			if !s.IsZero() {
				c.At = append(c.At, s)
			}
		}
	}
	return all
}

// Whatever a kit's classes and attributes are called, markup read by the vocabulary is the page.
func TestMarkupReadsBack(t *testing.T) {
	r := sample.New(71)
	attributes := 0
	for round := range 150 {
		k := sample.Kit(r)
		sample.Naming(r, k)
		if sample.Attributes(k) {
			attributes++
		}
		p := sample.Page(r, k)
		l := layout.Of(k, p)
		m := markup.Write(l, sample.Of(p, k), code.Options{Mark: true})
		back := *p
		back.Body = read(t, k, vocab.Own(k), p.Body, tagWords(t, m.String()))
		if t.Failed() {
			t.Fatalf("round %d, %+v\n%s", round, k.Naming, m)
		}
		sameEffects(t, m, p.Body, nil, tagWords(t, m.String()))
		for i := range k.Breakpoints {
			if k.Technique == kit.Float {
				break // where their lines begin is said, and need not follow from the sums
			}
			low, high, bounded := k.Range(i)
			if !bounded {
				high = low + 400
			}
			for _, v := range []float64{low, high} {
				want, got := l.Plan(v), layout.Make(k, &back, v)
				for b := range want.Boxes {
					w, g := want.Boxes[b], got.Boxes[b]
					if w.ID != g.ID || w.Shown != g.Shown || away(w.X, g.X) || away(w.Y, g.Y) ||
						away(w.Width, g.Width) {
						t.Fatalf("round %d at %v: %+v, read back %+v\n%s", round, v, w, g, m)
					}
				}
			}
		}
	}
	if attributes < 40 {
		t.Errorf("only %d kits had attributes", attributes)
	}
}

// sameEffects holds what the words of tags do, read by another vocabulary, against what was to
// be said.
func sameEffects(t *testing.T, m *markup.Markup, nodes []*page.Node, outer *page.Node, said map[string][]string) {
	t.Helper()
	wrote, reads := vocab.Own(m.Said.Layout.Kit()), vocab.Own(m.Said.Layout.Kit())
	for _, n := range nodes {
		sameEffects(t, m, n.Children, n, said)
		if n.Kind == page.Section {
			continue
		}
		words, _ := m.Said.Words(wrote, outer, n)
		for _, w := range words {
			got := reads.Word(n.Kind, w.Text)
			if got == nil || !slices.Equal(got.Effects, w.Effects) || got.Base != w.Base {
				t.Fatalf("%s of %s does %+v, read as %+v", w.Text, n.ID, w.Effects, got)
			}
			if _, word := vocab.Attribute(w.Text); word != "" && !slices.Contains(said[n.ID], w.Text) {
				t.Fatalf("%s is not on %s, which has %v", w.Text, n.ID, said[n.ID])
			}
		}
	}
}

func away(a, b float64) bool { return a-b > 0.5 || b-a > 0.5 }
