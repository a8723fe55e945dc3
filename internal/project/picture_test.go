package project

import (
	"bytes"
	"image"
	"image/jpeg"
	"image/png"
	"strings"
	"testing"
)

// Pictures say how large they are by nature, and get plain file names.
func TestNewPicture(t *testing.T) {
	drawn := image.NewGray(image.Rect(0, 0, 31, 17))
	var p, j bytes.Buffer
	if err := png.Encode(&p, drawn); err != nil {
		t.Fatal(err)
	}
	if err := jpeg.Encode(&j, drawn, nil); err != nil {
		t.Fatal(err)
	}
	webp := "RIFF\x1a\x00\x00\x00WEBPVP8L\x0d\x00\x00\x00\x2f\x1e\x00\x04\x00\x07\x10\xfd\x8f\xfe\x07\x22\xa2\xff\x01\x00"
	for name, c := range map[string]struct {
		file, data string
		width      int
		height     int
		want       string // the file, or what is wrong
	}{
		"png":  {"Outer Stack (2).PNG", p.String(), 31, 17, "outer-stack-2.png"},
		"jpeg": {"a.jpeg", j.String(), 31, 17, "a.jpg"},
		"webp": {"w.webp", webp, 31, 17, "w.webp"},
		"svg, sized": {"../../etc/x.svg",
			`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="40px" height="20"/>`, 40, 20, "x.svg"},
		"svg, by its box": {"Птица.svg", `<svg viewBox="0 0 33.4 12"/>`, 33, 12, "picture.svg"},
		"no size":         {"x.svg", `<svg/>`, 0, 0, "that says how large it is"},
		"not svg":         {"x.svg", `<html viewBox="0 0 3 3">`, 0, 0, "that says how large it is"},
		"huge":            {"x.svg", `<svg width="1e9" height="1"/>`, 0, 0, "that says how large it is"},
		"cut short":       {"x.png", p.String()[:10], 0, 0, "that says how large it is"},
		"another kind":    {"x.gif", "GIF89a", 0, 0, "a picture file"},
		"too large":       {"x.svg", "<svg>" + strings.Repeat(" ", MaxPicture), 0, 0, "at most 1024 KiB"},
	} {
		pic, width, height, err := NewPicture(c.file, []byte(c.data))
		if err != nil {
			if c.width > 0 || !strings.Contains(err.Error(), c.want) {
				t.Errorf("%s: %v, want %s", name, err, c.want)
			}
			continue
		}
		if pic.File != c.want || width != c.width || height != c.height {
			t.Errorf("%s: %s, %d × %d", name, pic.File, width, height)
		}
	}
}

// A picture is kept once; another of its name gets one of its own.
func TestTakeIn(t *testing.T) {
	p := &Project{}
	take := func(width string) string {
		pic, _, _, err := NewPicture("tern.svg", []byte(`<svg viewBox="0 0 `+width+` 5"/>`))
		if err != nil {
			t.Fatal(err)
		}
		next, id := p.TakeIn(pic)
		p = next
		return id
	}
	if a, b, again, c := take("1"), take("2"), take("1"), take("3"); a != "tern" || b != "tern-2" || again != a ||
		c != "tern-3" || len(p.Pictures) != 3 || p.Pictures[2].File != "tern-3.svg" {
		t.Errorf("%s %s %s %s, %d pictures", a, b, again, c, len(p.Pictures))
	}
}

// A picture's file is a plain name of its kind.
func TestPictureFiles(t *testing.T) {
	drawing := NewFile([]byte("<svg/>"))
	for file, good := range map[string]bool{"a.svg": true, "Größe_2.tern-3.svg": true, "a.html": false, "a.png": false,
		"../a.svg": false, ".a.svg": false, ".svg": false, "a b.svg": false, "a%2f.svg": false, "a#.svg": false,
		"a?.svg": false, "a\n.svg": false, "con.svg": false, "NUL.b.svg": false, "": false} {
		pic := Picture{ID: "a", File: file, Type: "image/svg+xml", Data: drawing}
		if err := pic.check(); (err == nil) != good {
			t.Errorf("%q: %v", file, err)
		}
	}
}
