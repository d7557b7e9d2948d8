package check

import (
	"fmt"
	"slices"

	"lexeon/core/classifier"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/rework"
)

var realizations = []model.Kind{model.Realization}

var interfaceAttributes = &Analyzer{
	Name: "interface/attributes", Title: "An interface with attributes", Severity: Advice,
	Doc:    "An interface says what can be asked of something, not how it is kept. The standard allows attributes as a promise to offer the value; most languages do not. Operations say it for all.",
	Source: "UML 2.5.1, 10.4.3: interfaces may declare properties.",
	Finds:  "An interface with code: String",
	Leaves: "An interface with getCode(): String; constants, which are static and read-only",
	Scope: Each{Kinds: []model.Kind{model.Interface}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		var names []string
		var ids []model.ID
		for _, a := range m.Children(r.RowID(), model.Attribute) {
			if d := a.Attribute(); !d.Static || !d.ReadOnly {
				names = append(names, a.Name)
				ids = append(ids, a.ID)
			}
		}
		if len(ids) > 0 {
			p.Report(Finding{Subject: r.RowID(), Related: ids, says: say("%s is an interface and has attributes: %s.", nameOf(m, r.RowID()), english.List(names))}, idStrings(ids)...)
		}
	}},
}

var interfaceVisibility = &Analyzer{
	Name: "interface/visibility", Title: "A feature of an interface that is not public", Severity: Error,
	Doc:    "An interface is what others see. A feature that they cannot see has no place in it.",
	Source: "UML 2.5.1, 10.5.5.6: the visibility of all features owned by an interface must be public.",
	Finds:  "- read(): Decimal in an interface",
	Leaves: "+ read(): Decimal; read(): Decimal without a visibility",
	Scope: Each{Kinds: []model.Kind{model.Interface}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		for _, e := range m.Children(r.RowID(), model.Attribute, model.Operation) {
			if v := e.Visibility(); v != "" && v != model.Public {
				p.Report(Finding{Subject: e.ID, says: say("%s belongs to an interface and has to be public.", whereOf(m, e)),
					Mends: []Mend{{Title: "Make it public", Changes: []model.Change{&model.SetPart{ID: e.ID, Set: model.P("visibility", model.Public)}}}}})
			}
		}
	}},
}

var interfaceUnrealized = &Analyzer{
	Name: "interface/unrealized", Title: "Nothing realizes an interface", Severity: Advice,
	Doc:    "Neither a class nor a component offers what the interface asks for, nor what a kind of it asks for. Either it comes from outside, or somebody still has to offer it.",
	Source: "UML 2.5.1, 10.4.3: interfaces are not instantiable; classifiers realize them.",
	Finds:  "ResultSource, which nothing realizes",
	Leaves: "ResultSource, where LabGateway realizes LabSource, a kind of it",
	Scope: Each{Kinds: []model.Kind{model.Interface}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		for _, i := range append([]model.ID{r.RowID()}, classifier.Specifics(m, r.RowID())...) {
			if slices.ContainsFunc(m.RelationshipsOf(i), func(rel *model.Relationship) bool {
				return (rel.Kind == model.Realization || rel.Kind == model.Provides) && rel.Target == i
			}) {
				return
			}
		}
		p.Report(Finding{Subject: r.RowID(), says: say("Nothing realizes %s. Who offers it?", nameOf(m, r.RowID()))})
	}},
}

// firstToAsk: of several realizations that ask a class for the same, the one with
// the smallest id tells it.
func firstToAsk(m *model.Model, x classifier.Missing) bool {
	for _, c := range classifier.Lineage(m, x.Class) {
		for _, r := range m.Realizes(c) {
			if r.ID < x.Via && slices.ContainsFunc(classifier.Required(m, r.Target), func(o *model.Element) bool { return o.ID == x.Operation }) {
				if m.Element(r.Target).Kind == model.Interface {
					return false
				}
			}
		}
	}
	return true
}

var interfaceIncomplete = &Analyzer{
	Name: "interface/incomplete", Title: "A class does not offer all that it realizes", Severity: Warning,
	Doc: "The class realizes an interface and lacks operations that the interface asks for. Inherited operations count, and so do accessors where they are implied. An abstract class may leave some to its kinds: " +
		"then it is told of the highest concrete one. An operation of the right name that does not fit is told by interface/signature.",
	Source: "UML 2.5.1, 10.4.3: an instance of a realizing classifier has to support the operations of the interface.",
	Finds:  "LabGateway realizes ResultSource, and has no operation latest().",
	Leaves: "LabGateway with + latest(): TestResult, its own or inherited",
	Scope: Each{Kinds: realizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		missing, _ := classifier.Realized(m, r.(*model.Relationship))
		byClass := map[model.ID][]*model.Element{}
		var order []model.ID
		for _, x := range missing {
			if x.Near == "" && firstToAsk(m, x) {
				if byClass[x.Class] == nil {
					order = append(order, x.Class)
				}
				byClass[x.Class] = append(byClass[x.Class], m.Element(x.Operation))
			}
		}
		for _, class := range order {
			var names []string
			var ids []model.ID
			for _, o := range byClass[class] {
				names = append(names, o.Name+"()")
				ids = append(ids, o.ID)
			}
			rel := r.(*model.Relationship)
			f := Finding{Subject: class, Related: append([]model.ID{rel.ID}, ids...), Key: string(rel.ID), says: say("%s has to offer what %s asks for: %s.", nameOf(m, class), nameOf(m, rel.Target), english.List(names))}
			f.Mends = []Mend{{Title: "Add " + english.List(names), Changes: rework.OperationChanges(m, class, byClass[class], "mend "+string(rel.ID))}}
			p.Report(f, idStrings(ids)...)
		}
	}},
}

var interfaceSignature = &Analyzer{
	Name: "interface/signature", Title: "An operation does not fit the interface", Severity: Error,
	Doc: "The class has an operation of the name that the interface asks for, but nobody can call it as the interface says: other parameters, another result, not public, static. " +
		"Parameters may accept more than asked for, and results may be a kind of what is promised. Types that are not known count as fitting.",
	Source: "UML 2.5.1, 9.6.3 and 10.4.3; contravariant parameters and covariant results: Liskov and Wing 1994.",
	Finds:  "latest(): Decimal in LabGateway, where ResultSource asks for latest(): TestResult",
	Leaves: "latest(): WaterTest, where WaterTest is a kind of TestResult",
	Scope: Each{Kinds: realizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		missing, _ := classifier.Realized(m, r.(*model.Relationship))
		for _, x := range missing {
			if x.Near == "" || !firstToAsk(m, x) {
				continue
			}
			near, need := m.Element(x.Near), m.Element(x.Operation)
			f := Finding{Subject: x.Near, Related: []model.ID{x.Via, x.Class, x.Operation}, Key: string(x.Class) + "|" + string(x.Operation),
				says: say("%s does not fit %s.%s: %s.", whereOf(m, near), nameOf(m, need.Owner), need.Name, x.Why)}
			if near.Kind == model.Operation && near.Owner == x.Class && !near.Operation().Constructor {
				if changes := rework.FitChanges(m, near, need, "fit "+string(x.Via)); changes != nil {
					f.Mends = []Mend{{Title: "Make it fit", Changes: changes}}
				}
			}
			p.Report(f, x.Why)
		}
	}},
}

var realizationKind = &Analyzer{
	Name: "realization/kind", Title: "What is realized is no interface", Severity: Error,
	Doc:    "A realization leads from something concrete to the interface that it offers. A class is not realized but specialized; an interface realizes nothing, it can be a kind of another one.",
	Source: "UML 2.5.1, 10.4.3: InterfaceRealization.",
	Finds:  "LabGateway realizes Gateway, where Gateway is a class",
	Leaves: "LabGateway realizes ResultSource",
	Scope: Each{Kinds: realizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		a, b := m.Element(rel.Source), m.Element(rel.Target)
		if a == nil || b == nil || (b.Kind == model.Interface || b.Kind == model.Component) && a.Kind != model.Interface && a.Kind != model.Signal {
			return
		}
		f := Finding{Subject: rel.ID, Related: []model.ID{a.ID, b.ID}, says: say("%s cannot realize %s: only an interface is realized, and not by an interface.", nameOf(m, a.ID), nameOf(m, b.ID))}
		if a.Kind == model.Signal {
			f.says = say("%s cannot realize %s: a signal has no operations to offer.", nameOf(m, a.ID), nameOf(m, b.ID))
		}
		if a.Kind == b.Kind && a.ID != b.ID {
			f.Mends = append(f.Mends, Mend{Title: fmt.Sprintf("Say that %s is a kind of %s", nameOf(m, a.ID), nameOf(m, b.ID)), Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("kind", model.Generalization)}}})
		}
		f.Mends = append(f.Mends, deleteMend(rel.ID, "Delete the realization"))
		p.Report(f, string(a.Kind), string(b.Kind))
	}},
}

var classAbstractOperation = &Analyzer{
	Name: "class/abstract-operation", Title: "An abstract operation in a concrete class", Severity: Error,
	Doc:    "An abstract operation has no body, and a concrete class has instances: calling the operation on one would do nothing that anybody said.",
	Source: "UML 2.5.1, 9.6.3: an abstract operation has no implementation in its class.",
	Finds:  "grade() {abstract} in the concrete class HoneyLot",
	Leaves: "trace() {abstract} in the abstract class TraceableItem; operations of interfaces",
	Scope: Each{Kinds: []model.Kind{model.Operation}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if !e.Operation().Abstract {
			return
		}
		owner := m.Element(e.Owner)
		if owner == nil || owner.Kind == model.Interface || owner.Classifier().Abstract {
			return
		}
		f := Finding{Subject: e.ID, Related: []model.ID{owner.ID}, says: say("%s is abstract, but %s is not.", whereOf(m, e), nameOf(m, owner.ID))}
		if owner.Kind != model.Enumeration {
			f.Mends = append(f.Mends, Mend{Title: fmt.Sprintf("Make %s abstract", nameOf(m, owner.ID)), Changes: []model.Change{&model.SetClassifier{ID: owner.ID, Set: model.P("abstract", true)}}})
		}
		f.Mends = append(f.Mends, Mend{Title: "Make the operation concrete", Changes: []model.Change{&model.SetPart{ID: e.ID, Set: model.P("abstract", false)}}})
		p.Report(f)
	}},
}

var classAbstractMissing = &Analyzer{
	Name: "class/abstract-missing", Title: "A concrete class leaves an abstract operation open", Severity: Error,
	Doc:      "A class inherits an abstract operation and does not say how it is done. Only an abstract class may leave it to its kinds. It is told of the highest concrete class.",
	Source:   "UML 2.5.1, 9.6.3: concrete classifiers implement the abstract operations that they inherit.",
	Finds:    "HoneyLot, a kind of TraceableItem with trace() {abstract}, has no operation trace().",
	Leaves:   "HoneyLot with + trace(): TraceableItem; an abstract class in between",
	Requires: []Requirement{owingKinds},
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if e.Classifier().Abstract || !owingKinds.of(p)[e.ID] {
			return
		}
		left := classifier.AbstractLeft(m, e.ID)
		if len(left) == 0 {
			return
		}
		var names []string
		var ids []model.ID
		for _, o := range left {
			names = append(names, o.Name+"()")
			ids = append(ids, o.ID)
		}
		p.Report(Finding{Subject: e.ID, Related: ids, says: say("%s inherits abstract operations and does not say how they are done: %s.", nameOf(m, e.ID), english.List(names)), Mends: []Mend{
			{Title: "Add " + english.List(names), Changes: rework.OperationChanges(m, e.ID, left, "abstract "+string(e.ID))},
			{Title: fmt.Sprintf("Make %s abstract", nameOf(m, e.ID)), Changes: []model.Change{&model.SetClassifier{ID: e.ID, Set: model.P("abstract", true)}}},
		}}, idStrings(ids)...)
	}},
}

var enumerationDuplicate = &Analyzer{
	Name: "enumeration/duplicate", Title: "Two literals of one value", Severity: Error,
	Doc:    "Two literals of an enumeration have the same coded value: what is stored with it can be read back as either.",
	Source: "UML 2.5.1, 10.2.3: literals are distinct values.",
	Finds:  "table = 1 and bakery = 1",
	Leaves: "table = 1 and bakery = 2; literals without values",
	Scope: Each{Kinds: []model.Kind{model.Enumeration}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		first := map[string]*model.Element{}
		for _, l := range m.Children(r.RowID(), model.Literal) {
			value := l.Literal().Value
			if was := first[value]; value != "" && was != nil && was.Name != l.Name {
				p.Report(Finding{Subject: l.ID, Related: []model.ID{was.ID}, says: say("%s: %s and %s both have the value %s.", nameOf(m, r.RowID()), was.Name, l.Name, value)})
			} else if was == nil {
				first[value] = l
			}
		}
	}},
}

var enumerationEmpty = &Analyzer{
	Name: "enumeration/empty", Title: "An enumeration without literals", Severity: Warning,
	Doc:    "An enumeration lists its values. Without any, nothing can have a value of it.",
	Source: "UML 2.5.1, 10.2.3.",
	Finds:  "The enumeration Grade, without literals",
	Leaves: "Grade with table, bakery and rejected; a kind of another enumeration",
	Scope: Each{Kinds: []model.Kind{model.Enumeration}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		if len(m.Children(r.RowID(), model.Literal)) == 0 && len(m.Generals(r.RowID())) == 0 {
			p.Report(Finding{Subject: r.RowID(), says: say("%s lists no values. Which are there?", nameOf(m, r.RowID()))})
		}
	}},
}
