package budget

import (
	"fmt"
	"runtime"
	"runtime/debug"
	"sync"
	"sync/atomic"
)

// A Group is work that is done in goroutines beside one another. A panic in one of them does not end the program: Wait
// passes it on to the goroutine that waits, with the stack where it happened.
type Group struct {
	wait  sync.WaitGroup
	mu    sync.Mutex
	value any
}

// A Panic is a panic of a goroutine of a Group.
type Panic struct {
	Value any
	Stack []byte // of the goroutine
}

func (p *Panic) Error() string { return fmt.Sprint(p.Value) }

// Go does work in a goroutine.
func (g *Group) Go(work func()) {
	g.wait.Go(func() {
		defer func() {
			v := recover()
			if v == nil {
				return
			}
			switch v.(type) {
			case ending, *Panic:
			default:
				v = &Panic{v, debug.Stack()}
			}
			g.mu.Lock()
			defer g.mu.Unlock()
			if g.value == nil {
				g.value = v
			}
		}()
		work()
	})
}

// Wait waits for all work to end, and panics if any of it did.
func (g *Group) Wait() {
	g.wait.Wait()
	if g.value != nil {
		panic(g.value)
	}
}

// Each does work for each of so many things, as many at a time as the machine has processors. It panics if any of it
// did.
func Each(n int, work func(i int)) {
	var g Group
	var next atomic.Int64
	for range min(n, runtime.GOMAXPROCS(0)) {
		g.Go(func() {
			for i := next.Add(1) - 1; i < int64(n); i = next.Add(1) - 1 {
				work(int(i))
			}
		})
	}
	g.Wait()
}

// Recovered does work and gives a panic in it as an error, a *Panic.
func Recovered(work func()) (err error) {
	defer func() {
		switch v := recover().(type) {
		case nil:
		case *Panic:
			err = v
		default:
			err = &Panic{v, debug.Stack()}
		}
	}()
	work()
	return nil
}
