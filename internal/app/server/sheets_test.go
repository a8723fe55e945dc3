package server_test

import (
	"encoding/json"
	"strings"
	"testing"

	"kitrows/internal/app/server"
	"kitrows/internal/grid/kit"
)

// Stylesheets are read over HTTP; the kit that comes of them is added, its file is kept to the byte, and its
// numbers are not changed.
func TestSheetsAreRead(t *testing.T) {
	h := start(t)
	sheet := ".rail { display: flow-root }\r\n.plank { float: left } .a { width: 50% } .b { width: 25% } .c { " +
		"width: 75% }"
	body := mustJSON(t, map[string]any{"name": "Team", "files": []kit.File{{Name: "team.css", Text: sheet}}})
	status, answer, _ := send(t, h, "POST", "/api/library/sheets", string(body))
	var read server.SheetKit
	if err := json.Unmarshal(answer, &read); err != nil || status != 200 {
		t.Fatalf("%d %v %s", status, err, answer)
	}
	if read.Kit.Imported.Files[0].Text != sheet || len(read.Sheet.Words) != 5 ||
		read.Sheet.Found[0].Places[0].From != 2 {
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

// A newer version of a file is tried before it is taken: what it does to each page is answered, breakpoints keep
// their names, and a kit that was not brought in takes no files.
func TestSheetsAreReadAgain(t *testing.T) {
	h := start(t)
	_, answer, _ := send(t, h, "GET", "/api/projects/gullwing-point/kits/harbour", "")
	var view struct{ Kit kit.Kit }
	if err := json.Unmarshal(answer, &view); err != nil {
		t.Fatal(err)
	}
	again := func(id, was, now string) server.KitDraft {
		files := []kit.File{view.Kit.Imported.Files[0]}
		files[0].Text = strings.ReplaceAll(files[0].Text, was, now)
		status, answer, _ := send(t, h, "POST", "/api/projects/gullwing-point/kits/"+id+"/draft",
			string(mustJSON(t, map[string]any{"steps": []any{}, "brought": map[string]any{"files": files}})))
		var draft server.KitDraft
		if err := json.Unmarshal(answer, &draft); err != nil || status != 200 {
			t.Fatalf("%d %v %s", status, err, answer)
		}
		return draft
	}
	draft := again("harbour", "559px", "499px")
	if draft.View == nil || len(draft.Effects) != 1 || draft.Effects[0].Page.ID != "ringing-room" ||
		strings.Join(draft.Were, " ") != "quay  deep" || draft.View.Kit.Breakpoints[1].From.Px() != 500 {
		t.Errorf("a breakpoint moved: %+v", draft)
	}
	if draft = again("harbour", "12px", "20px"); draft.View == nil || draft.Effects[0].Moved != draft.Effects[0].All ||
		strings.Join(draft.Were, " ") != "quay slip deep" || draft.View.Kit.GutterAt(0).Px() != 40 {
		t.Errorf("a wider gutter: %+v", draft)
	}
	if draft = again("harbour", "width:", "colour:"); draft.Refused == nil || !strings.Contains(draft.Refused.Detail,
		"no widths of columns") {
		t.Errorf("without widths: %+v", draft)
	}
	if draft = again("plain-twelve", "", ""); draft.Refused == nil || !strings.Contains(draft.Refused.Detail,
		"a kit that was read from a stylesheet") {
		t.Errorf("a kit of ours: %+v", draft)
	}
}

// A specimen is answered with its plan, and its document allows no script; it is measured only where that is asked.
func TestSpecimens(t *testing.T) {
	h := start(t)
	const sheet = ".rail { display: flex; flex-wrap: wrap } .plank, .deck { flex: 0 0 auto; min-width: 0 } .deck " +
		"{ order: 0 } .half { width: 50% } .quarter { width: 25% } .whole { width: 100% }"
	body := mustJSON(t, map[string]any{"name": "Team",
		"files": []kit.File{{Name: "team.css", Text: sheet + "</style><script>1</script>"}}})
	status, answer, _ := send(t, h, "POST", "/api/library/specimen", string(body))
	var s server.Specimen
	if err := json.Unmarshal(answer, &s); err != nil || status != 200 {
		t.Fatalf("%d %v %s", status, err, answer)
	}
	if len(s.Planned.Plans) != 3 || len(s.Planned.Plans[0].Boxes) == 0 || len(s.Options) != 2 ||
		s.Options[1].Sketch == nil {
		t.Errorf("%d plans, options %+v", len(s.Planned.Plans), s.Options)
	}
	for path, sandbox := range map[string]string{s.Document: "sandbox", s.Document +
		"?measured": "sandbox allow-same-origin"} {
		status, text, header := send(t, h, "GET", path, "")
		policy := header.Get("Content-Security-Policy")
		if status != 200 || !strings.HasSuffix(policy, "; "+sandbox) ||
			!strings.HasPrefix(policy, "default-src 'none'; style-src 'unsafe-inline'; img-src data:;") {
			t.Errorf("%s: %d, %s", path, status, policy)
		}
		if strings.Contains(string(text), "</style><script>") {
			t.Errorf("%s holds a script", path)
		}
	}
	if status, _, _ := send(t, h, "GET", "/api/library/specimens/none", ""); status != 404 {
		t.Errorf("one that is not kept: %d", status)
	}
	status, answer, _ = send(t, h, "GET", "/api/projects/gullwing-point/pages/tide-tables/planned?as=mixins", "")
	if status != 200 || !strings.Contains(string(answer), `"breakpoint":"wall"`) {
		t.Errorf("%d %.200s", status, answer)
	}
}

// A project begins on a stylesheet.
func TestProjectsBeginOnSheets(t *testing.T) {
	h := start(t)
	body := map[string]any{"name": "Team", "start": "page", "sheets": map[string]any{"name": "Team",
		"files": []kit.File{{Name: "team.css",
			Text: ".rail { display: flow-root } .plank { float: left } .a { width: 50% } .b { width: 25% } .c { " +
				"width: 75% }"}}}}
	status, answer, _ := send(t, h, "POST", "/api/projects/new", string(mustJSON(t, body)))
	if status != 201 || !strings.Contains(string(answer), `"kitId":"team"`) {
		t.Errorf("%d %s", status, answer)
	}
	_, answer, _ = send(t, h, "GET", "/api/projects/team/pages/page-1", "")
	if !strings.Contains(string(answer), `class=\"plank`) {
		t.Errorf("its page: %.400s", answer)
	}
}
