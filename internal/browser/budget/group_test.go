package budget_test

import (
	"errors"
	"sync/atomic"
	"testing"

	"kitrows/internal/browser/budget"
)

// Each thing is done once, and a panic in one of them comes to who waits, after the others.
func TestEach(t *testing.T) {
	done := make([]atomic.Int32, 100)
	budget.Each(len(done), func(i int) { done[i].Add(1) })
	for i := range done {
		if n := done[i].Load(); n != 1 {
			t.Errorf("thing %d was done %d times", i, n)
		}
	}
	budget.Each(0, func(int) { t.Error("there is nothing to do") })
	err := budget.Recovered(func() {
		budget.Each(3, func(i int) {
			if i == 1 {
				panic("no")
			}
		})
	})
	if p, is := errors.AsType[*budget.Panic](err); !is || p.Value != "no" {
		t.Errorf("the panic came as %v", err)
	}
}
