package model

// ComponentData: UML 2.5.1, 11.6, Component. External ones are made elsewhere:
// what they require is not asked for.
type ComponentData struct {
	External bool `json:"external,omitempty"`
}

// ComponentPartData: UML 2.5.1, 11.2, a part of a structured classifier. Component
// is what it is an instance of; empty where that is not decided.
type ComponentPartData struct {
	Component    ID           `json:"component,omitempty"`
	Multiplicity Multiplicity `json:"multiplicity,omitempty"`
}

// PortSide is where a port stands at its component; empty: where its lines lead.
type PortSide string

const (
	AnySide    PortSide = ""
	LeftSide   PortSide = "left"
	RightSide  PortSide = "right"
	TopSide    PortSide = "top"
	BottomSide PortSide = "bottom"
)

// PortData: UML 2.5.1, 11.3, Port.
type PortData struct {
	Side PortSide `json:"side,omitempty"`
}

// OfferData belongs to a provided or required interface. Port is where; empty: at
// the component itself.
type OfferData struct {
	Port ID `json:"port,omitempty"`
}

// ConnectorData belongs to assemblies and delegations: UML 2.5.1, 11.2, Connector.
// The ports belong to the components at its sides, or to those that the parts there
// are typed by.
type ConnectorData struct {
	Interface ID `json:"interface,omitempty"`
	FromPort  ID `json:"fromPort,omitempty"`
	ToPort    ID `json:"toPort,omitempty"`
}

func (*ComponentData) data()     {}
func (*ComponentPartData) data() {}
func (*PortData) data()          {}
func (*OfferData) data()         {}
func (*ConnectorData) data()     {}

func (e *Element) Component() ComponentData         { return dataOf[ComponentData](e.Data) }
func (e *Element) ComponentPart() ComponentPartData { return dataOf[ComponentPartData](e.Data) }
func (e *Element) Port() PortData                   { return dataOf[PortData](e.Data) }
func (r *Relationship) Offer() OfferData            { return dataOf[OfferData](r.Data) }
func (r *Relationship) Connector() ConnectorData    { return dataOf[ConnectorData](r.Data) }

func componentRefs(d Data, f func(string, ID)) {
	switch d := d.(type) {
	case *ComponentPartData:
		ref(f, "component", d.Component)
	case *OfferData:
		ref(f, "port", d.Port)
	case *ConnectorData:
		ref(f, "interface", d.Interface)
		ref(f, "fromPort", d.FromPort)
		ref(f, "toPort", d.ToPort)
	}
}

// needs reports whether a relationship cannot be without an element that its data
// refer to: a connector without its interface, a delegation without its port.
func (d *draft) needs(r *Relationship, e *Element) bool {
	c, ok := r.Data.(*ConnectorData)
	return ok && (c.Interface == e.ID || r.Kind == Delegation && c.FromPort == e.ID)
}

// saysTwice reports whether a component offers, at a port, what it would offer
// once more without that port.
func (d *draft) saysTwice(r *Relationship, port *Element) bool {
	if (r.Kind != Provides && r.Kind != Requires) || port.Kind != Port {
		return false
	}
	for _, o := range d.Offers(r.Source, r.Kind) {
		if o.ID != r.ID && o.Target == r.Target && (o.Offer().Port == "" || o.Offer().Port == port.ID && o.ID < r.ID) {
			return true
		}
	}
	return false
}

// withoutPort is data that refers to a port no more: what was there is at the
// component itself.
func withoutPort(d Data, port ID) (Data, bool) {
	swap := func(ref *ID) {
		if *ref == port {
			*ref = ""
		}
	}
	switch d := d.(type) {
	case *OfferData:
		n := *d
		swap(&n.Port)
		return &n, true
	case *ConnectorData:
		n := *d
		swap(&n.FromPort)
		swap(&n.ToPort)
		return &n, true
	}
	return nil, false
}

// ComponentAt is the component that stands at a side of a connector: itself, or what
// a part is typed by; nil where that is not decided, or at a class.
func (m *Model) ComponentAt(id ID) *Element {
	e := m.Element(id)
	switch {
	case e == nil:
		return nil
	case e.Kind == ComponentPart:
		return m.Element(e.ComponentPart().Component)
	case e.Kind == Component:
		return e
	}
	return nil
}

// HeldBy lists the components that hold a classifier, sorted by id.
func (m *Model) HeldBy(classifier ID) []*Element {
	var out []*Element
	for _, r := range m.RelationshipsTo(classifier, Holds) {
		out = append(out, m.Element(r.Source))
	}
	return out
}

// Held lists the classifiers that a component holds, sorted by id.
func (m *Model) Held(component ID) []*Element {
	var out []*Element
	for _, r := range m.RelationshipsFrom(component, Holds) {
		out = append(out, m.Element(r.Target))
	}
	return out
}

// Offers lists what a component provides (or requires), by relationship, sorted by
// id.
func (m *Model) Offers(component ID, kind Kind) []*Relationship {
	return m.RelationshipsFrom(component, kind)
}

// Offering lists who provides (or requires) an interface, by relationship, sorted
// by id.
func (m *Model) Offering(iface ID, kind Kind) []*Relationship {
	return m.RelationshipsTo(iface, kind)
}

// PartsOf lists the parts that are typed by a component, sorted by id.
func (m *Model) PartsOf(component ID) []*Element {
	ids, _ := m.uses.get(component)
	var out []*Element
	for _, u := range ids {
		if e := m.Element(u); e != nil && e.Kind == ComponentPart && e.ComponentPart().Component == component {
			out = append(out, e)
		}
	}
	return out
}

// InsideOf finds the diagram that shows the inside of a component; nil for none.
func (m *Model) InsideOf(component ID) *Diagram {
	for _, u := range m.Uses(component) {
		if d, ok := u.(*Diagram); ok && d.Kind == ComponentDiagram && d.About == component {
			return d
		}
	}
	return nil
}
