package content_test

import (
	"math"
	"testing"

	"github.com/go-json-experiment/json"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/test/sample"
)

func block(c page.Content) *page.Node { return &page.Node{ID: "b", Kind: page.Block, Content: &c} }

var words = block(page.Content{Type: page.Text, Text: "After four empty springs the outer stack is loud again."})

// What is measured holds at its width and where more and less room give the same; elsewhere it is estimated from the
// nearest, and said to be.
func TestMeasuresHold(t *testing.T) {
	k := sample.Twelve()
	var book content.Book
	run := &content.Run{Column: "c", Blocks: []*page.Node{words}}
	put := func(w, height float64) {
		book.Put(run, 0, w, content.Laid{Height: height + 32, Spots: []content.Spot{{X: 0, Y: 16, Width: w, Height: height}}})
	}
	put(200, 72)
	put(300, 48)
	put(400, 48)
	for _, c := range []struct {
		at, w, height float64
		sure          bool
	}{
		{0, 200, 72, true}, {0, 200.03, 72, true}, {0, 300, 48, true}, {0, 350, 48, true}, {0, 250, 0, false},
		{0, 120, 0, false}, {0, 500, 0, false}, {1, 300, 0, false},
	} {
		laid := book.Laid(run, k, int(c.at), c.w)
		if laid.Sure != c.sure || c.sure && laid.Spots[0].Height != c.height {
			t.Errorf("at %v, %v px: %v high, sure %v; want %v, %v", c.at, c.w, laid.Spots[0].Height, laid.Sure, c.height,
				c.sure)
		}
		if c.w == 350 && laid.Spots[0].Width != 350 {
			t.Errorf("what is as wide as its column is %v px wide, want 350", laid.Spots[0].Width)
		}
	}
	if low := book.Laid(run, k, 0, 120).Height; low <= 72+32 {
		t.Errorf("in less room it is estimated %v px high, want more than what was measured in more", low)
	}
	other := &content.Run{Column: "c", Blocks: []*page.Node{words}, Style: 1}
	if book.Laid(other, k, 0, 300).Sure {
		t.Error("what was measured under other styles holds")
	}
}

// A picture that fits its column keeps its proportions between what was measured.
func TestPicturesScale(t *testing.T) {
	k := sample.Twelve()
	pic := block(page.Content{Type: page.Picture, Fit: true, Width: kit.Px(400), Height: kit.Px(200), Picture: "p"})
	run := &content.Run{Column: "c", Blocks: []*page.Node{pic, words}}
	var book content.Book
	for _, w := range []float64{200, 400} {
		book.Put(run, 0, w, content.Laid{Height: w/2 + 64, Spots: []content.Spot{{Width: w, Height: w / 2},
			{Y: w/2 + 16, Width: w, Height: 48}}})
	}
	laid := book.Laid(run, k, 0, 300)
	if !laid.Sure || laid.Spots[0].Height != 150 || laid.Spots[1].Y != 166 || laid.Height != 214 {
		t.Errorf("at 300 px: %+v", laid)
	}
}

// Estimates are of the size of what browsers show: never nothing where there are words, and no wider than there is
// room.
func TestEstimates(t *testing.T) {
	if w := content.Width("Only this much", 16, false); math.Abs(w-105) > 20 {
		t.Errorf("“Only this much” is estimated %v px wide", w)
	}
	r := sample.New(5)
	for range 200 {
		k := sample.Kit(r)
		sample.Contents(r, k, sample.Page(r, k)).Walk(func(n *page.Node, _ page.Place) {
			if n.Kind != page.Column {
				return
			}
			run := &content.Run{Column: n.ID}
			for _, c := range n.Children {
				if c.Kind == page.Block {
					run.Blocks = append(run.Blocks, c)
				}
			}
			last := math.Inf(1)
			for _, w := range []float64{100, 300, 900} {
				laid := run.Estimate(k, 0, w)
				high := laid.Height
				for i, s := range laid.Spots {
					if c := run.Blocks[i].Content; s.Height <= 0 && run.Blocks[i].ShownAt(k, 0) && (c.Text != "" ||
						len(c.Items) > 0) || s.Y < 0 {
						t.Fatalf("%+v is estimated %+v", c, s)
					}
					if run.Blocks[i].Content.Type == page.Picture {
						high = 0 // grows with its width
						last = math.Inf(1)
					}
				}
				if high > last+1e-9 {
					t.Fatalf("in more room it is higher: %v, then %v", last, high)
				}
				last = high
			}
		})
	}
}

// A book that is kept and read again says the same.
func TestBooksAreKept(t *testing.T) {
	k := sample.Twelve()
	var book, again content.Book
	run := &content.Run{Column: "c", Blocks: []*page.Node{words}}
	book.Put(run, 1, 300, content.Laid{Height: 80, Spots: []content.Spot{{Y: 16, Width: 300, Height: 48}}})
	column := &page.Node{ID: "c", Kind: page.Column, Children: []*page.Node{words}}
	book.PutIntrinsic(column, 7, 1, content.Intrinsic{Wide: 420.5, Least: 60})
	book.PutLeaf(99, 1, content.Height{Width: 300, Height: 48}, &content.Intrinsic{Wide: 420, Least: 60})
	book.PutFrame("c", 7, 1, 1080, content.Frame{Pad: [4]float64{1, 2, 3, 4}, Gap: 5})
	text, err := json.Marshal(&book)
	if err == nil {
		err = json.Unmarshal(text, &again)
	}
	if err != nil {
		t.Fatal(err)
	}
	if laid := again.Laid(run, k, 1, 300); !laid.Sure || laid.Height != 80 {
		t.Errorf("the run is %+v", laid)
	}
	if is, sure := again.Intrinsic(column, 7, k, 1); !sure || is.Wide != 420.5 {
		t.Errorf("the column is %+v wide, sure %v", is, sure)
	}
	if _, sure := again.Intrinsic(column, 8, k, 1); sure {
		t.Error("what was measured under other styles holds for a column")
	}
	if high, sure := again.Leaf(99, 1).High(500, func(float64) float64 { return 0 }); !sure && high == 48 {
		t.Errorf("the words are %v px high, sure %v", high, sure)
	}
	if f, known := again.Frame("c", 7, 1, 1080); !known || f.Pad[3] != 4 {
		t.Errorf("the frame is %+v, known %v", f, known)
	}
	if _, known := again.Frame("c", 8, 1, 1080); known {
		t.Error("a frame under other styles holds")
	}
}

// A book that others wrote says nothing wrong, and breaks nothing.
func TestDamagedBooks(t *testing.T) {
	k := sample.Twelve()
	run := &content.Run{Column: "c", Blocks: []*page.Node{words}}
	var book content.Book
	book.Put(run, 0, 300, content.Laid{Height: 80}) // without a place for its block
	text, err := json.Marshal(&book)
	if err != nil {
		t.Fatal(err)
	}
	for _, kept := range []string{string(text), `{"runs":[{"column":"c","times":[null]}],"naturals":{"c":[null]},` +
		`"leaves":[{"digest":1}],"frames":{"c":null}}`} {
		var again content.Book
		if err := json.Unmarshal([]byte(kept), &again); err != nil {
			t.Fatal(err)
		}
		if again.Laid(run, k, 0, 300).Sure || again.Leaf(1, 0) != nil {
			t.Errorf("%s holds", kept)
		}
		again.Intrinsic(&page.Node{ID: "c", Kind: page.Column}, 1, k, 0)
		again.Frame("c", 1, 0, 300)
	}
}
