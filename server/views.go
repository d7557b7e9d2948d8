package server

import (
	"encoding/json"
	"slices"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/scene"
	"lexeon/store"
)

// checksOf gives the findings of a version. It goes on from the last version it
// checked where the result says what came between.
func (s *Server) checksOf(project string, v *store.Version, r *store.Result) *check.State {
	s.mu.Lock()
	last, ok := s.checks[project]
	s.mu.Unlock()
	var state *check.State
	switch {
	case ok && last.revision == v.Revision:
		return last.state
	case ok && r != nil && !r.Again && last.revision == r.Before.Revision && v.Revision == r.After.Revision:
		state = last.state.Update(v.Model, r.Delta)
	default:
		state = check.Run(v.Model, check.All)
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if now, ok := s.checks[project]; !ok || now.revision < v.Revision {
		if len(s.checks) > maxCached {
			clear(s.checks)
		}
		s.checks[project] = checked{v.Revision, state}
	}
	return state
}

const maxCached = 32

// drawnBefore is the scene that was last drawn of a diagram.
func (s *Server) drawnBefore(project, diagram string) (drawn, bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	d, ok := s.scenes[project][diagram]
	return d, ok
}

func (s *Server) draw(project string, v *store.Version, diagram string) *scene.Scene {
	if d, ok := s.drawnBefore(project, diagram); ok && d.revision == v.Revision {
		return d.scene
	}
	sc := s.drawer.Of(v.Model, model.ID(diagram))
	if sc == nil {
		return nil
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if len(s.scenes) > maxCached || len(s.scenes[project]) > maxCached {
		clear(s.scenes)
	}
	if s.scenes[project] == nil {
		s.scenes[project] = map[string]drawn{}
	}
	if now, ok := s.scenes[project][diagram]; !ok || now.revision < v.Revision {
		d := drawn{revision: v.Revision, scene: sc}
		if ok {
			d.earlier = append(slices.Clone(now.earlier), looks{now.revision, hashesOf(now.scene)})
			if len(d.earlier) > maxEarlier {
				d.earlier = d.earlier[1:]
			}
		}
		s.scenes[project][diagram] = d
	}
	return sc
}

// maxEarlier is how many earlier looks of a drawing are remembered, so that
// other windows can be told what changed since theirs.
const maxEarlier = 8

func hashesOf(sc *scene.Scene) map[model.ID]string {
	out := make(map[model.ID]string, len(sc.Groups))
	for i := range sc.Groups {
		out[sc.Groups[i].ID] = sc.Groups[i].Hash
	}
	return out
}

// sceneSince is the drawing for somebody who has that of a revision: what looks
// different now, or all of it if that is not remembered.
func (s *Server) sceneSince(project string, sc *scene.Scene, revision, since int64) *ScenePatch {
	d, ok := s.drawnBefore(project, string(sc.Diagram))
	if ok && d.revision == since {
		return patchScene(hashesOf(d.scene), sc, revision)
	}
	for _, e := range d.earlier {
		if e.revision == since {
			return patchScene(e.hashes, sc, revision)
		}
	}
	return fullScene(sc, revision)
}

// ScenePatch is what changed of a scene, or all of it. Order lists all groups
// in drawing order; Groups holds those that the receiver lacks.
type ScenePatch struct {
	Diagram  model.ID      `json:"diagram"`
	Revision int64         `json:"revision"`
	Bounds   scene.Rect    `json:"bounds"`
	Order    []model.ID    `json:"order"`
	Groups   []scene.Group `json:"groups"`
	// Detail is how much of classifiers the diagram shows.
	Detail    model.Detail `json:"detail"`
	Inherited bool         `json:"inherited"`
}

func fullScene(sc *scene.Scene, revision int64) *ScenePatch {
	p := &ScenePatch{Diagram: sc.Diagram, Revision: revision, Bounds: sc.Bounds, Groups: sc.Groups, Detail: sc.Detail, Inherited: sc.Inherited}
	for i := range sc.Groups {
		p.Order = append(p.Order, sc.Groups[i].ID)
	}
	return p
}

// patchScene leaves out the groups that look as before.
func patchScene(had map[model.ID]string, sc *scene.Scene, revision int64) *ScenePatch {
	p := fullScene(sc, revision)
	p.Groups = []scene.Group{}
	for i := range sc.Groups {
		if had[sc.Groups[i].ID] != sc.Groups[i].Hash {
			p.Groups = append(p.Groups, sc.Groups[i])
		}
	}
	return p
}

// FindingView is a finding as the page gets it, with where it can be seen.
type FindingView struct {
	check.Finding
	ID      string     `json:"id"`
	Title   string     `json:"title"`
	Why     string     `json:"why"`
	Element model.ID   `json:"element,omitempty"` // classifier or relationship that it concerns
	Diagram model.ID   `json:"diagram,omitempty"` // where that can be seen
	Stage   string     `json:"stage,omitempty"`   // or the stage: brief, activities, dictionary, events
	Mends   []MendView `json:"mends"`
}

// MendView is a mend with its changes.
type MendView struct {
	Title   string          `json:"title"`
	Changes json.RawMessage `json:"changes"`
}

func viewFindings(m *model.Model, list []check.Finding) []FindingView {
	out := make([]FindingView, 0, len(list))
	for _, f := range list {
		v := FindingView{Finding: f, ID: f.ID(), Mends: []MendView{}}
		if a := check.ByName(f.Rule); a != nil {
			v.Title, v.Why = a.Title, a.Doc
		}
		for _, mend := range f.Mends {
			v.Mends = append(v.Mends, MendView{mend.Title, model.EncodeChanges(mend.On(m))})
		}
		v.Element = f.Subject
		for e := m.Element(v.Element); e != nil && e.Owner != "" && !e.Kind.IsPlaced(); e = m.Element(v.Element) {
			v.Element = e.Owner
		}
		if placed := m.PlacementsOf(v.Element); len(placed) > 0 {
			v.Diagram = placed[0].Diagram
		}
		if e := m.Element(v.Element); e != nil {
			v.Stage = stageOf[e.Kind]
		}
		out = append(out, v)
	}
	return out
}

// stageOf is where the elements of a kind are seen that stand on no diagram.
var stageOf = map[model.Kind]string{model.Section: "brief", model.Sentence: "brief", model.Activity: "activities", model.DataItem: "dictionary", model.Event: "events", model.UseCase: "use-cases"}

// Counts of findings by severity.
type Counts map[check.Severity]int

func countFindings(list []check.Finding) Counts {
	out := Counts{check.Error: 0, check.Warning: 0, check.Advice: 0, check.Question: 0}
	for _, f := range list {
		out[f.Severity]++
	}
	return out
}

// RelationView is a relationship read back.
type RelationView struct {
	ID        model.ID            `json:"id"`
	Kind      model.Kind          `json:"kind"`
	KindTitle string              `json:"kindTitle"`
	Name      string              `json:"name"`
	Statement string              `json:"statement,omitempty"`
	Sentences []notation.Sentence `json:"sentences"`
	Ends      []EndView           `json:"ends,omitempty"`
	Elements  []model.ID          `json:"elements"`
}

// EndView is an end of an association.
type EndView struct {
	ID           model.ID          `json:"id"`
	Element      string            `json:"element"`
	Role         string            `json:"role"`
	Multiplicity string            `json:"multiplicity"`
	Question     string            `json:"question"`
	Ask          string            `json:"ask"`
	Choices      []notation.Choice `json:"choices"`
	Visibility   model.Visibility  `json:"visibility"`
	Navigable    model.Truth       `json:"navigable"`
	InClass      bool              `json:"inClass"`
	Ordered      bool              `json:"ordered"`
	NonUnique    bool              `json:"nonUnique"`
	ReadOnly     bool              `json:"readOnly"`
	Derived      bool              `json:"derived"`
	Subsets      []string          `json:"subsets"`
	Redefines    []string          `json:"redefines"`
	Qualifiers   []string          `json:"qualifiers"`
}

func viewRelation(m *model.Model, r *model.Relationship) RelationView {
	v := RelationView{ID: r.ID, Kind: r.Kind, KindTitle: r.Kind.Title(), Name: r.Name, Sentences: notation.ReadBack(m, r), Elements: m.Connected(r)}
	if text, err := notation.PrintStatement(m, r); err == nil {
		v.Statement = text
	}
	for _, e := range m.Ends(r.ID) {
		d := e.End()
		v.Ends = append(v.Ends, EndView{ID: e.ID, Element: m.Element(e.Type).Name, Role: e.Name, Multiplicity: d.Multiplicity.String(),
			Question: d.Question, Ask: d.Ask, Choices: notation.MultiplicityChoices(d.Multiplicity), Visibility: d.Visibility, Navigable: d.Navigable, InClass: d.InClass,
			Ordered: d.Ordered, NonUnique: d.NonUnique, ReadOnly: d.ReadOnly, Derived: d.Derived, Subsets: append([]string{}, d.Subsets...), Redefines: append([]string{}, d.Redefines...), Qualifiers: append([]string{}, d.Qualifiers...)})
	}
	return v
}
