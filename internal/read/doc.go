// Package read is from text of others to what we lay out.
//
// In: the files of a stylesheet, an HTML file, a piece of HTML or Markdown, a picture of a finished design.
//
// Out: a kit with its vocabulary, and where each finding was read (infer); a page whose nodes know their stretch of
// the file (origin); pieces of content (intake); frames in units of a grid, and the grid that fits them (trace).
//
// Where to look:
//
//   - infer: measures what classes do by laying out small trials with flow, then infers columns, breakpoints,
//     gutters, containers and words. rule.go is the way back: the declarations that a rule needs to say a setting.
//   - origin: elements as containers, rows and columns; linked stylesheets; selectors; words kept in data-kr-words
//     while the layout is in mixins.
//   - intake: text that is poured into a page.
//   - trace: empty bands part a picture into frames; the grid is found by least squares.
//
// What never happens here: a file is never changed, and nothing that was not understood is dropped without being
// listed.
package read
