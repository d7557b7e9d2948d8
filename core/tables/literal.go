package tables

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/model"
)

var (
	wholeNumber   = regexp.MustCompile(`^[+-]?\d{1,18}$`)
	decimalNumber = regexp.MustCompile(`^[+-]?\d{1,18}(\.\d{1,10})?$`)
	isoDate       = regexp.MustCompile(`^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$`)
	isoTime       = regexp.MustCompile(`^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$`)
	uuid          = regexp.MustCompile(`^[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}$`)
)

// literal reads a default as a value of a type, quotes around a text left out; ok is false where
// it is none.
func literal(text string, t Type) (v Value, ok bool) {
	text = strings.TrimSpace(text)
	unquoted := text
	if n := len(text); n >= 2 && (text[0] == '"' || text[0] == '\'') && text[n-1] == text[0] {
		unquoted = text[1 : n-1]
	}
	if e := t.Enumeration; e != nil {
		word := unquoted[strings.LastIndex(unquoted, ".")+1:]
		for i, name := range e.Names {
			if model.NormalForm(name) == model.NormalForm(word) {
				return e.Values[i], true
			}
		}
		if i := slices.IndexFunc(e.Values, func(v Value) bool { return v.Text == word }); i >= 0 {
			return e.Values[i], true
		}
		return v, false
	}
	now := strings.ToLower(strings.TrimSuffix(strings.TrimSpace(unquoted), "()"))
	switch t.Primitive {
	case "Text":
		return Value{unquoted, TextValue}, true
	case "Integer":
		return Value{strings.TrimPrefix(unquoted, "+"), NumberValue}, wholeNumber.MatchString(unquoted)
	case "Decimal", "Money":
		return Value{strings.TrimPrefix(unquoted, "+"), NumberValue}, decimalNumber.MatchString(unquoted)
	case "Boolean":
		switch strings.ToLower(unquoted) {
		case "true", "yes":
			return Value{"true", TruthValue}, true
		case "false", "no":
			return Value{"false", TruthValue}, true
		}
	case "Date":
		if now == "today" || now == "now" {
			return Value{"now", NowValue}, true
		}
		return Value{unquoted, TextValue}, isoDate.MatchString(unquoted)
	case "Instant":
		return Value{"now", NowValue}, now == "now"
	case "Time":
		if now == "now" {
			return Value{"now", NowValue}, true
		}
		return Value{unquoted, TextValue}, isoTime.MatchString(unquoted)
	case "Identifier":
		return Value{strings.ToLower(unquoted), TextValue}, uuid.MatchString(unquoted)
	}
	return v, false
}
