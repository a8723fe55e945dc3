package server

import (
	"context"
	"fmt"
	"maps"
	"net/http"
	"slices"
	"sync"
	"time"
)

// news is a revision of a project, which may be another project of its id since another
// program changed the store.
type news struct {
	revision int
	anew     bool
}

// after is what is left to tell where news was not told yet and more comes. Two edits that are made at the same moment
// may tell of themselves in the other order.
func (n news) after(was news) news {
	if !n.anew {
		n.revision = max(n.revision, was.revision)
	}
	n.anew = n.anew || was.anew
	return n
}

// changes tells every window that is open on a project of its new revisions.
type changes struct {
	mu      sync.Mutex
	windows map[string]map[chan news]bool
	done    chan struct{}
	once    sync.Once
}

func newChanges() *changes {
	return &changes{windows: map[string]map[chan news]bool{}, done: make(chan struct{})}
}

// close ends every stream, so that a shutdown need not wait for them.
func (c *changes) close() { c.once.Do(func() { close(c.done) }) }

// follow gives a channel of the project's revisions, of which a slow reader gets
// the newest, and a function that ends it. An older one may come after a newer one.
func (c *changes) follow(project string) (revisions <-chan news, end func()) {
	ch := make(chan news, 1)
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.windows[project] == nil {
		c.windows[project] = map[chan news]bool{}
	}
	c.windows[project][ch] = true
	return ch, func() {
		c.mu.Lock()
		defer c.mu.Unlock()
		delete(c.windows[project], ch)
		if len(c.windows[project]) == 0 {
			delete(c.windows, project)
		}
	}
}

func (c *changes) tell(project string, n news) {
	c.mu.Lock()
	defer c.mu.Unlock()
	for ch := range c.windows[project] {
		left := n
		select {
		case was := <-ch: // nobody took it
			left = n.after(was)
		default:
		}
		ch <- left
	}
}

// followed are the projects that windows are open on.
func (c *changes) followed() []string {
	c.mu.Lock()
	defer c.mu.Unlock()
	return slices.Collect(maps.Keys(c.windows))
}

// storeCheckEvery is how often it is looked whether another program changed the store.
const storeCheckEvery = time.Second

// watch tells windows of what other programs do to their projects, until ctx ends.
func (v *Server) watch(ctx context.Context) {
	ticks := time.NewTicker(storeCheckEvery)
	defer ticks.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-ticks.C:
		}
		projects := v.changes.followed()
		if len(projects) == 0 {
			continue
		}
		touched, err := v.store.Touched(ctx)
		if err != nil {
			v.log.WarnContext(ctx, "the store cannot be read", "error", err)
		}
		if !touched {
			continue
		}
		for _, id := range projects {
			if state, err := v.store.Load(ctx, id); err == nil {
				v.changes.tell(id, news{state.Revision, true})
			}
		}
	}
}

// keepAliveEvery is how often a stream without news shows that it is alive.
const keepAliveEvery = 20 * time.Second

// events streams a project's revisions as server-sent events: the current one at
// once, then each newer one as it is made.
func (v *Server) events(w http.ResponseWriter, r *http.Request) {
	project := r.PathValue("project")
	revisions, end := v.changes.follow(project)
	defer end()
	state, err := v.store.Load(r.Context(), project)
	if err != nil {
		writeProblem(w, http.StatusNotFound, err.Error())
		return
	}
	control := http.NewResponseController(w)
	_ = control.SetReadDeadline(time.Time{})
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-store")
	send := func(format string, args ...any) bool {
		_ = control.SetWriteDeadline(time.Now().Add(keepAliveEvery))
		_, err := fmt.Fprintf(w, format, args...)
		return err == nil && control.Flush() == nil
	}
	const event = "event: %s\ndata: %d\n\n"
	if !send(event, "revision", state.Revision) {
		return
	}
	ticks := time.NewTicker(keepAliveEvery)
	defer ticks.Stop()
	newest := state.Revision
	for {
		ok := true
		select {
		case n := <-revisions:
			name := "revision"
			if n.anew {
				name = "anew"
			} else if n.revision <= newest {
				continue
			}
			newest = n.revision
			ok = send(event, name, n.revision)
		case <-ticks.C:
			ok = send(": quiet\n\n")
		case <-r.Context().Done():
			return
		case <-v.changes.done:
			return
		}
		if !ok {
			return
		}
	}
}
