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

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	"github.com/spf13/cobra"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
	"kitrows/internal/grid/page"
	"kitrows/internal/project"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := root().ExecuteContext(ctx); err != nil {
		code := 1
		if coded, is := errors.AsType[*exit](err); is {
			code = coded.code
		}
		if err.Error() != "" {
			fmt.Fprintln(os.Stderr, "kitrows: "+err.Error())
		}
		stop()
		os.Exit(code)
	}
}

// An exit ends the program with a code of its own, and says why; with nothing where all was said.
type exit struct {
	code int
	why  error
}

func (e *exit) Error() string {
	if e.why == nil {
		return ""
	}
	return e.why.Error()
}

func (e *exit) Unwrap() error { return e.why }

func root() *cobra.Command {
	c := &cobra.Command{
		Use:           "kitrows",
		Short:         "Lay out pages on a column grid and take away the code",
		SilenceUsage:  true,
		SilenceErrors: true,
	}
	c.AddCommand(demoCommand(), serveCommand(), workCommand(), planCommand(), codeCommand(), checkCommand(),
		compareCommand(), traceCommand(),
		kitCommand(), pageCommand(), exportCommand(), importCommand(), schemaCommand())
	return c
}

// readProject reads a project file; "-" is the standard input.
func readProject(c *cobra.Command, name string) (*project.Project, error) {
	return readFile(c, name, project.Decode)
}

// readFile reads a file, or what comes in where the name is -.
func readFile[T any](c *cobra.Command, name string, decode func(io.Reader) (T, error)) (v T, err error) {
	var r io.Reader = c.InOrStdin()
	if name != "-" {
		f, err := os.Open(name)
		if err != nil {
			return v, err
		}
		defer f.Close()
		r = f
	}
	if v, err = decode(r); err != nil {
		err = fmt.Errorf("%s: %w", name, err)
	}
	return v, err
}

// readKit reads a kit out of its own file, or out of a project file with one.
func readKit(c *cobra.Command, name string) (*kit.Kit, error) {
	return readFile(c, name, func(r io.Reader) (*kit.Kit, error) { return decodeKit(r, "") })
}

// writeJSON prints a value as JSON for people and programs.
func writeJSON(w io.Writer, v any) error {
	if err := json.MarshalWrite(w, v, jsontext.WithIndent("  ")); err != nil {
		return err
	}
	_, err := fmt.Fprintln(w)
	return err
}

// readPage reads a project file and finds a page in it by name or id, with its
// kit. Without a name it is the project's only page.
func readPage(c *cobra.Command, file, name string) (*project.Project, *page.Page, *kit.Kit, error) {
	p, err := readProject(c, file)
	if err != nil {
		return nil, nil, nil, err
	}
	pg := p.Page(name)
	if name == "" && len(p.Pages) == 1 {
		pg = p.Pages[0]
	}
	if pg == nil {
		return nil, nil, nil, fault.New("--page", name, "one of %s", p.PageNames())
	}
	return p, pg, p.Kit(pg.Kit), nil
}
