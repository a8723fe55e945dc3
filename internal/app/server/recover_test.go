package server

import (
	"bytes"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"kitrows/internal/browser/budget"
)

// A handler that panics, itself or in a goroutine that it waits for, is answered with 500 and logged with the place;
// the server goes on.
func TestPanicsAreAnswered(t *testing.T) {
	var log bytes.Buffer
	handler := recovered(slog.New(slog.NewTextHandler(&log, nil)))(http.HandlerFunc(func(w http.ResponseWriter,
		r *http.Request) {
		var work budget.Group
		work.Go(func() {
			if r.URL.Path == "/panics" {
				broken()
			}
		})
		work.Wait()
	}))
	for path, want := range map[string]int{"/panics": 500, "/works": 200} {
		w := httptest.NewRecorder()
		handler.ServeHTTP(w, httptest.NewRequest("GET", path, nil))
		if w.Code != want {
			t.Errorf("%s: %d, want %d", path, w.Code, want)
		}
	}
	if !strings.Contains(log.String(), "server.broken") {
		t.Errorf("the log does not tell where: %s", log.String())
	}
}

func broken() { panic("broken") }
