// Package budget bounds what the reading of other people's text may take. Whoever reads such a text is given a
// Budget and spends from it as it works: steps of work, and bytes of memory that it keeps. Once the budget is spent,
// or nobody waits for the result any more, the work ends where it is, and Within returns the reason. What the bounds
// are, and why, stands in limits.go.
package budget

import (
	"context"
	"fmt"
	"sync/atomic"
)

// A Limit is how much one reading may take.
type Limit struct {
	Steps int64 // of work; a step takes 10 to 20 ns
	Bytes int64 // of memory that is kept, as far as it grows with the text
}

// A Budget is what is left for one reading. A nil Budget is without bounds, for texts of our own. It is not safe for
// use by several goroutines at once: each has its own, by Beside.
type Budget struct {
	*pool
	left int64 // steps that were taken from the pool and are not spent yet
}

// pool is what the goroutines of one reading share.
type pool struct {
	ctx    context.Context
	limit  Limit
	steps  atomic.Int64 // taken
	bytes  atomic.Int64
	source atomic.Pointer[string]
}

// drawSteps is how many steps a Budget takes from its pool at once. After each draw it looks whether somebody still
// waits.
const drawSteps = 4096

// A SpentError says that a text takes more than may be spent on it.
type SpentError struct {
	Source string // the file that was being read; empty where it has no name
	Memory bool   // it takes too much memory; else too much work
}

// TooMuch is what a SpentError says after what it is about.
const TooMuch = " is too much to read: "

func (e *SpentError) Error() string {
	source := e.Source
	if source == "" {
		source = "the text"
	}
	if e.Memory {
		return fmt.Sprintf("%s%sit takes over %d MB of memory", source, TooMuch, Memory>>20)
	}
	return fmt.Sprintf("%s%sit takes over %v of work", source, TooMuch, Time)
}

// ending is what ends the work of a pool, as a panic up to Within.
type ending struct {
	of  *pool
	err error
}

// Within does work with a budget. The error is that of work itself, a *SpentError when the budget is spent, or that
// of the context when it has ended.
func Within(ctx context.Context, limit Limit, work func(*Budget) error) (err error) {
	return (&pool{ctx: ctx, limit: limit}).within(work)
}

func (p *pool) within(work func(*Budget) error) (err error) {
	defer func() {
		if v := recover(); v != nil {
			end, is := v.(ending)
			if !is || end.of != p {
				panic(v)
			}
			err = end.err
		}
	}()
	return work(&Budget{pool: p})
}

// Beside is a budget for another goroutine of the same reading. The goroutine must be one of a Group.
func (b *Budget) Beside() *Budget {
	if b == nil {
		return nil
	}
	return &Budget{pool: b.pool}
}

// Reading names the file that is read from here on, for a SpentError.
func (b *Budget) Reading(source string) {
	if b != nil {
		b.source.Store(&source)
	}
}

// Step spends n steps of work.
func (b *Budget) Step(n int) {
	if b == nil {
		return
	}
	if b.left -= int64(n); b.left < 0 {
		b.refill()
	}
}

// Ended is the error of the context, once nobody waits any more; for work that no panic may pass through, which must
// end by itself then.
func (b *Budget) Ended() error {
	if b == nil {
		return nil
	}
	return b.ctx.Err()
}

func (b *Budget) refill() {
	take := drawSteps - b.left
	b.left = drawSteps
	if err := b.Ended(); err != nil {
		panic(ending{b.pool, err})
	}
	if b.steps.Add(take) > b.limit.Steps+drawSteps {
		b.spent(false)
	}
}

// Hold spends n bytes of memory that is kept.
func (b *Budget) Hold(n int) {
	if b == nil {
		return
	}
	if b.bytes.Add(int64(n)) > b.limit.Bytes {
		b.spent(true)
	}
}

func (b *Budget) spent(memory bool) {
	e := &SpentError{Memory: memory}
	if source := b.source.Load(); source != nil {
		e.Source = *source
	}
	panic(ending{b.pool, e})
}

// Spent is how many steps and bytes were spent so far. Tests hold its growth against that of the text.
func (b *Budget) Spent() (steps, bytes int64) {
	if b == nil {
		return 0, 0
	}
	return b.steps.Load() - b.left, b.bytes.Load()
}

// Part does work with a part of what a budget is: one of so many. What it spends is spent from both, and the error is
// as of Within.
func (b *Budget) Part(of int, work func(*Budget) error) error {
	if b == nil {
		return work(nil)
	}
	p := &pool{ctx: b.ctx, limit: Limit{b.limit.Steps / int64(of), b.limit.Bytes / int64(of)}}
	err := p.within(work)
	b.Step(int(p.steps.Load()))
	return err
}
