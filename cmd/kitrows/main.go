// Command kitrows lays out pages on a column grid: in the browser (demo, serve)
// and on the command line (plan, code, export, import).
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"syscall"

	"github.com/spf13/cobra"

	"kitrows/internal/fault"
	"kitrows/internal/kit"
	"kitrows/internal/page"
	"kitrows/internal/project"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := root().ExecuteContext(ctx); err != nil {
		fmt.Fprintln(os.Stderr, "kitrows: "+err.Error())
		stop()
		os.Exit(1)
	}
}

func root() *cobra.Command {
	c := &cobra.Command{
		Use:           "kitrows",
		Short:         "Lay out pages on a column grid and take away the code",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	c.AddCommand(demoCommand(), serveCommand(), planCommand(), codeCommand(), exportCommand(), importCommand(), schemaCommand())
	return c
}

// readProject reads a project file; "-" is the standard input.
func readProject(c *cobra.Command, name string) (*project.Project, error) {
	var r io.Reader = c.InOrStdin()
	if name != "-" {
		f, err := os.Open(name)
		if err != nil {
			return nil, err
		}
		defer f.Close()
		r = f
	}
	p, err := project.Decode(r)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	return p, nil
}

// pageOf finds a page by name or id with its kit. Without a name it is the
// project's only page.
func pageOf(p *project.Project, name string) (*page.Page, *kit.Kit, error) {
	if len(p.Pages) == 0 {
		return nil, nil, errors.New("the project has no pages")
	}
	pg := p.Page(name)
	if name == "" && len(p.Pages) == 1 {
		pg = p.Pages[0]
	}
	if pg == nil {
		return nil, nil, fault.New("--page", name, "one of %s", p.PageNames())
	}
	return pg, p.Kit(pg.Kit), nil
}
