package markup_test

import (
	"bytes"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"golang.org/x/net/html"
	"golang.org/x/text/encoding/japanese"
	"golang.org/x/text/encoding/unicode"

	"kitrows/internal/browser/lines"
	"kitrows/internal/browser/markup"
	"kitrows/internal/test/sample"
)

// shape is a tree in short: elements with their start and end tags as they stand in the source.
func shape(d *markup.Document, n *markup.Node) string {
	if n.IsText() {
		return ""
	}
	text := n.Tag
	if n.Start.Len() > 0 {
		text += " " + d.Text()[n.Start.From:n.Start.To]
	}
	var in []string
	for _, k := range n.Children {
		if s := shape(d, k); s != "" {
			in = append(in, s)
		}
	}
	if len(in) > 0 {
		text += "(" + strings.Join(in, ", ") + ")"
	}
	if n.End.Len() > 0 {
		text += " " + d.Text()[n.End.From:n.End.To]
	}
	return text
}

// The tree is the parser's; every element knows its tags; what the author is likely to have meant otherwise is told.
func TestTrees(t *testing.T) {
	for _, c := range []struct{ text, want, faults string }{
		{"<div><p>a<p>b</div>", "template(div <div>(p <p>, p <p>) </div>)", ""},
		{"<UL><LI>a<LI>b</UL >", "template(ul <UL>(li <LI>, li <LI>) </UL >)", ""},
		{"<table><tr><td>a</table>", "template(table <table>(tbody(tr <tr>(td <td>))) </table>)", ""},
		{"<div><section><p>a</div>", "template(div <div>(section <section>(p <p>)) </div>)",
			"missing <section> is not ended before </div>"},
		{"<div>a</div></div>b", "template(div <div> </div>)", "surplus </div> ends nothing here"},
		{"<div><span>a", "template(div <div>(span <span>))",
			"missing <div> is never ended; missing <span> is never ended"},
		{"<b><i>a</b></i>", "template(b <b>(i <i>) </b>)",
			"crossed </b> stands where <i> is still open: </i> comes later"},
		{"<div><nav>a</div></nav>", "template(div <div>(nav <nav>) </div>)",
			"crossed </div> stands where <nav> is still open: </nav> comes later"},
		{"<br><img src=a><hr/>", "template(br <br>, img <img src=a>, hr <hr/>)", ""},
		{"a<!-- c --><script>if (a<b) '</div>'</script><p>", "template(script <script> </script>, p <p>)", ""},
		{"<div><tr>a</div>", "template(div <div> </div>)", "ignored <tr> makes no element here"},
		{"<p class=a CLASS=b>", "template(p <p class=a CLASS=b>)",
			"doubled <p> has class already: this one does not count"},
		{"<!doctype html><title>a</title><p>b", "html(head(title <title> </title>), body(p <p>))", ""},
		{"<html><head></head><body><main></main></body></html>",
			"html <html>(head <head> </head>, body <body>(main <main> </main>) </body>) </html>", ""},
		{"<td>a<td>b", "template(td <td>, td <td>)", ""},
		{"<p>a</p></p>", "template(p <p> </p>, p)", ""},
		{"<svg><path d='a'/><g></g></svg>", "template(svg <svg>(path <path d='a'/>, g <g> </g>) </svg>)", ""},
	} {
		d := markup.Read(nil, []byte(c.text))
		if got := shape(d, d.Root); got != c.want {
			t.Errorf("%s: %s, want %s", c.text, got, c.want)
		}
		var faults []string
		for _, f := range d.Faults {
			faults = append(faults, string(f.Kind)+" "+f.Text)
		}
		if got := strings.Join(faults, "; "); got != c.faults {
			t.Errorf("%s: %q, want %q", c.text, got, c.faults)
		}
	}
}

// Attributes are set and dropped by the smallest edits, and in the quotes that stand there.
func TestAttributes(t *testing.T) {
	for _, c := range []struct{ tag, set, drop string }{
		{`<p>`, `<p class="x y">`, ""},
		{`<p class="a">`, `<p class="x y">`, `<p>`},
		{`<p  class='a' id=b>`, `<p  class='x y' id=b>`, `<p id=b>`},
		{`<p class=a>`, `<p class="x y">`, `<p>`},
		{`<p class=a/>`, `<p class="x y">`, `<p>`},
		{`<P CLASS = "a"\n hidden>`, `<P CLASS = "x y"\n hidden>`, `<P\n hidden>`},
		{`<p class>`, `<p class="x y">`, `<p>`},
		{`<p class id>`, `<p class="x y" id>`, `<p id>`},
		{`<p class= >`, `<p class= "x y">`, `<p>`},
		{`<p id= >`, `<p class="x y" id= >`, ""},
		{`<p id=b>`, `<p id=b class="x y">`, ""},
		{`<p hidden>`, `<p hidden class="x y">`, ""},
		{`<p class="a"id="b">`, `<p class="x y"id="b">`, `<p id="b">`},
	} {
		c.tag, c.set, c.drop = strings.ReplaceAll(c.tag, `\n`, "\n"), strings.ReplaceAll(c.set, `\n`, "\n"),
			strings.ReplaceAll(c.drop, `\n`, "\n")
		d := markup.Read(nil, []byte(c.tag+"text"))
		p := d.Root.Children[0]
		if got := string(d.Apply([]markup.Edit{d.SetAttr(p, "class", "x y")})); got != c.set+"text" {
			t.Errorf("%s set: %s, want %s", c.tag, got, c.set)
		}
		if c.drop != "" {
			if got := string(d.Apply([]markup.Edit{d.DropAttr(p, "class")})); got != c.drop+"text" {
				t.Errorf("%s dropped: %s, want %s", c.tag, got, c.drop)
			}
		}
		for _, value := range []string{`a"b`, "a'b", "a&amp;b", "a&b", "&lt", "", "ü"} {
			again := markup.Read(nil, d.Apply([]markup.Edit{d.SetAttr(p, "title", value)}))
			if a := again.Root.Children[0].Attr("title"); a == nil || a.Value != value {
				t.Errorf("%s with the title %s reads %v", c.tag, value, a)
			}
		}
	}
}

// Places are told by line and column, in characters, whatever ends a line.
func TestLines(t *testing.T) {
	d := markup.Read(nil, []byte("a\u6f6e<b>\r\n<i>\r\n\nx<u>\ry"))
	for tag, want := range map[string]lines.Place{"b": {Line: 1, Column: 3}, "i": {Line: 2, Column: 1},
		"u": {Line: 4, Column: 2}} {
		d.Root.Walk(func(n *markup.Node) {
			if n.Tag == tag && d.Line(n.Start.From) != want {
				t.Errorf("<%s> is at %v, want %v", tag, d.Line(n.Start.From), want)
			}
		})
	}
	if got := d.Line(len(d.Text())); got != (lines.Place{Line: 5, Column: 2}) {
		t.Errorf("the end is at %v", got)
	}
}

// Encodings that the Standard names are read, edited, and are otherwise as they were.
func TestEncodings(t *testing.T) {
	const text = "<meta charset=X><p title='\u6f6e'>\u6f6e\r\n<b>x</b>"
	utf16, _ := unicode.UTF16(unicode.LittleEndian, unicode.UseBOM).NewEncoder().String(text)
	sjis, _ := japanese.ShiftJIS.NewEncoder().String(strings.Replace(text, "X", "shift_jis", 1))
	jis, _ := japanese.ISO2022JP.NewEncoder().String(strings.Replace(text, "X", "iso-2022-jp", 1))
	for name, source := range map[string]string{
		"utf-16le": utf16, "shift_jis": sjis, "iso-2022-jp": jis, "utf-8": "\ufeff" + text,
		"windows-1252": "<p title='\xe9'>\xe9\r\n<b>x</b>",
	} {
		d := markup.Read(nil, []byte(source))
		if d.Encoding != name {
			t.Errorf("%s is read as %s", name, d.Encoding)
		}
		var p *markup.Node
		d.Root.Walk(func(n *markup.Node) {
			if n.Tag == "p" {
				p = n
			}
		})
		if !bytes.Equal(d.Apply(nil), []byte(source)) {
			t.Errorf("%s unchanged is other bytes", name)
		}
		now := d.Apply([]markup.Edit{d.SetAttr(p, "class", "\u6f6e a")})
		again := markup.Read(nil, now)
		found := ""
		again.Root.Walk(func(n *markup.Node) {
			if n.Tag == "p" {
				found = strings.Join(n.Classes(), " ") + "/" + n.Attr("title").Value
			}
		})
		title := p.Attr("title").Value
		if found != "\u6f6e a/"+title || title != "\u6f6e" && title != "\u00e9" {
			t.Errorf("%s reads %q after the edit", name, found)
		}
	}
}

// plainShape is the tree of the parser alone.
func plainShape(nodes func(func(*html.Node) bool), b *strings.Builder) {
	for n := range nodes {
		if n.Type == html.ElementNode {
			b.WriteString(n.Data + "(")
			plainShape(n.ChildNodes(), b)
			b.WriteString(")")
		}
	}
}

func treeShape(n *markup.Node, b *strings.Builder) {
	for _, k := range n.Children {
		if !k.IsText() {
			b.WriteString(k.Tag + "(")
			treeShape(k, b)
			b.WriteString(")")
		}
	}
}

// holds reports what is not so of a document: the tree is that of the parser alone, spans are tags of their elements,
// and an attribute that is set is there when it is read again, with nothing else changed, and gone with the same edit
// undone.
func holds(source []byte) error {
	d := markup.Read(nil, source)
	if !bytes.Equal(d.Apply(nil), source) {
		return fmt.Errorf("unchanged is other bytes")
	}
	var want, got strings.Builder
	if !d.Part {
		document, err := html.Parse(strings.NewReader(strings.TrimPrefix(d.Text(), "\ufeff")))
		if err != nil {
			return nil
		}
		for n := range document.ChildNodes() {
			if n.Type == html.ElementNode {
				plainShape(n.ChildNodes(), &want)
			}
		}
		treeShape(d.Root, &got)
		if want.String() != got.String() {
			return fmt.Errorf("another tree than the parser's")
		}
	}
	var all []*markup.Node
	var err error
	d.Root.Walk(func(n *markup.Node) {
		if n.IsText() || n.Start.Len() == 0 {
			return
		}
		tag := strings.ToLower(d.Text()[n.Start.From:n.Start.To])
		if !strings.HasPrefix(tag, "<"+strings.ToLower(n.Tag)) && n.Tag != "img" {
			err = fmt.Errorf("%s has the tag %.40q", n.Tag, tag)
		}
		all = append(all, n)
	})
	if err != nil || len(all) == 0 {
		return err
	}
	n := all[len(all)/2]
	e := d.SetAttr(n, "class", "kr-try")
	now := d.Apply([]markup.Edit{e})
	if from, to := d.Place(e.From), d.Place(e.To); !bytes.Equal(now[:from], source[:from]) ||
		!bytes.HasSuffix(now, source[to:]) {
		return fmt.Errorf("bytes outside of the edit are other")
	}
	var classes []string
	var again strings.Builder
	next := markup.Read(nil, now)
	next.Root.Walk(func(n *markup.Node) { classes = append(classes, n.Classes()...) })
	treeShape(next.Root, &again)
	got.Reset()
	treeShape(d.Root, &got)
	if !slices.Contains(classes, "kr-try") || again.String() != got.String() {
		return fmt.Errorf("with a class set on %.60q another tree is read", d.Text()[n.Start.From:n.Start.To])
	}
	return nil
}

// Files of HTML that nobody here wrote.
func TestInstalled(t *testing.T) {
	paths := sample.Installed(sample.Rounds(320))
	if len(paths) == 0 {
		t.Skip("there are none")
	}
	for _, path := range paths {
		b, err := os.ReadFile(path)
		if err != nil || len(b) > 2<<20 {
			continue
		}
		if err := holds(b); err != nil {
			t.Errorf("%s: %v", path, err)
		}
	}
	t.Logf("%d files", len(paths))
}

// FuzzParse reads anything.
func FuzzParse(f *testing.F) {
	for _, text := range []string{"<div><p>a<p>b</div>", "<table><b><tr><td></b>x", "\xff\xfe<\x00p\x00>\x00",
		"<p class= >", "<a b=c/ d=\"e\"f>", "<svg><title><b>x</b></title></svg>"} {
		f.Add([]byte(text))
	}
	f.Fuzz(func(t *testing.T, b []byte) {
		if len(b) > 1<<12 {
			return
		}
		tried := 0
		d := markup.Read(nil, b)
		if !bytes.Equal(d.Apply(nil), b) {
			t.Error("unchanged is other bytes")
		}
		d.Root.Walk(func(n *markup.Node) {
			if tried++; !n.IsText() && n.Start.Len() > 0 && tried < 20 {
				markup.Read(nil, d.Apply([]markup.Edit{d.SetAttr(n, "class", "a b")}))
			}
		})
	})
}

// A page of 20,000 elements.
func BenchmarkParse(b *testing.B) {
	source := sample.Watches(4000)
	b.SetBytes(int64(len(source)))
	for b.Loop() {
		markup.Read(nil, source)
	}
}

// Bytes that are none of the encoding that a file declares are shown as browsers do, and stay what they are.
func TestBytesThatAreNone(t *testing.T) {
	for name, c := range map[string]struct{ file, text string }{
		"a byte of another": {"<meta charset=utf-8><p class='a\xe9 b' id=\xe9>caf\xe9</p>",
			"<meta charset=utf-8><p class='a\ufffd b' id=\ufffd>caf\ufffd</p>"},
		"a character cut off": {"<meta charset=utf-8><p>\xe2\x82</p>", "<meta charset=utf-8><p>\ufffd</p>"},
		"what no character has": {"<meta charset=utf-8><p>\xed\xa0\x80\xc0\xaf</p>", "<meta charset=utf-8><p>" +
			strings.Repeat("\ufffd", 5) + "</p>"},
		"Shift_JIS cut off": {"<meta charset=shift_jis><p>\x8c\xc2</p>\x83", "<meta charset=shift_jis><p>個</p>\ufffd"},
		"half of UTF-16":    {"\xff\xfe<\x00p\x00>\x00x", "\ufeff<p>\ufffd"},
	} {
		d := markup.Read(nil, []byte(c.file))
		if d.Text() != c.text {
			t.Errorf("%s: %q, want %q", name, d.Text(), c.text)
		}
		d.Root.Walk(func(n *markup.Node) {
			if n.Tag != "p" || n.Attr("class") == nil {
				return
			}
			if got, want := string(d.Apply([]markup.Edit{d.SetAttr(n, "class", "a\ufffd c")})),
				strings.Replace(c.file, " b'", " c'", 1); got != want {
				t.Errorf("%s: written %q, want %q", name, got, want)
			}
		})
		if got := d.Apply(nil); string(got) != c.file {
			t.Errorf("%s: %q comes back as %q", name, c.file, got)
		}
	}
}
