package prose

import "strings"

// A Form is how a language writes prose.
type Form struct {
	Words     func(words string) string       // with what must be escaped
	Attribute func(name, value string) string // with a space before it
	Break     string                          // a line break
}

// Lines prints parts: for each line up to a break, its words. Between two words there is a space, or a newline; in one
// there may be a space only within a tag.
func (f Form) Lines(parts []Part) [][]string {
	p := printer{Form: f, lines: [][]string{nil}}
	p.parts(parts)
	p.space()
	return p.lines
}

// typed is how people type prose.
var typed = Form{
	Words: Literal,
	Attribute: func(name, value string) string {
		return " " + name + `="` + strings.NewReplacer("&", "&amp;", `"`, "&quot;").Replace(value) + `"`
	},
	Break: "\n",
}

// Text prints parts as a person types them, so that Parse reads the same again.
func Text(parts []Part) string {
	var b strings.Builder
	for _, words := range typed.Lines(parts) {
		b.WriteString(strings.Join(words, " "))
	}
	return b.String()
}

type printer struct {
	Form
	lines [][]string
	word  strings.Builder
}

// space ends a word.
func (p *printer) space() {
	if p.word.Len() > 0 {
		last := len(p.lines) - 1
		p.lines[last] = append(p.lines[last], p.word.String())
		p.word.Reset()
	}
}

func (p *printer) parts(parts []Part) {
	for _, part := range parts {
		switch part.Tag {
		case "":
			for i, word := range strings.Split(part.Words, " ") {
				if i > 0 {
					p.space()
				}
				p.word.WriteString(p.Words(word))
			}
		case "br":
			p.word.WriteString(p.Break)
			p.space()
			p.lines = append(p.lines, nil)
		default:
			p.word.WriteString("<" + part.Tag)
			for _, a := range part.Attributes {
				p.word.WriteString(p.Attribute(a.Name, a.Value))
			}
			p.word.WriteString(">")
			p.parts(part.Parts)
			p.word.WriteString("</" + part.Tag + ">")
		}
	}
}
