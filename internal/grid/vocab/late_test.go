package vocab_test

import (
	"fmt"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/test/sample"
)

// Words of which each mends one breakpoint and breaks the next cannot be put together: with few of them that is known,
// and with many it is said that nothing was found in time, which is not the same.
func TestNotFoundInTime(t *testing.T) {
	k := sample.Twelve()
	end := len(k.Breakpoints)
	for many, late := range map[int]bool{1: false, 400: true} {
		var words []*vocab.Word
		for n := range many * end {
			at, next := int8(n%end), int8((n+1)%end)
			words = append(words, &vocab.Word{Text: fmt.Sprint("w-", n), On: page.Column, Effects: []vocab.Effect{
				{Field: page.Width, Value: page.Take(4), In: vocab.Range{From: at, To: at + 1}, Rank: uint32(n + 1)},
				{Field: page.Width, Value: page.Take(5), In: vocab.Range{From: next, To: next + 1},
					Rank: uint32(n + 1)},
			}})
		}
		starts := map[page.Kind][]page.Held{page.Row: {}, page.Column: {}}
		for range end {
			starts[page.Row], starts[page.Column] = append(starts[page.Row], page.Defaults(page.Row)),
				append(starts[page.Column], page.Defaults(page.Column))
		}
		v := vocab.NewImported(words, starts).Vocabulary(k)
		want := vocab.Want{Field: page.Width}
		var columns [kit.MaxBreakpoints]kit.Columns
		for i := range end {
			want.Must[i], columns[i] = page.Take(4), k.ColumnsAt(i)
		}
		_, missing := v.Choose(page.Column, []vocab.Want{want}, columns)
		if len(missing) == 0 || missing[0].Late != late {
			t.Errorf("%d words: %+v, want late %v", len(words), missing, late)
		}
	}
}
