// Package trace reads the picture of a finished design, and frames drawn over it, as columns of a grid: which frames
// there are, which units each takes and by how much it is off, and which grid fits them best (domain section 12).
package trace
