package server_test

import (
	"encoding/json"
	"strings"
	"testing"

	"kitrows/internal/app/server"
	"kitrows/internal/grid/kit"
)

const kitPath = "/api/projects/gullwing-point/kits/plain-twelve"

// A kit is shared by one project and taken by another, whose page is then held against the
// newest revision before it takes that.
func TestSharedKits(t *testing.T) {
	h := start(t)
	ask := func(method, path, body string, want int, into any) []byte {
		t.Helper()
		status, answer, _ := send(t, h, method, path, body)
		if status != want {
			t.Fatalf("%s %s: %d %s", method, path, status, answer)
		}
		if into != nil {
			if err := json.Unmarshal(answer, into); err != nil {
				t.Fatal(err)
			}
		}
		return answer
	}
	kitOf := func(path string) map[string]any {
		var view struct{ Kit map[string]any }
		ask("GET", path, "", 200, &view)
		return view.Kit
	}
	var first, second kit.Shared
	own := kitOf(kitPath)
	ask("POST", "/api/library", string(mustJSON(t, own)), 200, &first)
	if first != (kit.Shared{ID: "plain-twelve", Revision: 1}) {
		t.Fatalf("shared as %+v", first)
	}
	var card server.Card
	ask("POST", "/api/projects/new", `{"name":"Skerry","kit":"shared:plain-twelve","start":"page"}`, 201, &card)
	theirs := "/api/projects/skerry/kits/" + card.KitID
	if of := kitOf(theirs)["shared"]; of.(map[string]any)["revision"] != 1.0 {
		t.Fatalf("its kit is %v", of)
	}

	own["shared"], own["rowGutter"] = first, "30px"
	ask("POST", "/api/library", string(mustJSON(t, own)), 200, &second)
	own["rowGutter"] = "31px" // of a project that has not taken revision 2
	ask("POST", "/api/library", string(mustJSON(t, own)), 409, nil)
	var draft server.KitDraft
	ask("POST", theirs+"/draft", `{"steps":[],"newest":true}`, 200, &draft)
	if second.Revision != 2 || draft.View.Newest != 2 || draft.View.Kit.RowGutterAt(0).Px() != 30 ||
		len(draft.Effects) != 1 {
		t.Errorf("newest: %+v of %+v", draft.View, second)
	}
	ask("DELETE", "/api/library/plain-twelve", "", 204, nil)
	ask("POST", theirs+"/draft", `{"steps":[],"newest":true}`, 404, nil)
	ask("POST", kitPath+"/draft", `{"steps":[],"newest":true}`, 200, &draft)
	if draft.Refused == nil || !strings.Contains(draft.Refused.Error(), "none of the library") {
		t.Errorf("of a kit that is not shared: %+v", draft.Refused)
	}
}

// What a kit is downloaded, copied and compared as.
func TestKitFilesAndTables(t *testing.T) {
	h := start(t)
	for path, want := range map[string]string{
		kitPath + "/file":                                                  `"format": "kitrows-kit"`,
		kitPath + "/sheet/svg?breakpoint=mid":                              `viewBox="0 0 700 800"`,
		kitPath + "/sheet/css":                                             "body::before",
		kitPath + "/sheet/pdf?paper=letter&landscape=true":                 "%PDF-",
		kitPath + "/sheet/png?breakpoint=full&width=1300":                  "PNG",
		kitPath + "/pairs?width=888&columns=12&breakpoint=wide":            `{"column":45,"gutter":28}`,
		"/api/projects/gullwing-point/kits/fifth-gap/move?page=front-page": `"text":`,

		kitPath + "/compare?with=fifth-gap": `{"what":"Gutter","breakpoint":"base","here":"16px","there":"1/5 column"}`,

		kitPath + "/compare?with=ready:broadsheet": `{"what":"Technique","breakpoint":"","here":"flex","there":"float"}`,

		"/api/library/three?columns=12&gutter=28&width=1180": `"name":"12 columns, 1180 px"`,
		"/api/library": `"source":"ready:all-relative"`,
	} {
		if status, body, _ := send(t, h, "GET", path, ""); status != 200 || !strings.Contains(string(body), want) {
			t.Errorf("%s: %d %.300s", path, status, body)
		}
	}
	for path, want := range map[string]string{
		kitPath + "/sheet/svg?breakpoint=huge":                "one of base, mid, wide, full",
		kitPath + "/sheet/pdf?paper=a3":                       "a4",
		kitPath + "/sheet/png?breakpoint=mid&width=99":        "630 to 909",
		kitPath + "/pairs?width=0&columns=12&breakpoint=wide": "1 to 20000",
		kitPath + "/move?page=front-page":                     "another of the project",
		kitPath + "/compare?with=lost":                        "kits that are offered",
		"/api/library/three?columns=99&gutter=1&width=900":    "1 to 48",
	} {
		if status, body, _ := send(t, h, "GET", path, ""); status != 422 || !strings.Contains(string(body), want) {
			t.Errorf("%s: %d %s", path, status, body)
		}
	}
	_, text, _ := send(t, h, "POST", kitPath+"/table",
		`{"steps":[{"field":"gutter","breakpoint":"wide","text":"36"}],"what":"facts","as":"markdown"}`)
	if !strings.Contains(string(text), "| Gutter | 16 | 28 | 36 | 36 |") {
		t.Errorf("facts: %s", text)
	}
	_, text, _ = send(t, h, "POST", kitPath+"/table", `{"steps":[],"what":"widths","width":1440,"as":"csv"}`)
	if !strings.Contains(string(text), `12,1172`) {
		t.Errorf("widths: %s", text)
	}
}
