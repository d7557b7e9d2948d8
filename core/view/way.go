package view

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

// Way is the way of an item of data through all levels.
type Way struct {
	Item  string    `json:"item"`
	Items []string  `json:"items"` // what it is opened into
	Steps []WayStep `json:"steps"`
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

// WayStep is a flow on the way of an item.
type WayStep struct {
	Flow    model.ID `json:"flow"`
	Name    string   `json:"name"`
	From    string   `json:"from"`
	To      string   `json:"to"`
	Level   string   `json:"level"`
	Diagram model.ID `json:"diagram,omitempty"`
	Step    int      `json:"step"`
	Reached bool     `json:"reached"`
}

// WayOf tells the way of an item of data through all levels.
func WayOf(m *model.Model, name string) (Way, error) {
	name = strings.TrimSpace(name)
	if name == "" {
		return Way{}, model.Faultf(model.CodeInvalid, "Say which item of data to follow.")
	}
	d := dictionary.Of(m)
	out := Way{Item: name, Items: []string{}, Steps: []WayStep{}, Stores: []Row{}, Attributes: []Kept{}, Breaks: []string{}}
	for k := range d.Items(name) {
		out.Items = append(out.Items, d.NameOf(k))
	}
	slices.Sort(out.Items)
	for _, st := range dataflow.Follow(m, d, name) {
		level := st.Level
		if st.View == model.Physical {
			level += ", physical"
		}
		out.Steps = append(out.Steps, WayStep{st.Flow, st.Name, st.From, st.To, level, st.Diagram, st.Depth + 1, st.Reached})
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
