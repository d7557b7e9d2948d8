package notation

import (
	"strings"

	"lexeon/core/model"
)

// Object is an object as text: on the first line its name, a colon and what it is
// an example of, either of which may be missing; below it one value per line.
//
//	lot17 : HoneyLot
//	mass = 212.5
type Object struct {
	Name  string
	Type  string
	Slots []model.SlotValue
}

// ReadObject reads an object. A line that is no value is told with its text.
func ReadObject(text string) (Object, error) {
	var out Object
	head := true
	for line := range strings.SplitSeq(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line = strings.TrimSpace(line)
		if line == "" {
			continue
		}
		if head {
			name, of, _ := strings.Cut(line, ":")
			out.Name, out.Type, head = strings.TrimSpace(name), strings.TrimSpace(of), false
			continue
		}
		name, value, ok := strings.Cut(line, "=")
		if name = strings.TrimSpace(name); !ok || name == "" {
			return Object{}, model.Faultf(model.CodeSyntax, "%q is no value: write the attribute, =, and what it is here, such as mass = 12", line)
		}
		out.Slots = append(out.Slots, model.SlotValue{Name: name, Value: strings.TrimSpace(value)})
	}
	return out, nil
}

// ObjectText writes an object as ReadObject reads it.
func ObjectText(m *model.Model, e *model.Element) string {
	head := e.Name
	if t := m.TypeText(e); t != "" {
		head = strings.TrimSpace(head + " : " + t)
	}
	return strings.Join(append([]string{head}, ValueLines(e)...), "\n")
}

// ValueLines writes the values of an object, one per line.
func ValueLines(e *model.Element) []string {
	var out []string
	for _, v := range e.Object().Slots {
		out = append(out, strings.TrimSpace(v.Name+" = "+v.Value))
	}
	return out
}

// EditObject tells the change that a text makes of an object.
func EditObject(m *model.Model, e *model.Element, text string) ([]model.Change, error) {
	o, err := ReadObject(text)
	if err != nil {
		return nil, err
	}
	c := &model.SetObject{ID: e.ID, Name: o.Name, TypeName: o.Type, Slots: o.Slots}
	if found := m.ClassifiersNamed(o.Type); len(found) > 0 && o.Type != "" {
		c.Type, c.TypeName = found[0].ID, ""
		for _, t := range found { // of several that bear the name, the one it has
			if t.ID == e.Type {
				c.Type = t.ID
			}
		}
	}
	return []model.Change{c}, nil
}

// readLink reads a link by the association that it is an example of.
func readLink(m *model.Model, r *model.Relationship, _ func(model.ID) string) []Sentence {
	title := func(id model.ID) string { return m.ObjectTitle(m.Element(id)) }
	from, to, verb := title(r.Source), title(r.Target), r.Name
	if a := m.Relationship(r.Refers); a != nil {
		if verb == "" {
			verb = a.Name
		}
		if a.Association().Reading == model.Backward {
			from, to = to, from
		}
		if verb == "" && a.Association().Aggregation != model.NoAggregation {
			verb = "is made of"
			if ends := m.Ends(a.ID); a.Association().Whole != ends[0].ID {
				from, to = to, from
			}
			if a.Association().Aggregation == model.Shared {
				verb = "brings together"
			}
		}
	}
	if verb == "" {
		verb = "is linked with"
	}
	return []Sentence{plain("For example: " + from + " " + verb + " " + to + ".")}
}

// readXor tells what excludes an association.
func readXor(m *model.Model, r *model.Relationship) []Sentence {
	var out []Sentence
	for _, o := range m.Xor(r.ID) {
		text, ok := StatementText(m, o)
		if !ok {
			text = m.Describe(o.ID)
		}
		out = append(out, plain("Either this, or: "+text+". Never both for one object."))
	}
	return out
}
