package demo

import (
	"bytes"
	"testing"
)

func TestFileIsInItsWrittenForm(t *testing.T) {
	p, err := Project()
	if err != nil {
		t.Fatal(err)
	}
	written, err := p.Encode()
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(written, File()) {
		t.Error("gullwing-point.kitrows.json is not as Encode writes it")
	}
}
