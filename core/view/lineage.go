package view

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

// Lineage is the way of an item of data through all levels.
type Lineage struct {
	Item  string        `json:"item"`
	Items []string      `json:"items"` // what it is opened into
	Steps []LineageStep `json:"steps"`
	// Stores it rests in, attributes that keep it, and where its way breaks off.
	Stores     []Row    `json:"stores"`
	Attributes []Kept   `json:"attributes"`
	Breaks     []string `json:"breaks"`
}

// Kept is an attribute, with its class.
type Kept struct {
	ID    model.ID `json:"id"`
	Title string   `json:"title"`
	Class model.ID `json:"class"`
}

// LineageStep is a flow on the way of an item.
type LineageStep struct {
	Flow    model.ID `json:"flow"`
	Name    string   `json:"name"`
	From    string   `json:"from"`
	To      string   `json:"to"`
	Level   string   `json:"level"`
	Diagram model.ID `json:"diagram,omitempty"`
	Step    int      `json:"step"`
	Reached bool     `json:"reached"`
}

// LineageOf tells the lineage of an item of data through all levels.
func LineageOf(m *model.Model, name string) (Lineage, error) {
	name = strings.TrimSpace(name)
	if name == "" {
		return Lineage{}, model.Faultf(model.CodeInvalid, "Say which item of data is meant.")
	}
	d := dictionary.Of(m)
	out := Lineage{Item: name, Items: []string{}, Steps: []LineageStep{}, Stores: []Row{}, Attributes: []Kept{}, Breaks: []string{}}
	for k := range d.Items(name) {
		out.Items = append(out.Items, d.NameOf(k))
	}
	slices.Sort(out.Items)
	for _, st := range dataflow.LineageOf(m, d, name) {
		level := st.Level
		if st.View == model.Physical {
			level += ", physical"
		}
		out.Steps = append(out.Steps, LineageStep{st.Flow, st.Name, st.From, st.To, level, st.Diagram, st.Depth + 1, st.Reached})
	}
	kept := matrix.KeptBy(m, d, name)
	for _, e := range kept.Stores {
		out.Stores = append(out.Stores, Row{e.ID, e.Name})
	}
	for _, a := range kept.Attributes {
		out.Attributes = append(out.Attributes, Kept{a.ID, m.Element(a.Owner).Name + "." + a.Name, a.Owner})
	}
	out.Breaks = append(out.Breaks, kept.Breaks...)
	return out, nil
}
