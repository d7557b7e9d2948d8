package golang

import (
	"math/big"
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

var (
	goString  = named("string")
	goInteger = named("int64")
	goBoolean = named("bool")
	goAny     = named("any")
	goRat     = pointerTo(&typeExpr{Package: "big", Import: "math/big", Name: "Rat"})
	goTime    = &typeExpr{Package: "time", Import: "time", Name: "Time"}
	goLapse   = &typeExpr{Package: "time", Import: "time", Name: "Duration"}
)

// primitiveTypes: exact types for decimals and money.
var primitiveTypes = map[string]*typeExpr{
	"Text": goString, "Integer": goInteger, "Decimal": goRat, "Money": goRat, "Boolean": goBoolean,
	"Date": goTime, "Time": goTime, "Instant": goTime, "Duration": goLapse,
	"Identifier": goString, "Binary": listOf(named("byte")), "Geometry": goString,
}

// single is the type of one value.
func (g *generator) single(r generate.TypeRef) *typeExpr {
	switch {
	case r.Primitive != "":
		return primitiveTypes[r.Primitive]
	case r.Type == nil:
		return goAny
	case r.Type.Kind == model.Enumeration || r.Type.Kind == model.Interface || r.Type.Polymorphic():
		return named(g.ref[r.Type])
	}
	return pointerTo(named(g.struct_[r.Type]))
}

// typeOf is the type of a member, parameter or result.
func (g *generator) typeOf(r generate.TypeRef) *typeExpr {
	t := g.single(r)
	switch {
	case r.Many:
		return listOf(t)
	case r.Optional && !nilable(t, r):
		return pointerTo(t)
	}
	return t
}

// nilable types can say "none" without a pointer more.
func nilable(t *typeExpr, r generate.TypeRef) bool {
	return t.Pointer || t.List || t.is(goAny) || r.Type != nil && r.Type.Kind != model.Enumeration
}

// defaultValue translates a default into Go where that can be done for certain.
func defaultValue(text string, t *typeExpr) (value, bool) {
	text = strings.TrimSpace(text)
	switch {
	case t.is(goString):
		if s, err := strconv.Unquote(text); err == nil {
			return value{Literal: s}, true
		}
	case t.is(goBoolean):
		if b := strings.ToLower(text); b == "true" || b == "false" {
			return value{Literal: b == "true"}, true
		}
	case t.is(goInteger):
		if n, err := strconv.ParseInt(text, 10, 64); err == nil {
			return value{Literal: n}, true
		}
	case t.is(goRat):
		if len(text) >= 40 {
			return value{}, false
		}
		if v, ok := new(big.Rat).SetString(text); ok && v.Denom().IsInt64() && v.Num().IsInt64() {
			return value{Call: &call{On: []string{"big"}, Import: "math/big", Function: "NewRat",
				Args: []value{{Literal: v.Num().Int64()}, {Literal: v.Denom().Int64()}}}}, true
		}
	}
	return value{}, false
}

// literal writes a constant; a text is quoted.
func literal(v any) string {
	switch v := v.(type) {
	case string:
		return strconv.Quote(v)
	case bool:
		return strconv.FormatBool(v)
	case int64:
		return strconv.FormatInt(v, 10)
	}
	panic("golang: no literal")
}
