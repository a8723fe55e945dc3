package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"kitrows/demo"
	"kitrows/internal/edit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

// run runs the command and gives what it printed.
func run(t *testing.T, in string, args ...string) (string, error) {
	t.Helper()
	var out bytes.Buffer
	c := root()
	c.SetIn(strings.NewReader(in))
	c.SetOut(&out)
	c.SetErr(io.Discard)
	c.SetArgs(args)
	err := c.ExecuteContext(context.Background())
	return out.String(), err
}

// Without measures, boxes that depend on content are estimated, and say so; where blocks are held, none is.
func TestPlanCommand(t *testing.T) {
	for _, held := range []bool{false, true} {
		planOf(t, held)
	}
}

func planOf(t *testing.T, held bool) {
	out, err := run(t, string(demo.File()), "plan", "-", "--page", "Front page", "--width", "1080", fmt.Sprint("--held=",
		held))
	if err != nil {
		t.Fatal(err)
	}
	var report planReport
	if err := json.Unmarshal([]byte(out), &report); err != nil {
		t.Fatal(err)
	}
	if report.Page != "Front page" || report.Width != 1080 || report.Breakpoint != "wide" {
		t.Errorf("a plan of %s at %v, %s", report.Page, report.Width, report.Breakpoint)
	}
	for _, b := range report.Boxes {
		if b.ID == "tide-table" {
			want := planBox{"tide-table", "", page.Column, 773, b.Y, 191, b.Height, planInner{773, b.Y, 191, b.Height},
				1, 10, 3, true, !held}
			if b != want {
				t.Errorf("got %+v, want %+v", b, want)
			}
		}
	}
	for _, l := range report.Lines {
		if l.Row == "body" && l != (planLine{"body", 1, 12, 0, "units", "8 + 1 + 3 = 12, full", ""}) {
			t.Errorf("got %+v", l)
		}
	}
}

func TestPlanWhyCommand(t *testing.T) {
	out, err := run(t, string(demo.File()), "plan", "-", "--page", "Front page", "--width", "1080", "--why",
		"tide-table")
	want := `tide-table at wide, in a viewport of 1080 px
  default    (full line)                      kr-cell
  base       ← default
  mid        (take 5 of 12)                   kr-take-5-mid
  wide       skip 1, take 3 of 12             kr-skip-1-wide kr-take-3-wide
  full       ← wide
  row 848 px + gutter 28 = 876
  876 ÷ 12 × 3 − 28 = 191 px wide
  skip 1: 73 px
  starts at unit 10 of line 1
  line 1: 8 + 1 + 3 = 12, full
`
	if err != nil || out != want {
		t.Errorf("%v, got\n%s\nwant\n%s", err, out, want)
	}
}

func TestCodeCommand(t *testing.T) {
	for as, want := range map[string]string{
		"html":     `<aside data-node="tide-table" class="kr-cell kr-take-5-mid`,
		"css":      ".kr-skip-1-wide {\n    --kr-skip: calc(1 / 12);",
		"document": "<!DOCTYPE html>",
	} {
		if out, err := run(t, string(demo.File()), "code", "-", "--page", "Front page", "--as", as,
			"--mark"); err != nil ||
			!strings.Contains(out, want) {
			t.Errorf("%s: %v, lacks %s", as, err, want)
		}
	}
}

// Every form of the code, one of its files or all of them.
func TestCodeForms(t *testing.T) {
	for _, c := range []struct {
		args string
		want []string
		lack string
	}{
		{"--as html --mixins", []string{`<aside>`, `<div class="log">`}, "kr-"},
		{"--as css --mixins", []string{".body > aside {\n    --kr-skip: calc(1 / 12);"}, "@include"},
		{"--as css --whole", []string{".kr-take-11-full"}, "@include"},
		{"--as document --mixins", []string{"<!DOCTYPE html>", ".body > aside {"}, `class="kr-cell`},
		{"--as scss", []string{"// _settings.scss", "// _kit.scss", "// index.scss", "@include kr.skip(1);"}, "<main"},
		{"--as scss --file index.html", []string{"<main class=\"body\">"}, "@use"},
		{"--as scss --file index.scss --nested", []string{"  > aside {"}, "// _kit.scss"},
		{"--as less --file index.less --gathered", []string{".kr-from(@kr-wide; {\n"}, "// kit.less"},
		{"--as tsx --file index.tsx", []string{`<Cell as="aside" width={{ mid: 5, wide: 3 }} skip={{ wide: 1 }}>`},
			"kr-cell"},
		{"--as archive", []string{"PK\x03\x04", "mixins/scss/index.scss"}, "@include"},
	} {
		args := append([]string{"code", "-", "--page", "front-page"}, strings.Fields(c.args)...)
		out, err := run(t, string(demo.File()), args...)
		if err != nil || strings.Contains(out, c.lack) {
			t.Errorf("%s: %v, has %s", c.args, err, c.lack)
		}
		for _, want := range c.want {
			if !strings.Contains(out, want) {
				t.Errorf("%s lacks %s", c.args, want)
			}
		}
	}
}

// The schemas are JSON, and say what they are of.
func TestSchemaCommand(t *testing.T) {
	for of, want := range map[string]string{"project": `"$schema"`, "api": `"openapi"`} {
		out, err := run(t, "", "schema", of)
		if err != nil || !json.Valid([]byte(out)) || !strings.Contains(out, want) {
			t.Errorf("%s: %v, %.60s", of, err, out)
		}
	}
	if _, err := run(t, "", "schema", "page"); err == nil {
		t.Error("there is a schema of pages")
	}
}

func TestCommandsRefuse(t *testing.T) {
	file := string(demo.File())
	for want, args := range map[string][]string{
		`--page: found "Back page", want one of Front page, Sightings, Plan a visit`: {"plan", "-", "--page",
			"Back page", "--width", "900"},
		`--width: found -3`: {"plan", "-", "--page", "Sightings", "--width", "-3"},
		`--as: found "pdf", want html, css, document, scss, less, tsx, jsx, archive, sheet or sheet-pdf`: {"code", "-",
			"--page",
			"Sightings", "--as", "pdf"},
		`--why: found "nobody", want the id of a container, row or column of Sightings`: {"plan", "-", "--page",
			"Sightings", "--width", "900", "--why", "nobody"},
		`--file: found "a.scss", want one of the files of scss`: {"code", "-", "--page",
			"Sightings", "--as", "scss", "--file", "a.scss"},
		"no such file":    {"plan", "missing.kitrows.json", "--width", "900"},
		"no such project": {"export", "nowhere", "--data", t.TempDir()},
	} {
		if out, err := run(t, file, args...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: %v %s, want %s", args, err, out, want)
		}
	}
}

func TestImportThenExportGivesTheSameBytes(t *testing.T) {
	data := t.TempDir()
	if out, err := run(t, string(demo.File()), "import", "-", "--data", data); err != nil ||
		out != "Gullwing Point is in, as gullwing-point\n" {
		t.Fatal(out, err)
	}
	if out, err := run(t, "", "export", "gullwing-point", "--data", data); err != nil || out != string(demo.File()) {
		t.Errorf("exported other bytes: %v", err)
	}
	if _, err := run(t, string(demo.File()), "import", "-", "--data", data); err == nil {
		t.Error("imported over a project that was there")
	}
	if _, err := run(t, string(demo.File()), "import", "-", "--data", data, "--as", "second"); err != nil {
		t.Error(err)
	}
}

// Killed in the middle of a burst of edits and started again, it has every edit
// it answered.
func TestKilledItLosesNothingAcknowledged(t *testing.T) {
	binary := filepath.Join(t.TempDir(), "kitrows")
	if out, err := exec.Command("go", "build", "-o", binary, ".").CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	data := t.TempDir()
	revision := 1
	for round := range 20 {
		url, kill := launch(t, binary, data)
		acknowledged := revision
		// Every fourth round the time runs from the start, so that the first edit is interrupted too; otherwise from
		// the first answer, however long a busy machine takes for it.
		var deadline *time.Timer
		if round%4 == 0 {
			deadline = time.AfterFunc(time.Duration(30+7*round)*time.Millisecond, kill)
		}
		for {
			made, ok := send(url, acknowledged)
			if !ok {
				break
			}
			acknowledged = made
			if deadline == nil {
				deadline = time.AfterFunc(time.Duration(5*round)*time.Millisecond, kill)
			}
		}
		if deadline == nil {
			t.Fatalf("round %d: the first edit was refused", round)
		}
		deadline.Stop()
		kill()

		// At most the edit that was on its way is there besides.
		out, err := run(t, "", "export", "gullwing-point", "--data", data)
		if err != nil {
			t.Fatal(err)
		}
		p, err := project.Decode(strings.NewReader(out))
		if err != nil {
			t.Fatal(err)
		}
		n, _ := p.Pages[0].Find("log")
		name := 1
		_, _ = fmt.Sscanf(n.Name, "Log %d", &name)
		if name != acknowledged && name != acknowledged+1 {
			t.Fatalf("round %d: revision %d was acknowledged, the project is at %d", round, acknowledged, name)
		}
		revision = name
	}
}

// launch starts the demo and gives its address and a way to kill it at once.
func launch(t *testing.T, binary, data string) (url string, kill func()) {
	t.Helper()
	c := exec.Command(binary, "demo", "--data", data, "--listen", "127.0.0.1:0")
	out, err := c.StdoutPipe()
	if err == nil {
		err = c.Start()
	}
	if err != nil {
		t.Fatal(err)
	}
	line, err := bufio.NewReader(out).ReadString('\n')
	if err != nil {
		t.Fatal(err)
	}
	dead := make(chan struct{})
	go func() { _ = c.Wait(); close(dead) }()
	return strings.TrimSpace(strings.TrimPrefix(line, "Kit Rows is at ")), func() {
		_ = c.Process.Signal(os.Kill)
		<-dead
	}
}

// send names the log after the revision the edit makes; ok reports whether the
// server answered that it did.
func send(url string, revision int) (made int, ok bool) {
	o := edit.Operation{Describe: &edit.Describe{Node: "log", Name: new(fmt.Sprintf("Log %d", revision+1))}}
	body, _ := json.Marshal(map[string]any{"revision": revision, "operation": o})
	a, err := http.Post(url+"/api/projects/gullwing-point/pages/front-page/edits", "application/json",
		bytes.NewReader(body))
	if err != nil {
		return 0, false
	}
	defer a.Body.Close()
	var answer struct {
		Whole *struct{ Revision int }
		Delta *struct{ Head struct{ Revision int } }
	}
	if err := json.NewDecoder(a.Body).Decode(&answer); err != nil || a.StatusCode != http.StatusOK {
		return 0, false
	}
	if answer.Delta != nil {
		return answer.Delta.Head.Revision, true
	}
	return answer.Whole.Revision, true
}

// A kit's numbers and code without a server; which kit it is must be said where there are several.
func TestKitCommand(t *testing.T) {
	const file = "../../demo/gullwing-point.kitrows.json"
	for _, c := range []struct {
		args []string
		want string
	}{
		{[]string{"facts", file, "--kit", "plain-twelve"},
			"Column         8.67 to 34.42   21          45           72\n"},
		{[]string{"facts", file, "--kit", "plain-twelve", "--as", "csv", "--width", "1000"}, "units,px\n1,45\n2,118\n"},
		{[]string{"facts", file, "--kit", "five-uneven", "--as", "markdown", "--width", "1000"},
			"| 5 | 884 |  |  |  |  |\n"},
		{[]string{"facts", file, "--kit", "fifth-gap", "--as", "json"}, `"breakpoint": "full"`},
		{[]string{"facts", file, "--kit", "fifth-gap", "--as", "xml"}, "text, csv, markdown or json"},
		{[]string{"facts", file, "--kit", "fifth-gap", "--width", "0.5"}, "a viewport width of 1 to"},
		{[]string{"css", file, "--kit", "Plain Twelve"}, ".kr-take-12-full {"},
		{[]string{"scss", file, "--kit", "fifth-gap"}, "// _kit.scss"},
		{[]string{"less", file, "--kit", "five-uneven"}, "// kit.less"},
		{[]string{"check", file, "--kit", "five-uneven"}, "Five Uneven is fine: 1 2 3 2 1 columns"},
		{[]string{"sheet", file, "--kit", "plain-twelve"}, "%PDF-"},
		{[]string{"sheet", file, "--kit", "plain-twelve", "--as", "svg", "--breakpoint", "mid", "--width", "800"},
			`viewBox="0 0 800 800"`},
		{[]string{"sheet", file, "--kit", "plain-twelve", "--as", "svg", "--breakpoint", "mid", "--width", "80"},
			"from 630 to 909 px"},
		{[]string{"sheet", file, "--kit", "plain-twelve", "--as", "gif"}, "pdf, svg, png or css"},
		{[]string{"sheet", file, "--kit", "plain-twelve", "--paper", "a3"}, "a4 or letter"},
		{[]string{"sheet", file, "--kit", "five-uneven", "--as", "css"}, "body::before {"},
		{[]string{"file", file, "--kit", "fifth-gap"}, `"format": "kitrows-kit"`},
		{[]string{"facts", "../../internal/project/ready/broadsheet.kit.json"}, "Column         50 to 186.6  76"},
		{[]string{"check", file}, `--kit: found "", want one of plain-twelve, fifth-gap, five-uneven`},
	} {
		out, err := run(t, "", append([]string{"kit"}, c.args...)...)
		if err != nil {
			out = err.Error()
		}
		if !strings.Contains(out, c.want) {
			t.Errorf("%v: got %s, want %s", c.args, out, c.want)
		}
	}
}
