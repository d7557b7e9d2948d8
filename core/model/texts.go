package model

import "reflect"

// eachText calls f for every text and every item of a list of texts in a row
// and its data.
func eachText(r Row, f func(field, text string)) {
	eachTextIn(reflect.ValueOf(r).Elem(), f)
	if d := dataOfRow(r); d != nil {
		eachTextIn(reflect.ValueOf(d).Elem(), f)
	}
}

func eachTextIn(v reflect.Value, f func(field, text string)) {
	for _, info := range fieldsOf(v.Type()) {
		textsOf(info.name, v.Field(info.index), f)
	}
}

// textsOf goes through what a field holds: a text, lists, structures.
func textsOf(field string, v reflect.Value, f func(field, text string)) {
	switch v.Kind() {
	case reflect.String:
		f(field, v.String())
	case reflect.Pointer:
		if !v.IsNil() && v.Elem().Kind() == reflect.Struct {
			textsOf(field, v.Elem(), f)
		}
	case reflect.Slice:
		if k := v.Type().Elem().Kind(); k == reflect.String || k == reflect.Struct {
			for i := range v.Len() {
				textsOf(field, v.Index(i), f)
			}
		}
	case reflect.Struct: // colours, labels, inputs, conditions
		for _, inner := range fieldsOf(v.Type()) {
			textsOf(field, v.Field(inner.index), f)
		}
	}
}

// structFields lists the member names of a struct's JSON form.
func structFields(d any) []string {
	infos := fieldsOf(reflect.TypeOf(d).Elem())
	out := make([]string, len(infos))
	for i, info := range infos {
		out[i] = info.name
	}
	return out
}
