package main

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	"github.com/spf13/cobra"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/grid/vocab"
	"kitrows/internal/read/infer"
)

// A kitReport is a kit that was read from stylesheets, and how.
type kitReport struct {
	Kit      *kit.Kit        `json:"kit"`
	Found    []factReport    `json:"found"`
	Doubts   []doubtReport   `json:"doubts"`
	Findings []findingReport `json:"findings"` // what was not understood
	Idle     int             `json:"idle"`     // rules that have nothing to do with the grid
	Words    []wordReport    `json:"words,omitzero"`
}

type findingReport struct {
	Code     finding.Code     `json:"code"`
	Severity finding.Severity `json:"severity"`
	Text     string           `json:"text"`
	Rules    []placeReport    `json:"rules"`
}

type factReport struct {
	What  string        `json:"what"`
	Text  string        `json:"text"`
	Sure  string        `json:"sure"`
	Rules []placeReport `json:"rules"`
}

type placeReport struct {
	File string `json:"file"`
	Line int    `json:"line"`
}

type doubtReport struct {
	ID       string         `json:"id"`
	Question string         `json:"question"`
	Options  []optionReport `json:"options"`
	Chosen   string         `json:"chosen"`
}

type optionReport struct {
	ID   string `json:"id"`
	Text string `json:"text"`
}

type wordReport struct {
	Word  string        `json:"word"`
	On    page.Kind     `json:"on"`
	Says  []string      `json:"says"`
	Rules []placeReport `json:"rules"`
}

func kitReadCommand() *cobra.Command {
	var choose []string
	var explain bool
	c := &cobra.Command{
		Use:   "read FILE.css… [--choose DOUBT=CHOICE] [--explain]",
		Short: "Read a kit out of stylesheets and print it as JSON",
		Long: "Read a kit out of the stylesheets of a page, in the order in which it links them, and print it as " +
			"in a project\n" +
			"file, with what was found and where, what is in doubt, and what was not understood. With --explain every word\n" +
			"is printed too, with what it says. Where there is no grid in them, the command says what is missing and fails.",
		Args: cobra.MinimumNArgs(1),
		RunE: func(c *cobra.Command, names []string) error {
			var files []kit.File
			size := 0
			for _, name := range names {
				b, err := os.ReadFile(name)
				if err != nil {
					return err
				}
				if size += len(b); size > kit.MaxSheet {
					return fault.New(name, fmt.Sprintf("%d bytes", size), "at most %d bytes in all files", kit.MaxSheet)
				}
				files = append(files, kit.File{Name: filepath.Base(name), Text: css.Decode(b, "")})
			}
			choices := map[string]string{}
			for _, one := range choose {
				doubt, choice, ok := strings.Cut(one, "=")
				if !ok {
					return fault.New("--choose", one, "DOUBT=CHOICE, such as columns=12")
				}
				choices[doubt] = choice
			}
			base := strings.TrimSuffix(files[0].Name, filepath.Ext(files[0].Name))
			k, r, err := infer.Kit(c.Context(), "kit", base, files, choices)
			if err != nil {
				return err
			}
			for doubt, choice := range choices {
				if !r.Settles(doubt, choice) {
					return fault.New("--choose", doubt+"="+choice, "%s", r.Choices())
				}
			}
			b, err := json.Marshal(newKitReport(k, r, explain), jsontext.WithIndent("  "))
			if err != nil {
				return err
			}
			_, err = fmt.Fprintln(c.OutOrStdout(), string(b))
			return err
		},
	}
	c.Flags().StringArrayVar(&choose, "choose", nil, "settle a doubt, as DOUBT=CHOICE; may be given several times")
	c.Flags().BoolVar(&explain, "explain", false, "print every word and what it says")
	return c
}

func newKitReport(k *kit.Kit, r *infer.Reading, explain bool) kitReport {
	report := kitReport{Kit: k, Found: []factReport{}, Findings: []findingReport{}, Doubts: []doubtReport{},
		Idle: r.Idle}
	places := func(rules []vocab.Rule) (all []placeReport) {
		for _, rule := range rules {
			t := r.Cascade.Trees[rule.File]
			all = append(all, placeReport{r.Cascade.Names[rule.File], t.Place(rule.From).Line})
		}
		return all
	}
	for _, f := range r.Facts {
		report.Found = append(report.Found, factReport{f.What, f.Text, f.Sure, places(f.Rules)})
	}
	for _, f := range r.Findings {
		report.Findings = append(report.Findings, findingReport{f.Code, f.Severity, f.Text, places(r.RulesOf(f))})
	}
	for _, d := range r.Doubts {
		one := doubtReport{ID: d.ID, Question: d.Question, Chosen: d.Chosen}
		for _, o := range d.Options {
			one.Options = append(one.Options, optionReport(o))
		}
		report.Doubts = append(report.Doubts, one)
	}
	if explain {
		for _, w := range r.Words.Words {
			report.Words = append(report.Words, wordReport{w.Text, w.On, w.Meaning(r.Kit), places(w.Rules)})
		}
	}
	return report
}
