package project

import (
	"bytes"
	"encoding"
	"errors"
	"fmt"
	"io"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/grid/fault"
	"kitrows/internal/read/origin"
)

// Encode writes the project file: JSON with fields in a fixed order, two-space
// indents and a closing newline. Decoding it and encoding it again gives the
// same bytes.
func (p *Project) Encode() ([]byte, error) {
	b, err := json.Marshal(p, jsontext.WithIndent("  "))
	if err != nil {
		return nil, err
	}
	return append(b, '\n'), nil
}

// Decode reads a project file of this version or an older one and checks it. It
// refuses unknown and doubled fields, newer versions, and everything Check refuses, naming each place; the
// error then holds fault.Faults. A file over MaxFile, or over MaxBytes without its pictures, is
// refused unread.
func Decode(r io.Reader) (*Project, error) {
	b, err := io.ReadAll(io.LimitReader(r, MaxFile+1))
	if err != nil {
		return nil, err
	}
	if len(b) > MaxFile {
		return nil, fault.New("", fmt.Sprintf("over %d bytes", MaxFile), "a project file of at most %d MiB",
			MaxFile>>20)
	}
	if len(b) > MaxBytes {
		if n := lenWithoutPictures(b); n > MaxBytes {
			return nil, fault.New("", fmt.Sprintf("%d bytes", n),
				"a project file of at most %d MiB without its pictures", MaxBytes>>20)
		}
	}
	p, err := Reread(b)
	if err != nil {
		return nil, err
	}
	if err := p.Check(); err != nil {
		return nil, err
	}
	for _, pg := range origin.Pages(p.Pages) { // what stands on them, their files say
		p.Pages[slices.Index(p.Pages, pg)] = origin.Again(pg, p.Kit(pg.Kit), pg.Origin, origin.Here(pg))
	}
	origin.Together(p.Pages)
	return p, nil
}

// Reread reads a project file that Encode wrote of a project that had passed its
// Check, by this version or one before, and does not check it again. It refuses one of a
// later version. Further options say how else parts of it may be written.
func Reread(b []byte, how ...json.Options) (*Project, error) {
	p := new(Project)
	err := DecodeStrict(upgraded(b), p, how...)
	if err == nil && p.Version == Version {
		return p, nil
	}
	var head struct {
		Version int `json:"version"`
	}
	if json.Unmarshal(b, &head) == nil && head.Version > Version {
		return nil, fault.New("version", head.Version, "%d or less: a later version of Kit Rows wrote this file",
			Version)
	}
	if err != nil {
		return nil, err
	}
	return p, nil
}

// DecodeStrict reads JSON into v, refusing unknown and doubled fields and values
// of a wrong type with a fault.Fault that names the place.
func DecodeStrict(b []byte, v any, how ...json.Options) error {
	err := json.Unmarshal(b, v, append(how, json.RejectUnknownMembers(true))...)
	if err == nil {
		return nil
	}
	if semantic, ok := errors.AsType[*json.SemanticError](err); ok {
		place := fieldPath(semantic.JSONPointer)
		if errors.Is(err, json.ErrUnknownName) {
			return fault.New(place, nil, "no such field: this version does not know it")
		}
		if inner := fault.All(semantic.Err); len(inner) > 0 {
			return fault.Under(place, semantic.Err)
		}
		return &fault.Fault{Field: place, Found: found(semantic), Want: wanted(semantic)}
	}
	if syntax, ok := errors.AsType[*jsontext.SyntacticError](err); ok {
		line, column := position(b, syntax.ByteOffset)
		found := fmt.Sprintf("line %d, column %d", line, column)
		return &fault.Fault{Field: fieldPath(syntax.JSONPointer), Found: found + ": " + syntax.Err.Error(),
			Want: "JSON"}
	}
	return fault.New("", err.Error(), "JSON")
}

// pictureData is where a project file holds a picture's file.
var pictureData = regexp.MustCompile(`^/pictures/[0-9]+/data$`)

// lenWithoutPictures is the length of a project file without what its pictures' files take.
func lenWithoutPictures(b []byte) int {
	n := len(b)
	for d := jsontext.NewDecoder(bytes.NewReader(b)); ; {
		value, err := d.ReadToken()
		if err != nil {
			return n // where it is no JSON is told when it is read
		}
		if value.Kind() == '"' {
			if written := len(value.String()); written > 256 && pictureData.MatchString(string(d.StackPointer())) {
				n -= written
			}
		}
	}
}

var textual = reflect.TypeFor[encoding.TextUnmarshaler]()

// wanted is what kind of value there should be.
func wanted(e *json.SemanticError) string {
	if e.GoType == nil {
		return "another value"
	}
	if reflect.PointerTo(e.GoType).Implements(textual) {
		return "a text"
	}
	switch e.GoType.Kind() {
	case reflect.Int, reflect.Int64:
		return "a whole number"
	case reflect.Float64:
		return "a number"
	case reflect.String:
		return "a text"
	case reflect.Bool:
		return "true or false"
	case reflect.Slice:
		return "a list"
	case reflect.Struct, reflect.Pointer, reflect.Map:
		return "an object"
	}
	return "a " + e.GoType.Name()
}

// found is the value there is, or what kind of value it is.
func found(e *json.SemanticError) string {
	if len(e.JSONValue) > 0 {
		return string(e.JSONValue)
	}
	switch e.JSONKind {
	case '"':
		return "a text"
	case '0':
		return "a number"
	case '{':
		return "an object"
	case '[':
		return "a list"
	}
	return e.JSONKind.String()
}

var indexPattern = regexp.MustCompile(`^[0-9]+$`)

// fieldPath writes a JSON pointer as the path people read: pages[0].body[2].name.
func fieldPath(pointer jsontext.Pointer) string {
	var b strings.Builder
	for token := range pointer.Tokens() {
		switch {
		case indexPattern.MatchString(token):
			b.WriteString("[" + token + "]")
		case b.Len() > 0:
			b.WriteString("." + clean(token))
		default:
			b.WriteString(clean(token))
		}
	}
	return b.String()
}

func clean(token string) string {
	if len(token) > 60 {
		token = token[:60]
	}
	quoted := strconv.Quote(token)
	return quoted[1 : len(quoted)-1]
}

func position(b []byte, offset int64) (line, column int) {
	before := string(b[:min(int(offset), len(b))])
	line = strings.Count(before, "\n") + 1
	return line, len(before) - strings.LastIndexByte(before, '\n')
}
