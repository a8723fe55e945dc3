package main

import "testing"

func TestPrintable(t *testing.T) {
	if got, want := printable("caf\u00e9 \x1b[31m\n\u202e.html"), `caf`+"\u00e9"+
		` \u001b[31m\u000a\u202e.html`; got != want {
		t.Errorf("%q, want %q", got, want)
	}
}
