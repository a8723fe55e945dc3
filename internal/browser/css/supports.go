package css

import (
	"strings"

	"kitrows/internal/browser/budget"
)

// Supports reports whether browsers of today support what an @supports asks for: of a property whose values expand
// knows, those; of one that it does not know it cannot be told; every other, but not those with another maker's prefix.
func Supports(b *budget.Budget, condition string, expand Expand) Truth {
	b.Step(len(condition) / 2)
	s := supports{text: strings.TrimSpace(condition), budget: b, expand: expand}
	t := s.all(0)
	if strings.TrimSpace(s.text) != "" {
		return Doubt
	}
	return t
}

type supports struct {
	text   string
	budget *budget.Budget
	expand Expand
}

func (s *supports) word(word string) bool {
	s.text = strings.TrimSpace(s.text)
	if len(s.text) > len(word) && strings.EqualFold(s.text[:len(word)], word) &&
		(s.text[len(word)] == ' ' || s.text[len(word)] == '(' || s.text[len(word)] == '\n') {
		s.text = s.text[len(word):]
		return true
	}
	return false
}

func (s *supports) all(deep int) Truth {
	if deep > deepest {
		return Doubt
	}
	if s.word("not") {
		return s.one(deep).not()
	}
	t := s.one(deep)
	for {
		switch {
		case s.word("and"):
			t = min(t, s.one(deep))
		case s.word("or"):
			t = max(t, s.one(deep))
		default:
			return t
		}
	}
}

// one reads what stands in parentheses.
func (s *supports) one(deep int) Truth {
	s.text = strings.TrimSpace(s.text)
	open := strings.IndexByte(s.text, '(')
	if open < 0 {
		s.text = ""
		return Doubt
	}
	name, end := strings.ToLower(s.text[:open]), shut(s.text, open)
	inner := strings.TrimSpace(strings.TrimSuffix(s.text[open+1:end], ")"))
	s.text = s.text[end:]
	switch {
	case name == "selector":
		if _, err := ParseSelectors(s.budget, inner); err != nil {
			return No
		}
		return Yes
	case name != "":
		return Doubt
	}
	property, value, declares := strings.Cut(inner, ":")
	if declares && !strings.HasPrefix(inner, "(") && !strings.HasPrefix(strings.ToLower(inner), "not") {
		property = strings.ToLower(strings.TrimSpace(property))
		value = strings.ToLower(strings.TrimSpace(value))
		switch {
		case strings.HasPrefix(property, "--"):
			return Yes
		case strings.HasPrefix(property, "-ms-") || strings.HasPrefix(property, "-moz-") ||
			strings.HasPrefix(property, "-o-"),
			strings.HasPrefix(value, "-ms-") || strings.HasPrefix(value, "-moz-") || value == "":
			return No
		case strings.HasPrefix(property, "-webkit-") || strings.HasPrefix(value, "-webkit-"):
			return Doubt
		}
		if s.expand == nil {
			return Yes
		}
		all, ok := s.expand(property, value)
		switch {
		case !ok:
			return No
		case len(all) > 0 && all[0].Unplanned:
			return Doubt
		}
		return Yes
	}
	s.budget.Step(len(inner) / 2)
	in := supports{text: inner, budget: s.budget, expand: s.expand}
	t := in.all(deep + 1)
	if strings.TrimSpace(in.text) != "" {
		return Doubt
	}
	return t
}
