package main

import (
	"fmt"

	"github.com/spf13/cobra"

	"kitrows/internal/code"
	"kitrows/internal/fault"
	"kitrows/internal/layout"
)

func codeCommand() *cobra.Command {
	var name, as string
	var o code.Options
	c := &cobra.Command{
		Use:   "code FILE --page NAME --as html|css|document",
		Short: "Print a page's class-based code",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			p, pg, k, err := readPage(c, args[0], name)
			if err != nil {
				return err
			}
			l := layout.Of(k, pg)
			var text string
			switch as {
			case "html":
				text = code.Write(l, p, o).String()
			case "css":
				sheet := code.UsedSheet
				if o.Whole {
					sheet = code.WholeSheet
				}
				text = sheet(code.Write(l, p, o)).String()
			case "document":
				text = code.Document(l, p, o)
			default:
				return fault.New("--as", as, "html, css or document")
			}
			_, err = fmt.Fprint(c.OutOrStdout(), text)
			return err
		},
	}
	c.Flags().StringVar(&name, "page", "", "the page's name or id; needed when there are several")
	c.Flags().StringVar(&as, "as", "html", "html (the body's markup), css (the kit's stylesheet) or document (a complete page with the stylesheet inside)")
	c.Flags().BoolVar(&o.Mark, "mark", false, "add data-node=\"ID\" to every node's element")
	c.Flags().BoolVar(&o.Ends, "ends", false, "label the ends of containers and rows with comments")
	c.Flags().BoolVar(&o.Whole, "whole", false, "with --as css or document: the whole kit, not only what the page uses")
	return c
}
