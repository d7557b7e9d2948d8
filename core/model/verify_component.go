package model

var portSides = []string{"", string(LeftSide), string(RightSide), string(TopSide), string(BottomSide)}

// verifyComponentElement checks the kinds of component diagrams.
func (d *draft) verifyComponentElement(e *Element) error {
	switch e.Kind {
	case Component:
		return d.verifyPackage(e) // a component is not in itself either
	case Port:
		return verifyWords(e.ID, "side", string(e.Port().Side), portSides)
	case ComponentPart:
		of := e.ComponentPart().Component
		if of == "" {
			return nil
		}
		if c := d.Element(of); c == nil || c.Kind != Component {
			return Faultf(CodeRefused, "a part is typed by a component").At(e.ID, "component")
		}
		return d.verifyNotInItself(e, of)
	}
	return nil
}

// verifyNotInItself: what a component is made of does not hold that component
// again, at any depth.
func (d *draft) verifyNotInItself(part *Element, of ID) error {
	seen := map[ID]bool{}
	var holds func(id ID) bool
	holds = func(id ID) bool {
		if id == part.Owner {
			return true
		}
		if seen[id] {
			return false
		}
		seen[id] = true
		for _, c := range d.Children(id) {
			if c.Kind == Component && holds(c.ID) || c.Kind == ComponentPart && c.ComponentPart().Component != "" && holds(c.ComponentPart().Component) {
				return true
			}
		}
		return false
	}
	if holds(of) {
		return Faultf(CodeRefused, "%s cannot be made of %s, which is made of it", d.Describe(part.Owner), d.Describe(of)).At(part.ID, "component")
	}
	return nil
}

// verifyComponentRelationship checks who may be connected: done is false for the
// kinds that are checked elsewhere.
func (d *draft) verifyComponentRelationship(r *Relationship, ends []*Element) (done bool, err error) {
	switch r.Kind {
	case Provides, Requires, Assembly, Delegation, Holds:
	default:
		return false, nil
	}
	refuse := func(field, format string, args ...any) (bool, error) {
		return true, Faultf(CodeRefused, format, args...).At(r.ID, field)
	}
	if len(ends) > 0 {
		return refuse("ends", "%s has a source and a target, not ends", d.Describe(r.ID))
	}
	from, to := d.Element(r.Source), d.Element(r.Target)
	if from == nil || to == nil {
		return refuse("source", "%s needs two elements", withArticle(r.Kind))
	}
	isPlace := func(e *Element) bool { return e.Kind == Component || e.Kind == ComponentPart }
	portOf := func(port ID, at *Element) bool {
		p, c := d.Element(port), d.ComponentAt(at.ID)
		return p != nil && p.Kind == Port && c != nil && p.Owner == c.ID
	}
	switch r.Kind {
	case Provides, Requires:
		if from.Kind != Component {
			return refuse("source", "only a component provides or requires an interface")
		}
		if to.Kind != Interface {
			return refuse("target", "a component provides or requires interfaces")
		}
		if p := r.Offer().Port; p != "" && !portOf(p, from) {
			return refuse("port", "%s has no such port", d.Describe(from.ID))
		}
		for _, o := range d.bySide(r.Source, r.Kind, func(o *Relationship) bool { return o.Source == r.Source && o.Target == r.Target }) {
			if o.ID != r.ID && o.Offer().Port == r.Offer().Port {
				return refuse("target", "%s %s %s already", d.Describe(from.ID), r.Kind, to.Name)
			}
		}
		return true, nil
	case Holds:
		if from.Kind != Component || !to.Kind.IsClassifier() {
			return refuse("target", "a component holds classifiers")
		}
		if len(d.bySide(r.Source, Holds, func(o *Relationship) bool { return o.Source == r.Source && o.Target == r.Target })) > 1 {
			return refuse("target", "%s holds %s already", d.Describe(from.ID), to.Name)
		}
		return true, nil
	}
	c := r.Connector()
	if i := d.Element(c.Interface); c.Interface != "" && (i == nil || i.Kind != Interface) {
		return refuse("interface", "%s passes an interface", withArticle(r.Kind))
	}
	if !isPlace(from) {
		return refuse("source", "%s begins at a component or a part", withArticle(r.Kind))
	}
	if c.FromPort != "" && !portOf(c.FromPort, from) {
		return refuse("fromPort", "%s has no such port", d.Describe(from.ID))
	}
	if c.ToPort != "" && !portOf(c.ToPort, to) {
		return refuse("toPort", "%s has no such port", d.Describe(to.ID))
	}
	if r.Kind == Assembly {
		if !isPlace(to) {
			return refuse("target", "an assembly leads to a component or a part")
		}
		if r.Source == r.Target {
			return refuse("target", "%s gets nothing from itself", d.Describe(from.ID))
		}
		return true, nil
	}
	if from.Kind != Component || c.FromPort == "" {
		return refuse("fromPort", "a delegation begins at a port of a component")
	}
	if !isPlace(to) && to.Kind != Class {
		return refuse("target", "a delegation leads to a component, a part or a class")
	}
	if r.Source == r.Target {
		return refuse("target", "%s passes nothing to itself", d.Describe(from.ID))
	}
	return true, nil
}
