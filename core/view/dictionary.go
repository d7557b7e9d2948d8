package view

import (
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Dictionary is the data dictionary.
type Dictionary struct {
	Revision int64    `json:"revision"`
	Items    []Item   `json:"items"`
	Stores   []Item   `json:"stores"`
	Missing  []string `json:"missing"` // names that are used and have no entry
}

// Item is an entry of the data dictionary, or a store.
type Item struct {
	ID         model.ID         `json:"id"`
	Name       string           `json:"name"`
	Definition string           `json:"definition"`
	Contents   string           `json:"contents"`
	Parts      []ContentsPart   `json:"parts"` // the contents in pieces, names linked
	Problem    string           `json:"problem,omitempty"`
	Source     model.ItemSource `json:"source"`
	From       []string         `json:"from"`
	Type       string           `json:"type"`
	Unit       string           `json:"unit"`
	Range      string           `json:"range"`
	Values     string           `json:"values"`
	Goods      bool             `json:"goods"`
	Archive    bool             `json:"archive"`
	Outside    bool             `json:"outside"`
	Flows      []string         `json:"flows"` // that bear its name
	In         []Row            `json:"in"`    // entries and stores that contain it
	Sentences  []int            `json:"sentences"`
}

// ContentsPart is a piece of printed contents.
type ContentsPart struct {
	Text string   `json:"text"`
	Item model.ID `json:"item,omitempty"`
	Name bool     `json:"name,omitempty"` // a name, with or without an entry
}

// DictionaryOf is the data dictionary: items, stores, and names without an entry.
func DictionaryOf(m *model.Model, revision int64) (Dictionary, error) {
	d := dictionary.Of(m)
	numbers := brief.Numbers(m)
	out := Dictionary{Revision: revision, Items: []Item{}, Stores: []Item{}, Missing: []string{}}
	in := map[string][]Row{}
	missing := map[string]bool{}
	note := func(name string) {
		if d.Entry(name) == nil && strings.TrimSpace(name) != "" {
			missing[strings.TrimSpace(name)] = true
		}
	}
	for _, e := range append(m.OfKind(model.DataItem), m.OfKind(model.Store)...) {
		parsed, _ := dictionary.Parse(e.DataItem().Contents + e.Store().Contents)
		seen := map[string]bool{}
		parsed.Names(func(n *dictionary.Expression) {
			note(n.Text)
			if k := d.Key(n.Text); !seen[k] {
				seen[k] = true
				in[k] = append(in[k], Row{e.ID, e.Name})
			}
		})
	}
	flows := map[string][]string{}
	for _, f := range m.Relationships(model.DataFlow) {
		if strings.TrimSpace(f.Name) != "" {
			note(f.Name)
			flows[d.Key(f.Name)] = append(flows[d.Key(f.Name)], m.Describe(f.ID)+between(m, f))
		}
	}
	for _, e := range m.OfKind(model.DataItem) {
		data := e.DataItem()
		item := itemOf(m, d, e, data.Contents, numbers)
		item.Source, item.From, item.Type, item.Unit, item.Range, item.Values, item.Goods = data.Source, append([]string{}, data.From...), data.Type, data.Unit, data.Range, data.Values, data.Goods
		item.Flows, item.In = append([]string{}, flows[d.Key(e.Name)]...), append([]Row{}, in[d.Key(e.Name)]...)
		out.Items = append(out.Items, item)
	}
	for _, e := range m.OfKind(model.Store) {
		item := itemOf(m, d, e, e.Store().Contents, numbers)
		item.Archive, item.Outside = e.Store().Archive, e.Store().Outside
		for _, f := range m.Flows(e.ID) {
			item.Flows = append(item.Flows, dataflow.FlowName(m, f)+between(m, f))
		}
		out.Stores = append(out.Stores, item)
	}
	byName := func(a, b Item) int { return strings.Compare(strings.ToLower(a.Name), strings.ToLower(b.Name)) }
	slices.SortFunc(out.Items, byName)
	slices.SortFunc(out.Stores, byName)
	for name := range missing {
		out.Missing = append(out.Missing, name)
	}
	slices.Sort(out.Missing)
	return out, nil
}

func between(m *model.Model, f *model.Relationship) string {
	place := func(id model.ID) string {
		switch e := m.Element(id); {
		case e == nil:
			return "the parent diagram"
		case e.Kind == model.Process:
			return dataflow.Label(m, id)
		default:
			return e.Name
		}
	}
	return ", " + place(f.Source) + " → " + place(f.Target)
}

func itemOf(m *model.Model, d *dictionary.Dictionary, e *model.Element, contents string, numbers map[model.ID]int) Item {
	out := Item{ID: e.ID, Name: e.Name, Definition: m.Definition(e), Contents: contents, Parts: []ContentsPart{}, From: []string{}, Flows: []string{}, In: []Row{}, Sentences: []int{}}
	parsed, err := dictionary.Parse(contents)
	if err != nil {
		out.Problem = err.Error()
	} else if parsed != nil {
		out.Parts = partsOf(d, parsed)
	}
	for _, t := range m.TracesOf(e.ID) {
		if n := numbers[t.Target]; n > 0 {
			out.Sentences = append(out.Sentences, n)
		}
	}
	return out
}

// partsOf cuts printed contents into names and what stands between them.
func partsOf(d *dictionary.Dictionary, e *dictionary.Expression) []ContentsPart {
	text := e.String()
	var out []ContentsPart
	at := 0
	e.Names(func(n *dictionary.Expression) {
		i := strings.Index(text[at:], n.Text)
		if i < 0 {
			return
		}
		if i > 0 {
			out = append(out, ContentsPart{Text: text[at : at+i]})
		}
		p := ContentsPart{Text: n.Text, Name: true}
		if entry := d.Entry(n.Text); entry != nil {
			p.Item = entry.Item.ID
		}
		out = append(out, p)
		at += i + len(n.Text)
	})
	if at < len(text) {
		out = append(out, ContentsPart{Text: text[at:]})
	}
	return out
}
