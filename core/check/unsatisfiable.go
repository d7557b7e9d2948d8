package check

import (
	"fmt"
	"maps"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/instances"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/parallel"
)

var classUnsatisfiable = unsatisfiable(instances.Live)

// Thorough is All, with the searches that are cut short on every change done to the
// end, however long they take.
var Thorough = thorough()

func thorough() []*Analyzer {
	out := slices.Clone(All)
	out[slices.Index(out, classUnsatisfiable)] = unsatisfiable(0)
	return out
}

func unsatisfiable(limit instances.Limit) *Analyzer {
	return &Analyzer{
		Name: "class/unsatisfiable", Title: "There can be no instance of a class", Severity: Error,
		Doc: "Each bound is sound by itself, but together they leave no room: so many objects of the one class ask for so many of the other that there can be none at all, or a part asks for parts without end. " +
			"The finding reads the contradiction aloud; every sentence of it is needed, so it is enough to change one. " +
			"An object may be of several kinds of a class at once, unless a generalization set says that they are disjoint. Where there is a contradiction only if kinds are apart of which no set says so, it is asked whether something can be both. Undecided and absent multiplicities, {xor}, keys and redefined ends are read in favour of the model. " +
			"Where very many bounds hang together, a check at every change leaves them out and says so; lexeon check --thorough does not.",
		Source:   "Lenzerini and Nobili 1990, on the satisfiability of cardinality constraints; UML 2.5.1, 9.5.3 for compositions.",
		Finds:    "1 Lot has 2 Sample, 1 Sample tests 1 Lot: twice as many samples as lots, and just as many.",
		Leaves:   "1 Lot has 2 Sample, 0..1 Lot is explained by 1 Sample; 0..1 Folder is made of 0..* Folder",
		Requires: []Requirement{boundsOfClasses},
		Scope: Whole{
			Touched: func(r model.Row) bool {
				switch kindOf(r) {
				case model.Class, model.End, model.GeneralizationSet, model.Constraint, model.Association, model.Generalization, model.Anchor:
					return true
				}
				return false
			},
			Silent: boundsNoMore,
			Run:    func(p *Pass) { runUnsatisfiable(p, limit) },
		},
	}
}

// boundsOfClasses are the associations that say how many objects there are. The rule that
// reads them runs on what was written anyway.
var boundsOfClasses = &Fact[*instances.Associations]{
	name: "bounds", rests: rowsOf(append(model.ClassifierKinds(), model.Association, model.End, model.Constraint, model.Anchor)...).has,
	find: func(f *facts) *instances.Associations { return instances.ReadAssociations(f.m, f.endsOf) },
	carry: func(at *carrying, x *instances.Associations) (*instances.Associations, outcome) {
		return x.After(at.next.m, at.delta), kept
	},
}

// boundsNoMore accepts changes that bound nothing anew: of names, words, roles.
func boundsNoMore(old, next model.Row) bool {
	switch b := next.(type) {
	case nil: // without a row there is more room; but a class may lose its kinds, and a redefined end count again
		e, isElement := old.(*model.Element)
		return kindOf(old) == model.Association || isElement && e.Kind == model.End && len(e.End().Redefines) == 0
	case *model.Element:
		a, _ := old.(*model.Element)
		if a == nil {
			return b.Kind == model.Class || b.Kind == model.End && b.End().Multiplicity.State != model.Decided
		}
		switch b.Kind {
		case model.Class:
			return a.Classifier().Abstract == b.Classifier().Abstract
		case model.End:
			x, y := a.End(), b.End()
			return a.Type == b.Type && a.Name == b.Name && x.Multiplicity == y.Multiplicity && slices.Equal(x.Redefines, y.Redefines) && slices.Equal(x.Qualifiers, y.Qualifiers)
		}
	case *model.Relationship:
		a, _ := old.(*model.Relationship)
		if a == nil || b.Kind != model.Association {
			return false
		}
		x, y := a.Association(), b.Association()
		return a.Class == b.Class && x.Aggregation == y.Aggregation && x.Whole == y.Whole
	}
	return false
}

func runUnsatisfiable(p *Pass, limit instances.Limit) {
	m, bounds := p.Model, boundsOfClasses.of(p)
	readings := []instances.Kinds{instances.MayOverlap}
	if asksForKinds(m) {
		readings = append(readings, instances.Apart)
	}
	verdicts := make([]instances.Verdict, len(readings))
	parallel.Run(len(readings), func(i int) { verdicts[i] = instances.JudgeFrom(m, bounds, readings[i], limit) })
	v := verdicts[0]
	none := map[model.ID]bool{}
	for _, c := range v.Contradictions {
		for _, id := range append([]model.ID{c.Class}, c.Also...) {
			none[id] = true
		}
		reportContradiction(p, c, nil)
	}
	for _, group := range v.NotJudged {
		p.Report(Finding{Subject: group[0], Key: "not judged", Severity: Advice, Related: group[1:],
			says: say("Whether there can be any %s was not judged: its bounds hang together with those of %d other classes, too many for a check at every change. lexeon check --thorough judges them.", nameOf(m, group[0]), len(group)-1)})
	}
	if len(verdicts) == 1 {
		return
	}
	for _, c := range verdicts[1].Contradictions {
		if kinds := takenApart(m, c); !none[c.Class] && len(kinds) > 0 {
			reportContradiction(p, c, kinds)
		}
	}
}

// asksForKinds reports whether there are kinds of which no set says whether they are disjoint.
func asksForKinds(m *model.Model) bool {
	seen := map[model.ID]bool{}
	for _, g := range m.Relationships(model.Generalization) {
		if seen[g.Target] && isUnstated(m, g) {
			return true
		}
		seen[g.Target] = true
	}
	return false
}

func isUnstated(m *model.Model, g *model.Relationship) bool {
	set := m.Element(g.Set)
	return set == nil || set.GeneralizationSet().Disjoint == model.Unstated
}

// takenApart are the kinds that a proof takes to be disjoint though nothing says so, those of
// one class together.
func takenApart(m *model.Model, c instances.Contradiction) [][]model.ID {
	by := map[model.ID]bool{}
	note := func(general model.ID) {
		if list := m.Specifics(general); len(list) > 1 && isUnstated(m, list[0]) {
			by[general] = true
		}
	}
	for _, f := range c.Facts {
		switch f.Kind {
		case instances.IsKind:
			note(m.Relationship(f.Row).Target)
		case instances.IsOneOf:
			note(f.Row)
		case instances.Complete:
			note(m.Element(f.Row).Owner)
		}
	}
	var out [][]model.ID
	for _, general := range slices.Sorted(maps.Keys(by)) {
		var kinds []model.ID
		for _, g := range m.Specifics(general) {
			kinds = append(kinds, g.Source)
		}
		out = append(out, kinds)
	}
	return out
}

// reportContradiction reads a contradiction aloud: as an error, or, where it rests on kinds
// being apart, as a question.
func reportContradiction(p *Pass, c instances.Contradiction, apart [][]model.ID) {
	m := p.Model
	told := contradictionSentences(m, c)
	message := say("There can be no %s. %s", nameOf(m, c.Class), strings.Join(told, " "))
	f := Finding{Subject: c.Class, Related: slices.Clone(c.Also)}
	if len(apart) > 0 {
		var asked []string
		for _, kinds := range apart {
			var names []string
			for _, id := range kinds {
				names = append(names, nameOf(m, id))
			}
			slices.Sort(names)
			asked = append(asked, "Can something be both "+both(names)+"?")
			f.Mends = append(f.Mends, mayBeBoth(m, kinds)...)
		}
		message = say("%s If not, there can be no %s. %s", strings.Join(asked, " "), nameOf(m, c.Class), strings.Join(told, " "))
		f.Severity, f.Key = Question, "apart"
	}
	if c.Endless {
		message = message.and(" And so on, without end.")
	}
	if len(c.Also) > 0 {
		var names []string
		for _, id := range c.Also {
			names = append(names, nameOf(m, id))
		}
		message = message.and(" Nor can there be any %s.", alternatives(names))
	}
	f.says = message
	for _, fact := range c.Facts {
		row := fact.Row
		if e := m.Element(row); e != nil && e.Kind == model.End {
			row = e.Owner
			if mend := relaxed(m, e, fact); mend != nil {
				f.Mends = append(f.Mends, *mend)
			}
		}
		if !slices.Contains(f.Related, row) && row != c.Class {
			f.Related = append(f.Related, row)
		}
	}
	p.Report(f)
}

// both joins names of which something may be two: a Deposit and a Loan; of many the first few.
func both(names []string) string {
	const most = 4
	if len(names) > most {
		names = append(slices.Clone(names[:most-1]), "another kind")
	}
	return english.List(names)
}

// mayBeBoth says of kinds that they overlap, by a generalization set.
func mayBeBoth(m *model.Model, kinds []model.ID) []Mend {
	var lines []*model.Relationship
	for _, k := range kinds {
		for _, g := range m.Generals(k) {
			if len(lines) == 0 || g.Target == lines[0].Target {
				lines = append(lines, g)
				break
			}
		}
	}
	if len(lines) != len(kinds) {
		return nil
	}
	general := lines[0].Target
	var changes []model.Change
	if set := m.Element(lines[0].Set); set != nil {
		changes = []model.Change{&model.SetPart{ID: set.ID, Set: model.P("disjoint", model.No)}}
	} else {
		id := model.DeriveID("overlap", string(general))
		changes = []model.Change{&model.AddElement{ID: id, Kind: model.GeneralizationSet, Owner: general, Name: "kind", Set: model.P("disjoint", model.No)}}
		for _, g := range lines {
			changes = append(changes, &model.SetRelationship{ID: g.ID, Set: model.P("set", id)})
		}
	}
	return []Mend{{Title: "Yes: kinds of " + nameOf(m, general) + " overlap", Changes: changes}}
}

// alternatives joins names by "or"; a long list is cut short.
func alternatives(names []string) string {
	const most = 6
	if len(names) > most {
		return strings.Join(names[:most-1], ", ") + fmt.Sprintf(" or any of %d other classes", len(names)-most+1)
	}
	if len(names) == 1 {
		return names[0]
	}
	return strings.Join(names[:len(names)-1], ", ") + " or " + names[len(names)-1]
}

// relaxed lets a lower bound be none: one way out of a contradiction.
func relaxed(m *model.Model, end *model.Element, fact instances.Fact) *Mend {
	if fact.Kind != instances.AtLeast {
		return nil
	}
	x := end.End().Multiplicity
	to := model.Range(0, x.Upper).String()
	return &Mend{Title: fmt.Sprintf("Let it be none: %s at %s in %s", to, nameOf(m, end.Type), relationText(m, end.Owner)),
		Changes: []model.Change{&model.SetEnd{ID: end.ID, Set: model.P("multiplicity", to)}}}
}

// contradictionSentences reads the facts aloud, each once, those of one line
// together.
func contradictionSentences(m *model.Model, c instances.Contradiction) []string {
	var out []string
	add := func(s string) {
		if !slices.Contains(out, s) {
			out = append(out, s)
		}
	}
	for _, f := range c.Facts {
		switch f.Kind {
		case instances.AtLeast, instances.AtMost:
			r := m.Relationship(m.Element(f.Row).Owner)
			for _, s := range notation.ReadBack(m, r) {
				if slices.ContainsFunc(s, func(seg notation.Segment) bool { return isTold(c.Facts, seg.End) }) {
					add(s.String())
				}
			}
		case instances.IsKind:
			add(notation.ReadBack(m, m.Relationship(f.Row))[0].String())
		case instances.IsOneOf:
			var kinds []string
			for _, g := range m.Specifics(f.Row) {
				kinds = append(kinds, nameOf(m, g.Source))
			}
			add(fmt.Sprintf("Each %s is one of its kinds: %s.", nameOf(m, f.Row), alternatives(kinds)))
		case instances.Complete, instances.Disjoint:
			for _, u := range m.Uses(f.Row) {
				if r, ok := u.(*model.Relationship); ok && r.Set == f.Row {
					said := notation.SetSentences(m.Element(f.Row), nameOf(m, r.Target))
					if f.Kind == instances.Disjoint {
						add(said[0].String())
					} else {
						add(said[len(said)-1].String())
					}
					break
				}
			}
		case instances.LinkClass:
			add(fmt.Sprintf("Each link of %s is one %s.", relationText(m, f.Row), nameOf(m, m.Relationship(f.Row).Class)))
		case instances.OneWhole:
			add(fmt.Sprintf("One %s is part of one whole at most.", nameOf(m, f.Row)))
		}
	}
	return out
}

func isTold(facts []instances.Fact, end model.ID) bool {
	return end != "" && slices.ContainsFunc(facts, func(f instances.Fact) bool { return f.Row == end })
}
