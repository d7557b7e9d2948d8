package classifier

import (
	"strings"

	"lexeon/core/model"
)

// Fit is how one operation or type stands to another.
type Fit int

const (
	No      Fit = iota
	Unknown     // it may fit: a type is not known or not stated
	Yes
)

func least(a, b Fit) Fit {
	if a < b {
		return a
	}
	return b
}

// slot is a place for a value: a parameter or a result.
type slot struct {
	direction    model.Direction
	typ          model.ID
	name         string // of the type, where it is no element
	multiplicity model.Multiplicity
}

// operation is what counts of an operation when it is held against another one.
// Operations that a class option implies have no element.
type operation struct {
	element  *model.Element // the operation, or the attribute that implies it
	name     string
	params   []slot
	result   slot // with neither type nor name: none
	implied  bool
	static   bool
	private  bool
	hidden   bool // neither public nor unstated
	abstract bool
	creates  bool
}

func operationOf(m *model.Model, e *model.Element) operation {
	d := e.Operation()
	o := operation{element: e, name: e.Name, static: d.Static, abstract: d.Abstract, creates: d.Constructor,
		private: d.Visibility == model.Private, hidden: d.Visibility != model.Public && d.Visibility != "",
		result: slot{typ: e.Type, name: d.TypeName, multiplicity: d.Multiplicity}}
	for _, p := range m.Children(e.ID, model.Parameter) {
		q := p.Parameter()
		o.params = append(o.params, slot{q.Direction, p.Type, q.TypeName, q.Multiplicity})
	}
	return o
}

// accessors are the operations that the class option implies for an attribute:
// for mass: Decimal getMass(): Decimal, mass(): Decimal and, unless it is read-only
// or derived, setMass(Decimal); a boolean one has isMass() too.
func accessors(e *model.Element) []operation {
	d := e.Attribute()
	value := slot{typ: e.Type, name: d.TypeName, multiplicity: d.Multiplicity}
	capital := model.Capital(e.Name)
	var out []operation
	read := []string{"get" + capital, e.Name}
	if canonical, _ := model.Primitive(d.TypeName); canonical == "Boolean" {
		read = append(read, "is"+capital)
	}
	for _, name := range read {
		out = append(out, operation{element: e, name: name, result: value, implied: true, static: d.Static})
	}
	if !d.ReadOnly && !d.Derived {
		out = append(out, operation{element: e, name: "set" + capital, params: []slot{value}, implied: true, static: d.Static})
	}
	return out
}

// offered lists the operations that a class offers, most specific first. One that
// a more specific one overrides, by the same name and the same parameter types,
// is left out; private ones of generals are no matter.
func offered(m *model.Model, id model.ID) []operation {
	var out []operation
	seen := map[string]bool{}
	for i, c := range Lineage(m, id) {
		e := m.Element(c)
		var own []operation
		for _, o := range m.Children(c, model.Operation) {
			own = append(own, operationOf(m, o))
		}
		if e.Classifier().Accessors {
			for _, a := range m.Children(c, model.Attribute) {
				own = append(own, accessors(a)...)
			}
		}
		var keys []string
		for _, o := range own {
			if o.private && i > 0 {
				continue
			}
			key := signatureOf(m, o)
			if seen[key] {
				continue
			}
			keys = append(keys, key)
			out = append(out, o)
		}
		for _, k := range keys { // within a class both of two equal ones stay
			seen[k] = true
		}
	}
	return out
}

func signatureOf(m *model.Model, o operation) string {
	var b strings.Builder
	b.WriteString(o.name)
	for _, p := range o.params {
		b.WriteString("\x00" + typeText(m, p))
	}
	return b.String()
}

func typeText(m *model.Model, s slot) string {
	if e := m.Element(s.typ); e != nil {
		return e.Name
	}
	if canonical, ok := model.Primitive(s.name); ok {
		return canonical
	}
	return strings.Join(strings.Fields(s.name), "")
}

// gives reports whether a value of slot a can stand where one of slot b is
// expected: a's type is b's or a kind of it, and there are no more and no fewer.
func gives(m *model.Model, a, b slot) Fit {
	return least(conforms(m, a, b), includes(b.multiplicity, a.multiplicity))
}

func conforms(m *model.Model, a, b slot) Fit {
	stated := func(s slot) bool { return s.typ != "" || s.name != "" }
	if !stated(a) || !stated(b) {
		return Unknown
	}
	if typeText(m, a) == typeText(m, b) && (a.typ == b.typ || a.typ == "" || b.typ == "") {
		return Yes
	}
	if a.typ != "" && b.typ != "" {
		if IsKindOf(m, a.typ, b.typ) {
			return Yes
		}
		return No
	}
	known := func(s slot) bool {
		_, primitive := model.Primitive(s.name)
		return s.typ != "" || primitive
	}
	if known(a) && known(b) { // two different primitives, or a primitive and a class
		return No
	}
	return Unknown
}

// includes reports whether multiplicity b allows all that a allows. Absent is 1;
// undecided may turn out to fit.
func includes(b, a model.Multiplicity) Fit {
	if a.State == model.Undecided || b.State == model.Undecided {
		return Unknown
	}
	al, au := bounds(a)
	bl, bu := bounds(b)
	if al >= bl && (bu == model.Many || au != model.Many && au <= bu) {
		return Yes
	}
	return No
}

func bounds(x model.Multiplicity) (lower, upper int) {
	if x.State == model.Absent {
		return 1, 1
	}
	return x.Lower, x.Upper
}

// fits judges whether an offered operation implements a required one; why names
// the first reason against it.
func fits(m *model.Model, offer, need operation) (fit Fit, why string) {
	switch {
	case offer.hidden:
		return No, "it is not public"
	case offer.static:
		return No, "it is static"
	case offer.creates:
		return No, "it is a constructor"
	case len(offer.params) != len(need.params):
		return No, "the number of parameters differs"
	}
	fit = Yes
	for i, n := range need.params {
		o := offer.params[i]
		if o.direction != n.direction {
			return No, ordinal(i) + " parameter goes the other way"
		}
		got := Yes
		if n.direction != model.Out { // what callers hand over must be accepted
			got = gives(m, n, o)
		}
		if n.direction != model.In { // what they get must be what they expect
			got = least(got, gives(m, o, n))
		}
		if got == No {
			return No, ordinal(i) + " parameter is of another type"
		}
		fit = least(fit, got)
	}
	hasResult := func(s slot) bool { return s.typ != "" || s.name != "" }
	switch {
	case hasResult(offer.result) != hasResult(need.result):
		return No, "only one of the two has a result"
	case hasResult(need.result):
		got := gives(m, offer.result, need.result)
		if got == No {
			return No, "the result is of another type"
		}
		fit = least(fit, got)
	}
	return fit, ""
}

func ordinal(i int) string {
	if names := []string{"the first", "the second", "the third", "the fourth", "the fifth"}; i < len(names) {
		return names[i]
	}
	return "a later"
}
