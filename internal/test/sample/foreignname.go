package sample

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
)

var (
	bpNames = [][]string{{"", "-mid", "-wide", "-huge"}, {"", "-m", "-l", "-vast"}, {"-a", "-b", "-c", "-d"},
		{"", "_tab", "_desk", "_hall"},
		{"", "--2", "--3", "--4"}, {"-pocket", "-lap", "-desk", "-wall"}, {"", `\@m`, `\@l`, `\@x`},
		{"", `\:m`, `\:l`, `\:x`}}
	counts = []string{"", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven",
		"twelve",
		"thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen", "twenty", "twentyone",
		"twentytwo", "twentythree", "twentyfour"}
)

// names chooses what everything is called.
func (f *Foreign) names() {
	r := f.r
	f.infix = slices.Clone(pick(r, bpNames...))[:len(f.Edges)]
	if f.Direction == "max" || f.Direction == "range" {
		for i := range f.infix { // every breakpoint has a name but, downwards, the last
			if f.infix[i] == "" && (f.Direction == "range" || i < len(f.infix)-1) {
				f.infix[i] = "-z"
			}
		}
		if f.Direction == "max" {
			f.infix[len(f.infix)-1] = ""
		}
	}
	f.joint = pick(r, "", "-", "_", "--")
	f.digits = func(n int) string { return strconv.Itoa(n) }
	switch r.IntN(6) {
	case 0:
		f.digits = func(n int) string { return counts[n] }
		f.joint = "-"
	case 1:
		f.digits = func(n int) string { return fmt.Sprintf("%d-%d", n, f.Columns) }
		f.joint = "-"
	case 2:
		f.digits = func(n int) string { return string(rune('a'+n-1)) + "x" }
		f.joint = "-"
	}
	f.stem = map[string]string{
		"frame": pick(r, "hull", "yard", "lee", "mooring"), "open": pick(r, "sea", "fullhull", "wide-lee"),
		"row": pick(r, "thwart", "rail", "shelf", "tier"), "cell": pick(r, "slat", "berth", "plank", "stall"),
		"take": pick(r, "w", "of", "k", "berth-of", "Q"), "skip": pick(r, "off", "lead", "past", "in"),
		"trail": pick(r, "rest", "tail"), "begin": "at-track",
		"nudge": pick(r, "shift", "by"), "gone": pick(r, "no", "gone", "off-duty"), "back": "yes",
		"order": pick(r, "nr", "turn"),
		"share": pick(r, "even", "rest-of"), "natural": pick(r, "asis", "own"), "per": pick(r, "each", "by-row"),
		"inner": pick(r, "fill", "pad"), "first": "bow", "last": "stern", "align": "set", "spread": "run",
		"clear": "keel",
	}
	f.sel = pick(r, "one", "one", "two", "under", "child", "where", "attribute")
	f.clearing = pick(r, "after", "overflow", "root")
	if f.sel == "where" && (f.Stacked || f.Technique != "grid") { // what stands in a column's own rule would win
		f.sel = "two"
	}
	f.Row = []string{f.stem["row"]}
	f.Cell = []string{f.stem["cell"]}
	if f.Place == "inner" {
		f.Inner = f.stem["inner"]
	}
}

// word is what a word is called at a breakpoint.
func (f *Foreign) word(what, said string, bp int) string {
	text := f.stem[what]
	if said != "" {
		text += f.joint + said
	}
	if f.sel == "attribute" && (what == "take" || what == "skip") {
		return "data-" + strings.ToLower(f.stem[what]) + "=" + said + strings.ReplaceAll(f.infix[bp], `\`, "")
	}
	return text + f.infix[bp]
}

// plain is a word as it stands in markup.
func plain(word string) string { return strings.ReplaceAll(word, `\`, "") }

// selector selects a column's or row's word.
func (f *Foreign) selector(word, base, above string) string {
	s := "." + word
	if name, value, is := strings.Cut(word, "="); is {
		s = fmt.Sprintf("[%s~=%q]", name, value)
	}
	switch f.sel {
	case "two":
		if base != "" {
			return "." + base + s
		}
	case "under":
		if above != "" {
			return "." + above + " " + s
		}
	case "child":
		if above != "" {
			return "." + above + " > " + s
		}
	case "where":
		return ":where(" + s + ")"
	}
	return s
}
