package budget_test

import (
	"context"
	"errors"
	"fmt"
	"testing"

	"kitrows/internal/browser/budget"
)

// Work ends once its steps or its bytes are spent, and the error names what was read; its goroutines share what it may
// spend.
func TestSpent(t *testing.T) {
	limit := budget.Limit{Steps: 100_000, Bytes: 1000}
	for name, c := range map[string]struct {
		work   func(b *budget.Budget)
		memory bool
	}{
		"steps": {func(b *budget.Budget) {
			for {
				b.Step(10)
			}
		}, false},
		"bytes": {func(b *budget.Budget) {
			for {
				b.Hold(10)
			}
		}, true},
		"side by side": {func(b *budget.Budget) {
			var g budget.Group
			for range 4 {
				beside := b.Beside()
				g.Go(func() {
					for range 5000 {
						beside.Step(10)
					}
				})
			}
			g.Wait()
		}, false},
		"a part of it": {func(b *budget.Budget) {
			for range 3 {
				err := b.Part(2, func(b *budget.Budget) error {
					for range 4900 {
						b.Step(10)
					}
					return nil
				})
				if err != nil {
					t.Errorf("a part of it: %v", err)
				}
			}
		}, false},
	} {
		err := budget.Within(t.Context(), limit, func(b *budget.Budget) error {
			b.Reading("team.css")
			c.work(b)
			return nil
		})
		var spent *budget.SpentError
		if !errors.As(err, &spent) || spent.Source != "team.css" || spent.Memory != c.memory {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// Work ends when its context has, passes on its own error, and leaves other panics alone; without a budget it has no
// end.
func TestEnds(t *testing.T) {
	ctx, gone := context.WithCancel(t.Context())
	gone()
	err := budget.Within(ctx, budget.Plan, func(b *budget.Budget) error {
		for range 10_000 {
			b.Step(1)
		}
		return nil
	})
	if !errors.Is(err, context.Canceled) {
		t.Errorf("nobody waits: %v", err)
	}
	own := errors.New("own")
	if err := budget.Within(t.Context(), budget.Plan, func(*budget.Budget) error { return own }); err != own {
		t.Errorf("its own error: %v", err)
	}
	panicked := (*budget.Panic)(nil)
	err = budget.Recovered(func() {
		_ = budget.Within(t.Context(), budget.Plan, func(*budget.Budget) error {
			var g budget.Group
			g.Go(func() { panic("mine") })
			g.Wait()
			return nil
		})
	})
	if !errors.As(err, &panicked) || panicked.Value != "mine" {
		t.Errorf("a panic: %v", err)
	}
	var none *budget.Budget
	none.Step(1 << 30)
	none.Hold(1 << 30)
	none.Reading("x")
}

func ExampleWithin() {
	err := budget.Within(context.Background(), budget.Limit{Steps: 10_000}, func(b *budget.Budget) error {
		b.Reading("own.css")
		for {
			b.Step(1)
		}
	})
	fmt.Println(err)
	// Output: own.css is too much to read: it takes over 2s of work
}
