package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/rework"
)

var attributes = []model.Kind{model.Attribute}

var classShadowing = &Analyzer{
	Name: "class/shadowing", Title: "An attribute hides an inherited one", Severity: Warning,
	Doc:    "A general class has an attribute of this name already. Two of one name in one object are taken for one another. If it is the same, it is there; if it narrows it, say so with {redefines …}.",
	Source: "UML 2.5.1, 9.2.3 and 9.9.17.7: redefinition of inherited members.",
	Finds:  "HoneyLot.code, where TraceableItem has a code and HoneyLot is a kind of it.",
	Leaves: "HoneyLot.code {redefines code}; a private code of TraceableItem, which is not inherited.",
	Scope: Each{Kinds: classifiers, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		if len(m.Generals(r.RowID())) == 0 {
			return
		}
		own := m.Children(r.RowID(), model.Attribute)
		inherited := inheritedAttributes(m, r.RowID(), own)
		for _, e := range own {
			o := inherited[e.Name]
			if e.Attribute().Redefines != "" || o == nil {
				continue
			}
			p.Report(Finding{Subject: e.ID, Related: []model.ID{o.ID}, says: say("%s hides what it inherits from %s.", whereOf(m, e), nameOf(m, o.Owner)), Mends: []Mend{
				deleteMend(e.ID, "Remove it here"),
				{Title: "It redefines the inherited one", Changes: []model.Change{&model.SetPart{ID: e.ID, Set: model.P("redefines", o.Name)}}},
			}})
		}
	}},
}

// farUp is from how many generals on it pays to ask first whether a name stands anywhere
// else.
const farUp = 32

// inheritedAttributes finds what a class inherits under the names of its own attributes,
// the nearest of each name. It goes no further up than it must.
func inheritedAttributes(m *model.Model, class model.ID, own []*model.Element) map[string]*model.Element {
	open := map[string]bool{}
	for _, e := range own {
		if e.Name != "" && e.Attribute().Redefines == "" {
			open[e.Name] = true
		}
	}
	out := map[string]*model.Element{}
	if len(open) == 0 {
		return out
	}
	passed := 0
	classifier.Nearest(m, class, func(g model.ID) bool {
		for _, o := range m.Children(g, model.Attribute) {
			if open[o.Name] && o.Attribute().Visibility != model.Private {
				out[o.Name] = o
				delete(open, o.Name)
			}
		}
		if passed++; passed == farUp {
			for name := range open {
				if !slices.ContainsFunc(m.AttributesNear(name), func(o *model.Element) bool { return o.Owner != class && o.Name == name }) {
					delete(open, name)
				}
			}
		}
		return len(open) == 0
	})
	return out
}

var classTypeMissing = &Analyzer{
	Name: "class/type-missing", Title: "Attributes without a type", Severity: Advice,
	Doc:    "What has no type can be anything, and generated code has to guess. Told once a class has attributes with a type: until then it is a first sketch.",
	Source: "UML 2.5.1, 7.5.3: the type of a typed element may be left out in a sketch.",
	Finds:  "A class with mass: Decimal and moisture.",
	Leaves: "A class with mass and moisture: nothing is typed yet.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.Interface, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		without, typed := untyped(p.Model, r.RowID())
		if !typed || len(without) == 0 {
			return
		}
		f, key := typeFinding(p.Model, r.RowID(), without, "")
		p.Report(f, key...)
	}},
}

var classAttributeIsClass = &Analyzer{
	Name: "class/attribute-is-class", Title: "An attribute that is an association", Severity: Advice,
	Doc:    "The attribute's type is a class, whose objects have a life of their own. Drawn as an association, the relation is seen, read aloud, and gets a multiplicity at both ends. Attributes are for values: numbers, texts, dates, data types, enumerations.",
	Source: "UML 2.5.1, 11.5.4: an attribute and an association end are two notations of a property; Larman 2004, ch. 9: relate with associations, not attributes.",
	Finds:  "apiary: Apiary in Beekeeper, where Apiary is a class",
	Leaves: "grade: Grade, where Grade is an enumeration or a data type; static and derived attributes",
	Scope: Each{Kinds: attributes, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if e.Type == "" {
			return
		}
		t, owner, d := m.Element(e.Type), m.Element(e.Owner), e.Attribute()
		if t == nil || t.Kind != model.Class || owner == nil || owner.Kind != model.Class || d.Static || d.Derived {
			return
		}
		p.Report(Finding{Subject: e.ID, Related: []model.ID{t.ID}, says: say("%s: %s is a class. Show it as an association.", whereOf(m, e), nameOf(m, t.ID)),
			Mends: reworkMend(m, "Make it an association", rework.Request{Kind: rework.AttributeToAssociation, Subject: e.ID, Seed: "mend"})})
	}},
}

// reworkMend offers a rework as a mend, where it is possible.
func reworkMend(m *model.Model, title string, req rework.Request) []Mend {
	if _, err := rework.Changes(m, req); err != nil {
		return nil
	}
	return []Mend{{Title: title, Late: func(m *model.Model) []model.Change {
		result, _ := rework.Changes(m, req)
		return result.Changes
	}}}
}

var classTextForClass = &Analyzer{
	Name: "class/text-for-class", Title: "A text stands for something that is modelled", Severity: Advice,
	Doc:    "The attribute is a text, and bears the name of a class, data type or enumeration of the model. A text can hold anything, a misspelling too; the type can not.",
	Source: "Replace primitive with object: Fowler 1999, ch. 8.",
	Finds:  "grade: String in HoneyLot, where the enumeration Grade exists",
	Leaves: "grade: Grade; name: String",
	Scope: Each{Kinds: attributes, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if canonical, ok := model.Primitive(e.TypeName()); !ok || canonical != "Text" {
			return
		}
		for _, t := range m.ClassifiersByTerm(e.Name) {
			if t.ID == e.Owner || t.Kind == model.Interface || len(m.ClassifiersNamed(t.Name)) != 1 {
				continue
			}
			p.Report(Finding{Subject: e.ID, Related: []model.ID{t.ID}, says: say("%s is a text, and there is %s %s.", whereOf(m, e), withArticle(t.Kind.Title()), nameOf(m, t.ID)),
				Mends: []Mend{{Title: "Make its type " + nameOf(m, t.ID), Changes: []model.Change{&model.SetPart{ID: e.ID, Set: model.P("typeName", t.Name)}}}}})
			return
		}
	}},
}

// keyEndings end the names of attributes that hold the key of another object.
var keyEndings = words("id key ref fk identifier")

var classForeignKeyAttribute = &Analyzer{
	Name: "class/foreign-key-attribute", Title: "An attribute that repeats an association", Severity: Advice,
	Doc:    "The attribute holds the key of another class, and an association leads to that class already. In a class model the association is the reference; tables get their foreign keys from it.",
	Source: "Foreign keys belong to the database design: Rumbaugh et al. 1991, ch. 3.",
	Finds:  "beekeeperId in HoneyLot, beside Beekeeper delivers HoneyLot",
	Leaves: "lotId in HoneyLot; beekeeperId without any association to Beekeeper",
	Scope: Each{Kinds: attributes, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		lower := strings.ToLower(e.Name)
		if !hasAnyOf(lower, "id", "key", "ref", "fk", "identifier") {
			return
		}
		list := model.Words(e.Name)
		if len(list) < 2 || !keyEndings[list[len(list)-1]] {
			return
		}
		named := strings.Join(list[:len(list)-1], " ")
		for _, rel := range m.RelationshipsOf(e.Owner) {
			if rel.Kind != model.Association {
				continue
			}
			for i, id := range m.Connected(rel) {
				role := m.Ends(rel.ID)[i].Name
				if id == e.Owner && len(m.Connected(rel)) == 2 && m.Connected(rel)[0] != m.Connected(rel)[1] {
					continue
				}
				if model.NormalForm(m.Element(id).Name) != named && (role == "" || model.NormalForm(role) != named) || model.NormalForm(nameOf(m, e.Owner)) == named && role == "" {
					continue
				}
				p.Report(Finding{Subject: e.ID, Related: []model.ID{rel.ID}, says: say("%s repeats the association with %s.", whereOf(m, e), nameOf(m, id)), Mends: []Mend{deleteMend(e.ID, "Remove the attribute")}})
				return
			}
		}
	}},
}

func hasAnyOf(s string, endings ...string) bool {
	return slices.ContainsFunc(endings, func(e string) bool { return strings.HasSuffix(s, e) })
}

// numberedStem is a name without the one or two digits at its end, as phone of phone1
// and of phone_12; "" where it is not numbered.
func numberedStem(name string) string {
	stem := strings.TrimRight(name, "0123456789")
	if digits := len(name) - len(stem); digits == 0 || digits > 2 {
		return ""
	}
	stem = strings.TrimSuffix(stem, "_")
	if strings.HasSuffix(stem, "_") {
		return ""
	}
	return stem
}

var classRepeatedAttribute = &Analyzer{
	Name: "class/repeated-attribute", Title: "One attribute, numbered through", Severity: Advice,
	Doc:    "phone1, phone2, phone3 are one attribute that occurs several times. Numbered names fix how many there may be, and every use has to look at all of them.",
	Source: "First normal form: Codd 1970; UML 2.5.1, 7.5.3: multiplicity of attributes.",
	Finds:  "phone1: String and phone2: String in one class",
	Leaves: "phones: String [0..2]; line1: String and line2: Integer",
	Scope: Each{Kinds: []model.Kind{model.Class, model.Interface, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		var groups map[string][]*model.Element
		var order []string
		attributes := m.Children(r.RowID(), model.Attribute)
		stems := make([]string, len(attributes))
		for i, a := range attributes {
			stems[i] = numberedStem(a.Name)
		}
		for i, a := range attributes {
			stem := stems[i]
			if stem == "" || !slices.Contains(stems[i+1:], stem) && !slices.Contains(stems[:i], stem) {
				continue
			}
			if groups == nil {
				groups = map[string][]*model.Element{}
			}
			key := stem + "\x00" + m.TypeText(a)
			if groups[key] == nil {
				order = append(order, key)
			}
			groups[key] = append(groups[key], a)
		}
		for _, key := range order {
			list := groups[key]
			if len(list) < 2 {
				continue
			}
			stem, _, _ := strings.Cut(key, "\x00")
			var names []string
			var ids []model.ID
			for _, a := range list {
				names = append(names, a.Name)
				ids = append(ids, a.ID)
			}
			f := Finding{Subject: r.RowID(), Related: ids, Key: key, says: say("%s: %s are one attribute that occurs several times.", nameOf(m, r.RowID()), english.List(names))}
			one := model.Plural(stem)
			if !slices.ContainsFunc(m.Children(r.RowID(), model.Attribute, model.Literal), func(e *model.Element) bool { return e.Name == one }) {
				mend := Mend{Title: fmt.Sprintf("Make it %s [0..%d]", one, len(list)), Changes: []model.Change{&model.SetPart{ID: ids[0], Set: model.P("name", one, "multiplicity", fmt.Sprintf("0..%d", len(list)))}}}
				for _, id := range ids[1:] {
					mend.Changes = append(mend.Changes, &model.Delete{ID: id})
				}
				f.Mends = []Mend{mend}
			}
			p.Report(f, idStrings(ids)...)
		}
	}},
}

var classAccessorListed = &Analyzer{
	Name: "class/accessor-listed", Title: "Accessors are listed one by one", Severity: Advice,
	Doc:    "Operations that only read or write an attribute hide the ones that do something. They can be implied for the whole class, and are generated all the same.",
	Source: "Accessors are left out of class diagrams by convention: Larman 2004, ch. 16.",
	Finds:  "getMass(): Decimal and setMass(mass: Decimal) beside mass: Decimal",
	Leaves: "getOlder(), where there is no attribute older; an operation with further parameters",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if len(m.Children(e.ID, model.Operation)) == 0 {
			return
		}
		names := map[string]bool{}
		for _, a := range m.Children(e.ID, model.Attribute) {
			names[model.Capital(a.Name)] = true
		}
		var listedOnes []string
		var ids []model.ID
		for _, o := range m.Children(e.ID, model.Operation) {
			d, params := o.Operation(), m.Children(o.ID, model.Parameter)
			hasResult := o.Type != "" || d.TypeName != ""
			lower := strings.ToLower(o.Name)
			reads := len(params) == 0 && hasResult && (strings.HasPrefix(lower, "get") && names[model.Capital(o.Name[3:])] || strings.HasPrefix(lower, "is") && names[model.Capital(o.Name[2:])])
			writes := len(params) == 1 && !hasResult && strings.HasPrefix(lower, "set") && names[model.Capital(o.Name[3:])]
			if (reads || writes) && !d.Abstract && !d.Static {
				listedOnes = append(listedOnes, o.Name)
				ids = append(ids, o.ID)
			}
		}
		if len(ids) == 0 {
			return
		}
		mend := Mend{Title: "Imply them for the class"}
		if !e.Classifier().Accessors {
			mend.Changes = append(mend.Changes, &model.SetClassifier{ID: e.ID, Set: model.P("accessors", true)})
		}
		for _, id := range ids {
			mend.Changes = append(mend.Changes, &model.Delete{ID: id})
		}
		p.Report(Finding{Subject: e.ID, Related: ids, says: say("%s lists accessors: %s.", nameOf(m, e.ID), english.List(listedOnes)), Mends: []Mend{mend}}, idStrings(ids)...)
	}},
}

var classPublicAttribute = &Analyzer{
	Name: "class/public-attribute", Title: "Attributes that anybody can write", Severity: Advice,
	Doc:    "The class has operations of its own, and public attributes beside them: whoever writes an attribute goes past the operations that keep it right. Read-only and static ones are left out, and so are classes that only hold data.",
	Source: "Encapsulation: Meyer 1997, ch. 7; UML 2.5.1, 7.4.3 on visibility.",
	Finds:  "+ mass: Decimal beside + weigh(): Decimal",
	Leaves: "- mass: Decimal; + mass: Decimal {readOnly}; a class without operations; a data type",
	Scope: Each{Kinds: []model.Kind{model.Class}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m := p.Model
		if len(m.Children(r.RowID(), model.Operation)) == 0 {
			return
		}
		var open []string
		var ids []model.ID
		for _, a := range m.Children(r.RowID(), model.Attribute) {
			if d := a.Attribute(); d.Visibility == model.Public && !d.ReadOnly && !d.Static && !d.Derived {
				open = append(open, a.Name)
				ids = append(ids, a.ID)
			}
		}
		if len(open) > 0 {
			mend := Mend{Title: "Make them private, with accessors implied", Changes: []model.Change{&model.SetClassifier{ID: r.RowID(), Set: model.P("accessors", true)}}}
			for _, id := range ids {
				mend.Changes = append(mend.Changes, &model.SetPart{ID: id, Set: model.P("visibility", model.Private)})
			}
			p.Report(Finding{Subject: r.RowID(), Related: ids, says: say("%s: anybody can write %s, past its operations.", nameOf(m, r.RowID()), english.List(open)), Mends: []Mend{mend}}, idStrings(ids)...)
		}
	}},
}

var classDerivedRule = &Analyzer{
	Name: "class/derived-rule", Title: "A derived attribute without its rule", Severity: Advice,
	Doc:    "A derived attribute follows from others. How it follows is written nowhere: neither as its definition nor as its value.",
	Source: "UML 2.5.1, 9.5.3: isDerived; the derivation is given by a constraint or a default.",
	Finds:  "/age: Integer",
	Leaves: "/age: Integer, defined as the years since the date of birth; /total = net + tax",
	Scope: Each{Kinds: attributes, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		e := r.(*model.Element)
		if d := e.Attribute(); d.Derived && d.Default == "" && strings.TrimSpace(e.Definition) == "" {
			p.Report(Finding{Subject: e.ID, says: say("%s is derived. From what, and how? Write it as its definition.", whereOf(p.Model, e))})
		}
	}},
}

const mostFeatures = 25

var classTooLarge = &Analyzer{
	Name: "class/too-large", Title: "A class with very many features", Severity: Advice,
	Doc:    fmt.Sprintf("It has more than %d attributes and operations. Mostly that is several classes in one: groups of attributes that change together, or that only some instances have.", mostFeatures),
	Source: "One class, one responsibility: Riel 1996, ch. 3.",
	Finds:  "A class with twenty attributes and ten operations.",
	Leaves: "A class with ten attributes; an enumeration with fifty literals.",
	Scope: Each{Kinds: []model.Kind{model.Class, model.Interface, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		if n := len(p.Model.Children(r.RowID(), model.Attribute, model.Operation)); n > mostFeatures {
			p.Report(Finding{Subject: r.RowID(), says: say("%s has %d features. Which of them belong together?", nameOf(p.Model, r.RowID()), n)})
		}
	}},
}

var classIdentifierMissing = &Analyzer{
	Name: "class/identifier-missing", Title: "A stored class without an identifier", Severity: Advice,
	Doc:    "The class goes into tables, and no attribute tells its instances apart, here or in what it is a kind of. A key can be generated, but people need something to name one by.",
	Source: "UML 2.5.1, 9.5.3: isID; keys of the relational model: Codd 1970.",
	Finds:  "HoneyLot, marked as stored, without an attribute {id}",
	Leaves: "HoneyLot with lotNumber {id}; a part of a composition, which is known by its whole; a class that is not marked as stored",
	Scope: Each{Kinds: []model.Kind{model.Class}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if !e.Classifier().Stored {
			return
		}
		for _, c := range classifier.Lineage(m, e.ID) {
			if slices.ContainsFunc(m.Children(c, model.Attribute), func(a *model.Element) bool { return a.Attribute().Identifier }) {
				return
			}
			for _, rel := range m.RelationshipsOf(c) {
				if rel.Kind != model.Association {
					continue
				}
				if whole, part := wholeAndPart(m, rel); whole != nil && rel.Association().Aggregation == model.Composite && part.Type == c {
					return
				}
			}
		}
		if hangsOnAssociation(m, e.ID) {
			return
		}
		p.Report(Finding{Subject: e.ID, says: say("%s is stored. What tells one %s from another? Mark it with {id}.", nameOf(m, e.ID), nameOf(m, e.ID))})
	}},
}
