package main

import (
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

const teamSheet = `.rail { display: flex; flex-wrap: wrap; gap: 10px }
.plank { min-width: 0; box-sizing: border-box }
.a { width: calc(50% - 5px) }
.b { width: calc(25% - 7.5px) }
@media (max-width: 599px) {
  .a-s { width: calc(50% - 5px) }
  .b-s { width: calc(25% - 7.5px) }
}
@container (width > 9px) { .c { width: 50% } }
`

// A kit is read out of files, with what was found and where, and what was not understood.
func TestKitRead(t *testing.T) {
	file := filepath.Join(t.TempDir(), "team.css")
	if err := os.WriteFile(file, []byte(teamSheet), 0o600); err != nil {
		t.Fatal(err)
	}
	out, err := run(t, "", "kit", "read", file, "--explain")
	if err != nil {
		t.Fatal(err)
	}
	var report kitReport
	if err := json.Unmarshal([]byte(out), &report); err != nil {
		t.Fatal(err)
	}
	if k := report.Kit; k.Columns.N() != 4 || k.GutterAt(0).Px() != 10 || len(k.Breakpoints) != 2 ||
		k.Name != "team" || k.Imported.Files[0].Text != teamSheet {
		t.Errorf("the kit: %+v", k)
	}
	if f := report.Found[0]; f.What != "columns" || f.Sure != "read" || f.Rules[0] != (placeReport{"team.css", 3}) {
		t.Errorf("the first finding: %+v", f)
	}
	if len(report.Findings) != 1 || report.Findings[0].Rules[0].Line != 9 {
		t.Errorf("not understood: %+v", report.Findings)
	}
	said := map[string]string{}
	for _, w := range report.Words {
		said[w.Word] = strings.Join(w.Says, ", ")
	}
	for word, want := range map[string]string{"plank": "is a column", "a": "take 2", "b-s": "take 1 below from-600"} {
		if said[word] != want {
			t.Errorf("%s says %q, want %q", word, said[word], want)
		}
	}
	for args, want := range map[string]string{
		"":                         "No such",
		file + " --choose columns": "DOUBT=CHOICE",
		file + " --choose row=x":   "nothing is in doubt",
		"kitrows_test.go":          "no rules",
	} {
		words := strings.Fields(args)
		if len(words) == 0 {
			words = []string{filepath.Join(t.TempDir(), "none.css")}
			want = "no such file"
		}
		if _, err := run(t, "", append([]string{"kit", "read"}, words...)...); err == nil ||
			!strings.Contains(err.Error(), want) {
			t.Errorf("kit read %s: %v, want %s", args, err, want)
		}
	}
}

// What was changed of a page in its project file is written to its HTML; where nothing was, the bytes are those that
// were read.
func TestPageWrite(t *testing.T) {
	const html = "<!doctype html>\n<style>.tier { display: flex; flex-wrap: wrap } .pan-3 { width: 25% } .pan-6 { " +
		"width: 50% } .pan-9 { width: 75% }</style>\n" +
		"<div class=tier>\n  <div class='pan-3'>One</div>\n  <div class=pan-9>Two</div>\n</div>\n"
	file := filepath.Join(t.TempDir(), "index.html")
	if err := os.WriteFile(file, []byte(html), 0o600); err != nil {
		t.Fatal(err)
	}
	read, err := run(t, "", "page", "read", file)
	if err != nil {
		t.Fatal(err)
	}
	for width, want := range map[string]string{
		"take 1": html, "take 2": strings.Replace(html, "pan-3'", "pan-6'", 1), "1/7": "",
	} {
		out, err := run(t, strings.Replace(read, `"width": "take 1"`, `"width": "`+width+`"`, 1), "page", "write", "-")
		if out != want || (err == nil) != (want != "") {
			t.Errorf("%s: %q, %v", width, out, err)
		}
	}
}

// Pages move to another kit: what moves is told, what would be left out keeps a page as it is, and everything else of
// the file stays to the byte.
func TestPageMove(t *testing.T) {
	dir := t.TempDir()
	put := func(name, text string) string {
		t.Helper()
		name = filepath.Join(dir, name)
		if err := os.MkdirAll(filepath.Dir(name), 0o700); err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(name, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		return name
	}
	get := func(name string) string {
		t.Helper()
		b, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	const html = "<!doctype html>\n<html><head><title>T</title>\n<link rel=stylesheet href=../team.css>\n</head>" +
		"<body>\n<div class='rail mine'><div class=\"plank a\">One</div>\n<div class='plank " +
		"b'>Two</div></div>\n</body></html>\n"
	team := put("team.css", strings.SplitAfter(teamSheet, "}\n}\n")[0])
	page := put("pages/one.html", html)
	next := put("next/crew.css",
		".line { display: flex; flex-wrap: wrap }\n.in { box-sizing: border-box; min-width: 0 }\n"+
			".third { width: 33.3333% }\n.sixth { width: 16.6667% }\n.whole { width: 100% }\n.half { width: 50% }\n")
	kit := put("kit.json", `{}`)

	out, err := run(t, "", "page", "move", page, "--css", team, "--to", next)
	if err == nil || !strings.Contains(err.Error(), "1 of 1 pages stay") || !strings.Contains(out, "cannot follow: ") {
		t.Errorf("nothing is lost: %v\n%s", err, out)
	}
	if got := get(page); got != html {
		t.Errorf("a page on which something would be left out is\n%s", got)
	}
	if out, err = run(t, "", "page", "move", page, "--css", team, "--to", next, "--lossy", "--dry-run"); err != nil ||
		get(page) != html {
		t.Errorf("a dry run: %v\n%s", err, out)
	}
	if out, err = run(t, "", "page", "move", page, "--css", team, "--to", next, "--lossy"); err != nil ||
		!strings.Contains(out, "one.html: 2 of 2 columns move\n") {
		t.Errorf("moved: %v\n%s", err, out)
	}
	want := strings.NewReplacer("<link", "<link rel=\"stylesheet\" href=\"../next/crew.css\">\n<link",
		"rail mine", "line mine", `"plank a"`, `"in half"`, "'plank b'", "'in third'").Replace(html)
	if got := get(page); got != want {
		t.Errorf("the page is\n%s\nwant\n%s", got, want)
	}
	for args, want := range map[string]string{
		page + " --to " + next:                   "stylesheets in other folders are given with --css",
		page:                                     `required flag(s) "to"`,
		page + " --css " + team + " --to " + kit: "format",
		page + " --css " + team + " --to nowhere.css":                "no such file",
		"nowhere.html --to " + next:                                  "no such file",
		page + " --css " + team + " --to " + next + " --pairs x,y,z": "pairs",
	} {
		if _, err := run(t, "", append([]string{"page", "move"}, strings.Fields(args)...)...); err == nil ||
			!strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v, want %s", args, err, want)
		}
	}
}

// What is told of a file is a line for editors; a fix is the smallest edit of it; how the command ends says what was
// found.
func TestCheck(t *testing.T) {
	dir := t.TempDir()
	put := func(name, text string) string {
		t.Helper()
		name = filepath.Join(dir, name)
		if err := os.WriteFile(name, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		return name
	}
	put("team.css", teamSheet)
	const html = "<!doctype html>\n<html><head><meta name=viewport content=width=device-width><title>T</title>\n" +
		"<link rel=stylesheet href=team.css>\n</head><body>\n<div class=rail><div class='plank " +
		"a'>One</div></b></div>\n</body></html>\n"
	page := put("page.html", html)
	code := func(err error) int {
		if coded, is := errors.AsType[*exit](err); is {
			return coded.code
		}
		return 0
	}
	out, err := run(t, "", "check", page)
	want := page + ":5:47: surprise: Row, </b> ends nothing here [end-tag-surplus]\n"
	if code(err) != 1 || err.Error() != "" || !strings.HasSuffix(out, want) {
		t.Errorf("%v, %d:\n%swant\n%s", err, code(err), out, want)
	}
	if out, err := run(t, "", "check", dir, "--json"); code(err) != 1 || !strings.Contains(out,
		`"code": "end-tag-surplus"`) {
		t.Errorf("the folder: %v\n%s", err, out)
	}
	if out, err := run(t, "", "check", page, "--severity", "broken"); err != nil || out != "" {
		t.Errorf("what is broken: %v\n%s", err, out)
	}
	if out, err := run(t, "", "check", page, "--fix", "end-tag-surplus"); err != nil || out != "" {
		t.Errorf("mended: %v\n%s", err, out)
	}
	if b, err := os.ReadFile(page); err != nil || string(b) != strings.Replace(html, "</b>", "", 1) {
		t.Errorf("mended it is\n%s", b)
	}
	for _, args := range [][]string{{"check", filepath.Join(dir, "none.html")}, {"check", page, "--fix", "tables"},
		{"check", page, "--severity", "bad"}} {
		if _, err := run(t, "", args...); code(err) != 2 || err.Error() == "" {
			t.Errorf("%v: %d, %v", args, code(err), err)
		}
	}
}

// A page with a class of ours that its kit has no container for is read all the same.
func TestPageOfAnotherKitIsRead(t *testing.T) {
	page := filepath.Join(t.TempDir(), "page.html")
	const html = "<!doctype html><html><head><meta name=viewport " +
		"content=width=device-width><title>T</title></head><body>" +
		"<div class=kr-frame-cap><div class=kr-row><div class='kr-cell kr-take-6-mid'>One</div></div></div></body></html>"
	if err := os.WriteFile(page, []byte(html), 0o600); err != nil {
		t.Fatal(err)
	}
	if out, err := run(t, "", "page", "read", page); err != nil || !strings.Contains(out, `"take 6"`) {
		t.Errorf("%v\n%s", err, out)
	}
}

// What is told of a stylesheet has its place there, of one that another imports too.
func TestFindingsOfStylesheetsHaveTheirPlace(t *testing.T) {
	dir := t.TempDir()
	for name, text := range map[string]string{
		"index.html": "<!doctype html><html><head><meta name=viewport content=width=device-width><title>T</title>" +
			"<link rel=stylesheet href=css/main.css></head><body><div class=kr-frame><div class='kr-row log'>" +
			"<div class=kr-cell>One</div></div></div></body></html>",
		"css/main.css": "@import \"log.css\";\n",
		"css/log.css":  "p { color: red }\n.log { border: 4px solid }\n",
	} {
		file := filepath.Join(dir, name)
		if err := errors.Join(os.MkdirAll(filepath.Dir(file), 0o755), os.WriteFile(file, []byte(text), 0o600)); err != nil {
			t.Fatal(err)
		}
	}
	out, _ := run(t, "", "check", filepath.Join(dir, "index.html"), "--severity", "tidy")
	if want := filepath.Join(dir, "css/log.css") + ":2:1: tidy: "; !strings.Contains(out, want) {
		t.Errorf("no %q in\n%s", want, out)
	}
}
