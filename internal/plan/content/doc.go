// Package content says how large what stands in columns is: as a browser measured it in the code as it is taken away,
// else as the advance widths of a font that ships tell (section 6.11). Blocks that stand together in a column, with no
// row between them, are one run: a browser lays them out together, with margins that collapse and pictures in lines.
//
// Measures come in by what they depend on, and go out by the width that is asked for. The package never lays out rows,
// and does not know where measures are kept.
package content
