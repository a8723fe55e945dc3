package css

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/budget"
)

// expanded holds the longhands of a declaration.
type expanded struct {
	all []Longhand
	ok  bool
}

// divide expands a declaration into longhands. A declaration that occurs more than once is expanded only once.
func (f *flattener) divide(name, value string) (all []Longhand, ok bool) {
	c, key := f.c, [2]string{name, value}
	e, known := c.known[key]
	if !known {
		f.b.Step(16 + len(value)/8)
		f.b.Hold(putSize)
		e.all, e.ok = c.expand(name, value)
		if c.known == nil {
			c.known = map[[2]string]expanded{}
		}
		c.known[key] = e
	}
	return e.all, e.ok
}

// importOf divides the prelude of an @import into its link and what follows it.
func importOf(prelude string) (link, rest string) {
	p := strings.TrimSpace(prelude)
	switch {
	case p == "":
		return "", ""
	case p[0] == '"' || p[0] == '\'':
		if end := strings.IndexByte(p[1:], p[0]); end >= 0 {
			return p[1 : 1+end], strings.TrimSpace(p[2+end:])
		}
	case len(p) > 4 && strings.EqualFold(p[:4], "url("):
		if end := strings.IndexByte(p, ')'); end >= 0 {
			return strings.Trim(strings.TrimSpace(p[4:end]), `"'`), strings.TrimSpace(p[end+1:])
		}
	}
	return "", ""
}

// around is what stands around rules.
type around struct {
	media  Media
	layer  *layer
	parent []Selector // of the rule that they stand in
	number int        // of that
	deep   int
	unsure string // what they hang on that cannot be told
}

// A flattener makes one list of the rules of all files, as they stand in one another.
type flattener struct {
	c     *Cascade
	b     *budget.Budget
	file  int
	open  []int // files that are being read
	bring *int  // how many were read for an @import
	all   []*StyleRule
}

func (f *flattener) leave(n *Node, why string, quiet bool) {
	f.b.Hold(leftSize)
	f.c.Left = append(f.c.Left, Left{f.file, n.From, n.To, why, quiet})
}

func (f *flattener) rules(nodes []*Node, in around, top bool) {
	imports := top
	for _, n := range nodes {
		f.b.Step(8)
		if len(f.c.Rules) >= mostRules || in.deep > deepest {
			f.leave(n, "there are too many rules", false)
			return
		}
		imports = imports && leads(n)
		switch n.At {
		case "":
			f.style(n, in)
		case "import":
			if !imports {
				f.leave(n, "an @import after other rules does nothing", true)
				continue
			}
			f.imported(n, in)
		case "layer":
			f.layer(n, in)
		default:
			f.at(n, in)
		}
	}
}

// imported reads a file that is imported.
func (f *flattener) imported(n *Node, in around) {
	if f.bring == nil {
		f.bring = new(int)
	}
	if *f.bring++; *f.bring > mostImports {
		f.leave(n, fmt.Sprintf("files are imported more than %d times", mostImports), false)
		return
	}
	link, rest := importOf(n.Prelude)
	at := f.c.file(link)
	if at < 0 || slices.Contains(f.open, at) {
		f.leave(n, "the file "+link+" that it imports was not brought in with it", false)
		return
	}
	for {
		lower := strings.ToLower(rest)
		switch {
		case strings.HasPrefix(lower, "layer("):
			name, after, _ := strings.Cut(rest[6:], ")")
			in.layer, rest = in.layer.named(f.b, name), strings.TrimSpace(after)
			continue
		case lower == "layer" || strings.HasPrefix(lower, "layer "):
			in.layer, rest = in.layer.named(f.b, ""), strings.TrimSpace(rest[5:])
			continue
		case strings.HasPrefix(lower, "supports("):
			end := shut(rest, 8)
			if holds := Supports(f.b, rest[8:end], f.c.expand); holds != Yes {
				f.leave(n, "it asks for "+rest[9:end-1], holds == No)
				return
			}
			rest = strings.TrimSpace(rest[end:])
			continue
		}
		break
	}
	in.media = in.media.And(ParseMedia(f.b, rest))
	in.deep++
	inner := flattener{c: f.c, b: f.b, file: at, open: append(slices.Clip(f.open), at), bring: f.bring}
	f.b.Reading(f.c.Names[at])
	defer f.b.Reading(f.c.Names[f.file])
	inner.rules(f.c.Trees[at].Rules, in, true)
	f.all = append(f.all, inner.all...)
}

// shut is the end of what opens in a text at a place.
func shut(text string, at int) int {
	level := 0
	for i := at; i < len(text); i++ {
		switch text[i] {
		case '(':
			level++
		case ')':
			if level--; level == 0 {
				return i + 1
			}
		}
	}
	return len(text)
}

func (f *flattener) layer(n *Node, in around) {
	if !n.Block {
		for name := range strings.SplitSeq(n.Prelude, ",") {
			in.layer.named(f.b, strings.TrimSpace(name))
		}
		return
	}
	in.layer = in.layer.named(f.b, strings.TrimSpace(n.Prelude))
	f.inside(n, in)
}

// inside reads what stands in a rule that begins with @: rules or, in a style rule, its declarations.
func (f *flattener) inside(n *Node, in around) {
	in.deep++
	if in.parent == nil {
		f.rules(n.Nodes, in, false)
		return
	}
	f.block(n, in)
}

func (f *flattener) at(n *Node, in around) {
	switch n.At {
	case "media":
		in.media = in.media.And(ParseMedia(f.b, n.Prelude))
		f.inside(n, in)
	case "supports":
		switch holds := Supports(f.b, n.Prelude, f.c.expand); holds {
		case Yes:
			f.inside(n, in)
		case No:
			f.leave(n, "browsers of today do not support "+n.Prelude, true)
		default:
			f.leave(n, "it cannot be told whether a browser supports "+n.Prelude, false)
			f.unsure(n, in)
		}
	case "container", "scope":
		f.leave(n, strings.TrimSpace("@"+n.At+" "+short(n.Prelude))+" is not worked out", false)
		f.unsure(n, in)
	case "property":
		f.register(n)
	case "starting-style":
		f.leave(n, "@"+n.At+" moves no box", true)
	case "charset", "font-face", "keyframes", "-webkit-keyframes", "-moz-keyframes", "-o-keyframes", "page",
		"namespace", "counter-style", "font-feature-values", "view-transition", "font-palette-values", "viewport",
		"-ms-viewport", "position-try":
		f.leave(n, "@"+n.At+" moves no box", true)
	default:
		f.leave(n, "@"+n.At+" is not known", false)
	}
}

// unsure reads rules of which it cannot be told whether they hold.
func (f *flattener) unsure(n *Node, in around) {
	if in.unsure == "" {
		in.unsure = strings.TrimSpace("@" + n.At + " " + short(n.Prelude))
	}
	f.inside(n, in)
}

// register reads an @property: browsers ask for its syntax and for whether it inherits and, unless it may hold
// anything, for what it holds at first.
func (f *flattener) register(n *Node) {
	name := strings.TrimSpace(n.Prelude)
	said := map[string]string{}
	for _, s := range n.Sets {
		said[s.Name] = s.Value
	}
	syntax := strings.Trim(said["syntax"], `"'`)
	initial, has := said["initial-value"]
	inherits := said["inherits"] == "true"
	if !strings.HasPrefix(name, "--") || syntax == "" || !inherits && said["inherits"] != "false" || syntax != "*" &&
		!has {
		f.leave(n, "browsers leave out an @property without a name, a syntax, inherits or an initial-value", true)
		return
	}
	if f.c.Registered == nil {
		f.c.Registered = map[string]Registered{}
	}
	f.b.Hold(ruleSize)
	f.c.Registered[name] = Registered{inherits, initial}
}

func (f *flattener) style(n *Node, in around) {
	selectors, err := ParseSelectors(f.b, n.Prelude)
	if err != nil {
		f.leave(n, "its selectors are none: "+err.Error(), false)
		return
	}
	if in.parent != nil {
		f.b.Hold(len(selectors) * 2 * compoundSize)
		f.b.Step(len(selectors) * 8)
		selectors = nested(selectors, in.parent, in.number)
	}
	f.c.nestings++
	in.parent, in.number = selectors, f.c.nestings
	in.deep++
	f.block(n, in)
}

// nested gives selectors of a rule in another the selectors of that, which is known by a number.
func nested(all, parent []Selector, number int) []Selector {
	out := make([]Selector, len(all))
	is := Pseudo{Name: "is", parent: number}.holding(parent)
	for i, s := range all {
		s, found := s.around(is)
		if !found {
			if s[0].Combinator == 0 {
				s[0].Combinator = ' '
			}
			s = append(Selector{{Pseudos: []Pseudo{is}}}, s...)
		}
		out[i] = s
	}
	return out
}

// around is a copy of the selector in which each &, also one in a pseudo-class, is the selectors of the rule around.
func (s Selector) around(is Pseudo) (copied Selector, found bool) {
	copied = slices.Clone(s)
	for i := range copied {
		c := &copied[i]
		c.Pseudos = slices.Clone(c.Pseudos)
		for k, p := range c.Pseudos {
			of, has := make([]Selector, len(p.Of)), false
			for j, inner := range p.Of {
				with, in := inner.around(is)
				of[j], has = with, has || in
			}
			if has {
				c.Pseudos[k], found = p.holding(of), true
			}
		}
		if c.Nest {
			c.Nest, found = false, true
			c.Pseudos = append(c.Pseudos, is)
		}
	}
	return copied, found
}

// block reads a rule's declarations and the rules in it, in their order.
func (f *flattener) block(n *Node, in around) {
	sets := n.Sets
	put := func(before int) {
		var own, unplanned []Put
		for len(sets) > 0 && sets[0].From < before {
			s := &sets[0]
			sets = sets[1:]
			if strings.HasPrefix(s.Name, "--") {
				own = append(own, Put{Longhand{Name: s.Name, Value: s.Value}, s.Important, s})
				continue
			}
			all, ok := f.divide(s.Name, s.Value)
			if !ok {
				all = nil
				f.b.Hold(leftSize)
				f.c.Left = append(f.c.Left, Left{f.file, s.From, s.To, short(s.Value) + " is no value of " + s.Name,
					true})
			}
			for _, l := range all {
				if l.Unplanned {
					unplanned = append(unplanned, Put{l, s.Important, s})
					continue
				}
				own = append(own, Put{l, s.Important, s})
			}
		}
		if len(own)+len(unplanned) > 0 && len(f.c.Rules) < mostRules {
			f.b.Hold(ruleSize + (len(own)+len(unplanned))*putSize)
			f.b.Step(8 + 2*(len(own)+len(unplanned)))
			r := &StyleRule{Selectors: in.parent, Sets: own, Unplanned: unplanned, Unsure: in.unsure, Media: in.media,
				File: f.file, Node: n,
				Order: len(f.c.Rules), layer: in.layer}
			if f.all = append(f.all, r); in.unsure == "" {
				f.c.Rules = append(f.c.Rules, r)
			}
		}
	}
	for _, inner := range n.Nodes {
		put(inner.From)
		f.rules([]*Node{inner}, in, false)
	}
	put(n.To + 1)
}

// short is a text as it is told.
func short(text string) string {
	const most = 80
	if len(text) > most {
		return strings.ToValidUTF8(text[:most], "") + "…"
	}
	return text
}
