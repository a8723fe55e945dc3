// Package component writes a page as components, in TypeScript or in JavaScript: the page, and the components
// of the kit it is made of.
package component

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/prose"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/say"
)

// A Language is what components are written in; it is the ending of their files.
type Language string

// The languages.
const (
	TypeScript Language = "tsx"
	JavaScript Language = "jsx"
)

// Files is a page as components: the page, and the components of the kit it is made of,
// a Frame, a Row and a Cell whose properties take a value or one for each breakpoint.
// They write the kit's classes, so they go with its stylesheet.
func Files(l *layout.Layout, pr *project.Project, in Language) []code.File {
	w := tsx{said: say.Of(l), k: l.Kit(), words: vocab.Own(l.Kit()), picture: markup.Linked(pr)}
	name := strings.TrimSuffix(l.Page().File, ".html")
	if name == "kit" {
		name = "kit-page"
	}
	ending := "." + string(in)
	return []code.File{w.page(l.Page(), name+ending), {Name: "kit" + ending, Text: componentFile(l.Kit(), in)}}
}

// tsx writes a page of components.
type tsx struct {
	p       css.Printer
	said    *say.Page
	k       *kit.Kit
	words   *vocab.Vocabulary
	picture func(id string) string
}

// indent is one step, and lineWidth what a line should not grow over.
const (
	indent    = "  "
	lineWidth = 92
)

func (w *tsx) line(format string, args ...any) { w.p.Line(fmt.Sprintf(format, args...)) }

func (w *tsx) page(p *page.Page, file string) code.File {
	w.line("import { Cell, Frame, Row } from \"./kit\";")
	w.p.Gap()
	w.line("/** %s. */\nexport default function %s() {\n  return (\n    <>", code.Comment(p.Name),
		componentName(p.Name))
	w.nodesOf(nil, p.Body, 3)
	w.p.For = ""
	w.line("    </>\n  );\n}")
	return code.File{Name: file, Text: w.p.Text(), Nodes: w.p.Of()}
}

// componentName is a page's name as one of a component.
func componentName(name string) string {
	var b strings.Builder
	for word := range strings.SplitSeq(code.Slug(name), "-") {
		if word != "" {
			b.WriteString(strings.ToUpper(word[:1]) + word[1:])
		}
	}
	return strings.TrimSuffix(b.String(), "Page") + "Page"
}

func (w *tsx) nodesOf(outer *page.Node, nodes []*page.Node, depth int) {
	for _, n := range nodes {
		w.p.For = n.ID
		pad := strings.Repeat(indent, depth)
		if n.Kind == page.Block {
			w.block(n, depth)
			continue
		}
		tag, props := w.open(outer, n)
		text := pad + "<" + strings.Join(append([]string{tag}, props...), " ")
		if len(n.Children) == 0 {
			w.line("%s />", text)
			continue
		}
		if len(text)+1 > lineWidth {
			w.line("%s<%s", pad, tag)
			for _, p := range props {
				w.line("%s%s%s", pad, indent, p)
			}
			w.line("%s>", pad)
		} else {
			w.line("%s>", text)
		}
		w.nodesOf(n, n.Children, depth+1)
		w.p.For = n.ID
		w.line("%s</%s>", pad, tag)
	}
}

// open is a node's component and its properties.
func (w *tsx) open(outer, n *page.Node) (tag string, props []string) {
	element := n.TagIn(outer)
	if element == "body" { // which no component is
		element = "div"
	}
	tag = map[page.Kind]string{page.Section: element, page.Container: "Frame", page.Row: "Row",
		page.Column: "Cell"}[n.Kind]
	if n.Kind != page.Section && element != "div" {
		props = append(props, fmt.Sprintf("as=%q", element))
	}
	if n.Anchor != "" {
		props = append(props, fmt.Sprintf("id=%q", n.Anchor))
	}
	if n.Kind == page.Container && !n.Frame.IsZero() {
		props = append(props, fmt.Sprintf("kind=%q", n.Frame.String()))
	}
	type value struct {
		bp   string
		text string
	}
	var order []string
	values := map[string][]value{}
	for _, c := range append(w.said.Node(n.ID), w.said.Ends(n.ID)...) {
		if n.Kind == page.Column {
			c = w.said.Counted(outer.ID, c)
		}
		prop, text := propertyOf(c)
		if prop == "" {
			continue
		}
		if values[prop] == nil {
			order = append(order, prop)
		}
		values[prop] = append(values[prop], value{w.k.Breakpoints[c.From].Name, text})
	}
	for _, prop := range order {
		all := values[prop]
		if len(all) == 1 && all[0].bp == w.k.Breakpoints[0].Name {
			if quoted := strings.HasPrefix(all[0].text, `"`); quoted {
				props = append(props, prop+"="+all[0].text)
			} else {
				props = append(props, prop+"={"+all[0].text+"}")
			}
			continue
		}
		parts := make([]string, len(all))
		for i, v := range all {
			parts[i] = property(v.bp) + ": " + v.text
		}
		props = append(props, prop+"={{ "+strings.Join(parts, ", ")+" }}")
	}
	if len(n.Classes) > 0 {
		props = append(props, fmt.Sprintf("className=%q", strings.Join(n.Classes, " ")))
	}
	return tag, props
}

// property is a key of an object, in quotes where it needs them.
func property(key string) string {
	if strings.ContainsFunc(key,
		func(r rune) bool { return !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r == '_') }) {
		return strconv.Quote(key)
	}
	return key
}

// properties are the properties of fields that are not called as those are.
var properties = map[page.Field]string{page.PerLine: "per", page.Width: "width", page.Shown: "shown", page.Line: "line"}

// propertyOf is the property that says what code says, and its value; none of what a
// component is anyway.
func propertyOf(c say.Saying) (prop, value string) {
	v := c.Value
	switch {
	case c.Field == page.Told:
		return "told", "true"
	case c.Field == page.Ends:
		return v.String(), "true"
	}
	if c.Field == page.Base || c.Field == page.Frames || c.Field == page.Fit {
		return "", ""
	}
	prop = cmp.Or(properties[c.Field], c.Field.String())
	switch v.Term {
	case page.AsKit, page.Anew:
		return prop, `"kit"`
	case page.No, page.Yes:
		return prop, v.String()
	case page.Number, page.Taken, page.Pixels:
		switch {
		case (c.Field == page.PerLine || c.Field == page.Begin) && v.N == 0:
			return prop, `"off"`
		case v.At > 0:
			return prop, fmt.Sprintf("[%d, %d]", v.N, v.At)
		}
		return prop, strconv.Itoa(v.Int())
	}
	return prop, strconv.Quote(v.String())
}

var jsxEscapes = strings.NewReplacer("&", "&amp;", "<", "&lt;", ">", "&gt;", "{", `{"{"}`, "}", `{"}"}`)

// jsx is prose as JSX.
var jsx = prose.Form{
	Words: jsxEscapes.Replace,
	Attribute: func(name, value string) string {
		switch name {
		case "datetime":
			name = "dateTime"
		case "hreflang":
			name = "hrefLang"
		}
		return attribute(name, value)
	},
	Break: "<br />",
}

// lines are the words of prose up to each line break. A newline beside a tag or a brace is no space in JSX, so that
// words which end there stay with the next.
func lines(text string) [][]string {
	all := jsx.Lines(prose.Parse(text))
	for i, words := range all {
		var joined []string
		for _, word := range words {
			last := len(joined) - 1
			if last >= 0 && (strings.ContainsAny(word[:1], "<{") || strings.HasSuffix(joined[last], ">") ||
				strings.HasSuffix(joined[last], "}")) {
				joined[last] += " " + word
				continue
			}
			joined = append(joined, word)
		}
		all[i] = joined
	}
	return all
}

func (w *tsx) text(depth int, tag, attributes, words string) {
	pad := strings.Repeat(indent, depth)
	all := lines(words)
	whole := pad + "<" + tag + attributes + ">"
	for _, words := range all {
		whole += strings.Join(words, " ")
	}
	if whole += "</" + tag + ">"; len(whole) <= lineWidth {
		w.line("%s", whole)
		return
	}
	w.line("%s<%s%s>", pad, tag, attributes)
	for _, words := range all {
		for _, line := range code.Wrapped(words, lineWidth-len(pad)-len(indent)) {
			w.line("%s%s%s", pad, indent, line)
		}
	}
	w.line("%s</%s>", pad, tag)
}

// attribute is a property whose value is a text.
func attribute(name, value string) string {
	if strings.ContainsAny(value, "\n\r") {
		return " " + name + "={" + literal(value) + "}"
	}
	return " " + name + "=" + markup.Quoted(value)
}

// literal is text as a string of the language.
func literal(text string) string {
	b, _ := json.Marshal(text, jsontext.AllowInvalidUTF8(true), jsontext.EscapeForJS(true)) // a string, into memory
	return string(b)
}

// named is a block's id and its classes: those of the kit, and its own.
func (w *tsx) named(n *page.Node) string {
	var words []string
	if n.Content.Fit {
		words = append(words, w.k.Write(w.k.Naming.Fit, "", "", 0))
	}
	if len(n.At) > 0 {
		hiding, _ := w.said.Words(w.words, nil, n)
		for _, word := range hiding {
			words = append(words, word.Text)
		}
	}
	text := ""
	if n.Anchor != "" {
		text = fmt.Sprintf(" id=%q", n.Anchor)
	}
	for _, a := range markup.AttributesOf(append(words, n.Classes...)) {
		if a.Name == "class" {
			a.Name = "className"
		}
		text += fmt.Sprintf(" %s=%q", a.Name, strings.Join(a.Words, " "))
	}
	return text
}

func (w *tsx) image(c *page.Content, named string) string {
	size := named
	if c.Fit {
		size += fmt.Sprintf(" width={%s} height={%s}", markup.Number(c.Width), markup.Number(c.Height))
	}
	return "<img" + size + attribute("src", w.picture(c.Picture)) + attribute("alt", c.Alt) + " />"
}

// block writes a block of content.
func (w *tsx) block(n *page.Node, depth int) {
	pad, c, named := strings.Repeat(indent, depth), n.Content, w.named(n)
	switch c.Type {
	case page.Heading:
		w.text(depth, fmt.Sprintf("h%d", c.Level), named, c.Text)
	case page.Text:
		w.text(depth, "p", named, c.Text)
	case page.List:
		w.line("%s<ul%s>", pad, named)
		for _, item := range c.Items {
			w.text(depth+1, "li", "", item)
		}
		w.line("%s</ul>", pad)
	case page.Picture:
		if len(c.Sources) == 0 {
			w.line("%s%s", pad, w.image(c, named))
			return
		}
		w.line("%s<picture>", pad)
		for _, s := range slices.Backward(c.Sources) {
			size := ""
			if c.Fit {
				size = fmt.Sprintf(" width={%s} height={%s}", markup.Number(s.Width), markup.Number(s.Height))
			}
			w.line("%s%s<source%s%s%s />", pad, indent,
				attribute("media", "(min-width: "+w.k.Breakpoints[w.k.Index(s.From)].From.String()+")"),
				attribute("srcSet", w.picture(s.Picture)), size)
		}
		w.line("%s%s%s\n%s</picture>", pad, indent, w.image(c, named), pad)
	case page.Button:
		if c.Link == "" {
			w.text(depth, "button", named+` type="button"`, c.Text)
		} else {
			w.text(depth, "a", named+attribute("href", c.Link), c.Text)
		}
	case page.Card:
		w.line("%s<article%s>", pad, named)
		if c.Picture != "" {
			w.line("%s%s%s", pad, indent, w.image(c, ""))
		}
		w.text(depth+1, fmt.Sprintf("h%d", c.Level), "", c.Text)
		for _, item := range c.Items {
			w.text(depth+1, "p", "", item)
		}
		w.line("%s</article>", pad)
	case page.Form:
		w.line("%s<form%s>", pad, named)
		for i, label := range c.Items {
			w.line("%s%s<label>", pad, indent)
			for _, words := range lines(label) {
				w.line("%s%s%s%s", pad, indent, indent, strings.Join(words, " "))
			}
			w.line("%s%s%s<input type=\"text\" name=%q />\n%s%s</label>", pad, indent, indent,
				markup.FieldName(prose.Plain(label), i), pad, indent)
		}
		w.text(depth+1, "button", ` type="submit"`, c.Text)
		w.line("%s</form>", pad)
	case page.HTML:
		w.line("%s<div%s dangerouslySetInnerHTML={{ __html: %s }} />", pad, named, literal(c.Text))
	}
}
