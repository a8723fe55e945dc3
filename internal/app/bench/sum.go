package bench

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
)

// A Sum is a row's ledger: the sums of its lines, what they come to, in full and
// in few words, and why each line but the first was started. Of a container it
// says how wide its content is.
type Sum struct {
	Text    string   `json:"text"`
	State   string   `json:"state"`
	Short   string   `json:"short"`
	Full    bool     `json:"full" doc:"Every line is full."`
	Reasons []string `json:"reasons"`
}

// rowSums gathers the ledgers of every row of a plan, which breaks there. Rows with nothing shown
// have none.
func rowSums(plan *layout.Plan, breaks []Mark) map[string]Sum {
	sums := map[string]Sum{}
	for i := range plan.Boxes {
		if box := &plan.Boxes[i]; box.Kind == page.Row {
			sums[box.ID] = Sum{State: "nothing shown", Short: "–", Reasons: []string{}}
		}
	}
	for i := 0; i < len(plan.Lines); {
		first := i
		for i++; i < len(plan.Lines) && plan.Lines[i].Row == plan.Lines[first].Row; i++ {
		}
		sums[plan.Lines[first].Row.ID] = rowSum(plan.Lines[first:i], breaks)
		breaks = breaks[i-first-1:]
	}
	return sums
}

// rowSum is the ledger of a row's lines; the first breaks are between them.
func rowSum(lines []layout.Line, breaks []Mark) Sum {
	s := Sum{Reasons: []string{}}
	free, unit := 0.0, ""
	var texts []string
	for i, l := range lines {
		if i > 0 {
			s.Reasons = append(s.Reasons, breaks[i-1].Reason)
		}
		texts = append(texts, l.Sum())
		free += l.Free()
		if l.InPx() {
			unit = " px"
		}
	}
	s.Text = strings.Join(texts, " · ")
	if len(slices.Compact(slices.Clone(texts))) == 1 && len(texts) > 2 {
		s.Text = texts[0] + " on each line"
	}
	s.Full = free == 0
	count, state := "1 line", lines[0].State()
	if len(lines) > 1 {
		count = fmt.Sprintf("%d lines", len(lines))
		state = "full"
	}
	if free > 0 {
		state = kit.Figure(free) + unit + " free"
	}
	s.State, s.Short = count+", "+state, state
	if s.Full && len(lines) > 1 {
		s.Short = count
	}
	return s
}

// containerSum says how wide a container's content is in a viewport of v px.
func containerSum(box *layout.Box, v float64) Sum {
	how := ""
	switch {
	case box.Width == v:
		how = ", as wide as the viewport"
	case math.Abs(2*box.X+box.Width-v) < 1:
		how = ", centred"
	}
	width := kit.Figure(box.Width - box.Before - box.After)
	return Sum{Text: "container " + width + " px" + how, Short: width, Full: true, Reasons: []string{}}
}
