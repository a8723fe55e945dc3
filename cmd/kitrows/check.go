package main

import (
	"fmt"
	"path/filepath"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/browser/budget"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// checking is how pages are checked.
type checking struct {
	reading
	asJSON   bool
	asSARIF  bool
	severity string
	fix      []string
}

// severities are those that are told, the worst first.
var severities = []finding.Severity{finding.Broken, finding.Surprise, finding.Tidy}

// How the command ends where something was found, and where something cannot be read.
const (
	exitFound    = 1
	exitUnusable = 2
)

func checkCommand() *cobra.Command {
	var o checking
	c := &cobra.Command{
		Use:   "check FILE|DIR… [--css FILE.css…] [--kit FILE] [--json|--sarif] [--severity NAME] [--fix CODE…]",
		Short: "Tell what is likely to be wrong with pages, and mend it",
		Long: "Tell what is likely to be wrong with pages: files of HTML, folders of them, or project files. Each line\n" +
			"has the file, line and column, so that editors go there: FILE:LINE:COLUMN: SEVERITY: SENTENCE [CODE]. The\n" +
			"codes are in docs/checks.md. It ends with 0 where nothing is told, with 1 where something is, and with 2\n" +
			"where a file cannot be read. With --fix the first fix of each finding of a code is made, by the smallest\n" +
			"edits of the file.",
		Args: cobra.MinimumNArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			least := slices.Index(severities, finding.Severity(o.severity))
			if least < 0 {
				return &exit{exitUnusable, fault.New("--severity", o.severity, "broken, surprise or tidy")}
			}
			for _, code := range o.fix {
				if !slices.ContainsFunc(finding.Codes, func(r finding.Row) bool { return string(r.Code) == code }) {
					return &exit{exitUnusable, fault.New("--fix", code, "a code of docs/checks.md such as repeats")}
				}
			}
			var all []toldOf
			for _, name := range args {
				pages, err := o.pages(c, name)
				if err != nil {
					return &exit{exitUnusable, fmt.Errorf("%s: %w", printable(name), err)}
				}
				found := make([][]finding.Finding, len(pages))
				wrong := make([]error, len(pages))
				check := func(i int) { found[i], wrong[i] = pages[i].found(o.fix) }
				if len(o.fix) > 0 { // pages of one project share it
					for i := range pages {
						check(i)
					}
				} else {
					budget.Each(len(pages), check)
				}
				for i, one := range pages {
					if wrong[i] != nil {
						return &exit{exitUnusable, fmt.Errorf("%s: %w", printable(one.file), wrong[i])}
					}
					pg, _ := one.page()
					for _, f := range found[i] {
						if at := slices.Index(severities, f.Severity); at >= 0 && at <= least {
							all = append(all, toldOf{f, one.file, pg})
						}
					}
				}
			}
			return o.tell(c, all)
		},
	}
	o.flags(c)
	c.Flags().BoolVar(&o.asJSON, "json", false, "as a list in JSON")
	c.Flags().BoolVar(&o.asSARIF, "sarif", false, "in the format of static analysis that CI systems read (SARIF 2.1.0)")
	c.MarkFlagsMutuallyExclusive("json", "sarif")
	c.Flags().StringVar(&o.severity, "severity", string(finding.Surprise),
		"the least that is told: broken, surprise or tidy")
	c.Flags().StringSliceVar(&o.fix, "fix", nil, "the codes of findings that are mended first")
	return c
}

// found is what is told of the page, once what is to be mended is, and its file written where something was.
func (o *filed) found(fix []string) ([]finding.Finding, error) {
	m := edit.MendAll(o.of.Project, o.id, fix...)
	if m.Fixes == 0 {
		return m.Left, nil
	}
	o.of.Project = m.Project
	return m.Left, o.save(m.Project)
}

// toldOf is a finding of a page in a file.
type toldOf struct {
	finding.Finding
	file string
	page *page.Page
}

// reported is a finding as it is printed.
type reported struct {
	File        string           `json:"file"`
	Line        int              `json:"line"`
	Column      int              `json:"column"`
	Severity    finding.Severity `json:"severity"`
	Code        finding.Code     `json:"code"`
	Page        string           `json:"page"`
	Node        string           `json:"node,omitzero"`
	Name        string           `json:"name,omitzero"`
	Breakpoints []string         `json:"breakpoints,omitzero"`
	Text        string           `json:"text"`
	Fixes       []string         `json:"fixes,omitzero"`
}

func reportOf(file string, pg *page.Page, f finding.Finding) reported {
	r := reported{file, f.At.Line, f.At.Column, f.Severity, f.Code, pg.Name, f.Node, "", f.Breakpoints, f.Text, nil}
	if f.At.File != "" { // the finding's sentence has the line
		r.Line, r.Column = 0, 0
		if at := origin.Find(pg.Origin.Styles(), f.At.File); at >= 0 && page.IsPath(f.At.File) {
			r.File, r.Line = filepath.Join(filepath.Dir(file), filepath.FromSlash(f.At.File)), f.At.Line
			r.Column = f.At.Column
		}
	}
	if n, _ := pg.Find(f.Node); n != nil {
		r.Name = n.Name
	}
	for _, fix := range f.Fixes {
		r.Fixes = append(r.Fixes, fix.Label)
	}
	return r
}

// lineOf is a finding of a page in a file as a line.
func lineOf(file string, pg *page.Page, f finding.Finding) string {
	return reportOf(file, pg, f).String()
}

// String is the finding as a line that editors understand. Of a page made here there are no lines: it has the page's
// name.
func (r reported) String() string {
	where := fmt.Sprintf("%s:%d:%d", printable(r.File), r.Line, r.Column)
	if r.Line == 0 {
		where = printable(r.File) + ": " + printable(r.Page)
	}
	return fmt.Sprintf("%s: %s: %s [%s]", where, r.Severity, printable(r.what()), r.Code)
}

// what is the sentence, with the node and the breakpoints that it is about.
func (r reported) what() string {
	what := r.Text
	if len(r.Breakpoints) > 0 {
		what = strings.Join(r.Breakpoints, ", ") + ": " + what
	}
	if r.Name != "" {
		what = r.Name + ", " + what
	}
	return what
}

// tell prints findings, and says that there are some by how the program ends. Those that are meant do not count.
func (o *checking) tell(c *cobra.Command, all []toldOf) (err error) {
	counted := []reported{}
	for _, f := range all {
		if !f.Meant {
			counted = append(counted, reportOf(f.file, f.page, f.Finding))
		}
	}
	switch {
	case o.asSARIF:
		err = writeSARIF(c.OutOrStdout(), all)
	case o.asJSON:
		err = writeJSON(c.OutOrStdout(), counted)
	default:
		for _, r := range counted {
			fmt.Fprintln(c.OutOrStdout(), r)
		}
	}
	if err == nil && len(counted) > 0 {
		return &exit{code: exitFound}
	}
	return err
}
