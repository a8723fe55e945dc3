package project_test

import (
	"bytes"
	"strings"
	"testing"

	"kitrows/demo"
	"kitrows/internal/fault"
	"kitrows/internal/project"
	"kitrows/internal/sample"
)

func TestEncodeDecodeGivesTheSameBytes(t *testing.T) {
	r := sample.New(3)
	for range 100 {
		first, err := sample.Project(r).Encode()
		if err != nil {
			t.Fatal(err)
		}
		p, err := project.Decode(bytes.NewReader(first))
		if err != nil {
			t.Fatal(err)
		}
		if second, _ := p.Encode(); !bytes.Equal(first, second) {
			t.Fatalf("written again:\n%s\nafter\n%s", second, first)
		}
	}
}

// A file damaged by hand is refused with the place and what would be right.
func TestDecodeNamesWhatIsWrong(t *testing.T) {
	for _, c := range []struct{ from, to, want string }{
		{`"version": 1`, `"version": 2`, "version: found 2, want 1"},
		{`"version": 1`, `"version": "one"`, "version: found string, want a number"},
		{`"name": "Gullwing Point"`, `"nmae": "Gullwing Point"`, "nmae: want no such field"},
		{`"columns": 12`, `"columns": 99`, "kits[0].columns: found 99"},
		{`"gutter": "24px"`, `"gutter": "24 parsecs"`, `kits[0].gutter: found "24 parsecs", want a length`},
		{`"width": "take 4"`, `"width": "take 400"`, `pages[0].body[0].children[0].children[0].at[0].width: found "take 400"`},
		{`"width": "take 4"`, `"width": "take 13"`, "want a take of 1 to 12"},
		{`"kit": "plain-twelve"`, `"kit": "lost"`, `pages[0].kit: found "lost", want the id of one of the project's kits`},
		{`"element": "header"`, `"element": "script"`, "element: found \"script\""},
		{`"skip": 1`, `"skip": 1, "skip": 2`, "duplicate"},
		{`"skip": 1`, `"skip": 1,`, "line "},
		{`"picture": "terns"`, `"picture": "gone"`, "one of the project's pictures"},
		{`"type": "image/svg+xml"`, `"type": "text/html"`, "pictures[0].type"},
	} {
		damaged := strings.Replace(string(demo.File()), c.from, c.to, 1)
		if damaged == string(demo.File()) {
			t.Fatalf("the demo has no %s", c.from)
		}
		_, err := project.Decode(strings.NewReader(damaged))
		if err == nil || !strings.Contains(err.Error(), c.want) || len(fault.All(err)) == 0 {
			t.Errorf("%s: got %v, want %q", c.to, err, c.want)
		}
	}
	if _, err := project.Decode(bytes.NewReader(make([]byte, 20<<20))); err == nil || !strings.Contains(err.Error(), "at most 8 MiB") {
		t.Errorf("20 MiB: %v", err)
	}
}

func FuzzDecode(f *testing.F) {
	f.Add(demo.File())
	f.Add([]byte(`{"format":"kitrows","version":1,"pages":[null]}`))
	f.Add([]byte(`{"kits":[{"gutter":"1e400px"}]}`))
	f.Fuzz(func(t *testing.T, b []byte) {
		p, err := project.Decode(bytes.NewReader(b))
		if err != nil {
			return
		}
		written, err := p.Encode()
		if err != nil {
			t.Fatal(err)
		}
		if _, err := project.Decode(bytes.NewReader(written)); err != nil {
			t.Fatalf("what was read is refused when written: %v", err)
		}
	})
}
