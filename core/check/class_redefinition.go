package check

import (
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var classRedefinesNothing = &Analyzer{
	Name: "class/redefines-nothing", Title: "Nothing of that name is there to be redefined or subset", Severity: Error,
	Doc:    "What is redefined is a property that is inherited; what is subset is a property of the same class or of one that it is a kind of. No attribute and no role of the name is there: it may be misspelt, or the generalization is missing.",
	Source: "UML 2.5.1, 9.5.3 and 9.9.17: redefined properties belong to a general of the owner, subset ones to it or to a general.",
	Finds:  "Lot has code {redefines cod}, and Item, of which it is a kind, has code",
	Leaves: "Lot has code {redefines code}; Apprentice as learner {subsets member}, where Team has the role member",
	Scope: Each{Kinds: []model.Kind{model.Attribute, model.End}, Reach: []Neighbourhood{Self, Opposite}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		for _, ref := range referredBy(m, e) {
			if len(ref.found) > 0 {
				continue
			}
			of := nameOf(m, ref.of)
			if ref.verb == "redefines" {
				p.Report(Finding{Subject: e.ID, Key: ref.verb + " " + ref.name, says: say("%s redefines %s, and %s inherits nothing of that name.", whereOf(m, e), ref.name, of)})
			} else {
				p.Report(Finding{Subject: e.ID, Key: ref.verb + " " + ref.name, says: say("%s subsets %s, and %s has nothing of that name.", whereOf(m, e), ref.name, of)})
			}
		}
	}},
}

var classSubsetLarger = &Analyzer{
	Name: "class/subset-larger", Title: "A subset may be larger than what it is a subset of", Severity: Error,
	Doc:    "All that is in the subset is in the other one too, so there can be no more of it; and what redefines an end allows no more than that one. Multiplicities that are not stated or not decided are left out.",
	Source: "UML 2.5.1, 9.9.17.7: the upper bound of a subsetting property is not larger than that of what it subsets.",
	Finds:  "0..5 Apprentice as learner {subsets member}, where there are 0..3 members",
	Leaves: "0..2 Apprentice as learner {subsets member}, where there are 0..3 members",
	Scope: Each{Kinds: []model.Kind{model.Attribute, model.End}, Reach: []Neighbourhood{Self, Opposite}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		own := e.Multiplicity()
		if own.State != model.Decided {
			return
		}
		for _, ref := range referredBy(m, e) {
			for _, f := range ref.found {
				other := f.Element.Multiplicity()
				if other.State == model.Decided && other.Upper != model.Many && (own.Upper == model.Many || own.Upper > other.Upper) {
					p.Report(Finding{Subject: e.ID, Related: []model.ID{f.Element.ID}, Key: ref.name, says: say("%s allows %s, and %s, which it %s, %s.", whereOf(m, e), own.String(), ref.name, ref.verb, other.String())})
					break
				}
			}
		}
	}},
}

// referral is a property that is redefined or subset by its name.
type referral struct {
	verb, name string
	of         model.ID // the classifier that has the referring property
	found      []classifier.Property
}

// referredBy are the properties that an attribute or an end says it redefines or subsets.
func referredBy(m *model.Model, e *model.Element) []referral {
	of, redefines, subsets := e.Owner, []string{e.Attribute().Redefines}, []string(nil)
	if e.Kind == model.End {
		ends := m.Ends(e.Owner)
		if len(ends) != 2 {
			return nil
		}
		at := slices.IndexFunc(ends, func(o *model.Element) bool { return o.ID == e.ID })
		of, redefines, subsets = ends[1-at].Type, e.End().Redefines, e.End().Subsets
	}
	var out []referral
	add := func(verb string, names []string, inherited bool) {
		for _, name := range names {
			if name == "" {
				continue
			}
			found := slices.DeleteFunc(classifier.Properties(m, of, name), func(f classifier.Property) bool {
				return f.Element.ID == e.ID || inherited && f.Of == of
			})
			out = append(out, referral{verb, name, of, found})
		}
	}
	add("redefines", redefines, true)
	add("subsets", subsets, false)
	return out
}
