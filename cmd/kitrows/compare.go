package main

import (
	"cmp"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/browser/budget"
	"kitrows/internal/browser/css"
	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/judge/compare"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/review"
	"kitrows/internal/write/ship"
)

// comparing is how pages are compared.
type comparing struct {
	reading
	measured
	widths string
	allow  []string
	asJSON bool
	html   string
}

func compareCommand() *cobra.Command {
	var o comparing
	c := &cobra.Command{
		Use:   "compare OLD NEW [PAGE…] [--widths 320-1920] [--allow WHAT…] [--json] [--html FILE]",
		Short: "Tell what moves on pages between two versions of them, or of their stylesheet",
		Long: "Tell what moves on pages, from which viewport width to which and by how much, which rows break into other\n" +
			"lines, and which findings come and go. OLD and NEW are two files of HTML, two folders, two project files, or\n" +
			"two versions of a stylesheet; then PAGE… are the files of HTML, the folders or the project files that it is\n" +
			"used by, which link it by either name. Heights of content are estimated, and said to be \"about\" so much,\n" +
			"unless a browser measures them (--measured-by).\n\n" +
			"With --allow some moves are not counted: those of a page (by its name or file) or of a node with what is in it\n" +
			"(by its name or id), those of at most so many px (\"2px\"), or those by which boxes only stand higher or lower,\n" +
			"or are taller or less tall (\"heights\"). It ends with 0 where nothing else moves, with 1 where something does,\n" +
			"and with 2 where a file cannot be read.",
		Args: cobra.MinimumNArgs(2),
		RunE: func(c *cobra.Command, args []string) error {
			allowed, err := o.run(c, args[0], args[1], args[2:])
			switch {
			case err != nil:
				return &exit{exitUnusable, err}
			case !allowed:
				return &exit{code: exitFound}
			}
			return nil
		},
	}
	o.reading.flags(c)
	o.measured.flags(c)
	c.Flags().StringVar(&o.widths, "widths", fmt.Sprintf("%d-%d", compare.Usual.From, compare.Usual.To),
		"the narrowest and the widest viewport that are compared, in px")
	c.Flags().StringArrayVar(&o.allow, "allow", nil, "what may move; may be given several times")
	c.Flags().BoolVar(&o.asJSON, "json", false, "as JSON")
	c.Flags().StringVar(&o.html, "html", "", "write a page with the lanes before and after, to attach to a review")
	return c
}

// run compares and tells, and reports whether all that moves is allowed.
func (o *comparing) run(c *cobra.Command, before, after string, used []string) (allowed bool, err error) {
	w, err := widthsOf(o.widths)
	if err != nil {
		return false, err
	}
	allow, err := newAllowance(o.allow)
	if err != nil {
		return false, err
	}
	pairs, err := o.pairs(c, before, after, used)
	if err != nil {
		return false, err
	}
	all, err := o.compared(c, pairs, w)
	if err != nil {
		return false, err
	}
	if err := allow.known(all); err != nil {
		return false, err
	}
	moves := func(one compared) bool { return !allow.all(one) }
	return !slices.ContainsFunc(all, moves), o.tell(c, before, after, all)
}

// widthsOf reads two widths, as in 320-1920.
func widthsOf(text string) (w compare.Widths, err error) {
	from, to, _ := strings.Cut(text, "-")
	w.From, err = strconv.Atoi(from)
	if err == nil {
		w.To, err = strconv.Atoi(to)
	}
	if err != nil || w.From < 1 || w.To < w.From || w.To > layout.MaxViewport {
		return w, fault.New("--widths", text, "two widths of 1 to %d px, as in 320-1920", layout.MaxViewport)
	}
	return w, nil
}

// A pair is a page before and after; either may be nothing.
type pair struct {
	file   string // as it is called
	before *side
	after  *side
}

// A side is a page of a project, in a file.
type side struct {
	file string
	of   *project.Project
	page *page.Page
	kit  *kit.Kit
}

func sideOf(f *filed) *side {
	pg, k := f.page()
	return &side{f.file, f.of.Project, pg, k}
}

// pairs are the pages that are compared, in the order in which they are told.
func (o *comparing) pairs(c *cobra.Command, before, after string, used []string) (all []pair, err error) {
	style := func(name string) bool { return strings.EqualFold(filepath.Ext(name), ".css") }
	switch {
	case style(before) != style(after):
		return nil, fault.New("NEW", after, "a file of the kind of %s", before)
	case style(before):
		return o.restyled(c, before, after, used)
	case len(used) > 0:
		return nil, fault.New("PAGE", used[0], "nothing: pages are given only after two stylesheets")
	}
	was, err := o.pages(c, before)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", printable(before), err)
	}
	is, err := o.pages(c, after)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", printable(after), err)
	}
	if len(was) == 1 && len(is) == 1 && was[0].file == before && is[0].file == after {
		return []pair{paired(after, sideOf(was[0]), sideOf(is[0]))}, nil // two files, whatever they are called
	}
	taken := map[*filed]bool{}
	for _, now := range is {
		pg, _ := now.page()
		name := nameIn(after, now, pg)
		at := slices.IndexFunc(was, func(f *filed) bool {
			had, _ := f.page()
			return !taken[f] && (nameIn(before, f, had) == name)
		})
		if at < 0 {
			all = append(all, pair{name, nil, sideOf(now)})
			continue
		}
		taken[was[at]] = true
		all = append(all, paired(name, sideOf(was[at]), sideOf(now)))
	}
	for _, then := range was {
		if !taken[then] {
			pg, _ := then.page()
			all = append(all, pair{nameIn(before, then, pg), sideOf(then), nil})
		}
	}
	return all, nil
}

// nameIn is what a page is called in the folder or project file that it is in.
func nameIn(root string, f *filed, pg *page.Page) string {
	if f.file == root {
		return pg.Name
	}
	if rel, err := filepath.Rel(root, f.file); err == nil {
		return filepath.ToSlash(rel)
	}
	return f.file
}

// paired are two versions of a page. Of pages from HTML, elements that are in both files are the same nodes.
func paired(name string, before, after *side) pair {
	if before.hasFile() && after.hasFile() {
		next := after.page.Origin
		kept := origin.Kept(before.page, next, markup.Difference(before.page.Origin.Bytes(), next.Bytes()))
		again := *after
		again.page = origin.Again(after.page, after.kit, next, kept)
		after = &again
	}
	return pair{name, before, after}
}

// restyled are pages with one and with the other version of a stylesheet.
func (o *comparing) restyled(c *cobra.Command, before, after string, used []string) (all []pair, err error) {
	if len(used) == 0 {
		return nil, fault.New("PAGE", "nothing", "the pages that use the stylesheet, after its two versions")
	}
	var texts [2][]byte
	for i, name := range []string{before, after} {
		b, err := os.ReadFile(name)
		if err == nil && len(b) > kit.MaxSheet {
			err = fault.New(name, fmt.Sprintf("%d bytes", len(b)), "at most %d bytes", kit.MaxSheet)
		}
		if err != nil {
			return nil, err
		}
		texts[i] = b
	}
	for _, name := range used {
		pages, err := o.pages(c, name)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", printable(name), err)
		}
		for _, f := range pages {
			s := sideOf(f)
			called := s.sheet(before, after)
			if called == "" {
				fmt.Fprintf(c.ErrOrStderr(), "%s does not use %s\n", printable(f.file), printable(before))
				continue
			}
			was, err := s.with(c, called, css.Decode(texts[0], origin.Encoding(s.page.Origin)))
			if err != nil {
				return nil, fmt.Errorf("%s, for %s: %w", printable(before), printable(f.file), err)
			}
			is, err := s.with(c, called, css.Decode(texts[1], origin.Encoding(s.page.Origin)))
			if err != nil {
				return nil, fmt.Errorf("%s, for %s: %w", printable(after), printable(f.file), err)
			}
			shown := f.file
			if len(pages) > 1 && f.file == name {
				shown = s.page.Name
			}
			all = append(all, pair{shown, was, is})
		}
	}
	if len(all) == 0 {
		return nil, fault.New("PAGE", strings.Join(used, " "), "a page that links %s or %s", filepath.Base(before),
			filepath.Base(after))
	}
	return all, nil
}

// hasFile reports whether the page's markup is a file by itself.
func (s *side) hasFile() bool { return origin.TraitsOf(s.page, s.kit).File }

// sheet is what a page calls the stylesheet that is in one of the files; empty where it has none of these.
func (s *side) sheet(names ...string) string {
	files := slices.Concat(s.kit.Files(), s.page.Origin.Styles())
	for _, name := range names {
		for _, f := range files {
			if filepath.Base(filepath.FromSlash(origin.Address(f.Name))) == filepath.Base(name) {
				return f.Name
			}
		}
	}
	return ""
}

// with is the page with another text of a stylesheet that it has: where that is of its kit, the kit is read again.
func (s *side) with(c *cobra.Command, called, text string) (*side, error) {
	replaced := func(files []kit.File) ([]kit.File, bool) {
		all := slices.Clone(files)
		at := slices.IndexFunc(all, func(f kit.File) bool { return f.Name == called })
		if at >= 0 {
			all[at].Text = text
		}
		return all, at >= 0
	}
	next := *s
	if files, is := replaced(s.kit.Files()); is {
		k, _, err := infer.Kit(c.Context(), s.kit.ID, s.kit.Name, files, s.kit.Imported.Choices)
		if err != nil {
			return nil, err
		}
		next.kit = k
	}
	if o := s.page.Origin; o != nil {
		other := o.With(o.Bytes())
		other.Sheets, _ = replaced(o.Sheets)
		next.page = origin.Again(s.page, next.kit, other, origin.Here(s.page))
	}
	of := *s.of
	of.Kits = slices.Clone(of.Kits)
	of.Kits[slices.Index(of.Kits, s.kit)] = next.kit
	of.Pages = slices.Clone(of.Pages)
	of.Pages[slices.Index(of.Pages, s.page)] = next.page
	next.of = &of
	return &next, nil
}

// compared is what became of a page.
type compared struct {
	name string
	pair
	*compare.Comparison // nil where the page is new or gone
}

// compared compares pages, several at a time.
func (o *comparing) compared(c *cobra.Command, pairs []pair, w compare.Widths) ([]compared, error) {
	all := make([]compared, len(pairs))
	wrong := make([]error, len(pairs))
	budget.Each(len(pairs), func(i int) {
		p := pairs[i]
		all[i] = compared{name: p.file, pair: p}
		if p.before == nil || p.after == nil {
			return
		}
		var was, is *layout.Layout
		was, wrong[i] = o.laid(c, p.before, w)
		if wrong[i] == nil {
			is, wrong[i] = o.laid(c, p.after, w)
		}
		if wrong[i] == nil {
			all[i].Comparison = compare.Of(was, is, w, func(l *layout.Layout) []finding.Finding {
				of := p.before.of
				if l == is {
					of = p.after.of
				}
				return check.Of(l.Code(), ship.Checked(l.Code(), of))
			})
		}
	})
	return all, cmp.Or(wrong...)
}

// laid is a page that is laid out, by its content as the command is told to take it.
func (o *comparing) laid(c *cobra.Command, s *side, w compare.Widths) (*layout.Layout, error) {
	file := s.file
	if s.hasFile() {
		file = "-" // nothing is kept beside it
	}
	var widths []float64
	for _, b := range s.kit.Breakpoints {
		for _, v := range []float64{b.From.Px() - 1, b.From.Px(), b.Lane.Px()} {
			if v >= float64(w.From) && v <= float64(w.To) {
				widths = append(widths, v)
			}
		}
	}
	return o.layout(c, file, s.of, s.page, s.kit, widths...)
}

// tell prints what became of pages, and writes the page for a review.
func (o *comparing) tell(c *cobra.Command, before, after string, all []compared) error {
	if o.html != "" {
		r := review.Review{Before: before, After: after}
		for _, one := range all {
			r.Pages = append(r.Pages, review.Page{Name: one.name, New: one.before == nil, Gone: one.after == nil,
				Comparison: one.Comparison})
		}
		if err := replace(o.html, []byte(r.HTML()), 0o644); err != nil {
			return err
		}
	}
	if o.asJSON {
		reports := []comparedReport{}
		for _, one := range all {
			reports = append(reports, one.report())
		}
		return writeJSON(c.OutOrStdout(), reports)
	}
	for _, one := range all {
		one.print(c.OutOrStdout())
	}
	return nil
}

// print tells what became of a page in lines.
func (p *compared) print(w io.Writer) {
	name := printable(p.name)
	switch {
	case p.before == nil:
		fmt.Fprintf(w, "%s: the page is new\n", name)
		return
	case p.after == nil:
		fmt.Fprintf(w, "%s: the page is gone\n", name)
		return
	case p.Same():
		fmt.Fprintf(w, "%s: nothing moves\n", name)
		return
	}
	fmt.Fprintf(w, "%s: %s\n", name, p.Summary())
	for _, m := range p.Moves {
		if !m.Follows {
			fmt.Fprintf(w, "  %s, %s: %s\n", printable(m.Name), m.Widths, m.Text())
		}
	}
	for _, b := range p.Breaks {
		fmt.Fprintf(w, "  %s, %s: %s\n", printable(b.Name), b.Widths, printable(b.Text()))
	}
	if along := p.Along(); len(along) > 0 {
		fmt.Fprintln(w, "  with them:")
		for _, a := range along {
			fmt.Fprintf(w, "    %s: %s\n", a.Widths, printable(strings.Join(a.Names, ", ")))
		}
	}
	for _, f := range p.Came {
		fmt.Fprintf(w, "  comes: %s\n", lineOf(p.after.file, p.after.page, f))
	}
	for _, f := range p.Went {
		fmt.Fprintf(w, "  goes: %s\n", lineOf(p.before.file, p.before.page, f))
	}
}

// comparedReport is what became of a page, in JSON.
type comparedReport struct {
	Page   string        `json:"page"`
	State  string        `json:"state"` // same, other, new or gone
	Moves  []moveReport  `json:"moves"`
	Breaks []breakReport `json:"breaks"`
	Came   []reported    `json:"came"`
	Went   []reported    `json:"went"`
}

type moveReport struct {
	Node      string        `json:"node"`
	Name      string        `json:"name"`
	Kind      page.Kind     `json:"kind"`
	What      compare.What  `json:"what"`
	From      int           `json:"from"` // px, the narrowest viewport
	To        int           `json:"to"`
	At        int           `json:"at"` // where it is the farthest from where it was
	By        float64       `json:"by"`
	Was       *compare.Rect `json:"was,omitempty"`
	Is        *compare.Rect `json:"is,omitempty"`
	Follows   bool          `json:"follows,omitzero"`
	Estimated bool          `json:"estimated,omitzero"`
	Text      string        `json:"text"`
}

type breakReport struct {
	Row  string `json:"row"`
	Name string `json:"name"`
	From int    `json:"from"`
	To   int    `json:"to"`
	Was  int    `json:"was"` // lines
	Is   int    `json:"is"`
	Text string `json:"text"`
}

func (p *compared) report() comparedReport {
	r := comparedReport{Page: p.name, State: "same", Moves: []moveReport{}, Breaks: []breakReport{},
		Came: []reported{}, Went: []reported{}}
	switch {
	case p.before == nil:
		r.State = "new"
		return r
	case p.after == nil:
		r.State = "gone"
		return r
	case !p.Same():
		r.State = "other"
	}
	for _, m := range p.Moves {
		one := moveReport{m.Node, m.Name, m.Kind, m.What, m.Widths.From, m.Widths.To, m.At, px(m.By), nil, nil,
			m.Follows, m.Estimated, m.Text()}
		if m.What == compare.Moved {
			was, is := m.Was.Rounded(), m.Is.Rounded()
			one.Was, one.Is = &was, &is
		}
		r.Moves = append(r.Moves, one)
	}
	for _, b := range p.Breaks {
		r.Breaks = append(r.Breaks, breakReport{b.Row, b.Name, b.Widths.From, b.Widths.To, b.Was, b.Is, b.Text()})
	}
	for _, f := range p.Came {
		r.Came = append(r.Came, reportOf(p.after.file, p.after.page, f))
	}
	for _, f := range p.Went {
		r.Went = append(r.Went, reportOf(p.before.file, p.before.page, f))
	}
	return r
}
