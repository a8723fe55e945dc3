package budget

import "sync"

// A Once keeps a value that is worked out when it is first asked for. What gives an error is not kept, such as when
// nobody waited for it any more: the next who asks has it worked out again.
type Once struct {
	mu    sync.Mutex
	value any
}

// Do gives the value: what was worked out before, or what make gives.
func (o *Once) Do(make func() (any, error)) (any, error) {
	o.mu.Lock()
	defer o.mu.Unlock()
	if o.value == nil {
		value, err := make()
		if err != nil {
			return nil, err
		}
		o.value = value
	}
	return o.value, nil
}
