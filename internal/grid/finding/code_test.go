package finding_test

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/finding"
)

// docs/findings.md has the row of every code, and no other.
func TestCodesAreDocumented(t *testing.T) {
	text, err := os.ReadFile("../../../docs/findings.md")
	if err != nil {
		t.Fatal(err)
	}
	var has []string
	for line := range strings.Lines(string(text)) {
		if strings.HasPrefix(line, "| `") {
			has = append(has, strings.TrimSpace(line))
		}
	}
	var want []string
	for _, row := range finding.Codes {
		want = append(want, fmt.Sprintf("| `%s` | %s | %s |", row.Code, row.Severity, row.About))
	}
	if !slices.Equal(has, want) {
		t.Errorf("docs/findings.md has\n%s\nwant\n%s", strings.Join(has, "\n"), strings.Join(want, "\n"))
	}
}

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
