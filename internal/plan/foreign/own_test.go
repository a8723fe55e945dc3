package foreign_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/browser/measure"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/plan/layout"
	"kitrows/internal/read/infer"
	"kitrows/internal/test/sample"
)

// one is a page of one row of two columns, the first of them with settings.
func one(k *kit.Kit, at ...page.Setting) *page.Page {
	return &page.Page{ID: "p", Name: "P", File: "p.html", Language: "en", Kit: k.ID, Body: []*page.Node{
		{ID: "frame", Kind: page.Container, Name: "F", Children: []*page.Node{{ID: "row", Kind: page.Row, Name: "R",
			Children: []*page.Node{
				{ID: "log", Kind: page.Column, Name: "Log", At: at}, {ID: "tides", Kind: page.Column,
					Name: "Tides"}}}}}}}
}

// What a stylesheet has no class for is refused, with the offer of a rule where one would do, and with the
// page's leave it is a rule of the page's own.
func TestOwnRules(t *testing.T) {
	sheet := `* { box-sizing: border-box } .rail { display: flex; flex-wrap: wrap; margin: 0 -8px }
.plank { padding: 0 8px; flex: 0 0 100%; min-width: 0 }
@media (min-width: 640px) { .w1 { flex: 0 0 25% } .w2 { flex: 0 0 50% } .w4 { flex: 0 0 100% } }`
	k, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: sheet}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	wide, base := k.Breakpoints[1].Name, k.Breakpoints[0].Name
	for name, c := range map[string]struct {
		at    page.Setting
		rules string // empty where no rule would do
	}{
		"a take": {page.At(wide).With(page.Width, page.Take(3)),
			"@media (min-width: 640px) { .kr-own-take-3-from-640 { flex: 0 0 auto !important; width: 75% !important; " +
				"max-width: none !important; } }"},
		"a part": {page.At(wide).With(page.Width, page.Part(1, 3)),
			"@media (min-width: 640px) { .kr-own-part-1-3-from-640 { flex: 0 0 auto !important; width: 33.333333% " +
				"!important; max-width: none !important; } }"},
		"a skip": {page.At(wide).With(page.Skip, page.Of(2)),
			"@media (min-width: 640px) { .kr-own-skip-2-from-640 { margin-left: 50% !important; } }"},
		"hidden": {page.At(base).With(page.Shown, page.Hides), ".kr-own-gone { display: none !important; }"},
		"an order": {page.At(wide).With(page.Order, page.Of(-1)),
			"@media (min-width: 640px) { .kr-own-place-m1-from-640 { order: -1 !important; } }"},
		"where they stack": {page.At(base).With(page.Width, page.Take(2)), ""},
	} {
		pg := one(k, c.at)
		refused := foreign.Check(k, pg)
		offered := refused != nil
		for _, f := range fault.All(refused) {
			offered = offered && f.Offer == "ownRules"
		}
		if offered != (c.rules != "") {
			t.Errorf("%s: offered is %v: %v", name, offered, refused)
		}
		pg.OwnRules = true
		if err := foreign.Check(k, pg); (err == nil) != (c.rules != "") {
			t.Errorf("%s, with rules of its own: %v", name, err)
		}
		rules := foreign.Of(k, pg).OwnRules()
		text := strings.Join(strings.Fields(rules.String()), " ")
		if _, after, found := strings.Cut(text, "*/ "); found {
			text = after
		}
		if c.rules != "" && text != c.rules {
			t.Errorf("%s: %s, want %s", name, text, c.rules)
		}
	}
}

// A column that has its width by a rule of the page's own keeps the gutters that come with the classes of widths.
func TestOwnRulesKeepGutters(t *testing.T) {
	sheet := `* { box-sizing: border-box } .tier { display: flex; flex-wrap: wrap; margin: 0 -8px }
.tier > [class*="pan-"] { padding: 0 8px; flex: 0 0 auto }
.pan-3 { width: 25% } .pan-4 { width: 33.3333% } .pan-6 { width: 50% } .pan-8 { width: 66.6667% }
.pan-12 { width: 100% } .bow { order: -1 } .stern { order: 99 }`
	k, _, err := infer.Kit(t.Context(), "kit", "Team", []kit.File{{Name: "team.css", Text: sheet}}, nil)
	if err != nil {
		t.Fatal(err)
	}
	pg := one(k, page.At("base").With(page.Width, page.Take(5)).With(page.Order, page.Last))
	pg.OwnRules = true
	if err := foreign.Check(k, pg); err != nil {
		t.Fatal(err)
	}
	f := foreign.Of(k, pg)
	rules := f.OwnRules()
	if got := rules.String(); !strings.Contains(got, "width: 41.666667% !important") || strings.Contains(got, "order") {
		t.Errorf("rules: %s", got)
	}
	column, _ := pg.Find("log")
	if got := strings.Join(f.Texts(column), " "); !strings.Contains(got, "stern") || !strings.Contains(got, "pan-") {
		t.Errorf("classes: %s", got)
	}
	boxes := layout.Of(k, pg).Plan(800).Boxes
	if b := boxes[slices.IndexFunc(boxes, func(b layout.Box) bool { return b.ID == "log" })]; b.Before != 8 ||
		b.After != 8 || math.Abs(b.Width-5./12*816) > .5 {
		t.Errorf("planned %+v", b)
	}
}

// With rules of its own, a column is as wide as it is set, in units of the kit, in stylesheets of every kind.
func TestOwnRulesAreAsWide(t *testing.T) {
	tried := 0
	for i := range 60 {
		r := sample.New(500_000 + uint64(i))
		f := sample.NewForeign(r)
		k, reading, err := infer.Kit(t.Context(), "kit", "Team",
			[]kit.File{{Name: "team.css", Text: f.Sources[0].Text}}, nil)
		if err != nil {
			t.Fatal(err)
		}
		at := len(k.Breakpoints) - 1
		if reading.Ways[at].Technique == "" || reading.Ways[at].Technique == "grid" ||
			reading.Ends != infer.NoEnds || f.Place == "sides" && !f.Reaches {
			continue // columns are told by other numbers than the container's, or need more than a width
		}
		n := 2 + r.IntN(k.Columns.N()-2)
		pg := one(k, page.At(k.Breakpoints[at].Name).With(page.Width, page.Part(n, k.Columns.N()+1)))
		pg.OwnRules = true
		if foreign.Check(k, pg) != nil {
			continue // it must be another thing at a breakpoint where columns stack
		}
		viewport := k.Breakpoints[at].From.Px() + 500
		plan := layout.Of(k, pg).Plan(viewport)
		frame, got := plan.Boxes[0], plan.Boxes[2]
		track := k.TrackAt(at, measure.Plain(frame.Width-frame.Before-frame.After))
		units := float64(n) * float64(k.Columns.N()) / float64(k.Columns.N()+1)
		want := track.Width(0, units).Px
		if is := got.Width - got.Before - got.After; math.Abs(is-want) > .6 {
			t.Errorf("sheet %d, %s, %s: %v units are %v px wide, want %v", i, f.Technique, f.Place, units, is, want)
		}
		tried++
	}
	if t.Logf("%d stylesheets", tried); tried < 20 {
		t.Errorf("only %d stylesheets were tried", tried)
	}
}
