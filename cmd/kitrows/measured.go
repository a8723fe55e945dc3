package main

import (
	"errors"
	"io/fs"
	"os"

	"github.com/go-json-experiment/json"
	"github.com/spf13/cobra"

	"kitrows/internal/app/headless"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/content"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/web"
)

// measured is how a command goes by the content of pages.
type measured struct {
	held    bool
	browser string
}

// flags adds the command's flags for it.
func (m *measured) flags(c *cobra.Command) {
	c.Flags().BoolVar(&m.held, "held", false, "blocks of content are as high as declared, whatever stands in them")
	c.Flags().StringVar(&m.browser, "measured-by", "",
		"the path of a browser (Chromium, headless) that measures the content; what it finds is kept beside FILE")
}

// besides is what the name of the file ends with that keeps measures beside a project's file.
const besides = ".measures.json"

// layout lays a page out, by its content as it was measured at widths, or as measures that are kept beside the file
// say.
func (m *measured) layout(c *cobra.Command, file string, p *project.Project, pg *page.Page, k *kit.Kit,
	widths ...float64) (*layout.Layout, error) {
	if m.held {
		return layout.Of(k, pg), nil
	}
	books := map[string]*content.Book{}
	if file != "-" {
		text, err := os.ReadFile(file + besides)
		if err == nil {
			err = json.Unmarshal(text, &books)
		}
		if err != nil && !errors.Is(err, fs.ErrNotExist) {
			return nil, err
		}
	}
	book := books[pg.ID]
	if m.browser == "" {
		return layout.Real(k, pg, book), nil
	}
	if book == nil {
		book = &content.Book{}
		books[pg.ID] = book
	}
	script, err := fs.ReadFile(web.Files(), "measure.js")
	if err != nil {
		return nil, err
	}
	l := layout.Real(k, pg, book)
	if err := headless.Measure(c.Context(), m.browser, script, l, p, book, widths); err != nil {
		return nil, err
	}
	if file != "-" {
		text, err := json.Marshal(books, json.Deterministic(true))
		if err != nil {
			return nil, err
		}
		if err := os.WriteFile(file+besides, text, 0o600); err != nil {
			return nil, err
		}
	}
	return layout.Real(k, pg, book), nil
}
