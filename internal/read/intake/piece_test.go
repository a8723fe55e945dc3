package intake

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"testing"

	nethtml "golang.org/x/net/html"

	"kitrows/internal/grid/page"
)

// said writes pieces as one line each.
func said(pieces []Piece) string {
	var lines []string
	for _, p := range pieces {
		c := p.Content
		line := fmt.Sprintf("%s: %s%s", c.Type, c.Text, strings.Join(c.Items, " / "))
		if c.Type == page.Heading {
			line = fmt.Sprintf("h%d: %s", c.Level, c.Text)
		}
		if c.Type == page.Picture {
			line = fmt.Sprintf("picture: %s, %d bytes", c.Alt, len(p.File))
		}
		lines = append(lines, line)
	}
	return strings.Join(lines, "\n")
}

// Markup and Markdown fall into pieces; what a piece cannot say is kept as given.
func TestPieces(t *testing.T) {
	for name, c := range map[string]struct {
		read       func(context.Context, string) ([]Piece, []string, error)
		text, want string
	}{
		"an element with a class": {FromHTML,
			`<div><section class="card"> <h2>Tides</h2><p style="color: red">High</section><p class=lead>Low</p></div>`,
			"html: <section class=\"card\"> <h2>Tides</h2><p style=\"color: red\">High</section>\nhtml: <p class=lead>Low</p>"},
		"by heading, paragraph, list": {FromHTML, `<main><section><h2>Tides</h2><p>High  at
			noon.</p><ul><li>Low<li>High</ul></section></main>`, "h2: Tides\ntext: High at noon.\nlist: Low / High"},
		"loose words": {FromHTML, `<div>Before <p>Inside</p> after</div>`,
			"text: Before\ntext: Inside\ntext: after"},
		"prose": {FromHTML, `<p>See <A HREF=x>the  log</a>,<br> R&amp;D &amp;amp; <i>x</i></p><h1><b>Gulls</b></h1>`,
			"text: See <a href=\"x\">the log</a>,\nR&D &amp;amp; <i>x</i>\nh1: <b>Gulls</b>"},
		"markup inside is kept": {FromHTML, `<p>See <A class=x>the  log</a>.</p><p><a href="javascript:x()">y</a></p>`,
			"html: <p>See <A class=x>the  log</a>.</p>\nhtml: <p><a href=\"javascript:x()\">y</a></p>"},
		"other elements": {FromHTML, "<table><tr><td>1</table><hr><ol><li>a</li></ol>",
			"html: <table><tr><td>1</table>\nhtml: <hr>\nhtml: <ol><li>a</li></ol>"},
		"paragraphs left open": {FromHTML, "<p>One<p>Two<h3>Three</h3>", "text: One\ntext: Two\nh3: Three"},
		"a picture that is here": {FromHTML, `<figure><img alt="A tern" src="data:image/svg+xml,%3Csvg/%3E"></figure>`,
			"picture: A tern, 6 bytes"},
		"a picture elsewhere": {FromHTML, `<img src="https://example.org/a.png" alt="">`,
			`html: <img src="https://example.org/a.png" alt="">`},
		"crossed tags": {FromHTML, `<b>a<p>b</b>c</p>`, "html: <b>a\ntext: bc"},
		"Markdown": {FromMarkdown, "# Log\n\nTwo *terns*.\n\nOne gull.\n\n- a\n- b\n\n| x |\n|---|\n| 1 |\n",
			"h1: Log\ntext: Two <em>terns</em>.\ntext: One gull.\nlist: a / b\nhtml: " +
				"<table>\n<thead>\n<tr>\n<th>x</th>\n</tr>\n</thead>\n<tbody>\n<tr>\n<td>1</td>\n</tr>\n</tbody>\n</table>"},
		"nothing": {FromMarkdown, " \n", ""},
	} {
		pieces, _, err := c.read(t.Context(), c.text)
		if got := said(pieces); err != nil || got != c.want {
			t.Errorf("%s: %v\n%s\nwant\n%s", name, err, got, c.want)
		}
	}
}

// What is left out is named.
func TestLeftOut(t *testing.T) {
	pieces, left, err := FromHTML(t.Context(),
		`<!doctype html><head><title>T</title></head><script>let p = "<p>no</p>"</script><style>p{}</style><main><p>`+
			`Yes</p></main><script></script>`)
	if err != nil || said(pieces) != "text: Yes" || strings.Join(left, " ") != "<main> head script style" {
		t.Errorf("%q, left %v, %v", said(pieces), left, err)
	}
	if _, _, err := FromHTML(t.Context(), strings.Repeat("a", MaxText+1)); err == nil ||
		!strings.Contains(err.Error(), "at most 1024 KiB") {
		t.Errorf("a large text: %v", err)
	}
}

// An element that stays whole is taken apart when that is asked for; its own tag is named.
func TestSplit(t *testing.T) {
	pieces, left, err := Split(t.Context(), `<div class="card"><h3>Seaward net</h3><p>Wind <b>west</b></p></div>`)
	if want := "h3: Seaward net\ntext: Wind <b>west</b>"; err != nil || said(pieces) != want ||
		strings.Join(left, " ") != `<div class="card">` {
		t.Errorf("%s, left %v, %v", said(pieces), left, err)
	}
	for _, text := range []string{"words", "<hr>", "<p></p>", "<"} {
		if pieces, _, err := Split(t.Context(), text); err == nil {
			t.Errorf("%q is %s", text, said(pieces))
		}
	}
}

// No word is lost, whatever the markup.
func FuzzPieces(f *testing.F) {
	for _, seed := range []string{"<p>a<div>b</p>c", "<ul>x<li>y</ul>z", "</p>q<p", "<h1>a<h2>b", "<pre>\n a</pre>b",
		"<figure><img src=x>c</figure>", "<b><p></b>d", "&amp;e<!-- f -->g"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, markup string) {
		pieces, left, err := FromHTML(t.Context(), markup)
		if err != nil || slices.ContainsFunc(left, func(l string) bool { return !strings.HasPrefix(l, "<") }) {
			return
		}
		var got strings.Builder
		for _, p := range pieces {
			if p.Content.Type == page.HTML {
				got.WriteString(letters(p.Content.Text))
			}
			got.WriteString(strings.Join(strings.Fields(p.Content.Text), ""))
			got.WriteString(strings.Join(strings.Fields(strings.Join(p.Content.Items, "")), ""))
		}
		for _, word := range strings.FieldsFunc(letters(markup), func(r rune) bool { return r == '\x00' }) {
			if !strings.Contains(got.String(), word) {
				t.Fatalf("%q is not in the pieces of %q: %s", word, markup, said(pieces))
			}
		}
	})
}

// letters is the words of markup, a zero between what stands between tags.
func letters(markup string) string {
	var b strings.Builder
	z := nethtml.NewTokenizer(strings.NewReader(markup))
	for z.Next() != nethtml.ErrorToken {
		if token := z.Token(); token.Type == nethtml.TextToken {
			b.WriteString(strings.Join(strings.Fields(strings.ReplaceAll(token.Data, "\x00", "")), ""))
		}
		b.WriteByte(0)
	}
	return b.String()
}
