// Package browser is what a browser makes of text.
//
// In: the text of stylesheets and of HTML files, in any state, and the width of a viewport.
//
// Out: trees that know where in the text each part stands (css, markup); which declaration wins for an element (css);
// the boxes of elements, as Chromium lays them out (flow); the smallest edits that turn one text into another (markup).
//
// Where to look:
//
//   - budget: what reading other people's text may take. All bounds and their reasons are in limits.go.
//   - lines: the line and column of a place in a text.
//   - measure: lengths in px that grow with the viewport, and how a browser rounds them.
//   - css: reading, selectors, media queries, values, the cascade, printing.
//   - markup: HTML as a tree, faults in it, edits to it.
//   - flow: block, float, flexible and grid layout. honour.go lists the properties that are worked out.
//
// What never happens here: nothing knows of kits, pages or projects. Nothing reads a file or asks for the time. No
// reading goes on past its budget.
package browser
