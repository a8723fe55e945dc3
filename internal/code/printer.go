package code

import (
	"fmt"
	"strings"
)

// A printer writes rules with the empty lines that set custom properties apart, and
// keeps which node every line is for.
type printer struct {
	strings.Builder
	node  string
	nodes []string
}

func (p *printer) line(format string, args ...any) {
	text := fmt.Sprintf(format, args...)
	p.WriteString(text)
	p.WriteByte('\n')
	for line := range strings.SplitSeq(text, "\n") {
		if node := p.node; line != "" {
			p.nodes = append(p.nodes, node)
		} else {
			p.nodes = append(p.nodes, "") // an empty line is for none
		}
	}
}

// put writes parts as one line.
func (p *printer) put(parts ...string) {
	for _, part := range parts {
		p.WriteString(part)
	}
	p.WriteByte('\n')
	p.nodes = append(p.nodes, p.node)
}

// gap writes an empty line, which is for no node.
func (p *printer) gap() {
	p.WriteByte('\n')
	p.nodes = append(p.nodes, "")
}

// file is what was written.
func (p *printer) file(name string) File { return File{name, p.String(), p.nodes} }

func (p *printer) rule(indent, selector string, body []string) {
	if len(body) == 0 {
		return
	}
	p.gap()
	p.put(indent, selector, " {")
	p.body(indent+"  ", body)
	p.put(indent, "}")
}

// body writes declarations; custom properties and others apart.
func (p *printer) body(indent string, body []string) {
	for i, declaration := range body {
		if i > 0 && strings.HasPrefix(declaration, "--") != strings.HasPrefix(body[i-1], "--") {
			p.gap()
		}
		p.put(indent, declaration, ";")
	}
}

func (p *printer) media(query string, inside func()) {
	p.gap()
	p.WriteString("@media ")
	p.WriteString(query)
	p.WriteString(" {")
	inside()
	p.put("}")
}
