package rework_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
	"lexeon/core/rework"
)

var kinds = []rework.Kind{rework.AttributeToClass, rework.AttributeToAssociation, rework.AssociationToAttribute, rework.ClassToAttribute, rework.Merge, rework.Split,
	rework.PullUp, rework.PushDown, rework.ExtractInterface, rework.AddOperations, rework.Reverse, rework.ChangeKind, rework.ManyToMany, rework.AddEnd}

var forms = []rework.Form{rework.ToAssociation, rework.ToShared, rework.ToComposite, rework.ToGeneralization, rework.ToRealization, rework.ToUsage, rework.ToDependency, rework.ToInclude, rework.ToExtend, rework.ToProvides, rework.ToRequires}

// requests lists everything that could be asked of a model.
func requests(m *model.Model) []rework.Request {
	var out []rework.Request
	add := func(r rework.Request) {
		r.Seed = fmt.Sprint(len(out))
		out = append(out, r)
	}
	all := m.Classifiers()
	for i, c := range all {
		var features []model.ID
		for _, e := range m.Children(c.ID, model.Attribute, model.Operation) {
			if features = append(features, e.ID); e.Kind == model.Attribute {
				add(rework.Request{Kind: rework.AttributeToClass, Subject: e.ID})
				add(rework.Request{Kind: rework.AttributeToAssociation, Subject: e.ID})
			}
		}
		other := all[(i*7+3)%len(all)].ID
		add(rework.Request{Kind: rework.ClassToAttribute, Subject: c.ID})
		add(rework.Request{Kind: rework.AddOperations, Subject: c.ID})
		add(rework.Request{Kind: rework.Merge, Subject: c.ID, With: other})
		if len(features) > 0 {
			some := features[:1+len(features)/2]
			add(rework.Request{Kind: rework.Split, Subject: c.ID, Features: some, Name: "SplitOff"})
			add(rework.Request{Kind: rework.PushDown, Subject: c.ID, Features: some})
			add(rework.Request{Kind: rework.PullUp, Subject: c.ID, Features: some})
			for _, f := range features {
				add(rework.Request{Kind: rework.ExtractInterface, Subject: c.ID, Features: []model.ID{f}, Name: "Extracted"})
			}
		}
	}
	for i, r := range m.Relationships() {
		add(rework.Request{Kind: rework.Reverse, Subject: r.ID})
		add(rework.Request{Kind: rework.ChangeKind, Subject: r.ID, To: forms[i%len(forms)]})
		add(rework.Request{Kind: rework.ManyToMany, Subject: r.ID, Name: "Between"})
		add(rework.Request{Kind: rework.AssociationToAttribute, Subject: r.ID})
		add(rework.Request{Kind: rework.AddEnd, Subject: r.ID, With: all[i%len(all)].ID})
	}
	return out
}

// told is everything a model says of classes, line by line; written apart from
// Preview, to be held against it.
func told(m *model.Model) map[string]int {
	out := map[string]int{}
	name := func(id model.ID) string {
		if e := m.Element(id); e != nil && strings.TrimSpace(e.Name) != "" {
			return e.Name
		}
		return "(unnamed)"
	}
	for _, e := range m.Classifiers() {
		head := string(e.Kind.Title()) + " " + name(e.ID)
		if e.Classifier().Abstract {
			head = "abstract " + head
		}
		if len(e.Stereotypes) > 0 {
			head += " «" + strings.Join(e.Stereotypes, ", ") + "»"
		}
		out[head]++
		ctx := notation.ContextOf(m, e)
		for _, p := range m.Children(e.ID) {
			if p.Kind != model.GeneralizationSet {
				out[name(e.ID)+": "+strings.TrimSpace(notation.PrintFeature(ctx, notation.FeatureOf(m, p), notation.Typed))]++
			}
		}
	}
	verbs := map[model.Kind]string{model.Generalization: "is a kind of", model.Realization: "realizes", model.Usage: "uses", model.Dependency: "depends on",
		model.Include: "includes", model.Extend: "extends", model.Provides: "provides", model.Requires: "requires"}
	for kind, verb := range verbs {
		for _, r := range m.Relationships(kind) {
			text := name(r.Source) + " " + verb + " " + name(r.Target)
			if r.Name != "" {
				text += " as " + r.Name
			}
			out[text]++
		}
	}
	for _, r := range m.Relationships(model.Association) {
		ends := m.Ends(r.ID)
		a := r.Association()
		if len(ends) == 2 && ends[1].ID == a.Whole {
			slices.Reverse(ends)
		}
		verb := map[model.Aggregation]string{model.Composite: "is made of", model.Shared: "brings together"}[a.Aggregation]
		switch {
		case verb != "" && r.Name != "":
			verb += " (" + r.Name + ")"
		case verb == "" && r.Name != "":
			verb = r.Name
		case verb == "":
			verb = "–"
		}
		var sides []string
		for _, e := range ends {
			side := strings.TrimSpace(e.End().Multiplicity.String() + " " + name(e.Type))
			if e.Name != "" {
				side += " as " + e.Name
			}
			sides = append(sides, side)
		}
		text := sides[0] + " " + verb + " " + strings.Join(sides[1:], ", ")
		if r.Class != "" {
			text += " through " + name(r.Class)
		}
		out[text]++
	}
	return out
}

// Property: a rework keeps the model sound, its inverse restores it exactly, and
// what the preview says is what happens.
func TestReworks(t *testing.T) {
	done := map[rework.Kind]int{}
	for seed := range uint64(110) {
		m := modeltest.Model(seed, 200)
		for i, req := range requests(m) {
			rare := req.Kind == rework.ClassToAttribute || req.Kind == rework.AttributeToAssociation || req.Kind == rework.PullUp
			if !rare && i%3 != int(seed%3) { // a third of all, another one for each model
				continue
			}
			result, err := rework.Changes(m, req)
			if err != nil {
				require.NotEmpty(t, err.Error())
				continue
			}
			what := fmt.Sprintf("seed %d: %+v", seed, req)
			next, delta, inverse, err := model.Edit(m, result.Changes)
			require.NoError(t, err, what)
			require.NotEmpty(t, delta, what)
			_, faults := model.FromRowsAll(next.Rows())
			require.Empty(t, faults, what)
			back, _, _, err := model.Edit(next, inverse)
			require.NoError(t, err, what)
			require.True(t, back.Equal(m), what)
			was, is := told(m), told(next)
			for _, l := range rework.Preview(m, next, delta) {
				text := l.Text
				if l.Of != "" {
					text = l.Of + ": " + l.Text
				}
				if l.Added {
					was[text]++
				} else {
					was[text]--
				}
			}
			for text, n := range was { // what is not there stands as 0
				if n == 0 {
					delete(was, text)
				}
			}
			require.Equal(t, is, was, what)
			for _, s := range result.Shown {
				require.NotNil(t, next.Row(s.ID), what)
			}
			done[req.Kind]++
		}
	}
	for _, k := range kinds {
		require.Greater(t, done[k], 2, "%s was hardly ever possible: %v", k, done)
	}
}

// A rework that is asked again with the same seed makes the same.
func TestReworksAreDeterministic(t *testing.T) {
	m := modeltest.Model(5, 200)
	for _, req := range requests(m) {
		a, errA := rework.Changes(m, req)
		b, errB := rework.Changes(m, req)
		require.Equal(t, errA, errB)
		require.Equal(t, model.EncodeChanges(a.Changes), model.EncodeChanges(b.Changes))
	}
}

func only(t *testing.T, m *model.Model, name string) *model.Element {
	t.Helper()
	found := m.ClassifiersNamed(name)
	require.Len(t, found, 1, name)
	return found[0]
}

func part(t *testing.T, m *model.Model, class, name string) *model.Element {
	t.Helper()
	for _, p := range m.Children(only(t, m, class).ID) {
		if p.Name == name {
			return p
		}
	}
	require.Fail(t, "there is no such part", "%s.%s", class, name)
	return nil
}

func reworked(t *testing.T, m *model.Model, req rework.Request) *model.Model {
	t.Helper()
	result, err := rework.Changes(m, req)
	require.NoError(t, err)
	next, _, _, err := model.Edit(m, result.Changes)
	require.NoError(t, err)
	return next
}

func features(m *model.Model, e *model.Element) []string {
	return strings.FieldsFunc(notation.FeatureText(m, e), func(r rune) bool { return r == '\n' })
}

func statements(m *model.Model) []string {
	var out []string
	for _, r := range m.Relationships(model.Association, model.Generalization, model.Realization, model.Usage, model.Dependency) {
		text, _ := notation.StatementText(m, r)
		out = append(out, text)
	}
	slices.Sort(out)
	return out
}

func TestAttributeToClassKeepsTheAttribute(t *testing.T) {
	m := modeltest.Build(t, "class HoneyLot", "  - keepers: String [1..*] {ordered}", "sentence Lots have keepers.")
	keepers := part(t, m, "HoneyLot", "keepers")
	m, _, _, err := model.Edit(m, []model.Change{&model.Connect{ID: "t", Kind: model.Trace, Source: keepers.ID, Target: m.Elements(model.Sentence)[0].ID}, &model.SetPart{ID: keepers.ID, Set: model.P("definition", "Who looked after it.")}})
	require.NoError(t, err)
	m = reworked(t, m, rework.Request{Kind: rework.AttributeToClass, Subject: keepers.ID, Seed: "x"})
	require.Equal(t, []string{`? HoneyLot -- 1..* Keeper as keepers {ordered, navigable}`}, statements(m))
	require.Equal(t, []string{"- name: String"}, features(m, only(t, m, "Keeper")))
	require.Empty(t, features(m, only(t, m, "HoneyLot")))
	require.Equal(t, keepers.ID, part(t, m, "Keeper", "name").ID, "it is the same attribute")
	require.Equal(t, "Who looked after it.", part(t, m, "Keeper", "name").Definition)
	require.Len(t, m.TracesOf(keepers.ID), 1)
}

func TestAttributeAndAssociation(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "class Beekeeper", "  - favourite: Hive [0..1]", "sentence Everybody likes one hive.")
	a := part(t, m, "Beekeeper", "favourite")
	m, _, _, err := model.Edit(m, []model.Change{&model.Connect{ID: "t", Kind: model.Trace, Source: a.ID, Target: m.Elements(model.Sentence)[0].ID}})
	require.NoError(t, err)
	m = reworked(t, m, rework.Request{Kind: rework.AttributeToAssociation, Subject: a.ID, Seed: "x"})
	require.Equal(t, []string{"? Beekeeper -- 0..1 Hive as favourite {navigable}"}, statements(m))
	line := m.Relationships(model.Association)[0]
	require.Len(t, m.TracesOf(line.ID), 1, "the trace follows")
	m = reworked(t, m, rework.Request{Kind: rework.AssociationToAttribute, Subject: line.ID, Seed: "y"})
	require.Equal(t, []string{"- favourite: Hive [0..1]"}, features(m, only(t, m, "Beekeeper")))
	require.Len(t, m.TracesOf(part(t, m, "Beekeeper", "favourite").ID), 1, "and comes back")
}

func TestMergeTakesEverythingAlong(t *testing.T) {
	m := modeltest.Build(t, "class Lot", "  - mass: Decimal", "class HoneyLot", "  - mass: Decimal", "  - moisture: Decimal", "class Item", "class Blend", "  - best: HoneyLot",
		"HoneyLot is a kind of Item", "Lot is a kind of Item", "Blend brings together 2..* HoneyLot", "Lot \"comes from\" 1 HoneyLot", "sentence Lots of honey.")
	a, b := only(t, m, "Lot"), only(t, m, "HoneyLot")
	m, _, _, err := model.Edit(m, []model.Change{
		&model.Connect{ID: "t", Kind: model.Trace, Source: b.ID, Target: m.Elements(model.Sentence)[0].ID}, &model.SetDefinition{ID: b.ID, Text: "Honey of one delivery."},
		&model.AddDiagram{ID: "d1", Kind: model.ClassDiagram, Name: "One"}, &model.AddDiagram{ID: "d2", Kind: model.ClassDiagram, Name: "Two"},
		&model.Place{ID: "p1", Diagram: "d1", Subject: b.ID, X: 300, Y: 200}, &model.Place{ID: "p2", Diagram: "d2", Subject: b.ID, X: 10, Y: 20}, &model.Place{ID: "p3", Diagram: "d2", Subject: a.ID, X: 500, Y: 20},
	})
	require.NoError(t, err)
	m = reworked(t, m, rework.Request{Kind: rework.Merge, Subject: a.ID, With: b.ID, Seed: "x"})
	require.Equal(t, []string{"- mass: Decimal", "- moisture: Decimal"}, features(m, only(t, m, "Lot")))
	require.Equal(t, []string{"Blend brings together 2..* Lot", "Lot is a kind of Item"}, statements(m), "what was between the two is gone, what both said stands once")
	require.Equal(t, a.ID, part(t, m, "Blend", "best").Type)
	require.Len(t, m.TracesOf(a.ID), 1)
	require.Equal(t, a.ID, m.Placement("p1").Subject, "where only the other was shown it stands in its place")
	require.Nil(t, m.Placement("p2"))
	require.Empty(t, m.ClassifiersNamed("HoneyLot"))
	require.Equal(t, "Honey of one delivery.", m.Definition(only(t, m, "Lot")))
	require.Len(t, m.ClassifiersByTerm("honey lots"), 1, "the other word is an alias")

	differ := modeltest.Build(t, "class A", "  - mass: Decimal", "class B", "  - mass: Integer")
	_, err = rework.Changes(differ, rework.Request{Kind: rework.Merge, Subject: only(t, differ, "A").ID, With: only(t, differ, "B").ID})
	require.ErrorContains(t, err, "A has mass too, and they differ. Rename one of them first.")

	both := modeltest.Build(t, "class A", "class B", "define A: What comes in.", "define B: What goes out.")
	both = reworked(t, both, rework.Request{Kind: rework.Merge, Subject: only(t, both, "A").ID, With: only(t, both, "B").ID, Seed: "x"})
	require.Equal(t, "What comes in.\nWhat goes out.", both.Definition(only(t, both, "A")), "neither definition is lost")

	defined := modeltest.Build(t, "class A", "  - mass: Decimal", "class B", "  - mass: Decimal", "enumeration C")
	defined, _, _, err = model.Edit(defined, []model.Change{&model.SetPart{ID: part(t, defined, "A", "mass").ID, Set: model.P("definition", "With the jar.")}, &model.SetPart{ID: part(t, defined, "B", "mass").ID, Set: model.P("definition", "Without it.")}})
	require.NoError(t, err)
	_, err = rework.Changes(defined, rework.Request{Kind: rework.Merge, Subject: only(t, defined, "A").ID, With: only(t, defined, "B").ID})
	require.ErrorContains(t, err, "A has mass too, and it is defined differently", "no definition is lost")
	_, err = rework.Changes(defined, rework.Request{Kind: rework.Merge, Subject: only(t, defined, "A").ID, With: only(t, defined, "C").ID})
	require.ErrorContains(t, err, "Only two of a kind can be merged: class A and enumeration C are not.")
}

func TestSplitPullPushExtract(t *testing.T) {
	m := modeltest.Build(t, "class Item", "class Lot", "  - mass: Decimal", "  - street: String", "  - town: String", "  + weigh(unit: String): Decimal", "class Batch", "  # mass: Decimal", "  - mass2: Decimal", "class Tin",
		"Lot is a kind of Item", "Batch is a kind of Item", "Tin is a kind of Item")
	lot, item := only(t, m, "Lot"), only(t, m, "Item")
	split := reworked(t, m, rework.Request{Kind: rework.Split, Subject: lot.ID, Features: []model.ID{part(t, m, "Lot", "street").ID, part(t, m, "Lot", "town").ID}, Name: "Address", Seed: "x"})
	require.Equal(t, []string{"- street: String", "- town: String"}, features(split, only(t, split, "Address")))
	require.Contains(t, statements(split), "1 Lot is made of 1 Address as address")

	up := reworked(t, m, rework.Request{Kind: rework.PullUp, Subject: lot.ID, Features: []model.ID{part(t, m, "Lot", "mass").ID}, Seed: "x"})
	require.Equal(t, []string{"# mass: Decimal"}, features(up, only(t, up, "Item")), "a private one would be lost to its own class")
	require.Equal(t, []string{"- mass2: Decimal"}, features(up, only(t, up, "Batch")), "who says the same inherits it")
	require.Equal(t, part(t, m, "Lot", "mass").ID, part(t, up, "Item", "mass").ID)

	told, _, _, err := model.Edit(m, []model.Change{&model.SetPart{ID: part(t, m, "Batch", "mass").ID, Set: model.P("definition", "With the jars.")}})
	require.NoError(t, err)
	told = reworked(t, told, rework.Request{Kind: rework.PullUp, Subject: lot.ID, Features: []model.ID{part(t, told, "Lot", "mass").ID}, Seed: "x"})
	require.Contains(t, features(told, only(t, told, "Batch")), "# mass: Decimal", "what is defined otherwise there stays there")

	down := reworked(t, up, rework.Request{Kind: rework.PushDown, Subject: item.ID, Features: []model.ID{part(t, up, "Item", "mass").ID}, Seed: "x"})
	for _, name := range []string{"Lot", "Batch", "Tin"} {
		require.Contains(t, features(down, only(t, down, name)), "# mass: Decimal")
	}
	require.Empty(t, features(down, only(t, down, "Item")))

	iface := reworked(t, m, rework.Request{Kind: rework.ExtractInterface, Subject: lot.ID, Features: []model.ID{part(t, m, "Lot", "weigh").ID}, Name: "Weighed", Seed: "x"})
	require.Equal(t, []string{"+ weigh(unit: String): Decimal"}, features(iface, only(t, iface, "Weighed")))
	require.Contains(t, statements(iface), "Lot realizes Weighed")
	require.Contains(t, features(iface, only(t, iface, "Lot")), "+ weigh(unit: String): Decimal", "the class keeps it")
	_, err = rework.Changes(m, rework.Request{Kind: rework.ExtractInterface, Subject: lot.ID, Features: []model.ID{part(t, m, "Lot", "mass").ID}, Name: "Weighed"})
	require.ErrorContains(t, err, "mass cannot be asked of an object by an interface")
}

func TestAddOperations(t *testing.T) {
	m := modeltest.Build(t, "interface Source", "  + read(at: Instant): Decimal", "class Item", "  + trace(): Item {abstract}", "option abstract: Item", "class Gauge", "Gauge realizes Source", "Gauge is a kind of Item")
	m = reworked(t, m, rework.Request{Kind: rework.AddOperations, Subject: only(t, m, "Gauge").ID, Seed: "x"})
	require.Equal(t, []string{"+ read(at: Instant): Decimal", "+ trace(): Item"}, features(m, only(t, m, "Gauge")))
	_, err := rework.Changes(m, rework.Request{Kind: rework.AddOperations, Subject: only(t, m, "Gauge").ID, Seed: "y"})
	require.ErrorContains(t, err, "offers everything that is asked of it")
}

func TestManyToMany(t *testing.T) {
	m := modeltest.Build(t, "1..* Blend uses_up 2..* HoneyLot as source")
	m = reworked(t, m, rework.Request{Kind: rework.ManyToMany, Subject: m.Relationships(model.Association)[0].ID, Name: "Share", Seed: "x"})
	require.Equal(t, []string{"1 Blend uses_up 2..* Share", "1..* Share -- 1 HoneyLot as source"}, statements(m))
	through := modeltest.Build(t, "class Share", "  - mass: Decimal", "0..* Blend uses_up 2..* HoneyLot through Share")
	through = reworked(t, through, rework.Request{Kind: rework.ManyToMany, Subject: through.Relationships(model.Association)[0].ID, Seed: "x"})
	require.Equal(t, []string{`0..* Share "is for" 1 HoneyLot`, "1 Blend uses_up 2..* Share"}, statements(through), "the association class is the class between")
	one := modeltest.Build(t, "1 Blend uses_up 2..* HoneyLot")
	_, err := rework.Changes(one, rework.Request{Kind: rework.ManyToMany, Subject: one.Relationships(model.Association)[0].ID})
	require.ErrorContains(t, err, "many at both ends")
}

func TestChangeKind(t *testing.T) {
	m := modeltest.Build(t, "1 Apiary as home keeps 1..* Hive", "sentence Hives.")
	line := m.Relationships(model.Association)[0]
	m, _, _, err := model.Edit(m, []model.Change{
		&model.Connect{ID: "t", Kind: model.Trace, Traced: line.ID, Target: m.Elements(model.Sentence)[0].ID}, &model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "One"},
		&model.Place{ID: "p1", Diagram: "d", Subject: only(t, m, "Apiary").ID}, &model.Place{ID: "p2", Diagram: "d", Subject: only(t, m, "Hive").ID, X: 300}, &model.Place{ID: "p3", Diagram: "d", Subject: line.ID},
	})
	require.NoError(t, err)
	for _, step := range []struct {
		to   rework.Form
		want string
	}{
		{rework.ToComposite, "1 Apiary as home is made of 1..* Hive named keeps"},
		{rework.ToShared, "1 Apiary as home brings together 1..* Hive named keeps"},
		{rework.ToGeneralization, "Apiary is a kind of Hive"},
		{rework.ToUsage, "Apiary uses Hive"},
		{rework.ToDependency, "Apiary depends on Hive"},
		{rework.ToComposite, "Apiary is made of Hive"},
		{rework.ToAssociation, "Apiary -- Hive"},
	} {
		m = reworked(t, m, rework.Request{Kind: rework.ChangeKind, Subject: line.ID, To: step.to, Seed: string(step.to)})
		require.Equal(t, []string{step.want}, statements(m))
		require.Len(t, m.TracesOf(line.ID), 1, step.to)
		require.NotNil(t, m.Placement("p3"), step.to)
	}
	_, err = rework.Changes(m, rework.Request{Kind: rework.ChangeKind, Subject: line.ID, To: rework.ToRealization})
	require.ErrorContains(t, err, "cannot be in that relation")
	m = reworked(t, m, rework.Request{Kind: rework.Reverse, Subject: line.ID, Seed: "r"})
	require.Equal(t, []string{"Hive -- Apiary"}, statements(m))
}

// Whatever a relationship can be between two elements it can become from whatever it is, in one
// step that anybody may send, and back by undo.
func TestEveryLegalChangeOfKind(t *testing.T) {
	kinds := map[string]int{}
	for _, between := range []struct {
		lines []string
		forms []rework.Form
	}{
		{[]string{"class Apiary", "class Hive", "1 Apiary as home keeps 1..* Hive"}, []rework.Form{rework.ToAssociation, rework.ToComposite, rework.ToShared, rework.ToGeneralization, rework.ToUsage, rework.ToDependency}},
		{[]string{"class Apiary", "interface Housed", "Apiary realizes Housed"}, []rework.Form{rework.ToAssociation, rework.ToComposite, rework.ToShared, rework.ToRealization, rework.ToUsage, rework.ToDependency}},
		{[]string{"case Trace", "case Identify", "Trace includes Identify"}, []rework.Form{rework.ToGeneralization, rework.ToInclude, rework.ToExtend}},
		{[]string{"component Tracing", "interface Lookup", "Tracing provides Lookup"}, []rework.Form{rework.ToProvides, rework.ToRequires}},
	} {
		m := modeltest.Build(t, append(between.lines, "sentence It is said.")...)
		all := slices.DeleteFunc(m.Relationships(), func(r *model.Relationship) bool { return rework.FormOf(r) == "" })
		require.Len(t, all, 1)
		m, _, _, err := model.Edit(m, []model.Change{&model.Connect{ID: "t", Kind: model.Trace, Traced: all[0].ID, Target: m.Elements(model.Sentence)[0].ID}})
		require.NoError(t, err)
		for _, from := range between.forms {
			start := m
			if line := start.Relationship(all[0].ID); rework.FormOf(line) != from {
				start = become(t, start, line, from)
			}
			for _, to := range between.forms {
				if from == to {
					continue
				}
				become(t, start, start.Relationship(all[0].ID), to)
				kinds[string(from)+" to "+string(to)]++
			}
		}
	}
	require.Len(t, kinds, 30+10+6+2) // each pair once: between classes, with an interface, of use cases, of a component
}

// become takes what the choice of a form says, and holds it to its word.
func become(t *testing.T, m *model.Model, r *model.Relationship, to rework.Form) *model.Model {
	t.Helper()
	choices := rework.KindsOf(m, r)
	at := slices.IndexFunc(choices, func(c rework.KindChoice) bool { return c.Form == to })
	require.GreaterOrEqual(t, at, 0, "%s cannot become %s", rework.FormOf(r), to)
	for _, c := range choices[at].Changes {
		require.NotEqual(t, "restore", model.TypeOf(c), "only undo restores")
	}
	next, _, inverse, err := model.Edit(m, choices[at].Changes)
	require.NoError(t, err)
	require.Equal(t, to, rework.FormOf(next.Relationship(r.ID)))
	require.Len(t, next.TracesOf(r.ID), 1)
	back, _, _, err := model.Edit(next, inverse)
	require.NoError(t, err)
	require.True(t, back.Equal(m))
	return next
}

func TestClassToAttribute(t *testing.T) {
	m := modeltest.Build(t, "class Lot", "class Source", "  - name: String", "class Blend", "0..* Lot -- 1 Source as flower", "0..* Blend \"smells of\" 0..* Source")
	m = reworked(t, m, rework.Request{Kind: rework.ClassToAttribute, Subject: only(t, m, "Source").ID, Seed: "x"})
	require.Equal(t, []string{"flower: String"}, features(m, only(t, m, "Lot")))
	require.Equal(t, []string{"source: String [0..*]"}, features(m, only(t, m, "Blend")))
	require.Empty(t, m.ClassifiersNamed("Source"))
	rich := modeltest.Build(t, "class Lot", "class Source", "  - name: String", "  - code: String", "Lot -- 1 Source")
	_, err := rework.Changes(rich, rework.Request{Kind: rework.ClassToAttribute, Subject: only(t, rich, "Source").ID})
	require.ErrorContains(t, err, "more than one attribute")
}

func TestReworksAreRefusedClearly(t *testing.T) {
	m := modeltest.Build(t, "class Lot", "  - mass: Decimal = 0", "class Hive")
	for _, c := range []struct {
		req  rework.Request
		want string
	}{
		{rework.Request{Kind: "other", Subject: "x"}, "is no kind of rework"},
		{rework.Request{Kind: rework.Merge, Subject: "x", With: "y"}, "There is no such class"},
		{rework.Request{Kind: rework.Merge, Subject: only(t, m, "Lot").ID, With: only(t, m, "Lot").ID}, "cannot be merged with itself"},
		{rework.Request{Kind: rework.Split, Subject: only(t, m, "Lot").ID}, "needs a name"},
		{rework.Request{Kind: rework.Split, Subject: only(t, m, "Lot").ID, Name: "Hive"}, "Hive is there already"},
		{rework.Request{Kind: rework.Split, Subject: only(t, m, "Lot").ID, Name: "X"}, "Choose the attributes"},
		{rework.Request{Kind: rework.AttributeToAssociation, Subject: part(t, m, "Lot", "mass").ID}, "is no classifier"},
		{rework.Request{Kind: rework.AttributeToClass, Subject: part(t, m, "Lot", "mass").ID}, "has a default value"},
		{rework.Request{Kind: rework.PullUp, Subject: only(t, m, "Lot").ID, With: only(t, m, "Hive").ID}, "is no kind of that class"},
		{rework.Request{Kind: rework.PushDown, Subject: only(t, m, "Lot").ID}, "Nothing is a kind of Lot"},
		{rework.Request{Kind: rework.ManyToMany, Subject: "x"}, "no such association"},
		{rework.Request{Kind: rework.ChangeKind, Subject: "x"}, "no such relation"},
	} {
		_, err := rework.Changes(m, c.req)
		require.ErrorContains(t, err, c.want, c.req.Kind)
	}
}
