package page

import (
	"bytes"
	"errors"
	"fmt"
	"math"
	"strconv"

	"github.com/go-json-experiment/json/jsontext"

	"kitrows/internal/grid/fault"
	"kitrows/internal/grid/kit"
)

// A Setting is what was set on a row or a column at one breakpoint. It holds from
// there on at every wider one until set again (section 5). Settings are comparable;
// a field that is None is not set here and carries on.
type Setting struct {
	From   string // the breakpoint's name
	set    uint32 // a bit for each field that is set
	fields [NumFields]Value
}

// At is a setting of the breakpoint of that name in which nothing is set yet.
func At(from string) Setting { return Setting{From: from} }

// With is the setting with a field set, or, to None, not set.
func (s Setting) With(f Field, v Value) Setting {
	s.put(f, v)
	return s
}

func (s *Setting) put(f Field, v Value) {
	s.fields[f] = v
	if s.set &^= 1 << f; v.Term != None {
		s.set |= 1 << f
	}
}

// Get is a field's value and whether it is set here.
func (s Setting) Get(f Field) (v Value, set bool) { return s.fields[f], s.fields[f].Term != None }

// Has reports whether one of those fields is set here.
func (s Setting) Has(fields ...Field) bool {
	for _, f := range fields {
		if s.set&(1<<f) != 0 {
			return true
		}
	}
	return false
}

// IsZero reports whether nothing is set.
func (s Setting) IsZero() bool { return s.set == 0 }

// Check refuses a setting of breakpoint i that is not for that kind of node, or
// that its row cannot hold: a width over the row's columns, a skip or trail over
// all but one of them. A row with its parent's units may come to hold fewer than
// what is set; what is then too wide is clipped, not refused.
func (s Setting) Check(k *kit.Kit, i int, row *Node, kind Kind) error {
	var errs []error
	if s.IsZero() {
		errs = append(errs, fault.New("", nil, "something that is set"))
	}
	n := k.ColumnsAt(i).N()
	if row != nil && row.Kind == Row {
		if divides := row.HeldAt(k, i)[Divides].Value; divides == ParentUnits {
			n = kit.MaxColumns // as many as its column spans, which may itself stand in any row
		} else {
			n = max(n, divides.Int())
		}
	}
	for _, f := range written {
		v, set := s.Get(f)
		if set && !f.On(kind) {
			return errors.Join(append(errs, fault.New("", string(kind), "only settings of a %s", kind))...)
		}
		if set {
			errs = append(errs, fault.Under(f.String(), f.Check(v, kind, n)))
		}
	}
	return errors.Join(errs...)
}

// MarshalJSON writes an object of the breakpoint's name and what is set.
func (s Setting) MarshalJSON() ([]byte, error) {
	b, err := jsontext.AppendQuote([]byte(`{"from":`), s.From)
	if err != nil {
		return nil, err
	}
	for _, f := range written {
		v, set := s.Get(f)
		if !set {
			continue
		}
		b = fmt.Appendf(b, ",%q:", specs[f].name)
		if specs[f].form == text {
			b = strconv.AppendQuote(b, v.String())
		} else {
			b = append(b, v.String()...)
		}
	}
	return append(b, '}'), nil
}

// UnmarshalJSON reads what MarshalJSON writes. Fields there are not are refused by
// name, values that no row could have with what there could be.
func (s *Setting) UnmarshalJSON(b []byte) error {
	*s = Setting{}
	d := jsontext.NewDecoder(bytes.NewReader(b))
	if begin, err := d.ReadToken(); err != nil || begin.Kind() != '{' {
		return fault.Found("", string(b), "an object")
	}
	for d.PeekKind() != '}' {
		token, err := d.ReadToken()
		if err != nil {
			return err
		}
		name := token.String()
		value, err := d.ReadValue()
		if err != nil {
			return err
		}
		f, known := FieldNamed(name)
		kind := value.Kind()
		switch {
		case kind == 'n' && (known || name == "from"):
		case name == "from" && kind == '"':
			from, err := jsontext.AppendUnquote(nil, value)
			if err != nil {
				return err
			}
			s.From = string(from)
		case name == "from":
			return fault.Found(name, string(value), "a text")
		case !known:
			return fault.New(name, nil, "no such field: this version does not know it")
		default:
			v, err := f.parseJSON(value)
			if err != nil {
				return fault.Under(name, err)
			}
			s.put(f, v)
		}
	}
	return nil
}

// parseJSON reads a field's value.
func (f Field) parseJSON(value jsontext.Value) (Value, error) {
	kind := value.Kind()
	switch x := &specs[f]; {
	case x.form == truth && (kind == 't' || kind == 'f'):
		return f.Parse(string(value))
	case x.form == truth:
		return Value{}, fault.Found("", string(value), "true or false")
	case x.form == whole:
		// Which numbers a row can hold is for Check to say.
		n, err := strconv.Atoi(string(value))
		if err != nil {
			return Value{}, fault.Found("", string(value), "a whole number")
		}
		return Of(min(max(n, -math.MaxInt16), math.MaxInt16)), nil
	case kind != '"':
		return Value{}, fault.Found("", string(value), "a text")
	}
	words, err := jsontext.AppendUnquote(nil, value)
	if err != nil {
		return Value{}, err
	}
	return f.Parse(string(words))
}
