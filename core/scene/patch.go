package scene

import "lexeon/core/model"

// Looks are the hashes of the groups of a drawing: what it looked like.
type Looks map[model.ID]string

// LooksOf are those of a scene.
func LooksOf(s *Scene) Looks {
	out := make(Looks, len(s.Groups))
	for i := range s.Groups {
		out[s.Groups[i].ID] = s.Groups[i].Hash
	}
	return out
}

// Patch is what changed of a drawing, or all of it. Order lists all groups in
// drawing order; Groups holds those that the receiver lacks.
type Patch struct {
	Diagram   model.ID     `json:"diagram"`
	Bounds    Rect         `json:"bounds"`
	Order     []model.ID   `json:"order"`
	Groups    []Group      `json:"groups"`
	Detail    model.Detail `json:"detail"`
	Inherited bool         `json:"inherited"`
	Accessors bool         `json:"accessors"`
}

// PatchOf leaves out the groups that look as they did.
func PatchOf(s *Scene, had Looks) Patch {
	p := Patch{Diagram: s.Diagram, Bounds: s.Bounds, Order: make([]model.ID, 0, len(s.Groups)), Groups: []Group{}, Detail: s.Detail, Inherited: s.Inherited, Accessors: s.Accessors}
	for i := range s.Groups {
		g := &s.Groups[i]
		p.Order = append(p.Order, g.ID)
		if had[g.ID] != g.Hash {
			p.Groups = append(p.Groups, *g)
		}
	}
	return p
}
