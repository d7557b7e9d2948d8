package check

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/instances"
	"lexeon/core/model"
	"lexeon/core/notation"
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
			"An object is taken to be most specifically of one class, unless generalization sets say otherwise. Undecided and absent multiplicities, {xor}, keys and redefined ends are read in favour of the model. " +
			"Where very many bounds hang together, a check at every change leaves them out and says so; lexeon check --thorough does not.",
		Source: "Lenzerini and Nobili 1990, on the satisfiability of cardinality constraints; UML 2.5.1, 9.5.3 for compositions.",
		Finds:  "1 Lot has 2 Sample, 1 Sample tests 1 Lot: twice as many samples as lots, and just as many.",
		Leaves: "1 Lot has 2 Sample, 0..1 Lot is explained by 1 Sample; 0..1 Folder is made of 0..* Folder",
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
	m := p.Model
	v := instances.JudgeFrom(m, p.ends, limit)
	for _, c := range v.Contradictions {
		told := contradictionSentences(m, c)
		message := say("There can be no %s. %s", nameOf(m, c.Class), strings.Join(told, " "))
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
		f := Finding{Subject: c.Class, Related: slices.Clone(c.Also), says: message}
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
	for _, group := range v.NotJudged {
		p.Report(Finding{Subject: group[0], Key: "not judged", Severity: Advice, Related: group[1:],
			says: say("Whether there can be any %s was not judged: its bounds hang together with those of %d other classes, too many for a check at every change. lexeon check --thorough judges them.", nameOf(m, group[0]), len(group)-1)})
	}
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
