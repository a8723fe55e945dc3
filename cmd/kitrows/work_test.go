package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"
)

// A program that is killed while edits come in loses none that it answered, and leaves the file whole.
func TestWorkIsKilled(t *testing.T) {
	kills := 12
	if n, err := strconv.Atoi(os.Getenv("KILLS")); err == nil {
		kills = n
	}
	program := filepath.Join(t.TempDir(), "kitrows")
	if out, err := exec.Command("go", "build", "-o", program, ".").CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	dir, data := t.TempDir(), t.TempDir()
	file := filepath.Join(dir, "index.html")
	if err := os.WriteFile(file, []byte(
		"<main class=kr-frame><div class=kr-row>\n<div class='kr-cell kr-take-12-mid'>One</div>\n</div></main>\n<!-- end "+
			"-->\n"), 0o644); err != nil {
		t.Fatal(err)
	}
	last, acknowledged := "12", 1 // the width that was answered last, and its revision
	var sent string               // one that was not answered
	for range kills {
		c := exec.Command(program, "work", dir, "--listen", "127.0.0.1:0", "--data", data)
		out, err := c.StdoutPipe()
		if err != nil {
			t.Fatal(err)
		}
		c.Stderr = os.Stderr
		if err := c.Start(); err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { _ = c.Process.Kill() })
		line, err := bufio.NewReader(out).ReadString('\n')
		if err != nil {
			t.Fatalf("it does not start: %v", err)
		}
		address := strings.TrimSpace(strings.TrimPrefix(line, "Kit Rows is at "))
		api := strings.Replace(address, "/"+filepath.Base(address), "", 1)
		at := strings.Index(api[len("http://"):], "/") + len("http://")
		api = api[:at] + "/api/projects" + api[at:] + "/pages/" + filepath.Base(address)
		var b struct{ Revision int }
		answer, err := http.Get(api)
		if err != nil {
			t.Fatal(err)
		}
		if err := json.NewDecoder(answer.Body).Decode(&b); err != nil {
			t.Fatal(err)
		}
		answer.Body.Close()
		text, err := os.ReadFile(file)
		if err != nil || !bytes.HasSuffix(text, []byte("<!-- end -->\n")) {
			t.Fatalf("the file is not whole: %q, %v", text, err)
		}
		switch holds := func(take string) bool { return strings.Contains(string(text), "kr-take-"+take+"-mid") }; {
		case b.Revision == acknowledged+1 && sent != "" && holds(sent): // it was done, and not answered
			last, acknowledged = sent, b.Revision
		case b.Revision < acknowledged, !holds(last):
			t.Fatalf("at revision %d: take %s was answered at %d (and %s sent), the file is\n%s", b.Revision, last,
				acknowledged, sent, text)
		}
		dead := make(chan bool)
		go func() {
			time.Sleep(time.Duration(rand.IntN(200)) * time.Millisecond)
			_ = c.Process.Kill()
			_ = c.Wait()
			close(dead)
		}()
		for revision := b.Revision; ; revision++ {
			sent = fmt.Sprint(1 + rand.IntN(11))
			body := fmt.Sprintf(`{"revision":%d,"operation":{"type":{"cells":[{"node":"column-1","breakpoint":"mid"}`+
				`],"text":%q}}}`, revision, sent)
			answer, err := http.Post(api+"/edits", "application/json", strings.NewReader(body))
			if err != nil {
				break
			}
			ok := answer.StatusCode == http.StatusOK
			answer.Body.Close()
			if !ok {
				break
			}
			last, acknowledged, sent = sent, revision+1, ""
		}
		<-dead
	}
	t.Logf("%d edits, %d kills", acknowledged, kills)
}
