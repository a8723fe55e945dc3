package main

import (
	"bytes"
	"fmt"
	"io"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	"github.com/spf13/cobra"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/plan/layout"
	"kitrows/internal/project"
	"kitrows/internal/write/code"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/mixin"
	"kitrows/internal/write/paper"
	"kitrows/internal/write/ship"
)

func kitCommand() *cobra.Command {
	c := &cobra.Command{
		Use:   "kit",
		Short: "A kit's numbers, code and sheets, from a project's file or its own",
	}
	for _, what := range []struct {
		name, short string
		write       func(k *kit.Kit) (string, error)
	}{
		{"css", "Print the kit's whole stylesheet", func(k *kit.Kit) (string, error) {
			pg := &page.Page{ID: "page", Name: k.Name, File: "index.html", Language: "en", Kit: k.ID}
			l := layout.Of(k, pg)
			return ship.Stylesheet(l, markup.Write(l, &project.Project{}, code.Options{}), true), nil
		}},
		{"scss", "Print the kit's settings and mixins in SCSS", func(k *kit.Kit) (string, error) {
			return joined(mixins(k).SCSS()), nil
		}},
		{"less", "Print the kit's settings and mixins in Less", func(k *kit.Kit) (string, error) {
			return joined(mixins(k).Less()), nil
		}},
		{"check", "Say whether the kit can be planned and coded with", func(k *kit.Kit) (string, error) {
			return fmt.Sprintf("%s is fine: %s columns, %d breakpoints, %s\n", k.Name, k.Columns, len(k.Breakpoints),
				k.Technique), nil
		}},
	} {
		c.AddCommand(kitOf(&cobra.Command{Use: what.name + " FILE [--kit ID]", Short: what.short}, what.write))
	}
	c.AddCommand(kitFactsCommand(), kitSheetCommand(), kitFileCommand(), kitReadCommand())
	return c
}

func kitSheetCommand() *cobra.Command {
	var as, breakpoint string
	var width float64
	var print paper.Print
	c := kitOf(&cobra.Command{
		Use: "sheet FILE [--kit ID] [--as pdf|svg|png|css] [--breakpoint NAME [--width PX]] [--paper a4|letter] " +
			"[--landscape] [--blank]",
		Short: "Print the kit's grid: sheets on paper, or a drawing, tile or background for other tools",
		Long: "Print the kit's grid. A PDF has a page for each breakpoint, or with --blank frames of all of them " +
			"to sketch in;\n" +
			"an SVG, a PNG that repeats downwards and a background in CSS are for other tools. Redirect it into a file.",
	}, func(k *kit.Kit) (string, error) {
		s, err := paper.Of(k, breakpoint, width)
		if err != nil {
			return "", err
		}
		file, err := s.File(as, print)
		return string(file.Data), err
	})
	c.Flags().StringVar(&as, "as", "pdf", "pdf, svg, png or css")
	c.Flags().StringVar(&breakpoint, "breakpoint", "", "one breakpoint; else all, of which drawings show the widest")
	c.Flags().Float64Var(&width, "width", 0, "the viewport in CSS px; else that of the breakpoint's lane")
	c.Flags().StringVar(&print.Paper, "paper", "a4", "a4 or letter")
	c.Flags().BoolVar(&print.Landscape, "landscape", false, "the long side across")
	c.Flags().BoolVar(&print.Blank, "blank", false, "frames of all breakpoints on one page, to sketch in")
	return c
}

func kitFileCommand() *cobra.Command {
	return kitOf(&cobra.Command{Use: "file FILE [--kit ID]", Short: "Print the kit as a file of its own"},
		func(k *kit.Kit) (string, error) {
			b, err := project.EncodeKit(k)
			return string(b), err
		})
}

func kitFactsCommand() *cobra.Command {
	var width float64
	var as string
	c := kitOf(&cobra.Command{
		Use:   "facts FILE [--kit ID] [--width PX] [--as text|csv|markdown|json]",
		Short: "Print the kit's numbers at every breakpoint, or with --width what 1 to N units measure there",
	}, func(k *kit.Kit) (string, error) {
		if width != 0 && !(width >= 1 && width <= layout.MaxViewport) {
			return "", fault.New("--width", width, "a viewport width of 1 to %d px", layout.MaxViewport)
		}
		table, data := k.FactsTable(), any(k.Facts())
		if width > 0 {
			table, data = k.WidthsTable(width), k.Widths(width)
		}
		switch as {
		case "text":
			return table.String(), nil
		case "csv":
			return table.CSV(), nil
		case "markdown":
			return table.Markdown(), nil
		case "json":
			b, err := json.Marshal(data, jsontext.WithIndent("  "))
			return string(b) + "\n", err
		}
		return "", fault.New("--as", as, "text, csv, markdown or json")
	})
	c.Flags().Float64Var(&width, "width", 0, "the viewport's width in CSS px")
	c.Flags().StringVar(&as, "as", "text", "text, csv, markdown or json")
	return c
}

// mixins is the mixin-based code of an empty page on the kit, with all that the kit has.
func mixins(k *kit.Kit) *mixin.Mixed {
	pg := &page.Page{ID: "page", Name: k.Name, File: "index.html", Language: "en", Kit: k.ID}
	k = k.Native()
	p := &project.Project{Kits: []*kit.Kit{k}, Pages: []*page.Page{pg}}
	return mixin.New(layout.Of(k, pg), p, code.Options{Whole: true})
}

// joined writes the settings and the mixins one after the other, each under its file's name.
func joined(files []code.File) (text string) {
	for _, f := range files[:2] {
		text += "// " + f.Name + "\n\n" + f.Text + "\n"
	}
	return text
}

// decodeKit reads a kit's file, or a project's and finds the kit in it that has that id or, alone, that name.
func decodeKit(r io.Reader, id string) (*kit.Kit, error) {
	b, err := io.ReadAll(io.LimitReader(r, project.MaxFile+1))
	if err != nil {
		return nil, err
	}
	if project.IsKitFile(b) {
		return project.DecodeKit(bytes.NewReader(b))
	}
	p, err := project.Decode(bytes.NewReader(b))
	if err != nil {
		return nil, err
	}
	if id == "" && len(p.Kits) == 1 {
		return p.Kits[0], nil
	}
	if k := p.Kit(id); k != nil {
		return k, nil
	}
	var ids []string
	var named []*kit.Kit
	for _, k := range p.Kits {
		if ids = append(ids, k.ID); k.Name == id {
			named = append(named, k)
		}
	}
	if len(named) == 1 {
		return named[0], nil
	}
	return nil, fault.New("--kit", id, "one of %s", strings.Join(ids, ", "))
}

// kitOf makes a command that prints something of a kit, of a project's file or its own.
func kitOf(c *cobra.Command, write func(*kit.Kit) (string, error)) *cobra.Command {
	var id string
	c.Args = cobra.ExactArgs(1)
	c.RunE = func(c *cobra.Command, args []string) error {
		k, err := readFile(c, args[0], func(r io.Reader) (*kit.Kit, error) { return decodeKit(r, id) })
		if err != nil {
			return err
		}
		text, err := write(k)
		if err != nil {
			return err
		}
		_, err = fmt.Fprint(c.OutOrStdout(), text)
		return err
	}
	c.Flags().StringVar(&id, "kit", "", "the kit's id or name; needed when there are several")
	return c
}
