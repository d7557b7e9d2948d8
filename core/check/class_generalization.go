package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
)

var generalizations = []model.Kind{model.Generalization}

// isClassLine: both sides of a relationship are classifiers.
func isClassLine(m *model.Model, r *model.Relationship) bool {
	a, b := m.Element(r.Source), m.Element(r.Target)
	return a != nil && b != nil && a.Kind.IsClassifier() && b.Kind.IsClassifier()
}

func deleteMend(id model.ID, title string) Mend {
	return Mend{Title: title, Changes: []model.Change{&model.Delete{ID: id}}}
}

var classGeneralKind = &Analyzer{
	Name: "class/general-kind", Title: "A classifier is a kind of another sort of classifier", Severity: Error,
	Doc:    "A class can be a kind of a class, an interface a kind of an interface, and so on. What a class has to do with an interface is a realization: it offers what the interface asks for.",
	Source: "UML 2.5.1, 9.2.3 and 9.9.4.8: the general conforms to the metatype of the specific.",
	Finds:  "LabGateway, a class, is a kind of ResultSource, an interface.",
	Leaves: "LabGateway realizes ResultSource; JarBatch is a kind of TraceableItem.",
	Scope: Each{Kinds: generalizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if !isClassLine(m, rel) {
			return
		}
		a, b := m.Element(rel.Source), m.Element(rel.Target)
		if a.Kind == b.Kind {
			return
		}
		f := Finding{Subject: rel.ID, Related: []model.ID{a.ID, b.ID}, says: say("%s is %s and cannot be a kind of %s, which is %s.", nameOf(m, a.ID), withArticle(a.Kind.Title()), nameOf(m, b.ID), withArticle(b.Kind.Title()))}
		if b.Kind == model.Interface {
			f.Mends = append(f.Mends, Mend{Title: fmt.Sprintf("Say that %s realizes %s", nameOf(m, a.ID), nameOf(m, b.ID)), Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("kind", model.Realization, "set", "")}}})
		}
		f.Mends = append(f.Mends, deleteMend(rel.ID, "Delete the generalization"))
		p.Report(f)
	}},
}

func withArticle(title string) string {
	if title != "" && strings.ContainsRune("aeiou", rune(title[0])) {
		return "an " + title
	}
	return "a " + title
}

var classFinalSpecialized = &Analyzer{
	Name: "class/final-specialized", Title: "A leaf has kinds", Severity: Error,
	Doc:    "A classifier that is marked as a leaf is not to be specialized, and something is a kind of it. No language that knows final classes compiles that.",
	Source: "UML 2.5.1, 9.2.3 and 9.9.4.7: isFinalSpecialization.",
	Finds:  "Grade is a leaf, and TasteGrade is a kind of it.",
	Leaves: "A leaf that is itself a kind of something.",
	Scope: Each{Kinds: generalizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if !isClassLine(m, rel) || !m.Element(rel.Target).Classifier().Final {
			return
		}
		p.Report(Finding{Subject: rel.ID, Related: []model.ID{rel.Target}, says: say("%s is a leaf, so %s cannot be a kind of it.", nameOf(m, rel.Target), nameOf(m, rel.Source)),
			Mends: []Mend{
				{Title: fmt.Sprintf("Let %s have kinds", nameOf(m, rel.Target)), Changes: []model.Change{&model.SetClassifier{ID: rel.Target, Set: model.P("final", false)}}},
				deleteMend(rel.ID, "Delete the generalization"),
			}})
	}},
}

var classRedundantGeneral = &Analyzer{
	Name: "class/redundant-general", Title: "A generalization says what others say already", Severity: Advice,
	Doc:    "It follows from other generalizations: a jar batch is an item already because it is a batch, and every batch is an item. The extra line adds nothing, and languages without multiple inheritance cannot take it.",
	Source: "UML 2.5.1, 9.2.3: generalization is transitive.",
	Finds:  "JarBatch is a kind of Item, beside JarBatch is a kind of Batch and Batch is a kind of Item.",
	Leaves: "JarBatch is a kind of Batch and of Labelled, where Batch is no kind of Labelled; generalizations that run in a circle; one that belongs to a generalization set.",
	Scope: Each{Kinds: generalizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if len(m.Generals(rel.Source)) < 2 || !isClassLine(m, rel) || rel.Set != "" || slices.Contains(classifier.Generals(m, rel.Target), rel.Source) || rel.Source == rel.Target {
			return
		}
		for _, g := range m.Generals(rel.Source) {
			same := g.Target == rel.Target && g.ID < rel.ID
			longer := g.Target != rel.Target && slices.Contains(classifier.Generals(m, g.Target), rel.Target)
			if g.ID == rel.ID || !same && !longer {
				continue
			}
			p.Report(Finding{Subject: rel.ID, Related: []model.ID{g.ID}, says: say("That %s is a kind of %s follows already.", nameOf(m, rel.Source), nameOf(m, rel.Target)),
				Mends: []Mend{deleteMend(rel.ID, "Delete this generalization")}})
			return
		}
	}},
}

var classLabelOnGeneralization = &Analyzer{
	Name: "class/label-on-generalization", Title: "A generalization bears a name", Severity: Warning,
	Doc:    "A generalization always reads “is a kind of”. A name on it hides that, or means something that is no generalization. What tells specifics apart is a generalization set.",
	Source: "UML 2.5.1, 9.2.4: a generalization is drawn without a name; 9.7: generalization sets.",
	Finds:  "A generalization from JarBatch to TraceableItem that is called “contains”.",
	Leaves: "Generalizations of a set, as {disjoint, complete}.",
	Scope: Each{Kinds: generalizations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if !isClassLine(m, rel) || strings.TrimSpace(rel.Name) == "" {
			return
		}
		p.Report(Finding{Subject: rel.ID, says: say("“%s” stands on the generalization from %s to %s, which reads “is a kind of”.", rel.Name, nameOf(m, rel.Source), nameOf(m, rel.Target)),
			Mends: []Mend{{Title: "Remove the name", Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("name", "")}}}}})
	}},
}

var classBareSpecific = &Analyzer{
	Name: "class/bare-specific", Title: "A specific class adds nothing", Severity: Advice,
	Doc: "This class is a kind of another one and differs from it in nothing: no features, no relations, no kinds of its own, and nothing is typed by it. Perhaps it is a value of an attribute, or what makes it special was forgotten. " +
		"Left out are members of a generalization set, classes with a definition, with a stereotype, or with another face.",
	Source: "UML 2.5.1, 9.2.3: a specific classifier adds to or redefines what it inherits.",
	Finds:  "SpringLot, a kind of HoneyLot without anything.",
	Leaves: "SpringLot with an attribute of its own, or with an association.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if len(m.Generals(e.ID)) == 0 || m.Generals(e.ID)[0].Target == e.ID || len(m.Children(e.ID)) > 0 || len(e.Stereotypes) > 0 || m.Definition(e) != "" || e.Term != "" && len(m.Faces(e.Term)) > 1 {
			return
		}
		for _, u := range m.Uses(e.ID) {
			g, ok := u.(*model.Relationship)
			if ok && g.Kind == model.Generalization && g.Source == e.ID && g.Set == "" {
				continue
			}
			if _, placed := u.(*model.Placement); placed || ok && (g.Kind == model.Trace || g.Kind == model.Anchor) {
				continue
			}
			return
		}
		p.Report(Finding{Subject: e.ID, says: say("%s adds nothing to %s. What makes it special?", nameOf(m, e.ID), nameOf(m, m.Generals(e.ID)[0].Target))})
	}},
}

var classAbstractChildless = &Analyzer{
	Name: "class/abstract-childless", Title: "An abstract class without kinds", Severity: Warning,
	Doc:    "An abstract class has no instances of its own, and nothing is a kind of it: so there is never any instance.",
	Source: "UML 2.5.1, 9.2.3: isAbstract.",
	Finds:  "The abstract class TraceableItem, of which nothing is a kind.",
	Leaves: "TraceableItem, of which HoneyLot is a kind.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		e := r.(*model.Element)
		if !e.Classifier().Abstract || len(p.Model.Specifics(e.ID)) > 0 {
			return
		}
		p.Report(Finding{Subject: e.ID, says: say("%s is abstract, and nothing is a kind of it: there can be none.", nameOf(p.Model, e.ID)),
			Mends: []Mend{{Title: "Make it concrete", Changes: []model.Change{&model.SetClassifier{ID: e.ID, Set: model.P("abstract", false)}}}}})
	}},
}

// codeNames are names of attributes that tell kinds apart.
var codeNames = words("kind type category sort class")

var classTypeCode = &Analyzer{
	Name: "class/type-code", Title: "An attribute tells what the kinds tell", Severity: Advice,
	Doc:    "The class has kinds, and an attribute that says of which kind an instance is. Two answers to one question can contradict each other.",
	Source: "Replace type code with subclasses: Fowler 1999, ch. 8.",
	Finds:  "Item.kind, where HoneyLot and JarBatch are kinds of Item.",
	Leaves: "Item.kind where nothing is a kind of Item; an attribute of another name.",
	Scope: Each{Kinds: classifiers, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, owner := p.Model, r.(*model.Element)
		if len(m.Specifics(owner.ID)) == 0 {
			return
		}
		for _, e := range m.Children(owner.ID, model.Attribute) {
			list := model.Words(e.Name)
			if n := len(list); e.Attribute().Derived || e.Attribute().Static || n == 0 || !codeNames[list[n-1]] || n > 1 && strings.Join(list[:n-1], " ") != strings.Join(model.Words(owner.Name), " ") {
				continue
			}
			p.Report(Finding{Subject: e.ID, says: say("%s: its kinds tell that already.", whereOf(m, e)), Mends: []Mend{deleteMend(e.ID, "Remove the attribute")}})
		}
	}},
}
