package nesting

import (
	"fmt"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// What templates ask of a layout.

// NoExample tells why there is none.
var NoExample = generate.Note{Message: "There is no example: something always contains something of its own kind."}

// IsEnumeration reports whether it is one, and no class.
func (t *Type) IsEnumeration() bool { return t.Kind == model.Enumeration }

// HasKind: where something of the type may stand, there may stand something of another one.
func (t *Type) HasKind() bool { return len(t.Specifics) > 0 || len(t.Generals) > 0 }

// Needed are the members that have to be there.
func (t *Type) Needed() []*Member { return needed(t.All) }

// NeededKey are those of the key.
func (t *Type) NeededKey() []*Member { return needed(t.Key()) }

func needed(list []*Member) (out []*Member) {
	for _, m := range list {
		if m.Lower > 0 {
			out = append(out, m)
		}
	}
	return out
}

// OfSeveral is the name of several, as people say it.
func (t *Type) OfSeveral() string { return model.Plural(t.Type.Name) }

// Anything: nothing is said of its type.
func (m *Member) Anything() bool {
	return m.Primitive == "" && m.Enumeration == nil && m.Contains == nil && m.RefersTo == nil
}

// Bounded: there may be so many at most.
func (m *Member) Bounded() bool { return m.Upper != model.Many }

// Dict hands several things to a template, by name.
func Dict(pairs ...any) map[string]any {
	out := map[string]any{}
	for i := 0; i+1 < len(pairs); i += 2 {
		out[pairs[i].(string)] = pairs[i+1]
	}
	return out
}

// Date is the nth of the days of an example, after ISO 8601.
func Date(n int) string { return fmt.Sprintf("%04d-%02d-%02d", 2026+n/336%900, n/28%12+1, n%28+1) }

// Clock is the nth of its times of day.
func Clock(n int) string { return fmt.Sprintf("%02d:%02d:00", n/60%24, n%60) }
