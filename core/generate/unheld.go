package generate

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// What the model says and code in no language looks at is written as a comment at its place, and told beside the files.

// unheldByEnd is what is said of an end and not looked at.
func unheldByEnd(d model.EndData) (out []string) {
	if len(d.Subsets) > 0 {
		out = append(out, "What is here is among "+strings.Join(d.Subsets, ", ")+": that is not looked at.")
	}
	if len(d.Redefines) > 0 {
		out = append(out, "It redefines "+strings.Join(d.Redefines, ", ")+": both are kept.")
	}
	if d.Derived {
		out = append(out, "It is derived: how is not said, so it is kept as others are.")
	}
	if d.ReadOnly {
		out = append(out, "It is not to be changed once it is there: that is not looked at.")
	}
	return out
}

// unheldByAttribute is what is said of how many values there are, beyond one or several.
func unheldByAttribute(d model.AttributeData) (out []string) {
	mu := d.Multiplicity
	if mu.State != model.Decided || mu.Upper == 1 || mu.Lower == 0 && mu.Upper == model.Many {
		return nil
	}
	if mu.Upper == model.Many {
		return []string{fmt.Sprintf("At least %d of them: that is not looked at.", mu.Lower)}
	}
	return []string{fmt.Sprintf("Between %d and %d of them: that is not looked at.", mu.Lower, mu.Upper)}
}

// unheldByKinds is what generalization sets say of a general: an object of the code is of one class, for good.
func (p *planner) unheldByKinds() {
	for _, r := range p.m.Relationships(model.Generalization) {
		set, t := p.m.Element(r.Set), p.types[r.Target]
		if set == nil || t == nil {
			continue
		}
		d := set.GeneralizationSet()
		var said []string
		if d.Disjoint == model.No {
			said = append(said, fmt.Sprintf("It can be of several kinds of %s at once: in code it is of one.", set.Name))
		}
		if d.Complete == model.Yes && !t.Abstract {
			said = append(said, fmt.Sprintf("It always is of one of the kinds of %s: one can be made all the same.", set.Name))
		}
		for _, s := range said {
			if !slices.Contains(t.Unheld, s) {
				t.Unheld = append(t.Unheld, s)
			}
		}
	}
	for _, t := range p.types {
		slices.Sort(t.Unheld)
	}
}

// unheld tells all that is not looked at.
func (t *Type) unheld() (out []Note) {
	tell := func(what, said string) { out = append(out, Note{Subject: t.ID, Message: what + ". " + said}) }
	for _, s := range t.Unheld {
		tell(t.Name, s)
	}
	for _, a := range t.Attributes {
		for _, s := range a.Unheld {
			tell(t.Name+"."+a.Name, s)
		}
	}
	for _, e := range t.Ends {
		for _, s := range e.Unheld {
			tell(t.Name+"."+e.Name, s)
		}
	}
	return out
}

// NotesOfUnheld tells what code in no language looks at.
func (p *Plan) NotesOfUnheld() (out []Note) {
	for _, t := range p.Types {
		out = append(out, t.unheld()...)
	}
	return out
}
