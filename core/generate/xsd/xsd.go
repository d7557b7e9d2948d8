// Package xsd writes a plan as an XML Schema (1.0), with an example that it takes.
package xsd

import (
	"encoding/xml"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/generate/nesting"
	"lexeon/core/model"
	"lexeon/core/visible"
)

// Target is XML Schema: one schema, and an example.
var Target = &generate.Target{
	Name: "xsd", Title: "XML Schema", Group: "Schemas", Download: "Download the schema", Notes: "Settled, and not held by XML Schema",
	Make: func(o *generate.Order) (generate.Output, error) { return write(generate.NewPlan(o.Model)), nil },
}

func write(plan *generate.Plan) generate.Output {
	l := nesting.New(plan)
	out := generate.Output{Notes: l.Notes}
	w := &writer{}
	w.line(`<?xml version="1.0" encoding="UTF-8"?>`)
	w.open(`<xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema" elementFormDefault="qualified">`)
	w.documented(plan.Project, plan.Definition)
	w.open(`<xs:element name="model">`)
	w.open("<xs:complexType>")
	w.open("<xs:sequence>")
	for _, t := range l.Roots {
		w.line(`<xs:element name="%s" type="%s" minOccurs="0" maxOccurs="unbounded"/>`, element(t), t.Name)
	}
	w.close("</xs:sequence>")
	w.close("</xs:complexType>")
	w.close("</xs:element>")
	for _, t := range l.Types {
		if t.Kind == model.Enumeration {
			w.enumeration(t)
		} else {
			w.class(t)
		}
	}
	w.close("</xs:schema>")
	out.Files = append(out.Files, generate.File{Path: "model.xsd", Content: w.b.String()})
	x := &exampling{writer: &writer{}, heights: l.Heights()}
	x.keys = nesting.NewKeys(l, x.value)
	if x.write(l) {
		out.Files = append([]generate.File{{Path: "example.xml", Content: x.b.String()}}, out.Files...)
	} else {
		out.Notes = append(out.Notes, generate.Note{Message: "There is no example: something always contains something of its own kind."})
	}
	return out
}

// element is what stands for something of a type at the top.
func element(t *nesting.Type) string { return t.Name }

// writer writes elements, each on a line.
type writer struct {
	b     strings.Builder
	depth int
}

func (w *writer) line(format string, args ...any) {
	w.b.WriteString(strings.Repeat("  ", w.depth) + fmt.Sprintf(format, args...) + "\n")
}

func (w *writer) open(format string, args ...any) {
	w.line(format, args...)
	w.depth++
}

func (w *writer) close(tag string) {
	w.depth--
	w.line("%s", tag)
}

// documented says what something means.
func (w *writer) documented(texts ...string) {
	var all []string
	for _, t := range texts {
		if t = strings.TrimSpace(visible.Text(t)); t != "" {
			all = append(all, escaped(t))
		}
	}
	if len(all) == 0 {
		return
	}
	w.open("<xs:annotation>")
	w.line("<xs:documentation>%s</xs:documentation>", strings.Join(all, "\n"))
	w.close("</xs:annotation>")
}

func escaped(s string) string {
	var b strings.Builder
	if xml.EscapeText(&b, []byte(s)) != nil {
		return ""
	}
	return b.String()
}

func (w *writer) enumeration(t *nesting.Type) {
	w.open(`<xs:simpleType name="%s">`, t.Name)
	w.documented(t.Definition)
	w.open(`<xs:restriction base="xs:string">`)
	for _, l := range t.Literals {
		if l.Text == l.Code && l.Definition == "" {
			w.line(`<xs:enumeration value="%s"/>`, escaped(l.Code))
			continue
		}
		w.open(`<xs:enumeration value="%s">`, escaped(l.Code))
		w.documented(l.Text, l.Definition)
		w.close("</xs:enumeration>")
	}
	w.close("</xs:restriction>")
	w.close("</xs:simpleType>")
}

// class is a type of its own with all that its generals have: extension would put what they have first, and
// could not take more than one of them.
func (w *writer) class(t *nesting.Type) {
	w.open(`<xs:complexType name="%s">`, t.Name)
	w.documented(t.Definition)
	w.open("<xs:sequence>")
	for _, m := range t.All {
		w.member(m)
	}
	w.close("</xs:sequence>")
	w.close("</xs:complexType>")
}

func occurs(m *nesting.Member) string {
	upper := fmt.Sprint(m.Upper)
	if m.Upper == model.Many {
		upper = "unbounded"
	}
	out := ""
	if m.Lower != 1 {
		out += fmt.Sprintf(` minOccurs="%d"`, m.Lower)
	}
	if upper != "1" {
		out += fmt.Sprintf(` maxOccurs="%s"`, upper)
	}
	return out
}

func (w *writer) member(m *nesting.Member) {
	switch {
	case m.Contains != nil:
		w.open(`<xs:element name="%s"%s>`, m.Name, occurs(m))
		w.documented(m.Definition)
		w.open("<xs:complexType>")
		w.open("<xs:choice>")
		for _, k := range m.Contains.Kinds {
			w.line(`<xs:element name="%s" type="%s"/>`, element(k), k.Name)
		}
		w.close("</xs:choice>")
		w.close("</xs:complexType>")
		w.close("</xs:element>")
	case m.RefersTo != nil && len(m.RefersTo.Key()) != 1:
		w.open(`<xs:element name="%s"%s>`, m.Name, occurs(m))
		w.documented("Identifies one of "+model.Plural(m.RefersTo.Type.Name)+".", m.Definition)
		w.open("<xs:complexType>")
		w.open("<xs:sequence>")
		for _, k := range m.RefersTo.Key() {
			w.member(k)
		}
		w.close("</xs:sequence>")
		w.close("</xs:complexType>")
		w.close("</xs:element>")
	default:
		about := ""
		if m.RefersTo != nil {
			about = "Identifies one of " + model.Plural(m.RefersTo.Type.Name) + "."
		}
		if about == "" && m.Definition == "" {
			w.line(`<xs:element name="%s" type="%s"%s/>`, m.Name, typeOf(m), occurs(m))
			return
		}
		w.open(`<xs:element name="%s" type="%s"%s>`, m.Name, typeOf(m), occurs(m))
		w.documented(about, m.Definition)
		w.close("</xs:element>")
	}
}

func typeOf(m *nesting.Member) string {
	switch {
	case m.Enumeration != nil:
		return m.Enumeration.Name
	case m.RefersTo != nil:
		return typeOf(m.RefersTo.Key()[0])
	}
	return map[string]string{"Integer": "xs:long", "Decimal": "xs:decimal", "Money": "xs:decimal", "Boolean": "xs:boolean", "Date": "xs:date", "Time": "xs:time",
		"Instant": "xs:dateTime", "Duration": "xs:duration", "Binary": "xs:base64Binary", "Text": "xs:string", "Identifier": "xs:string", "Geometry": "xs:string",
		"": "xs:anySimpleType"}[m.Primitive]
}

// exampling writes one of each that stands at the top, with what it has to have.
type exampling struct {
	*writer
	heights map[*nesting.Type]int
	keys    *nesting.Keys[string]
	number  int
}

func (x *exampling) write(l *nesting.Layout) bool {
	x.line(`<?xml version="1.0" encoding="UTF-8"?>`)
	if len(l.Roots) == 0 {
		x.line("<model/>")
		return true
	}
	x.open("<model>")
	made := map[*nesting.Type]string{}
	whole := x.writer
	add := func(t *nesting.Type) {
		x.writer = &writer{depth: whole.depth}
		x.one(t)
		made[t] += x.b.String()
	}
	for _, t := range l.Roots {
		if _, ends := x.heights[t]; !ends {
			return false
		}
		add(t)
	}
	for t := x.keys.Owing(); t != nil; t = x.keys.Owing() { // what the others refer to
		add(t)
	}
	x.writer = whole
	for _, t := range l.Roots {
		x.b.WriteString(made[t])
	}
	x.close("</model>")
	return true
}

func (x *exampling) one(t *nesting.Type) {
	key := x.keys.Of(t)
	if !slices.ContainsFunc(t.All, func(m *nesting.Member) bool { return m.Lower > 0 }) {
		x.line("<%s/>", element(t)) // between two tags a line would be content
		return
	}
	x.open("<%s>", element(t))
	for _, m := range t.All {
		if m.Identifier {
			if m.Lower > 0 {
				x.line("<%s>%s</%s>", m.Name, key[0], m.Name)
			}
			key = key[1:]
			continue
		}
		for i := range m.Lower {
			x.member(m, i)
		}
	}
	x.close("</" + element(t) + ">")
}

// member writes the nth of what stands at a member.
func (x *exampling) member(m *nesting.Member, n int) {
	switch {
	case m.Contains != nil:
		x.open("<%s>", m.Name)
		x.one(nesting.LeastKind(m.Contains, x.heights))
		x.close("</" + m.Name + ">")
	case m.RefersTo != nil && len(m.RefersTo.Key()) != 1:
		x.open("<%s>", m.Name)
		values := x.keys.Referring(m.RefersTo, n)
		for i, k := range m.RefersTo.Key() {
			if k.Lower > 0 {
				x.line("<%s>%s</%s>", k.Name, values[i], k.Name)
			}
		}
		x.close("</" + m.Name + ">")
	case m.RefersTo != nil:
		x.line("<%s>%s</%s>", m.Name, x.keys.Referring(m.RefersTo, n)[0], m.Name)
	default:
		x.line("<%s>%s</%s>", m.Name, x.value(m), m.Name)
	}
}

func (x *exampling) value(m *nesting.Member) string {
	x.number++
	if e := m.Enumeration; e != nil {
		if len(e.Literals) == 0 {
			return "something"
		}
		return escaped(e.Literals[0].Code)
	}
	day := fmt.Sprintf("%04d-%02d-%02d", 2026+x.number/336%900, x.number/28%12+1, x.number%28+1)
	switch m.Primitive {
	case "Integer":
		return fmt.Sprint(x.number)
	case "Decimal", "Money":
		return fmt.Sprintf("%d.50", x.number)
	case "Boolean":
		return "true"
	case "Date":
		return day
	case "Time":
		return "12:00:00"
	case "Instant":
		return day + "T12:00:00Z"
	case "Duration":
		return fmt.Sprintf("PT%dM", x.number)
	case "Binary":
		return "AAAA"
	}
	return fmt.Sprintf("example %d", x.number)
}
