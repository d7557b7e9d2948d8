package model

import "strings"

import "fmt"

// AddElement makes an element that stands for itself. It meets its term by the
// normal form of its name.
type AddElement struct {
	readsNothing
	ID    ID     `json:"id"`
	Kind  Kind   `json:"kind"`
	Name  string `json:"name,omitempty"`
	Owner ID     `json:"owner,omitempty"`
	// Before names the element it comes before, of kinds that have an order.
	Before ID    `json:"before,omitempty"`
	Set    Patch `json:"set,omitempty"` // of its data
}

func (c *AddElement) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	info, ok := elementInfo[c.Kind]
	if !ok || info.Kind.IsPart() && c.Kind != GeneralizationSet && c.Kind != Sentence && c.Kind != ComponentPart {
		return Faultf(CodeInvalid, "%q is not a kind of element that can be added", string(c.Kind)).At(c.ID, "kind")
	}
	e := &Element{ID: c.ID, Kind: c.Kind, Name: c.Name, Owner: c.Owner, Data: newData(c.Kind)}
	if info.Ordered {
		e.Order = d.orderAmong(c.Kind, c.Before)
	} else if c.Owner != "" {
		e.Order = d.orderBefore(c.Owner, c.Before)
	}
	r, err := patched(e, c.Set, dataFields(c.Kind))
	if err != nil {
		return err
	}
	e = r.(*Element)
	if c.Kind.HasTerm() {
		e.Term = d.termFor(e)
	}
	d.numberProcess(e)
	if e.Kind == Object {
		e = d.bindType(e)
	}
	d.put(e)
	d.bindTypes(e)
	return nil
}

func (c *AddElement) says(before, after *Model) string {
	return "Add " + after.Describe(c.ID)
}

func (*AddElement) weight() int { return making }

func (*AddElement) several(n int, first string) string {
	return fmt.Sprintf("%s and %d more", first, n-1)
}

// SetName renames an element, a relationship or a diagram.
type SetName struct {
	readsNothing
	ID   ID     `json:"id"`
	Name string `json:"name"`
}

func (c *SetName) apply(d *draft) error {
	switch r := d.Row(c.ID).(type) {
	case *Element:
		e := *r
		e.Name = c.Name
		if e.Kind.HasTerm() {
			e.Term = d.renameTerm(r, c.Name)
		}
		d.put(&e)
		if e.Term != r.Term {
			d.dropBareTerm(r.Term)
		}
		d.bindTypes(&e)
	case *Relationship:
		n := *r
		n.Name = c.Name
		d.put(&n)
	case *Diagram:
		n := *r
		n.Name = c.Name
		d.put(&n)
	default:
		return missing("element", c.ID)
	}
	return nil
}

func (c *SetName) says(before, after *Model) string {
	if strings.TrimSpace(c.Name) == "" {
		return "Take away the name of " + before.Describe(c.ID)
	}
	return fmt.Sprintf("Rename %s to %s", before.Describe(c.ID), c.Name)
}

func (*SetName) weight() int { return altering }

// SetDefinition writes a definition where it belongs: on the term of an element
// that has one, else on the element or relationship itself.
type SetDefinition struct {
	readsNothing
	ID   ID     `json:"id"`
	Text string `json:"text"`
}

func (c *SetDefinition) apply(d *draft) error {
	switch r := d.Row(c.ID).(type) {
	case *Element:
		if t := d.Term(r.Term); t != nil {
			n := *t
			n.Definition = c.Text
			d.put(&n)
			return nil
		}
		n := *r
		n.Definition = c.Text
		d.put(&n)
	case *Relationship:
		n := *r
		n.Definition = c.Text
		d.put(&n)
	default:
		return missing("element", c.ID)
	}
	return nil
}

func (c *SetDefinition) says(before, after *Model) string {
	return "Define " + after.Describe(c.ID)
}

func (*SetDefinition) weight() int { return altering }

// SetClassifier sets what only classifiers have: abstract, final, accessors,
// stereotypes.
type SetClassifier struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetClassifier) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.IsClassifier() {
		return missing("classifier", c.ID)
	}
	r, err := patched(e, c.Set, append(dataFields(e.Kind), "stereotypes"))
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetClassifier) says(before, after *Model) string {
	return "Change " + after.Describe(c.ID)
}

func (*SetClassifier) weight() int { return altering }

// Delete removes an element, a relationship or a diagram from the model, with
// all that cannot be without it.
type Delete struct {
	readsNothing
	ID ID `json:"id"`
}

func (c *Delete) apply(d *draft) error {
	switch r := d.Row(c.ID).(type) {
	case *Element:
		if r.Kind == End {
			return Faultf(CodeRefused, "an end goes only with its association").At(c.ID, "")
		}
		d.deleteElement(r)
	case *Relationship:
		d.deleteRelationship(r)
	case *Diagram:
		d.deleteDiagram(r)
	case *Term:
		if len(d.Faces(r.ID)) > 0 {
			return Faultf(CodeRefused, "%s is still drawn or defined: its faces go first", d.Describe(r.ID)).At(c.ID, "")
		}
		d.drop(r.ID)
	default:
		return missing("element", c.ID)
	}
	return nil
}

func (c *Delete) says(before, after *Model) string {
	return "Delete " + before.Describe(c.ID)
}

func (*Delete) weight() int { return decisive }

func (*Delete) several(n int, first string) string { return fmt.Sprintf("Delete %d things", n) }

func (d *draft) deleteDiagram(r *Diagram) {
	for _, p := range d.PlacementsOn(r.ID) {
		d.drop(p.ID)
	}
	d.drop(r.ID)
}

// dropPlacement takes a shape or a line off a diagram; lines drawn to one of
// several placements of an element go to the first that is left.
func (d *draft) dropPlacement(p *Placement) {
	for _, u := range d.Uses(p.ID) {
		if line, ok := u.(*Placement); ok {
			n := *line
			if n.From == p.ID {
				n.From = ""
			}
			if n.To == p.ID {
				n.To = ""
			}
			d.put(&n)
		}
	}
	d.drop(p.ID)
}

func (d *draft) deleteElement(e *Element) {
	for _, child := range d.Children(e.ID) {
		if e.Kind == PackageKind || child.Kind == Component { // what was in it can be without it
			d.moveInto(child, e.Owner)
			continue
		}
		d.deleteElement(child)
	}
	for _, r := range d.RelationshipsOf(e.ID) {
		d.deleteRelationship(r)
	}
	for _, t := range append(d.TracesOf(e.ID), d.TracesTo(e.ID)...) {
		d.drop(t.ID)
	}
	for _, u := range d.Uses(e.ID) {
		switch u := u.(type) {
		case *Element: // a part typed by it keeps the name as typed
			if u.Kind == Event {
				data := u.Event()
				data.Process = ""
				n := *u
				n.Data = &data
				d.put(&n)
				continue
			}
			if u.Kind == ComponentPart { // a part of nothing in particular
				n := *u
				n.Data = &ComponentPartData{}
				d.put(&n)
				continue
			}
			if data, ok := withoutUseCaseRef(u.Data, e.ID, d.stepBeside(e)); ok {
				n := *u
				n.Data = data
				d.put(&n)
				continue
			}
			d.put(u.withType("", e.Name))
		case *Relationship:
			n := *u
			if data, ok := withoutUseCaseRef(u.Data, e.ID, ""); ok {
				n.Data = data
			}
			if d.needs(u, e) || d.saysTwice(u, e) {
				d.deleteRelationship(u)
				continue
			}
			if data, ok := withoutPort(u.Data, e.ID); ok {
				n.Data = data
			}
			if n.Refers == e.ID { // it is not said any more which operation sends
				n.Refers = ""
			}
			if n.Class == e.ID {
				n.Class = ""
			}
			if n.Set == e.ID {
				n.Set = ""
			}
			d.put(&n)
		case *Diagram: // what it was opened into
			d.deleteDiagram(u)
		case *Placement:
			d.dropPlacement(u)
		}
	}
	d.drop(e.ID)
	d.dropUnusedPicture(e.Picture)
	if e.Term != "" {
		d.dropBareTerm(e.Term)
	}
}

// stepBeside is the step that takes over what is attached to one that goes: the
// next one, else the one before.
func (d *draft) stepBeside(e *Element) ID {
	if e.Kind != Step {
		return ""
	}
	list := d.Children(e.Owner, Step)
	for i, s := range list {
		switch {
		case s.ID != e.ID:
		case i+1 < len(list):
			return list[i+1].ID
		case i > 0:
			return list[i-1].ID
		}
	}
	return ""
}

func (d *draft) deleteRelationship(r *Relationship) {
	for _, p := range d.PlacementsOf(r.ID) {
		d.drop(p.ID)
	}
	for _, e := range d.Children(r.ID) {
		d.drop(e.ID)
	}
	for _, t := range d.TracesOf(r.ID) {
		d.drop(t.ID)
	}
	for _, u := range d.Uses(r.ID) {
		switch u := u.(type) {
		case *Relationship:
			if u.Kind == Anchor {
				d.deleteRelationship(u)
			} else if u.Refers == r.ID { // a link can be without it
				n := *u
				n.Refers = ""
				d.put(&n)
			}
		}
	}
	d.drop(r.ID)
}

// bindTypes points every part that was typed with the element's name to it,
// unless the name is ambiguous.
func (d *draft) bindTypes(e *Element) {
	if !e.Kind.IsClassifier() || e.Name == "" || len(d.ClassifiersNamed(e.Name)) != 1 {
		return
	}
	for _, p := range d.TypedAs(e.Name) {
		if p.fits(e) {
			d.put(p.withType(e.ID, ""))
		}
	}
}

// bindType points one typed part to the classifier that bears its type's name.
func (d *draft) bindType(e *Element) *Element {
	if name := e.TypeName(); name != "" {
		if found := d.ClassifiersNamed(name); len(found) == 1 && e.fits(found[0]) {
			return e.withType(found[0].ID, "")
		}
	}
	return e
}

func (d *draft) free(id ID) error {
	if !id.Valid() {
		return Faultf(CodeInvalid, "%q is not an id: letters, digits, - and _ only, 64 at most", string(id)).At(id, "id")
	}
	if d.Row(id) != nil {
		return Faultf(CodeExists, "the id %q is taken", string(id)).At(id, "id")
	}
	return nil
}

func missing(what string, id ID) *Fault {
	return Faultf(CodeMissing, "there is no %s %q any more", what, string(id)).At(id, "")
}

// dataFields lists the members that belong to a kind's data.
func dataFields(k Kind) []string {
	d := newData(k)
	if d == nil {
		return []string{}
	}
	return structFields(d)
}
