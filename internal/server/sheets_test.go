package server_test

import (
	"encoding/json"
	"strings"
	"testing"

	"kitrows/internal/kit"
	"kitrows/internal/server"
)

// Stylesheets are read over HTTP; the kit that comes of them is added, its file is kept to the byte, and its
// numbers are not changed.
func TestSheetsAreRead(t *testing.T) {
	h := start(t)
	sheet := ".rail { display: flow-root }\r\n.plank { float: left } .a { width: 50% } .b { width: 25% } .c { width: 75% }"
	body := mustJSON(t, map[string]any{"name": "Team", "files": []kit.File{{Name: "team.css", Text: sheet}}})
	status, answer, _ := send(t, h, "POST", "/api/library/sheets", string(body))
	var read server.SheetKit
	if err := json.Unmarshal(answer, &read); err != nil || status != 200 {
		t.Fatalf("%d %v %s", status, err, answer)
	}
	if read.Kit.Brought.Files[0].Text != sheet || len(read.Sheet.Words) != 5 || read.Sheet.Findings[0].Places[0].From != 2 {
		t.Errorf("read: %+v", read.Sheet)
	}
	const edits = "/api/projects/gullwing-point/pages/front-page/edits"
	add := func(k *kit.Kit) (int, []byte) {
		status, answer, _ := send(t, h, "POST", edits, string(mustJSON(t, map[string]any{"revision": 1,
			"operation": map[string]any{"addKit": map[string]any{"kit": k}}})))
		return status, answer
	}
	changed := *read.Kit
	changed.Gutter = kit.GutterOf(kit.Px(30))
	if status, answer := add(&changed); status != 422 || !strings.Contains(string(answer), "as its stylesheet has it") {
		t.Errorf("another gutter: %d %s", status, answer)
	}
	for text, want := range map[string]string{
		`{"name":"Team","files":[]}`: "minItems",
		`{"name":"Team","files":[{"name":"a.css","text":"a { color: red }"}]}`:            "no rules",
		`{"name":"Team","files":[{"name":"a.css","text":""},{"name":"a.css","text":""}]}`: "no rules",
	} {
		if status, answer, _ := send(t, h, "POST", "/api/library/sheets", text); status != 422 ||
			want != "minItems" && !strings.Contains(string(answer), want) {
			t.Errorf("%s: %d %s", text, status, answer)
		}
	}
}
