// Package test is support for tests: random kits, stylesheets, names and pages (sample), and the rooms' order (rooms).
// The program does not import it.
package test
