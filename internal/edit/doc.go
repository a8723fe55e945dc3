// Package edit changes a project by operations, each checked and each with an inverse that undoes it.
//
// In: a project and an operation: what the screen sends, what the journal keeps and what undo applies.
//
// Out: the next project, which shares what did not change, and the inverse; or why the operation is refused.
//
// Where to look:
//
//   - operation.go: all operations, with the texts of the API's description. apply.go: doing one.
//   - tree.go, wrap.go, part.go: nodes. settings.go: what is typed in cells. content.go: blocks. kit.go, recast.go:
//     kits.
//   - source.go: the file of a page that came as HTML, which write/rewrite changes.
//
// What never happens here: nothing depends on the time or on chance. An operation makes the same project whenever it is
// applied, ids included.
package edit
