package rework

import (
	"strings"

	"lexeon/core/model"
)

// roleFields are the fields of an association end that an attribute has too.
func roleFields(d model.AttributeData) model.Patch {
	mult := d.Multiplicity
	if mult.State == model.Absent {
		mult = model.Range(1, 1)
	}
	return model.P("multiplicity", mult, "visibility", d.Visibility, "ordered", d.Ordered, "nonUnique", d.NonUnique, "readOnly", d.ReadOnly, "derived", d.Derived, "navigable", model.Yes)
}

// connect makes the association that an attribute becomes: its role is the
// attribute's name. How many are at the other side was never said.
func (w *work) connect(owner, to model.ID, a *model.Element) model.ID {
	id := w.id("association")
	w.do(&model.Connect{ID: id, Kind: model.Association, Ends: []model.NewEnd{
		{ID: w.id("end"), Type: owner, Set: model.P("multiplicity", model.Multiplicity{State: model.Undecided})},
		{ID: w.id("end"), Type: to, Role: a.Name, Set: roleFields(a.Attribute())},
	}})
	w.showLine(id)
	return id
}

// refuseAttribute: what an association cannot say.
func (w *work) refuseAttribute(a *model.Element) bool {
	d := a.Attribute()
	switch {
	case d.Static:
		w.refuse("%s is static, and an association cannot be.", a.Name)
	case d.Identifier:
		w.refuse("%s identifies, and an association's end cannot.", a.Name)
	case d.Default != "":
		w.refuse("%s has a default value, which an association's end cannot have.", a.Name)
	case d.Redefines != "":
		w.refuse("%s redefines %s.", a.Name, d.Redefines)
	}
	return w.err != nil
}

// attributeToClass: the value becomes the first attribute of a class of its own,
// and the class is associated with the one that had it.
func (w *work) attributeToClass() {
	a := w.element(w.req.Subject, model.Attribute)
	if a == nil {
		return
	}
	owner := w.m.Element(a.Owner)
	d := a.Attribute()
	if a.Type != "" {
		w.refuse("The type of %s is %s already. Make it an association.", a.Name, w.m.TypeText(a))
		return
	}
	if w.refuseAttribute(a) {
		return
	}
	name := strings.TrimSpace(w.req.Name)
	if name == "" {
		name = model.Capital(singular(a.Name))
	}
	class := model.ID("")
	if found := w.m.ClassifiersNamed(name); len(found) > 0 {
		if found[0].Kind != model.Class || len(found) > 1 {
			w.refuse("%s is there already, and no class. Choose another name.", name)
			return
		}
		class = found[0].ID
	}
	role := *a
	if class == "" {
		class = w.id("class")
		w.do(&model.AddElement{ID: class, Kind: model.Class, Name: name}, &model.MoveInto{ID: class, Package: packageOf(w.m, owner)})
		w.show(class, owner.ID)
		value := "value"
		if canonical, ok := model.Primitive(d.TypeName); ok && canonical == "Text" || d.TypeName == "" {
			value = "name"
		}
		w.connect(owner.ID, class, &role)
		// The attribute goes along, with its definition and its traces.
		w.do(&model.MovePart{ID: a.ID, Owner: class}, &model.SetPart{ID: a.ID, Set: model.P("name", value, "multiplicity", "", "derived", false, "readOnly", false, "ordered", false, "nonUnique", false)})
		return
	}
	line := w.connect(owner.ID, class, &role)
	w.traces(a.ID, line)
	w.do(&model.Delete{ID: a.ID})
}

func packageOf(m *model.Model, e *model.Element) model.ID {
	if p := m.Element(e.Owner); p != nil && p.Kind == model.PackageKind {
		return p.ID
	}
	return ""
}

func singular(name string) string {
	list := model.Words(name)
	if len(list) == 0 {
		return name
	}
	last := list[len(list)-1]
	one := model.Singular(last)
	if one == last || len(last) > len(name) || !strings.EqualFold(name[len(name)-len(last):], last) {
		return name
	}
	head := name[:len(name)-len(last)]
	if name[len(head)] != last[0] {
		one = model.Capital(one)
	}
	return head + one
}

// attributeToAssociation: the attribute's type is a classifier, and is shown as
// one.
func (w *work) attributeToAssociation() {
	a := w.element(w.req.Subject, model.Attribute)
	if a == nil {
		return
	}
	if a.Type == "" {
		w.refuse("The type of %s is no classifier of the model.", a.Name)
		return
	}
	if w.refuseAttribute(a) {
		return
	}
	line := w.connect(a.Owner, a.Type, a)
	if a.Definition != "" {
		w.do(&model.SetRelationship{ID: line, Set: model.P("definition", a.Definition)})
	}
	w.traces(a.ID, line)
	w.do(&model.Delete{ID: a.ID})
}

// associationToAttribute: what is at the end With becomes an attribute of the class
// at the other end.
func (w *work) associationToAttribute() {
	r, ends := w.association(w.req.Subject)
	if r == nil {
		return
	}
	end, other := ends[1], ends[0]
	if w.req.With == ends[0].ID {
		end, other = other, end
	} else if w.req.With != "" && w.req.With != end.ID {
		w.refuse("%s has no such end.", w.m.Describe(r.ID))
		return
	}
	d := end.End()
	switch {
	case r.Class != "":
		w.refuse("The association has a class of its own, %s, which an attribute cannot have.", w.m.Element(r.Class).Name)
		return
	case len(d.Qualifiers)+len(other.End().Qualifiers) > 0:
		w.refuse("The association has a qualifier, which an attribute cannot have.")
		return
	}
	name := end.Name
	if name == "" {
		name = decapital(w.m.Element(end.Type).Name)
	}
	id := w.id("attribute")
	mult := d.Multiplicity
	if mult == model.Range(1, 1) {
		mult = model.Multiplicity{}
	}
	redefines := ""
	if len(d.Redefines) > 0 {
		redefines = d.Redefines[0]
	}
	w.do(&model.AddPart{ID: id, Owner: other.Type, Kind: model.Attribute, Name: name, Set: model.P("type", end.Type, "multiplicity", mult, "visibility", d.Visibility,
		"ordered", d.Ordered, "nonUnique", d.NonUnique, "readOnly", d.ReadOnly, "derived", d.Derived, "redefines", redefines, "definition", r.Definition)})
	for _, t := range w.m.TracesOf(r.ID) {
		w.do(&model.LeadTrace{ID: t.ID, From: id})
	}
	w.do(&model.Delete{ID: r.ID})
}

// classToAttribute: a class that says no more than a text becomes an attribute of
// every class that it is associated with.
func (w *work) classToAttribute() {
	c := w.element(w.req.Subject, model.Class)
	if c == nil {
		return
	}
	parts := w.m.Children(c.ID)
	if len(parts) > 1 || len(parts) == 1 && parts[0].Kind != model.Attribute {
		w.refuse("%s has more than one attribute or other features, which would be lost.", c.Name)
		return
	}
	var lines []*model.Relationship
	for _, u := range w.m.Uses(c.ID) {
		switch u := u.(type) {
		case *model.Relationship:
			if u.Kind != model.Trace && u.Kind != model.Anchor {
				w.refuse("%s would be lost.", w.m.Describe(u.ID))
				return
			}
		case *model.Element:
			if u.Kind != model.End {
				w.refuse("%s is the type of %s.", c.Name, w.m.Describe(u.ID))
				return
			}
			r := w.m.Relationship(u.Owner)
			ends := w.m.Ends(r.ID)
			if len(ends) != 2 || ends[0].Type == ends[1].Type || r.Class != "" {
				w.refuse("%s would be lost.", w.m.Describe(r.ID))
				return
			}
			lines = append(lines, r)
		}
	}
	if len(lines) == 0 {
		w.refuse("%s is associated with no class that could have the attribute.", c.Name)
		return
	}
	typ := model.P("typeName", "String")
	var value model.AttributeData
	if len(parts) == 1 {
		value = parts[0].Attribute()
		typ = model.P("typeName", value.TypeName)
		if parts[0].Type != "" {
			typ = model.P("type", parts[0].Type)
		}
	}
	for i, r := range lines {
		ends := w.m.Ends(r.ID)
		end, other := ends[0], ends[1]
		if other.Type == c.ID {
			end, other = other, end
		}
		name := end.Name
		if name == "" {
			name = decapital(c.Name)
		}
		mult := end.End().Multiplicity
		if mult == model.Range(1, 1) {
			mult = model.Multiplicity{}
		}
		id := w.id("attribute")
		set := model.P("multiplicity", mult, "visibility", end.End().Visibility, "ordered", end.End().Ordered, "definition", w.m.Definition(c))
		for k, v := range typ {
			set[k] = v
		}
		w.do(&model.AddPart{ID: id, Owner: other.Type, Kind: model.Attribute, Name: name, Set: set})
		if i == 0 { // traces follow to the first
			w.traces(c.ID, id)
			if len(parts) == 1 {
				w.traces(parts[0].ID, id)
			}
		}
	}
	w.do(&model.Delete{ID: c.ID})
}
