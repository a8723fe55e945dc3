package budget

import "time"

// Time and Memory are what one reading of a text of others may take of a processor and of memory. A person waits for
// it, and a machine that lays out pages has other things to do. The largest stylesheets that we know of take half of
// it. Steps are counted in place of time, so that the same text is always read in the same way, on any machine.
const (
	Time   = 2 * time.Second
	Memory = 256 << 20
)

// Picture is how much memory a picture may take while it is read, in bytes: it is worked out from its size before, by
// what its format needs for each px, which is 15 bytes for a progressive JPEG and at most 8 for others. What is made
// of it then takes the rest.
const Picture = Memory * 3 / 4

// The limits of readings. A step was measured to take 20 to 150 ns, collecting what it leaves behind included, and the
// program itself needs some 40 MB and as much again as it keeps, for what is not collected yet.
//
// What bounds a text before it is read stands with what is read: page.MaxOrigin and kit.MaxSheet, both 4 MiB. What
// bounds the shape of a stylesheet stands in package css: 64 blocks in one another, 256 parts of a selector, 16 KiB of
// a value, 400 custom properties in one, 200,000 rules, 400 imports. The parser of HTML goes 512 elements deep.
// Of the rules that may or may not hold for an element 20 are told, and mending all of a page reads at most 4 MiB anew.
var (
	// Sheets is for reading stylesheets into a kit: their cascade, and what comes of elements with each of their words.
	// A stylesheet of 300 kB takes 3 million steps and 34 MB, one of 2 MB ten million.
	Sheets = Limit{Steps: 16_000_000, Bytes: 112 << 20}

	// Cascade is for reading the stylesheets of a page into rules, once for all of its plans. 4 MB take 12 million
	// steps.
	Cascade = Limit{Steps: 12_000_000, Bytes: 96 << 20}

	// Markup is for reading a page of HTML into a tree. One of 20,000 elements takes a million steps and 44 MB.
	Markup = Limit{Steps: 12_000_000, Bytes: 96 << 20}

	// Plan is for laying a page out by its stylesheets at one width: the style of every element, and its box. A page of
	// 20,000 elements takes 1 to 3 million steps and 20 MB.
	Plan = Limit{Steps: 12_000_000, Bytes: 64 << 20}
)
