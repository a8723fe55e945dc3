package check_test

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/origin"
	"kitrows/internal/test/sample"
)

// A mistake is put into a file: where, with the codes of which one must be told there.
type mistake struct {
	name  string
	codes []finding.Code
	put   func(r *rand.Rand, d *damaged) (edits []markup.Edit, at markup.Span, is bool)
}

// damaged is a page of another hand.
type damaged struct {
	doc     *markup.Document
	words   map[string]bool // the kit's
	columns []*markup.Node
	rows    []*markup.Node
	all     []*markup.Node
}

// isWord reports whether a class is a word of the kit that is long enough to be mistyped.
func (d *damaged) isWord(class string) bool { return d.words[class] && len(class) > 3 }

// one is one of nodes for which something holds; nil where it does for none.
func one(r *rand.Rand, nodes []*markup.Node, is func(*markup.Node) bool) *markup.Node {
	some := slices.DeleteFunc(slices.Clone(nodes), func(n *markup.Node) bool { return !is(n) })
	if len(some) == 0 {
		return nil
	}
	return some[r.IntN(len(some))]
}

func whole(n *markup.Node) bool { return n.Start.Len() > 0 && n.End.Len() > 0 }

// into puts a text behind a start tag.
func into(n *markup.Node, text string) []markup.Edit {
	return []markup.Edit{{Span: markup.Span{From: n.Start.To, To: n.Start.To}, Text: text}}
}

var damages = []mistake{
	{"a class with two letters swapped", []finding.Code{finding.ClassUnknown},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			var wrong, right string
			n := one(r, d.columns, func(n *markup.Node) bool {
				return n.Start.Len() > 0 && slices.ContainsFunc(n.Classes(), d.isWord)
			})
			if n == nil {
				return nil, markup.Span{}, false
			}
			for _, c := range n.Classes() {
				if d.isWord(c) {
					right = c
				}
			}
			for i := 1; i < len(right)-1; i++ {
				b := []byte(right)
				b[i], b[i+1] = b[i+1], b[i]
				if wrong = string(b); wrong != right && !d.words[wrong] {
					break
				}
				wrong = ""
			}
			tag := d.doc.Text()[n.Start.From:n.Start.To]
			at := strings.Index(tag, right)
			if wrong == "" || at < 0 || strings.Count(tag, right) != 1 {
				return nil, markup.Span{}, false
			}
			from := n.Start.From + at
			return []markup.Edit{{Span: markup.Span{From: from, To: from + len(right)}, Text: wrong}}, n.Start, true
		}},
	{"an end tag too many", []finding.Code{finding.EndTagSurplus},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.columns, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			return into(n, "</em>"), markup.Span{From: n.Start.To, To: n.Start.To + 5}, true
		}},
	{"an end tag left out", []finding.Code{finding.EndTagMissing, finding.TagsCrossed, finding.EndTagSurplus},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.all, func(n *markup.Node) bool { return whole(n) && n.Tag == "div" })
			if n == nil {
				return nil, markup.Span{}, false
			}
			return []markup.Edit{{Span: n.End}}, markup.Span{From: n.Start.From, To: len(d.doc.Text())}, true
		}},
	{"an attribute twice", []finding.Code{finding.AttributeDoubled},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.columns, func(n *markup.Node) bool { return n.Start.Len() > 0 && n.Attr("class") != nil })
			if n == nil {
				return nil, markup.Span{}, false
			}
			at := n.Start.To - 1
			return []markup.Edit{{Span: markup.Span{From: at, To: at}, Text: ` class="extra"`}},
				markup.Span{From: n.Start.From, To: n.Start.To + 14}, true
		}},
	{"a width in px", []finding.Code{finding.FixedWidth},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.columns, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			const text = `<p style="width: 310px">Wide</p>`
			return into(n, text), markup.Span{From: n.Start.To, To: n.Start.To + len(text)}, true
		}},
	{"a width in an attribute", []finding.Code{finding.FixedWidth},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.columns, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			const text = `<table width="310"><tr><td>Wide</td></tr></table>`
			return into(n, text), markup.Span{From: n.Start.To, To: n.Start.To + len(text)}, true
		}},
	{"a picture without alternative text", []finding.Code{finding.NoAlternative},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.columns, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			const text = `<img src="tern.svg">`
			return into(n, text), markup.Span{From: n.Start.To, To: n.Start.To + len(text)}, true
		}},
	{"words straight in a row", []finding.Code{finding.TextInRow},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.rows, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			return into(n, "Loose"), markup.Span{From: n.Start.From, To: n.Start.To + 5}, true
		}},
	{"something that is no column in a row", []finding.Code{finding.RowChild},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			n := one(r, d.rows, whole)
			if n == nil {
				return nil, markup.Span{}, false
			}
			return into(n, "<p>Loose</p>"), markup.Span{From: n.Start.To, To: n.Start.To + 12}, true
		}},
	{"a stylesheet that is not there", []finding.Code{finding.StylesheetMissing},
		func(r *rand.Rand, d *damaged) ([]markup.Edit, markup.Span, bool) {
			at := strings.Index(d.doc.Text(), "<style>")
			if at < 0 {
				return nil, markup.Span{}, false
			}
			const text = `<link rel="stylesheet" href="gone.css">`
			edits := []markup.Edit{{Span: markup.Span{From: at, To: at}, Text: text}}
			return edits, markup.Span{From: at, To: at + len(text)}, true
		}},
}

// Good pages of other hands, each with one mistake put in: it is found at its place.
func TestDamageIsFound(t *testing.T) {
	pages := 40
	if sample.Trial() {
		pages = 500
	}
	tried, found, missed := map[string]int{}, 0, 0
	for seed := uint64(0); found+missed < pages; seed++ {
		r := sample.New(9000 + seed)
		k, reading := sample.Team(r)
		if k == nil {
			continue
		}
		html := sample.Surrounded(r, k, sample.Worded(r, k, reading.Words.Words))
		o := page.NewOrigin([]byte(html), nil)
		k, rest, err := origin.Kit(t.Context(), "kit", o, nil)
		if err != nil {
			continue
		}
		d := &damaged{doc: origin.Document(o), words: map[string]bool{}}
		for _, w := range reading.Words.Words {
			d.words[w.Text] = true
		}
		good := pageOf(k, html, rest)
		stretches := origin.Stretches(good, origin.Inner(k))
		good.Walk(func(n *page.Node, _ page.Place) {
			if m := stretches[n].Element(); m != nil {
				switch n.Kind {
				case page.Column:
					d.columns = append(d.columns, m)
				case page.Row:
					d.rows = append(d.rows, m)
				}
			}
		})
		d.doc.Root.Walk(func(n *markup.Node) { d.all = append(d.all, n) })
		m := damages[r.IntN(len(damages))]
		edits, at, is := m.put(r, d)
		if !is {
			continue
		}
		bad := string(markup.NewSource([]byte(html)).Apply(edits))
		ok := false
		var told []string
		for _, f := range check.Of(layout.Of(k, pageOf(k, bad, rest)), check.Project{}) {
			if !slices.Contains(m.codes, f.Code) {
				continue
			}
			ok = ok || f.At.From >= at.From && f.At.From <= at.To ||
				f.Code == finding.EndTagMissing && len(f.Fixes) > 0 && onlyEnds(bad, edits[0].From, f.Fixes[0].Edits[0].From)
			told = append(told, fmt.Sprintf("%d:%d %s", f.At.Line, f.At.Column, f.Text))
		}
		tried[m.name]++
		if ok {
			found++
			continue
		}
		missed++
		line := origin.Line(page.NewOrigin([]byte(bad), nil), at.From)
		t.Logf("seed %d: %s at %d:%d is not found; told: %v\n%s", seed, m.name, line.Line, line.Column, told,
			bad[max(0, at.From-60):min(len(bad), at.From+120)])
	}
	t.Log(found, "found", missed, "missed", tried)
	if missed > max(1, pages/50) {
		t.Errorf("%d of %d were not found", missed, found+missed)
	}
}

// onlyEnds reports whether nothing but end tags stands between two places: a tag that is put at the one does what it
// does at the other.
func onlyEnds(text string, a, b int) bool {
	between := text[min(a, b, len(text)):min(max(a, b), len(text))]
	return strings.TrimSpace(ends.ReplaceAllString(between, "")) == ""
}

var ends = regexp.MustCompile(`</[a-z0-9]+\s*>|<!--(.|\n)*?-->`)

func pageOf(k *kit.Kit, html string, rest []kit.File) *page.Page {
	return origin.NewPage("page", "index.html", k, page.NewOrigin([]byte(html), rest))
}
