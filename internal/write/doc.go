// Package write is from a page to text that people take away.
//
// In: a page with its plan.
//
// Out: markup, stylesheets, mixins, components, archives, sheets to print, and the smallest edits to a file.
//
// Where to look:
//
//   - say: what must be said of each node from each breakpoint on. All forms are written from it.
//   - code: what the forms have in common.
//   - markup: HTML with classes, or with none and selectors for mixins.
//   - sheet: the stylesheet of a kit of ours.
//   - mixin: SCSS, Less and the plain CSS that they compile to.
//   - component: TypeScript components.
//   - ship: the files of each form, documents, archives, costs.
//   - rewrite: which bytes of a file change when its page does.
//   - paper: the grid as PDF, SVG, PNG and CSS background.
//   - review: what a change does to pages, as one page of HTML.
//
// What never happens here: nothing is decided about the layout, and no file is opened.
package write
