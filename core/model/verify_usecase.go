package model

import (
	"slices"
	"strings"
)

var (
	goalLevels = []string{"", string(SummaryGoal), string(Subfunction)}
	endings    = []string{"", string(Succeed), string(Fail)}
	actorParts = []string{"", string(Primary), string(Supporting)}
)

// verifyUseCaseElement checks the kinds of use case diagrams and descriptions.
func (d *draft) verifyUseCaseElement(e *Element) error {
	switch e.Kind {
	case PackageKind:
		return d.verifyPackage(e)
	case UseCase:
		return verifyWords(e.ID, "level", string(e.UseCase().Level), goalLevels)
	case ExtensionPoint:
		return d.verifyStepRef(e, "step", e.ExtensionPoint().Step, e.Owner)
	case Step:
		if u := d.Element(e.Step().Includes); e.Step().Includes != "" && (u == nil || u.Kind != UseCase) {
			return Faultf(CodeRefused, "a step includes a use case, and nothing else").At(e.ID, "includes")
		}
	case Alternative:
		a := e.Alternative()
		if err := verifyWords(e.ID, "ends", string(a.Ends), endings); err != nil {
			return err
		}
		if a.From == "" && a.To != "" {
			return Faultf(CodeRefused, "an alternative that leaves anywhere has no last step").At(e.ID, "to")
		}
		for _, side := range []struct {
			field string
			id    ID
		}{{"from", a.From}, {"to", a.To}, {"rejoin", a.Rejoin}} {
			if err := d.verifyStepRef(e, side.field, side.id, e.Owner); err != nil {
				return err
			}
		}
	}
	return nil
}

// verifyStepRef: steps are referred to within one use case, the steps of its
// alternatives aside.
func (d *draft) verifyStepRef(e *Element, field string, id, useCase ID) error {
	if s := d.Element(id); id != "" && (s == nil || s.Kind != Step || s.Owner != useCase) {
		return Faultf(CodeRefused, "%s refers to a step of another use case", d.Describe(e.ID)).At(e.ID, field)
	}
	return nil
}

// verifyUseCaseRelationship checks who may be connected: done is false for the
// kinds that are checked elsewhere.
func (d *draft) verifyUseCaseRelationship(r *Relationship, ends []*Element) (done bool, err error) {
	kindAt := func(id ID) Kind {
		if e := d.Element(id); e != nil {
			return e.Kind
		}
		return ""
	}
	from, to := kindAt(r.Source), kindAt(r.Target)
	wanted := [2]Kind{UseCase, UseCase}
	switch r.Kind {
	case Participation:
		wanted = [2]Kind{Actor, UseCase}
	case Within:
		wanted = [2]Kind{UseCase, Subject}
	case Include, Extend:
	case Generalization:
		if from != Actor && from != UseCase && to != Actor && to != UseCase {
			return false, nil
		}
		if from != to {
			return true, Faultf(CodeRefused, "%s cannot be a kind of %s", d.Describe(r.Source), d.Describe(r.Target)).At(r.ID, "target")
		}
		return true, nil
	default:
		return false, nil
	}
	if len(ends) > 0 {
		return true, Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
	}
	if from != wanted[0] {
		return true, Faultf(CodeRefused, "%s begins at %s", withArticle(r.Kind), withArticle(wanted[0])).At(r.ID, "source")
	}
	if to != wanted[1] {
		return true, Faultf(CodeRefused, "%s leads to %s", withArticle(r.Kind), withArticle(wanted[1])).At(r.ID, "target")
	}
	if r.Kind == Participation {
		return true, verifyWords(r.ID, "part", string(r.Participation().Part), actorParts)
	}
	if r.Kind == Within && len(d.bySide(r.Source, Within, func(o *Relationship) bool { return o.Source == r.Source && o.Target == r.Target })) > 1 {
		return true, Faultf(CodeRefused, "%s is in %s already", d.Describe(r.Source), d.Describe(r.Target)).At(r.ID, "target")
	}
	points := d.Children(r.Target, ExtensionPoint)
	for _, p := range r.Extend().Points {
		if !slices.ContainsFunc(points, func(e *Element) bool { return e.ID == p }) {
			return true, Faultf(CodeRefused, "%s has no such extension point", d.Describe(r.Target)).At(r.ID, "points")
		}
	}
	return true, nil
}

// withArticle is a kind as it is spoken of: an actor, a use case.
func withArticle(k Kind) string {
	title := k.Title()
	if strings.ContainsAny(title[:1], "aeio") {
		return "an " + title
	}
	return "a " + title
}
