package finding_test

import (
	"fmt"
	"strings"
	"testing"

	"kitrows/internal/grid/finding"
)

// Findings that say the same of a node are one, at all their breakpoints.
func TestJoined(t *testing.T) {
	at := func(node, text, breakpoint string) finding.Finding {
		f := finding.New(finding.OffGrid, node, text)
		f.Breakpoints = []string{breakpoint}
		return f
	}
	all := finding.Joined([]finding.Finding{at("a", "off", "mid"), at("b", "off", "mid"), at("a", "off", "wide"),
		at("a", "far off", "wide"), finding.New(finding.TooMuch, "", "much"), finding.New(finding.TooMuch, "", "much")})
	var got []string
	for _, f := range all {
		got = append(got, fmt.Sprintln(f.Node, f.Text, f.Breakpoints))
	}
	want := "a off [mid wide]\nb off [mid]\na far off [wide]\n much []\n much []\n"
	if strings.Join(got, "") != want {
		t.Errorf("got\n%swant\n%s", strings.Join(got, ""), want)
	}
}
