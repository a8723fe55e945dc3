package server_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/url"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"kitrows/demo"
	"kitrows/internal/app/bench"
	"kitrows/internal/app/server"
	"kitrows/internal/app/store"
	"kitrows/internal/project"
	"kitrows/internal/test/sample"
)

const front = "/api/projects/gullwing-point/pages/front-page"

func start(t testing.TB, more ...*project.Project) *httptest.Server {
	t.Helper()
	s, err := store.Open(context.Background(), t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	p, err := demo.Project()
	for _, p := range append(more, p) {
		if err == nil {
			err = s.Add(context.Background(), p)
		}
	}
	if err != nil {
		t.Fatal(err)
	}
	web := fstest.MapFS{
		"index.html": {Data: []byte("the front end")}, "assets/a.js": {Data: []byte("script")},
		"assets/a.js.br": {Data: []byte("pressed")},
	}
	h := httptest.NewServer(server.New(s, web, slog.New(slog.DiscardHandler)))
	t.Cleanup(func() { h.Close(); s.Close() })
	return h
}

func send(
	t testing.TB, h *httptest.Server, method, path, body string, headers ...string,
) (status int, answer []byte, header http.Header) {
	t.Helper()
	r, err := http.NewRequest(method, h.URL+path, strings.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
	}
	a, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer a.Body.Close()
	answer, _ = io.ReadAll(a.Body)
	return a.StatusCode, answer, a.Header
}

// Bad input is answered clearly and changes nothing.
func TestBadInput(t *testing.T) {
	h := start(t)
	cell := `{"revision":1,"operation":{"type":{"cells":[{"node":"log","breakpoint":"wide"}],"text":"%"}}}`
	damaged := strings.Replace(string(demo.File()), `"skip": 1`, `"skip": "one"`, 1)
	for name, c := range map[string]struct {
		method, path, body string
		headers            []string
		status             int
		want               string
	}{
		"width 13 of 12": {"POST", front + "/edits", strings.Replace(cell, "%", "13", 1), nil, 422,
			`"want":"a width of at most 12: the row has 12 columns"`},
		"unknown notation": {"POST", front + "/edits", strings.Replace(cell, "%", "wide!", 1), nil, 422,
			`6 (take 6), 2_6 (skip 2, take 6)`},
		"stale revision": {"POST", front + "/edits", strings.Replace(strings.Replace(cell, "%", "6", 1), `:1,`, `:9,`,
			1),
			nil, 409, `"revision":1`},
		"unknown field": {"POST", front + "/edits", `{"revision":1,"operation":{"colour":"red"}}`, nil, 422,
			`body.operation.colour`},
		"no operation": {"POST", front + "/edits", `{"revision":1,"operation":{}}`, nil, 422, `exactly one action`},
		"not JSON":     {"POST", front + "/edits", `{"revision":`, nil, 400, `unexpected end of JSON`},
		"20 MB":        {"POST", front + "/edits", strings.Repeat(" ", 20<<20), nil, 413, `too large`},
		"20 MB of project": {"POST", "/api/projects", strings.Repeat(" ", 20<<20), nil, 422,
			`at most 8 MiB without its pictures`},
		"65 MB of project": {"POST", "/api/projects", strings.Repeat(" ", 65<<20), nil, 413, `too large`},
		"damaged project": {"POST", "/api/projects", damaged, nil, 422,
			`pages[0].body[0].children[3].children[1].at[1].skip`},
		"same project": {"POST", "/api/projects", string(demo.File()), nil, 422,
			`an id that no project here has yet`},
		"nothing to undo": {"POST", front + "/undo", `{"revision":1}`, nil, 422, `there are none`},
		"unknown project": {"GET", "/api/projects/lost/pages/front-page", "", nil, 404, `no such project`},
		"unknown page": {"GET", "/api/projects/gullwing-point/pages/lost", "", nil, 404,
			`the project has Front page`},
		"odd lane": {"GET", front + "?lane=wide:NaN", "", nil, 422, `a breakpoint and a width in px`},
		"another's host": {"GET", "/api/projects", "", []string{"Host", "evil.example:4170"}, 421,
			`want localhost or a loopback address`},
		"another's page": {"POST", front + "/undo", `{"revision":1}`, []string{"Sec-Fetch-Site", "cross-site"}, 403,
			`cross-origin`},
	} {
		status, answer, header := send(t, h, c.method, c.path, c.body, c.headers...)
		if status != c.status || !strings.Contains(string(answer), c.want) {
			t.Errorf("%s: %d %s, want %d …%s…", name, status, answer, c.status, c.want)
		}
		if kind := header.Get("Content-Type"); status != 403 && kind != "application/problem+json" {
			t.Errorf("%s: answered as %s", name, kind)
		}
	}
	if _, file, _ := send(t, h, "GET", "/api/projects/gullwing-point/file", ""); !bytes.Equal(file, demo.File()) {
		t.Error("bad input changed the project")
	}
}

// One call answers an edit with everything the Bench needs; the lane asked for
// is as wide as asked.
func TestEditAnswersWithTheBench(t *testing.T) {
	h := start(t)
	status, answer, _ := send(t, h, "POST", front+"/edits?lane=wide:1000",
		`{"revision":1,"operation":{"type":{"cells":[{"node":"tide-table","breakpoint":"wide"}],"text":"2_4"}}}`)
	var whole server.Answer
	if err := json.Unmarshal(answer, &whole); err != nil || status != 200 || whole.Whole == nil {
		t.Fatalf("%d %v", status, err)
	}
	b := whole.Whole
	if b.Revision != 2 || b.Undo != "Tide table: 2_4 at wide" || len(b.Lanes) != 4 || b.Lanes[2].Width != 1000 {
		t.Errorf("revision %d, undo %q, %d lanes, wide at %v", b.Revision, b.Undo, len(b.Lanes), b.Lanes[2].Width)
	}
	for _, n := range b.Nodes {
		switch n.ID {
		case "tide-table":
			if got := n.Cells[2]; got != (bench.Cell{Text: "2_4", Here: true, From: "wide"}) {
				t.Errorf("the cell shows %+v", got)
			}
			if got := n.Cells[3]; got != (bench.Cell{Text: "2_4", From: "wide"}) {
				t.Errorf("the next cell shows %+v", got)
			}
		case "body":
			if got := n.Sums[2]; got.Text != "8 · 2 + 4 = 6" ||
				got.Reasons[0] != "8 + 2 + 4 = 14 > 12, so Tide table starts line 2" {
				t.Errorf("the ledger reads %+v", got)
			}
		}
	}
	// Whoever has the Bench before an edit is told what is other.
	_, answer, _ = send(t, h, "GET", front, "")
	var had bench.Bench
	if err := json.Unmarshal(answer, &had); err != nil {
		t.Fatal(err)
	}
	status, answer, _ = send(t, h, "POST", front+"/preview", `{"revision":2,"operation":{"remove":{"node":"log"}}}`)
	var delta server.Answer
	if err := json.Unmarshal(answer, &delta); err != nil || status != 200 || delta.Delta == nil {
		t.Fatalf("%d %v %+v", status, err, delta)
	}
	status, answer, _ = send(t, h, "POST", front+"/preview", `{"revision":2,"operation":{"remove":{"node":"nobody"}}}`)
	var refused server.Answer
	if err := json.Unmarshal(answer, &refused); err != nil || status != 200 || refused.Refused == nil ||
		refused.Refused.Errors[0].Found == "" {
		t.Errorf("preview of what would be refused: %d %s", status, answer)
	}
	if after := onto(t, &had, delta.Delta); strings.Contains(after, `"id":"log"`) ||
		!strings.Contains(after, `"revision":2`) {
		t.Errorf("preview of the page without its log: %s", after)
	}
	if _, now, _ := send(t, h, "GET", front, ""); !strings.Contains(string(now), `"id":"log"`) {
		t.Error("a preview changed the project")
	}
	// And so is who was told that others made one.
	wide := front + "?lane=wide:1000"
	_, answer, _ = send(t, h, "GET", wide, "")
	if err := json.Unmarshal(answer, &had); err != nil {
		t.Fatal(err)
	}
	send(t, h, "POST", front+"/edits", `{"revision":2,"operation":{"remove":{"node":"log"}}}`)
	var since server.Answer
	status, answer, _ = send(t, h, "GET", front+"/since/2?lane=wide:1000", "")
	if err := json.Unmarshal(answer, &since); err != nil || status != 200 || since.Delta == nil {
		t.Fatalf("since revision 2: %d %v %s", status, err, answer)
	}
	_, answer, _ = send(t, h, "GET", wide, "")
	var now bench.Bench
	if err := json.Unmarshal(answer, &now); err != nil || onto(t, &had, since.Delta) != onto(t, &now, bench.NewDelta(&now,
		&now)) {
		t.Errorf("since revision 2 it came to\n%s\nand is\n%s, %v", onto(t, &had, since.Delta), answer, err)
	}
	since = server.Answer{}
	_, answer, _ = send(t, h, "GET", front+"/since/1?lane=wide:1000", "")
	if err := json.Unmarshal(answer, &since); err != nil || since.Whole == nil {
		t.Errorf("since a revision that is not known: %v %s", err, answer)
	}
}

// Taking a page away, or trying to, shows the first page of those that are left.
func TestPagesComeAndGo(t *testing.T) {
	h := start(t)
	shown := func(path, body string) string {
		t.Helper()
		status, answer, _ := send(t, h, "POST", path, body)
		var a server.Answer
		if err := json.Unmarshal(answer, &a); err != nil || status != 200 {
			t.Fatalf("%s: %d %s", path, status, answer)
		}
		if a.Delta != nil {
			return a.Delta.Head.Page.ID
		}
		return a.Whole.Page.ID
	}
	second := strings.Replace(front, "front-page", "page-6", 1)
	for _, c := range []struct{ path, body, want string }{
		{front + "/edits", `{"revision":1,"operation":{"addPage":{"name":"Tides"}}}`, "page-6"},
		{second + "/preview", `{"revision":2,"operation":{"dropPage":{}}}`, "front-page"},
		{second + "/edits", `{"revision":2,"operation":{"dropPage":{}}}`, "front-page"},
		{front + "/undo", `{"revision":3}`, "page-6"},
		{second + "/undo", `{"revision":4}`, "front-page"},
	} {
		if got := shown(c.path, c.body); got != c.want {
			t.Errorf("%s %s shows %s, want %s", c.path, c.body, got, c.want)
		}
	}
}

func mustJSON(t *testing.T, v any) []byte {
	t.Helper()
	b, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// A project is begun, copied, renamed, taken off the shelf and put back.
func TestShelfChanges(t *testing.T) {
	h := start(t)
	card := func(method, path, body string) server.Card {
		t.Helper()
		status, answer, _ := send(t, h, method, path, body)
		var c server.Card
		if err := json.Unmarshal(answer, &c); err != nil || status != 201 {
			t.Fatalf("%s: %d %s", path, status, answer)
		}
		return c
	}
	shelf := func() (names []string) {
		_, answer, _ := send(t, h, "GET", "/api/projects", "")
		var cards []server.Card
		if err := json.Unmarshal(answer, &cards); err != nil {
			t.Fatal(err)
		}
		for _, c := range cards {
			names = append(names, c.ID+" "+c.Name)
		}
		return names
	}
	var offers server.Offers
	_, answer, _ := send(t, h, "GET", "/api/offers", "")
	if err := json.Unmarshal(answer, &offers); err != nil || len(offers.Kits) != 6 || len(offers.Starts) != 3 {
		t.Fatalf("offers %s", answer)
	}
	for _, k := range offers.Kits {
		for _, s := range offers.Starts {
			c := card("POST", "/api/projects/new", `{"name":"Tern Island","kit":"`+k.Source+`","start":"`+s.ID+`"}`)
			if columns := strings.Count(string(mustJSON(t, c.Drawing.Boxes)), `"kind":"column"`); c.Kit != k.Name ||
				(columns == 0) != (s.ID == "empty") {
				t.Errorf("%s, %s: %+v", k.Source, s.ID, c)
			}
			send(t, h, "DELETE", "/api/projects/"+c.ID, "")
		}
	}
	copied := card("POST", "/api/projects/gullwing-point/duplicate", "")
	if copied.ID != "gullwing-point-copy" || copied.Name != "Gullwing Point, copy" || copied.Revision != 1 {
		t.Errorf("copied as %+v", copied)
	}
	send(t, h, "POST", front+"/edits", `{"revision":1,"operation":{"rename":{"name":"The Point"}}}`)
	if got := strings.Join(shelf(), "; "); got != "gullwing-point The Point; gullwing-point-copy Gullwing Point, copy" {
		t.Errorf("on the shelf: %s", got)
	}
	for _, step := range []struct {
		method, path string
		status       int
		left         string
	}{
		{"DELETE", "/api/projects/gullwing-point", 204, "gullwing-point-copy Gullwing Point, copy"},
		{"DELETE", "/api/projects/gullwing-point", 404, "gullwing-point-copy Gullwing Point, copy"},
		{"GET", front, 404, "gullwing-point-copy Gullwing Point, copy"},
		{"POST", "/api/projects/gullwing-point/back", 204,
			"gullwing-point The Point; gullwing-point-copy Gullwing Point, copy"},
		{"POST", front + "/undo", 422, "gullwing-point The Point; gullwing-point-copy Gullwing Point, copy"},
	} {
		if status, answer, _ := send(t, h, step.method, step.path, ""); status != step.status &&
			!(step.status == 422 && status >= 400) {
			t.Errorf("%s %s: %d %s", step.method, step.path, status, answer)
		}
		if got := strings.Join(shelf(), "; "); got != step.left {
			t.Errorf("after %s %s: %s", step.method, step.path, got)
		}
	}
	if status, answer, _ := send(t, h, "POST", front+"/undo", `{"revision":2}`); status != 200 ||
		!strings.Contains(string(answer), `"project":{"id":"gullwing-point","name":"Gullwing Point"}`) {
		t.Errorf("undo of the name: %d", status)
	}
	if status, answer, _ := send(t, h, "POST", "/api/projects/new",
		`{"name":"X","kit":"lost","start":"empty"}`); status != 422 ||
		!strings.Contains(string(answer), "one of the kits that are offered") {
		t.Errorf("unknown kit: %d %s", status, answer)
	}
}

func TestWhyAndChanges(t *testing.T) {
	h := start(t)
	status, body, _ := send(t, h, "GET", front+"/why/tide-table?width=1080", "")
	var why bench.Why
	if err := json.Unmarshal(body, &why); err != nil || status != 200 || why.Breakpoint != "wide" ||
		why.Sums[1] != "876 ÷ 12 × 3 − 28 = 191 px wide" {
		t.Errorf("why: %d %s", status, body)
	}
	for path, want := range map[string]int{"/why/nobody?width=1080": 404, "/why/log?width=0": 422, "/why/log": 422} {
		if status, body, _ := send(t, h, "GET", front+path, ""); status != want {
			t.Errorf("%s: %d %s, want %d", path, status, body, want)
		}
	}
	if status, body, _ := send(t, h, "GET", front+"/changes", ""); status != 200 ||
		strings.TrimSpace(string(body)) != `{"base":[],"full":[],"mid":[],"wide":[]}` {
		t.Errorf("changes: %d %s", status, body)
	}
}

// What is answered is what changed since the Bench that the client has, by its stamp, else the whole Bench.
func TestAnswersGoByTheStamp(t *testing.T) {
	h := start(t)
	_, text, _ := send(t, h, "GET", front, "")
	var had struct {
		Stamp int64 `json:"stamp"`
	}
	if err := json.Unmarshal(text, &had); err != nil || had.Stamp == 0 {
		t.Fatalf("%v: %.200s", err, text)
	}
	for _, c := range []struct {
		stamp int64
		want  string
	}{{had.Stamp + 1, `{"whole":`}, {had.Stamp, `{"delta":`}, {0, `{"delta":`}} {
		_, text, _ := send(t, h, "POST", fmt.Sprintf("%s/preview?stamp=%d", front, c.stamp),
			`{"revision":1,"operation":{"remove":{"node":"log"}}}`)
		if !strings.HasPrefix(string(text), c.want) {
			t.Errorf("with stamp %d: %.80s, want %s", c.stamp, text, c.want)
		}
	}
}

func TestWindowsHearOfChanges(t *testing.T) {
	h := start(t)
	ctx, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	r, _ := http.NewRequestWithContext(ctx, "GET", h.URL+"/api/projects/gullwing-point/events", nil)
	a, err := http.DefaultClient.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer a.Body.Close()
	lines := bufio.NewScanner(a.Body)
	next := func() string {
		for lines.Scan() {
			if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
				return data
			}
		}
		return ""
	}
	if got := next(); got != "1" {
		t.Fatalf("first heard of revision %q", got)
	}
	send(t, h, "POST", front+"/edits", `{"revision":1,"operation":{"remove":{"node":"log"}}}`)
	if got := next(); got != "2" {
		t.Errorf("then heard of revision %q", got)
	}

	// Two that are made at the same moment may be told of in the other order.
	v := h.Config.Handler.(*server.Server)
	for _, revision := range []int{4, 3} {
		v.Tell("gullwing-point", revision)
	}
	if got := next(); got != "4" {
		t.Errorf("then heard of revision %q, want the newest", got)
	}
	v.Tell("gullwing-point", 5)
	if got := next(); got != "5" {
		t.Errorf("then heard of revision %q, want none that is older than what was heard", got)
	}
}

// Generated pages hold what users typed: they run no script and are framed by us
// alone. The front end answers every screen's address.
func TestDocumentsAndScreens(t *testing.T) {
	h := start(t)
	_, page, header := send(t, h, "GET", front+"/document", "")
	if policy := header.Get("Content-Security-Policy"); !strings.Contains(policy, "sandbox") ||
		strings.Contains(policy, "script-src") {
		t.Errorf("the document's policy is %s", policy)
	}
	if !strings.Contains(string(page), "Kittiwakes back on the outer stack") {
		t.Error("the document lacks its content")
	}
	_, screen, header := send(t, h, "GET", "/gullwing-point/front-page/proof", "")
	if string(screen) != "the front end" ||
		!strings.HasPrefix(header.Get("Content-Security-Policy"), "default-src 'none'; script-src 'self'") {
		t.Errorf("a screen answered %q under %s", screen, header.Get("Content-Security-Policy"))
	}
	if status, _, header := send(t, h, "HEAD", front+"/document", ""); status != 200 ||
		!strings.HasPrefix(header.Get("Content-Type"), "text/html") {
		t.Errorf("the head of the document is %d, %v", status, header)
	}
	for encoding, want := range map[string]string{"gzip, br": "pressed", "identity": "script"} {
		_, script, header := send(t, h, "GET", "/assets/a.js", "", "Accept-Encoding", encoding)
		if string(script) != want || !strings.HasPrefix(header.Get("Content-Type"), "text/javascript") ||
			(want == "pressed") != (header.Get("Content-Encoding") == "br") {
			t.Errorf("to who takes %s: %q as %v", encoding, script, header)
		}
	}
}

// A recipe is drawn at every breakpoint, or refused at its character; the ready
// ones are drawn where they are asked for; a node is had as a file to paste.
func TestRecipesAndParts(t *testing.T) {
	h := start(t)
	get := func(path string, query url.Values) (int, []byte) {
		t.Helper()
		status, answer, _ := send(t, h, "GET", front+path+"?"+query.Encode(), "")
		return status, answer
	}
	status, answer := get("/recipe", url.Values{"text": {"12 12(6 6) | wide 4 8"}, "breakpoint": {"base"}})
	var drawn server.DrawnRecipe
	if err := json.Unmarshal(answer, &drawn); err != nil || status != 200 || len(drawn.Lanes) != 4 {
		t.Fatalf("recipe: %d %s", status, answer)
	}
	lanes := drawn.Lanes
	columns := 0
	for _, b := range lanes[2].Boxes {
		if b.Kind == "column" && b.Line == 1 {
			columns++
		}
	}
	if columns != 4 || len(lanes[0].Breaks) != 1 || len(lanes[2].Breaks) != 0 {
		t.Errorf("%d columns on first lines at wide; %d breaks at base, %d at wide", columns, len(lanes[0].Breaks),
			len(lanes[2].Breaks))
	}
	for text, at := range map[string]int{"4 13": 3, "4 8 4 | mid 4 4": 16, "((": 1, "": 1} {
		status, answer := get("/recipe", url.Values{"text": {text}, "breakpoint": {"base"}})
		var drawn server.DrawnRecipe // no error: whoever types has not finished
		if err := json.Unmarshal(answer, &drawn); err != nil || status != 200 || drawn.Wrong == nil ||
			drawn.Wrong.At != at {
			t.Errorf("%q: %d %.200s, want character %d", text, status, answer, at)
		}
	}
	if status, answer := get("/recipe", url.Values{"text": {"4"}, "breakpoint": {"huge"}}); status != 422 ||
		!strings.Contains(string(answer), "one of base, mid, wide, full") {
		t.Errorf("unknown breakpoint: %d %s", status, answer)
	}
	send(t, h, "POST", front+"/edits", `{"revision":1,"operation":{"keepRecipe":{"name":"Mine","row":"body"}}}`)
	send(t, h, "POST", front+"/edits",
		`{"revision":2,"operation":{"keepRecipe":{"name":"Of another kit","text":"huge 4 4"}}}`)
	_, answer = get("/recipes", url.Values{"breakpoint": {"wide"}})
	var recipes []bench.Recipe
	if err := json.Unmarshal(answer, &recipes); err != nil || len(recipes) < 10 {
		t.Fatalf("recipes: %s", answer)
	}
	if first := recipes[0]; !first.Own || first.Name != "Mine" || first.Text != "mid 7(x2) 5 | wide 8(6 6) 1_3" ||
		first.Lane.Breakpoint != "wide" || recipes[1].Own {
		t.Errorf("the first recipes are %+v and %+v", first, recipes[1])
	}
	if status, answer := get("/part/picks", nil); status != 200 ||
		!strings.Contains(string(answer), `"id": "copied-part"`) || strings.Contains(string(answer), `"id": "log"`) {
		t.Errorf("part: %d %.200s", status, answer)
	}
	if status, _ := get("/part/nothing", nil); status != 422 {
		t.Errorf("nothing is had as a part: %d", status)
	}
}

// onto is the Bench that a delta makes of one, as JSON.
func onto(t *testing.T, had *bench.Bench, d *bench.Delta) string {
	t.Helper()
	b, err := sample.Patched(mustJSON(t, had), mustJSON(t, d))
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// BenchmarkEdit is one edit on its way through the server, until its answer is there and it is on disk.
func BenchmarkEdit(b *testing.B) {
	wide := sample.Of(sample.Wide(1000))
	for name, c := range map[string]struct {
		page, node, breakpoint string
		previewed              bool // before, as what is typed is
	}{
		"the demo's front page":            {front, "log", "wide", false},
		"the demo's front page, previewed": {front, "log", "wide", true},
		"1,000 columns": {"/api/projects/" + wide.ID + "/pages/" + wide.Pages[0].ID, "column-1", "full",
			false},
	} {
		b.Run(name, func(b *testing.B) {
			h := start(b, wide)
			send(b, h, "GET", c.page, "")
			revision := 1
			for b.Loop() {
				body := fmt.Sprintf(`{"revision":%d,"operation":{"type":{"cells":[{"node":%q,"breakpoint":%q}],"text":"%d"}}}`,
					revision, c.node, c.breakpoint, 5+revision%3)
				if c.previewed {
					b.StopTimer()
					send(b, h, "POST", c.page+"/preview", body)
					b.StartTimer()
				}
				if status, answer, _ := send(b, h, "POST", c.page+"/edits", body); status != http.StatusOK {
					b.Fatalf("%d: %s", status, answer)
				}
				revision++
			}
		})
	}
}
