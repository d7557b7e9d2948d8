package model

import (
	"encoding/json"
	"slices"
	"strings"
)

// Patch sets fields of a row by name; null clears a field.
type Patch map[string]json.RawMessage

// P is shorthand for a patch with plain values, for callers in Go.
func P(pairs ...any) Patch {
	p := Patch{}
	for i := 0; i+1 < len(pairs); i += 2 {
		p[pairs[i].(string)] = encodeValue(pairs[i+1])
	}
	return p
}

// patched returns a copy of the row with the patch applied. Only the allowed
// fields may be set; nil allows all.
func patched(r Row, p Patch, allowed []string) (Row, error) {
	members := map[string]json.RawMessage{}
	for _, f := range Fields(r) {
		members[f.Name] = f.Value
	}
	for _, name := range sortedKeys(p) {
		if allowed != nil && !slices.Contains(allowed, name) {
			return nil, Faultf(CodeInvalid, "%q cannot be set here; possible are %s", name, strings.Join(allowed, ", ")).At(r.RowID(), name)
		}
		if v := p[name]; string(v) == "null" || v == nil {
			delete(members, name)
		} else {
			members[name] = v
		}
	}
	next, err := DecodeRow(r.Table(), members)
	if f, ok := AsFault(err); ok {
		return nil, f.At(r.RowID(), f.Field)
	}
	return next, err
}
