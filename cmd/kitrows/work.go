package main

import (
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"path/filepath"
	"sync"
	"time"

	"github.com/spf13/cobra"

	"kitrows/internal/app/folder"
	"kitrows/internal/app/server"
	"kitrows/internal/app/store"
	"kitrows/internal/edit"
	"kitrows/internal/project/ready"
	"kitrows/web"
)

func workCommand() *cobra.Command {
	var data, listen string
	c := &cobra.Command{
		Use: "work DIR [--listen ADDRESS] [--data DIR]",
		Short: "Work on the pages in a folder of your own: what is edited is written to their files, what changes " +
			"there is taken in",
		Long: "Open the pages in a folder, with the stylesheets that they link, as a project. Every edit is written to\n" +
			"its file at once; what another program changes there is a step in the history. Nothing outside of the\n" +
			"folder is read or written; the history is kept with the program's own data. The files are shown as they\n" +
			"are at an address of their own, and again when they are written.",
		Args: cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			dir, err := filepath.Abs(args[0])
			if err != nil {
				return err
			}
			if dir, err = filepath.EvalSymlinks(dir); err != nil {
				return err
			}
			f, err := folder.Open(dir)
			if err != nil {
				return err
			}
			defer f.Close()
			if data == "" {
				own, err := dataDir("")
				if err != nil {
					return err
				}
				sum := sha256.Sum256([]byte(dir))
				data = filepath.Join(own, "work", fmt.Sprintf("%s-%.8x", projectID(dir), sum[:]))
			}
			return withStore(c.Context(), data, func(s *store.Store) error { return work(c, s, f, listen) })
		},
	}
	dataFlag(c, &data)
	listenFlag(c, &listen)
	return c
}

// projectID is the id of the project of a folder, which is the only one in its store.
func projectID(dir string) string {
	return edit.FreeID(filepath.Base(dir), func(string) bool { return false })
}

// work answers with the project of a folder, and keeps the two the same.
func work(c *cobra.Command, s *store.Store, f *folder.Folder, listen string) error {
	name := filepath.Base(f.Dir)
	id := projectID(f.Dir)
	if _, err := s.Load(c.Context(), id); errors.Is(err, store.ErrNotFound) {
		kits, err := ready.Kits()
		if err != nil {
			return err
		}
		p, err := f.Project(id, name, kits[0].Kit)
		if err != nil {
			return err
		}
		if err := s.Add(c.Context(), p); err != nil {
			return err
		}
	} else if err != nil {
		return err
	}
	l, err := begin(c, s, listen)
	if err != nil {
		return err
	}
	defer l.Close()
	shown, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return err
	}
	log := slog.New(slog.NewTextHandler(c.ErrOrStderr(), nil))
	preview := folder.NewPreview(f)
	v := server.New(s, web.Files(), log)
	w, err := f.Follow(c.Context(), s, id, log, func(revision int) { v.Tell(id, revision) }, preview.Tell)
	if err != nil {
		shown.Close()
		return err
	}
	preview.Grids = v.Grids
	v.Work(w, id, "http://"+shown.Addr().String())
	files := &http.Server{Handler: server.Loopback(preview), ReadHeaderTimeout: 5 * time.Second}
	files.RegisterOnShutdown(preview.Close)
	go func() { _ = files.Serve(shown) }()
	defer w.Close()
	var watching sync.WaitGroup
	ctx, stop := context.WithCancel(c.Context())
	watching.Go(func() { w.Watch(ctx) })
	defer watching.Wait()
	defer stop()
	state, err := s.Load(c.Context(), id)
	if err != nil {
		return err
	}
	fmt.Fprintf(c.OutOrStdout(), "Kit Rows is at http://%s/%s/%s\n", l.Addr(), id, state.Project.Pages[0].ID)
	fmt.Fprintf(c.OutOrStdout(), "The pages of %s are shown at http://%s\n", printable(name), shown.Addr())
	for _, note := range f.Notes {
		fmt.Fprintln(c.ErrOrStderr(), printable(note))
	}
	err = v.Serve(c.Context(), l)
	patience, cancel := context.WithTimeout(context.Background(), time.Second)
	defer cancel()
	_ = files.Shutdown(patience)
	return err
}
