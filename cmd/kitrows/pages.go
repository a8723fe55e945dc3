package main

import (
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/app/folder"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/project/ready"
)

// reading is how a command reads pages.
type reading struct {
	sheets  []string
	kitFile string
}

// flags adds the command's flags for it.
func (o *reading) flags(c *cobra.Command) {
	c.Flags().StringArrayVar(&o.sheets, "css", nil,
		"a stylesheet of the pages; may be given several times, in their order")
	c.Flags().StringVar(&o.kitFile, "kit", "", "the pages' kit, from its own file or a project file")
}

// filed is a page in a file. Pages of one project share it, so that what is mended on one is in the file of all.
type filed struct {
	file string
	of   *struct{ *project.Project }
	id   string
	save func(p *project.Project) error
}

// page is the page, and the kit that it is on.
func (f *filed) page() (*page.Page, *kit.Kit) {
	pg := f.of.Page(f.id)
	return pg, f.of.Kit(pg.Kit)
}

// pages are those of a file of HTML, a project file or a folder.
func (o *reading) pages(c *cobra.Command, name string) ([]*filed, error) {
	info, err := os.Stat(name)
	switch {
	case err != nil:
		return nil, err
	case info.IsDir():
		return o.folder(c, name)
	case strings.HasSuffix(name, ".json"):
		p, err := readProject(c, name)
		if err != nil {
			return nil, err
		}
		save := func(p *project.Project) error { return saved(name, info.Mode(), p) }
		var all []*filed
		of := &struct{ *project.Project }{p}
		for _, pg := range p.Pages {
			all = append(all, &filed{name, of, pg.ID, save})
		}
		return all, nil
	}
	p, err := projectOfPage(c, name, o.sheets, o.kitFile)
	if err != nil {
		return nil, err
	}
	return []*filed{{name, &struct{ *project.Project }{p}, p.Pages[0].ID,
		func(p *project.Project) error { return write(name, p.Pages[0]) }}}, nil
}

// folder are the pages in a folder, each with the stylesheets that it links.
func (o *reading) folder(c *cobra.Command, dir string) (all []*filed, err error) {
	f, err := folder.Open(dir)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	kits, err := ready.Kits()
	if err != nil {
		return nil, err
	}
	p, err := f.Project("folder", filepath.Base(dir), kits[0].Kit)
	if err != nil {
		return nil, err
	}
	for _, note := range f.Notes {
		fmt.Fprintln(c.ErrOrStderr(), printable(note))
	}
	of := &struct{ *project.Project }{p}
	for _, pg := range p.Pages {
		file := filepath.Join(dir, filepath.FromSlash(pg.File))
		all = append(all, &filed{file, of, pg.ID, func(p *project.Project) error { return write(file, p.Page(pg.ID)) }})
	}
	return all, nil
}

// saved puts a project into its file.
func saved(name string, mode fs.FileMode, p *project.Project) error {
	b, err := p.Encode()
	if err != nil {
		return err
	}
	return replace(name, b, mode.Perm())
}
