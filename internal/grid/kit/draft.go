package kit

import (
	"encoding"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strings"

	"kitrows/internal/grid/fault"
)

// A Step is one thing typed about a kit, or a breakpoint added or removed.
type Step struct {
	Field      StepField `json:"field"`
	Breakpoint string    `json:"breakpoint,omitzero" maxLength:"24" doc:"Its name after the steps before; empty: all."`
	Template   string    `json:"template,omitzero" maxLength:"24" doc:"Which template is given."`
	Text       string    `json:"text,omitzero" maxLength:"200" doc:"As typed: 24 is 24 px, empty carries; or yes, no."`
}

// A StepField is the part of a kit that a step is about.
type StepField string

// StepFields are all of them: content sets a fixed container by the width of what is in it; naming takes a preset, and
// template one template; rename gives a breakpoint another name, add puts one after it, and remove takes it away.
var StepFields = []StepField{
	"name", "technique", "edge", "cap", "narrowest", "from", "container", "content", "columns", "gutter", "gutterPlace",
	"rowGutter", "naming", "template", "lone", "beside", "ranges", "rigid", "rename", "add", "remove",
}

// A Draft is a kit with steps made that are not accepted yet.
type Draft struct {
	Kit  *Kit
	Were []string // what each breakpoint was called before, empty for a new one
}

// NewDraft makes steps on a kit. The error names the first step that cannot be made, or, of the
// kit they come to, what its Check refuses.
func (k *Kit) NewDraft(steps []Step) (*Draft, error) {
	next := *k
	d := &Draft{Kit: &next}
	next.Breakpoints = slices.Clone(k.Breakpoints)
	for _, b := range k.Breakpoints {
		d.Were = append(d.Were, b.Name)
	}
	for i, s := range steps {
		if err := d.step(s); err != nil {
			return nil, fault.Under(fmt.Sprintf("steps[%d]", i), err)
		}
	}
	d.fitLanes()
	d.nameUnits()
	if n := &next.Naming; next.GutterPlace.Trims() && n.First == "" && n.Last == "" {
		n.First, n.Last = OurNaming.First, OurNaming.Last
	}
	if err := next.Check(); err != nil {
		return nil, err
	}
	return d, nil
}

func (d *Draft) step(s Step) error {
	k, text := d.Kit, strings.TrimSpace(s.Text)
	switch s.Field {
	case "name":
		k.Name = text
		return nil
	case "technique":
		k.Technique = Technique(text)
		return nil
	case "cap":
		return read(&k.Cap, orZero(text))
	case "narrowest":
		return read(&k.Narrowest, text)
	case "gutterPlace":
		return fault.Under("text", k.GutterPlace.UnmarshalText([]byte(text)))
	case "ranges":
		return yesOrNo(&k.Ranges, text)
	case "rigid":
		return yesOrNo(&k.Rigid, text)
	case "naming", "template", "lone", "beside":
		return d.name(s.Field, s.Template, text)
	}
	i := k.Index(s.Breakpoint)
	if s.Field == "edge" && s.Breakpoint == "" {
		i = 0
	}
	if i < 0 {
		return fault.New("breakpoint", s.Breakpoint, "one of %s", k.BreakpointNames())
	}
	b := &k.Breakpoints[i]
	switch s.Field {
	case "rename":
		b.Name = text
	case "from":
		return read(&b.From, text)
	case "container":
		return read(&b.Container, text)
	case "content":
		var content Length
		if err := read(&content, text); err != nil {
			return err
		}
		b.Container = Fixed(Px(k.Around(i, content.Px())))
	case "add":
		d.add(i)
	case "remove":
		if len(k.Breakpoints) == 1 {
			return fault.New("breakpoint", s.Breakpoint, "a breakpoint that is not the kit's only one")
		}
		d.remove(i)
	case "columns":
		if i > 0 && text == "" {
			b.Columns = Columns{}
			return nil
		}
		var c Columns
		if err := read(&c, text); err != nil {
			return err
		}
		if i == 0 {
			k.Columns, b.Columns = c, Columns{}
		} else {
			b.Columns = c
		}
	case "gutter":
		return typed(i, text, &k.Gutter, &b.Gutter)
	case "rowGutter":
		return typed(i, text, &k.RowGutter, &b.RowGutter)
	case "edge":
		return typed(i, text, &k.Edge, &b.Edge)
	default:
		return fault.New("field", string(s.Field), "a part of a kit such as gutter, columns or container")
	}
	return nil
}

// name changes what the kit's classes are called.
func (d *Draft) name(field StepField, template, text string) error {
	n := &d.Kit.Naming
	switch field {
	case "naming":
		p, ok := PresetOf(text)
		if !ok {
			return fault.New("text", text, "the id of a preset such as suffix")
		}
		*n = p.Naming
	case "template":
		if !n.Set(template, Template(text)) {
			return fault.New("template", template, "the name of a template such as take")
		}
	case "lone":
		return yesOrNo(&n.Lone, text)
	case "beside":
		return yesOrNo(&n.Beside, text)
	}
	return nil
}

func yesOrNo(is *bool, text string) error {
	if text != "yes" && text != "no" {
		return fault.New("text", text, "yes or no")
	}
	*is = text == "yes"
	return nil
}

// typed sets what the kit says for its first breakpoint, and what another changes from it on;
// nothing typed carries the breakpoint before.
func typed[T any, P interface {
	*T
	encoding.TextUnmarshaler
}](i int, text string, first P, later **T) error {
	if i > 0 && text == "" {
		*later = nil
		return nil
	}
	var v T
	if err := read(P(&v), text); err != nil {
		return err
	}
	if i == 0 {
		*first = v
	} else {
		*later = &v
	}
	return nil
}

var (
	bare  = regexp.MustCompile(`^\d+(\.\d+)?$`)
	ratio = regexp.MustCompile(`^\d+/\d+$`)
)

// read reads a typed text as the type's own, where a bare number is px and a bare fraction is
// one of a column.
func read(v encoding.TextUnmarshaler, text string) error {
	switch _, columns := v.(*Columns); {
	case columns:
	case bare.MatchString(text) && text != "0":
		text += "px"
	case ratio.MatchString(text):
		text += " column"
	}
	return fault.Under("text", v.UnmarshalText([]byte(text)))
}

func orZero(text string) string {
	if text == "" || text == "none" {
		return "0"
	}
	return text
}

// add puts a breakpoint half way from breakpoint i to the next, or a third further than it.
func (d *Draft) add(i int) {
	k := d.Kit
	from := k.Breakpoints[i].From.Px()
	edge := math.Round(max(from, k.Narrowest.Px())*4/3/10) * 10
	if i+1 < len(k.Breakpoints) {
		edge = math.Round((max(from, k.Narrowest.Px()) + k.Breakpoints[i+1].From.Px()) / 2)
	}
	name := ""
	for n := i + 2; name == "" || k.Index(name) >= 0; n++ {
		name = fmt.Sprintf("b%d", n)
	}
	b := Breakpoint{Name: name, From: Px(edge), Container: k.Breakpoints[i].Container, Lane: Px(edge)}
	k.Breakpoints = slices.Insert(k.Breakpoints, i+1, b)
	d.Were = slices.Insert(d.Were, i+1, "")
}

// remove takes breakpoint i away. What the one after it carried from it stays as it was.
func (d *Draft) remove(i int) {
	k := d.Kit
	gone := k.Breakpoints[i]
	if i+1 < len(k.Breakpoints) {
		next := &k.Breakpoints[i+1]
		if next.Columns.IsZero() {
			next.Columns = gone.Columns
		}
		if next.Gutter == nil {
			next.Gutter = gone.Gutter
		}
		if next.RowGutter == nil {
			next.RowGutter = gone.RowGutter
		}
		if next.Edge == nil {
			next.Edge = gone.Edge
		}
		if i == 0 { // what the first says is the kit's own
			next.From = Length{}
			if !next.Columns.IsZero() {
				k.Columns, next.Columns = next.Columns, Columns{}
			}
			if next.Gutter != nil {
				k.Gutter, next.Gutter = *next.Gutter, nil
			}
			if next.RowGutter != nil {
				k.RowGutter, next.RowGutter = *next.RowGutter, nil
			}
			if next.Edge != nil {
				k.Edge, next.Edge = *next.Edge, nil
			}
		}
	}
	k.Breakpoints = slices.Delete(k.Breakpoints, i, i+1)
	d.Were = slices.Delete(d.Were, i, i+1)
}

// nameUnits has the classes of units name the one they begin at where columns are uneven, and
// only there.
func (d *Draft) nameUnits() {
	uneven := false
	for i := range d.Kit.Breakpoints {
		uneven = uneven || d.Kit.ColumnsAt(i).IsUneven()
	}
	const at = "[-at-{at}]"
	n := &d.Kit.Naming
	for _, t := range []*Template{&n.Take, &n.Skip, &n.Trail, &n.Nudge} {
		text := strings.ReplaceAll(string(*t), at, "")
		if uneven && !strings.Contains(text, "{at}") {
			for _, n := range []string{"{n}", "{word}"} {
				text = strings.Replace(text, n, n+at, 1)
			}
		}
		*t = Template(text)
	}
}

// fitLanes keeps every lane's width in its breakpoint's range.
func (d *Draft) fitLanes() {
	for i := range d.Kit.Breakpoints {
		low, high, bounded := d.Kit.Range(i)
		px := max(d.Kit.Breakpoints[i].Lane.Px(), math.Ceil(low))
		if bounded {
			px = min(px, high)
		}
		if px != d.Kit.Breakpoints[i].Lane.Px() && px > 0 {
			d.Kit.Breakpoints[i].Lane = Px(px)
		}
	}
}
