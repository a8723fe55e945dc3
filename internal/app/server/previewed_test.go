package server_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"sync"
	"testing"

	"kitrows/internal/app/bench"
	"kitrows/internal/app/server"
)

// typed is a request to give the log of the front page a width at a breakpoint.
func typed(revision int, breakpoint, text string) string {
	return fmt.Sprintf(`{"revision":%d,"operation":{"type":{"cells":[{"node":"log","breakpoint":%q}],"text":%q}}}`,
		revision, breakpoint, text)
}

// asked is the answer to a change, or to what is only tried.
func asked(t *testing.T, h *httptest.Server, path, body string) server.Answer {
	t.Helper()
	status, text, _ := send(t, h, "POST", front+path, body)
	var answer server.Answer
	if err := json.Unmarshal(text, &answer); err != nil || status != http.StatusOK {
		t.Fatalf("%s: %d %.300s", path, status, text)
	}
	return answer
}

// shown is the front page's Bench as it is read, but for what tells of the last edit alone.
func shown(t *testing.T, h *httptest.Server) string {
	t.Helper()
	_, text, _ := send(t, h, "GET", front, "")
	return like(t, text)
}

// like is a Bench in JSON without what tells of the last edit alone, and without its stamp.
func like(t *testing.T, text []byte) string {
	t.Helper()
	var b bench.Bench
	if err := json.Unmarshal(text, &b); err != nil {
		t.Fatal(err)
	}
	b.Done, b.Select, b.Stamp = "", "", 0
	return string(mustJSON(t, b))
}

// whole is the front page's Bench as it is answered in full.
func whole(t *testing.T, h *httptest.Server) *bench.Bench {
	t.Helper()
	_, text, _ := send(t, h, "GET", front, "")
	var b bench.Bench
	if err := json.Unmarshal(text, &b); err != nil {
		t.Fatal(err)
	}
	return &b
}

// An edit that was previewed makes what the preview said. Whoever has that is told only what is new: that it is done.
func TestPreviewedEdits(t *testing.T) {
	h := start(t)
	before := whole(t, h)
	preview := asked(t, h, "/preview", typed(1, "wide", "6"))
	var had bench.Bench
	if err := json.Unmarshal([]byte(onto(t, before, preview.Delta)), &had); err != nil {
		t.Fatal(err)
	}
	done := asked(t, h, fmt.Sprintf("/edits?stamp=%d", had.Stamp), typed(1, "wide", "6"))
	if done.Delta == nil || done.Delta.From != had.Stamp {
		t.Fatalf("the answer is not told against the preview: %+v", done)
	}
	for _, list := range done.Delta.Lists {
		if len(list.Runs) > 0 {
			t.Errorf("%v differs from the preview: %+v", list.Path, list.Runs)
		}
	}
	if got, want := like(t, []byte(onto(t, &had, done.Delta))), shown(t, h); got != want {
		t.Errorf("the Bench after it:\n%s\nit is read as\n%s", got, want)
	}
	if now := whole(t, h); now.Revision != 2 || now.Undo == "" {
		t.Errorf("revision %d, undo %q", now.Revision, now.Undo)
	}
}

// A preview counts for nothing where another edit came after it, and one that is on its way is waited for.
func TestPreviewsOfWhatWas(t *testing.T) {
	h := start(t)
	whole(t, h)
	asked(t, h, "/preview", typed(1, "wide", "6"))
	asked(t, h, "/edits", typed(1, "mid", "5"))
	answer := asked(t, h, "/edits", typed(1, "wide", "6"))
	if answer.Whole == nil || like(t, mustJSON(t, answer.Whole)) != shown(t, h) {
		t.Errorf("after another edit: %+v", answer)
	}
	for i := range 8 {
		text := fmt.Sprint(2 + i)
		var both sync.WaitGroup
		both.Go(func() { asked(t, h, "/preview", typed(3+i, "wide", text)) })
		both.Go(func() { asked(t, h, "/edits", typed(3+i, "wide", text)) })
		both.Wait()
		at := whole(t, h)
		if got := asked(t, h, "/preview", typed(at.Revision, "wide", text)); at.Revision != 4+i || got.Delta == nil ||
			like(t, []byte(onto(t, at, got.Delta))) != like(t, mustJSON(t, at)) {
			t.Errorf("width %s at revision %d is not there", text, at.Revision)
		}
	}
}

// A preview that moves no box is another Bench all the same, so that a client that has not got it yet is not told
// against it.
func TestPreviewsThatMoveNothing(t *testing.T) {
	h := start(t)
	before := whole(t, h)
	shares := `{"revision":1,"operation":{"type":{"cells":[{"node":"address","breakpoint":"wide"},` +
		`{"node":"supporters","breakpoint":"wide"}],"text":"="}}}`
	preview := asked(t, h, "/preview", shares)
	if preview.Delta == nil || preview.Delta.Head.Stamp == before.Stamp {
		t.Errorf("the preview has the stamp of what is there: %+v", preview)
	}
	done := asked(t, h, fmt.Sprintf("/edits?stamp=%d", before.Stamp), shares)
	if done.Delta == nil || like(t, []byte(onto(t, before, done.Delta))) != shown(t, h) {
		t.Errorf("the Bench after it is another: %+v", done)
	}
}

// What is refused in a preview is refused when it is done.
func TestRefusedPreviews(t *testing.T) {
	h := start(t)
	if got := asked(t, h, "/preview", typed(1, "wide", "seven")); got.Refused == nil {
		t.Fatalf("%+v", got)
	}
	if status, _, _ := send(t, h, "POST", front+"/edits", typed(1, "wide", "seven")); status != 422 {
		t.Errorf("done: %d", status)
	}
}
