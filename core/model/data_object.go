package model

import "strings"

// ObjectData: UML 2.5.1, 9.8, InstanceSpecification. TypeName is the classifier as
// typed where no element of the model bears that name; otherwise Element.Type
// points to it.
type ObjectData struct {
	TypeName string      `json:"typeName,omitempty"`
	Slots    []SlotValue `json:"slots,omitempty"`
}

// SlotValue is what an attribute is in one object, as typed: UML 2.5.1, 9.8, Slot.
type SlotValue struct {
	Name  string `json:"name"`
	Value string `json:"value"`
}

func (*ObjectData) data() {}

func (d *ObjectData) typeName() string             { return d.TypeName }
func (d ObjectData) withTypeName(name string) Data { d.TypeName = name; return &d }

func (e *Element) Object() ObjectData { return dataOf[ObjectData](e.Data) }

// ObjectsOf lists the objects that are directly of a classifier, sorted by id.
func (m *Model) ObjectsOf(classifier ID) []*Element {
	ids, _ := m.uses.get(classifier)
	var out []*Element
	for _, u := range ids {
		if e := m.Element(u); e != nil && e.Kind == Object && e.Type == classifier {
			out = append(out, e)
		}
	}
	return out
}

// ObjectTitle is an object as it is written: its name, a colon, its classifier.
func (m *Model) ObjectTitle(e *Element) string {
	title := strings.TrimSpace(e.Name)
	if t := m.TypeText(e); t != "" {
		title = strings.TrimSpace(title + " : " + t)
	}
	return quoteName(title)
}

// Links lists the links that begin or end at an object, sorted by id.
func (m *Model) Links(object ID) []*Relationship {
	return m.bySide(object, Link, func(r *Relationship) bool { return r.Source == object || r.Target == object })
}

// SetObject writes an object anew: its name, what it is an example of, and the
// values of its attributes.
type SetObject struct {
	readsNothing
	ID       ID          `json:"id"`
	Name     string      `json:"name"`
	Type     ID          `json:"classifier,omitempty"`
	TypeName string      `json:"typeName,omitempty"`
	Slots    []SlotValue `json:"slots"`
}

func (c *SetObject) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || e.Kind != Object {
		return missing("object", c.ID)
	}
	n := *e
	n.Name, n.Type, n.Data = c.Name, c.Type, &ObjectData{TypeName: c.TypeName, Slots: c.Slots}
	d.put(d.bindType(&n))
	return nil
}

func (c *SetObject) says(before, after *Model) string {
	return "Write " + after.Describe(c.ID)
}

func (*SetObject) weight() int { return altering }

// verifyLink: a link leads from object to object, and may be an example of an
// association.
func (d *draft) verifyLink(r *Relationship, ends []*Element) error {
	if len(ends) > 0 {
		return Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
	}
	for _, side := range []struct {
		field string
		id    ID
	}{{"source", r.Source}, {"target", r.Target}} {
		if e := d.Element(side.id); e == nil || e.Kind != Object {
			return Faultf(CodeRefused, "a link leads between objects").At(r.ID, side.field)
		}
	}
	if a := d.Relationship(r.Refers); r.Refers != "" && (a == nil || a.Kind != Association) {
		return Faultf(CodeRefused, "a link is an example of an association").At(r.ID, "refers")
	}
	return nil
}
