package generate_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// What nobody named is told apart by what happens, in every language the same way.
func TestEndsThatNobodyNamed(t *testing.T) {
	for _, c := range []struct {
		name, of string
		lines    []string
		ends     []string
	}{
		{"one alone keeps the name of its type", "Ward", []string{"class Ward", "class Patient", "Ward holds 0..* Patient"}, []string{"Patient"}},
		{"of several all say what happens", "Ward", []string{"class Ward", "class Patient", "0..1 Ward holds 0..* Patient", "Ward finds 0..1 Patient", "Ward admits 0..* Patient"}, []string{"held Patient", "found Patient", "admitted Patient"}},
		{"from the other side", "Patient", []string{"class Ward", "class Patient", "0..1 Ward holds 0..* Patient", "Ward finds 0..1 Patient"}, []string{"holding Ward", "finding Ward"}},
		{"linked to itself", "Vet", []string{"class Vet", "0..* Vet supervises 0..* Vet"}, []string{"supervising Vet", "supervised Vet"}},
		{"passive", "Vet", []string{"class Vet", "0..* Vet is supervised by 0..* Vet"}, []string{"supervised Vet", "supervising Vet"}},
		{"a role counts", "Vet", []string{"class Vet", "0..* Vet as mentor supervises 0..* Vet as novice"}, []string{"mentor", "novice"}},
		{"what a general has", "Surgeon", []string{"class Vet", "class Surgeon", "class Patient", "Surgeon is a kind of Vet", "1 Vet treats 0..* Patient", "1 Surgeon operates 0..* Patient"}, []string{"operated Patient"}},
		{"an attribute", "Visit", []string{"class Visit", "  patient: Text", "class Patient", "Visit concerns 1 Patient"}, []string{"concerned Patient"}},
		{"no verb", "Ward", []string{"class Ward", "class Patient", "0..1 Ward holds 0..* Patient", "Ward has 0..1 Patient"}, []string{"Patient", "held Patient"}},
		{"the same verb twice", "Ward", []string{"class Ward", "class Patient", "0..1 Ward holds 0..* Patient", "Ward finds 0..1 Patient", "Ward finds 0..* Patient"}, []string{"Patient", "found Patient", "held Patient"}},
	} {
		p := generate.NewPlan(modeltest.Build(t, c.lines...))
		var ends []string
		for _, e := range typeNamed(t, p, c.of).Ends {
			ends = append(ends, e.Name)
		}
		slices.Sort(ends)
		slices.Sort(c.ends)
		require.Equal(t, c.ends, ends, c.name)
	}
}

// Conditions count what is there by the name of its type too, that of the end first.
func TestWhatConditionsCallAnEnd(t *testing.T) {
	ends := typeNamed(t, generate.NewPlan(modeltest.Build(t, "class Vet", "0..* Vet supervises 0..* Vet")), "Vet").Ends
	heard := map[string]string{}
	generate.Spoken(ends, func(i int, word string) {
		if heard[word] == "" {
			heard[word] = ends[i].Name
		}
	})
	require.Equal(t, "supervised Vet", heard["supervised Vets"])
	require.Equal(t, "supervising Vet", heard["supervising Vets"])
	require.Contains(t, []string{"supervised Vet", "supervising Vet"}, heard["Vets"])
	require.Contains(t, ends[0].Since(), `Vet.Vet of "supervises" is called `+ends[0].Name)
	require.Equal(t, model.Plural(ends[0].Name), ends[0].Plural())
}
