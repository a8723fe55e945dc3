package sample

import (
	"slices"
	"strconv"

	"github.com/go-json-experiment/json"
)

// Patched is a value as JSON to which a delta is done, both as JSON: the delta's head, with what is new put into the
// lists that the value has, and what is as before.
func Patched(from, delta []byte) ([]byte, error) {
	var had any
	var d struct {
		Head  any
		Lists []struct {
			Path []string
			Runs []struct {
				At, Gone int
				Put      []any
			}
		}
		Same [][]string
	}
	if err := json.Unmarshal(from, &had); err != nil {
		return nil, err
	}
	if err := json.Unmarshal(delta, &d, json.MatchCaseInsensitiveNames(true)); err != nil {
		return nil, err
	}
	for _, list := range d.Lists {
		all := slices.Clone(at(had, list.Path).([]any))
		for _, r := range list.Runs {
			all = slices.Replace(all, r.At, r.At+r.Gone, r.Put...)
		}
		put(d.Head, list.Path, all)
	}
	for _, path := range d.Same {
		put(d.Head, path, at(had, path))
	}
	return json.Marshal(d.Head, json.Deterministic(true))
}

// at is what a path leads to.
func at(value any, path []string) any {
	for _, name := range path {
		switch v := value.(type) {
		case map[string]any:
			value = v[name]
		case []any:
			i, _ := strconv.Atoi(name)
			value = v[i]
		}
	}
	return value
}

// put puts a value where a path leads to, whose last name is that of a field.
func put(value any, path []string, to any) {
	last := len(path) - 1
	at(value, path[:last]).(map[string]any)[path[last]] = to
}
