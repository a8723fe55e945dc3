package kit

import (
	"fmt"
	"strings"
	"testing"
)

// Three numbers make a kit that holds, with the page as wide as said from that width on.
func TestFromThree(t *testing.T) {
	for _, c := range []struct {
		n             int
		gutter, width float64
		want          string // from; gutter; column at the page's width
	}{
		{12, 28, 1180, "0 710 1180; 22 28; 70.33"},
		{12, 16, 940, "0 560 940; 16 16; 62.33"},
		{48, 10, 2400, "0 1440 2400; 2 10; 40"},
		{1, 0, 320, "0; 0; 320"},
		{5, 20, 500, "0 500; 20 20; 80"},
	} {
		k, err := FromThree(c.n, c.gutter, c.width)
		if err != nil {
			t.Errorf("%v: %v", c, err)
			continue
		}
		var from, gutters []string
		for i, b := range k.Breakpoints {
			from = append(from, Figure(b.From.Px()))
			if i == 0 || i == len(k.Breakpoints)-1 {
				gutters = append(gutters, Figure(k.GutterAt(i).Px()))
			}
		}
		last := k.FactsAt(len(k.Breakpoints)-1, c.width)
		got := fmt.Sprintf("%s; %s; %s", strings.Join(from, " "), strings.Join(gutters, " "), Figure(last.Column))
		if got != c.want {
			t.Errorf("%v: got %s, want %s", c, got, c.want)
		}
	}
	for want, three := range map[string][3]float64{
		"columns": {49, 10, 1000}, "width": {12, 10, 200}, "gutter": {12, -1, 1000},
		"leaves room for 12 columns in 1000 px": {12,
			200, 1000},
	} {
		if _, err := FromThree(int(three[0]), three[1], three[2]); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: got %v, want %s", three, err, want)
		}
	}
}
