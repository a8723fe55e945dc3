package intake

import (
	"context"
	"strings"
	"testing"
	"time"
)

// What would take minutes is stopped at the deadline, and what cannot be stopped is refused.
func TestTextsThatTakeLong(t *testing.T) {
	ctx, end := context.WithDeadline(t.Context(), time.Now().Add(20*time.Millisecond))
	defer end()
	many := func(part string) string { return strings.Repeat(part, MaxText/len(part)) }
	paragraphs := func(part string) string { return many(strings.Repeat(part, 20_000/len(part)) + "\n\n") }
	for name, c := range map[string]struct {
		read       func(context.Context, string) ([]Piece, []string, error)
		text, want string
	}{
		"links":                {FromMarkdown, paragraphs("[a]("), "in the time there is"},
		"lists in one another": {FromMarkdown, many("- a\n  - b\n"), "in the time there is"},
		"elements left open":   {FromHTML, many("<a>"), "in the time there is"},
		"formatting":           {FromHTML, many("<b><i>"), "in the time there is"},
		"one paragraph":        {FromMarkdown, many("**a ["), "line 1\", want at most 30000 signs of Markdown"},
		"one line of quotes": {FromMarkdown, "a\n\n" + strings.Repeat("> ", 5000),
			"line 3\", want lists and quotes at most 200 deep"},
		"one line of lists": {FromMarkdown, strings.Repeat("1. ", 5000), "lists and quotes at most 200 deep"},
	} {
		if _, _, err := c.read(ctx, c.text); err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, want %s", name, err, c.want)
		}
	}
	if _, _, err := FromHTML(t.Context(), strings.Repeat("<p>a", MaxPieces+1)); err == nil ||
		!strings.Contains(err.Error(), "at most 2000 headings") {
		t.Errorf("many pieces: %v", err)
	}
	picture := "![a](data:image/png;base64," + strings.Repeat("iVBORw0KGgo+/", 40_000) + ")"
	if pieces, _, err := FromMarkdown(t.Context(), picture); err != nil || len(pieces) != 1 {
		t.Errorf("a picture of half a megabyte: %d pieces, %v", len(pieces), err)
	}
}
