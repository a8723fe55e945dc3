package sample

import "os"

// Rounds is how many of so many random cases a test tries: a third, so that the suite takes minutes; all of them where
// TRIAL is set, as make trial does.
func Rounds(all int) int {
	if Trial() {
		return all
	}
	return (all + 2) / 3
}

// Trial reports whether tests try all that they have, as make trial does.
func Trial() bool { return os.Getenv("TRIAL") != "" }
