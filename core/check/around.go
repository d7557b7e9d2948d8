package check

import (
	"lexeon/core/classifier"
	"lexeon/core/model"
)

// aroundAll finds what surrounds the classifiers of all rows that were written,
// before and after.
func aroundAll(old, next *model.Model, delta model.Delta) map[model.ID]bool {
	out := map[model.ID]bool{}
	reach := func(id model.ID) { out[id] = true }
	for _, m := range []*model.Model{old, next} {
		s := &surroundings{m: m, reach: reach, classes: map[model.ID]bool{}}
		for _, c := range delta {
			if c.Old != nil {
				s.row(c.Old)
			}
			if c.New != nil {
				s.row(c.New)
			}
		}
	}
	return out
}

// surroundings collects what rules about a classifier may depend on, and what may
// depend on the classifier: its generals and specifics with their parts and lines,
// what those lines lead to, and the parts that are typed by it.
type surroundings struct {
	m       *model.Model
	reach   func(model.ID)
	classes map[model.ID]bool // done
}

func (s *surroundings) row(r model.Row) {
	switch r := r.(type) {
	case *model.Element:
		s.reach(r.ID)
		if r.Kind == model.Object { // an example of its class
			s.family(r.Type)
		}
		if r.Term != "" { // other faces of its term
			for _, e := range s.m.Faces(r.Term) {
				s.family(e.ID)
			}
		}
		for e := r; e != nil; e = s.m.Element(e.Owner) {
			if e.Kind.IsClassifier() {
				s.family(e.ID)
				return
			}
			if e.Kind == model.End {
				s.ends(e.Owner)
				s.family(e.Type)
				return
			}
		}
	case *model.Relationship:
		switch r.Kind {
		case model.Association, model.Generalization, model.Realization, model.Dependency, model.Usage,
			model.Holds, model.Provides, model.Requires, model.Delegation:
			s.ends(r.ID)
			for _, id := range []model.ID{r.Source, r.Target, r.Class} {
				s.family(id)
			}
			if r.Kind == model.Generalization || r.Kind == model.Realization {
				s.signatures(r)
			}
		}
	case *model.Term:
		for _, e := range s.m.Faces(r.ID) {
			s.family(e.ID)
		}
		for _, name := range append([]string{r.Name}, r.Aliases...) {
			s.namesakes(name)
		}
	}
}

// family: a classifier, what it is a kind of and what is a kind of it.
func (s *surroundings) family(id model.ID) {
	e := s.m.Element(id)
	if e == nil || !e.Kind.IsClassifier() || s.classes[id] {
		return
	}
	for _, c := range classifier.Lineage(s.m, id) {
		s.class(c)
	}
	for _, c := range classifier.Above(s.m, classifier.Below(s.m, id)...) { // and what its kinds get from elsewhere
		s.class(c)
	}
	s.namesakes(e.Name)
	s.typed(e) // signatures that use it may fit now, or no longer
}

// namesakes: attributes that bear the name of a class.
func (s *surroundings) namesakes(name string) {
	for _, a := range s.m.AttributesNear(name) {
		s.reach(a.ID)
	}
}

func (s *surroundings) class(id model.ID) {
	if s.classes[id] {
		return
	}
	s.classes[id] = true
	s.reach(id)
	s.parts(id)
	for _, r := range s.m.RelationshipsOf(id) {
		s.line(r.ID)
		for _, other := range s.m.Connected(r) {
			for _, a := range s.m.Children(other, model.Attribute) {
				s.reach(a.ID)
			}
			s.reach(other)
		}
	}
}

func (s *surroundings) parts(id model.ID) {
	for _, p := range s.m.Children(id) {
		s.reach(p.ID)
		s.parts(p.ID)
	}
}

// ends: a line that was written, with the families at its ends.
func (s *surroundings) ends(id model.ID) {
	s.line(id)
	for _, e := range s.m.Ends(id) {
		s.family(e.Type)
	}
}

func (s *surroundings) line(id model.ID) {
	s.reach(id)
	for _, e := range s.m.Ends(id) {
		s.reach(e.ID)
	}
}

// signatures: whether a type is a kind of another one may matter to what uses the one or the
// other in a signature, and to what inherits that.
func (s *surroundings) signatures(r *model.Relationship) {
	for _, id := range append(classifier.Below(s.m, r.Source), classifier.KindsOf(s.m, r.Target)...) {
		if e := s.m.Element(id); e != nil && e.Kind.IsClassifier() {
			s.typed(e)
		}
	}
}

// typed: what uses a classifier as a type, by its name too.
func (s *surroundings) typed(e *model.Element) {
	TypedParts(s.m, e, func(part model.ID) {
		s.reach(part)
		for p := s.m.Element(part); p != nil; p = s.m.Element(p.Owner) {
			if p.Kind.IsClassifier() {
				for _, c := range append([]model.ID{p.ID}, classifier.Specifics(s.m, p.ID)...) {
					s.class(c)
				}
				break
			}
		}
	})
}
