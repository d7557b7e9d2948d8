package modeltest

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/model"
)

// Stored is a random model of classes that are stored, as people draw them and worse: hierarchies of
// several generals with abstract classes anywhere in them, data types in data types, enumerations
// with and without codes, associations of every multiplicity and aggregation, with classes,
// qualifiers, orders, roles and more than two ends, to themselves and twice between the same,
// identifiers of attributes and of ends, attributes of every type, constraints and sets.
//
// It never has: operations, receptions, components, subsets and redefinitions of ends, hierarchies of
// interfaces, associations between interfaces. Names are hostile if asked for.
func Stored(seed uint64, hostile bool) *model.Model {
	s := &storedSource{Source: NewSource(seed), m: model.Empty("Stored"), hostile: hostile}
	s.types()
	s.classes()
	s.kinds()
	for range 3 + s.rnd.IntN(8) {
		s.association()
	}
	s.constraints()
	return s.m
}

type storedSource struct {
	*Source
	m       *model.Model
	hostile bool
	enums   []model.ID
	data    []model.ID
	faces   []model.ID
	stored  []model.ID
	names   int
}

// do makes changes that the model takes, and leaves out those that it refuses.
func (s *storedSource) do(changes ...model.Change) bool {
	next, _, _, err := model.Edit(s.m, changes)
	if err == nil {
		s.m = next
	}
	return err == nil
}

func (s *storedSource) yes(oneIn int) bool { return s.rnd.IntN(oneIn) == 0 }

var storedNames = []string{"Hive", "HoneyLot", "Jar batch", "Beekeeper", "Blend", "Recipe", "Dispatch", "Sensor", "Gauge", "Ridge hut", "Log entry", "Lamp", "Keeper", "Buoy", "Order", "Group", "User", "Table"}
var storedParts = []string{"mass", "moisture", "harvested", "code", "label", "kind", "id", "name", "value", "key", "order", "position", "from", "select", "height above sea", "is lit"}

// Hostile are names and texts that mean something else to one of the databases, or to none.
var Hostile = []string{
	"select", "User", `a"b`, "a'b", "a`b", `back\slash\`, "x'; drop table y; --", "/* */", "-- no", "☃ snow", "🐝🍯", "Größe", "Grosse", "grösse", "ΑΒΓ", "العربية", "naïve", "naive", "line\tbreak",
	strings.Repeat("long name ", 50), strings.Repeat("long name ", 50) + "other", strings.Repeat("é", 200), "%s %d", "$1", "${x}", "{{.}}", "NULL", "null", "true", "  padded  ", "_", "1st", "rowid", "oid", "ctid", "xmin", "...", "𝕳𝖎𝖛𝖊", "CON", "\\N",
}

func (s *storedSource) name(list []string) string {
	if s.hostile && s.yes(2) {
		return strings.TrimSpace(strings.ReplaceAll(pick(s.Source, Hostile), "\t", " "))
	}
	n := pick(s.Source, list)
	if s.yes(3) {
		s.names++
		n = fmt.Sprintf("%s %d", n, s.names)
	}
	return n
}

func (s *storedSource) types() {
	for range 1 + s.rnd.IntN(3) {
		id := s.id("enum")
		s.enums = append(s.enums, id)
		s.do(&model.AddElement{ID: id, Kind: model.Enumeration, Name: s.name([]string{"Grade", "Colour", "State"})})
		s.do(&model.SetClassifier{ID: id, Set: model.P("coding", pick(s.Source, []model.TableCoding{"", "", model.NativeCoding, model.CheckCoding, model.LookupCoding}))})
		coded := s.rnd.IntN(3)
		for i := range s.rnd.IntN(5) {
			name := s.name([]string{"raw", "table", "bakery", "rejected", "it's", "new"})
			value := ""
			switch coded {
			case 1:
				value = fmt.Sprint(i * 3)
			case 2:
				value = fmt.Sprintf("c%d", i)
			}
			s.do(&model.AddPart{ID: s.id("literal"), Owner: id, Kind: model.Literal, Name: name, Set: model.P("value", value, "definition", pick(s.Source, []string{"", "What it's for.\nIn two lines.", `\ and "`}))})
		}
	}
	for range 1 + s.rnd.IntN(3) {
		id := s.id("data")
		s.do(&model.AddElement{ID: id, Kind: model.DataType, Name: s.name([]string{"Position", "Span", "Address"})})
		for range s.rnd.IntN(4) {
			s.attribute(id)
		}
		s.data = append(s.data, id)
	}
	id := s.id("face")
	s.do(&model.AddElement{ID: id, Kind: model.Interface, Name: s.name([]string{"Source"})})
	s.faces = append(s.faces, id)
}

var primitiveTypes = []string{"Text", "String", "Integer", "Decimal", "Money", "Boolean", "Date", "Time", "Instant", "Duration", "Identifier", "Binary", "Geometry", "Unheard", ""}

var storedDefaults = map[string][]string{"Text": {"none", "it's", `"q"`, `\`}, "Integer": {"0", "-7", "many"}, "Decimal": {"0.5"}, "Money": {"12.30"}, "Boolean": {"true", "no"}, "Date": {"today", "2026-02-01"}, "Instant": {"now"}, "Time": {"now", "12:30"}}

func (s *storedSource) attribute(owner model.ID) {
	set := model.P("identifier", s.yes(5), "derived", s.yes(12), "static", s.yes(14), "ordered", s.yes(6), "nonUnique", s.yes(6), "readOnly", s.yes(9),
		"multiplicity", pick(s.Source, []string{"", "", "", "", "", "1", "0..1", "0..1", "*", "1..*", "2..5", "?"}), "definition", pick(s.Source, []string{"", "", "What it is.", "Of 'two'\nlines; \\ and -- more */"}))
	id := s.id("attribute")
	s.do(&model.AddPart{ID: id, Owner: owner, Kind: model.Attribute, Name: s.name(storedParts), Set: set})
	switch s.rnd.IntN(9) {
	case 0, 1:
		s.typed(id, pick(s.Source, s.enums))
	case 2:
		s.typed(id, pick(s.Source, s.data))
	case 3:
		s.typed(id, pick(s.Source, slices.Concat(s.faces, s.stored)))
	default:
		name := pick(s.Source, primitiveTypes)
		set := model.P("typeName", name)
		if list := storedDefaults[name]; len(list) > 0 && s.yes(2) {
			set = model.P("typeName", name, "default", pick(s.Source, list))
		}
		s.do(&model.SetPart{ID: id, Set: set})
	}
}

func (s *storedSource) typed(id, of model.ID) {
	if of != "" {
		s.do(&model.SetPart{ID: id, Set: model.P("type", of)})
	}
}

func (s *storedSource) classes() {
	var packages []model.ID
	for range s.rnd.IntN(3) {
		id := s.id("package")
		s.do(&model.AddElement{ID: id, Kind: model.PackageKind, Name: s.name([]string{"Field", "Office"})})
		packages = append(packages, id)
	}
	for range 2 + s.rnd.IntN(7) {
		id := s.id("class")
		if !s.do(&model.AddElement{ID: id, Kind: model.Class, Name: s.name(storedNames)}) {
			continue
		}
		s.do(&model.SetClassifier{ID: id, Set: model.P("stored", !s.yes(8), "abstract", s.yes(4),
			"inheritance", pick(s.Source, []model.TableInheritance{"", "", model.JoinedTables, model.SingleTable, model.ConcreteTables}),
			"rowKey", pick(s.Source, []model.TableKey{"", "", "", model.NaturalKey, model.IdentityKey, model.UUIDKey}))})
		s.do(&model.SetDefinition{ID: id, Text: pick(s.Source, []string{"", "Something that is kept.", "It's \\ 'kept'.\n-- and; more */"})})
		if len(packages) > 0 && s.yes(2) {
			s.do(&model.MoveInto{ID: id, Package: pick(s.Source, packages)})
		}
		s.stored = append(s.stored, id)
		for range s.rnd.IntN(5) {
			s.attribute(id)
		}
	}
}

func (s *storedSource) kinds() {
	for range s.rnd.IntN(6) {
		a, b := pick(s.Source, s.stored), pick(s.Source, s.stored)
		if a == b {
			continue
		}
		set := model.ID("")
		if s.yes(3) {
			set = s.id("set")
			s.do(&model.AddElement{ID: set, Kind: model.GeneralizationSet, Owner: b, Name: "use", Set: model.P("disjoint", pick(s.Source, []model.Truth{"", model.Yes, model.No}), "complete", pick(s.Source, []model.Truth{"", model.Yes, model.No}))})
		}
		s.do(&model.Connect{ID: s.id("is"), Kind: model.Generalization, Source: a, Target: b, Set: set})
	}
	if len(s.data) > 1 && s.yes(3) {
		s.do(&model.Connect{ID: s.id("is"), Kind: model.Generalization, Source: s.data[0], Target: s.data[1]})
	}
}

func (s *storedSource) association() {
	c := &model.Connect{ID: s.id("line"), Kind: model.Association, Name: pick(s.Source, []string{"", "keeps", "is mixed into", "names"}), Aggregation: pick(s.Source, []model.Aggregation{"", "", model.Shared, model.Composite, model.Composite}),
		Reading: pick(s.Source, []model.Reading{model.Forward, model.Backward, model.NoDirection}), Whole: s.rnd.IntN(2)}
	n := 2
	if s.yes(9) {
		n, c.Aggregation, c.Whole = 3, "", 0
	}
	class := model.ID("")
	if s.yes(6) {
		class = pick(s.Source, s.stored)
	}
	for range n {
		of := pick(s.Source, s.stored)
		if s.yes(15) {
			of = pick(s.Source, slices.Concat(s.enums, s.faces))
		}
		role := ""
		if s.yes(3) {
			role = s.name([]string{"mentor", "novice", "owner", "part", "first"})
		}
		set := model.P("multiplicity", pick(s.Source, []string{"", "?", "1", "1", "0..1", "0..1", "*", "1..*", "2..5", "0..3"}), "ordered", s.yes(7), "nonUnique", s.yes(9), "derived", s.yes(25), "identifier", s.yes(8))
		if s.yes(8) {
			set["qualifiers"] = model.P("x", pick(s.Source, [][]string{{"code: Text"}, {"number: Integer", "year"}}))["x"]
		}
		c.Ends = append(c.Ends, model.NewEnd{ID: s.id("end"), Type: of, Role: role, Set: set})
	}
	c.Class = class
	if !s.do(c) {
		c.Class = ""
		s.do(c)
	}
}

func (s *storedSource) constraints() {
	for range s.rnd.IntN(3) {
		id := s.id("constraint")
		s.do(&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", pick(s.Source, []string{"mass > 0", "mass > 0 and moisture < 21", "value <> 'x' or not (code = 'y')", "it is weighed twice", "id <> 3", "kind = 'raw'"}))})
		s.do(&model.Connect{ID: s.id("anchor"), Kind: model.Anchor, Source: id, Target: pick(s.Source, s.stored)})
	}
	if lines := s.m.Relationships(model.Association); len(lines) > 1 && s.yes(3) {
		id := s.id("xor")
		s.do(&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", "xor")})
		for _, r := range lines[:2] {
			s.do(&model.Connect{ID: s.id("anchor"), Kind: model.Anchor, Source: id, Refers: r.ID})
		}
	}
}

// StoredChanges makes some random changes to a model of stored classes: what people do between one
// version of a database and the next.
func StoredChanges(m *model.Model, seed uint64, n int) *model.Model {
	s := &storedSource{Source: NewSource(seed + 1_000_000), m: m}
	s.next = 500_000 // ids of its own
	s.stored = idsOf(m.OfKind(model.Class))
	s.enums, s.data, s.faces = idsOf(m.OfKind(model.Enumeration)), idsOf(m.OfKind(model.DataType)), idsOf(m.OfKind(model.Interface))
	for range n {
		class := pick(s.Source, s.stored)
		attribute := pick(s.Source, m.Children(class, model.Attribute))
		line := pick(s.Source, s.m.Relationships(model.Association))
		switch s.rnd.IntN(20) {
		case 0:
			s.do(&model.SetName{ID: class, Name: s.name(storedNames)})
		case 1:
			if attribute != nil {
				s.do(&model.SetPart{ID: attribute.ID, Set: model.P("name", s.name(storedParts))})
			}
		case 2:
			if attribute != nil {
				s.do(&model.SetPart{ID: attribute.ID, Set: model.P("multiplicity", pick(s.Source, []string{"", "1", "0..1", "*", "?"}))})
			}
		case 3:
			if attribute != nil && s.m.Element(attribute.ID) != nil {
				s.do(&model.Delete{ID: attribute.ID})
			}
		case 4, 5:
			s.attribute(class)
		case 6:
			s.association()
		case 7:
			if line != nil {
				s.do(&model.Delete{ID: line.ID})
			}
		case 8, 9:
			if line != nil {
				e := pick(s.Source, s.m.Ends(line.ID))
				s.do(&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", pick(s.Source, []string{"", "?", "1", "0..1", "*", "1..*"}), "ordered", s.yes(5))})
			}
		case 10:
			if attribute != nil {
				s.do(&model.SetPart{ID: attribute.ID, Set: model.P("typeName", pick(s.Source, []string{"Text", "Decimal", "Integer"}))})
			}
		case 11:
			if e := pick(s.Source, s.enums); e != "" {
				s.do(&model.AddPart{ID: s.id("literal"), Owner: e, Kind: model.Literal, Name: fmt.Sprintf("more %d", s.rnd.IntN(99)), Set: model.P("value", fmt.Sprint(100+s.rnd.IntN(99)))})
			}
		case 12:
			s.do(&model.SetClassifier{ID: class, Set: model.P("stored", !s.yes(3))})
		case 14, 15, 16: // one becomes several, or the other way round
			if attribute != nil && s.m.Element(attribute.ID) != nil {
				s.do(&model.SetPart{ID: attribute.ID, Set: model.P("multiplicity", turned(attribute.Attribute().Multiplicity))})
			}
		case 17, 18, 19:
			if line != nil && s.m.Relationship(line.ID) != nil {
				e := pick(s.Source, s.m.Ends(line.ID))
				s.do(&model.SetEnd{ID: e.ID, Set: model.P("multiplicity", turned(e.End().Multiplicity))})
			}
		case 13:
			s.do(&model.SetClassifier{ID: class, Set: model.P("rowKey", pick(s.Source, []model.TableKey{"", model.NaturalKey, model.IdentityKey}))})
		}
	}
	return s.m
}

// turned is several where one was, and one at most where there were several.
func turned(m model.Multiplicity) string {
	if m.State == model.Decided && m.Upper != 1 {
		return "0..1"
	}
	return "*"
}

func idsOf(list []*model.Element) (out []model.ID) {
	for _, e := range list {
		out = append(out, e.ID)
	}
	return out
}
