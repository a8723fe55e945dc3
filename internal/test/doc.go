// Package test is support for tests: random kits, stylesheets, names and pages (sample), the rooms' order (rooms),
// and that every setting has all its parts (settings).
// The program does not import it.
package test
