package server

import (
	"context"
	"io"
	"slices"

	"github.com/go-json-experiment/json"

	"kitrows/internal/app/bench"
	"kitrows/internal/edit"
	"kitrows/internal/project"
)

// previewed is what an edit would make of a page. The edit is mostly done next, and what it makes is not worked out
// again then.
type previewed struct {
	on    *project.Project // what it was tried on
	ended chan struct{}    // closed when the rest is known

	made     *bench.Bench // nil where it is refused
	answered *bench.Bench // the same, as the client has it
}

// mostPreviews is how many previews are kept, and longestPreview how long the edit of one may be, in bytes of JSON.
const mostPreviews, longestPreview = 4, 4 << 10

// previewKey names an edit of a page that is looked at so; it is empty for one that is too long to be kept.
func previewKey(in *PagePath, view bench.View, o edit.Operation) string {
	var text shortText
	if json.MarshalWrite(&text, o) != nil {
		return ""
	}
	return memoryKey(in.Project, in.Page, view) + string(text)
}

// shortText takes what is written, up to the length of the longest preview.
type shortText []byte

func (t *shortText) Write(b []byte) (int, error) {
	if len(*t)+len(b) > longestPreview {
		return 0, io.ErrShortWrite
	}
	*t = append(*t, b...)
	return len(b), nil
}

// preview begins a preview of an edit of a project, and keeps it. Who began it closes ended.
func (v *Server) preview(key string, on *project.Project) *previewed {
	p := &previewed{on: on, ended: make(chan struct{})}
	if key != "" {
		v.previews.keep(key, p)
	}
	return p
}

// bench is what the edit makes of that very project, for as much as was measured of the page; nil where that is not
// known. It waits for a preview that is still being made.
func (p *previewed) bench(ctx context.Context, on *project.Project, measured int) *bench.Bench {
	if p == nil || p.on != on {
		return nil
	}
	select {
	case <-p.ended:
	case <-ctx.Done():
		return nil
	}
	if p.made == nil || p.made.Measured != measured {
		return nil
	}
	return own(p.made)
}

// seenBy is the Bench as it was answered, where it is the one that the client has by that stamp; nil elsewhere.
func (p *previewed) seenBy(stamp int64) *bench.Bench {
	if p == nil || p.answered == nil || p.answered.Stamp != stamp {
		return nil
	}
	return p.answered
}

// own is a Bench with lists of its own where what is answered differs from what was made.
func own(b *bench.Bench) *bench.Bench {
	c := *b
	c.Pages, c.Findings = slices.Clone(b.Pages), slices.Clone(b.Findings)
	return &c
}
