package notation

import "lexeon/core/model"

// NearName is a new name that is one letter off a known one.
type NearName struct {
	Name  string `json:"name"`
	Known string `json:"known"`
}

// Near lists what a sentence names that is new, and nearly the name of a term or a data flow:
// "berth recrod" where there is a berth record.
func (u Understood) Near(m *model.Model) []NearName {
	var out []NearName
	ask := func(name string) {
		if known := nearest(m, name); known != "" {
			out = append(out, NearName{name, known})
		}
	}
	for _, n := range u.New() {
		ask(n.Name)
	}
	for _, c := range u.Clauses {
		if f := c.Statement.Form; c.Features == nil && (f == FormFlow || f == FormWrite || f == FormRead) && c.Statement.Verb != "" {
			if len(m.TermsNamed(c.Statement.Verb)) == 0 && len(m.FlowsNear(c.Statement.Verb)) == 0 {
				ask(c.Statement.Verb)
			}
		}
	}
	return out
}

func nearest(m *model.Model, name string) string {
	form := model.NormalForm(name)
	for _, id := range m.IDs(model.TableTerms) {
		if t := m.Term(id); model.NearForms(form, model.NormalForm(t.Name)) {
			return t.Name
		}
	}
	for _, f := range m.Relationships(model.DataFlow) {
		if model.NearForms(form, model.NormalForm(f.Name)) {
			return f.Name
		}
	}
	return ""
}
