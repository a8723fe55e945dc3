package server

import (
	"errors"
	"log/slog"
	"net/http"
	"runtime/debug"

	"kitrows/internal/browser/budget"
)

// recovered answers a request whose handler panics with status 500 and logs where it did; all other requests go on.
func recovered(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			defer func() {
				v := recover()
				if v == nil {
					return
				}
				stack := debug.Stack()
				switch v := v.(type) {
				case *budget.Panic: // of a goroutine that the handler waited for
					stack = v.Stack
				case error:
					if errors.Is(v, http.ErrAbortHandler) {
						panic(v)
					}
				}
				log.ErrorContext(r.Context(), "a request panicked", "method", r.Method, "path", r.URL.Path, "panic", v,
					"stack", string(stack))
				if r.Header.Get("Connection") != "Upgrade" {
					writeProblem(w, http.StatusInternalServerError, "the server could not do this; its log says why")
				}
			}()
			next.ServeHTTP(w, r)
		})
	}
}
