package folder

import (
	"net/url"
	"path"
	"path/filepath"
	"strings"
)

// Near is the address by which a file links the stylesheet in the folder that a link which leads nowhere may mean: one
// of its name that stands elsewhere, the nearest first, else the only one whose name is part of the link's or the other
// way round. Empty where there is none.
func (f *Folder) Near(file, link string) string {
	all := f.css.Load()
	if all == nil {
		return ""
	}
	from, best, far := path.Dir(file), "", 0
	relative := func(name string) string {
		to, err := filepath.Rel(filepath.FromSlash(from), filepath.FromSlash(name))
		if err != nil {
			return ""
		}
		return (&url.URL{Path: filepath.ToSlash(to)}).EscapedPath()
	}
	for _, name := range *all {
		if to := relative(name); strings.EqualFold(path.Base(name), path.Base(link)) &&
			(best == "" || strings.Count(to, "/") < far) {
			best, far = to, strings.Count(to, "/")
		}
	}
	if best != "" {
		return best
	}
	stem := func(name string) string {
		return strings.ToLower(strings.TrimSuffix(path.Base(name), path.Ext(name)))
	}
	for _, name := range *all {
		a, b := stem(name), stem(link)
		if len(min(a, b)) < 2 || !strings.Contains(a, b) && !strings.Contains(b, a) {
			continue
		}
		if best != "" {
			return "" // it may be either
		}
		best = relative(name)
	}
	return best
}
