package view

import (
	"encoding/json"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// Events is the list of events.
type Events struct {
	Revision int64   `json:"revision"`
	Events   []Event `json:"events"`
	// Missing are flows into the system that no event tells of, with the event that
	// each would be.
	Missing []MissingEvent `json:"missing"`
	Others  []Row          `json:"processes"`
}

// Event is an event, and how the system answers.
type Event struct {
	ID       model.ID `json:"id"`
	Name     string   `json:"name"`
	Timed    bool     `json:"timed"`
	By       string   `json:"by"`
	Stimulus string   `json:"stimulus"`
	Response []string `json:"response"`
	Process  model.ID `json:"process"`
	Answered string   `json:"answered"` // the process, as it is spoken of
	Problems []string `json:"problems"`
}

// MissingEvent is an event that no entry of the list tells of, with what would add it.
type MissingEvent struct {
	Name    string          `json:"name"`
	Changes json.RawMessage `json:"changes"`
}

// EventsOf lists what the outside does, and how the system answers.
func EventsOf(m *model.Model, revision int64) (Events, error) {
	out := Events{Revision: revision, Events: []Event{}, Missing: []MissingEvent{}, Others: []Row{}}
	for _, e := range m.OfKind(model.Event) {
		d := e.Event()
		view := Event{ID: e.ID, Name: e.Name, Timed: d.Timed, By: d.By, Stimulus: d.Stimulus, Response: append([]string{}, d.Response...), Process: d.Process, Problems: append([]string{}, dataflow.EventProblems(m, e)...)}
		if d.Process != "" {
			view.Answered = dataflow.Label(m, d.Process)
		}
		out.Events = append(out.Events, view)
	}
	for _, e := range dataflow.ProposedEvents(m) {
		out.Missing = append(out.Missing, MissingEvent{e.Name, model.EncodeChanges([]model.Change{e})})
	}
	for _, system := range dataflow.Contexts(m) {
		for _, p := range m.Level(system.ID, model.Logical) {
			out.Others = append(out.Others, Row{p.ID, dataflow.Label(m, p.ID)})
		}
	}
	return out, nil
}
