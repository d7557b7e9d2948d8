package model

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"sort"
	"strings"
	"sync"
)

// Field is one member of a row's flat JSON form.
type Field struct {
	Name  string
	Value json.RawMessage
}

// Fields writes a row as its flat list of members: the row's own in fixed
// order, those of its data, then the unknown ones sorted. Members that hold
// their zero value are left out. Store, files, deltas and the rule of conflict
// all speak of these fields.
func Fields(r Row) []Field {
	var out []Field
	out = appendFields(out, reflect.ValueOf(r).Elem())
	if d := dataOfRow(r); d != nil {
		out = appendFields(out, reflect.ValueOf(d).Elem())
	}
	unknown := *r.extra()
	for _, name := range sortedKeys(unknown) {
		out = append(out, Field{name, unknown[name]})
	}
	return out
}

// EncodeRow writes a row as one JSON object on one line.
func EncodeRow(r Row) json.RawMessage { return EncodeFields(Fields(r)) }

// EncodeFields writes fields as one JSON object on one line, in their order.
func EncodeFields(fields []Field) json.RawMessage {
	var b bytes.Buffer
	b.WriteByte('{')
	for i, f := range fields {
		if i > 0 {
			b.WriteString(", ")
		}
		b.Write(encodeValue(f.Name))
		b.WriteString(": ")
		b.Write(f.Value)
	}
	b.WriteByte('}')
	return b.Bytes()
}

// DecodeRow builds a row of a table from its members. Members that are not
// known are kept in Extra.
func DecodeRow(t Table, members map[string]json.RawMessage) (Row, error) {
	row := newRow(t)
	if row == nil {
		return nil, Faultf(CodeInvalid, "there is no table %q", string(t))
	}
	rest := make(map[string]json.RawMessage, len(members))
	for k, v := range members {
		rest[k] = v
	}
	if err := takeFields(reflect.ValueOf(row).Elem(), rest); err != nil {
		return nil, err
	}
	d := giveData(row)
	if d != nil {
		if err := takeFields(reflect.ValueOf(d).Elem(), rest); err != nil {
			return nil, err
		}
	}
	if len(rest) > 0 {
		x := Extra{}
		for k, v := range rest {
			c, err := canonicalJSON(v)
			if err != nil {
				return nil, Faultf(CodeSyntax, "%s: %v", k, err).At(row.RowID(), k)
			}
			x[k] = c
		}
		*row.extra() = x
	}
	return row, nil
}

// DecodeRowJSON builds a row from a JSON object.
func DecodeRowJSON(t Table, raw json.RawMessage) (Row, error) {
	var members map[string]json.RawMessage
	if err := json.Unmarshal(raw, &members); err != nil {
		return nil, Faultf(CodeSyntax, "a row is not a JSON object: %v", err)
	}
	return DecodeRow(t, members)
}

func newRow(t Table) Row {
	switch t {
	case TableProject:
		return &Project{}
	case TableTerms:
		return &Term{}
	case TablePictures:
		return &Picture{}
	case TableElements:
		return &Element{}
	case TableRelationships:
		return &Relationship{}
	case TableDiagrams:
		return &Diagram{}
	case TablePlacements:
		return &Placement{}
	}
	return nil
}

func dataOfRow(r Row) Data {
	switch r := r.(type) {
	case *Element:
		return r.Data
	case *Relationship:
		return r.Data
	}
	return nil
}

type fieldInfo struct {
	name  string
	index int
}

var fieldCache sync.Map // reflect.Type -> []fieldInfo; derived from types only

func fieldsOf(t reflect.Type) []fieldInfo {
	if v, ok := fieldCache.Load(t); ok {
		return v.([]fieldInfo)
	}
	var out []fieldInfo
	for i := range t.NumField() {
		name, _, _ := strings.Cut(t.Field(i).Tag.Get("json"), ",")
		if name != "" && name != "-" {
			out = append(out, fieldInfo{name, i})
		}
	}
	fieldCache.Store(t, out)
	return out
}

func appendFields(out []Field, v reflect.Value) []Field {
	for _, f := range fieldsOf(v.Type()) {
		fv := v.Field(f.index)
		if fv.IsZero() || (fv.Kind() == reflect.Slice || fv.Kind() == reflect.Map) && fv.Len() == 0 {
			continue
		}
		if x, ok := fv.Interface().(Extra); ok {
			out = append(out, Field{f.name, encodeExtra(x)})
			continue
		}
		out = append(out, Field{f.name, encodeValue(fv.Interface())})
	}
	return out
}

func encodeExtra(x Extra) json.RawMessage {
	fields := make([]Field, 0, len(x))
	for _, k := range sortedKeys(x) {
		fields = append(fields, Field{k, x[k]})
	}
	return EncodeFields(fields)
}

// takeFields moves the members a struct knows out of rest and into it.
func takeFields(v reflect.Value, rest map[string]json.RawMessage) error {
	for _, f := range fieldsOf(v.Type()) {
		raw, ok := rest[f.name]
		if !ok {
			continue
		}
		delete(rest, f.name)
		if bytes.Equal(bytes.TrimSpace(raw), []byte("null")) {
			continue
		}
		target := v.Field(f.index)
		if x, ok := target.Addr().Interface().(*Extra); ok {
			var m map[string]json.RawMessage
			if err := json.Unmarshal(raw, &m); err != nil {
				return fieldFault(f.name, err)
			}
			*x = Extra{}
			for k, mv := range m {
				c, err := canonicalJSON(mv)
				if err != nil {
					return fieldFault(f.name, err)
				}
				(*x)[k] = c
			}
			continue
		}
		if err := json.Unmarshal(raw, target.Addr().Interface()); err != nil {
			return fieldFault(f.name, err)
		}
		// An empty list is the same as none; one form only, so that equal rows
		// have equal fields.
		if target.Kind() == reflect.Slice && target.Len() == 0 {
			target.SetZero()
		}
	}
	return nil
}

func fieldFault(name string, err error) error {
	var te *json.UnmarshalTypeError
	if ok := asTypeError(err, &te); ok {
		return Faultf(CodeInvalid, "%s: expected %s, found %s", name, typeWord(te.Type), te.Value).At("", name)
	}
	if f, ok := AsFault(err); ok {
		return f.At("", name)
	}
	return Faultf(CodeInvalid, "%s: %v", name, err).At("", name)
}

func asTypeError(err error, te **json.UnmarshalTypeError) bool {
	e, ok := err.(*json.UnmarshalTypeError)
	*te = e
	return ok
}

func typeWord(t reflect.Type) string {
	switch t.Kind() {
	case reflect.String:
		return "text"
	case reflect.Bool:
		return "true or false"
	case reflect.Int:
		return "a whole number"
	case reflect.Slice:
		return "a list"
	}
	return fmt.Sprint(t)
}

// encodeValue writes JSON without HTML escapes and without a line end.
func encodeValue(v any) json.RawMessage {
	var b bytes.Buffer
	enc := json.NewEncoder(&b)
	enc.SetEscapeHTML(false)
	if err := enc.Encode(v); err != nil {
		// Only plain values reach this: an error is a mistake in this package.
		panic(fmt.Sprintf("model: encode %T: %v", v, err))
	}
	return bytes.TrimRight(b.Bytes(), "\n")
}

// canonicalJSON rewrites a JSON value with sorted keys, one space after ':' and
// ',', numbers kept as written, so that it survives every store unchanged.
func canonicalJSON(raw json.RawMessage) (json.RawMessage, error) {
	dec := json.NewDecoder(bytes.NewReader(raw))
	dec.UseNumber()
	var v any
	if err := dec.Decode(&v); err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := writeCanonical(&b, v, 0); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

const maxJSONDepth = 64

func writeCanonical(b *bytes.Buffer, v any, depth int) error {
	if depth > maxJSONDepth {
		return Faultf(CodeTooLarge, "nested deeper than %d levels", maxJSONDepth)
	}
	switch v := v.(type) {
	case map[string]any:
		b.WriteByte('{')
		for i, k := range sortedKeys(v) {
			if i > 0 {
				b.WriteString(", ")
			}
			b.Write(encodeValue(k))
			b.WriteString(": ")
			if err := writeCanonical(b, v[k], depth+1); err != nil {
				return err
			}
		}
		b.WriteByte('}')
	case []any:
		b.WriteByte('[')
		for i, e := range v {
			if i > 0 {
				b.WriteString(", ")
			}
			if err := writeCanonical(b, e, depth+1); err != nil {
				return err
			}
		}
		b.WriteByte(']')
	default:
		b.Write(encodeValue(v))
	}
	return nil
}

func sortedKeys[V any](m map[string]V) []string {
	keys := make([]string, 0, len(m))
	for k := range m {
		keys = append(keys, k)
	}
	sort.Strings(keys)
	return keys
}

// EqualRows reports whether two rows (either may be nil) hold the same.
func EqualRows(a, b Row) bool {
	if isNil(a) || isNil(b) {
		return isNil(a) && isNil(b)
	}
	if a == b {
		return true
	}
	if a.Table() != b.Table() || a.RowID() != b.RowID() {
		return false
	}
	return slices.EqualFunc(Fields(a), Fields(b), func(x, y Field) bool {
		return x.Name == y.Name && bytes.Equal(x.Value, y.Value)
	})
}

func isNil(r Row) bool { return r == nil || reflect.ValueOf(r).IsNil() }
