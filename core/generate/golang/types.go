package golang

import (
	"math/big"
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// primitiveTypes: exact types for decimals and money.
var primitiveTypes = map[string]string{
	"Text": "string", "Integer": "int64", "Decimal": "*big.Rat", "Money": "*big.Rat", "Boolean": "bool",
	"Date": "time.Time", "Time": "time.Time", "Instant": "time.Time", "Duration": "time.Duration",
	"Identifier": "string", "Binary": "[]byte", "Geometry": "string",
}

// imports collects what a file needs.
type imports map[string]bool

func (im imports) typ(s string) string {
	if strings.Contains(s, "big.") {
		im["math/big"] = true
	}
	if strings.Contains(s, "time.") {
		im["time"] = true
	}
	return s
}

func (im imports) list() []string {
	var out []string
	for _, path := range []string{"errors", "fmt", "math/big", "slices", "time"} {
		if im[path] {
			out = append(out, path)
		}
	}
	return out
}

// single is the type of one value.
func (g *generator) single(r generate.TypeRef) string {
	switch {
	case r.Primitive != "":
		return primitiveTypes[r.Primitive]
	case r.Type == nil:
		return "any"
	case r.Type.Kind == model.Enumeration || r.Type.Kind == model.Interface || polymorphic(r.Type):
		return g.ref[r.Type]
	}
	return "*" + g.struct_[r.Type]
}

// typeOf is the type of a member, parameter or result.
func (g *generator) typeOf(r generate.TypeRef) string {
	t := g.single(r)
	switch {
	case r.Many:
		return "[]" + t
	case r.Optional && !nilable(t, r):
		return "*" + t
	}
	return t
}

// nilable types can say "none" without a pointer more.
func nilable(t string, r generate.TypeRef) bool {
	if strings.HasPrefix(t, "*") || strings.HasPrefix(t, "[]") || t == "any" {
		return true
	}
	return r.Type != nil && r.Type.Kind != model.Enumeration
}

// defaultValue translates a default into Go where that can be done for certain.
func defaultValue(text string, r generate.TypeRef, goType string) (string, bool) {
	text = strings.TrimSpace(text)
	switch goType {
	case "string":
		if s, err := strconv.Unquote(text); err == nil {
			return strconv.Quote(s), true
		}
	case "bool":
		if b := strings.ToLower(text); b == "true" || b == "false" {
			return b, true
		}
	case "int64":
		if n, err := strconv.ParseInt(text, 10, 64); err == nil {
			return strconv.FormatInt(n, 10), true
		}
	case "*big.Rat":
		if v, ok := new(big.Rat).SetString(text); ok && len(text) < 40 && v.Denom().IsInt64() && v.Num().IsInt64() {
			return "big.NewRat(" + v.Num().String() + ", " + v.Denom().String() + ")", true
		}
	}
	return "", false
}

func quoted(s string) string { return strconv.Quote(s) }
