package main

import (
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/demo"
)

// Two versions of pages, of a folder, of a project or of a stylesheet: what moves is told, and the program ends with 1
// where something does that is not allowed.
func TestCompareCommand(t *testing.T) {
	dir := t.TempDir()
	put := func(name, text string) {
		t.Helper()
		path := filepath.Join(dir, filepath.FromSlash(name))
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	const sheet = ".quay { margin: 0 auto; padding: 0 10px } .pier { display: flex; flex-wrap: wrap; margin: 0 -8px }\n" +
		".berth { box-sizing: border-box; width: 100%; padding: 0 8px }\n" +
		"@media (min-width: 600px) { .s3 { width: 25% } .s4 { width: 33.3333% } .s6 { width: 50% } .s8 { width: 66.6667% " +
		"} .s9 { width: 75% } }\n"
	html := func(log string) string {
		return "<!doctype html><html><head><meta name=viewport content=width=device-width><title>Log</title>" +
			"<link rel=stylesheet href=grid.css></head><body><div class=quay><div class=pier id=log>" +
			"<div class='berth " + log + "' id=story>One</div><div class='berth s4' id=tides>Two</div></div></div></body></html>"
	}
	put("a/grid.css", sheet)
	put("a/log.html", html("s8"))
	put("a/same.html", html("s6"))
	put("b/grid.css", sheet)
	put("b/log.html", html("s9"))
	put("b/same.html", html("s6"))
	put("b/new.html", html("s6"))
	put("grid.css", strings.ReplaceAll(sheet, "8px", "12px"))
	file := string(demo.File())
	put("a.kitrows.json", file)
	put("b.kitrows.json", strings.Replace(file, `"width": "take 7"`, `"width": "take 6"`, 1))
	t.Chdir(dir)
	for _, c := range []struct {
		args string
		code int
		want []string
		lack string
	}{
		{"a/log.html b/log.html --held", 1,
			[]string{"b/log.html: 4 of 6 boxes move, 1 row breaks otherwise, 1 finding comes\n",
				"  story, 600 to 1920 px: about 1266.66 → 1425 px wide at 1920 px\n", "so tides starts line 2\n",
				"  comes: b/log.html:1:"}, "goes"},
		{"a/log.html a/log.html", 0, []string{"a/log.html: nothing moves\n"}, "  "},
		{"a b --held", 1, []string{"log.html: 4 of 6", "same.html: nothing moves", "new.html: the page is new"}, "gone"},
		{"b a --held", 1, []string{"new.html: the page is gone", "  goes: b/log.html:1:"}, "comes"},
		{"a b --held --allow log.html --allow new.html", 0, []string{"log.html: 4 of 6"}, ""},
		{"a/grid.css grid.css a --held", 1, []string{"a/log.html: ",
			"log, 320 to 1920 px: about 300 → 308 px wide, 4 px further left at 320 px"}, "new"},
		{"a/grid.css grid.css a --held --allow 4px", 0, []string{"a/log.html: "}, ""},
		{"a/grid.css grid.css a --held --allow 3px --allow heights --allow tides", 1, nil, ""},
		{"a/grid.css grid.css a --held --allow story --allow tides --allow log", 0, nil, ""},
		{"a.kitrows.json b.kitrows.json --held --widths 1000-1000", 1, []string{"Front page: ", "Sightings: nothing moves"},
			""},
		{"a.kitrows.json b.kitrows.json --widths 320-320", 0, []string{"0 of 51 boxes move, 1 finding comes"}, ""},
		{"a.kitrows.json b.kitrows.json --allow Nowhere", 2, nil, ""},
		{"a.kitrows.json b.kitrows.json --widths 9-1", 2, nil, ""},
		{"a/grid.css grid.css", 2, nil, ""},
		{"a/grid.css a", 2, nil, ""},
		{"a/log.html b/none.html", 2, nil, ""},
	} {
		out, err := run(t, "", append([]string{"compare"}, strings.Fields(c.args)...)...)
		code := 0
		if coded, is := errors.AsType[*exit](err); is {
			code = coded.code
		} else if err != nil {
			code = 2
		}
		if code != c.code {
			t.Errorf("%s ends with %d, want %d: %v\n%s", c.args, code, c.code, err, out)
		}
		for _, want := range c.want {
			if !strings.Contains(out, want) {
				t.Errorf("%s lacks %q:\n%s", c.args, want, out)
			}
		}
		if c.lack != "" && strings.Contains(out, c.lack) {
			t.Errorf("%s has %q:\n%s", c.args, c.lack, out)
		}
	}
	out, _ := run(t, "", "compare", "a", "b", "--held", "--json", "--html", "review.html")
	var reports []comparedReport
	if err := json.Unmarshal([]byte(out), &reports); err != nil {
		t.Fatal(err)
	}
	if len(reports) != 3 || reports[0].State != "other" || reports[0].Moves[0].Was == nil || len(reports[0].Came) != 1 {
		t.Errorf("reported: %+v", reports)
	}
	b, err := os.ReadFile("review.html")
	if err != nil || !strings.Contains(string(b), "Nothing moves on same.html.") || strings.Contains(string(b),
		"<script") {
		t.Errorf("the page for a review: %v\n%s", err, b)
	}
}
