package dictionary_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Whatever was written: a dictionary that says it is still right says of every name what one
// that is made anew says, and it says so after changes that have nothing to do with data.
func TestACarriedDictionaryIsTheNewOne(t *testing.T) {
	words := []string{"lot", "lots", "mass", "Grade", "delivery note", "lot entry", "price", "Hive"}
	carried, changed, renewed := 0, 0, 0
	for seed := range 40 {
		random := rand.New(rand.NewPCG(uint64(seed), 11))
		word := func() string { return words[random.IntN(len(words))] }
		m := model.Empty("Data")
		edit := func(changes ...model.Change) (model.Delta, bool) {
			next, delta, _, err := model.Edit(m, changes)
			if err == nil {
				m = next
			}
			return delta, err == nil
		}
		edit(&model.AddElement{ID: "context", Kind: model.Process, Name: "System"}, &model.AddElement{ID: "out", Kind: model.Entity, Name: "Outside"},
			&model.AddElement{ID: "store", Kind: model.Store, Name: "Register", Set: model.P("contents", "{lot entry}")},
			&model.AddElement{ID: "item", Kind: model.DataItem, Name: "lot entry", Set: model.P("contents", "lot + mass")})
		d := dictionary.Of(m)
		for i := range 30 {
			id := model.ID(fmt.Sprint("x", i))
			var change model.Change
			switch random.IntN(8) {
			case 0:
				change = &model.AddElement{ID: id, Kind: model.Class, Name: word()}
			case 1:
				change = &model.SetName{ID: model.ID(fmt.Sprint("x", random.IntN(30))), Name: word()}
			case 2:
				change = &model.AddElement{ID: id, Kind: model.DataItem, Name: word(), Set: model.P("contents", word()+" + ("+word()+")")}
			case 3:
				change = &model.Connect{ID: id, Kind: model.DataFlow, Source: "out", Target: "context", Name: word()}
			case 4:
				change = &model.SetElement{ID: "store", Set: model.P("contents", word())}
			case 5:
				change = &model.Delete{ID: model.ID(fmt.Sprint("x", random.IntN(30)))}
			case 6:
				change = &model.AddElement{ID: id, Kind: model.Actor, Name: fmt.Sprint("Keeper ", i)}
			default:
				terms := m.IDs(model.TableTerms)
				change = &model.SetTerm{ID: terms[random.IntN(len(terms))], Set: model.P("aliases", []string{word()})}
			}
			delta, done := edit(change)
			if !done {
				continue
			}
			fresh := dictionary.Of(m)
			after, same := d.After(m, delta)
			switch {
			case same:
				carried++
				d = after
			default:
				again, _, sure := d.Renewed(m, delta)
				if !sure {
					changed++
					d = fresh
					continue
				}
				renewed++
				d = again
			}
			for _, w := range words {
				require.Equal(t, fresh.Key(w), d.Key(w), "seed %d, step %d: %s", seed, i, w)
				require.Equal(t, fresh.Items(w), d.Items(w), w)
				require.Equal(t, fresh.Ranges(w), d.Ranges(w), w)
				require.Equal(t, fresh.IsDefined(w), d.IsDefined(w), w)
				require.Equal(t, fresh.NameOf(fresh.Key(w)), d.NameOf(d.Key(w)), w)
			}
		}
	}
	require.Greater(t, carried, 100, "it is made anew for nothing")
	require.Greater(t, changed, 20)
	require.Greater(t, renewed, 100)
}
