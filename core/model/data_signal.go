package model

// ReceptionData: UML 2.5.1, 10.3. TypeName is the signal as typed where no signal of the model
// bears that name; otherwise Element.Type points to it. What is received is said by the
// signal: a reception has neither a name nor parameters of its own.
type ReceptionData struct {
	TypeName string `json:"typeName,omitempty"`
}

func (*ReceptionData) data() {}

func (d *ReceptionData) typeName() string             { return d.TypeName }
func (d ReceptionData) withTypeName(name string) Data { d.TypeName = name; return &d }

// verifyReception: its type is a signal.
func (d *draft) verifyReception(e *Element) error {
	if t := d.Element(e.Type); t != nil && t.Kind != Signal {
		return Faultf(CodeRefused, "%s: only a signal is received, and %s is none", d.Describe(e.ID), d.Describe(t.ID)).At(e.ID, "type")
	}
	return nil
}

// fits: a part of this kind can be of that type.
func (e *Element) fits(t *Element) bool { return e.Kind != Reception || t.Kind == Signal }

// verifySend: a usage may say which operation of its source sends the signal that it leads
// to (UML 2.5.1, 22.3: the standard stereotype Send).
func (d *draft) verifySend(r *Relationship) error {
	if r.Refers == "" {
		return nil
	}
	o, to := d.Element(r.Refers), d.Element(r.Target)
	if o == nil || o.Kind != Operation || to.Kind != Signal {
		return Faultf(CodeRefused, "only an operation sends, and only a signal").At(r.ID, "refers")
	}
	return nil
}

// Receptions lists those of a signal.
func (m *Model) Receptions(signal ID) []*Element {
	var out []*Element
	for _, r := range m.Uses(signal) {
		if e, ok := r.(*Element); ok && e.Kind == Reception {
			out = append(out, e)
		}
	}
	return out
}

// IsSend reports whether a usage says that a signal is sent.
func (m *Model) IsSend(r *Relationship) bool {
	to := m.Element(r.Target)
	return r.Kind == Usage && to != nil && to.Kind == Signal
}
