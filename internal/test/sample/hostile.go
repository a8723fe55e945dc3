package sample

import "math/rand/v2"

// HostileName is a name that tries to end the comment, the string, the rule or the tag it
// stands in. Few of them would be taken from a user.
func HostileName(r *rand.Rand) string {
	name := ""
	for range 1 + r.IntN(7) {
		name += hostile[r.IntN(len(hostile))]
	}
	return name
}

var hostile = []string{
	"*/", "/*", "**//", "*", "/", "//", "\n", "\r", "\f", "\u2028", "\u0085", "\x00", "-->", "--!>", "--", "-", "->",
	"<!--", "<script>alert(1)</script>", "</title>", "]]>", "`", "${a}", "#{a}", "@import 'a';", "{", "}", `"`, "'",
	`\`, "a", " ", "é", "🐦", "&lt;", ";",
}
