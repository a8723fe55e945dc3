package rewrite

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/plan/foreign"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/code"
	"kitrows/internal/write/say"
	"kitrows/internal/write/sheet"
)

// KitFile is what the stylesheet of a kit of ours is called where no page links it yet.
const KitFile = "kit.css"

// WithKit is a page on a kit that is made here with the kit's stylesheet, as we write it, among those that it may link,
// up to date with its classes; or with the one that its mixins come to. On a kit that was brought in, it is the rules
// of the page's own.
func WithKit(p *page.Page, k *kit.Kit) *page.Page { return withKit(p, k, KitFile) }

// Moved is WithKit for a page that came to kit k from another: the stylesheet is called like the kit, for other pages
// may link that of theirs by the usual name.
func Moved(p *page.Page, k *kit.Kit) *page.Page { return withKit(p, k, code.Slug(k.Name)+".css") }

// Opened is WithKit for a page that is read: the stylesheet of its kit that it has stays as it is, whatever it lacks.
func Opened(p *page.Page, k *kit.Kit) *page.Page {
	has := func(f kit.File) bool { return IsSheetOf(f, k) }
	if k.IsComplete() && p.Origin.Mixins == "" && (slices.ContainsFunc(p.Origin.Sheets, has) ||
		slices.ContainsFunc(origin.Links(origin.Document(p.Origin)), func(l origin.Link) bool {
			return l.Here && has(kit.File{Text: strings.TrimSpace(l.Text)})
		})) {
		return p
	}
	return WithKit(p, k)
}

func withKit(p *page.Page, k *kit.Kit, name string) *page.Page {
	if p.Origin == nil {
		return p
	}
	if k.Imported != nil {
		return withRules(p, k)
	}
	if p.Origin.Mixins != "" {
		return withSheet(p, slices.IndexFunc(p.Origin.Sheets,
			func(f kit.File) bool { return f.Name == p.Origin.Mixins }),
			kit.File{Name: p.Origin.Mixins, Text: Mixed(p, k, code.Options{}).Plain().Text})
	}
	for _, l := range origin.Links(origin.Document(p.Origin)) {
		if l.Here && covers(kit.File{Text: strings.TrimSpace(l.Text)}, p, k) {
			return p // it stands in the document
		}
	}
	if slices.ContainsFunc(p.Origin.Sheets, func(f kit.File) bool { return covers(f, p, k) }) {
		return p
	}
	at := slices.IndexFunc(p.Origin.Sheets, func(f kit.File) bool { return IsSheetOf(f, k) })
	file := kit.File{Name: freeName(p, name, k)}
	own := words(p, k, true)
	if at >= 0 {
		file = p.Origin.Sheets[at]
		own = append(own, unboundedIn(file.Text, k)...)
	}
	file.Text = whole(k, own)
	return withSheet(p, at, file)
}

// whole is the whole stylesheet of k with these unbounded words.
func whole(k *kit.Kit, own []*vocab.Word) string {
	var said []say.Saying
	for _, w := range own {
		e := w.Effects[0]
		one := say.Saying{On: w.On, Field: e.Field, Value: e.Value.Bare(), From: e.In.From}
		if !slices.Contains(said, one) {
			said = append(said, one)
		}
	}
	return sheet.Whole(k, said).String()
}

// IsSheetOf reports whether a file is the stylesheet that we wrote of the kit of a page on k: it states a kit, which
// was k when it was written or, where it lost that line, is called like k.
func IsSheetOf(f kit.File, k *kit.Kit) bool {
	if !origin.IsGenerated(f) || origin.IsRules(f) {
		return false
	}
	first, _, _ := strings.Cut(f.Text, "\n")
	return kit.Defined(f.Text) != nil || strings.HasPrefix(first, "/* "+code.Comment(k.Name)+", ")
}

// covers reports whether a file is the stylesheet of k as it is now, or holds it among others, with rules for all words
// on a page.
func covers(f kit.File, p *page.Page, k *kit.Kit) bool {
	stated := kit.Defined(f.Text)
	if stated == nil && !IsSheetOf(f, k) || stated != nil && !stated.IsLike(k) {
		return false
	}
	return !slices.ContainsFunc(words(p, k, sheet.IsWhole(f.Text)),
		func(w *vocab.Word) bool { return !selects(f.Text, w.Selector()) })
}

// selects reports whether a selector stands in a stylesheet, and not only as the beginning of a longer name.
func selects(text, selector string) bool {
	for {
		_, rest, is := strings.Cut(text, selector)
		if !is {
			return false
		}
		next, _ := utf8.DecodeRuneInString(rest)
		if next != '-' && next != '_' && next != '\\' && !unicode.IsLetter(next) && !unicode.IsDigit(next) {
			return true
		}
		text = rest
	}
}

// freeName is a name for a kit's stylesheet that no other which the page links has.
func freeName(p *page.Page, name string, k *kit.Kit) string {
	taken := func(name string) bool {
		return origin.Find(p.Origin.Sheets, name) >= 0
	}
	for n := 1; taken(name); n++ {
		name = code.Slug(k.Name) + ".css"
		if n > 1 {
			name = fmt.Sprintf("%s-%d.css", code.Slug(k.Name), n)
		}
	}
	return name
}

// Share gives pages that link one file as the stylesheet of their kit one text of it, which has what each of them
// needs.
func Share(all []*page.Page, kitOf func(id string) *kit.Kit) []*page.Page {
	type place struct{ page, sheet int }
	type file struct{ kit, path string }
	places, differ := map[file][]place{}, map[file]bool{}
	for i, p := range all {
		if p.Origin.Address() != "" || kitOf(p.Kit).IsFixed() {
			continue
		}
		for at, f := range p.Origin.Styles() {
			path := origin.Beside(p.File, f.Name)
			if path == "" || !origin.IsGenerated(f) || origin.IsRules(f) {
				continue
			}
			of := file{p.Kit, path}
			if had := places[of]; len(had) > 0 && all[had[0].page].Origin.Sheets[had[0].sheet].Text != f.Text {
				differ[of] = true
			}
			places[of] = append(places[of], place{i, at})
		}
	}
	shared := slices.Clone(all)
	for of := range differ {
		k := kitOf(of.kit)
		var own []*vocab.Word
		ours := true
		for _, at := range places[of] {
			f := all[at.page].Origin.Sheets[at.sheet]
			ours = ours && IsSheetOf(f, k)
			own = append(append(own, words(all[at.page], k, true)...), unboundedIn(f.Text, k)...)
		}
		if !ours {
			continue
		}
		text := whole(k, own)
		for _, at := range places[of] {
			f := all[at.page].Origin.Sheets[at.sheet]
			shared[at.page] = withSheet(shared[at.page], at.sheet, kit.File{Name: f.Name, Text: text})
		}
	}
	return shared
}

// withRules is a page with the rules of its own, up to date with its classes, among the stylesheets that it may link.
func withRules(p *page.Page, k *kit.Kit) *page.Page {
	if !p.OwnRules {
		return p
	}
	at := slices.IndexFunc(p.Origin.Sheets, origin.IsRules)
	rules := foreign.Of(k, p).OwnRules()
	if at < 0 && len(rules.Blocks) == 0 {
		return p
	}
	rules.Comment = origin.RulesStart + ", for settings that " + k.Name +
		" has no class for. Every edit writes them anew."
	file := kit.File{Name: origin.RulesOf(p), Text: rules.String()}
	if at >= 0 {
		file.Name = p.Origin.Sheets[at].Name
	}
	return withSheet(p, at, file)
}

// withSheet is a page with a stylesheet in the place of the one at an index or, where that is none, before all others.
func withSheet(p *page.Page, at int, file kit.File) *page.Page {
	if at >= 0 && p.Origin.Sheets[at] == file {
		return p
	}
	sheets := slices.Clone(p.Origin.Sheets)
	if at < 0 {
		sheets = slices.Insert(sheets, 0, kit.File{})
		at = 0
	}
	sheets[at] = file
	return origin.WithSheets(p, sheets)
}

// words are the words of kit k on a page: all of them, or only the unbounded ones.
func words(p *page.Page, k *kit.Kit, only bool) (all []*vocab.Word) {
	v, seen := vocab.Own(k), map[string]bool{}
	stretches := map[*page.Node]origin.Stretch(nil)
	p.Walk(func(n *page.Node, _ page.Place) {
		if only && !slices.ContainsFunc(n.At, sized) {
			return
		}
		if stretches == nil {
			stretches = origin.Stretches(p, "")
		}
		m := stretches[n].Element()
		if m == nil {
			return
		}
		for _, text := range origin.Said(m) {
			key := string(n.Kind) + " " + text
			if seen[key] {
				continue
			}
			seen[key] = true
			if w := v.Word(n.Kind, text); w != nil && (!only || isUnbounded(w)) {
				all = append(all, w)
			}
		}
	})
	return all
}

// sized reports whether a setting may be said by an unbounded word.
func sized(s page.Setting) bool {
	width, _ := s.Get(page.Width)
	return s.Has(page.GapX, page.GapY, page.Before, page.After) || width.Term == page.Portion
}

// isUnbounded reports whether a word is one that no stylesheet has all of: gutters of rows' own, and parts of a row.
func isUnbounded(w *vocab.Word) bool {
	return len(w.Effects) == 1 && (w.Effects[0].Field.IsLength() || w.Effects[0].Value.Term == page.Portion)
}

// unboundedIn are the unbounded words of k in a stylesheet, which other pages that link it may have.
func unboundedIn(text string, k *kit.Kit) (all []*vocab.Word) {
	v := vocab.Own(k)
	for _, m := range selected.FindAllStringSubmatch(text, -1) {
		said := m[1]
		if said == "" {
			said = m[2] + "=" + m[3]
		}
		for _, on := range []page.Kind{page.Container, page.Row, page.Column} {
			if w := v.Word(on, said); w != nil && isUnbounded(w) && !slices.Contains(all, w) {
				all = append(all, w)
			}
		}
	}
	return all
}

// selected finds what selectors of ours ask for: a class, or a word of an attribute.
var selected = regexp.MustCompile(`\.([A-Za-z_][\w-]*)|\[([a-z-]+)~="([^"]*)"\]`)
