package edit

import (
	"fmt"
	"slices"
	"strings"

	"kitrows/internal/browser/markup"
	"kitrows/internal/grid/fault"
	"kitrows/internal/read/origin"
)

// Lines puts lines in the place of others of a page's file, as the code panel shows it: what was typed there. Lines
// that stay the same keep their bytes, and new ones end as those around them.
type Lines struct {
	From int      `json:"from" minimum:"1" doc:"The first line to replace; with nothing replaced, the line to put before."`
	Was  []string `json:"was" maxItems:"200000" doc:"The lines that are replaced. It is refused where others stand there."`
	Now  []string `json:"now" maxItems:"200000" doc:"The lines in their place."`
}

func (l *Lines) apply(e *editor) error {
	if err := keeperOf(e.page).file("page", ""); err != nil {
		return err
	}
	had := e.page.Origin
	file := markup.NewSource(origin.File(had))
	edits, err := l.edits(file.Text())
	if err != nil {
		return err
	}
	next, err := origin.Taken(had, markup.Spliced(file.Bytes, file.Splices(edits)))
	if err != nil {
		return err
	}
	written := Source{Stretches: Stretches(markup.Difference(had.Bytes(), next)), Summary: "Type in " + e.page.File}
	return written.apply(e)
}

// edits are the changes by which a text has the lines.
func (l *Lines) edits(text string) ([]markup.Edit, error) {
	all := linesOf(text)
	at := l.From - 1
	if at < 0 || at+len(l.Was) > len(all) {
		return nil, fault.New("from", l.From, "lines of a file that has %d", len(all))
	}
	for i, was := range l.Was {
		if now := all[at+i].text; now != was {
			return nil, fault.New("was", now, "line %d as it was when it was changed: %q", l.From+i, was)
		}
	}
	if i := slices.IndexFunc(l.Now, func(s string) bool { return strings.ContainsAny(s, "\r\n") }); i >= 0 {
		return nil, fault.New(fmt.Sprintf("now[%d]", i), l.Now[i], "one line")
	}
	first := max(0, at-1) // the line before may get an end
	had := all[first : at+len(l.Was)]
	from := 0
	for _, before := range all[:first] {
		from += len(before.text + before.end)
	}
	was := joined(had)
	return markup.Differing(was, joined(retyped(had[:at-first], had[at-first:], l.Now)), from), nil
}

// retyped are lines before, and after them others in the place of some: each ends as the one whose place it takes, and
// more of them as the line before.
func retyped(before, was []line, now []string) []line {
	all := slices.Clone(before)
	end := "\n"
	for _, l := range slices.Concat(before, was) {
		if l.end != "" {
			end = l.end
			break
		}
	}
	for i, text := range now {
		next := line{text, end}
		switch {
		case i == len(now)-1 && len(was) > 0:
			next.end = was[len(was)-1].end
		case i == len(now)-1 && len(before) > 0:
			next.end = before[len(before)-1].end
		case i < len(was) && was[i].end != "":
			next.end = was[i].end
		}
		if last := len(all) - 1; last >= 0 && all[last].end == "" {
			all[last].end = end
		}
		all = append(all, next)
	}
	return all
}

// A line of a text, and how it ends: with CR, LF or both, or as the last one with nothing.
type line struct{ text, end string }

func linesOf(text string) (all []line) {
	for {
		at := strings.IndexAny(text, "\r\n")
		if at < 0 {
			if text != "" || len(all) == 0 {
				all = append(all, line{text, ""})
			}
			return all
		}
		end := text[at : at+1]
		if strings.HasPrefix(text[at:], "\r\n") {
			end = "\r\n"
		}
		all = append(all, line{text[:at], end})
		text = text[at+len(end):]
	}
}

func joined(all []line) string {
	var b strings.Builder
	for _, l := range all {
		b.WriteString(l.text)
		b.WriteString(l.end)
	}
	return b.String()
}
