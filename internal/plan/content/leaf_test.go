package content

import (
	"testing"

	"github.com/go-json-experiment/json"
)

// Where nodes stand in a piece of content is sure where it was measured, and between two widths that are alike; and it
// is the same when the book is read again.
func TestSpots(t *testing.T) {
	b := &Book{}
	at := func(w float64, x float64) {
		b.PutLeaf(7, 0, Height{Width: w, Height: 20}, &Intrinsic{Wide: 90, Least: 30})
		b.PutInside(7, 0, SpotsAt{Width: w, Spots: []Spot{{X: x, Width: 10, Height: 5}, {Width: -1}}})
	}
	at(100, 3)
	at(200, 3)
	at(300, 8)
	b.PutNatural(9, 1, Natural{Width: 40, Height: 30})
	b.PutExact(5, 640, map[string]Spot{"a": {X: 1, Y: 2, Width: 3, Height: 4}})
	version := b.Version()
	at(300, 8)
	b.PutNatural(9, 1, Natural{Width: 40, Height: 30})
	b.PutExact(5, 640, map[string]Spot{"a": {X: 1, Y: 2, Width: 3, Height: 4}})
	if b.Version() != version {
		t.Error("the same measures are news")
	}
	text, err := json.Marshal(b)
	again := &Book{}
	if err == nil {
		err = json.Unmarshal(text, again)
	}
	if err != nil {
		t.Fatal(err)
	}
	for _, b := range []*Book{b, again} {
		for _, c := range []struct {
			w    float64
			x    float64
			sure bool
		}{{100, 3, true}, {150, 3, true}, {300.05, 8, true}, {240, 3, false}, {270, 8, false}, {400, 8, false}, {50, 3,
			false}} {
			spots, sure := b.Leaf(7, 0).Spots(c.w, 2)
			if len(spots) != 2 || spots[0].X != c.x || sure != c.sure {
				t.Errorf("at %v px: %v, sure %v; want x %v, %v", c.w, spots, sure, c.x, c.sure)
			}
		}
		if spots, sure := b.Leaf(7, 0).Spots(100, 3); spots != nil || sure {
			t.Error("other nodes have the places of these")
		}
		if high := b.Leaf(7, 0).Between(250); high != 20 {
			t.Errorf("it is %v px high between", high)
		}
		if n := b.Natural(9, 1); n != (Natural{40, 30}) || b.Natural(9, 0) != (Natural{}) {
			t.Errorf("the picture is %v", n)
		}
		if e := b.Exact(5, 640); e["a"] != (Spot{1, 2, 3, 4}) || b.Exact(5, 641) != nil || b.Exact(6, 640) != nil {
			t.Errorf("the node is at %v", e)
		}
	}
	for d := range uint64(mostPages) {
		b.PutExact(100+d, 640, map[string]Spot{"a": {}})
	}
	if b.Exact(5, 640) != nil {
		t.Error("states of a page are kept for ever")
	}
}
