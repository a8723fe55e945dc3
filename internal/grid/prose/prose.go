// Package prose reads and prints the words of headings, texts, items and buttons: words with line breaks and the
// few elements of HTML that stand in a line, such as <strong> and <a href="tides.html">.
package prose

import (
	"slices"
	"strings"
	"unicode/utf8"

	"golang.org/x/net/html"
)

// A Part is words, or an element with what stands in it. A line break is the element br.
type Part struct {
	Words      string // of words, with references such as &amp; read
	Tag        string // of an element; empty for words
	Attributes []Attribute
	Parts      []Part
}

// An Attribute is one attribute of an element.
type Attribute struct{ Name, Value string }

// MaxDepth is how deep elements may stand in each other. Deeper tags are words.
const MaxDepth = 16

// everywhere are the attributes that each element may have.
var everywhere = []string{"lang", "title", "dir"}

// elements are the elements there are, with the attributes that only they may have.
var elements = map[string][]string{
	"a": {"href", "hreflang", "rel", "target"}, "abbr": nil, "b": nil, "br": nil, "cite": nil, "code": nil,
	"del": {"cite", "datetime"}, "em": nil, "i": nil, "ins": {"cite", "datetime"}, "kbd": nil, "mark": nil,
	"q": {"cite"}, "s": nil, "small": nil, "strong": nil, "sub": nil, "sup": nil, "time": {"datetime"}, "u": nil,
}

// addresses are the attributes that hold one.
var addresses = []string{"href", "cite"}

// Element reports whether an element with those attributes is one that can stand in prose, and leads where a page may.
func Element(tag string, attributes []Attribute) bool {
	return allowed(tag, attributes) && unsafe(attributes) == ""
}

// allowed is the same wherever it leads.
func allowed(tag string, attributes []Attribute) bool {
	own, known := elements[tag]
	for i, a := range attributes {
		known = known && (slices.Contains(everywhere, a.Name) || slices.Contains(own, a.Name)) &&
			!slices.ContainsFunc(attributes[:i], func(b Attribute) bool { return b.Name == a.Name })
	}
	return known
}

// An open element is one whose end tag is yet to come.
type open struct {
	part Part
	raw  string
}

// Parse reads text. A newline is a line break, and other white space is one space. Every text can be read: tags of
// elements that cannot stand in it, or that are not closed, are words.
func Parse(text string) []Part {
	text = strings.ReplaceAll(strings.ToValidUTF8(text, "\uFFFD"), "\r\n", "\n")
	if !opens(text) { // as most do not
		return tidy(words(nil, html.UnescapeString(text)))
	}
	return tokens(text)
}

// tokens is Parse by the tokens of HTML.
func tokens(text string) []Part {
	z := html.NewTokenizer(strings.NewReader(text))
	stack := []open{{}}
	top := func() *open { return &stack[len(stack)-1] }
	literal := func(raw string) { top().part.Parts = words(top().part.Parts, html.UnescapeString(raw)) }
	undo := func() { // the last open element's tag is words
		last := *top()
		stack = stack[:len(stack)-1]
		literal(last.raw)
		for _, p := range last.part.Parts {
			top().part.Parts = appended(top().part.Parts, p)
		}
	}
	at := 0
	for token := z.Next(); token != html.ErrorToken; token = z.Next() {
		raw := string(z.Raw())
		at += len(raw)
		name, more := z.TagName()
		tag := string(name)
		var all []Attribute
		for more {
			var key, value []byte
			key, value, more = z.TagAttr()
			all = append(all, Attribute{string(key), string(value)})
		}
		isOpen := func(o open) bool { return o.part.Tag == tag }
		switch {
		case token == html.EndTagToken && tag != "" && slices.ContainsFunc(stack, isOpen):
			for top().part.Tag != tag {
				undo()
			}
			done := top().part
			stack = stack[:len(stack)-1]
			top().part.Parts = append(top().part.Parts, done)
		case (token == html.StartTagToken || token == html.SelfClosingTagToken) && tag == "br" && allowed(tag, all):
			top().part.Parts = append(top().part.Parts, Part{Tag: "br"})
		case token == html.StartTagToken && tag != "br" && len(stack) <= MaxDepth && allowed(tag, all) &&
			!(tag == "a" && slices.ContainsFunc(stack, isOpen)):
			stack = append(stack, open{Part{Tag: tag, Attributes: all}, raw})
		default:
			literal(raw)
		}
	}
	literal(text[at:]) // a tag that does not end
	for len(stack) > 1 {
		undo()
	}
	return tidy(stack[0].part.Parts)
}

// opens reports whether a tag of an element that can stand in prose may begin in a text.
func opens(text string) bool {
	for {
		_, rest, is := strings.Cut(text, "<")
		if !is {
			return false
		}
		end := 0
		for end < len(rest) && end <= longestTag && (rest[end]|0x20 >= 'a' && rest[end]|0x20 <= 'z') {
			end++
		}
		if _, known := elements[strings.ToLower(rest[:end])]; known {
			return true
		}
		text = rest
	}
}

// longestTag is how many letters the name of an element has at most.
const longestTag = 6

// words adds words to parts, their newlines as line breaks.
func words(parts []Part, text string) []Part {
	for i, line := range strings.Split(text, "\n") {
		if i > 0 {
			parts = append(parts, Part{Tag: "br"})
		}
		if line != "" {
			parts = appended(parts, Part{Words: line})
		}
	}
	return parts
}

// appended adds a part; words join words.
func appended(parts []Part, p Part) []Part {
	if last := len(parts) - 1; p.Tag == "" && last >= 0 && parts[last].Tag == "" {
		parts[last].Words += p.Words
		return parts
	}
	return append(parts, p)
}

// Joined are parts of elements as Parse gives them: white space is one space, and there is none at the ends and
// around line breaks.
func Joined(parts []Part) []Part {
	var all []Part
	for _, p := range parts {
		p.Words = strings.ReplaceAll(p.Words, "\n", " ")
		all = appended(all, p)
	}
	return tidy(all)
}

// tidy makes white space one space, and takes it away at the ends and around line breaks, through all elements.
func tidy(parts []Part) []Part {
	t := tidier{space: true}
	parts = t.parts(parts)
	if t.last != nil {
		*t.last = strings.TrimSuffix(*t.last, " ")
	}
	return bare(parts)
}

// A tidier goes through words from the first to the last.
type tidier struct {
	space bool    // a space would come after another one, or begin a line
	last  *string // the words that end in a space
}

func (t *tidier) parts(parts []Part) []Part {
	all := slices.Clone(parts)
	for i := range all {
		p := &all[i]
		switch {
		case p.Tag == "br":
			if t.last != nil {
				*t.last = strings.TrimSuffix(*t.last, " ")
			}
			t.space, t.last = true, nil
		case p.Tag != "":
			p.Parts = t.parts(p.Parts)
		default:
			var b strings.Builder
			for _, r := range p.Words {
				isSpace := strings.ContainsRune(" \t\n\r\f", r)
				switch {
				case isSpace && !t.space:
					b.WriteByte(' ')
				case !isSpace:
					b.WriteRune(r)
				}
				t.space = isSpace
			}
			if p.Words = b.String(); p.Words != "" {
				if t.last = nil; t.space {
					t.last = &p.Words
				}
			}
		}
	}
	return all
}

// bare leaves out words of which nothing is left.
func bare(parts []Part) []Part {
	parts = slices.DeleteFunc(parts, func(p Part) bool { return p.Tag == "" && p.Words == "" })
	for i := range parts {
		parts[i].Parts = bare(parts[i].Parts)
	}
	if len(parts) == 0 {
		return nil
	}
	return parts
}

// Literal is words as a text in which no tag or reference is read.
func Literal(words string) string {
	var b strings.Builder
	for i, r := range words {
		rest := words[i+utf8.RuneLen(r):]
		next, _ := utf8.DecodeRuneInString(rest)
		switch {
		case r == '&' && isReference(rest):
			b.WriteString("&amp;")
		case r == '<' && (next >= 'a' && next <= 'z' || next >= 'A' && next <= 'Z' || next == '/' || next == '!' ||
			next == '?'):
			b.WriteString("&lt;")
		default:
			b.WriteRune(r)
		}
	}
	return b.String()
}

// longest is how many bytes the name of a reference may have.
const longest = 40

// isReference reports whether an & before rest is the beginning of a reference such as &amp;.
func isReference(rest string) bool {
	rest = rest[:min(len(rest), longest)]
	if end := strings.IndexByte(rest, '&'); end >= 0 {
		rest = rest[:end]
	}
	return html.UnescapeString("&"+rest) != "&"+rest
}

// Plain is the words alone, line breaks as newlines.
func Plain(text string) string {
	if !strings.ContainsAny(text, "<&\r") {
		return text
	}
	var b strings.Builder
	plain(&b, Parse(text))
	return b.String()
}

func plain(b *strings.Builder, parts []Part) {
	for _, p := range parts {
		if p.Tag == "br" {
			b.WriteByte('\n')
		}
		b.WriteString(p.Words)
		plain(b, p.Parts)
	}
}

// Links reports whether a link stands in a text.
func Links(text string) bool {
	return opens(text) && has(Parse(text), func(p Part) bool { return p.Tag == "a" })
}

// Unsafe is the first address in a text that is not safe; empty where there is none.
func Unsafe(text string) (address string) {
	if !opens(text) {
		return ""
	}
	has(Parse(text), func(p Part) bool {
		address = unsafe(p.Attributes)
		return address != ""
	})
	return address
}

// unsafe is the same among attributes.
func unsafe(attributes []Attribute) string {
	for _, a := range attributes {
		if slices.Contains(addresses, a.Name) && !Safe(a.Value) {
			return a.Value
		}
	}
	return ""
}

// Safe reports whether a link is one that a page may carry: relative, or to the web, a mailbox or a telephone, in at
// most 500 bytes.
func Safe(link string) bool {
	if len(link) > 500 || strings.ContainsAny(link, " \t\r\n<>\"") {
		return false
	}
	scheme, _, found := strings.Cut(link, ":")
	return !found || strings.ContainsAny(scheme, "/?#") ||
		slices.Contains([]string{"http", "https", "mailto", "tel"}, strings.ToLower(scheme))
}

func has(parts []Part, is func(p Part) bool) bool {
	return slices.ContainsFunc(parts, func(p Part) bool { return is(p) || has(p.Parts, is) })
}
