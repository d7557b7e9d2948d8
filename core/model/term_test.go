package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func TestTermsAreMade(t *testing.T) {
	m := apply(t, model.Empty("Lexicon"), &model.AddTerm{ID: "t", Name: "honey lot"})
	require.Equal(t, "honey lot", m.Term("t").Name)
	require.Empty(t, m.Faces("t"))
	refused(t, m, "in the lexicon already, as honey lot", &model.AddTerm{ID: "u", Name: "HoneyLots"})
	refused(t, m, "needs a name", &model.AddTerm{ID: "u", Name: "  "})
	refused(t, m, "is taken", &model.AddTerm{ID: "t", Name: "wax"})
	// What is made later under that name is a face of it, in whatever manner it is written.
	m = apply(t, m, &model.AddElement{ID: "c", Kind: model.Class, Name: "HoneyLot"}, &model.AddElement{ID: "s", Kind: model.Store, Name: "Honey lots"})
	require.Len(t, m.Faces("t"), 2)
}

// Two things of one name may be two terms; what was one term may be told apart.
func TestFacesAreToldApart(t *testing.T) {
	m := modeltest.Build(t, "class Status", "item status elementary")
	class, item := m.ClassifiersNamed("Status")[0], m.OfKind(model.DataItem)[0]
	require.Equal(t, class.Term, item.Term)
	m = apply(t, m, &model.SetFace{ID: item.ID})
	apart := m.Element(item.ID).Term
	require.NotEqual(t, class.Term, apart)
	require.Len(t, m.Faces(class.Term), 1)
	m = apply(t, m, &model.SetFace{ID: item.ID, Term: class.Term})
	require.Len(t, m.Faces(class.Term), 2)
	require.Nil(t, m.Term(apart), "a term without a face and without words goes")
	refused(t, m, "no element", &model.SetFace{ID: "nobody"})
	refused(t, modeltest.Build(t, "process Cooperative"), "no element", &model.SetFace{ID: modeltest.Build(t, "process Cooperative").OfKind(model.Process)[0].ID})
	_, _, _, err := model.Edit(m, []model.Change{&model.SetFace{ID: item.ID, Term: "nowhere"}})
	require.Error(t, err)
}

func TestTermsAreMerged(t *testing.T) {
	m := modeltest.Build(t, "class Beekeeper", "actor Member", "entity Supplier", "define Beekeeper: Keeps hives.")
	id := func(name string) model.ID { return m.TermsNamed(name)[0].ID }
	keeper, member := id("Beekeeper"), id("Member")
	m = apply(t, m, &model.SetTerm{ID: member, Set: model.P("aliases", []string{"associate", "beekeepers"}, "rejected", []string{"client"}, "definition", "Belongs to the cooperative.")},
		&model.SetTerm{ID: keeper, Set: model.P("rejected", []string{"client"})})
	merge := &model.MergeTerms{From: member, Into: keeper}
	require.Equal(t, []model.Key{{ID: member, Field: "definition"}, {ID: keeper, Field: "definition"}}, merge.Reads())
	next := apply(t, m, merge)
	require.Nil(t, next.Term(member))
	into := next.Term(keeper)
	require.Equal(t, []string{"Member", "associate"}, into.Aliases, "its own name is no alias of it")
	require.Equal(t, []string{"client"}, into.Rejected)
	require.Equal(t, "Keeps hives.", into.Definition, "its own definition stays")
	require.Len(t, next.Faces(keeper), 2)
	require.Equal(t, keeper, next.TermsNamed("members")[0].ID)

	other := apply(t, next, &model.MergeTerms{From: keeper, Into: id("Supplier")})
	require.Equal(t, "Keeps hives.", other.Term(id("Supplier")).Definition, "where there is none, that of the other is taken")
	require.Equal(t, []string{"Beekeeper", "Member", "associate"}, other.Term(id("Supplier")).Aliases)
	refused(t, m, "not merged with itself", &model.MergeTerms{From: keeper, Into: keeper})
	refused(t, m, "no term", &model.MergeTerms{From: "nowhere", Into: keeper})
	refused(t, m, "no term", &model.MergeTerms{From: keeper, Into: "nowhere"})
}

// Ports and what is offered at them come along when components are copied.
func TestCopiedComponentsKeepTheirOffers(t *testing.T) {
	m := modeltest.Build(t, "component Traceability", "component Label printer", "interface LotLookup", "Traceability at query provides LotLookup", `"Label printer" requires LotLookup`,
		`"Label printer" gets LotLookup from Traceability at query`, "components Traceability, Label printer, LotLookup")
	d := m.Diagrams()[0].ID
	var placed []model.ID
	for _, p := range m.PlacementsOn(d) {
		placed = append(placed, p.ID)
	}
	next := apply(t, m, model.CopyChanges(m, model.CopyRequest{From: d, Placements: placed, To: d, AsNew: true, DX: 400, Seed: "copy"})...)
	copies := 0
	for _, c := range next.OfKind(model.Component) {
		if m.Element(c.ID) != nil {
			continue
		}
		copies++
		for _, r := range next.RelationshipsOf(c.ID) {
			for _, id := range []model.ID{r.Source, r.Target} {
				require.Nil(t, m.Element(id), "%s leads to the copies", next.Describe(r.ID))
			}
			if r.Kind == model.Provides {
				port := next.Element(r.Offer().Port)
				require.Equal(t, c.ID, port.Owner)
				require.Equal(t, "query", port.Name)
			}
			if r.Kind == model.Assembly {
				require.Nil(t, m.Element(r.Connector().ToPort))
				require.Nil(t, m.Element(r.Connector().Interface), "the copy of the interface")
			}
		}
	}
	require.Equal(t, 2, copies)
}
