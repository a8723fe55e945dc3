package mixin

import (
	"strings"

	"kitrows/internal/browser/css"
	"kitrows/internal/write/sheet"
)

// overlay is a mixin that shows a container's columns, in front of what is in it or
// behind it, in a colour.
func (m *Mixed) overlay(p *css.Printer, d *dialect) {
	p.Gap()
	p.Line(d.doc, "A container's columns, shown in a colour: in front of what is in it, or behind it with layer -1.")
	p.Line(d.mixin("overlay", []string{"colour: rgb(43 106 108 / 16%)", "layer: 1"}), " {")
	p.Body("  ", []css.Declaration{css.D("position", "relative"), css.D("isolation", "isolate")})
	p.Gap()
	p.Line("  &:dir(rtl)::after {")
	p.Body("    ", []css.Declaration{css.D("--kr-side", "left")})
	p.Line("  }")
	p.Gap()
	p.Line("  &::after {")
	before := [2]css.Declaration{}
	for i, bp := range m.kit.Breakpoints {
		now := [2]css.Declaration{sheet.Inset(m.kit, i), sheet.Stripes(m.kit, i)}
		if now == before {
			continue
		}
		indent, shut := "    ", ""
		if i == 0 {
			p.Body(indent, []css.Declaration{css.D("position", "absolute"), css.D("z-index", d.value("layer")),
				css.D("content", `""`), css.D("pointer-events", "none"), css.D("inset-block", "0")})
		} else {
			var open string
			open, shut = d.kitFrom(bp.Name)
			p.Gap()
			p.Line("    ", open)
			indent = "      "
		}
		for part, said := range now {
			if said != before[part] {
				said.Value = strings.NewReplacer("{colour}", d.value("colour"), "\n", "\n"+indent).Replace(said.Value)
				p.Body(indent, []css.Declaration{said})
			}
		}
		if shut != "" {
			p.Line("    ", shut)
		}
		before = now
	}
	p.Line("  }")
	p.Line("}")
}
