package notation_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

// Whatever people type, the reader of sentences answers.
func TestWordSoupIsRead(t *testing.T) {
	m := modeltest.Build(t, "class Ship", "class Berth", "entity Pilot", "process Office", "store Berth file", "actor Clerk", "case Book room", "component Shop", "Pilot sends plan to Office", "Ship uses Berth", "Berth is made of 1..* Ship", "Ship is a kind of Berth in sort {disjoint}")
	words := strings.Fields(`a an the each every no one two 3 12 , , . ; : and or but either is are was be has have must may can not consists of made part kind
		who which that it they he she there ship ships berth pilot office clerk "" "x y" ( ) * ? .. -- < ~ [ ] { } @ :: in on at to from with for by up out
		sends gives book books booking paid pay lists named through when if as well only more than least most between attributes attribute I want so time day
		optional unique optionally (unique) (optional) kg metres per (open closed) number weight colour another either week open closed red blue state state: Größe 船 ' " -`)
	scopes := []notation.Scope{{}, {Flows: true}, {Cases: true}, {Components: true}}
	rnd := rand.New(rand.NewPCG(7, 11))
	var context notation.Mentioned
	for range 6000 {
		var text []string
		for range 1 + rnd.IntN(14) {
			text = append(text, words[rnd.IntN(len(words))])
		}
		sentence := strings.Join(text, " ")
		scope := scopes[rnd.IntN(len(scopes))]
		ways, err := notation.Understand(m, sentence, scope)
		if err == nil && len(ways) == 0 {
			t.Fatalf("%q: neither a reading nor a reason", sentence)
		}
		for _, w := range ways {
			w.Texts(m)
			w.New()
			w.Near(m)
			draft := m
			for i, c := range w.Clauses {
				c = c.Settled(draft)
				c.Text(draft)
				if next, _, _, err := model.Edit(draft, c.ChangesOf(draft, fmt.Sprint(i)).Changes); err == nil {
					draft = next
				}
			}
		}
		notation.ReadClauses(m, sentence, scope)
		notation.Deeds(m, sentence, &context)
	}
}
