package notation

import (
	"slices"

	"lexeon/core/model"
)

// Connection is one way to connect two elements, told as a sentence, with the
// statement that it would be.
type Connection struct {
	Title     string
	Statement Statement
}

// Connections lists what is legal from one element to another, in sentences
// that answer which way to draw. The names of new elements may be given by refs
// without an id.
func Connections(m *model.Model, from, to Ref) []Connection {
	if slices.Contains(placeKinds, from.Kind) || slices.Contains(placeKinds, to.Kind) {
		return flowConnections(from, to)
	}
	if isCase(from.Kind) || isCase(to.Kind) {
		return caseConnections(from, to)
	}
	if isComponent(from.Kind) || isComponent(to.Kind) {
		return componentConnections(m, from, to, [2]string{})
	}
	plural := to.Name
	if e := m.Element(to.ID); e != nil {
		if t := m.Term(e.Term); t != nil && t.Plural != "" {
			plural = t.Plural
		} else {
			plural = model.Plural(e.Name)
		}
	} else {
		plural = model.Plural(plural)
	}
	name := func(r Ref) string {
		if r.Name == "" {
			return "(unnamed)"
		}
		return r.Name
	}
	a, b := name(from), name(to)
	ends := [2]StatementEnd{{Ref: from}, {Ref: to}}
	bare := ends
	structural := func(k model.Kind) bool { return k.HasInstances() && k != model.Signal || k == model.Interface }
	var out []Connection
	packages := from.Kind == model.PackageKind || to.Kind == model.PackageKind
	add := func(title string, s Statement) { out = append(out, Connection{title, s}) }
	if !packages {
		add(a+" … "+b+" (association, to be named)", Statement{Form: FormAssociation, Ends: ends})
	}
	if structural(from.Kind) && from.Kind != model.Interface && structural(to.Kind) {
		whole := ends
		add(a+" is made of "+plural+": "+WhenGone(a, plural, true), Statement{Form: FormWhole, Ends: whole})
		add(a+" brings "+plural+" together: "+WhenGone(a, plural, false), Statement{Form: FormWhole, Shared: true, Ends: ends})
	}
	if from.Kind == to.Kind && from.ID != to.ID && !packages {
		add("Each "+a+" is a kind of "+b, Statement{Form: FormGeneralization, Ends: bare})
	}
	if to.Kind == model.Interface && (from.Kind == model.Class || from.Kind == model.DataType || from.Kind == model.Enumeration) {
		add(a+" realizes "+b+" (offers its operations)", Statement{Form: FormRealization, Ends: bare})
	}
	if to.Kind == model.Signal && !packages {
		add(a+" sends "+b, Statement{Form: FormSend, Ends: bare})
	} else if from.ID != to.ID || from.ID == "" {
		add(a+" uses "+b, Statement{Form: FormDependency, Kind: model.Usage, Ends: bare})
		add(a+" depends on "+b, Statement{Form: FormDependency, Kind: model.Dependency, Ends: bare})
	}
	return out
}

// WhenGone asks, of a whole and its parts, the question that tells composition and
// shared aggregation apart, and answers it: UML 2.5.1, 11.5.3.2.
func WhenGone(whole, parts string, too bool) string {
	what := "stay"
	if too {
		what = "go too"
	}
	return "when the " + whole + " goes, its " + parts + " " + what
}

// NewReading makes a reading of a statement: what it names and is not there is
// to be created.
func NewReading(s Statement) Reading { return (&parser{}).reading(s, 0) }

// Text writes the statement of a reading.
func (r Reading) Text(m *model.Model) string { return printStatement(m, r.Statement) }
