// Package settings_test holds that every setting has all its parts, so that none is forgotten where one is added.
package settings_test

import (
	"os"
	"slices"
	"strings"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/layout"
	"kitrows/internal/test/sample"
	"kitrows/internal/write/component"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// setting is a field of a kind of node.
type setting struct {
	kind  page.Kind
	field page.Field
}

// said is the kind of node of which code says it.
func (s setting) said() page.Kind { return s.field.SaidOf(s.kind) }

func each(visit func(s setting)) {
	for _, kind := range []page.Kind{page.Container, page.Row, page.Column, page.Block} {
		for _, f := range page.Settable(kind) {
			visit(setting{kind, f})
		}
	}
}

// values are a few that the setting can have.
func (s setting) values() (all []page.Value) {
	for text := range strings.FieldsSeq("1 2 16px kit fresh true false row top bottom centre end first full share " +
		"natural 1/3") {
		if v, err := s.field.Parse(text); err == nil && s.field.Check(v, s.kind, 12) == nil {
			all = append(all, v)
		}
	}
	return all
}

// unread are settings that no class of a stylesheet of other hands is read as, and why.
var unread = map[page.Field]string{
	page.Divides: "rows of such stylesheets divide as their kit does",
	page.GapX:    "random stylesheets have no class for it",
	page.GapY:    "random stylesheets have no class for it",
	page.Before:  "classes for padding are for anything, not for rows",
	page.After:   "classes for padding are for anything, not for rows",
}

func TestEverySettingHasAllItsParts(t *testing.T) {
	techniques := []kit.Technique{kit.Flex, kit.Grid, kit.Float}
	held := map[setting]bool{}
	var whole []say.Saying
	for _, technique := range techniques {
		k := sample.Twelve()
		k.Technique = technique
		whole = append(whole, sheet.Every(k)...)
	}
	r := sample.New(26)
	for range 60 {
		k := sample.Kit(r)
		sample.Page(r, k).Walk(func(n *page.Node, _ page.Place) {
			for _, s := range n.At {
				each(func(x setting) { held[x] = held[x] || x.kind == n.Kind && s.Has(x.field) })
			}
		})
	}
	said := map[page.Field]bool{}
	for range 60 {
		if _, read := sample.Team(r); read != nil {
			for _, w := range read.Words.Words {
				for _, e := range w.Effects {
					said[e.Field] = true
				}
			}
		}
	}
	format, tsx := document(t, "format.md"), components()
	each(func(s setting) {
		name := string(s.kind) + "'s " + s.field.String()
		lacks := func(part, where string) { t.Errorf("%s has no %s: %s", name, part, where) }
		values := s.values()
		if len(values) == 0 {
			lacks("value", "page/field.go, terms")
		}
		held0 := page.Defaults(s.kind)
		controls := page.Controls(s.kind, 12, &held0)
		at := slices.IndexFunc(controls, func(c page.Control) bool { return c.Field == s.field.String() })
		if at < 0 || controls[at].Label == "" || controls[at].Kind == "" {
			lacks("control", "page/field.go, title and control, and page/control.go, screen")
		}
		if s.field.Words(values[0]) == values[0].String() && s.field != page.Width {
			lacks("words", "page/field.go, label")
		}
		for _, v := range values {
			p := page.PhraseOf(s.said(), s.field, v)
			if p == nil {
				lacks("phrase for "+v.String(), "page/phrase.go")
				continue
			}
			at := slices.IndexFunc(kit.OurNaming.Templates(), func(t kit.Named) bool { return t.Field == p.Template })
			if at < 0 || kit.OurNaming.Templates()[at].Template == "" {
				lacks("class for "+v.String(), "kit/naming.go")
			}
			if p.Label == "" || p.Mixin == "" {
				lacks("label or mixin for "+v.String(), "page/phrase.go")
			}
		}
		if !slices.ContainsFunc(whole, func(c say.Saying) bool { return c.On == s.said() && c.Field == s.field }) {
			lacks("class in whole stylesheets", "write/sheet/sheet.go, Every")
		}
		if !declared(s, values, techniques) {
			lacks("declaration", "page/field.go, css, or write/sheet/declaration.go")
		}
		if !strings.Contains(tsx, " "+property(s.field)+"?: At<") {
			lacks("property of components", "write/component/kit.tsx.tmpl")
		}
		if !strings.Contains(format, "`"+s.field.String()+"`") {
			lacks("description", "docs/format.md")
		}
		if !held[s] {
			lacks("random value", "test/sample/sample.go")
		}
		if why := unread[s.field]; why == "" && !said[s.field] {
			lacks("reading from stylesheets", "read/infer/effect.go, and test/sample/foreignrule.go")
		} else if why != "" && said[s.field] {
			t.Errorf("%s is read from stylesheets: unread in this test is out of date", name)
		}
	})
}

// declared reports whether some stylesheet of ours declares something for the setting, by a class.
func declared(s setting, values []page.Value, techniques []kit.Technique) bool {
	for _, technique := range techniques {
		k := sample.Twelve()
		k.Technique = technique
		styler := sheet.NewStyler(k, sheet.Every(k), false)
		for _, v := range values {
			c := say.Saying{On: s.said(), Field: s.field, Value: v}
			if vocab.Own(k).Saying(s.kind, s.field, v, 0) != nil && len(styler.Declarations(c)) > 0 {
				return true
			}
		}
	}
	return false
}

// property is what components call a setting.
func property(f page.Field) string {
	if f == page.PerLine {
		return "per"
	}
	return f.String()
}

// components are those of a kit on grid tracks, which have every setting.
func components() string {
	k := sample.Twelve()
	k.Technique = kit.Grid
	p := &page.Page{Name: "Empty", File: "empty.html", Kit: k.ID}
	files := component.Files(layout.Of(k, p), sample.Of(p, k), component.TypeScript)
	return files[len(files)-1].Text
}

func document(t *testing.T, name string) string {
	t.Helper()
	text, err := os.ReadFile("../../../docs/" + name)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}
