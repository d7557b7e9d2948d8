package dataflow

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Step is one flow on the way of an item.
type Step struct {
	Flow    model.ID
	Name    string // of the flow
	From    string // what it comes from, processes with their number
	To      string
	Diagram model.ID // of its level; empty where that is not drawn
	Level   string   // the level's process, as it is spoken of
	View    model.View
	Depth   int  // 0: it leaves the outside; then one more with each step
	Reached bool // it hangs together with the outside
	order   string
}

// LineageOf tells the way of an item through all levels: every flow that carries
// it, from where it enters, level by level, in the order in which it travels. An
// unlabelled flow with a store carries all that the store holds.
func LineageOf(m *model.Model, d *dictionary.Dictionary, item string) []Step {
	wanted := d.Items(item)
	var carrying []*model.Relationship
	for _, f := range m.Relationships(model.DataFlow) {
		if items, _ := ItemsOf(m, d, f); meets(items, wanted) {
			carrying = append(carrying, f)
		}
	}
	depth := travel(m, carrying)
	out := make([]Step, 0, len(carrying))
	for _, f := range carrying {
		s := Step{Flow: f.ID, Name: FlowName(m, f), From: placeName(m, f.Source), To: placeName(m, f.Target)}
		s.Depth, s.Reached = depth[f.ID], true
		if s.Depth < 0 {
			s.Depth, s.Reached = 0, false
		}
		if l, ok := LevelOfFlow(m, f); ok {
			s.View = l.View
			switch e := m.Element(l.Process); {
			case e == nil:
				s.Level = "Context"
			default:
				s.Level = Label(m, l.Process)
				s.order = Number(m, l.Process)
				if e.Owner == "" {
					s.Level, s.order = "First level", "1"
				} else {
					s.order = "2." + s.order
				}
				if diagram := m.LevelOf(l.Process, l.View); diagram != nil {
					s.Diagram = diagram.ID
				}
			}
		}
		for _, p := range m.PlacementsOf(f.ID) {
			if s.Diagram == "" {
				s.Diagram = p.Diagram
			}
		}
		out = append(out, s)
	}
	level := func(s Step) string { return string(s.View) + "|" + s.Level }
	slices.SortStableFunc(out, func(a, b Step) int {
		if c := strings.Compare(string(a.View), string(b.View)); c != 0 {
			return c
		}
		if c := compareNumbers(a.order, b.order); c != 0 {
			return c
		}
		if c := strings.Compare(level(a), level(b)); c != 0 {
			return c
		}
		if a.Depth != b.Depth {
			return a.Depth - b.Depth
		}
		return strings.Compare(a.Name+a.From, b.Name+b.From)
	})
	return out
}

// compareNumbers puts the context first, then 2 before 10 before 10.1.
func compareNumbers(a, b string) int {
	x, y := strings.Split(a, "."), strings.Split(b, ".")
	for i := 0; i < len(x) && i < len(y); i++ {
		if c := cmp.Or(cmp.Compare(len(x[i]), len(y[i])), cmp.Compare(x[i], y[i])); c != 0 {
			return c
		}
	}
	return cmp.Compare(len(x), len(y))
}

func placeName(m *model.Model, id model.ID) string {
	e := m.Element(id)
	switch {
	case e == nil:
		return "the frame"
	case e.Kind == model.Process:
		return Label(m, id)
	}
	return e.Name
}

// travel counts the steps from the outside: entities and the frame send with 0.
// -1: not reached.
func travel(m *model.Model, flows []*model.Relationship) map[model.ID]int {
	out := map[model.ID]int{}
	from := map[model.ID][]*model.Relationship{}
	var queue []*model.Relationship
	for _, f := range flows {
		out[f.ID] = -1
		e := m.Element(f.Source)
		if e == nil || e.Kind == model.Entity {
			out[f.ID] = 0
			queue = append(queue, f)
		}
		from[f.Source] = append(from[f.Source], f)
	}
	for len(queue) > 0 {
		f := queue[0]
		queue = queue[1:]
		for _, next := range from[f.Target] {
			if f.Target != "" && out[next.ID] < 0 {
				out[next.ID] = out[f.ID] + 1
				queue = append(queue, next)
			}
		}
	}
	return out
}
