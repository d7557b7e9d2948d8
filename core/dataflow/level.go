// Package dataflow computes with data flow diagrams: numbers of processes, the
// balance between levels, what a process lacks, the way of an item of data, and
// the changes that open a process, move it and renumber a level.
package dataflow

import (
	"strconv"
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Number is the number of a process: 1, 2 … on the first level, 1.1 below. The
// context process has none, or 0 where the project says so. Levels of the
// physical view count for themselves.
func Number(m *model.Model, process model.ID) string {
	e := m.Element(process)
	if e == nil || e.Kind != model.Process {
		return ""
	}
	if e.Owner == "" {
		if m.Project().ContextZero {
			return "0"
		}
		return ""
	}
	var parts []string
	for ; e != nil && e.Owner != ""; e = m.Element(e.Owner) {
		parts = append(parts, strconv.Itoa(e.Process().Ordinal))
	}
	for i, j := 0, len(parts)-1; i < j; i, j = i+1, j-1 {
		parts[i], parts[j] = parts[j], parts[i]
	}
	return strings.Join(parts, ".")
}

// Label is a process as it is spoken of: "1.2 Weigh lot".
func Label(m *model.Model, process model.ID) string {
	e := m.Element(process)
	if e == nil {
		return "something"
	}
	name := e.Name
	if strings.TrimSpace(name) == "" {
		name = "(no name)"
	}
	if n := Number(m, process); n != "" {
		return n + " " + name
	}
	return name
}

// Contexts lists the processes that are no part of another: there should be one.
func Contexts(m *model.Model) []*model.Element {
	var out []*model.Element
	for _, e := range m.OfKind(model.Process) {
		if e.Owner == "" {
			out = append(out, e)
		}
	}
	return out
}

// SystemID is the id of the process of the context diagram where Lexeon makes it:
// from the activity table or a candidate of the brief, whichever comes first.
var SystemID = model.DeriveID("table", "context", "process", "system")

// System is the process of the context diagram, "" if there is none yet; of
// several the first.
func System(m *model.Model) model.ID {
	if all := Contexts(m); len(all) > 0 {
		return all[0].ID
	}
	return ""
}

// Level is what a process consists of, in one view.
type Level struct {
	Process model.ID
	View    model.View
}

// Levels lists the levels that have processes, sorted by their process's id.
func Levels(m *model.Model) []Level {
	var out []Level
	for _, e := range m.OfKind(model.Process) {
		out = append(out, LevelsOf(m, e.ID)...)
	}
	return out
}

// LevelsOf lists the levels of a process that have processes, the logical one first.
func LevelsOf(m *model.Model, process model.ID) []Level {
	has := map[model.View]bool{}
	for _, part := range m.Children(process, model.Process) {
		has[part.Process().View] = true
	}
	var out []Level
	for _, v := range []model.View{model.Logical, model.Physical} {
		if has[v] {
			out = append(out, Level{process, v})
		}
	}
	return out
}

// IsOpened reports whether a process has processes of its own in any view.
func IsOpened(m *model.Model, process model.ID) bool {
	return len(m.Children(process, model.Process)) > 0
}

// LevelOfFlow is the level that a flow stands on: that of the processes at its
// ends. ok is false for flows without a process.
func LevelOfFlow(m *model.Model, r *model.Relationship) (l Level, ok bool) {
	for _, id := range []model.ID{r.Source, r.Target} {
		if e := m.Element(id); e != nil && e.Kind == model.Process {
			return Level{e.Owner, e.Process().View}, true
		}
	}
	return Level{}, false
}

// IsWithin reports whether process is ancestor, or a part of it at any depth.
func IsWithin(m *model.Model, process, ancestor model.ID) bool {
	for e := m.Element(process); e != nil; e = m.Element(e.Owner) {
		if e.ID == ancestor {
			return true
		}
	}
	return false
}

// Direction of a flow as a process sees it.
type Direction string

const (
	Into  Direction = "in"
	OutOf Direction = "out"
)

// Directions lists both.
var Directions = []Direction{Into, OutOf}

// End is a flow at a process, or at the edge of a level.
type End struct {
	Flow      *model.Relationship
	Direction Direction
	Process   model.ID // that the flow is at
	Partner   model.ID // at its other end; empty: the frame
}

// EndsOf lists the flows at a process.
func EndsOf(m *model.Model, process model.ID) []End {
	var out []End
	for _, f := range m.Flows(process) {
		if f.Target == process {
			out = append(out, End{f, Into, process, f.Source})
		}
		if f.Source == process {
			out = append(out, End{f, OutOf, process, f.Target})
		}
	}
	return out
}

// EdgeOf lists the flows that cross the edge of a level: to and from the frame,
// external entities, and stores that are used outside it too.
func EdgeOf(m *model.Model, l Level) []End {
	var out []End
	shared := map[model.ID]bool{}
	for _, p := range m.Level(l.Process, l.View) {
		for _, end := range EndsOf(m, p.ID) {
			partner := m.Element(end.Partner)
			switch {
			case partner == nil || partner.Kind == model.Entity:
				out = append(out, end)
			case partner.Kind == model.Store:
				is, known := shared[partner.ID]
				if !known {
					is = isShared(m, partner.ID, l)
					shared[partner.ID] = is
				}
				if is {
					out = append(out, end)
				}
			}
		}
	}
	return out
}

// isShared reports whether a store is used by anything but the inside of a
// level: by the level's own process, or elsewhere in the same view.
func isShared(m *model.Model, store model.ID, l Level) bool {
	for _, f := range m.Flows(store) {
		for _, id := range []model.ID{f.Source, f.Target} {
			p := m.Element(id)
			if p == nil || p.ID == store {
				continue
			}
			if p.Kind != model.Process { // that breaks another rule, and takes no part
				continue
			}
			if p.ID == l.Process || p.Process().View == l.View && !IsWithin(m, p.ID, l.Process) && !IsWithin(m, l.Process, p.ID) {
				return true
			}
		}
	}
	return false
}

// ItemsOf gives the items that a flow carries: those of its name, or, where a
// flow with a store has none, those of the store's contents. ok is false where
// that store's contents are not written down.
func ItemsOf(m *model.Model, d *dictionary.Dictionary, f *model.Relationship) (items map[string]bool, ok bool) {
	if strings.TrimSpace(f.Name) != "" {
		return d.Items(f.Name), true
	}
	if e := ContentsOf(m, f); e != nil {
		return d.ItemsOf(e), true
	}
	return map[string]bool{}, !hasStore(m, f)
}

func hasStore(m *model.Model, f *model.Relationship) bool {
	for _, id := range []model.ID{f.Source, f.Target} {
		if s := m.Element(id); s != nil && s.Kind == model.Store {
			return true
		}
	}
	return false
}

// ContentsOf is what the store at a flow's end holds, nil where that is not
// known or the flow has no store.
func ContentsOf(m *model.Model, f *model.Relationship) *dictionary.Expression {
	for _, id := range []model.ID{f.Source, f.Target} {
		if s := m.Element(id); s != nil && s.Kind == model.Store {
			e, err := dictionary.Parsed(s.Store().Contents)
			if err == nil {
				return e
			}
		}
	}
	return nil
}

// FlowName is a flow as it is spoken of: its name, or what it leads to or from.
func FlowName(m *model.Model, f *model.Relationship) string {
	if strings.TrimSpace(f.Name) != "" {
		return f.Name
	}
	for _, id := range []model.ID{f.Source, f.Target} {
		if s := m.Element(id); s != nil && s.Kind == model.Store {
			return "all of " + s.Name
		}
	}
	return "the flow without a name"
}
