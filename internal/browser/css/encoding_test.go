package css_test

import (
	"strings"
	"testing"

	"kitrows/internal/browser/css"
)

// A stylesheet is read in the encoding that a browser reads it in, and another text is written in that.
func TestEncodings(t *testing.T) {
	for name, c := range map[string]struct {
		bytes, around string
		text          string
		written       string // with another class in it; or why it cannot be
	}{
		"plain":       {".é{}", "", ".é{}", ".é{}.ü{}"},
		"of its page": {".\xe9{}", "windows-1252", ".é{}", ".\xe9{}.\xfc{}"},
		"declared": {"@charset \"latin1\";.\xe9{}", "utf-8", "@charset \"latin1\";.é{}",
			"@charset \"latin1\";.\xe9{}.\xfc{}"},
		"declared as no encoding": {"@charset \"tern\";.é{}", "", "@charset \"tern\";.é{}", "@charset \"tern\";.é{}.ü{}"},
		"declared UTF-16, and none": {"@charset \"utf-16le\";.é{}", "windows-1252", "@charset \"utf-16le\";.é{}",
			"@charset \"utf-16le\";.é{}.ü{}"},
		"not declared as it must be": {"@charset 'latin1';.é{}", "", "@charset 'latin1';.é{}",
			"@charset 'latin1';.é{}.ü{}"},
		"marked":         {"\ufeff.é{}", "windows-1252", "\ufeff.é{}", "\ufeff.é{}.ü{}"},
		"marked, UTF-16": {"\xff\xfe.\x00\xe9\x00", "", ".é", "\xff\xfe.\x00\xe9\x00.\x00\xfc\x00{\x00}\x00"},
		"no UTF-8":       {".\xe9{}", "", ".\ufffd{}", "no UTF-8"},
		"cut off":        {".\x82", "shift_jis", ".\ufffd", "none of its encoding"},
	} {
		text := css.Decode([]byte(c.bytes), c.around)
		if text != c.text {
			t.Errorf("%s: read as %q, want %q", name, text, c.text)
		}
		out, err := css.Encode(text+".ü{}", []byte(c.bytes), c.around)
		if err != nil && !strings.Contains(err.Error(), c.written) || err == nil && string(out) != c.written {
			t.Errorf("%s: written as %q, %v, want %q", name, out, err, c.written)
		}
	}
	if out, err := css.Encode("a::after{content:'→'}", []byte(".\xe9{}"), "windows-1252"); err == nil {
		t.Errorf("an arrow is written as %q", out)
	}
}
