package model

import (
	"encoding/binary"
	"encoding/json"
	"hash/fnv"
	"reflect"
	"strconv"
)

// A packed model is the compact form in which rows travel between programs of the
// same version: a mark of the layout, a table of texts, then every row with its
// fields by number. It is read many times faster than JSON. It is no format to be
// kept: whoever meets another mark asks for the rows again.
//
// A value is written by the kind of its field: texts as places in the table, whole
// numbers as varints, true as nothing at all, everything else as JSON in the table.

// Pack writes all rows of a model.
func Pack(m *Model) []byte {
	p := packer{places: map[string]uint64{}}
	rows := m.Rows()
	p.number(uint64(len(rows)))
	for _, r := range rows {
		p.row(r)
	}
	head := binary.AppendUvarint([]byte(packMark), uint64(len(p.texts)))
	for _, t := range p.texts {
		head = binary.AppendUvarint(head, uint64(len(t)))
		head = append(head, t...)
	}
	return append(head, p.body...)
}

// Unpack reads what Pack wrote. The rows are taken as they are: they were verified
// when they were written. The error is a *Fault.
func Unpack(data []byte) (*Model, error) {
	mark := len(packMark)
	if len(data) < mark || string(data[:mark]) != packMark {
		return nil, Faultf(CodeInvalid, "the rows were packed by another version of the program")
	}
	u := unpacker{data: data[mark:], decoded: map[jsonValue]reflect.Value{}}
	u.texts = make([]string, 0, min(u.number(), uint64(len(data))))
	for range cap(u.texts) {
		n := u.number()
		if u.failed || n > uint64(len(u.data)) {
			return nil, errPacked
		}
		u.texts = append(u.texts, string(u.data[:n]))
		u.data = u.data[n:]
	}
	n := u.number()
	if n > MaxRows {
		return nil, errPacked
	}
	rows := make([]Row, 0, n)
	for range n {
		r := u.row()
		if u.failed || r == nil {
			return nil, errPacked
		}
		rows = append(rows, r)
	}
	return build(rows), nil
}

var errPacked = Faultf(CodeSyntax, "the packed rows are damaged")

// packMark changes with the layout of any row, so that programs of different
// versions do not misread each other.
var packMark = func() string {
	h := fnv.New64a()
	note := func(t reflect.Type) {
		h.Write([]byte(t.String()))
		for i := range t.NumField() {
			f := t.Field(i)
			h.Write([]byte(f.Name + " " + f.Type.String() + " " + string(f.Tag)))
		}
	}
	for _, t := range Tables {
		note(reflect.TypeOf(newRow(t)).Elem())
	}
	for _, k := range sortedKeys(kindsWithData()) {
		note(reflect.TypeOf(newData(Kind(k))).Elem())
	}
	return "rows " + strconv.FormatUint(h.Sum64(), 36) + "\n"
}()

func kindsWithData() map[string]bool {
	out := map[string]bool{}
	for k := range elementInfo {
		if newData(k) != nil {
			out[string(k)] = true
		}
	}
	for k := range relationshipInfo {
		if newData(k) != nil {
			out[string(k)] = true
		}
	}
	return out
}

type packer struct {
	texts  []string
	places map[string]uint64
	body   []byte
}

func (p *packer) number(n uint64) { p.body = binary.AppendUvarint(p.body, n) }

func (p *packer) text(s string) {
	at, ok := p.places[s]
	if !ok {
		at = uint64(len(p.texts))
		p.places[s], p.texts = at, append(p.texts, s)
	}
	p.number(at)
}

func (p *packer) row(r Row) {
	for i, t := range Tables {
		if t == r.Table() {
			p.number(uint64(i))
		}
	}
	p.fields(reflect.ValueOf(r).Elem())
	if d := dataOfRow(r); d != nil {
		p.number(1)
		p.fields(reflect.ValueOf(d).Elem())
	} else {
		p.number(0)
	}
	if unknown := *r.extra(); len(unknown) > 0 {
		p.number(1)
		p.text(string(encodeExtra(unknown)))
	} else {
		p.number(0)
	}
}

// fields writes the fields of a struct that are not zero, each after its number
// plus one, and a zero at the end.
func (p *packer) fields(v reflect.Value) {
	for i, f := range fieldsOf(v.Type()) {
		fv := v.Field(f.index)
		if fv.IsZero() || (fv.Kind() == reflect.Slice || fv.Kind() == reflect.Map) && fv.Len() == 0 {
			continue
		}
		p.number(uint64(i + 1))
		switch fv.Kind() {
		case reflect.String:
			p.text(fv.String())
		case reflect.Bool: // it is there: true
		case reflect.Int:
			p.body = binary.AppendVarint(p.body, fv.Int())
		default:
			if x, ok := fv.Interface().(Extra); ok {
				p.text(string(encodeExtra(x)))
			} else {
				p.text(string(encodeValue(fv.Interface())))
			}
		}
	}
	p.number(0)
}

type unpacker struct {
	data    []byte
	texts   []string
	decoded map[jsonValue]reflect.Value // lists are never changed in place, so that equal ones are shared
	failed  bool
}

type jsonValue struct {
	of reflect.Type
	at uint64
}

func (u *unpacker) number() uint64 {
	n, size := binary.Uvarint(u.data)
	if size <= 0 {
		u.failed = true
		return 0
	}
	u.data = u.data[size:]
	return n
}

func (u *unpacker) text() (string, uint64) {
	at := u.number()
	if at >= uint64(len(u.texts)) {
		u.failed = true
		return "", 0
	}
	return u.texts[at], at
}

func (u *unpacker) row() Row {
	t := u.number()
	if t >= uint64(len(Tables)) {
		return nil
	}
	r := newRow(Tables[t])
	u.fields(reflect.ValueOf(r).Elem())
	d := giveData(r)
	if u.number() == 1 {
		if d == nil {
			return nil
		}
		u.fields(reflect.ValueOf(d).Elem())
	}
	if u.number() == 1 {
		text, _ := u.text()
		x := Extra{}
		if json.Unmarshal([]byte(text), &x) != nil {
			return nil
		}
		*r.extra() = x
	}
	return r
}

func (u *unpacker) fields(v reflect.Value) {
	infos := fieldsOf(v.Type())
	for n := u.number(); n != 0 && !u.failed; n = u.number() {
		if n > uint64(len(infos)) {
			u.failed = true
			return
		}
		fv := v.Field(infos[n-1].index)
		switch fv.Kind() {
		case reflect.String:
			s, _ := u.text()
			fv.SetString(s)
		case reflect.Bool:
			fv.SetBool(true)
		case reflect.Int:
			i, size := binary.Varint(u.data)
			if size <= 0 {
				u.failed = true
				return
			}
			u.data = u.data[size:]
			fv.SetInt(i)
		default:
			text, at := u.text()
			key := jsonValue{fv.Type(), at}
			if known, ok := u.decoded[key]; ok {
				fv.Set(known)
				continue
			}
			if json.Unmarshal([]byte(text), fv.Addr().Interface()) != nil {
				u.failed = true
				return
			}
			u.decoded[key] = reflect.ValueOf(fv.Interface())
		}
	}
}
