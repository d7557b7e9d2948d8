package replica

import (
	"encoding/json"
	"slices"

	"lexeon/core/answer"
	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/view"
)

// Desk is what a page speaks with: a Replica, answers about what it shows, and the
// drawing that is open. It is not safe for concurrent use.
type Desk struct {
	answers *answer.Desk
	replica *Replica
	project string
	open    model.ID    // the diagram that is open
	sent    scene.Looks // what the page has of it
	drawn   int64       // the version that was sent
}

// NewDesk makes a Desk that draws with a drawer; it has no project yet.
func NewDesk(drawer *scene.Drawer) *Desk { return &Desk{answers: answer.NewDesk(drawer)} }

// State is what follows a request: the version of what is shown, and what looks
// different on the open diagram since the last time.
type State struct {
	Version  int64        `json:"version"`
	Revision int64        `json:"revision"`
	Scene    *scene.Patch `json:"scene,omitempty"`
	Gone     bool         `json:"gone,omitempty"` // there is no such diagram any more
}

// OpenProject takes over a model that the server has at a revision. What is pending of
// the same project stays pending.
func (d *Desk) OpenProject(project string, m *model.Model, revision int64) {
	if d.replica != nil && d.project == project {
		d.replica.Replace(m, revision)
		return
	}
	d.project, d.replica, d.open, d.sent = project, New(m, revision), "", nil
}

// Replica is the open project; nil if there is none.
func (d *Desk) Replica() *Replica { return d.replica }

// Project is the id of the open project.
func (d *Desk) Project() string { return d.project }

// OpenDiagram says which diagram the page shows; whole asks for all of its drawing.
func (d *Desk) OpenDiagram(id model.ID, whole bool) {
	if d.open != id || whole {
		d.open, d.sent = id, nil
	}
}

// State tells what the page lacks.
func (d *Desk) State() State {
	out := State{Version: d.replica.Version(), Revision: d.replica.Revision()}
	if d.open == "" || d.sent != nil && d.drawn == out.Version {
		return out
	}
	s := d.answers.Drawer.Of(d.replica.Shown(), d.open)
	if s == nil {
		out.Gone = true
		return out
	}
	p := scene.PatchOf(s, d.sent)
	out.Scene, d.sent, d.drawn = &p, scene.LooksOf(s), out.Version
	return out
}

// Ask answers a question about what is shown; the path is one below the project, and
// empty for the project itself.
func (d *Desk) Ask(method, path string, body []byte) (any, error) {
	if path == "" {
		return view.OverviewOf(d.replica.Shown(), d.project, d.replica.Version())
	}
	out, ok, err := d.answers.Answer(method, path, &answer.Asked{Project: d.project, Model: d.replica.Shown(), Revision: d.replica.Version(), Body: body})
	if !ok {
		return nil, model.Faultf(model.CodeInvalid, "nothing answers %s %s here", method, path)
	}
	return out, err
}

// Done is what came of a proposal that was carried out.
type Done struct {
	Reply   json.RawMessage `json:"reply"`   // of the proposal
	Changes json.RawMessage `json:"changes"` // that were pushed; none: there was nothing to change
	Effect  *Effect         `json:"effect,omitempty"`
}

// Do asks for a proposal and pushes its changes: one step, so that what is typed
// next meets the model with them.
func (d *Desk) Do(clientID, path string, body []byte) (Done, error) {
	reply, err := d.Ask("POST", path, body)
	if err != nil {
		return Done{}, err
	}
	var out Done
	if out.Reply, err = json.Marshal(reply); err != nil {
		return Done{}, model.Faultf(model.CodeInvalid, "the answer cannot be written: %v", err)
	}
	var proposed struct {
		Changes json.RawMessage `json:"changes"`
	}
	if err := json.Unmarshal(out.Reply, &proposed); err != nil || proposed.Changes == nil {
		return Done{}, model.Faultf(model.CodeInvalid, "%s proposes no changes", path)
	}
	out.Changes = proposed.Changes
	changes, err := model.DecodeChanges(proposed.Changes)
	if err != nil || len(changes) == 0 {
		return out, err
	}
	effect, err := d.Push(clientID, changes)
	if err != nil {
		return Done{}, err
	}
	if effect.Added != nil {
		added, err := model.DecodeChanges(effect.Added)
		if err != nil {
			return Done{}, err
		}
		out.Changes = model.EncodeChanges(append(changes, added...))
	}
	out.Effect = &effect
	return out, nil
}

// asked is the number of rows up to which a change is something that somebody has typed: its names
// are asked about where they seem misspelt. What was pasted or taken over is left to the checks.
const asked = 40

// Push puts a change behind all others, as [Replica.Push] does, and with it what makes room for
// shapes that it makes larger.
func (d *Desk) Push(clientID string, changes []model.Change) (Effect, error) {
	shown := d.replica.Shown()
	next, delta, _, err := model.Edit(shown, changes)
	if err != nil {
		return Effect{}, err
	}
	room := d.answers.Drawer.MakeRoom(shown, next, delta)
	effect, err := d.replica.Push(clientID, append(slices.Clone(changes), room...))
	if err == nil && len(room) > 0 {
		effect.Added = model.EncodeChanges(room)
	}
	if err == nil && len(delta) <= asked {
		for _, n := range lexicon.NearNames(shown, next, delta) {
			near := NearName{Name: n.Name, Known: n.Known}
			if len(n.Changes) > 0 {
				near.Changes = model.EncodeChanges(n.Changes)
			}
			effect.Near = append(effect.Near, near)
		}
	}
	return effect, err
}
