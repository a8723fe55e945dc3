package main

import (
	"fmt"
	"strings"

	"github.com/spf13/cobra"

	"kitrows/internal/grid/fault"
	"kitrows/internal/judge/check"
	"kitrows/internal/plan/layout"
	"kitrows/internal/write/code"
	"kitrows/internal/write/handoff"
	"kitrows/internal/write/markup"
	"kitrows/internal/write/ship"
)

func codeCommand() *cobra.Command {
	var name, as, file string
	var o code.Options
	c := &cobra.Command{
		Use:   "code FILE --page NAME --as html|css|document|scss|less|tsx|jsx|archive|sheet|sheet-pdf",
		Short: "Print a page's code",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			p, pg, k, err := readPage(c, args[0], name)
			if err != nil {
				return err
			}
			l := layout.Of(k, pg)
			var text string
			switch form := ship.Form(as); {
			case as == "html" && o.Mixed:
				text = ship.Files(l, p, ship.Plain, o)[0].Text
			case as == "html":
				text = markup.Write(l, p, o).String()
			case as == "css" && o.Mixed:
				text = ship.Files(l, p, ship.Plain, o)[1].Text
			case as == "css":
				text = ship.Stylesheet(l, markup.Write(l, p, o), o.Whole)
			case as == "document":
				text = ship.Document(l, p, o)
			case as == "archive":
				archive, err := ship.Archive(c.Context(), l, p, o)
				if err != nil {
					return err
				}
				text = string(archive)
			case as == "sheet" || as == "sheet-pdf":
				l = layout.Real(k, pg, nil)
				s := handoff.Of(l, p, check.Of(l, ship.Checked(l, p)), o.Mixed)
				text = s.HTML()
				if as == "sheet-pdf" {
					file, err := s.PDF()
					if err != nil {
						return err
					}
					text = string(file)
				}
			case form == ship.SCSS || form == ship.Less || form.AsComponents():
				for _, f := range ship.Files(l, p, form, o) {
					if file == "" && !strings.HasSuffix(f.Name, ".html") {
						text += "// " + f.Name + "\n\n" + f.Text + "\n"
					} else if f.Name == file {
						text = f.Text
					}
				}
				if text == "" {
					return fault.New("--file", file, "one of the files of %s", as)
				}
			default:
				return fault.New("--as", as, "html, css, document, scss, less, tsx, jsx, archive, sheet or sheet-pdf")
			}
			_, err = fmt.Fprint(c.OutOrStdout(), text)
			return err
		},
	}
	c.Flags().StringVar(&name, "page", "", "the page's name or id; needed when there are several")
	c.Flags().StringVar(&as, "as", "html",
		"html (the body's markup), css (its stylesheet), document (a complete page with the stylesheet inside), scss, "+
			"less, tsx, jsx, archive (all of it as a zip file), sheet (what is handed on to those who build "+
			"the page, as HTML) or sheet-pdf")
	c.Flags().StringVar(&file, "file", "",
		"with --as scss, less, tsx or jsx: one of their files; all of them, each under its name, when absent")
	c.Flags().BoolVar(&o.Mixed, "mixins", false,
		"with --as html, css, document or sheet: without grid classes, with what mixins come to")
	c.Flags().BoolVar(&o.Nested, "nested", false, "of mixin-based code: rules in those of what is around them")
	c.Flags().BoolVar(&o.Gathered, "gathered", false,
		"of mixin-based code: what holds from a breakpoint on stands together")
	c.Flags().BoolVar(&o.Mark, "mark", false, "add data-node=\"ID\" to every node's element")
	c.Flags().BoolVar(&o.Hold, "held", false,
		"with --as document: blocks of content are as high as declared, whatever stands in them, as plan --held has them")
	c.Flags().BoolVar(&o.Ends, "ends", false, "label the ends of containers and rows with comments")
	c.Flags().BoolVar(&o.Whole, "whole", false, "the whole kit, not only what the page uses")
	return c
}
