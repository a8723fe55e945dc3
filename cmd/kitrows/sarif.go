package main

import (
	"io"
	"net/url"
	"path/filepath"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/finding"
	"kitrows/internal/grid/page"
	"kitrows/internal/read/origin"
)

// The Static Analysis Results Interchange Format, version 2.1.0, as far as findings need it.
type (
	sarifLog struct {
		Schema  string     `json:"$schema"`
		Version string     `json:"version"`
		Runs    []sarifRun `json:"runs"`
	}
	sarifRun struct {
		Tool       sarifTool     `json:"tool"`
		ColumnKind string        `json:"columnKind"`
		Results    []sarifResult `json:"results"`
	}
	sarifTool struct {
		Driver sarifDriver `json:"driver"`
	}
	sarifDriver struct {
		Name  string      `json:"name"`
		Rules []sarifRule `json:"rules"`
	}
	sarifRule struct {
		ID      string       `json:"id"`
		About   sarifMessage `json:"shortDescription"`
		Default sarifDefault `json:"defaultConfiguration"`
	}
	sarifDefault struct {
		Level string `json:"level"`
	}
	sarifMessage struct {
		Text string `json:"text"`
	}
	sarifResult struct {
		Rule         string             `json:"ruleId"`
		Index        int                `json:"ruleIndex"`
		Level        string             `json:"level"`
		Message      sarifMessage       `json:"message"`
		Locations    []sarifLocation    `json:"locations"`
		Fixes        []sarifFix         `json:"fixes,omitempty"`
		Suppressions []sarifSuppression `json:"suppressions,omitempty"`
	}
	sarifLocation struct {
		Physical sarifPhysical  `json:"physicalLocation"`
		Logical  []sarifLogical `json:"logicalLocations"`
	}
	sarifPhysical struct {
		File   sarifFile    `json:"artifactLocation"`
		Region *sarifRegion `json:"region,omitempty"`
	}
	sarifFile struct {
		URI string `json:"uri"`
	}
	sarifRegion struct {
		StartLine   int `json:"startLine"`
		StartColumn int `json:"startColumn"`
		EndLine     int `json:"endLine"`
		EndColumn   int `json:"endColumn"`
	}
	sarifLogical struct {
		Name string `json:"name"`
		Kind string `json:"kind"`
	}
	sarifFix struct {
		Description sarifMessage  `json:"description"`
		Changes     []sarifChange `json:"artifactChanges"`
	}
	sarifChange struct {
		File         sarifFile          `json:"artifactLocation"`
		Replacements []sarifReplacement `json:"replacements"`
	}
	sarifReplacement struct {
		Deleted  sarifRegion   `json:"deletedRegion"`
		Inserted *sarifContent `json:"insertedContent,omitempty"`
	}
	sarifContent struct {
		Text string `json:"text"`
	}
	sarifSuppression struct {
		Kind string `json:"kind"`
	}
)

// sarifLevels are the format's words for severities.
var sarifLevels = map[finding.Severity]string{finding.Broken: "error", finding.Surprise: "warning",
	finding.Tidy: "note", finding.Estimate: "none"}

// writeSARIF writes findings in the format. Those that are meant are in it as suppressed.
func writeSARIF(w io.Writer, all []toldOf) error {
	run := sarifRun{Tool: sarifTool{sarifDriver{Name: "kitrows"}}, ColumnKind: "unicodeCodePoints",
		Results: []sarifResult{}}
	at := map[finding.Code]int{}
	for i, row := range finding.Codes {
		at[row.Code] = i
		run.Tool.Driver.Rules = append(run.Tool.Driver.Rules,
			sarifRule{string(row.Code), sarifMessage{row.About}, sarifDefault{sarifLevels[row.Severity]}})
	}
	for _, one := range all {
		r := one.sarif()
		r.Index = at[one.Code]
		run.Results = append(run.Results, r)
	}
	log := sarifLog{"https://json.schemastore.org/sarif-2.1.0.json", "2.1.0", []sarifRun{run}}
	return writeJSON(w, log)
}

// sarif is a finding as a result.
func (t *toldOf) sarif() sarifResult {
	f, said := t.Finding, reportOf(t.file, t.page, t.Finding)
	file := sarifFile{(&url.URL{Path: filepath.ToSlash(t.file)}).String()}
	where := sarifLocation{Physical: sarifPhysical{File: file},
		Logical: []sarifLogical{{t.page.Name, "page"}}}
	if said.Name != "" {
		where.Logical[0] = sarifLogical{said.Name, "element"}
	}
	if f.At.File == "" && f.At.Line > 0 {
		region := regionOf(t.page.Origin, f.At.Span)
		where.Physical.Region = &region
	}
	r := sarifResult{Rule: string(f.Code), Level: sarifLevels[f.Severity], Message: sarifMessage{said.what()},
		Locations: []sarifLocation{where}}
	for _, fix := range f.Fixes {
		if len(fix.Edits) == 0 || len(fix.Settings) > 0 || len(fix.Remove) > 0 {
			continue // it is more than a change of the file's text
		}
		change := sarifChange{File: file}
		for _, e := range fix.Edits {
			one := sarifReplacement{Deleted: regionOf(t.page.Origin, e.Span)}
			if e.Text != "" {
				one.Inserted = &sarifContent{e.Text}
			}
			change.Replacements = append(change.Replacements, one)
		}
		r.Fixes = append(r.Fixes, sarifFix{sarifMessage{fix.Label}, []sarifChange{change}})
	}
	if f.Meant {
		r.Suppressions = []sarifSuppression{{"external"}}
	}
	return r
}

// regionOf is a stretch of a page's file in lines and columns; the last column is the one after it.
func regionOf(o *page.Origin, s markup.Span) sarifRegion {
	from, to := origin.Line(o, s.From), origin.Line(o, s.To)
	return sarifRegion{from.Line, from.Column, to.Line, to.Column}
}
