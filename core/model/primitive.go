package model

import "strings"

// The library of primitive types. Any of the names means the type; the first
// one is printed by documents.
var primitives = [][]string{
	{"Text", "String", "Str", "Char", "Varchar"},
	{"Integer", "Int", "Long", "Short", "Byte", "UnlimitedNatural", "Natural"},
	{"Decimal", "Real", "Float", "Double", "Number"},
	{"Money", "Currency"},
	{"Boolean", "Bool"},
	{"Date"},
	{"Time"},
	{"Instant", "DateTime", "Timestamp"},
	{"Duration"},
	{"Identifier", "UUID", "GUID"},
	{"Binary", "Blob", "Bytes"},
	{"Geometry"},
}

var primitiveByName = func() map[string]string {
	m := map[string]string{}
	for _, names := range primitives {
		for _, n := range names {
			m[strings.ToLower(n)] = names[0]
		}
	}
	return m
}()

// Primitive finds the primitive type that a name means, whatever its case.
func Primitive(name string) (canonical string, ok bool) {
	canonical, ok = primitiveByName[strings.ToLower(strings.TrimSpace(name))]
	return canonical, ok
}
