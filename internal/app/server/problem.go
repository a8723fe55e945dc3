package server

import (
	"context"
	"errors"
	"net/http"
	"strconv"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-json-experiment/json"

	"kitrows/internal/app/store"
	"kitrows/internal/grid/fault"
)

// A Problem is the body of every error answer (problem+json, RFC 9457).
type Problem struct {
	Title    string  `json:"title"`
	Status   int     `json:"status"`
	Detail   string  `json:"detail" doc:"What is wrong, for a person."`
	Errors   []Wrong `json:"errors,omitempty" doc:"The wrong fields, one by one."`
	Revision int     `json:"revision,omitempty" doc:"With status 409: the project's current revision."`
	Changed  bool    `json:"changed,omitempty" doc:"With 409: what the edit is about has changed since; it was not made."`
	Done     bool    `json:"done,omitempty" doc:"With status 409: the change was made already, when it was sent before."`
}

// A Wrong is one wrong field.
type Wrong struct {
	Field string `json:"field"`
	Found string `json:"found"`
	Want  string `json:"want"`
	At    int    `json:"at,omitempty" doc:"The character of a typed text it is about, from 1."`
	Offer string `json:"offer,omitempty" enum:"ownRules" doc:"What would make it possible: rules of the page's own."`
}

func (p *Problem) Error() string             { return p.Detail }
func (p *Problem) GetStatus() int            { return p.Status }
func (p *Problem) ContentType(string) string { return "application/problem+json" }

func init() { huma.NewError = newProblem }

// newProblem makes huma's own errors Problems too.
func newProblem(status int, message string, errs ...error) huma.StatusError {
	p := &Problem{Title: http.StatusText(status), Status: status, Detail: message}
	for _, err := range errs {
		var detail *huma.ErrorDetail
		if errors.As(err, &detail) {
			found, _ := json.Marshal(detail.Value)
			if len(found) > 60 {
				found = found[:60]
			}
			p.Errors = append(p.Errors, Wrong{Field: detail.Location, Found: string(found), Want: detail.Message})
			p.Detail += ": " + detail.Location + ": " + detail.Message
		} else if err != nil {
			p.Detail += ": " + err.Error()
		}
	}
	return p
}

// statusGone is what is answered, to nobody, where the client has gone: its work was
// stopped.
const statusGone = 499

// problem says to the client what err means: a stale revision, an unknown
// project, trouble with the disk, or wrong fields. Anything else is logged and answered as our fault.
func (v *Server) problem(ctx context.Context, err error) error {
	var stale *store.StaleError
	var done *store.DoneError
	var trouble *store.TroubleError
	switch faults := fault.All(err); {
	case err == nil:
		return nil
	case ctx.Err() != nil:
		return newProblem(statusGone, "the client has gone")
	case errors.As(err, &stale):
		return &Problem{Title: "Made on an older revision", Status: http.StatusConflict, Detail: stale.Error(),
			Revision: stale.Current, Changed: stale.Changed}
	case errors.As(err, &done):
		return &Problem{Title: "Made already", Status: http.StatusConflict, Detail: done.Error(), Done: true}
	case errors.Is(err, store.ErrNotFound):
		return newProblem(http.StatusNotFound, err.Error())
	case errors.As(err, &trouble):
		v.log.ErrorContext(ctx, "the store is in trouble", "error", trouble.Unwrap())
		status := http.StatusServiceUnavailable
		if trouble.Full {
			status = http.StatusInsufficientStorage
		}
		return &Problem{Title: "Not saved", Status: status, Detail: trouble.Said}
	case len(faults) > 0:
		p := &Problem{Title: "Refused", Status: http.StatusUnprocessableEntity, Detail: faults[0].Error()}
		for _, f := range faults {
			p.Errors = append(p.Errors, Wrong(*f))
		}
		return p
	}
	v.log.ErrorContext(ctx, "request failed", "error", err)
	return newProblem(http.StatusInternalServerError, "the server could not do this; its log says why")
}

// writeProblem answers outside the API's typed handlers.
func writeProblem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.MarshalWrite(w, &Problem{Title: http.StatusText(status), Status: status, Detail: detail})
}

func quote(s string) string { return strconv.Quote(s[:min(len(s), 60)]) }
