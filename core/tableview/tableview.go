// Package tableview makes of a plan of tables a model that can be drawn as class diagrams are: a class
// for each table, an attribute for each column, an association for each reference. It is nobody's, and
// changes of places on it are turned into changes of the diagram that it is drawn for.
package tableview

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/tables"
)

// words are the stereotypes of tables, by where they come from, with their colours.
var words = []struct {
	sort   tables.Sort
	word   string
	colour model.Colour
}{
	{tables.FromClass, "", ""},
	{tables.FromHierarchy, "all kinds", "heather"},
	{tables.FromLink, "link", "sky"},
	{tables.FromValues, "values", "honey"},
	{tables.FromEnumeration, "lookup", "fern"},
}

func wordOf(s tables.Sort) string {
	for _, w := range words {
		if w.sort == s {
			return w.word
		}
	}
	return ""
}

// Plan is the plan that the diagrams of tables of a project show.
func Plan(m *model.Model) *tables.Plan {
	o := tables.Defaults(m)
	o.Limit = tables.Limit{Bytes: 63}
	return tables.NewPlan(m, o)
}

// Placement is the id of the placement of a table or a reference.
func Placement(of model.ID) model.ID { return model.DeriveID("shown", string(of)) }

// Model is what a diagram of tables shows. Bare are the placements of tables that have no place yet.
func Model(m *model.Model, diagram *model.Diagram, p *tables.Plan) (out *model.Model, bare []model.ID) {
	project := &model.Project{ID: model.ProjectID, Name: m.Project().Name}
	for _, w := range words {
		if w.word != "" {
			project.Colours = append(project.Colours, model.StereotypeColour{Stereotype: w.word, Colour: w.colour})
		}
	}
	row := *diagram
	row.Kind, row.Tables, row.Places = model.ClassDiagram, true, nil
	rows := []model.Row{project, &row}
	places := map[model.ID]*model.DerivedPlace{}
	for i := range diagram.Places {
		places[diagram.Places[i].Of] = &diagram.Places[i]
	}
	place := func(of model.ID) *model.Placement {
		out := &model.Placement{ID: Placement(of), Diagram: row.ID, Subject: of}
		if at := places[of]; at != nil {
			out.X, out.Y, out.W, out.H, out.Line, out.Bends, out.Way, out.Labels = at.X, at.Y, at.W, at.H, at.Line, at.Bends, at.Way, at.Labels
		}
		return out
	}
	for _, t := range p.Tables {
		name := t.Name
		if t.Schema != "" {
			name = t.Schema + "." + name
		}
		e := &model.Element{ID: t.ID, Kind: model.Class, Name: name, Data: &model.ClassifierData{}}
		if w := wordOf(t.Sort); w != "" {
			e.Stereotypes = []string{w}
		}
		rows = append(rows, e)
		var order model.OrderKey
		for _, c := range t.Columns {
			order = model.Between(order, "")
			rows = append(rows, &model.Element{ID: c.ID, Kind: model.Attribute, Owner: t.ID, Order: order, Name: c.Name, Data: attribute(t, c)})
		}
		shown := place(t.ID)
		if places[t.ID] == nil {
			bare = append(bare, shown.ID)
		}
		rows = append(rows, shown)
	}
	for _, t := range p.Tables {
		for _, r := range t.References {
			rows = append(rows, line(t, r)...)
			rows = append(rows, place(r.ID))
		}
	}
	return model.Trusted(rows), bare
}

func attribute(t *tables.Table, c *tables.Column) *model.AttributeData {
	d := &model.AttributeData{TypeName: c.Type.Primitive}
	if e := c.Type.Enumeration; e != nil {
		d.TypeName = "Text"
		switch {
		case e.Native:
			d.TypeName = e.Name
		case e.Whole:
			d.TypeName = "Integer"
		}
	}
	if !c.Mandatory {
		d.Multiplicity = model.Range(0, 1)
	}
	if t.Primary != nil {
		for _, k := range t.Primary.Columns {
			d.Identifier = d.Identifier || k == c
		}
	}
	return d
}

// line is a reference as an association: first the end of the table that refers.
func line(t *tables.Table, r *tables.Reference) []model.Row {
	mandatory := true
	var names []string
	for _, c := range r.Columns {
		mandatory = mandatory && c.Mandatory
		names = append(names, c.Name)
	}
	one := model.Range(0, 1)
	if mandatory {
		one = model.Range(1, 1)
	}
	name := strings.Join(names, ", ")
	if r.OnDelete == tables.Cascade {
		name += " (cascade)"
	}
	from := &model.Element{ID: model.DeriveID("end", string(r.ID), "0"), Kind: model.End, Owner: r.ID, Order: model.Between("", ""), Type: t.ID, Data: &model.EndData{Multiplicity: r.Others}}
	if r.Unheld {
		from.Name = "not held"
	}
	to := &model.Element{ID: model.DeriveID("end", string(r.ID), "1"), Kind: model.End, Owner: r.ID, Order: model.Between(from.Order, ""), Type: r.Table.ID, Data: &model.EndData{Multiplicity: one}}
	return []model.Row{&model.Relationship{ID: r.ID, Kind: model.Association, Name: name, Data: &model.AssociationData{Reading: model.NoDirection}}, from, to}
}

// Changes turns changes of the placements of a diagram of tables into one of the diagram. drawn is
// what the diagram shows; what has no place yet keeps the one that it is drawn at there.
func Changes(diagram model.ID, drawn *model.Model, changes []model.Change) ([]model.Change, error) {
	next, delta, _, err := model.Edit(drawn, changes)
	if err != nil {
		return nil, err
	}
	out := &model.SetTableView{ID: diagram}
	for _, c := range delta {
		p, ok := c.New.(*model.Placement)
		if !ok {
			return nil, model.Faultf(model.CodeRefused, "Tables follow from the classes: they are moved here, and changed there.").At(diagram, "")
		}
		out.Places = append(out.Places, model.DerivedPlace{Of: p.Subject, X: p.X, Y: p.Y, W: p.W, H: p.H, Line: p.Line, Bends: p.Bends, Way: p.Way, Labels: p.Labels})
	}
	_ = next
	if len(out.Places) == 0 {
		return nil, nil
	}
	return []model.Change{out}, nil
}
