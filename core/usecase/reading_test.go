package usecase_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
)

// Property: a reading that was brought on reads every step as a new one does, and names every
// use case that it reads otherwise than before.
func TestACarriedReadingIsTheNewOne(t *testing.T) {
	words := []string{"lot", "Lots", "honey lot", "clerk", "Night clerk", "system", "berth file", "§", "clerks"}
	otherwise := 0
	for seed := range 30 {
		random := rand.New(rand.NewPCG(uint64(seed), 5))
		word := func() string { return words[random.IntN(len(words))] }
		m := modeltest.Build(t, "actor Clerk", "case Register lot", "steps Register lot: Clerk brings the honey lot; System files the § lot; 1a the clerks are gone; ends with failure",
			"case Trace lot", "steps Trace lot: The night clerk asks; System shows the berth file")
		r := usecase.ReadingOf(m)
		read := func(r *usecase.Reading, m *model.Model, u model.ID) string {
			out := ""
			for _, s := range usecase.Of(m, u).All() {
				who := r.DoerOf(s.Step().Text)
				out += fmt.Sprint(who.Actor != nil, who.System, who.Words, r.Marks(s.Step().Text), r.ActionMarks(s.Step().Text))
			}
			for _, a := range usecase.Of(m, u).Alternatives {
				out += fmt.Sprint(r.Marks(a.Name))
			}
			return out
		}
		for i := range 25 {
			id := model.ID(fmt.Sprint("x", i))
			var change model.Change
			switch random.IntN(6) {
			case 0:
				change = &model.AddElement{ID: id, Kind: []model.Kind{model.Class, model.Actor, model.Store, model.Subject}[random.IntN(4)], Name: word()}
			case 1:
				change = &model.SetName{ID: model.ID(fmt.Sprint("x", random.IntN(25))), Name: word()}
			case 2:
				change = &model.Delete{ID: model.ID(fmt.Sprint("x", random.IntN(25)))}
			case 3:
				steps := m.OfKind(model.Step)
				if len(steps) == 0 {
					steps = m.Elements(model.Step)
				}
				change = &model.SetPart{ID: steps[random.IntN(len(steps))].ID, Set: model.P("text", word()+" registers the "+word())}
			case 4:
				change = &model.SetProject{Set: model.P("name", word())}
			default:
				terms := m.IDs(model.TableTerms)
				change = &model.SetTerm{ID: terms[random.IntN(len(terms))], Set: model.P("aliases", []string{word()})}
			}
			next, delta, _, err := model.Edit(m, []model.Change{change})
			if err != nil {
				continue
			}
			after, changed := r.After(next, delta)
			fresh := usecase.ReadingOf(next)
			for _, u := range next.OfKind(model.UseCase) {
				require.Equal(t, read(fresh, next, u.ID), read(after, next, u.ID), "seed %d, change %d", seed, i)
				if read(r, m, u.ID) != read(after, next, u.ID) {
					require.True(t, changed[u.ID], "seed %d, change %d: %s", seed, i, model.EncodeChanges([]model.Change{change}))
					otherwise++
				}
			}
			m, r = next, after
		}
	}
	require.Greater(t, otherwise, 50)
}
