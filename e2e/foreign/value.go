package main

import (
	"bufio"
	_ "embed"
	"strings"

	"github.com/go-json-experiment/json"

	"kitrows/internal/browser/flow"
)

//go:embed values.txt
var written string

// A value is a declaration, and whether the core takes its value for one of the property's.
type value struct {
	Property, Value string
	Taken           bool
}

// values prints declarations of all properties that are laid out, with values that browsers know and others that they
// do not.
func values(out *bufio.Writer) {
	for line := range strings.Lines(written) {
		property, all, _ := strings.Cut(strings.TrimSpace(line), ": ")
		for v := range strings.SplitSeq(all, "|") {
			_, taken := flow.Expand(property, v)
			if err := json.MarshalWrite(out, value{property, v, taken}); err != nil {
				panic(err)
			}
			out.WriteByte('\n')
		}
	}
}
