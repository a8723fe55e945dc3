// Package plan is where every box is, and why.
//
// In: a kit, a page and the width of a viewport.
//
// Out: the box of every node, the lines of every row with what they add up to, the widths at which lines change, and
// the arithmetic behind one box.
//
// Where to look:
//
//   - layout: the plan. Row.Break (row.go) decides whether a column wraps. Rows that are made here are placed by the
//     kit's tracks.
//   - foreign: pages whose boxes go by a stylesheet: those on an imported kit and those that came as HTML. It makes
//     their elements, lays them out with flow, and says which boxes are only estimated.
//   - content: how large texts and pictures are, as a browser measured them, else estimated.
//
// What never happens here: no class or text is written. Tests compare every kind of page with Chromium.
package plan
