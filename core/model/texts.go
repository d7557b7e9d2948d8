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
		switch fv := v.Field(info.index); {
		case fv.Kind() == reflect.String:
			f(info.name, fv.String())
		case fv.Kind() == reflect.Slice && fv.Type().Elem().Kind() == reflect.String:
			for i := range fv.Len() {
				f(info.name, fv.Index(i).String())
			}
		case fv.Kind() == reflect.Slice && fv.Type().Elem().Kind() == reflect.Struct: // colours, labels
			for i := range fv.Len() {
				item := fv.Index(i)
				for _, inner := range fieldsOf(item.Type()) {
					if item.Field(inner.index).Kind() == reflect.String {
						f(info.name, item.Field(inner.index).String())
					}
				}
			}
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
