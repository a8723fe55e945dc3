// Package grid is what is laid out: the grid, the page on it, and the words for both.
//
// In: a kit and a page, as values.
//
// Out: the widths of containers, columns and gutters at a viewport (kit); the tree of a page, its settings at each
// breakpoint and the rules that it keeps (page); what a class means, and which classes mean what is wanted (vocab);
// what a person types in a cell (notation).
//
// Where to look:
//
//   - fault: the one error that users see. It names the field, what was found and what would be right.
//   - kit: columns, breakpoints, gutters, naming templates; facts and the finder.
//   - page: nodes, content, and field.go, the table of everything that can be set.
//   - prose: the words of texts, with line breaks and the elements that stand in a line.
//   - vocab: words with their effects. Read says what a list of classes means, Choose gives the fewest that mean it.
//     Our own kits' words come from templates (own.go), those of a stylesheet from what was read of it (imported.go),
//     those of a page's own rules from both (ruled.go).
//   - notation: cells such as 2_6 and row recipes such as "4 8".
//
// What never happens here: no text of others is read, no box is placed, nothing is written.
package grid
