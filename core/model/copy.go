package model

import (
	"slices"
	"strconv"
	"strings"
)

// CopyRequest asks for what some placements show to be shown elsewhere too.
type CopyRequest struct {
	From       ID   // the diagram they are on
	Placements []ID // on it
	To         ID   // the diagram to show them on, the same or another
	AsNew      bool // as new elements with the same features, else the same elements
	DX, DY     int  // how far from their place
	Seed       string
}

// CopyChanges tells the changes that show placed elements and the relationships
// between them on a diagram: the same elements, or copies of them. An element is
// on a diagram once, so that the same elements that are there already are left
// out. Ids derive from the seed.
func CopyChanges(m *Model, req CopyRequest) []Change {
	var out []Change
	copied := map[ID]ID{} // element to what is placed for it
	id := func(old ID) ID { return DeriveID("copy", req.Seed, string(old)) }
	var shown []*Placement
	for _, p := range req.Placements {
		if row := m.Placement(p); row != nil && row.Diagram == req.From {
			shown = append(shown, row)
		}
	}
	for _, p := range shown {
		e := m.Element(p.Subject)
		if e == nil {
			continue
		}
		subject := e.ID
		switch {
		case req.AsNew:
			subject = id(e.ID)
			set := dataPatch(e)
			delete(set, "ordinal") // a copied process gets the next number
			out = append(out, &AddElement{ID: subject, Kind: e.Kind, Name: copyName(m, e), Owner: e.Owner, Set: set})
			if e.Kind == Object {
				out = append(out, &SetObject{ID: subject, Name: e.Name, Type: e.Type, TypeName: e.TypeName(), Slots: e.Object().Slots})
			}
			if len(e.Stereotypes) > 0 && e.Kind.IsClassifier() {
				out = append(out, &SetClassifier{ID: subject, Set: P("stereotypes", e.Stereotypes)})
			}
			out = append(out, copyParts(m, e.ID, subject, id)...)
		case m.PlacementOn(req.To, e.ID) != nil:
			copied[e.ID] = e.ID // there already; its lines may still come
			continue
		}
		copied[e.ID] = subject
		out = append(out, &Place{ID: id(p.ID), Diagram: req.To, Subject: subject, X: p.X + req.DX, Y: p.Y + req.DY, W: p.W, H: p.H})
	}
	for _, toLines := range []bool{false, true} { // what leads to a line comes after the lines
		for _, p := range shown {
			if r := m.Relationship(p.Subject); r != nil && (r.Kind == Anchor && r.Refers != "") == toLines {
				out = append(out, copyRelationship(m, r, p, copied, req, id)...)
			}
		}
	}
	return out
}

func copyRelationship(m *Model, r *Relationship, p *Placement, copied map[ID]ID, req CopyRequest, id func(ID) ID) []Change {
	for _, e := range m.Connected(r) {
		if copied[e] == "" {
			return nil // an end stays behind
		}
	}
	refers := r.Refers
	if r.Kind == Anchor && refers != "" {
		if refers = copied[refers]; refers == "" {
			return nil
		}
	}
	var out []Change
	subject := r.ID
	if req.AsNew {
		subject = id(r.ID)
		c := &Connect{ID: subject, Kind: r.Kind, Name: r.Name, Source: copied[r.Source], Target: copied[r.Target], Refers: refers}
		data := r.Association()
		for i, e := range m.Ends(r.ID) {
			c.Ends = append(c.Ends, NewEnd{ID: id(e.ID), Type: copied[e.Type], Role: e.Name, Set: dataPatch(e)})
			if e.ID == data.Whole {
				c.Whole = i
			}
		}
		c.Aggregation, c.Reading = data.Aggregation, data.Reading
		out = append(out, c)
		out = append(out, copyCaseData(m, r, subject, copied, id)...)
	} else if m.PlacementOn(req.To, r.ID) != nil {
		copied[r.ID] = r.ID
		return nil
	}
	copied[r.ID] = subject
	out = append(out, &Place{ID: id(p.ID), Diagram: req.To, Subject: subject})
	if p.Line != LineRightAngled {
		out = append(out, &SetLine{ID: id(p.ID), Line: p.Line})
	}
	return out
}

// copyParts copies features and their parameters, in their order.
func copyParts(m *Model, owner, to ID, id func(ID) ID) []Change {
	var out []Change
	for _, part := range m.Children(owner) {
		if part.Kind == GeneralizationSet || part.Kind == ComponentPart || !part.Kind.IsPart() { // a copied process is not opened, a copied package empty
			continue
		}
		set := dataPatch(part)
		useCaseRefs(part.Data, func(field string, ref ID) {
			if m.Element(ref).Kind == Step { // of the copy
				set[field] = encodeValue(id(ref))
			}
		})
		if part.Type != "" {
			set["type"] = encodeValue(part.Type)
		}
		out = append(out, &AddPart{ID: id(part.ID), Owner: to, Kind: part.Kind, Name: part.Name, Set: set})
		out = append(out, copyParts(m, part.ID, id(part.ID), id)...)
	}
	return out
}

// dataPatch is the data of an element as a patch.
func dataPatch(e *Element) Patch {
	p := Patch{}
	known := dataFields(e.Kind)
	for _, f := range Fields(e) {
		if slices.Contains(known, f.Name) {
			p[f.Name] = f.Value
		}
	}
	return p
}

// relationshipPatch is the data of a relationship as a patch.
func relationshipPatch(r *Relationship) Patch {
	p := Patch{}
	known := dataFields(r.Kind)
	for _, f := range Fields(r) {
		if slices.Contains(known, f.Name) {
			p[f.Name] = f.Value
		}
	}
	return p
}

// copyCaseData copies what only lines of use case and component diagrams have.
func copyCaseData(m *Model, r *Relationship, to ID, copied map[ID]ID, id func(ID) ID) []Change {
	switch r.Kind {
	case Participation:
		return []Change{&SetRelationship{ID: to, Set: P("part", r.Participation().Part)}}
	case Provides, Requires, Assembly, Delegation:
		set := relationshipPatch(r)
		componentRefs(r.Data, func(field string, ref ID) {
			if p := m.Element(ref); p.Kind == Port && copied[p.Owner] != "" && copied[p.Owner] != p.Owner {
				set[field] = encodeValue(id(ref))
			} else if to := copied[ref]; to != "" {
				set[field] = encodeValue(to)
			}
		})
		if len(set) > 0 {
			return []Change{&SetRelationship{ID: to, Set: set}}
		}
	case Extend:
		points := []ID{}
		for _, p := range r.Extend().Points {
			if copied[r.Target] != r.Target {
				p = id(p)
			}
			points = append(points, p)
		}
		return []Change{&SetRelationship{ID: to, Set: P("points", points, "condition", r.Extend().Condition)}}
	}
	return nil
}

// copyName is a name for a copy that nothing of the kind bears yet.
func copyName(m *Model, e *Element) string {
	if !e.Kind.IsClassifier() && e.Kind != Actor && e.Kind != UseCase && e.Kind != Component || strings.TrimSpace(e.Name) == "" {
		return e.Name
	}
	base := truncate(e.Name, MaxNameLength-12) + " copy"
	name := base
	for i := 2; len(m.Named(name, append(ClassifierKinds(), Actor, UseCase, Component)...)) > 0; i++ {
		name = base + " " + strconv.Itoa(i)
	}
	return name
}

// ShowRelations tells the changes that show, on a diagram, the relationships
// between an element (which is placed by then) and what is placed there.
func ShowRelations(m *Model, diagram, element ID, seed string) []Change {
	var out []Change
	for _, r := range m.RelationshipsOf(element) {
		if m.PlacementOn(diagram, r.ID) != nil {
			continue
		}
		all := r.Kind != Anchor || r.Refers == "" || m.PlacementOn(diagram, r.Refers) != nil
		for _, id := range m.Connected(r) {
			all = all && (id == element || m.PlacementOn(diagram, id) != nil)
		}
		if all {
			out = append(out, &Place{ID: DeriveID("show", seed, string(r.ID)), Diagram: diagram, Subject: r.ID})
		}
	}
	return out
}
