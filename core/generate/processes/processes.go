// Package processes writes a function for each process that is not opened any further, with its inputs and
// outputs typed from the data dictionary. What it does stands in its comment, as it is specified.
package processes

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/generate"
	"lexeon/core/generate/golang"
	"lexeon/core/model"
)

// Target is a function for each lowest process.
var Target = &generate.Target{
	Name: "processes", Title: "Processes", Group: "Code", Download: "Download the processes", Notes: "Settled, and not said by the data flow diagrams",
	Options: golang.InAnyLanguage,
	Make: func(o *generate.Order) (generate.Output, error) {
		plan, notes := planOf(o.Model)
		out, err := golang.PrintAsDecided(plan, o.Options)
		out.Notes = append(notes, out.Notes...)
		return out, err
	},
}

// planner makes data types of items, each once.
type planner struct {
	m     *model.Model
	d     *dictionary.Dictionary
	plan  *generate.Plan
	items map[string]*generate.Type // by the key of the dictionary; nil: elementary
	notes []generate.Note
}

func planOf(m *model.Model) (*generate.Plan, []generate.Note) {
	p := &planner{m: m, d: dictionary.Of(m), items: map[string]*generate.Type{}, plan: &generate.Plan{Project: m.Project().Name, Definition: m.Project().Definition}}
	groups := map[model.ID]*generate.Type{}
	for _, e := range p.lowest() {
		group := groups[e.Owner]
		if group == nil {
			parent := m.Element(e.Owner)
			group = &generate.Type{ID: parent.ID, Kind: model.Class, Name: strings.TrimSpace(parent.Name + " processes"), Definition: "What " + dataflow.Label(m, parent.ID) + " consists of."}
			groups[e.Owner] = group
			p.plan.Types = append(p.plan.Types, group)
		}
		group.Operations = append(group.Operations, p.function(e))
	}
	if len(groups) == 0 {
		p.notes = append(p.notes, generate.Note{Message: "There is no function: no process stands on a level."})
	}
	slices.SortStableFunc(p.plan.Types, func(a, b *generate.Type) int { return strings.Compare(a.Name, b.Name) })
	return p.plan, p.notes
}

// lowest are the processes that are not opened, in the order of their numbers: those of the logical view
// where there is one, since it says what is wanted.
func (p *planner) lowest() (out []*model.Element) {
	for _, e := range p.m.OfKind(model.Process) {
		if e.Owner != "" && !dataflow.IsOpened(p.m, e.ID) {
			out = append(out, e)
		}
	}
	logical := func(e *model.Element) bool { return e.Process().View == model.Logical }
	if slices.ContainsFunc(out, logical) {
		out = slices.DeleteFunc(out, func(e *model.Element) bool { return !logical(e) })
	}
	slices.SortStableFunc(out, func(a, b *model.Element) int {
		return slices.Compare(numbers(p.m, a), numbers(p.m, b))
	})
	return out
}

// numbers are those of a process and of what it is in, the outermost first.
func numbers(m *model.Model, e *model.Element) (out []int) {
	for e != nil && e.Owner != "" {
		out = append([]int{e.Process().Ordinal}, out...)
		e = m.Element(e.Owner)
	}
	return out
}

func (p *planner) function(e *model.Element) *generate.Operation {
	about := []string{"Process " + dataflow.Label(p.m, e.ID) + "."}
	for _, text := range []string{p.m.Definition(e), e.Process().Specification} {
		if text = strings.TrimSpace(text); text != "" {
			about = append(about, text)
		}
	}
	o := &generate.Operation{Name: e.Name, Data: model.OperationData{Visibility: model.Public, Static: true}}
	var results []*generate.Member
	for _, end := range dataflow.EndsOf(p.m, e.ID) {
		name, ref := dataflow.FlowName(p.m, end.Flow), p.flow(end.Flow)
		if partner := p.m.Element(end.Partner); partner != nil {
			about = append(about, map[dataflow.Direction]string{dataflow.Into: "Takes ", dataflow.OutOf: "Gives "}[end.Direction]+name+
				map[dataflow.Direction]string{dataflow.Into: " from ", dataflow.OutOf: " to "}[end.Direction]+partner.Name+".")
		}
		if end.Direction == dataflow.Into {
			o.Params = append(o.Params, generate.Param{Name: name, Type: ref})
		} else {
			results = append(results, &generate.Member{Name: name, Type: ref})
		}
	}
	switch {
	case len(results) == 1:
		o.Result, o.HasResult = results[0].Type, true
	case len(results) > 1: // several together
		outcome := &generate.Type{ID: model.DeriveID("outcome", string(e.ID)), Kind: model.DataType, Name: e.Name + " outcome", Definition: "What " + dataflow.Label(p.m, e.ID) + " gives.", Attributes: results}
		p.plan.Types = append(p.plan.Types, outcome)
		o.Result, o.HasResult = generate.TypeRef{Type: outcome}, true
	}
	o.Definition = strings.Join(about, "\n")
	return o
}

// flow is the type of what flows: the item of its name, or all that the store at its end holds.
func (p *planner) flow(f *model.Relationship) generate.TypeRef {
	if strings.TrimSpace(f.Name) != "" {
		return p.item(f.Name)
	}
	for _, id := range []model.ID{f.Source, f.Target} {
		if s := p.m.Element(id); s != nil && s.Kind == model.Store {
			return p.composed("store "+string(id), s.ID, s.Name, p.m.Definition(s), dataflow.ContentsOf(p.m, f))
		}
	}
	p.notes = append(p.notes, generate.Note{Subject: f.ID, Message: "A flow without a name can be anything."})
	return generate.TypeRef{}
}

// item is the type of an entry of the dictionary; anything where there is none.
func (p *planner) item(name string) generate.TypeRef {
	entry := p.d.Entry(name)
	if entry == nil || entry.Item == nil {
		return generate.TypeRef{}
	}
	if entry.Parsed != nil {
		return p.composed(p.d.Key(name), entry.Item.ID, entry.Item.Name, p.m.Definition(entry.Item), entry.Parsed)
	}
	if primitive, ok := model.Primitive(entry.Data.Type); ok {
		return generate.TypeRef{Primitive: primitive}
	}
	return generate.TypeRef{Primitive: "Text"}
}

// composed is a data type with what it is composed of, or an enumeration where it is one of several fixed
// values.
func (p *planner) composed(key string, id model.ID, name, definition string, of *dictionary.Expression) generate.TypeRef {
	if t, known := p.items[key]; known {
		return generate.TypeRef{Type: t}
	}
	t := &generate.Type{ID: id, Kind: model.DataType, Name: name, Definition: definition}
	p.items[key] = t
	p.plan.Types = append(p.plan.Types, t)
	switch {
	case of == nil:
		p.notes = append(p.notes, generate.Note{Subject: id, Message: "It is not said what " + name + " holds."})
	case of.Op == dictionary.Choice && !slices.ContainsFunc(of.Parts, func(e *dictionary.Expression) bool { return e.Op != dictionary.Literal }):
		t.Kind = model.Enumeration
		for _, l := range of.Parts {
			t.Literals = append(t.Literals, generate.Literal{Name: l.Text})
		}
	default:
		p.parts(t, of, false, false)
	}
	return generate.TypeRef{Type: t}
}

// parts gives a type an attribute for each name in an expression.
func (p *planner) parts(t *generate.Type, e *dictionary.Expression, many, optional bool) {
	switch e.Op {
	case dictionary.Name:
		ref := p.item(e.Text)
		ref.Many, ref.Optional = many, optional && !many
		member := &generate.Member{Name: e.Text, Type: ref, Data: model.AttributeData{Visibility: model.Public, Multiplicity: model.Range(1, 1), Identifier: e.Key && !many && !optional}}
		switch {
		case many:
			member.Data.Multiplicity = model.Range(0, model.Many)
		case optional:
			member.Data.Multiplicity = model.Range(0, 1)
		}
		t.Attributes = append(t.Attributes, member)
		return
	case dictionary.Literal:
		return
	case dictionary.Choice, dictionary.Optional:
		optional = true
	case dictionary.Repeated:
		if e.Max == 1 {
			optional = optional || e.Min == 0
		} else {
			many = true
		}
	}
	for _, part := range e.Parts {
		p.parts(t, part, many, optional)
	}
}
