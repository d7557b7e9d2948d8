package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/model"
	"lexeon/core/rework"
)

var associations = []model.Kind{model.Association}

// wholeAndPart are the ends of an aggregation; nil where there is none.
func wholeAndPart(m *model.Model, r *model.Relationship) (whole, part *model.Element) {
	ends := m.Ends(r.ID)
	a := r.Association()
	if len(ends) != 2 || a.Aggregation == model.NoAggregation {
		return nil, nil
	}
	if ends[0].ID == a.Whole {
		return ends[0], ends[1]
	}
	return ends[1], ends[0]
}

// isExactlyOne: each object has one there, no more and no fewer.
func isExactlyOne(e *model.Element) bool { return e.End().Multiplicity == model.Range(1, 1) }

// isMandatory: each object needs one there.
func isMandatory(e *model.Element) bool {
	x := e.End().Multiplicity
	return x.State == model.Decided && x.Lower > 0
}

var classWholeMultiplicity = &Analyzer{
	Name: "class/whole-multiplicity", Title: "A part of several wholes at once", Severity: Error,
	Doc:    "In a composition a part belongs to at most one whole at a time: it goes when the whole goes. The end at the whole cannot be above 1. If several may share it, it is a shared aggregation.",
	Source: "UML 2.5.1, 11.5.3.2 and 9.5.3: a part object is in at most one composite object at a time.",
	Finds:  "1..* Apiary is made of 1..* Hive",
	Leaves: "0..1 Apiary is made of 1..* Hive; 0..* Blend brings together 2..* HoneyLot",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if rel.Association().Aggregation != model.Composite {
			return
		}
		whole, part := wholeAndPart(m, rel)
		if whole == nil {
			return
		}
		x := whole.End().Multiplicity
		if x.State != model.Decided || x.Upper != model.Many && x.Upper <= 1 {
			return
		}
		bounded := fmt.Sprintf("%d..1", min(x.Lower, 1))
		if bounded == "1..1" {
			bounded = "1"
		}
		p.Report(Finding{Subject: rel.ID, says: say("%s: one %s cannot be part of several %s at once.", relationText(m, rel.ID), nameOf(m, part.Type), pluralOf(m, whole.Type)),
			Mends: []Mend{
				{Title: fmt.Sprintf("Make it %s at %s", bounded, nameOf(m, whole.Type)), Changes: []model.Change{&model.SetEnd{ID: whole.ID, Set: model.P("multiplicity", bounded)}}},
				{Title: "Make it a shared aggregation", Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("aggregation", model.Shared)}}},
			}}, x.String())
	}},
}

var classTwoWholes = &Analyzer{
	Name: "class/two-wholes", Title: "A part needs two wholes", Severity: Warning,
	Doc: "Each part must be in the one whole and in the other, but a part is in one composite whole at most. It holds only if both wholes are always the same object. " +
		"Where that can never be, since the two share no kinds, it is an error. Mostly the part is in one or the other: 0..1 at both, and one of the two.",
	Source: "UML 2.5.1, 9.5.3: a part object is in at most one composite object at a time.",
	Finds:  "1 Apiary is made of 0..* Hive, 1 Trailer is made of 0..* Hive",
	Leaves: "0..1 Apiary is made of 0..* Hive, 0..1 Trailer is made of 0..* Hive",
	Scope: Each{Kinds: []model.Kind{model.Class, model.DataType}, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, id := p.Model, r.RowID()
		own := mandatoryWholes(m, id)
		if len(own) == 0 {
			return
		}
		wholes := own
		for _, c := range classifier.Generals(m, id) {
			wholes = append(wholes, mandatoryWholes(m, c)...)
		}
		if len(wholes) < 2 {
			return
		}
		a, b := wholes[0], wholes[1]
		f := Finding{Subject: id, Related: []model.ID{a.Owner, b.Owner}, says: say("Each %s must be part of %s and of %s, but a part is in one whole at most.", nameOf(m, id), theOne(m, a.Type), theOne(m, b.Type))}
		if a.Type == b.Type {
			f.says = say("Each %s must be part of %s twice, but a part is in one whole at most.", nameOf(m, id), theOne(m, a.Type))
		}
		if canBeOne(m, a.Type, b.Type) {
			f.Severity = Warning
		} else {
			f.Severity = Error
		}
		mend := Mend{Title: "Make it part of one or the other: 0..1 at both"}
		for _, w := range wholes {
			mend.Changes = append(mend.Changes, &model.SetEnd{ID: w.ID, Set: model.P("multiplicity", "0..1")})
		}
		f.Mends = []Mend{mend}
		p.Report(f, string(f.Severity), fmt.Sprint(len(wholes)))
	}},
}

// mandatoryWholes are the ends at composite wholes that each instance of a class
// has to be in.
func mandatoryWholes(m *model.Model, id model.ID) []*model.Element {
	var out []*model.Element
	for _, u := range m.Uses(id) {
		end, ok := u.(*model.Element)
		if !ok || end.Kind != model.End {
			continue
		}
		rel := m.Relationship(end.Owner)
		if rel.Association().Aggregation != model.Composite || rel.Association().Whole == end.ID {
			continue
		}
		if whole, part := wholeAndPart(m, rel); whole != nil && part.ID == end.ID && isMandatory(whole) {
			out = append(out, whole)
		}
	}
	return out
}

func theOne(m *model.Model, id model.ID) string { return "one " + nameOf(m, id) }

// canBeOne: an object can be of both classes.
func canBeOne(m *model.Model, a, b model.ID) bool {
	if classifier.IsKindOf(m, a, b) || classifier.IsKindOf(m, b, a) {
		return true
	}
	below := classifier.Specifics(m, a)
	return slices.ContainsFunc(classifier.Specifics(m, b), func(id model.ID) bool { return slices.Contains(below, id) })
}

var classSelfMandatory = &Analyzer{
	Name: "class/self-mandatory", Title: "Each needs another of its kind, without end", Severity: Warning,
	Doc: "Each object needs another one of the same class at this end, which needs another one again: the first could never be made. " +
		"Mostly the topmost or the first has none: 0..1 or 0..*. Where both ends need one, objects can need each other in pairs or circles; then nothing is said, unless it is a composition, or a hierarchy of one and several, in which nobody could be at the top.",
	Source: "UML 2.5.1, 11.5.3; a tree of objects has a root.",
	Finds:  "1 Beekeeper as mentor guides 0..* Beekeeper as novice",
	Leaves: "0..1 Beekeeper as mentor guides 0..* Beekeeper as novice",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		if len(ends) != 2 || ends[0].Type != ends[1].Type {
			return
		}
		both := isMandatory(ends[0]) && isMandatory(ends[1])
		// One at one end and several at the other is a hierarchy: nobody can be at its top.
		tree := both && (ends[0].End().Multiplicity.Upper == 1) != (ends[1].End().Multiplicity.Upper == 1)
		if both && !tree && rel.Association().Aggregation != model.Composite {
			return
		}
		for _, e := range ends {
			if !isMandatory(e) || tree && e.End().Multiplicity.Upper != 1 {
				continue
			}
			upper := "*"
			if x := e.End().Multiplicity; x.Upper != model.Many {
				upper = fmt.Sprint(x.Upper)
			}
			role := ""
			if e.Name != "" {
				role = " as " + e.Name
			}
			p.Report(Finding{Subject: e.ID, says: say("%s: each %s needs another%s, and that one again. With which does it begin?", relationText(m, rel.ID), nameOf(m, e.Type), role),
				Mends: []Mend{{Title: "Let it be none: 0.." + upper, Changes: []model.Change{&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", "0.."+upper)}}}}}, fmt.Sprint(both))
			return
		}
	}},
}

// vagueNames say that two classes have to do with each other.
var vagueNames = phrases("has", "have", "relates to", "is related to", "related to", "is associated with", "associated with", "is linked to", "links to", "is connected to", "concerns", "involves", "deals with", "has a", "has an", "relation", "association")

// phrases is a set of texts of several words.
func phrases(list ...string) map[string]bool {
	out := map[string]bool{}
	for _, w := range list {
		out[w] = true
	}
	return out
}

var associationVagueName = &Analyzer{
	Name: "association/vague-name", Title: "An association's name says next to nothing", Severity: Advice,
	Doc:    "“has” and “relates to” fit any two classes. Read aloud, nobody can disagree. A verb of the domain says what the one does to the other.",
	Source: "Names of associations as verb phrases: Rumbaugh et al. 1991, ch. 3.",
	Finds:  "Beekeeper has 0..* Apiary",
	Leaves: "Beekeeper keeps 0..* Apiary; one with a role at either end",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		if !vagueNames[strings.Join(model.Words(rel.Name), " ")] || slices.ContainsFunc(m.Ends(rel.ID), func(e *model.Element) bool { return e.Name != "" }) {
			return
		}
		p.Report(Finding{Subject: rel.ID, says: say("%s: “%s” fits anything. Which verb says what they have to do with each other?", relationText(m, rel.ID), rel.Name)})
	}},
}

var classReadingDirection = &Analyzer{
	Name: "class/reading-direction", Title: "Nobody knows which way a name is read", Severity: Advice,
	Doc:    "The name stands between two different classes without a reading direction: the hive may hold the frame, or the frame the hive. Set the direction, shown as a small triangle.",
	Source: "UML 2.5.1, 11.5.4: the solid triangle tells the direction of reading.",
	Finds:  "Hive ~holds Frame",
	Leaves: "Hive holds Frame; a name without direction between objects of one class (is neighbour of), or with a role at either end.",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		if len(ends) != 2 || rel.Name == "" || rel.Association().Reading != model.NoDirection || ends[0].Type == ends[1].Type || ends[0].Name != "" || ends[1].Name != "" {
			return
		}
		a, b := nameOf(m, ends[0].Type), nameOf(m, ends[1].Type)
		p.Report(Finding{Subject: rel.ID, says: say("“%s” between %s and %s: which way is it read?", rel.Name, a, b), Mends: []Mend{
			{Title: fmt.Sprintf("Read it %s %s %s", a, rel.Name, b), Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("reading", model.Forward)}}},
			{Title: fmt.Sprintf("Read it %s %s %s", b, rel.Name, a), Changes: []model.Change{&model.SetRelationship{ID: rel.ID, Set: model.P("reading", model.Backward)}}},
		}})
	}},
}

var classSelfRoles = &Analyzer{
	Name: "class/self-roles", Title: "A class related to itself, without roles", Severity: Warning,
	Doc:    "Both ends are at the same class. Without a role at each end nobody knows which multiplicity is whose. Aggregations tell their ends apart by the diamond, and a name without reading direction says that both ends are alike.",
	Source: "UML 2.5.1, 11.5.4: role names tell the ends of an association apart.",
	Finds:  "0..1 Beekeeper guides 0..* Beekeeper",
	Leaves: "0..1 Beekeeper as mentor guides 0..* Beekeeper as novice; * Hive ~\"is neighbour of\" * Hive",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		a := rel.Association()
		if len(ends) != 2 || ends[0].Type != ends[1].Type || a.Aggregation != model.NoAggregation || ends[0].Name != "" && ends[1].Name != "" {
			return
		}
		if rel.Name != "" && a.Reading == model.NoDirection && ends[0].End().Multiplicity == ends[1].End().Multiplicity {
			return
		}
		missing := "a role at each end"
		if ends[0].Name != "" || ends[1].Name != "" {
			missing = "a role at its other end"
		}
		p.Report(Finding{Subject: rel.ID, says: say("%s: it needs %s, since both ends are at %s.", relationText(m, rel.ID), missing, nameOf(m, ends[0].Type))})
	}},
}

var classMerge = &Analyzer{
	Name: "class/merge", Title: "Two classes that are never without each other", Severity: Advice,
	Doc:    "Each of the one has exactly one of the other, and the other way round. They come and go together, so they may be one class. Where both have their own relations, or are kinds of something, two classes can be right.",
	Source: "Mandatory one-to-one relationships: Batini, Ceri, Navathe 1992, ch. 3.",
	Finds:  "1 Lot bears 1 Label, where Label has no other relations",
	Leaves: "1 Lot bears 0..1 Label; 1 Lot bears 1 Label, where labels are printed by a printer",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		if len(ends) != 2 || rel.Class != "" || !isExactlyOne(ends[0]) || !isExactlyOne(ends[1]) || ends[0].Type == ends[1].Type {
			return
		}
		alone := func(id model.ID) bool { // nothing else is said of it
			return m.Element(id).Kind == model.Class && !slices.ContainsFunc(m.RelationshipsOf(id), func(o *model.Relationship) bool { return o.ID != rel.ID && o.Kind != model.Anchor })
		}
		if m.Element(ends[0].Type).Kind != m.Element(ends[1].Type).Kind || !alone(ends[0].Type) && !alone(ends[1].Type) {
			return
		}
		p.Report(Finding{Subject: rel.ID, says: say("%s: one is never without the other. Are they one class?", relationText(m, rel.ID)), Mends: mergeMends(m, ends, alone)})
	}},
}

// mergeMends take the one of which nothing else is said into the other.
func mergeMends(m *model.Model, ends []*model.Element, alone func(model.ID) bool) []Mend {
	into, from := ends[0].Type, ends[1].Type
	if !alone(from) {
		into, from = from, into
	}
	return reworkMend(m, fmt.Sprintf("Take %s into %s", nameOf(m, from), nameOf(m, into)), rework.Request{Kind: rework.Merge, Subject: into, With: from, Seed: "mend"})
}

var classDuplicateAssociation = &Analyzer{
	Name: "class/duplicate-association", Title: "An association is there twice", Severity: Warning,
	Doc:    "Two associations between the same classes have the same name and the same roles. One of them is too many, or they mean different things and need names that say so. One that subsets or redefines another is meant.",
	Source: "UML 2.5.1, 7.4.3: members of a namespace are distinguishable.",
	Finds:  "Beekeeper delivers HoneyLot, twice",
	Leaves: "Beekeeper delivers HoneyLot and Beekeeper inspects HoneyLot",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		if len(ends) != 2 || rel.Name == "" && ends[0].Name == "" && ends[1].Name == "" && rel.Association().Aggregation == model.NoAggregation {
			return // that it says nothing is told already
		}
		meant := func(e *model.Element) bool { return len(e.End().Subsets)+len(e.End().Redefines) > 0 }
		if meant(ends[0]) || meant(ends[1]) {
			return
		}
		for _, u := range m.Uses(ends[0].Type) { // sorted by id
			end, ok := u.(*model.Element)
			if !ok || end.Kind != model.End || end.Owner >= rel.ID {
				continue
			}
			o := m.Relationship(end.Owner)
			if o.Name != rel.Name {
				continue
			}
			other := p.ends(o.ID)
			if len(other) != 2 || meant(other[0]) || meant(other[1]) || sidesOf(m, o) != sidesOf(m, rel) {
				continue
			}
			p.Report(Finding{Subject: rel.ID, Related: []model.ID{o.ID}, says: say("%s stands twice.", relationText(m, rel.ID)), Mends: []Mend{deleteMend(rel.ID, "Delete the second one")}})
			return
		}
	}},
}

// sidesOf tells what an association says, whichever of its ends is the first.
func sidesOf(m *model.Model, r *model.Relationship) string {
	ends := m.Ends(r.ID)
	a := r.Association()
	side := func(e *model.Element, first bool) string {
		whole := ""
		if a.Whole == e.ID {
			whole = string(a.Aggregation)
		}
		starts := ""
		if r.Name != "" && a.Reading != model.NoDirection && first == (a.Reading == model.Forward) {
			starts = "reads"
		}
		return strings.Join([]string{string(e.Type), e.Name, whole, starts}, "\x00")
	}
	sides := []string{side(ends[0], true), side(ends[1], false)}
	slices.Sort(sides)
	return r.Name + "\x01" + strings.Join(sides, "\x01")
}

var enumerationAssociation = &Analyzer{
	Name: "enumeration/association", Title: "An association to an enumeration", Severity: Advice,
	Doc:    "A value of an enumeration has no life of its own. What a thing has of it is an attribute: grade: Grade. Drawn as an association it clutters the diagram.",
	Source: "UML 2.5.1, 10.2.3: data types have values without identity.",
	Finds:  "HoneyLot has the Grade",
	Leaves: "HoneyLot with an attribute grade: Grade",
	Scope: Each{Kinds: associations, Reach: []Neighbourhood{Self}, Around: true, Run: func(p *Pass, r model.Row) {
		m, rel := p.Model, r.(*model.Relationship)
		ends := p.ends(rel.ID)
		if len(ends) != 2 {
			return
		}
		for i, e := range ends {
			if m.Element(e.Type).Kind != model.Enumeration || m.Element(ends[1-i].Type).Kind == model.Enumeration {
				continue
			}
			p.Report(Finding{Subject: rel.ID, says: say("%s is an enumeration. What %s has of it is an attribute.", nameOf(m, e.Type), nameOf(m, ends[1-i].Type)),
				Mends: reworkMend(m, "Make it an attribute", rework.Request{Kind: rework.AssociationToAttribute, Subject: rel.ID, With: e.ID, Seed: "mend"})})
		}
	}},
}

const (
	manyAssociations = 8  // fewer tell nothing
	heavyPercent     = 75 // of them are aggregations
)

var classAggregationHeavy = &Analyzer{
	Name: "class/aggregation-heavy", Title: "Nearly every association is an aggregation", Severity: Advice,
	Doc: fmt.Sprintf("At least %d associations, and %d of a hundred are drawn as whole and part. Whole and part is overused where people ask what belongs to what. "+
		"It decides something only where the part goes with the whole, or where the whole is known by its parts.", manyAssociations, heavyPercent),
	Source: "Fowler 2003, ch. 5, on aggregation; UML 2.5.1, 9.5.3: the meaning of shared aggregation is left open.",
	Finds:  "Eight associations, seven of them with a diamond.",
	Leaves: "A small model of an apiary made of hives made of frames.",
	Scope: Whole{
		Touched: func(r model.Row) bool { return kindOf(r) == model.Association },
		Run: func(p *Pass) {
			all := p.Model.Relationships(model.Association)
			n := 0
			for _, r := range all {
				if r.Association().Aggregation != model.NoAggregation {
					n++
				}
			}
			if len(all) >= manyAssociations && n*100 >= heavyPercent*len(all) {
				p.Report(Finding{Subject: model.ProjectID, says: say("%d of %d associations are aggregations. Does each part really belong to its whole?", n, len(all))})
			}
		},
	},
}
