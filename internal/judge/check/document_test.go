package check_test

import (
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"unicode/utf8"

	"kitrows/internal/edit"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/review"
)

var update = flag.Bool("update", false, "write docs/checks.md and its drawings anew")

const documents = "../../../docs"

// docs/checks.md is made of the codes, and of pages that have what they tell: each with its drawing, its sentence and
// what its fix comes to.
func TestChecksAreDocumented(t *testing.T) {
	files := map[string]string{}
	shown := inFiles(t)
	text, err := os.ReadFile("testdata/checks.md")
	if err != nil {
		t.Fatal(err)
	}
	var all strings.Builder
	for _, row := range finding.Codes {
		fmt.Fprintf(&all, "| `%s` | %s | %s |\n", row.Code, row.Severity, row.About)
	}
	table := strings.TrimSpace(all.String())
	all.Reset()
	for _, row := range finding.Codes {
		text := shown[row.Code]
		if recipe, is := recipes[row.Code]; is {
			text = drawn(t, row.Code, recipe, files)
		}
		if text != "" {
			fmt.Fprintf(&all, "### %s\n\n*%s*: %s.\n\n%s", row.Code, row.Severity, row.About, text)
		}
	}
	for _, row := range finding.Codes {
		if recipes[row.Code] == "" && shown[row.Code] == "" && !slices.Contains(elsewhere, row.Code) {
			t.Errorf("no page shows %s", row.Code)
		}
	}
	checks := strings.TrimSpace(all.String())
	files["checks.md"] = strings.NewReplacer("{table}", table, "{checks}", checks).Replace(string(text))
	for name, want := range files {
		path := filepath.Join(documents, name)
		if *update {
			if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
				t.Fatal(err)
			}
			if err := os.WriteFile(path, []byte(want), 0o644); err != nil {
				t.Fatal(err)
			}
			continue
		}
		if got, err := os.ReadFile(path); err != nil || string(got) != want {
			t.Errorf("docs/%s is not what is written now; look at it with -update and git diff", name)
		}
	}
	has, _ := filepath.Glob(filepath.Join(documents, "checks", "*"))
	for _, path := range has {
		if name := "checks/" + filepath.Base(path); files[name] == "" {
			t.Errorf("docs/%s is of no check", name)
		}
	}
}

// names are those of the columns in drawings.
var names = []string{"Log", "Tide table", "Today’s count", "Picks", "Notes"}

// recipes are rows that have what a code tells.
var recipes = map[finding.Code]string{
	finding.OffGrid: "5 7", finding.SumOver: "8 6", finding.FreeUnits: "5 4", finding.GalleryRest: "4 4 4 4",
	finding.OverLine: "10 skip-4", finding.SpacerColumn: "3 empty 9", finding.HiddenEverywhere: "8 4 shown-false",
	finding.Repeats: "8 4 at-full width-take+4", finding.MissingStep: "4 4 4", finding.TooTight: "1 11",
	finding.ReadingOrder: "4 4 4 order-first",
}

// drawn shows a row that has what a code tells, before and after its first fix.
func drawn(t *testing.T, code finding.Code, recipe string, files map[string]string) string {
	k := sample.Twelve()
	if code == finding.OffGrid {
		k.Breakpoints[3].Columns = kit.Equal(18)
	}
	p := of(k, recipe)
	p.Walk(func(n *page.Node, _ page.Place) {
		var number int
		if _, err := fmt.Sscanf(n.ID, "column-%d", &number); err == nil && n.Kind == page.Column {
			n.Name = names[number-1]
		}
		if n.Content != nil {
			n.Content.Height = kit.Px(90)
		}
	})
	for _, f := range check.Of(layout.Of(k, p), check.Project{}) {
		if f.Code != code {
			continue
		}
		before, after := layout.Of(k, p), layout.Of(k, p)
		text := f.Text
		if n, _ := p.Find(f.Node); n.Kind == page.Column {
			text = n.Name + ": " + text
		}
		text = fmt.Sprintf("> %s\n", text)
		if len(f.Fixes) > 0 {
			change, err := edit.Apply(sample.Of(p, k), *edit.Mend(p, f.Fixes[0]))
			if err != nil {
				t.Fatal(err)
			}
			after = layout.Of(k, change.Project.Pages[0])
		}
		at := k.Breakpoints[2]
		if len(f.Breakpoints) > 0 {
			at = k.Breakpoints[k.Index(f.Breakpoints[0])]
		}
		v := int(at.Lane.Px())
		c := compare.Of(before, after, compare.Widths{From: v, To: v}, nil)
		title := "The row"
		if len(f.Fixes) == 0 {
			c.Before = c.After
		} else {
			title = "The row, and what the fix makes of it"
		}
		name := fmt.Sprintf("checks/%s.svg", code)
		files[name] = review.Drawing(c, v)
		text += fmt.Sprintf("\n![%s](%s)\n", title, name)
		if len(f.Fixes) > 0 {
			text += fmt.Sprintf("\nFix: %s.\n", labels(f))
		}
		return text + "\n"
	}
	t.Fatalf("no %s in %s", code, recipe)
	return ""
}

// labels are what fixes are called.
func labels(f finding.Finding) string {
	var all []string
	for _, fix := range f.Fixes {
		all = append(all, "*"+fix.Label+"*")
	}
	return strings.Join(all, " or ")
}

// inFiles shows, by what is told of them, files and the stretches that it is about.
func inFiles(t *testing.T) map[finding.Code]string {
	all := map[finding.Code]string{}
	for _, c := range mistakes {
		for _, f := range findings(t, c.file) {
			if all[f.Code] != "" {
				continue
			}
			text := fmt.Sprintf("> %s\n\n```html\n%s```\n\n", f.Text, marked(c.file, f.At))
			if len(f.Fixes) > 0 {
				text += fmt.Sprintf("Fix: %s.\n\n", labels(f))
			}
			all[f.Code] = text
		}
	}
	return all
}

// marked are the lines of a file, with a stretch underlined where it begins.
func marked(file string, at finding.Place) string {
	var b strings.Builder
	for i, line := range strings.Split(strings.TrimSpace(file), "\n") {
		b.WriteString(line + "\n")
		if i+1 == at.Line {
			long := min(utf8.RuneCountInString(file[at.From:at.To]), utf8.RuneCountInString(line)-at.Column+1)
			b.WriteString(strings.Repeat(" ", at.Column-1) + strings.Repeat("^", max(1, long)) + "\n")
		}
	}
	return b.String()
}

// elsewhere are codes that are told of what no small page has; the tests of their rooms have them.
var elsewhere = []finding.Code{finding.OverRow, finding.Starved, finding.Unsupported, finding.NoClass, finding.TooMuch,
	finding.Burst, finding.StyleOnGrid, finding.StandIn, finding.TooDeep, finding.PageLong, finding.Unselected,
	finding.PartAlone, finding.GridUnread, finding.StylesheetElsewhere, finding.MixinsNotLinked, finding.RulesNotLinked,
	finding.RuleSkipped, finding.UnreadNumbers, finding.UnreadContainer, finding.UnreadBreakpoints, finding.UnreadWord,
	finding.UnreadProperty, finding.UnreadMedia}
