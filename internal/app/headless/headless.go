// Package headless has a browser that is on this machine measure the content of a page, for the command line.
package headless

import (
	"bytes"
	"context"
	"fmt"
	"html"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"time"

	"github.com/go-json-experiment/json"

	"kitrows/internal/app/bench"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/ship"
)

// patience bounds how long the browser is waited for.
const patience = 90 * time.Second

// task is what the script is asked to measure.
type task struct {
	Document string    `json:"document"`
	Widths   []float64 `json:"widths"`
	Columns  []string  `json:"columns"`
	Rows     []string  `json:"rows"`
	Natural  []string  `json:"natural"`
	Frames   []string  `json:"frames"` // null where the page has no styles of its own
}

// Measure has the browser at a path measure the page of a layout at widths of the viewport in px, and keeps what it
// finds in the book. The layout is one by content; script is the program that measures. No script of the page runs,
// and nothing is fetched.
func Measure(ctx context.Context, browser string, script []byte, l *layout.Layout, pr *project.Project,
	book *content.Book, widths []float64) error {
	t := task{Document: ship.Document(l.Code(), pr, code.Options{Mark: true}), Widths: widths, Columns: []string{},
		Rows: []string{}, Natural: []string{}}
	frames := []string{}
	l.Page().Walk(func(n *page.Node, _ page.Place) {
		switch n.Kind {
		case page.Column:
			t.Columns = append(t.Columns, n.ID)
			for i := range l.Kit().Breakpoints {
				if l.Held(n.ID, i)[page.Width].Value == page.Natural {
					t.Natural = append(t.Natural, n.ID)
					break
				}
			}
		case page.Row:
			t.Rows = append(t.Rows, n.ID)
		case page.Section, page.Container:
			frames = append(frames, n.ID)
		}
	})
	if l.Page().Style != "" {
		t.Frames = frames
	}
	asked, err := json.Marshal(t)
	if err != nil {
		return err
	}
	dir, err := os.MkdirTemp("", "kitrows-measure-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	file := filepath.Join(dir, "measure.html")
	text := "<!DOCTYPE html><meta charset=utf-8><body><script id=task type=application/json>" +
		strings.ReplaceAll(string(asked), "<", `\u003c`) + "</script><script>" +
		strings.ReplaceAll(string(script), "</script", `<\/script`) + "</script>"
	if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
		return err
	}
	ctx, end := context.WithTimeout(ctx, patience)
	defer end()
	args := []string{"--headless", "--disable-gpu", "--hide-scrollbars", "--host-resolver-rules=MAP * ~NOTFOUND",
		"--user-data-dir=" + filepath.Join(dir, "profile"), "--virtual-time-budget=20000", "--dump-dom", "file://" + file}
	if os.Geteuid() == 0 { // the browser's own sandbox does not work then
		args = append([]string{"--no-sandbox"}, args...)
	}
	var out, told bytes.Buffer
	c := exec.CommandContext(ctx, browser, args...)
	c.Stdout, c.Stderr = &out, &told
	if err := c.Run(); err != nil {
		return fmt.Errorf("%s does not measure the page: %w: %.300s", browser, err, told.String())
	}
	_, rest, found := strings.Cut(out.String(), `<pre id="measured">`)
	said, _, ended := strings.Cut(rest, "</pre>")
	if !found || !ended {
		return fmt.Errorf("%s does not measure the page: it gave %d bytes without measures", browser, out.Len())
	}
	var all []bench.Measures
	if err := json.Unmarshal([]byte(html.UnescapeString(said)), &all); err != nil {
		return fmt.Errorf("%s does not measure the page: %w", browser, err)
	}
	for i := range all {
		all[i].Keep(book, l)
	}
	return nil
}
