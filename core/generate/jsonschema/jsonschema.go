// Package jsonschema writes a plan as a JSON Schema (2020-12), with an example that it takes.
package jsonschema

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/nesting"
	"lexeon/core/model"
	"lexeon/core/visible"
)

// Target is JSON Schema: one schema, and an example.
var Target = &generate.Target{
	Name: "jsonschema", Title: "JSON Schema", Group: "Schemas", Download: "Download the schema", Notes: "Settled, and not held by JSON Schema",
	Make: func(o *generate.Order) (generate.Output, error) { return write(generate.NewPlan(o.Model)) },
}

// object is a JSON object that keeps its order.
type object []pair

type pair struct {
	name  string
	value any
}

func (o object) MarshalJSON() ([]byte, error) {
	var b bytes.Buffer
	b.WriteByte('{')
	for i, p := range o {
		if i > 0 {
			b.WriteByte(',')
		}
		for k, part := range []any{p.name, p.value} {
			if k > 0 {
				b.WriteByte(':')
			}
			data, err := text(part)
			if err != nil {
				return nil, err
			}
			b.Write(data)
		}
	}
	b.WriteByte('}')
	return b.Bytes(), nil
}

func text(value any) ([]byte, error) {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	err := e.Encode(value)
	return bytes.TrimSpace(b.Bytes()), err
}

func write(plan *generate.Plan) (generate.Output, error) {
	l := nesting.New(plan)
	out := generate.Output{Notes: l.Notes}
	defs := object{}
	for _, t := range l.Types {
		defs = append(defs, pair{t.Name, definition(t)})
	}
	properties := object{}
	for _, t := range l.Roots {
		properties = append(properties, pair{t.Plural, object{{"type", "array"}, {"items", ref(t)}}})
	}
	schema := object{{"$schema", "https://json-schema.org/draft/2020-12/schema"}, {"title", shown(plan.Project)}}
	if d := shown(plan.Definition); d != "" {
		schema = append(schema, pair{"description", d})
	}
	schema = append(schema, pair{"type", "object"}, pair{"properties", properties}, pair{"additionalProperties", false}, pair{"$defs", defs})
	add := func(path string, value any) error {
		data, err := text(value)
		if err != nil {
			return err
		}
		var b bytes.Buffer
		if err := json.Indent(&b, data, "", "  "); err != nil {
			return err
		}
		out.Files = append(out.Files, generate.File{Path: path, Content: b.String() + "\n"})
		return nil
	}
	if e, ok := example(l); ok {
		if err := add("example.json", e); err != nil {
			return out, err
		}
	} else {
		out.Notes = append(out.Notes, generate.Note{Message: "There is no example: something always contains something of its own kind."})
	}
	return out, add("model.schema.json", schema)
}

func shown(s string) string { return visible.Text(strings.TrimSpace(s)) }

func ref(t *nesting.Type) object { return object{{"$ref", "#/$defs/" + t.Name}} }

// definition is what something of a type looks like, where it stands by itself.
func definition(t *nesting.Type) object {
	var out object
	if d := shown(t.Definition); d != "" {
		out = append(out, pair{"description", d})
	}
	if t.Kind == model.Enumeration {
		if len(t.Literals) == 0 {
			return append(out, pair{"type", "string"})
		}
		var each []object
		for _, l := range t.Literals {
			x := object{{"const", l.Code}, {"title", shown(l.Text)}}
			if d := shown(l.Definition); d != "" {
				x = append(x, pair{"description", d})
			}
			each = append(each, x)
		}
		return append(out, pair{"oneOf", each})
	}
	properties := object{}
	required := []string{}
	if len(t.Specifics) > 0 || len(t.Generals) > 0 {
		properties = append(properties, pair{"kind", object{{"const", t.Name}}})
		required = append(required, "kind")
	}
	for _, m := range t.All {
		properties = append(properties, pair{m.Name, member(m)})
		if m.Lower > 0 {
			required = append(required, m.Name)
		}
	}
	return append(out, pair{"type", "object"}, pair{"properties", properties}, pair{"required", required}, pair{"additionalProperties", false})
}

func member(m *nesting.Member) object {
	one := single(m)
	if m.Many() {
		list := object{{"type", "array"}, {"items", one}}
		if m.Lower > 0 {
			list = append(list, pair{"minItems", m.Lower})
		}
		if m.Upper != model.Many {
			list = append(list, pair{"maxItems", m.Upper})
		}
		if m.Unique {
			list = append(list, pair{"uniqueItems", true})
		}
		one = list
	}
	if d := shown(m.Definition); d != "" {
		one = append(object{{"description", d}}, one...)
	}
	return one
}

func single(m *nesting.Member) object {
	switch {
	case m.Enumeration != nil:
		return ref(m.Enumeration)
	case m.Contains != nil:
		return anyKind(m.Contains)
	case m.RefersTo != nil:
		return reference(m.RefersTo)
	}
	return primitive(m.Primitive)
}

func anyKind(t *nesting.Type) object {
	switch len(t.Kinds) {
	case 0:
		return object{{"not", object{}}}
	case 1:
		return ref(t.Kinds[0])
	}
	var each []object
	for _, k := range t.Kinds {
		each = append(each, ref(k))
	}
	return object{{"oneOf", each}}
}

// reference is what identifies something that stands elsewhere: a value, or several together.
func reference(t *nesting.Type) object {
	about := pair{"title", fmt.Sprintf("Identifies one of %s.", shown(model.Plural(t.Type.Name)))}
	key := t.Key()
	if len(key) == 1 {
		return append(object{about}, single(key[0])...)
	}
	properties := object{}
	required := []string{}
	for _, k := range key {
		properties = append(properties, pair{k.Name, single(k)})
		if k.Lower > 0 {
			required = append(required, k.Name)
		}
	}
	return object{about, {"type", "object"}, {"properties", properties}, {"required", required}, {"additionalProperties", false}}
}

// primitive types: decimals are texts, since a number of JSON need not be exact.
func primitive(name string) object {
	switch name {
	case "Text", "Identifier", "Geometry":
		return object{{"type", "string"}}
	case "Integer":
		return object{{"type", "integer"}}
	case "Decimal", "Money":
		return object{{"type", "string"}, {"pattern", `^-?[0-9]+(\.[0-9]+)?$`}}
	case "Boolean":
		return object{{"type", "boolean"}}
	case "Date":
		return object{{"type", "string"}, {"format", "date"}}
	case "Time":
		return object{{"type", "string"}, {"format", "time"}}
	case "Instant":
		return object{{"type", "string"}, {"format", "date-time"}}
	case "Duration":
		return object{{"type", "string"}, {"format", "duration"}}
	case "Binary":
		return object{{"type", "string"}, {"contentEncoding", "base64"}}
	}
	return object{}
}

// example has one of each that stands at the top, with what it has to have, and what may be referred to left out; not ok where that has no end.
func example(l *nesting.Layout) (object, bool) {
	x := &exampling{heights: l.Heights()}
	x.keys = nesting.NewKeys(l, func(m *nesting.Member) any { v, _ := x.value(m); return v })
	made := map[*nesting.Type][]any{}
	add := func(t *nesting.Type) bool {
		if _, ends := x.heights[t]; !ends {
			return false
		}
		one, ok := x.one(t)
		made[t] = append(made[t], one)
		return ok
	}
	for _, t := range l.Roots {
		if !add(t) {
			return nil, false
		}
	}
	for t := x.keys.Owing(); t != nil; t = x.keys.Owing() { // what the others refer to
		if !add(t) {
			return nil, false
		}
	}
	out := object{}
	for _, t := range l.Roots {
		out = append(out, pair{t.Plural, made[t]})
	}
	return out, true
}

type exampling struct {
	heights map[*nesting.Type]int
	keys    *nesting.Keys[any]
	number  int
}

func (x *exampling) one(t *nesting.Type) (object, bool) {
	out := object{}
	if len(t.Specifics) > 0 || len(t.Generals) > 0 {
		out = append(out, pair{"kind", t.Name})
	}
	key := x.keys.Of(t)
	for _, m := range t.All {
		if m.Identifier {
			if v := key[0]; m.Lower > 0 {
				out = append(out, pair{m.Name, v})
			}
			key = key[1:]
			continue
		}
		if m.Lower == 0 && !(m.Many() && m.Contains == nil) {
			continue
		}
		if !m.Many() {
			v, ok := x.value(m)
			if !ok {
				return nil, false
			}
			out = append(out, pair{m.Name, v})
			continue
		}
		list := []any{}
		for i := range m.Lower {
			v, ok := x.value(m)
			if !ok {
				return nil, false
			}
			if m.RefersTo != nil { // each time another one
				v = identifying(m.RefersTo, x.keys.Referring(m.RefersTo, i))
			}
			list = append(list, v)
		}
		if m.Unique && m.Enumeration != nil && len(m.Enumeration.Literals) > 0 {
			list = list[:0]
			for i := range min(m.Lower, len(m.Enumeration.Literals)) {
				list = append(list, m.Enumeration.Literals[i].Code)
			}
			if len(list) < m.Lower {
				return nil, false
			}
		}
		if m.Unique && m.Primitive == "Boolean" && m.Enumeration == nil && m.Contains == nil && m.RefersTo == nil {
			if m.Lower > 2 {
				return nil, false
			}
			list = []any{true, false}[:m.Lower]
		}
		out = append(out, pair{m.Name, list})
	}
	return out, true
}

func (x *exampling) value(m *nesting.Member) (any, bool) {
	switch {
	case m.Enumeration != nil:
		if len(m.Enumeration.Literals) == 0 {
			x.number++
			return fmt.Sprintf("something %d", x.number), true
		}
		return m.Enumeration.Literals[0].Code, true
	case m.Contains != nil:
		if k := nesting.LeastKind(m.Contains, x.heights); k != nil {
			return x.one(k)
		}
		return nil, false
	case m.RefersTo != nil:
		return identifying(m.RefersTo, x.keys.Referring(m.RefersTo, 0)), true
	}
	x.number++
	switch m.Primitive {
	case "Integer":
		return x.number, true
	case "Decimal", "Money":
		return fmt.Sprintf("%d.50", x.number), true
	case "Boolean":
		return true, true
	case "Date":
		return date(x.number), true
	case "Time":
		return fmt.Sprintf("%02d:%02d:00Z", x.number/60%24, x.number%60), true
	case "Instant":
		return date(x.number) + "T12:00:00Z", true
	case "Duration":
		return fmt.Sprintf("PT%dM", x.number), true
	case "Binary":
		return "AAAA", true
	}
	return fmt.Sprintf("example %d", x.number), true
}

// identifying is a key as a reference has it.
func identifying(t *nesting.Type, values []any) any {
	if len(values) == 1 {
		return values[0]
	}
	out := object{}
	for i, k := range t.Key() {
		out = append(out, pair{k.Name, values[i]})
	}
	return out
}

func date(n int) string { return fmt.Sprintf("%04d-%02d-%02d", 2026+n/336%900, n/28%12+1, n%28+1) }
