package prose_test

import (
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"kitrows/internal/grid/prose"
)

// shown prints parts so that a table can say them: elements in brackets, a break as a bar.
func shown(parts []prose.Part) string {
	var b strings.Builder
	for _, p := range parts {
		switch p.Tag {
		case "":
			b.WriteString(p.Words)
		case "br":
			b.WriteByte('|')
		default:
			b.WriteString("[" + p.Tag)
			for _, a := range p.Attributes {
				b.WriteString(" " + a.Name + "=" + a.Value)
			}
			b.WriteString(":" + shown(p.Parts) + "]")
		}
	}
	return b.String()
}

func TestParse(t *testing.T) {
	for text, want := range map[string]string{
		"":                                "",
		"  two   words ":                  "two words",
		"one\ntwo<br>three":               "one|two|three",
		"one \r\n two":                    "one|two",
		"<strong>Open</strong> daily":     "[strong:Open] daily",
		"a <em> b</em> c":                 "a [em:b] c",
		"<a href=\"t.html\">Tides</a>":    "[a href=t.html:Tides]",
		"R&amp;D, AT&T &eacute;":          "R&D, AT&T é",
		"a < b > c <3":                    "a < b > c <3",
		"&lt;strong>":                     "<strong>",
		"<strong>open":                    "<strong>open",
		"shut</em>":                       "shut</em>",
		"<b>x <i>y</b> z</i>":             "[b:x <i>y] z</i>",
		"<script>alert(1)</script>":       "<script>alert(1)</script>",
		"<b onclick=\"x\">y</b>":          "<b onclick=\"x\">y</b>",
		"<b class=x>y</b>":                "<b class=x>y</b>",
		"<a href=1>x<a href=2>y</a>z</a>": "[a href=1:x<a href=2>y]z</a>",
		"see <!-- not --> this":           "see <!-- not --> this",
		"an end <strong":                  "an end <strong",
		"<STRONG>x</Strong>":              "[strong:x]",
	} {
		if found := shown(prose.Parse(text)); found != want {
			t.Errorf("%q is read as %q, not %q", text, found, want)
		}
	}
	if deep := strings.Repeat("<b>", 2000) + strings.Repeat("</b>", 2000); len(prose.Parse(deep)) == 0 {
		t.Error("a deep text is lost")
	}
}

// TestText holds that what is printed is read as the same again, and words that are literal as themselves.
func TestText(t *testing.T) {
	bits := []string{"<strong>", "</strong>", "<a href=\"a&amp;b.html\" title='\"'>", "</a>", "<br>", "\n", " ", "tern",
		"&", "&amp;", "amp;", "<", "<x y='", "<!--", ">", "lt;", "&#60;", "</", "\x00", "<script>", "é", "\"", "<b>", "</b>"}
	r := rand.New(rand.NewPCG(1, 2))
	for range 20000 {
		text := ""
		for range 1 + r.IntN(9) {
			text += bits[r.IntN(len(bits))]
		}
		parts := prose.Parse(text)
		if again := prose.Parse(prose.Text(parts)); !reflect.DeepEqual(parts, again) {
			t.Fatalf("%q is %q, which is printed as %q and read as %q", text, shown(parts), prose.Text(parts), shown(again))
		}
		words := strings.Join(strings.Fields(text), " ")
		if found := prose.Plain(prose.Literal(words)); found != words {
			t.Fatalf("%q is %q as a text, which is read as %q", words, prose.Literal(words), found)
		}
	}
}
