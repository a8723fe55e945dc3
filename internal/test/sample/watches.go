package sample

import (
	"fmt"
	"strings"
)

// Watches is a document of so many rows of one column, five elements each, in the words of a kit of ours.
func Watches(rows int) []byte {
	var b strings.Builder
	b.WriteString("<!doctype html><html lang=en><head><title>Tides</title></head><body><main class=kr-frame>\n")
	for i := range rows {
		fmt.Fprintf(&b, "  <div class=\"kr-row\">\n    <div class=\"kr-cell kr-take-%d-mid\">\n      <h2>Watch "+
			"%d</h2>\n      <p>Low water at <b>six</b>.</p>\n    </div>\n  </div>\n", i%12+1, i)
	}
	b.WriteString("</main></body></html>\n")
	return []byte(b.String())
}
