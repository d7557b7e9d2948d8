package activity

import (
	"lexeon/core/model"
)

// Covers reports whether a flow shows a fact: the same data, the outsider or
// store at its own end, a process or the frame at the inside end.
func (t *Table) Covers(f *Fact, flow *model.Relationship) bool {
	if t.m.TermKey(flow.Name) != f.Key && !(flow.Name == "" && (f.From.Side == AtRest || f.To.Side == AtRest)) {
		return false
	}
	return t.stands(f.From, flow.Source) && t.stands(f.To, flow.Target)
}

func (t *Table) stands(p *Party, id model.ID) bool {
	e := t.m.Element(id)
	if p.Side == Inside {
		return e == nil || e.Kind == model.Process
	}
	return e != nil && (e.Kind == model.Entity || e.Kind == model.Store) && t.m.TermKey(e.Name) == p.Key
}

// Coverage tells, for every row, the flows that show it, and the other way
// round; and how many facts no flow shows.
type Coverage struct {
	Flows     map[model.ID][]model.ID // of a row
	Rows      map[model.ID][]model.ID // of a flow
	Uncovered []*Fact                 // that a flow could show, and none does
	Facts     int                     // that a flow could show
}

// Coverage of the table by the flows that are in the model.
func (t *Table) Coverage() Coverage {
	c := Coverage{Flows: map[model.ID][]model.ID{}, Rows: map[model.ID][]model.ID{}}
	byName := map[string][]*model.Relationship{}
	for _, flow := range t.m.Relationships(model.DataFlow) {
		byName[t.m.TermKey(flow.Name)] = append(byName[t.m.TermKey(flow.Name)], flow)
	}
	for _, f := range t.Facts {
		if v, _ := f.Verdict(); v == OutOfScope || v == AtStore || f.From == f.To { // what somebody hands to itself may stay within a process
			continue
		}
		c.Facts++
		shown := false
		for _, flow := range append(byName[f.Key], byName[""]...) {
			if !t.Covers(f, flow) {
				continue
			}
			shown = true
			for _, r := range f.Rows {
				c.Flows[r.ID] = appendNew(c.Flows[r.ID], flow.ID)
				c.Rows[flow.ID] = appendNew(c.Rows[flow.ID], r.ID)
			}
		}
		if !shown {
			c.Uncovered = append(c.Uncovered, f)
		}
	}
	return c
}

func appendNew(list []model.ID, id model.ID) []model.ID {
	for _, o := range list {
		if o == id {
			return list
		}
	}
	return append(list, id)
}
