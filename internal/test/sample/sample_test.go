package sample

import "testing"

func TestProjectsPassTheirCheck(t *testing.T) {
	r := New(1)
	for range 300 {
		if err := Project(r).Check(); err != nil {
			t.Fatal(err)
		}
	}
}
