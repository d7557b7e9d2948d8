package modeltest

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Coded is a random model of classes as code is made of them: what Stored has, abstract classes anywhere
// in a hierarchy, operations with parameters, results and overloads, interfaces with operations and
// generals, realizations, packages in packages, visibilities and accessors, signals that are received; in two of five
// classes that are kinds of several others, which come together again or have nothing in common. It never
// combines: components, objects, templates; a class of an association with a general of its own is rare.
func Coded(seed uint64, hostile bool) *model.Model {
	s := &storedSource{Source: NewSource(seed + 7_000_000), m: Stored(seed, hostile), hostile: hostile}
	s.next = 700_000
	s.stored = idsOf(s.m.OfKind(model.Class))
	s.enums, s.data, s.faces = idsOf(s.m.OfKind(model.Enumeration)), idsOf(s.m.OfKind(model.DataType)), idsOf(s.m.OfKind(model.Interface))
	for range s.rnd.IntN(3) {
		id := s.id("face")
		if s.do(&model.AddElement{ID: id, Kind: model.Interface, Name: s.name([]string{"Weighable", "Traceable", "Listener"})}) {
			s.faces = append(s.faces, id)
		}
	}
	for range s.rnd.IntN(3) {
		id := s.id("signal")
		if s.do(&model.AddElement{ID: id, Kind: model.Signal, Name: s.name([]string{"Frost alarm", "Stock low"})}) {
			s.attribute(id)
			s.do(&model.AddPart{ID: s.id("reception"), Owner: pick(s.Source, s.stored), Kind: model.Reception, Set: model.P("type", id)})
		}
	}
	for _, id := range s.stored {
		s.do(&model.SetClassifier{ID: id, Set: model.P("abstract", s.yes(3), "accessors", s.yes(3))})
		for _, a := range s.m.Children(id, model.Attribute) {
			s.do(&model.SetPart{ID: a.ID, Set: model.P("visibility", pick(s.Source, visibilities))})
		}
	}
	for _, owner := range slices.Concat(s.stored, s.faces, s.enums, s.data) {
		for range s.rnd.IntN(4) {
			s.operation(owner)
		}
	}
	for range s.rnd.IntN(5) {
		if a, b := pick(s.Source, s.faces), pick(s.Source, s.faces); a != b {
			s.do(&model.Connect{ID: s.id("is"), Kind: model.Generalization, Source: a, Target: b})
		}
		if face := pick(s.Source, s.faces); face != "" {
			s.do(&model.Connect{ID: s.id("realizes"), Kind: model.Realization, Source: pick(s.Source, s.stored), Target: face})
		}
	}
	for i, r := range s.m.Relationships(model.Association) { // found by what they are: every third
		ends := s.m.Ends(r.ID)
		if i%3 != 0 || len(ends) != 2 {
			continue
		}
		keys := []string{"badge"}
		if i%2 == 0 {
			keys = append(keys, "Shelf 9: Integer")
		}
		for _, k := range keys {
			name, typ, _ := strings.Cut(k, ": ")
			if typ == "" {
				typ = "Text"
			}
			if !slices.ContainsFunc(s.m.Children(ends[1].Type, model.Attribute), func(a *model.Element) bool { return a.Name == name }) {
				s.do(&model.AddPart{ID: s.id("key"), Owner: ends[1].Type, Kind: model.Attribute, Name: name, Set: model.P("typeName", typ)})
			}
		}
		s.do(&model.SetEnd{ID: ends[0].ID, Set: model.P("qualifiers", keys)})
	}
	if seed%5 == 2 || seed%5 == 4 {
		s.mixtures()
	}
	if seed%3 != 0 {
		s.packaged()
	}
	return s.m
}

// mixtures adds classes with several generals, and operations that are called alike in some of them.
func (s *storedSource) mixtures() {
	for range 6 {
		id := s.id("mixture")
		if !s.do(&model.AddElement{ID: id, Kind: model.Class, Name: s.name([]string{"Amphibian", "Houseboat", "Teaching student", "Smoker hive", "Field lab", "Spare"})}) {
			continue
		}
		s.do(&model.SetClassifier{ID: id, Set: model.P("abstract", s.yes(3))})
		s.do(&model.AddPart{ID: s.id("attribute"), Owner: id, Kind: model.Attribute, Name: pick(s.Source, []string{"share", "part"}), Set: model.P("typeName", pick(s.Source, primitiveTypes))})
		for range s.rnd.IntN(4) {
			if general := pick(s.Source, s.stored); general != "" {
				s.do(&model.Connect{ID: s.id("is"), Kind: model.Generalization, Source: id, Target: general})
			}
		}
		s.stored = append(s.stored, id)
	}
	for range 3 {
		s.do(&model.AddPart{ID: s.id("operation"), Owner: pick(s.Source, s.stored), Kind: model.Operation, Name: "weigh again"})
	}
}

// packaged puts what there is into packages in packages, some of which are called as types are, and gives some types
// the same name in several.
func (s *storedSource) packaged() {
	packages := []model.ID{""}
	for range 2 + s.rnd.IntN(5) {
		id := s.id("package")
		if s.do(&model.AddElement{ID: id, Kind: model.PackageKind, Name: s.name([]string{"Field", "Office", "Field work", "Hive", "int", "system", "Support", "Links", "text", "std", "java", "model", ""})}) {
			s.do(&model.MoveInto{ID: id, Package: pick(s.Source, packages)})
			packages = append(packages, id)
		}
	}
	for _, e := range s.m.Classifiers() {
		s.do(&model.MoveInto{ID: e.ID, Package: pick(s.Source, packages)})
		if s.yes(8) {
			s.do(&model.SetName{ID: e.ID, Name: pick(s.Source, []string{"Order", "Field"})})
		}
	}
}

var codedDeeds = []string{"weigh", "trace back", "get mass", "set mass", "add hive", "value", "validate", "dispose", "name", "to string", "equals", "class"}

func (s *storedSource) operation(owner model.ID) {
	id := s.id("operation")
	set := model.P("visibility", pick(s.Source, visibilities), "abstract", s.yes(5), "static", s.yes(8), "query", s.yes(6), "constructor", s.yes(9), "multiplicity", pick(s.Source, []string{"", "", "0..1", "*"}))
	if s.yes(2) {
		set["typeName"] = model.P("x", pick(s.Source, primitiveTypes))["x"]
	}
	if !s.do(&model.AddPart{ID: id, Owner: owner, Kind: model.Operation, Name: s.name(codedDeeds), Set: set}) {
		return
	}
	if s.yes(3) {
		s.typed(id, pick(s.Source, slices.Concat(s.stored, s.faces, s.enums)))
	}
	for range s.rnd.IntN(4) {
		part := s.id("parameter")
		s.do(&model.AddPart{ID: part, Owner: id, Kind: model.Parameter, Name: s.name([]string{"of", "class", "one", "value", ""}),
			Set: model.P("direction", pick(s.Source, []model.Direction{model.In, model.In, model.Out, model.InOut}), "multiplicity", pick(s.Source, []string{"", "", "0..1", "*"}), "typeName", pick(s.Source, primitiveTypes))})
		if s.yes(3) {
			s.typed(part, pick(s.Source, slices.Concat(s.stored, s.faces, s.enums, s.data)))
		}
	}
}
