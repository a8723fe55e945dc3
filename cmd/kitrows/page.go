package main

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path"
	"path/filepath"

	"github.com/spf13/cobra"

	"kitrows/internal/browser/css"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/project/ready"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

func pageCommand() *cobra.Command {
	c := &cobra.Command{Use: "page",
		Short: "Pages that exist: read out of their HTML, written back, and moved to other kits"}
	c.AddCommand(pageReadCommand(), pageWriteCommand(), pageMoveCommand())
	return c
}

func pageReadCommand() *cobra.Command {
	var sheets []string
	var kitFile string
	c := &cobra.Command{
		Use:   "read FILE.html [--css FILE.css…] [--kit FILE]",
		Short: "Read a page out of HTML and print it as a project file, with its kit",
		Long: "Read a page out of a document or a part of one, and print a project file with the page and its " +
			"kit. The kit is\n" +
			"read from the stylesheets that the page links, which are looked for below its folder, or from those given;\n" +
			"where there is no grid in them, or none, it is Plain Twelve. What is wrong with the file is told on the\n" +
			"standard error.",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			p, err := projectOfPage(c, args[0], sheets, kitFile)
			if err != nil {
				return err
			}
			for _, f := range check.Of(layout.Of(p.Kits[0], p.Pages[0]), check.Project{}) {
				fmt.Fprintln(c.ErrOrStderr(), lineOf(args[0], p.Pages[0], f))
			}
			text, err := p.Encode()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(text)
			return err
		},
	}
	c.Flags().StringArrayVar(&sheets, "css", nil,
		"a stylesheet of the page; may be given several times, in their order")
	c.Flags().StringVar(&kitFile, "kit", "",
		"the page's kit, from its own file or a project file, in place of one that is read from stylesheets")
	return c
}

// projectOfPage is a project of the page in a file of HTML and its kit: one in a file, or that of the stylesheets given
// or linked.
func projectOfPage(c *cobra.Command, file string, sheets []string, kitFile string) (*project.Project, error) {
	b, err := readMarkup(file)
	if err != nil {
		return nil, err
	}
	o := page.NewOrigin(b, nil)
	files, err := sheetFiles(file, o, sheets)
	if err != nil {
		return nil, err
	}
	k, rest, err := kitOfPage(c, kitFile, o, files)
	if err != nil {
		return nil, err
	}
	o = page.NewOrigin(b, rest)
	pg := rewrite.Opened(origin.NewPage("page", filepath.Base(file), k, o), k)
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: pg.Name,
		Kits:  []*kit.Kit{k},
		Pages: []*page.Page{pg}}
	return p, p.Check()
}

// readMarkup reads a page's file.
func readMarkup(name string) ([]byte, error) {
	b, err := os.ReadFile(name)
	if err == nil && len(b) > page.MaxOrigin {
		err = fault.New(name, fmt.Sprintf("%d bytes", len(b)), "at most %d MiB", page.MaxOrigin>>20)
	}
	return b, err
}

// sheetFiles reads the stylesheets of a page: those given, or those that it links below its folder, with what they
// import there.
func sheetFiles(file string, o *page.Origin, given []string) (files []kit.File, err error) {
	size := 0
	text := func(name string, b []byte) string {
		if size += len(b); size > kit.MaxSheet {
			err = fault.New(name, fmt.Sprintf("%d bytes", size), "at most %d bytes in all stylesheets", kit.MaxSheet)
		}
		return css.Decode(b, origin.Encoding(o))
	}
	for _, name := range given {
		b, wrong := os.ReadFile(name)
		if wrong != nil {
			return nil, wrong
		}
		if files = append(files, kit.File{Name: filepath.Base(name), Text: text(name, b)}); err != nil {
			return nil, err
		}
	}
	if len(given) > 0 {
		return origin.Named(o, files), nil
	}
	root, err := os.OpenRoot(filepath.Dir(file))
	if err != nil {
		return nil, err
	}
	defer root.Close()
	var addresses []string
	for _, l := range origin.Links(origin.Document(o)) {
		if !l.Here {
			addresses = append(addresses, l.Name)
		}
	}
	files = origin.Reached(addresses, func(address string) (string, bool) {
		if !page.IsPath(address) || err != nil {
			return "", false
		}
		b, missing := fs.ReadFile(root.FS(), path.Clean(address))
		if missing != nil {
			return "", false // it is told as missing
		}
		return text(address, b), true
	})
	return files, err
}

// kitOfPage is the kit of a page: the one in a file, the one that its stylesheets are, or Plain Twelve.
func kitOfPage(c *cobra.Command, file string, o *page.Origin, files []kit.File) (k *kit.Kit, rest []kit.File,
	err error) {
	if file != "" {
		k, err := readKit(c, file)
		return k, files, err
	}
	k, rest, err = origin.Kit(c.Context(), "kit", o, files)
	var none *fault.Fault
	if err == nil || !errors.As(err, &none) {
		return k, rest, err
	}
	kits, err := ready.Kits()
	if err != nil {
		return nil, nil, err
	}
	return kits[0].Kit, files, nil
}

func pageWriteCommand() *cobra.Command {
	var name string
	c := &cobra.Command{
		Use:   "write FILE [--page NAME]",
		Short: "Print the HTML of a page that was read from markup, with what was changed of it",
		Long: "Print the HTML of a page that was read from markup: to the byte what was read, but for the\n" +
			"smallest edits that make it say what the page's settings in the project file are.",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			b, err := readFile(c, args[0], io.ReadAll)
			if err != nil {
				return err
			}
			c.SetIn(bytes.NewReader(b))
			p, pg, k, err := readPage(c, "-", name)
			if err != nil {
				return err
			}
			if !origin.TraitsOf(pg, k).File {
				return fault.New("--page", pg.Name, "a page that was read from markup: for others, code --as html")
			}
			stated, err := project.Reread(b) // with the settings of the project file, not those of the page's own
			if err != nil {
				return err
			}
			changed, _, err := (&rewrite.Change{Before: pg, After: stated.Page(pg.ID), BeforeKit: k, AfterKit: k,
				Project: p}).Page()
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(origin.File(changed.Origin))
			return err
		},
	}
	c.Flags().StringVar(&name, "page", "", "the page's name or id; needed when there are several")
	return c
}
