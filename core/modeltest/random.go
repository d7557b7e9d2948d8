// Package modeltest makes models and random changes for property tests. What it
// makes is decided by the seed alone.
package modeltest

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"math/rand/v2"

	"lexeon/core/model"
)

// Source makes random changes for one model after the other.
type Source struct {
	rnd  *rand.Rand
	next int
}

// NewSource starts a source; equal seeds give equal changes for equal models.
func NewSource(seed uint64) *Source {
	return &Source{rnd: rand.New(rand.NewPCG(seed, 17))}
}

func (s *Source) id(prefix string) model.ID {
	s.next++
	return model.ID(fmt.Sprintf("%s%d-%d", prefix, s.next, s.rnd.IntN(1_000_000)))
}

var nouns = []string{"Apiary", "Hive", "HoneyLot", "honey lots", "Grade", "Beekeeper", "Blend", "Jar Batch", "Sample", "Recipe", "", "Wärme", "<b>\"x\"</b>"}
var verbs = []string{"delivers", "guides", "is part", "", "uses", "checks twice"}
var bounds = []string{"", "?", "1", "0..1", "*", "1..*", "2..5", "5..2", "0"}
var typeNames = []string{"String", "Integer", "Hive", "Grade", "Unheard", ""}
var featureNames = []string{"mass", "age", "number", "weigh", "grade"}

func pick[T any](s *Source, list []T) (zero T) {
	if len(list) == 0 {
		return zero
	}
	return list[s.rnd.IntN(len(list))]
}

// Change makes one step of editing, mostly one that the model accepts.
func (s *Source) Change(m *model.Model) []model.Change {
	classifiers := m.Classifiers()
	relationships := m.Relationships()
	diagrams := m.Diagrams()
	if len(classifiers) < 2 {
		return s.addClassifier(diagrams)
	}
	switch s.rnd.IntN(14) {
	case 13:
		return s.componentChange(m)
	case 0, 1, 2, 3, 4, 12:
		return s.flowChange(m)
	case 5, 6:
		return s.caseChange(m)
	}
	a, b := pick(s, classifiers), pick(s, classifiers)
	if s.rnd.IntN(5) < 2 {
		return s.classChange(m, a, b)
	}
	switch s.rnd.IntN(24) {
	case 0, 1:
		return s.addClassifier(diagrams)
	case 2:
		return []model.Change{&model.SetName{ID: a.ID, Name: pick(s, nouns)}}
	case 3:
		if s.rnd.IntN(2) == 0 {
			return s.detail(m, a)
		}
		return []model.Change{&model.SetDefinition{ID: a.ID, Text: "It is\nsaid of " + pick(s, nouns)}}
	case 4, 5:
		if s.rnd.IntN(8) == 0 {
			return []model.Change{&model.AddPart{ID: s.id("u"), Owner: a.ID, Kind: model.UnreadLine, Set: model.P("text", pick(s, []string{"mass [lots", "a("}))}}
		}
		return []model.Change{&model.AddPart{ID: s.id("p"), Owner: a.ID, Kind: model.Attribute, Name: pick(s, featureNames),
			Set: model.P("typeName", pick(s, typeNames), "identifier", s.rnd.IntN(4) == 0, "multiplicity", pick(s, bounds))}}
	case 6:
		if s.rnd.IntN(3) == 0 {
			return s.signal(m, a)
		}
		op := s.id("o")
		return []model.Change{
			&model.AddPart{ID: op, Owner: a.ID, Kind: model.Operation, Name: pick(s, featureNames), Set: model.P("visibility", "public")},
			&model.AddPart{ID: s.id("q"), Owner: op, Kind: model.Parameter, Name: "x", Set: model.P("typeName", pick(s, typeNames))},
		}
	case 7, 8:
		return s.connect(m, a, b, diagrams)
	case 9:
		return []model.Change{&model.Connect{ID: s.id("g"), Kind: pick(s, []model.Kind{model.Generalization, model.Realization, model.Dependency, model.Usage}), Source: a.ID, Target: b.ID}}
	case 10:
		if r := pick(s, relationships); r != nil && r.Kind == model.Association {
			e := pick(s, m.Ends(r.ID))
			return []model.Change{&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", pick(s, bounds), "name", pick(s, featureNames))}}
		}
		return nil
	case 11:
		if r := pick(s, relationships); r != nil {
			return []model.Change{pick(s, []model.Change{&model.Reverse{ID: r.ID}, &model.SetName{ID: r.ID, Name: pick(s, verbs)}, &model.Delete{ID: r.ID}})}
		}
		return nil
	case 12:
		return []model.Change{&model.AddDiagram{ID: s.id("d"), Kind: model.ClassDiagram, Name: pick(s, nouns)}}
	case 13:
		return s.place(m, a, pick(s, diagrams))
	case 14, 15:
		return s.rearrange(m, pick(s, diagrams))
	case 16:
		parts := m.Children(a.ID)
		if len(parts) == 0 {
			return nil
		}
		p := pick(s, parts)
		return []model.Change{pick(s, []model.Change{
			&model.MovePart{ID: p.ID, Before: pick(s, parts).ID},
			&model.SetPart{ID: p.ID, Set: model.P("name", pick(s, featureNames))},
			&model.Delete{ID: p.ID},
		})}
	case 17:
		if s.rnd.IntN(2) == 0 {
			return []model.Change{&model.Delete{ID: a.ID}}
		}
		if d := pick(s, diagrams); d != nil && s.rnd.IntN(4) == 0 {
			return []model.Change{&model.Delete{ID: d.ID}}
		}
		return nil
	case 18:
		return []model.Change{&model.SetClassifier{ID: a.ID, Set: model.P("abstract", s.rnd.IntN(2) == 0, "stereotypes", []string{"entity"})}}
	case 19:
		return s.note(m, a, diagrams)
	case 20:
		if s.rnd.IntN(3) == 0 {
			return []model.Change{&model.SetPicture{ID: a.ID}}
		}
		return []model.Change{&model.SetPicture{ID: a.ID, PNG: Picture(s.rnd.IntN(3) + 8)}}
	case 21:
		colours := []model.StereotypeColour{{Stereotype: "entity", Colour: pick(s, model.Colours)}, {Stereotype: pick(s, verbs), Colour: "sky"}}
		return []model.Change{&model.SetProject{Set: model.P("colours", colours)}}
	case 22:
		if d := pick(s, diagrams); d != nil && len(m.PlacementsOn(d.ID)) > 0 {
			var placements []model.ID
			for range 3 {
				placements = append(placements, pick(s, m.PlacementsOn(d.ID)).ID)
			}
			return model.CopyChanges(m, model.CopyRequest{From: d.ID, Placements: placements, To: pick(s, diagrams).ID, AsNew: s.rnd.IntN(2) == 0, DX: 30, DY: 20, Seed: string(s.id("copy"))})
		}
		return nil
	default:
		if s.rnd.IntN(4) == 0 {
			return []model.Change{&model.SetTerm{ID: a.Term, Set: model.P("rejected", []string{pick(s, append(nouns, flowNames...)) + "", "keeper"})}}
		}
		return []model.Change{&model.SetTerm{ID: a.Term, Set: model.P("aliases", []string{pick(s, nouns) + "ling"})}}
	}
}

func (s *Source) addClassifier(diagrams []*model.Diagram) []model.Change {
	id := s.id("c")
	kind := pick(s, []model.Kind{model.Class, model.Class, model.Class, model.Interface, model.Enumeration, model.DataType, model.Signal})
	out := []model.Change{&model.AddElement{ID: id, Kind: kind, Name: pick(s, nouns)}}
	if d := pick(s, diagrams); d != nil {
		out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: id, X: s.rnd.IntN(2000), Y: s.rnd.IntN(2000)})
	}
	return out
}

// note makes a note, writes it, or anchors it.
func (s *Source) note(m *model.Model, a *model.Element, diagrams []*model.Diagram) []model.Change {
	notes := m.Elements(model.Note)
	if n := pick(s, notes); n != nil && s.rnd.IntN(2) == 0 {
		return []model.Change{pick(s, []model.Change{
			&model.SetNote{ID: n.ID, Text: "Still open: " + pick(s, nouns) + "\n\nand more."},
			&model.Connect{ID: s.id("r"), Kind: model.Anchor, Source: n.ID, Target: a.ID},
			&model.Delete{ID: n.ID},
		})}
	}
	id := s.id("n")
	out := []model.Change{&model.AddElement{ID: id, Kind: model.Note, Set: model.P("body", pick(s, nouns)+" is asked for.")}}
	if d := pick(s, diagrams); d != nil {
		out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: id, X: s.rnd.IntN(2000), Y: s.rnd.IntN(2000)})
		if m.PlacementOn(d.ID, a.ID) != nil {
			r := s.id("r")
			out = append(out, &model.Connect{ID: r, Kind: model.Anchor, Source: id, Target: a.ID}, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: r})
		}
	}
	return out
}

// Picture makes a small PNG picture; equal sides give equal pictures.
func Picture(side int) []byte {
	i := image.NewGray(image.Rect(0, 0, side, side))
	for k := range side {
		i.SetGray(k, k, color.Gray{Y: 200})
	}
	var b bytes.Buffer
	if err := png.Encode(&b, i); err != nil {
		panic(err) // never: it goes to memory
	}
	return b.Bytes()
}

func (s *Source) connect(m *model.Model, a, b *model.Element, diagrams []*model.Diagram) []model.Change {
	id := s.id("r")
	c := &model.Connect{ID: id, Kind: model.Association, Name: pick(s, verbs),
		Ends: []model.NewEnd{
			{ID: s.id("e"), Type: a.ID, Set: model.P("multiplicity", pick(s, bounds))},
			{ID: s.id("e"), Type: b.ID, Set: model.P("multiplicity", pick(s, bounds))},
		}}
	if s.rnd.IntN(3) == 0 {
		c.Aggregation, c.Whole = pick(s, []model.Aggregation{model.Shared, model.Composite}), s.rnd.IntN(2)
	}
	out := []model.Change{c}
	if d := pick(s, diagrams); d != nil && m.PlacementOn(d.ID, a.ID) != nil && m.PlacementOn(d.ID, b.ID) != nil {
		out = append(out, &model.Place{ID: s.id("l"), Diagram: d.ID, Subject: id})
	}
	return out
}

func (s *Source) place(m *model.Model, a *model.Element, d *model.Diagram) []model.Change {
	if d == nil || m.PlacementOn(d.ID, a.ID) != nil {
		return nil
	}
	return []model.Change{&model.Place{ID: s.id("l"), Diagram: d.ID, Subject: a.ID, X: s.rnd.IntN(2000), Y: s.rnd.IntN(2000)}}
}

func (s *Source) rearrange(m *model.Model, d *model.Diagram) []model.Change {
	if d == nil {
		return nil
	}
	p := pick(s, m.PlacementsOn(d.ID))
	if p == nil {
		return nil
	}
	if m.Element(p.Subject) == nil {
		return []model.Change{&model.SetLine{ID: p.ID, Line: pick(s, []model.Line{model.LineRightAngled, model.LineStraight, model.LineCurved}), Bends: s.bends(), Way: s.bends()},
			&model.MoveLabel{ID: p.ID, Label: pick(s, []string{"name", "other"}), DX: s.rnd.IntN(90), DY: s.rnd.IntN(90), Back: s.rnd.IntN(4) == 0}}
	}
	return []model.Change{pick(s, []model.Change{
		&model.Move{ID: p.ID, X: s.rnd.IntN(2000), Y: s.rnd.IntN(2000)},
		&model.Resize{ID: p.ID, W: s.rnd.IntN(400), H: s.rnd.IntN(400)},
		&model.Unplace{ID: p.ID},
	})}
}

func (s *Source) bends() []int {
	out := []int{}
	for range s.rnd.IntN(3) {
		out = append(out, s.rnd.IntN(900), s.rnd.IntN(900))
	}
	return out
}

// Model makes a model by n random steps; steps the model refuses are skipped.
func Model(seed uint64, n int) *model.Model {
	s := NewSource(seed)
	m := model.Empty("Random")
	for range n {
		if next, _, _, err := model.Edit(m, s.Change(m)); err == nil {
			m = next
		}
	}
	return m
}
