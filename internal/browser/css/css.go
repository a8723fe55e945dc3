// Package css holds stylesheets as trees and prints them. It knows nothing of what they
// are for.
package css

// A Sheet is a stylesheet.
type Sheet struct {
	Comment string // its first line
	Blocks  []Block
	End     string // a comment as its last line; none when empty
}

// A Block is rules that hold under a media query, or at all times when Query is empty.
type Block struct {
	Query string // such as (min-width: 630px)
	Rules []Rule
}

// A Rule is one style rule. For is what it is for, as its maker knows it; each of its
// lines is marked so.
type Rule struct {
	Selectors []string
	Body      []Declaration
	For       string
}

// A Declaration is one property and its value.
type Declaration struct{ Name, Value string }

// D is a declaration.
func D(name, value string) Declaration { return Declaration{name, value} }

// IsCustom reports whether the property is a custom one.
func (d Declaration) IsCustom() bool { return len(d.Name) > 2 && d.Name[:2] == "--" }

// String is the declaration without the semicolon.
func (d Declaration) String() string { return d.Name + ": " + d.Value }

// Rules counts the sheet's rules.
func (s *Sheet) Rules() (n int) {
	for _, b := range s.Blocks {
		n += len(b.Rules)
	}
	return n
}

// Last leaves out declarations that another of the same property follows.
func Last(body []Declaration) []Declaration {
	all := make([]Declaration, 0, len(body))
	for i, d := range body {
		followed := false
		for _, later := range body[i+1:] {
			followed = followed || later.Name == d.Name
		}
		if !followed {
			all = append(all, d)
		}
	}
	return all
}
