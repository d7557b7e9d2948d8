package generate

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Of is which types a target in a language is made of: what is not named is left out, but for what the
// others cannot be without.
var Of = Option{Name: "of", Title: "Of what", Doc: "Classes, packages and diagrams, separated by commas, with what they cannot be without; nothing: everything.", Names: Names}

// OfCases is which use cases something is made of.
var OfCases = Option{Name: "of", Title: "Of what", Doc: "Use cases, packages and diagrams, separated by commas; nothing: all use cases.", Names: NamesOfCases}

// Comments is what documentation comments hold. What could not be said in code stands in one in any case.
var Comments = Option{Name: "comments", Group: "code", Title: "Comments", Doc: "What documentation comments hold.", Default: "all", Choices: []Choice{
	{Value: "all", Title: "Definitions, and associations read aloud"}, {Value: "definitions", Title: "Definitions"}, {Value: "none", Title: "What is open alone"}}}

// Files is whether each type has a file of its own.
var Files = Option{Name: "files", Group: "code", Title: "Files", Doc: "Whether each type has a file of its own.", Default: "many", Choices: []Choice{
	{Value: "many", Title: "One for each type"}, {Value: "one", Title: "One for all types"}}}

// comment leaves out of a plan what comments are not to hold.
func (p *Plan) comment(how string) {
	if how != "definitions" && how != "none" {
		return
	}
	for _, t := range p.Types {
		for _, e := range slices.Concat(t.Ends, t.Hidden) {
			e.Silent = true
		}
		if how == "definitions" {
			continue
		}
		p.Definition, t.Definition = "", ""
		for _, a := range t.Attributes {
			a.Definition = ""
		}
		for _, o := range t.Operations {
			o.Definition = ""
		}
		for i := range t.Literals {
			t.Literals[i].Definition = ""
		}
	}
}

// PlanOf plans a model, or what is chosen of it, and tells what is left out.
func PlanOf(o *Order) (*Plan, []Note) {
	plan := NewPlan(o.Model)
	plan.comment(o.Options[Comments.Name])
	plan.Split = o.Options[Packages.Name] == "each" && o.Options[Files.Name] != "one"
	text := o.Options[Of.Name]
	if strings.TrimSpace(text) == "" {
		return plan, nil
	}
	asked, notes := named(o.Model, text, model.ClassifierKinds(), "class")
	return plan, append(notes, plan.restrict(asked)...)
}

// Names are what Of can name: packages first, then diagrams and classifiers, each by its name. What several are called
// stands for all of them; a name with a comma cannot be told from several.
func Names(m *model.Model) []Choice { return namesOf(m, model.ClassifierKinds()) }

// NamesOfCases are what OfCases can name.
func NamesOfCases(m *model.Model) []Choice { return namesOf(m, useCases) }

var useCases = []model.Kind{model.UseCase}

func namesOf(m *model.Model, kinds []model.Kind) []Choice {
	out := []Choice{}
	at := map[string]int{}
	add := func(kind, name string) {
		name = strings.TrimSpace(name)
		key := strings.ToLower(name)
		if name == "" || strings.Contains(name, ",") {
			return
		}
		if i, known := at[key]; known {
			if title := kind + " " + name; !slices.Contains(strings.Split(out[i].Title, ", "), title) {
				out[i].Title += ", " + title
			}
			return
		}
		at[key] = len(out)
		out = append(out, Choice{Value: name, Title: kind + " " + name})
	}
	for _, p := range namedInOrder(m.OfKind(model.PackageKind)) {
		if slices.ContainsFunc(m.Children(p.ID), func(e *model.Element) bool { return slices.Contains(kinds, e.Kind) || e.Kind == model.PackageKind }) {
			add("package", p.Name)
		}
	}
	for _, d := range m.Diagrams() {
		if slices.ContainsFunc(m.PlacementsOn(d.ID), func(p *model.Placement) bool {
			e := m.Element(p.Subject)
			return e != nil && slices.Contains(kinds, e.Kind)
		}) {
			add("diagram", d.Name)
		}
	}
	for _, e := range namedInOrder(ofKinds(m, kinds)) {
		add(e.Kind.Title(), e.Name)
	}
	return out
}

// ofKinds lists the elements of some kinds.
func ofKinds(m *model.Model, kinds []model.Kind) (out []*model.Element) {
	for _, k := range kinds {
		out = append(out, m.OfKind(k)...)
	}
	return out
}

func namedInOrder(list []*model.Element) []*model.Element {
	return slices.SortedFunc(slices.Values(list), func(x, y *model.Element) int {
		return cmp.Or(strings.Compare(strings.ToLower(x.Name), strings.ToLower(y.Name)), strings.Compare(string(x.ID), string(y.ID)))
	})
}

// UseCases are those that an order asks for by OfCases, by name, and what was named and is not there.
func UseCases(o *Order) ([]*model.Element, []Note) {
	list := namedInOrder(o.Model.OfKind(model.UseCase))
	text := o.Options[OfCases.Name]
	if strings.TrimSpace(text) == "" {
		return list, nil
	}
	asked, notes := named(o.Model, text, useCases, "use case")
	return slices.DeleteFunc(list, func(e *model.Element) bool { return !asked[e.ID] }), notes
}

// named finds the elements of some kinds that names of them, of packages and of diagrams stand for.
func named(m *model.Model, text string, kinds []model.Kind, kind string) (map[model.ID]bool, []Note) {
	out := map[model.ID]bool{}
	var notes []Note
	all := ofKinds(m, kinds)
	for name := range strings.SplitSeq(text, ",") {
		if name = strings.TrimSpace(name); name == "" {
			continue
		}
		found := false
		is := func(other string) bool { return strings.EqualFold(strings.TrimSpace(other), name) }
		for _, e := range all {
			if is(e.Name) {
				out[e.ID], found = true, true
			}
		}
		for _, p := range m.OfKind(model.PackageKind) {
			if !is(p.Name) {
				continue
			}
			found = true
			for _, e := range all {
				if slices.ContainsFunc(m.PackagePath(e.ID), func(in *model.Element) bool { return in.ID == p.ID }) {
					out[e.ID] = true
				}
			}
		}
		for _, d := range m.Diagrams() {
			if is(d.Name) {
				found = true
				for _, p := range m.PlacementsOn(d.ID) {
					if e := m.Element(p.Subject); e != nil && slices.Contains(kinds, e.Kind) {
						out[e.ID] = true
					}
				}
			}
		}
		if !found {
			notes = append(notes, Note{Message: "There is no " + kind + ", package or diagram " + name + "."})
		}
	}
	return out, notes
}

// restrict leaves out what is not asked for. Generals, interfaces that are realized, and the data types and
// enumerations of attributes stay with what needs them; ends and types that lead to what is left out are told.
func (p *Plan) restrict(asked map[model.ID]bool) (notes []Note) {
	stays := map[*Type]bool{}
	var keep func(t *Type)
	keep = func(t *Type) {
		if stays[t] {
			return
		}
		stays[t] = true
		for _, g := range slices.Concat(t.Generals, t.Realizes) {
			keep(g)
		}
		for _, a := range t.Attributes {
			if of := a.Type.Type; of != nil && (of.Kind == model.Enumeration || of.Kind == model.DataType) {
				keep(of)
			}
		}
	}
	for _, t := range p.Types {
		if asked[t.ID] {
			keep(t)
		}
	}
	// A link stays where all that it links does.
	for _, t := range p.Types {
		if len(t.Ends) > 2 && !stays[t] && t.Kind == model.Class && !slices.ContainsFunc(t.Ends, func(e *End) bool { return !stays[e.Type] }) {
			keep(t)
		}
	}
	p.Types = slices.DeleteFunc(p.Types, func(t *Type) bool { return !stays[t] })
	for _, t := range p.Types {
		gone := func(r *TypeRef) {
			if r.Type != nil && !stays[r.Type] {
				*r = TypeRef{Unknown: r.Type.Name, Many: r.Many, Optional: r.Optional}
			}
		}
		for _, a := range t.Attributes {
			gone(&a.Type)
		}
		for _, o := range t.Operations {
			gone(&o.Result)
			for i := range o.Params {
				gone(&o.Params[i].Type)
			}
		}
		without := func(list []*End) []*End {
			return slices.DeleteFunc(list, func(e *End) bool {
				if stays[e.Type] {
					return false
				}
				notes = append(notes, Note{Subject: t.ID, Message: fmt.Sprintf("%s.%s leads to %s, which is left out", t.Name, e.Name, e.Type.Name)})
				return true
			})
		}
		t.Ends, t.Hidden = without(t.Ends), without(t.Hidden)
		t.Specifics = slices.DeleteFunc(t.Specifics, func(s *Type) bool { return !stays[s] })
	}
	return notes
}
