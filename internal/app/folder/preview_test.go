package folder_test

import (
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kitrows/internal/app/folder"
)

// A preview shows what is in the folder and nothing else, changes nothing, and has pages reload.
func TestPreview(t *testing.T) {
	outside := t.TempDir()
	w := work(t, site{"index.html": front, "css/own.css": "a{}", ".git/config": "secret", ".env": "secret",
		"visit/index.html": "<p>Low</p>"})
	for _, err := range []error{os.WriteFile(filepath.Join(outside, "secret.txt"), []byte("secret"), 0o644),
		os.Symlink(filepath.Join(outside, "secret.txt"), filepath.Join(w.dir, "link.txt")),
		os.Symlink(".env", filepath.Join(w.dir, "env.txt")),
		os.Symlink(".git", filepath.Join(w.dir, "history")), os.Symlink("css", filepath.Join(w.dir, "styles"))} {
		if err != nil {
			t.Fatal(err)
		}
	}
	p := folder.NewPreview(w.Folder)
	get := func(method, path string) *httptest.ResponseRecorder {
		r := httptest.NewRecorder()
		p.ServeHTTP(r, httptest.NewRequest(method, path, nil))
		return r
	}
	for path, want := range map[string]string{"/": front, "/index.html": front, "/css/own.css": "a{}",
		"/styles/own.css": "a{}", "/visit/": "<p>Low</p>"} {
		if r := get("GET", path); r.Code != http.StatusOK || !strings.HasPrefix(r.Body.String(), want) {
			t.Errorf("%s: %d %q", path, r.Code, r.Body)
		}
	}
	if !strings.Contains(get("GET", "/").Body.String(), "location.reload()") {
		t.Error("the page does not reload")
	}
	for _, path := range []string{"/.git/config", "/../secret.txt", "/link.txt", "/.env", "/env.txt",
		"/history/config", "/%2e%2e/secret.txt", "/gone.html", "/css/"} {
		if r := get("GET", path); r.Code == http.StatusOK || strings.Contains(r.Body.String(), "secret") {
			t.Errorf("%s: %d %q", path, r.Code, r.Body)
		}
	}
	if h := get("GET", "/").Header(); h.Get("X-Content-Type-Options") != "nosniff" ||
		h.Get("Cross-Origin-Resource-Policy") != "same-origin" || h.Get("Set-Cookie") != "" {
		t.Errorf("headers: %v", h)
	}
	worker := httptest.NewRequest("GET", "/css/own.css", nil)
	worker.Header.Set("Service-Worker", "script")
	r := httptest.NewRecorder()
	if p.ServeHTTP(r, worker); r.Code != http.StatusForbidden {
		t.Errorf("a service worker: %d", r.Code)
	}
	if r := get("POST", "/index.html"); r.Code != http.StatusMethodNotAllowed {
		t.Errorf("POST: %d", r.Code)
	}
}
