package model

import "slices"

// Limits of what stands before and beside the class model.
const (
	MaxProcessDepth = 12
	maxConditions   = 12
	maxRules        = 200
)

var (
	views       = []string{"", string(Physical)}
	notations   = []string{"", string(Boxes)}
	itemSources = []string{"", string(Elementary), string(CreatedHere), string(DerivedFrom)}
	breaks      = []string{"", string(Paragraph), string(Heading), string(ListEntry)}
)

// verifyFlowElement checks the kinds of data flow diagrams, brief and table.
func (d *draft) verifyFlowElement(e *Element) error {
	switch e.Kind {
	case Process:
		return d.verifyProcess(e)
	case DataItem:
		return verifyWords(e.ID, "source", string(e.DataItem().Source), itemSources)
	case Sentence:
		return verifyWords(e.ID, "break", string(e.Sentence().Break), breaks)
	case Activity:
		return verifyWords(e.ID, "processing", string(e.Activity().Processing), truths)
	case Event:
		if p := d.Element(e.Event().Process); e.Event().Process != "" && (p == nil || p.Kind != Process) {
			return Faultf(CodeRefused, "an event is answered by a process").At(e.ID, "process")
		}
	}
	return nil
}

func (d *draft) verifyProcess(e *Element) error {
	p := e.Process()
	if err := verifyWords(e.ID, "view", string(p.View), views); err != nil {
		return err
	}
	if p.Ordinal < 0 || p.Ordinal > 9999 {
		return Faultf(CodeInvalid, "%d cannot be the number of a process: 1 to 9999", p.Ordinal).At(e.ID, "ordinal")
	}
	if e.Owner == "" && p.View != Logical {
		return Faultf(CodeRefused, "only a process that is part of another one stands in the physical view").At(e.ID, "view")
	}
	depth := 0
	for o := d.Element(e.Owner); o != nil; o = d.Element(o.Owner) {
		if depth++; o.ID == e.ID {
			return Faultf(CodeRefused, "%s cannot be a part of itself", d.Describe(e.ID)).At(e.ID, "owner")
		}
		if depth > MaxProcessDepth {
			return Faultf(CodeTooLarge, "%s would stand on level %d: at most %d are possible", d.Describe(e.ID), depth, MaxProcessDepth).At(e.ID, "owner")
		}
	}
	if p.Decision != nil {
		return verifyDecision(e.ID, p.Decision)
	}
	return nil
}

func verifyDecision(id ID, t *DecisionTable) error {
	if len(t.Conditions) > maxConditions || len(t.Rules) > maxRules {
		return Faultf(CodeTooLarge, "a decision table has at most %d conditions and %d rules", maxConditions, maxRules).At(id, "decision")
	}
	for i, r := range t.Rules {
		if len(r.When) != len(t.Conditions) {
			return Faultf(CodeInvalid, "rule %d answers %d of %d conditions", i+1, len(r.When), len(t.Conditions)).At(id, "decision")
		}
		for j, v := range r.When {
			if v != AnyValue && !slices.Contains(t.Conditions[j].Values, v) {
				return Faultf(CodeInvalid, "rule %d: %q is no answer to %q", i+1, v, t.Conditions[j].Text).At(id, "decision")
			}
		}
		for _, a := range r.Do {
			if a < 0 || a >= len(t.Actions) {
				return Faultf(CodeInvalid, "rule %d takes action %d of %d", i+1, a+1, len(t.Actions)).At(id, "decision")
			}
		}
	}
	return nil
}

// verifyDataFlow: a flow leads between processes of one level, stores, entities
// and the frame of its level.
func (d *draft) verifyDataFlow(r *Relationship, ends []*Element) error {
	if len(ends) > 0 {
		return Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
	}
	if r.Source == "" && r.Target == "" {
		return Faultf(CodeRefused, "a data flow needs something at one of its ends at least").At(r.ID, "source")
	}
	var processes []*Element
	for _, side := range []struct {
		field string
		id    ID
	}{{"source", r.Source}, {"target", r.Target}} {
		if side.id == "" {
			continue
		}
		e := d.Element(side.id)
		if e == nil || e.Kind != Process && e.Kind != Entity && e.Kind != Store {
			return Faultf(CodeRefused, "a data flow leads between processes, external entities and data stores").At(r.ID, side.field)
		}
		if e.Kind == Process {
			processes = append(processes, e)
		}
	}
	if len(processes) == 0 && (r.Source == "" || r.Target == "") {
		return Faultf(CodeRefused, "what crosses the frame of a level leads to or from a process").At(r.ID, "source")
	}
	if len(processes) == 1 && processes[0].Owner == "" && (r.Source == "" || r.Target == "") {
		return Faultf(CodeRefused, "around %s there is no frame to cross: it is no part of another process", d.Describe(processes[0].ID)).At(r.ID, "source")
	}
	if len(processes) == 2 && (processes[0].Owner != processes[1].Owner || processes[0].Process().View != processes[1].Process().View) {
		return Faultf(CodeRefused, "%s and %s stand on different levels: a data flow stays on one", d.Describe(processes[0].ID), d.Describe(processes[1].ID)).At(r.ID, "target")
	}
	return nil
}

// verifyTrace: from an element or relationship to a sentence or an activity.
func (d *draft) verifyTrace(r *Relationship, ends []*Element) error {
	if len(ends) > 0 || (r.Source == "") == (r.Traced == "") {
		return Faultf(CodeRefused, "a trace starts at one element or relationship").At(r.ID, "source")
	}
	if t := d.Element(r.Target); t == nil || t.Kind != Sentence && t.Kind != Activity {
		return Faultf(CodeRefused, "a trace leads to a sentence of the brief or to an activity").At(r.ID, "target")
	}
	if e := d.Element(r.Source); e != nil && e.Kind == Sentence {
		return Faultf(CodeRefused, "a sentence is not traced to another").At(r.ID, "source")
	}
	if t := d.Relationship(r.Traced); r.Traced != "" && (t == nil || t.Kind == Trace) {
		return Faultf(CodeRefused, "a trace starts at one element or relationship").At(r.ID, "traced")
	}
	return nil
}

func (d *draft) verifyDiagram(r *Diagram) error {
	if _, ok := diagramInfo[r.Kind]; !ok {
		return Faultf(CodeInvalid, "%q is not a kind of diagram", string(r.Kind)).At(r.ID, "kind")
	}
	if err := verifyWords(r.ID, "view", string(r.View), views); err != nil {
		return err
	}
	if err := verifyDetail(r.ID, r.Detail, diagramDetails); err != nil {
		return err
	}
	if err := verifyTableView(r); err != nil {
		return err
	}
	if r.Kind == ComponentDiagram && r.View == Logical {
		if c := d.Element(r.About); r.About != "" && (c == nil || c.Kind != Component) {
			return Faultf(CodeRefused, "a component diagram shows the inside of a component, or of none").At(r.ID, "about")
		}
		return nil
	}
	if r.Kind != LevelDiagram {
		if r.About != "" || r.View != Logical {
			return Faultf(CodeRefused, "only the diagram of a level is about a process").At(r.ID, "about")
		}
		return nil
	}
	if p := d.Element(r.About); p == nil || p.Kind != Process {
		return Faultf(CodeRefused, "a data flow diagram shows what a process consists of: it must say which").At(r.ID, "about")
	}
	for _, u := range d.Uses(r.About) {
		if o, ok := u.(*Diagram); ok && o.ID != r.ID && o.Kind == LevelDiagram && o.View == r.View {
			return Faultf(CodeRefused, "%s is opened already, in %s", d.Describe(r.About), d.Describe(o.ID)).At(r.ID, "about")
		}
	}
	return nil
}

// verifyDrawnBetween: a flow is drawn between placements of its own ends.
func (d *draft) verifyDrawnBetween(p *Placement) error {
	r := d.Relationship(p.Subject)
	for _, side := range []struct {
		field   string
		at      ID
		subject func(*Relationship) ID
	}{{"from", p.From, func(r *Relationship) ID { return r.Source }}, {"to", p.To, func(r *Relationship) ID { return r.Target }}} {
		if side.at == "" {
			continue
		}
		if o := d.Placement(side.at); r == nil || o == nil || o.Diagram != p.Diagram || o.Subject != side.subject(r) {
			return Faultf(CodeRefused, "%s is drawn only between placements of what it connects", d.Describe(p.Subject)).At(p.ID, side.field)
		}
	}
	return nil
}
