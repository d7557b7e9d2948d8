package check

import (
	"slices"
	"strings"
	"unicode"

	"lexeon/core/classifier"
	"lexeon/core/generate"
	"lexeon/core/generate/code"
	"lexeon/core/model"
)

var targetMultipleGeneral = &Analyzer{
	Name: "target/multiple-general", Title: "More than one general, in languages with one", Severity: Warning,
	Doc: "A class is a kind of several, none of which is a kind of another one. Java, C# and TypeScript code extends the first of them by name, and has nothing from the others; Python, C++ and Go take all. " +
		"Where that matters, one of them is better an interface, or a class that it is made of.",
	OnRequest: true,
	Source:    "The Java Language Specification, 8.1.4; ECMA-334, 15.2.4.2: a class has one direct base class.",
	Finds:     "Houseboat is a kind of House and of Boat.",
	Leaves:    "Houseboat is a kind of Boat and realizes Habitable; Houseboat is a kind of Boat and of Vehicle, where Boat is a kind of Vehicle.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		var names []string
		for _, g := range m.Generals(r.RowID()) {
			follows := slices.ContainsFunc(m.Generals(r.RowID()), func(other *model.Relationship) bool {
				return other.Target != g.Target && slices.Contains(classifier.Generals(m, other.Target), g.Target)
			})
			if !follows {
				names = append(names, m.Element(g.Target).Name)
			}
		}
		if len(names) < 2 {
			return
		}
		slices.Sort(names)
		p.Report(Finding{Subject: r.RowID(), says: say("%s is a kind of %s: languages that extend one class alone take the first by name.", m.Element(r.RowID()).Name, strings.Join(names, " and of "))})
	}},
}

var targetOverload = &Analyzer{
	Name: "target/overload", Title: "Operations of one name", Severity: Warning,
	Doc:       "A class has several operations of one name. Languages without overloads, as Go, TypeScript and Python, cannot have both: the later ones get numbers.",
	OnRequest: true,
	Source:    "UML 2.5.1, 9.6.3.1 allows what they do not; The Go Programming Language Specification, Method declarations: names are unique.",
	Finds:     "weigh(lot: Lot) and weigh(jar: Jar) in one class.",
	Leaves:    "weighLot(lot: Lot) and weighJar(jar: Jar).",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType, model.Interface}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		first := map[string]*model.Element{}
		for _, o := range p.Model.Children(r.RowID(), model.Operation) {
			name := strings.Join(model.Words(o.Name), " ")
			if name == "" || o.Operation().Constructor {
				continue
			}
			if known := first[name]; known != nil {
				p.Report(Finding{Subject: r.RowID(), Related: []model.ID{known.ID, o.ID}, Key: string(o.ID), says: say("%s has several operations %s: where there are no overloads, this one gets a number.", p.Model.Element(r.RowID()).Name, o.Name)})
				continue
			}
			first[name] = o
		}
	}},
}

var targetName = &Analyzer{
	Name: "target/name", Title: "Nothing of the name can stand in code", Severity: Error,
	Doc:       "The name has neither letters nor digits: in code it is called by its kind and a number, which nobody recognizes.",
	OnRequest: true,
	Source:    "Names of programming languages are made of letters and digits (for one, The Go Programming Language Specification, Identifiers).",
	Finds:     "A class called ☃, or an attribute called ...",
	Leaves:    "A class called Größe, and one that has no name yet.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType, model.Interface, model.Enumeration, model.Signal}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		look := func(e *model.Element) {
			name := strings.TrimSpace(e.Name)
			if name == "" || strings.ContainsFunc(name, func(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }) {
				return
			}
			p.Report(Finding{Subject: r.RowID(), Related: []model.ID{e.ID}, Key: string(e.ID), says: say("Nothing of the name %s can stand in code.", name)})
		}
		look(p.Model.Element(r.RowID()))
		for _, c := range p.Model.Children(r.RowID()) {
			look(c)
		}
	}},
}

var targetType = &Analyzer{
	Name: "target/type", Title: "Code takes anything for a type", Severity: Warning,
	Doc:       "Attributes without a type become fields of the most general type there is, as Object and any: nothing is checked, nothing is converted. Where their names say what they are, the types can be given at once.",
	OnRequest: true,
	Source:    "UML 2.5.1, 7.5.3: the type of a typed element may be left out; languages with types have no such thing.",
	Finds:     "A class with weight and harvestDate, which have no types.",
	Leaves:    "weight: Decimal, harvestDate: Date",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType, model.Interface, model.Signal}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		without, _ := untyped(p.Model, r.RowID())
		if len(without) == 0 {
			return
		}
		f, key := typeFinding(p.Model, r.RowID(), without, ", and code takes anything there")
		p.Report(f, key...)
	}},
}

// unheldByCode reports what code in no language looks at.
func unheldByCode(p *Pass) {
	for _, n := range code.Unheld(generate.NewPlan(p.Model)) {
		subject := drawnFor(p.Model, n.Subject)
		if p.Model.Row(subject) == nil {
			continue
		}
		p.Report(Finding{Subject: subject, Key: "code " + n.Message, says: say("In code: %s.", strings.TrimSuffix(n.Message, "."))})
	}
}
