package classifier

import "lexeon/core/model"

// Override is an operation of a general that one of a specific class overrides: it bears the
// same name and takes parameters of the same types.
type Override struct {
	General  *model.Element
	Result   Fit  // whether what the specific one gives can stand for what the general one gives
	Narrower bool // it is visible to fewer
}

// Overrides lists what an operation overrides, the nearest first (UML 2.5.1, 9.6.3 and
// 9.9.17.7, isConsistentWith).
func Overrides(m *model.Model, e *model.Element) []Override {
	own := operationOf(m, e)
	if own.private || own.static || own.creates {
		return nil
	}
	var out []Override
	for _, g := range Generals(m, e.Owner) {
		for _, o := range m.Children(g, model.Operation) {
			general := operationOf(m, o)
			if general.private || general.static || general.creates || signatureOf(m, own) != signatureOf(m, general) {
				continue
			}
			out = append(out, Override{o, resultFits(m, own.result, general.result), reach(e.Visibility()) < reach(o.Visibility())})
		}
	}
	return out
}

func resultFits(m *model.Model, own, general slot) Fit {
	has := func(s slot) bool { return s.typ != "" || s.name != "" }
	switch {
	case has(own) != has(general):
		return No
	case !has(own):
		return Yes
	}
	return gives(m, own, general)
}

// reach orders visibilities; what is not stated is taken for public.
func reach(v model.Visibility) int {
	switch v {
	case model.Private:
		return 0
	case model.Package:
		return 1
	case model.Protected:
		return 2
	}
	return 3
}

// Property is an attribute, or a role at the other end of an association.
type Property struct {
	Element *model.Element // the attribute or the end
	Of      model.ID       // the classifier that has it
}

// Properties lists what a classifier has under a name, its own and what it inherits, the
// nearest first (UML 2.5.1, 9.5.3: association ends are properties like attributes).
func Properties(m *model.Model, id model.ID, name string) []Property {
	var out []Property
	for i, c := range Lineage(m, id) {
		for _, a := range m.Children(c, model.Attribute) {
			if a.Name == name && (i == 0 || a.Visibility() != model.Private) {
				out = append(out, Property{a, c})
			}
		}
		for _, r := range m.RelationshipsOf(c) {
			if r.Kind != model.Association {
				continue
			}
			ends := m.Ends(r.ID)
			for k, e := range ends {
				if e.Name != name || len(ends) == 2 && ends[1-k].Type != c {
					continue
				}
				out = append(out, Property{e, c})
			}
		}
	}
	return out
}
