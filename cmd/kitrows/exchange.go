package main

import (
	"fmt"

	"github.com/spf13/cobra"

	"kitrows/internal/app/server"
	"kitrows/internal/app/store"
	"kitrows/internal/project/schema"
)

func exportCommand() *cobra.Command {
	var data string
	c := &cobra.Command{
		Use:   "export PROJECT",
		Short: "Print a kept project as a project file (*.kitrows.json)",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			return withStore(c.Context(), data, func(s *store.Store) error {
				file, err := s.File(c.Context(), args[0])
				if err != nil {
					return fmt.Errorf("%s: %w", args[0], err)
				}
				_, err = c.OutOrStdout().Write(file)
				return err
			})
		},
	}
	dataFlag(c, &data)
	return c
}

func importCommand() *cobra.Command {
	var data, id string
	c := &cobra.Command{
		Use:   "import FILE",
		Short: "Take a project file in; - is the standard input",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			p, err := readProject(c, args[0])
			if err != nil {
				return err
			}
			if id != "" {
				p.ID = id
				if err := p.Check(); err != nil {
					return err
				}
			}
			return withStore(c.Context(), data, func(s *store.Store) error {
				if err := s.Add(c.Context(), p); err != nil {
					return err
				}
				_, err := fmt.Fprintf(c.OutOrStdout(), "%s is in, as %s\n", p.Name, p.ID)
				return err
			})
		},
	}
	dataFlag(c, &data)
	c.Flags().StringVar(&id, "as", "", "another id for it, when its own is taken")
	return c
}

func schemaCommand() *cobra.Command {
	c := &cobra.Command{
		Use:       "schema project|api",
		Short:     "Print the JSON Schema of project files, or the API's OpenAPI document",
		Args:      cobra.MatchAll(cobra.ExactArgs(1), cobra.OnlyValidArgs),
		ValidArgs: []string{"project", "api"},
		RunE: func(c *cobra.Command, args []string) error {
			text, err := schema.Project()
			if args[0] == "api" {
				text, err = server.OpenAPI()
			}
			if err != nil {
				return err
			}
			_, err = c.OutOrStdout().Write(append(text, '\n'))
			return err
		},
	}
	return c
}
