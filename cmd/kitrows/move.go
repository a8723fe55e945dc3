package main

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/app/bench"
	"kitrows/internal/browser/css"
	"kitrows/internal/edit"
	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
	"kitrows/internal/read/infer"
	"kitrows/internal/read/origin"
	"kitrows/internal/write/rewrite"
)

// move is how pages are moved to another kit.
type move struct {
	to         string // a kit's file, a project file with one kit, or a stylesheet
	sheets     []string
	pairs      []string
	lossy, dry bool
}

func pageMoveCommand() *cobra.Command {
	var m move
	c := &cobra.Command{
		Use:   "move FILE.html… --to KIT [--css FILE.css…] [--pairs NAMES] [--lossy] [--dry-run]",
		Short: "Move pages to another kit, and tell which columns move",
		Long: "Move pages from the kit that their stylesheets are to another: a kit's file, a project file with\n" +
			"one kit, or a stylesheet. Their classes become those of the new kit, its stylesheet is linked, and\n" +
			"everything else stays to the byte. What moves is printed for each page. A page on which something\n" +
			"would be left out stays as it is, unless --lossy is given.",
		Args: cobra.MinimumNArgs(1),
		RunE: func(c *cobra.Command, files []string) error {
			left := 0
			for _, file := range files {
				lost, err := m.page(c, file)
				if err != nil {
					return fmt.Errorf("%s: %w", file, err)
				}
				if lost {
					left++
				}
			}
			if left > 0 {
				return fmt.Errorf("%d of %d pages stay as they are: with --lossy they are moved without what is "+
					"left out", left, len(files))
			}
			return nil
		},
	}
	c.Flags().StringVar(&m.to, "to", "", "the new kit: its file, a project file with one kit, or a stylesheet")
	c.Flags().StringArrayVar(&m.sheets, "css", nil,
		"a stylesheet of the pages; may be given several times, in their order")
	c.Flags().StringSliceVar(&m.pairs, "pairs", nil,
		"for each breakpoint of the old kit, the one of the new kit that takes its settings; else by names and edges")
	c.Flags().BoolVar(&m.lossy, "lossy", false, "move pages on which something is left out too")
	c.Flags().BoolVar(&m.dry, "dry-run", false, "tell what would move, and write nothing")
	if err := c.MarkFlagRequired("to"); err != nil {
		panic(err)
	}
	return c
}

// page moves the page of a file; lost says that it stays as it is because something would be left out.
func (m *move) page(c *cobra.Command, file string) (lost bool, err error) {
	b, err := readMarkup(file)
	if err != nil {
		return false, err
	}
	before, err := m.project(c, file, b)
	if err != nil {
		return false, err
	}
	pg := before.Pages[0]
	change, err := edit.Apply(before, edit.Operation{Page: pg.ID,
		UseKit: &edit.UseKit{Kit: before.Kits[1].ID, Pairs: m.pairs}})
	if err != nil {
		return false, err
	}
	told, err := bench.NewMove(before, change, pg.ID, m.pairs)
	if err != nil {
		return false, err
	}
	effect := told.Effects[0]
	lost = len(effect.Notes) > 0 && !m.lossy
	report(c.OutOrStdout(), file, &effect, lost)
	if lost || m.dry {
		return lost, nil
	}
	return false, write(file, change.Project.Pages[0])
}

// project is a file's page with its kit, and the kit it is moved to.
func (m *move) project(c *cobra.Command, file string, b []byte) (*project.Project, error) {
	o := page.NewOrigin(b, nil)
	files, err := sheetFiles(file, o, m.sheets)
	if err != nil {
		return nil, err
	}
	from, rest, err := origin.Kit(c.Context(), "from", o, files)
	if err != nil {
		return nil, fmt.Errorf("the kit it has is not known (stylesheets in other folders are given with --css): %w",
			err)
	}
	to, err := m.kit(c, file, origin.Encoding(o))
	if err != nil {
		return nil, err
	}
	was, is := *from, *to
	was.ID, is.ID = "from", "to"
	pg := rewrite.Opened(origin.NewPage("page", filepath.Base(file), &was, page.NewOrigin(b, rest)), &was)
	p := &project.Project{Format: "kitrows", Version: project.Version, ID: "page", Name: pg.Name,
		Kits: []*kit.Kit{&was, &is}, Pages: []*page.Page{pg}}
	return p, p.Check()
}

// kit is the new kit as a page of an encoding has it: a stylesheet is called by its path from there.
func (m *move) kit(c *cobra.Command, file, encoding string) (*kit.Kit, error) {
	if !strings.EqualFold(filepath.Ext(m.to), ".css") {
		return readKit(c, m.to)
	}
	b, err := os.ReadFile(m.to)
	if err != nil {
		return nil, err
	}
	if len(b) > kit.MaxSheet {
		return nil, fault.New("--to", fmt.Sprintf("%d bytes", len(b)), "at most %d bytes", kit.MaxSheet)
	}
	name, err := filepath.Rel(filepath.Dir(file), m.to)
	if err != nil {
		return nil, err
	}
	k, _, err := infer.Kit(c.Context(), "to", strings.TrimSuffix(filepath.Base(m.to), filepath.Ext(m.to)),
		[]kit.File{{Name: filepath.ToSlash(name), Text: css.Decode(b, encoding)}}, nil)
	return k, err
}

// report tells what moving does to a page.
func report(w io.Writer, file string, e *bench.Effect, lost bool) {
	verb := "move"
	if e.Moved == 1 {
		verb = "moves"
	}
	fmt.Fprintf(w, "%s: %d of %d columns %s", printable(file), e.Moved, e.All, verb)
	if lost {
		fmt.Fprint(w, "; stays as it is")
	}
	fmt.Fprintln(w)
	for _, s := range e.Shifts {
		fmt.Fprintf(w, "  %s at %s: %s\n", printable(s.Name), s.Breakpoint, s.Text)
	}
	for _, text := range append(e.Breaks, e.Worse...) {
		fmt.Fprintf(w, "  %s\n", printable(text))
	}
	for _, n := range e.Notes {
		at := ""
		if n.Breakpoint != "" {
			at = " at " + n.Breakpoint
		}
		fmt.Fprintf(w, "  cannot follow: %s%s: %s\n", printable(n.Name), at, printable(n.Text))
	}
}

// write puts a page into its file, and the stylesheets that are written with it beside it. A file that is not ours is
// never written over.
func write(file string, pg *page.Page) error {
	dir := filepath.Dir(file)
	for _, f := range pg.Origin.Sheets {
		if !origin.IsGenerated(f) || !page.IsPath(f.Name) {
			continue
		}
		name := filepath.Join(dir, filepath.FromSlash(f.Name))
		had, err := os.ReadFile(name)
		switch {
		case err == nil && bytes.Equal(had, []byte(f.Text)):
			continue
		case err == nil && !origin.IsGenerated(kit.File{Text: string(had)}):
			return fault.New(f.Name, "a stylesheet that is not written by this program",
				"no file of that name, or another name for it")
		case err != nil && !errors.Is(err, fs.ErrNotExist):
			return err
		}
		if err := replace(name, []byte(f.Text), 0o644); err != nil {
			return err
		}
	}
	info, err := os.Stat(file)
	if err != nil {
		return err
	}
	return replace(file, origin.File(pg.Origin), info.Mode().Perm())
}

// replace puts a whole file in the place of another, or leaves that as it is.
func replace(name string, b []byte, mode fs.FileMode) error {
	f, err := os.CreateTemp(filepath.Dir(name), ".kitrows-*")
	if err != nil {
		return err
	}
	_, err = f.Write(b)
	err = errors.Join(err, f.Chmod(mode), f.Sync(), f.Close())
	if err == nil {
		err = os.Rename(f.Name(), name)
	}
	if err != nil {
		return errors.Join(err, os.Remove(f.Name()))
	}
	return nil
}
