package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"path/filepath"
	"runtime"
	"runtime/debug"
	"syscall"

	"github.com/spf13/cobra"

	"kitrows/demo"
	"kitrows/internal/app/server"
	"kitrows/internal/app/store"
	"kitrows/web"
)

// address is where the application answers unless told otherwise.
const address = "127.0.0.1:4170"

func serveCommand() *cobra.Command {
	var data, listen string
	var aside bool
	c := &cobra.Command{
		Use:   "serve",
		Short: "Start the application with your own projects",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if err := setAside(c, data, aside); err != nil {
				return err
			}
			return withStore(c.Context(), data, func(s *store.Store) error { return serve(c, s, listen) })
		},
	}
	dataFlag(c, &data)
	listenFlag(c, &listen)
	asideFlag(c, &aside)
	return c
}

func demoCommand() *cobra.Command {
	var data, listen string
	var fresh, aside bool
	c := &cobra.Command{
		Use:   "demo",
		Short: "Start the application with the demo project, apart from your own",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if data == "" {
				own, err := dataDir("")
				if err != nil {
					return err
				}
				data = filepath.Join(own, "demo")
			}
			if err := setAside(c, data, aside); err != nil {
				return err
			}
			return withStore(c.Context(), data, func(s *store.Store) error {
				if err := stock(c.Context(), s, fresh); err != nil {
					return err
				}
				return serve(c, s, listen)
			})
		},
	}
	dataFlag(c, &data)
	listenFlag(c, &listen)
	asideFlag(c, &aside)
	c.Flags().BoolVar(&fresh, "fresh", false,
		"put the demo project back to how it ships, forgetting what was done to it")
	return c
}

// stock puts the demo project on the shelf unless it is there; fresh puts it
// there anew.
func stock(ctx context.Context, s *store.Store, fresh bool) error {
	p, err := demo.Project()
	if err != nil {
		return err
	}
	if fresh {
		if err := s.Remove(ctx, p.ID); err != nil {
			return err
		}
	} else if known, err := s.Known(ctx, p.ID); err != nil {
		return err
	} else if known {
		if err := s.PutBack(ctx, p.ID); !errors.Is(err, store.ErrNotFound) {
			return err
		}
		return nil
	}
	return s.Add(ctx, p)
}

func serve(c *cobra.Command, s *store.Store, listen string) error {
	l, err := begin(c, s, listen)
	if err != nil {
		return err
	}
	defer l.Close()
	log := slog.New(slog.NewTextHandler(c.ErrOrStderr(), nil))
	fmt.Fprintf(c.OutOrStdout(), "Kit Rows is at http://%s\n", l.Addr())
	return server.New(s, web.Files(), log).Serve(c.Context(), l)
}

// begin readies the store, and listens at an address of this machine alone.
func begin(c *cobra.Command, s *store.Store, listen string) (net.Listener, error) {
	// A page is laid out anew for every edit and then let go: collecting less often
	// takes some tens of MB and gives a tenth of an edit's time.
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(400)
	}
	if err := s.Sweep(c.Context()); err != nil {
		return nil, err
	}
	l, err := net.Listen("tcp", listen)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("--listen: another program answers at %s already. It may be Kit Rows: open "+
			"http://%s, or choose another address with --listen, such as 127.0.0.1:0 (%w)",
			listen, listen, err)
	}
	if err != nil {
		return nil, err
	}
	if tcp := l.Addr().(*net.TCPAddr); !tcp.IP.IsLoopback() {
		l.Close()
		return nil, fmt.Errorf("--listen: found %q, want a loopback address such as %s: Kit Rows serves this "+
			"machine alone", listen, address)
	}
	return l, nil
}

// setAside sets the store in a directory aside when that is wanted.
func setAside(c *cobra.Command, data string, wanted bool) error {
	if !wanted {
		return nil
	}
	dir, err := dataDir(data)
	if err != nil {
		return err
	}
	to, err := store.SetAside(dir)
	if err == nil && to != "" {
		fmt.Fprintf(c.ErrOrStderr(), "The store is set aside as %s\n", to)
	}
	return err
}

func asideFlag(c *cobra.Command, aside *bool) {
	c.Flags().BoolVar(aside, "set-aside", false,
		"give the store another name and begin a new one, when it is damaged or gone")
}

func dataFlag(c *cobra.Command, data *string) {
	c.Flags().StringVar(data, "data", "", "the directory projects are kept in (default: this platform's usual place)")
}

func listenFlag(c *cobra.Command, listen *string) {
	c.Flags().StringVar(listen, "listen", address, "the loopback address to answer on; port 0 takes a free one")
}

func withStore(ctx context.Context, data string, f func(*store.Store) error) error {
	dir, err := dataDir(data)
	if err != nil {
		return err
	}
	s, err := store.Open(ctx, dir)
	if err != nil {
		return err
	}
	defer s.Close()
	return f(s)
}

// dataDir is given, or where this platform keeps a program's own data.
func dataDir(given string) (string, error) {
	if given != "" {
		return given, nil
	}
	if dir := os.Getenv("XDG_DATA_HOME"); filepath.IsAbs(dir) && runtime.GOOS != "windows" && runtime.GOOS != "darwin" {
		return filepath.Join(dir, "kitrows"), nil
	}
	switch runtime.GOOS {
	case "windows", "darwin":
		dir, err := os.UserConfigDir()
		return filepath.Join(dir, "Kit Rows"), err
	}
	home, err := os.UserHomeDir()
	return filepath.Join(home, ".local", "share", "kitrows"), err
}
