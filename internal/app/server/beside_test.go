package server_test

import (
	"crypto/sha512"
	"encoding/base64"
	"encoding/json"
	"regexp"
	"strings"
	"testing"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/server"
)

// What the side panel and the screens beside the Bench ask for.
func TestWhatStandsBesideTheBench(t *testing.T) {
	h := start(t)
	edit := func(body string) {
		t.Helper()
		if status, answer, _ := send(t, h, "POST", front+"/edits", body); status != 200 {
			t.Fatalf("%s: %d %s", body, status, answer)
		}
	}
	edit(`{"revision":1,"operation":{"type":{"cells":[{"node":"log","breakpoint":"wide"}],"text":"6"}}}`)
	edit(`{"revision":2,"operation":{"pour":{"text":"<h2>Tides</h2>","as":"html"}}}`)
	for name, c := range map[string]struct{ method, path, body, want string }{
		"pieces":   {"GET", "/api/projects/gullwing-point/pieces", "", `"text":"Tides","placed":[]`},
		"pictures": {"GET", "/api/projects/gullwing-point/pictures", "", `{"id":"point","file":"point.svg"}`},
		"filling": {"GET", front + "/filling?from=wide", "",
			`"name":"Opening","breakpoint":"mid","now":"12 · 12","then":"7 + 5"`},
		"history": {"GET", "/api/projects/gullwing-point/history", "",
			`{"revision":2,"kind":"edit","summary":"Log: 6 at wide","name":""}`},
		"comparison":     {"GET", front + "/compare?from=1&to=2", "", `"added":1,"gone":1`},
		"SCSS":           {"GET", front + "/code/scss", "", `{"name":"_settings.scss","text":"// Plain Twelve`},
		"nested":         {"GET", front + "/code/scss?nested=true", "", `\n  .masthead {\n`},
		"by breakpoint":  {"GET", front + "/code/plain?gathered=true", "", `(min-width: 630px) {\n  .mark {`},
		"components":     {"GET", front + "/code/tsx", "", `import { Cell, Frame, Row } from`},
		"costs":          {"GET", front + "/costs", "", `"form":"whole","name":"Classes, whole kit","rules":`},
		"naming a point": {"PUT", "/api/projects/gullwing-point/history/1/name", `{"name":"As it came"}`, ""},
	} {
		status, answer, _ := send(t, h, c.method, c.path, c.body)
		if status > 204 || !strings.Contains(string(answer), c.want) {
			t.Errorf("%s: %d %.400s, want …%s…", name, status, answer, c.want)
		}
	}
	for name, c := range map[string]struct {
		method, path, body string
		status             int
		want               string
	}{
		"filling the narrowest": {"GET", front + "/filling?from=base", "", 422,
			"a breakpoint with narrower ones: mid, wide, full"},
		"a form that is not": {"GET", front + "/code/pdf", "", 422, "path.form"},
		"a moment to come":   {"GET", front + "/compare?from=1&to=9", "", 422, "1 to 3"},
		"a name for one":     {"PUT", "/api/projects/gullwing-point/history/9/name", `{"name":"x"}`, 422, "1 to 3"},
		"back to one":        {"POST", front + "/back", `{"revision":3,"to":9,"name":""}`, 422, "to.revision: found"},
		"back on an old revision": {"POST", front + "/back", `{"revision":1,"to":1,"name":""}`, 409,
			"the project is at revision 3"},
		"a picture that is not": {"GET", "/api/projects/gullwing-point/pictures/lost", "", 404, "no such picture"},
	} {
		status, answer, _ := send(t, h, c.method, c.path, c.body)
		if status != c.status || !strings.Contains(string(answer), c.want) {
			t.Errorf("%s: %d %s, want %d …%s…", name, status, answer, c.status, c.want)
		}
	}

	status, answer, _ := send(t, h, "POST", front+"/back", `{"revision":3,"to":1,"name":"As it came"}`)
	var a server.Answer
	if err := json.Unmarshal(answer, &a); err != nil || status != 200 {
		t.Fatalf("%d %s", status, answer)
	}
	var head bench.Bench
	if a.Delta != nil {
		head = a.Delta.Head
	} else {
		head = *a.Whole
	}
	if head.Revision != 4 || head.Undo != "Back to As it came" {
		t.Errorf("revision %d, undo %q", head.Revision, head.Undo)
	}
}

// A picture opened by itself can run nothing; the archive is a file to keep.
func TestFilesAreSafe(t *testing.T) {
	h := start(t)
	_, _, picture := send(t, h, "GET", "/api/projects/gullwing-point/pictures/point", "")
	if !strings.Contains(picture.Get("Content-Security-Policy"), "sandbox") ||
		picture.Get("Content-Type") != "image/svg+xml" || picture.Get("X-Content-Type-Options") != "nosniff" {
		t.Errorf("a picture comes with %v", picture)
	}
	// By the address that pages have, which is another when the picture is, it may be kept; by others it may not.
	_, document, _ := send(t, h, "GET",
		"/api/projects/gullwing-point/files/index.html?page=front-page&measured&linked", "")
	address := regexp.MustCompile(`src="([^"]*/pictures/point\?[0-9a-f]+)"`).FindSubmatch(document)
	if address == nil {
		t.Fatalf("no picture has a version in\n%s", document)
	}
	_, _, kept := send(t, h, "GET", string(address[1]), "")
	_, _, other := send(t, h, "GET", "/api/projects/gullwing-point/pictures/point?1", "")
	if !strings.Contains(kept.Get("Cache-Control"), "immutable") || picture.Get("Cache-Control") != "" ||
		other.Get("Cache-Control") != "" {
		t.Errorf("kept: %v, %v, %v", kept, picture, other)
	}
	status, archive, header := send(t, h, "GET", front+"/archive", "")
	if status != 200 || !strings.HasPrefix(string(archive), "PK") ||
		header.Get("Content-Disposition") != `attachment; filename="index.zip"` {
		t.Errorf("the archive: %d, %v", status, header)
	}
}

// The stand-in for a delivery network hands out what the head says it does, and
// nothing else.
func TestDelivery(t *testing.T) {
	h := start(t)
	for _, form := range []string{"used", "whole", "plain", "scss"} {
		_, answer, _ := send(t, h, "GET", front+"/code/"+form+"?network=true", "")
		var got struct{ Head string }
		if err := json.Unmarshal(answer, &got); err != nil {
			t.Fatal(err)
		}
		said := regexp.MustCompile(`href="(/deliver/[^"]+)" integrity="(sha384-[^"]+)" ` +
			`crossorigin`).FindStringSubmatch(got.Head)
		if said == nil {
			t.Fatalf("%s: the head is %s", form, got.Head)
		}
		status, css, header := send(t, h, "GET", said[1], "")
		sum := sha512.Sum384(css)
		if status != 200 || "sha384-"+base64.StdEncoding.EncodeToString(sum[:]) != said[2] ||
			header.Get("Access-Control-Allow-Origin") != "*" {
			t.Errorf("%s: %d, %v", said[1], status, header)
		}
		if status, _, _ := send(t, h, "GET", strings.Replace(said[1], ".css", "x.css", 1), ""); status != 404 {
			t.Errorf("another file: %d", status)
		}
	}
	if status, _, _ := send(t, h, "GET", "/deliver/gullwing-point/front-page/pdf/x/kit.css", ""); status != 404 {
		t.Errorf("a form that is not: %d", status)
	}
}
