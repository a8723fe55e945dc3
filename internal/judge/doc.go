// Package judge is what is wrong with a page, and what would be better.
//
// In: a plan, and the source of a page that came as HTML.
//
// Out: findings with their place and fixes (check); widths for narrower breakpoints from those of one (fill); what
// moves between two plans, and at which widths (compare).
//
// What never happens here: nothing is changed. A fix is an operation that the user applies.
package judge
