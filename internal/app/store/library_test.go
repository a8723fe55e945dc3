package store

import (
	"errors"
	"testing"

	"kitrows/internal/grid/kit"
	"kitrows/internal/test/sample"
)

// A kit is shared, revised by the one project that has its newest revision, and taken out again;
// a project that is behind is told so.
func TestLibrary(t *testing.T) {
	ctx := t.Context()
	s := open(t, t.TempDir())
	free := func(taken func(string) bool) string {
		if taken("wide") {
			return "wide-2"
		}
		return "wide"
	}
	share := func(k *kit.Kit, want kit.Shared) *kit.Kit {
		t.Helper()
		of, err := s.Share(ctx, k, free)
		if err != nil || of != want {
			t.Fatalf("shared as %+v, %v; want %+v", of, err, want)
		}
		next := *k
		next.Shared = &of
		return &next
	}
	first := share(sample.Twelve(), kit.Shared{ID: "wide", Revision: 1})
	share(first, kit.Shared{ID: "wide", Revision: 1}) // nothing is other
	changed := *first
	changed.Gutter = kit.GutterOf(kit.Px(20))
	second := share(&changed, kit.Shared{ID: "wide", Revision: 2})

	late := *first
	late.Gutter = kit.GutterOf(kit.Px(10))
	var stale *StaleError
	if _, err := s.Share(ctx, &late, free); !errors.As(err, &stale) || stale.Current != 2 {
		t.Errorf("of a project that is behind: %v", err)
	}
	share(sample.Twelve(), kit.Shared{ID: "wide-2", Revision: 1})
	all, err := s.Library(ctx)
	if err != nil || len(all) != 2 || *all[0].Shared != *second.Shared || all[0].GutterAt(0) != second.Gutter {
		t.Errorf("the library has %+v, %v", all, err)
	}
	if err := s.Unshare(ctx, "wide"); err != nil {
		t.Error(err)
	}
	if err := s.Unshare(ctx, "wide"); !errors.Is(err, ErrNotFound) {
		t.Errorf("taken out twice: %v", err)
	}
	if _, err := s.Newest(ctx, "wide"); !errors.Is(err, ErrNotFound) {
		t.Errorf("it is still there: %v", err)
	}
	share(second, kit.Shared{ID: "wide", Revision: 1}) // it begins anew
}
