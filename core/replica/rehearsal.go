package replica

import (
	"encoding/json"
	"fmt"

	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// Rehearsal goes through what hands do, on a small model that nobody sees. A browser
// compiles well only what ran often: whoever makes the first class of the day is not to
// wait for that. It is not safe for concurrent use.
type Rehearsal struct {
	desk *Desk
	turn int
}

const (
	rehearsals = 240 // after so many turns the browser has compiled what is used most
	scale      = 30  // classes; then it begins anew
	rehearsed  = "rehearsed"
)

// NewRehearsal makes a Rehearsal that measures with a typesetter.
func NewRehearsal(set *typeface.Typesetter) *Rehearsal {
	return &Rehearsal{desk: NewDesk(scene.NewDrawer(set))}
}

// Next rehearses for some milliseconds; false when nothing is left to rehearse. The error
// is a *model.Fault.
func (r *Rehearsal) Next() (more bool, err error) {
	if r.turn >= rehearsals {
		return false, nil
	}
	class := r.turn / 3 % scale
	name, id := fmt.Sprintf("Rehearsed %d", class), fmt.Sprintf("class%d", class)
	switch step := r.turn % 3; {
	case step == 0 && class == 0:
		err = r.begin()
		fallthrough
	case step == 0 && err == nil:
		err = r.do("/previews/placement", propose.PlacementRequest{Kind: model.Class, Name: name, Diagram: rehearsed, ID: model.ID(id), Seed: id})
	case step == 1 && class > 0:
		err = r.state(fmt.Sprintf("%s leads 0..* Rehearsed %d again", name, class/2), id)
	case step == 2:
		if err = r.push(&model.SetName{ID: model.ID(id), Name: name + " again"}); err == nil {
			err = r.do("/previews/drop", propose.DropRequest{Diagram: rehearsed, Placements: []model.ID{model.DeriveID("place", id)}, DX: 30, DY: 20, Seed: id})
		}
	}
	r.turn++
	return err == nil, err
}

// begin takes an empty model.
func (r *Rehearsal) begin() error {
	m, _, _, err := model.Edit(model.Empty("Rehearsal"), []model.Change{&model.AddDiagram{ID: rehearsed, Kind: model.ClassDiagram, Name: "Rehearsal"}})
	if err != nil {
		return err
	}
	r.desk.OpenProject(fmt.Sprint(r.turn), m, 1)
	r.desk.OpenDiagram(rehearsed, true)
	return nil
}

func (r *Rehearsal) do(path string, request any) error {
	body, err := json.Marshal(request)
	if err == nil {
		_, err = r.desk.Do(fmt.Sprint("turn ", r.turn, path), path, body)
	}
	return r.told(err)
}

// state understands a statement, as while it is typed, and does what it says.
func (r *Rehearsal) state(text, seed string) error {
	body, err := json.Marshal(propose.StatementRequest{Text: text, Diagram: rehearsed, Seed: seed})
	if err != nil {
		return err
	}
	answered, err := r.desk.Ask("POST", "/previews/statement", body)
	if reply, ok := answered.(propose.StatementReply); ok && len(reply.Readings) > 0 {
		changes, err := model.DecodeChanges(reply.Readings[0].Changes)
		if err != nil {
			return err
		}
		return r.push(changes...)
	}
	return err
}

func (r *Rehearsal) push(changes ...model.Change) error {
	_, err := r.desk.Replica().Push(fmt.Sprint("turn ", r.turn, len(r.desk.Replica().Pending())), changes)
	return r.told(err)
}

// told writes what the page would be told.
func (r *Rehearsal) told(err error) error {
	if err == nil {
		_, err = json.Marshal(r.desk.State())
	}
	return err
}
