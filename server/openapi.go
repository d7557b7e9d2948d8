package server

import (
	"encoding/json"
	"net/http"
	"path"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"github.com/labstack/echo/v5"

	"lexeon/core/model"
)

// openAPI serves the description of the interface.
func (s *Server) openAPI(c *echo.Context) error { return c.JSON(http.StatusOK, s.description()) }

// Description is the interface in OpenAPI 3.1.
func Description() map[string]any { return (&Server{}).description() }

// object is a JSON object with any members.
type object map[string]any

// description writes the table of endpoints in OpenAPI 3.1. Schemas come from the
// Go types that are read and written.
func (s *Server) description() object {
	t := &schemas{named: object{}, names: map[reflect.Type]string{}}
	paths := object{}
	for _, e := range s.endpoints() {
		var params []object
		for part := range strings.SplitSeq(e.path, "/") {
			if name, ok := strings.CutPrefix(part, ":"); ok {
				params = append(params, object{"name": name, "in": "path", "required": true, "schema": object{"type": "string"}})
			}
		}
		for _, q := range e.query {
			schema := object{"type": "string"}
			if q.many {
				schema = object{"type": "array", "items": schema}
			}
			params = append(params, object{"name": q.name, "in": "query", "required": q.required, "description": q.about, "schema": schema})
		}
		status := e.status
		if status == 0 {
			status = http.StatusOK
		}
		done := object{"description": http.StatusText(status)}
		if e.answer != nil {
			done["content"] = t.content(e.answer, e.answerType)
		}
		operation := object{
			"operationId": e.name, "summary": e.summary,
			"responses": object{
				strconv.Itoa(status): done,
				"default":            object{"description": "A problem", "content": object{"application/problem+json": object{"schema": t.of(reflect.TypeFor[Problem]())}}},
			},
		}
		if params != nil {
			operation["parameters"] = params
		}
		if e.body != nil {
			operation["requestBody"] = object{"required": true, "content": t.content(e.body, e.bodyType)}
		}
		at := openPath(e.path)
		if paths[at] == nil {
			paths[at] = object{}
		}
		paths[at].(object)[strings.ToLower(e.method)] = operation
	}
	t.changes()
	return object{
		"openapi":    "3.1.0",
		"info":       object{"title": "Lexeon", "version": "1", "description": "The interface of the page. Requests under previews/ change nothing; what they answer as changes can be sent to changes."},
		"servers":    []object{{"url": "/api"}},
		"paths":      paths,
		"components": object{"schemas": t.named},
	}
}

// openPath writes /a/:b as /a/{b}.
func openPath(path string) string {
	parts := strings.Split(path, "/")
	for i, p := range parts {
		if name, ok := strings.CutPrefix(p, ":"); ok {
			parts[i] = "{" + name + "}"
		}
	}
	return strings.Join(parts, "/")
}

// schemas turns Go types into JSON Schema; each named struct once.
type schemas struct {
	named object
	names map[reflect.Type]string
}

// nameOf names the schema of a struct: as its type, with its package before it where
// types of two packages share a name.
func (t *schemas) nameOf(typ reflect.Type, prefix string) (name string, known bool) {
	if name, known = t.names[typ]; known {
		return name, true
	}
	name = prefix + capital(typ.Name())
	if t.named[name] != nil {
		name = capital(path.Base(typ.PkgPath())) + name
	}
	t.names[typ] = name
	return name, false
}

func capital(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

// changes describes every type of change, and a change as one of them.
func (t *schemas) changes() {
	var kinds []object
	mapping := object{}
	for _, name := range model.ChangeTypes() {
		ref := t.structure(reflect.TypeOf(model.NewChange(name)).Elem(), "Change")
		schema := t.named[strings.TrimPrefix(ref["$ref"].(string), refPrefix)].(object)
		schema["properties"].(object)["type"] = object{"type": "string", "const": name}
		schema["required"] = []string{"type"} // what is left out is as if it were empty
		kinds = append(kinds, ref)
		mapping[name] = ref["$ref"]
	}
	t.named["Change"] = object{
		"description": "One step of editing.", "oneOf": kinds,
		"discriminator": object{"propertyName": "type", "mapping": mapping},
	}
}

const refPrefix = "#/components/schemas/"

func (t *schemas) content(example any, mediaType string) object {
	if mediaType == "" {
		mediaType = "application/json"
	}
	if _, ok := example.(raw); ok {
		return object{mediaType: object{"schema": object{}}}
	}
	return object{mediaType: object{"schema": t.of(reflect.TypeOf(example))}}
}

var (
	rawMessage  = reflect.TypeFor[json.RawMessage]()
	marshalType = reflect.TypeFor[json.Marshaler]()
	patchType   = reflect.TypeFor[model.Patch]()
	stateType   = reflect.TypeFor[model.RowState]()
	textType    = reflect.TypeFor[interface{ MarshalText() ([]byte, error) }]()
)

func (t *schemas) of(typ reflect.Type) object {
	switch {
	case typ == rawMessage:
		return object{"type": "array", "items": object{"$ref": refPrefix + "Change"}}
	case typ == patchType:
		return object{"type": "object", "additionalProperties": object{}, "description": "Fields of a row by name; null clears one."}
	case typ == stateType:
		return object{"type": "object", "additionalProperties": object{}, "description": "What one row is to become."}
	case typ.Implements(marshalType) || typ.Implements(textType):
		return object{"type": "string"}
	}
	switch typ.Kind() {
	case reflect.Pointer:
		return t.of(typ.Elem())
	case reflect.String:
		return object{"type": "string"}
	case reflect.Bool:
		return object{"type": "boolean"}
	case reflect.Int, reflect.Int64, reflect.Int32:
		return object{"type": "integer"}
	case reflect.Float64:
		return object{"type": "number"}
	case reflect.Slice:
		if typ.Elem().Kind() == reflect.Uint8 {
			return object{"type": "string", "contentEncoding": "base64"}
		}
		return object{"type": []string{"array", "null"}, "items": t.of(typ.Elem())}
	case reflect.Map:
		return object{"type": "object", "additionalProperties": t.of(typ.Elem())}
	case reflect.Struct:
		return t.structure(typ, "")
	}
	return object{}
}

func (t *schemas) structure(typ reflect.Type, prefix string) object {
	name, known := t.nameOf(typ, prefix)
	ref := object{"$ref": refPrefix + name}
	if known {
		return ref
	}
	schema := object{"type": "object"}
	t.named[name] = schema // before its members, which may lead back here
	properties, required := object{}, []string{}
	var collect func(reflect.Type)
	collect = func(typ reflect.Type) {
		for i := range typ.NumField() {
			f := typ.Field(i)
			member, options, _ := strings.Cut(f.Tag.Get("json"), ",")
			switch {
			case f.Anonymous && member == "":
				collect(f.Type)
				continue
			case !f.IsExported() || member == "-":
				continue
			case member == "":
				member = f.Name
			}
			properties[member] = t.of(f.Type)
			if !strings.Contains(options, "omitempty") {
				required = append(required, member)
			}
		}
	}
	collect(typ)
	slices.Sort(required)
	schema["properties"] = properties
	// Members of requests may be left out; those of answers are always there.
	if !strings.HasSuffix(name, "Request") {
		schema["required"] = required
	}
	return ref
}
