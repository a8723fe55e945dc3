package folder_test

import (
	"crypto/sha256"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"kitrows/internal/app/folder"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
)

// A program that has a page's file open writes half of it, an edit is made, and the program writes the rest when the
// edit is long done: nothing is lost, the file is whole, and both are steps of the history.
func TestTornFile(t *testing.T) {
	text := strings.Replace(strings.Replace(front, "One", "Ten", 1), "Two", "Six", 1)
	for name, c := range map[string]struct {
		flags int
		first string // what is written before the edit, and after it
		rest  string
		want  string
	}{
		"written anew":  {os.O_WRONLY | os.O_TRUNC, text[:230], text[230:], text},
		"in its place":  {os.O_RDWR, text[:230], text[230:], text},
		"at its end":    {os.O_WRONLY | os.O_APPEND, "<!-- half", " and half -->", front + "<!-- half and half -->"},
		"only after it": {os.O_WRONLY | os.O_APPEND, "", "<!-- after -->", front + "<!-- after -->"},
	} {
		t.Run(name, func(t *testing.T) {
			t.Parallel()
			w := work(t, site{"index.html": front})
			w.watch()
			file, err := os.OpenFile(filepath.Join(w.dir, "index.html"), c.flags, 0)
			if err != nil {
				t.Fatal(err)
			}
			if _, err := file.WriteString(c.first); err != nil {
				t.Fatal(err)
			}
			half := w.get("index.html")
			w.until("what is there is taken in",
				func() bool { return string(w.page("index.html").Origin.Bytes()) == half })
			if strings.Contains(half, "kr-cell") {
				err = w.edit("index.html", "4")
			}
			if err != nil {
				t.Fatal(err)
			}
			time.Sleep(600 * time.Millisecond)
			if _, err := file.WriteString(c.rest); err != nil {
				t.Fatal(err)
			}
			file.Close()
			w.until("the file is whole, and the project's", func() bool {
				got := w.get("index.html")
				return got == c.want && string(w.page("index.html").Origin.Bytes()) == got
			})
			w.until("nothing is left beside it", func() bool { return len(hidden(t, w.dir)) == 0 })
		})
	}
}

// hidden are the files of a folder that are hidden.
func hidden(t *testing.T, dir string) (names []string) {
	entries, err := os.ReadDir(dir)
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range entries {
		if strings.HasPrefix(e.Name(), ".") {
			names = append(names, e.Name())
		}
	}
	return names
}

// What a killed program left beside a page is only removed once it is in the history.
func TestLeftBesidePages(t *testing.T) {
	w := work(t, site{"index.html": front})
	theirs := strings.Replace(front, "One", "Theirs", 1)
	// as an edit took its place
	w.put(fmt.Sprintf(".kitrows-3-0000000000000000-%.16s-index.html", fmt.Sprintf("%x", sha256.Sum256([]byte(front)))),
		theirs)
	w.put(".kitrows-4-0000000000000000-1111111111111111-gone.html", "<p>nobody's</p>")
	w.begin()
	if all, err := w.store.History(t.Context(), "site", 9); err != nil || len(all) != 2 ||
		!strings.HasPrefix(all[0].Summary, "Changed outside") {
		t.Errorf("%+v, %v", all, err)
	}
	if got := w.get("index.html"); got != theirs {
		t.Errorf("the file has %q", got)
	}
	if got := hidden(t, w.dir); len(got) != 1 || !strings.HasSuffix(got[0], "gone.html") {
		t.Errorf("left are %v", got)
	}
	if notes := strings.Join(w.Notes, "\n"); !strings.Contains(notes, `gone.html" is left alone`) {
		t.Errorf("notes: %s", notes)
	}
}

// Files with bytes that are none of their encoding open with all others, and an edit changes its own stretch alone.
func TestBytesOfNoEncoding(t *testing.T) {
	broken := strings.Replace(front, "<head>", "<head><meta charset=utf-8><title>Caf\xe9</title>", 1)
	broken = strings.Replace(broken, "kr-row\"", "kr-row caf\xe9\" id=\xe9 title='\xe9'", 1)
	w := work(t, site{"index.html": front, "broken.html": broken,
		"cut.html": "<meta charset=shift_jis><p>\x8c\xc2</p>\x83"})
	if err := w.edit("broken.html", "4"); err != nil {
		t.Fatal(err)
	}
	if got, want := w.get("broken.html"), strings.Replace(broken, "kr-take-6-mid", "kr-take-4-mid", 1); got != want {
		t.Errorf("written\n%q\nwant\n%q", got, want)
	}
	if w.page("cut.html") == nil {
		t.Error("the page that is cut off is not open")
	}
}

// Folders in the folder are renamed, taken away and made again, and what is saved in them then is taken in.
func TestFoldersComeAndGo(t *testing.T) {
	w := work(t, site{"index.html": front, "log/day.html": "<p>Day</p>"})
	w.watch()
	id := w.page("log/day.html").ID
	if err := os.Rename(filepath.Join(w.dir, "log"), filepath.Join(w.dir, "diary")); err != nil {
		t.Fatal(err)
	}
	w.until("the page is known by its new name", func() bool {
		return w.page("diary/day.html") != nil &&
			w.page("diary/day.html").ID == id
	})
	w.put("diary/day.html", "<p>Night</p>")
	w.until("a save in it is taken in",
		func() bool { return string(w.page("diary/day.html").Origin.Bytes()) == "<p>Night</p>" })
	w.put("diary/new.html", "<p>New</p>")
	w.until("a new file in it comes in", func() bool { return w.page("diary/new.html") != nil })
	if err := os.RemoveAll(filepath.Join(w.dir, "diary")); err != nil {
		t.Fatal(err)
	}
	w.until("it is said to be gone", func() bool { return w.Status("diary/day.html").State == folder.Gone })
	w.put("diary/day.html", "<p>Again</p>")
	w.until("it is there again", func() bool {
		return string(
			w.page("diary/day.html").Origin.Bytes()) == "<p>Again</p>"
	})
	w.put("diary/day.html", "<p>And again</p>")
	w.until("and is looked at", func() bool {
		return string(
			w.page("diary/day.html").Origin.Bytes()) == "<p>And again</p>"
	})
}

// A page that is made after the folder was read, and before it is watched, is found.
func TestMadeBeforeWatching(t *testing.T) {
	w := work(t, site{"index.html": front})
	w.put("two.html", "<p>Two</p>")
	w.watch()
	w.until("it comes in", func() bool { return w.page("two.html") != nil })
}

// The folder itself is taken away and made again, as programs that build a site do.
func TestFolderMadeAgain(t *testing.T) {
	w := work(t, site{"index.html": front})
	w.watch()
	other := w.dir + "-was"
	if err := errors.Join(os.Rename(w.dir, other), os.Mkdir(w.dir, 0o755)); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { os.RemoveAll(other) })
	next := strings.Replace(front, "One", "Again", 1)
	w.put("index.html", next)
	w.until("what is in the new one is taken in",
		func() bool { return string(w.page("index.html").Origin.Bytes()) == next })
	if err := w.edit("index.html", "4"); err != nil || !strings.Contains(w.get("index.html"), "kr-take-4-mid") {
		t.Errorf("%v: %s", err, w.get("index.html"))
	}
}

// Saves of a page become steps though edits of another never cease.
func TestSavesBesideEdits(t *testing.T) {
	w := work(t, site{"index.html": front, "busy.html": front})
	w.watch()
	stop := make(chan bool)
	done := make(chan error, 1)
	go func() {
		for i := 0; ; i++ {
			select {
			case <-stop:
				done <- nil
				return
			default:
				if err := w.edit("busy.html", fmt.Sprint(1+i%11)); err != nil {
					done <- err
					return
				}
			}
		}
	}()
	for i := range 5 {
		text := strings.Replace(front, "One", fmt.Sprintf("Save %d", i), 1)
		w.put("index.html", text)
		w.until(fmt.Sprintf("save %d is a step, though edits do not cease", i), func() bool {
			return string(w.page("index.html").Origin.Bytes()) == text
		})
	}
	close(stop)
	if err := <-done; err != nil {
		t.Error(err)
	}
}

// Files keep their owner, and may have any name that the system lets them have.
func TestOwnersAndNames(t *testing.T) {
	long := strings.Repeat("n", 248) + ".html"
	w := work(t, site{"index.html": front, long: front})
	full := filepath.Join(w.dir, "index.html")
	root := os.Getuid() == 0
	if root {
		if err := os.Chown(full, 4170, 4171); err != nil {
			t.Fatal(err)
		}
	}
	for _, name := range []string{"index.html", long} {
		if err := w.edit(name, "4"); err != nil || !strings.Contains(w.get(name), "kr-take-4-mid") ||
			w.Status(name).State != folder.Written {
			t.Errorf("%.20s: %v, %+v", name, err, w.Status(name))
		}
	}
	info, err := os.Stat(full)
	if err != nil {
		t.Fatal(err)
	}
	if s := info.Sys().(*syscall.Stat_t); root && (s.Uid != 4170 || s.Gid != 4171) {
		t.Errorf("its owner is %d, its group %d", s.Uid, s.Gid)
	}
	if got := hidden(t, w.dir); len(got) > 0 {
		t.Errorf("left are %v", got)
	}
}

// A link that is corrected in the page leads to its stylesheet at once; and once a stylesheet can be read that is a
// grid, a page that has nothing of another kit is on it.
func TestLinksAreFollowed(t *testing.T) {
	const grid = ".deck { display: flex; flex-wrap: wrap } .plank { flex: 0 0 auto; min-width: 0 } .half { width: " +
		"50% } .third { width: 33.333333% } .quarter { width: 25% } .two-thirds { width: 66.666667% }"
	body := `<main><div class="deck"><div class="plank half">One</div><div class="plank half">Two</div></div></main>`
	w := work(t, site{"index.html": front, "own.html": "<link rel=stylesheet href=ownn.css>" + body, "own.css": grid,
		"late.html": "<link rel=stylesheet href=late.css>" + body})
	w.watch()
	w.put("own.html", "<link rel=stylesheet href=own.css>"+body)
	w.until("the page has the stylesheet", func() bool {
		k := w.kit("own.html")
		return k.Imported != nil && k.Imported.Files[0].Text == grid
	})
	w.put("late.css", grid)
	w.until("the page is on the grid of its stylesheet", func() bool { return w.kit("late.html").Imported != nil })
	rows := 0
	for _, file := range []string{"own.html", "late.html"} {
		if strings.Contains(fmt.Sprint(kinds(w.page(file))), "column") {
			rows++
		}
	}
	if rows != 2 {
		t.Errorf("%d of 2 pages have columns", rows)
	}
}

// An edit whose file cannot be told of is not said to be written, and is written once it can be.
func TestNotKnownWhatToWrite(t *testing.T) {
	w := work(t, site{"index.html": front})
	if err := w.store.Close(); err != nil {
		t.Fatal(err)
	}
	if err := w.Write(t.Context()); err == nil || w.Status("index.html").State != folder.Unwritten {
		t.Errorf("%v, %+v", err, w.Status("index.html"))
	}
}

// A folder opens with a stylesheet that is too much to read, and one that imports itself; edits of its pages go on, and
// it is told.
func TestTooMuchInAFolder(t *testing.T) {
	nested := strings.Repeat(".a .b, .b .a {", 30) + "width: 50%" + strings.Repeat("}", 30)
	w := work(t, site{"index.html": front, "css/own.css": strings.Repeat("* > * { width: 1% }", 200_000),
		"css/nested.css": nested,
		"circle.html":    "<link rel=stylesheet href=css/a.css>" + front, "css/a.css": "@import 'b.css';",
		"css/b.css": "@import 'a.css';",
		"deep.html": strings.Repeat("<div class='a b'>", 600) + "<link rel=stylesheet href=css/nested.css>"})
	for _, name := range []string{"index.html", "circle.html"} {
		if err := w.edit(name, "4"); err != nil || !strings.Contains(w.get(name), "kr-take-4-mid") {
			t.Errorf("%s: %v", name, err)
		}
	}
	state, err := w.store.Load(t.Context(), "site")
	if err != nil {
		t.Fatal(err)
	}
	told := ""
	for _, pg := range state.Project.Pages {
		for _, f := range check.Of(layout.Of(state.Project.Kit(pg.Kit), pg), check.Project{}) {
			told += pg.File + ": " + string(f.Code) + " " + f.Text + "\n"
		}
	}
	for _, want := range []string{"index.html: too-much css/own.css is too much to read", "deep.html: too-deep <div>"} {
		if !strings.Contains(told, want) {
			t.Errorf("it is not told: %s", want)
		}
	}
}

// A folder of which not all pages find room, since they share a large stylesheet, opens with those that do.
func TestMorePagesThanThereIsRoomFor(t *testing.T) {
	files := site{"css/own.css": "/* " + strings.Repeat("x", 2<<20) + " */"}
	for _, name := range []string{"a", "b", "c", "d", "e"} {
		files[name+".html"] = front
	}
	w := work(t, files)
	if w.page("c.html") == nil || w.page("d.html") != nil {
		t.Error("three pages find room")
	}
	if err := w.edit("a.html", "4"); err != nil || !strings.Contains(w.get("a.html"), "kr-take-4-mid") {
		t.Errorf("an edit: %v", err)
	}
}
