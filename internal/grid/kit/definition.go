package kit

import (
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
)

// WholePart and UsedPart are how much of a kit its stylesheet has, as its first line says.
const (
	WholePart = "whole kit"
	UsedPart  = "used part"
)

// definitionStart is what the comment of a kit's definition begins with.
const definitionStart = "Kit: "

// stated is a kit as its definition has it.
type stated Kit

// Definition is the kit as one line of JSON for a comment of its stylesheet, so that Defined has the kit back from
// that. Templates are in it where they are other than those of OurNaming; which kit of a library it is, is not. It has
// neither */ nor tags in it. It is empty for a kit whose stylesheet was brought in.
func (k *Kit) Definition() string {
	if k.Imported != nil {
		return ""
	}
	templates := map[string]any{}
	ours := OurNaming.Templates()
	for i, t := range k.Naming.Templates() {
		if t.Template != ours[i].Template {
			templates[t.Field] = t.Template
		}
	}
	if k.Naming.Lone {
		templates["lone"] = true
	}
	if k.Naming.Beside {
		templates["beside"] = true
	}
	alone := stated(*k)
	alone.Shared = nil
	b, err := json.Marshal(struct {
		stated
		Naming map[string]any `json:"naming,omitempty"`
	}{alone, templates}, json.Deterministic(true), jsontext.EscapeForHTML(true))
	if err != nil {
		panic(err) // all of it is plain values
	}
	return definitionStart + strings.ReplaceAll(string(b), "*/", `*\/`)
}

// Defined is the kit that a stylesheet states in a comment, as Definition has it; nil where it states none, or one that
// Check refuses.
func Defined(css string) *Kit {
	at := strings.LastIndex(css, "/* "+definitionStart)
	if at < 0 {
		return nil
	}
	text, _, ends := strings.Cut(css[at+len("/* "+definitionStart):], "*/")
	if !ends {
		return nil
	}
	naming := OurNaming
	var of struct {
		stated
		Naming *Naming `json:"naming"`
	}
	of.Naming = &naming
	if json.Unmarshal([]byte(text), &of, json.RejectUnknownMembers(true)) != nil || of.Naming == nil {
		return nil
	}
	k := Kit(of.stated)
	k.Naming, k.Imported, k.Shared = *of.Naming, nil, nil
	if k.Check() != nil {
		return nil
	}
	return &k
}

// Undefined is a stylesheet without the line that states its kit, which may be left out of what is shipped.
func Undefined(css string) string {
	if before, rest, is := strings.Cut(css, "\n/* "+definitionStart); is {
		if _, after, ends := strings.Cut(rest, "*/\n"); ends {
			return before + after
		}
	}
	return css
}

// IsLike reports whether two kits are the same but for their ids, and for where they come from.
func (k *Kit) IsLike(o *Kit) bool {
	a, b := *k, *o
	a.ID, b.ID = "", ""
	return k.Imported == nil && o.Imported == nil && a.Definition() == b.Definition()
}
