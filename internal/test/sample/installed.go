package sample

import (
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
)

// Installed finds files of HTML that nobody here wrote: those of packages that are installed on the machine, at most so
// many.
func Installed(most int) (paths []string) {
	roots := []string{filepath.Join("..", "..", "node_modules"), "/usr/share/doc", "/usr/local/go", "/usr/share/perl",
		"/usr/lib/python3"}
	if home, err := os.UserHomeDir(); err == nil {
		roots = append(roots, filepath.Join(home, "go", "pkg", "mod"))
	}
	for _, root := range roots {
		_ = filepath.WalkDir(root, func(path string, e fs.DirEntry, err error) error {
			if err == nil && !e.IsDir() && (strings.HasSuffix(path, ".html") || strings.HasSuffix(path, ".htm")) {
				paths = append(paths, path)
			}
			return nil
		})
	}
	slices.Sort(paths)
	all := paths
	for paths = nil; len(paths) < min(most, len(all)); {
		paths = append(paths, all[len(paths)*len(all)/min(most, len(all))])
	}
	return paths
}
