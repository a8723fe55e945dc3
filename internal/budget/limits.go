package budget

import "time"

// Time and Memory are what the reading of one text of others may take of a processor and of memory. A person waits for
// it, and a machine that lays out pages has other things to do; the largest stylesheets and pages that we know take a
// twentieth of both. Steps are counted in place of time, so that the same text is always read in the same way.
const (
	Time   = 2 * time.Second
	Memory = 256 << 20
)

// The limits of readings. Half of Memory is for what is kept while reading, the other half for what the collector has
// not freed yet.
var (
	// Sheets is for reading stylesheets into a kit: their cascade, and what comes of elements with each of their words.
	Sheets = Limit{Steps: 60_000_000, Bytes: Memory / 4}
	// Cascade is for reading the stylesheets of a page into rules, once for all of its plans.
	Cascade = Limit{Steps: 30_000_000, Bytes: Memory / 4}
	// Markup is for reading a page of HTML into a tree and its nodes.
	Markup = Limit{Steps: 30_000_000, Bytes: Memory / 4}
	// Plan is for laying a page out by its stylesheets at one width: the style of every element, and its box.
	Plan = Limit{Steps: 60_000_000, Bytes: Memory / 4}
)
