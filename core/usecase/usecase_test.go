package usecase_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"lexeon/core/brief/reading"

	"github.com/stretchr/testify/require"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/usecase"
)

func apply(t testing.TB, m *model.Model, changes ...model.Change) *model.Model {
	t.Helper()
	next, delta, inverse, err := model.Edit(m, changes)
	require.NoError(t, err)
	back, _, _, err := model.Edit(next, inverse)
	require.NoError(t, err)
	require.True(t, modeltest.LedBack(m, back, delta), "the inverse leads back")
	return next
}

func told(t testing.TB, m *model.Model, text, seed string) *model.Model {
	t.Helper()
	changes, err := usecase.EditChanges(m, "u", text, seed)
	require.NoError(t, err)
	return apply(t, m, changes...)
}

func intake(t testing.TB) *model.Model {
	return apply(t, model.Empty("Cooperative"), &model.AddElement{ID: "u", Kind: model.UseCase, Name: "Register delivery"}, &model.AddElement{ID: "identify", Kind: model.UseCase, Name: "Identify lots"},
		&model.AddElement{ID: "keeper", Kind: model.Actor, Name: "Beekeeper"}, &model.AddElement{ID: "clerk", Kind: model.Actor, Name: "Intake clerk"})
}

const delivery = `1 Beekeeper hands over the delivery note
2 include Identify lots
3 Intake clerk weighs the lot
4 System writes the lot entry
1a The delivery note is missing
  1a1 Intake clerk writes one
  goes on at 2
2-3a The scales fail
  ends with failure
*a Beekeeper gives up
  *a1 System forgets the lot
`

func text(m *model.Model) string { return usecase.Text(m, usecase.Of(m, "u")) }

func TestAFlowIsTypedAndPrinted(t *testing.T) {
	m := told(t, intake(t), delivery, "s")
	require.Equal(t, delivery, text(m))
	f := usecase.Of(m, "u")
	require.Len(t, f.Steps, 4)
	require.Equal(t, model.ID("identify"), f.Steps[1].Step().Includes)
	includes := m.Relationships(model.Include)
	require.Len(t, includes, 1, "the step is a relation")
	require.Equal(t, model.ID("identify"), includes[0].Target)
	again, err := usecase.EditChanges(m, "u", delivery, "again")
	require.NoError(t, err)
	require.Empty(t, again)
	// What a step includes keeps its name when that is renamed.
	m = apply(t, m, &model.SetName{ID: "identify", Name: "Look up lots"})
	require.Contains(t, text(m), "2 include Look up lots\n")
	// Without it the text stays.
	m = apply(t, m, &model.Delete{ID: "identify"})
	require.Contains(t, text(m), "2 include Identify lots\n")
}

func TestTypingIsForgiving(t *testing.T) {
	m := told(t, intake(t), "Beekeeper hands over the note\n\n2. Clerk weighs\n3) done\n3a: It is wet\nClerk dries it\n 2. and weighs again\n  Continue at step 2.\n* b Fire\nends in failure", "s")
	require.Equal(t, `1 Beekeeper hands over the note
2 Clerk weighs
3 done
3a It is wet
  3a1 Clerk dries it
  3a2 and weighs again
  goes on at 2
*a Fire
  ends with failure
`, text(m))
}

func TestReorderedStepsKeepTheirAlternatives(t *testing.T) {
	m := told(t, intake(t), delivery, "s")
	steps := usecase.Of(m, "u").Steps
	m = apply(t, m, &model.MovePart{ID: steps[0].ID, Before: steps[3].ID})
	require.Equal(t, `1 include Identify lots
2 Intake clerk weighs the lot
3 Beekeeper hands over the delivery note
4 System writes the lot entry
1-2a The scales fail
  ends with failure
3a The delivery note is missing
  3a1 Intake clerk writes one
  goes on at 1
*a Beekeeper gives up
  *a1 System forgets the lot
`, text(m))
	// A step that goes hands what is attached to it to the next one.
	m = apply(t, m, &model.Delete{ID: steps[0].ID})
	require.Contains(t, text(m), "3a The delivery note is missing\n")
	// A line between keeps the labels of those below.
	m = told(t, m, "1 include Identify lots\nSystem shows the lot\n2 Intake clerk weighs the lot\n3 System writes the lot entry\n3a The delivery note is missing\n", "t")
	require.Equal(t, "1 include Identify lots\n2 System shows the lot\n3 Intake clerk weighs the lot\n4 System writes the lot entry\n4a The delivery note is missing\n", text(m))
}

func TestWhatLeadsNowhereIsRefused(t *testing.T) {
	m := intake(t)
	for bad, why := range map[string]string{
		"1 a\n7a b":                 "Line 2: there is no step 7",
		"1 a\n1a b\n  goes on at 9": "Line 2: there is no step 9",
		"1 a\n1-5a b":               "there is no step 5",
		strings.Repeat("a\n", 501):  "more than 500 lines",
	} {
		_, err := usecase.EditChanges(m, "u", bad, "s")
		require.ErrorContains(t, err, why)
	}
	_, err := usecase.EditChanges(m, "keeper", "1 a", "s")
	require.ErrorContains(t, err, "no such use case")
}

// Any text arrives, is printed so that it is read back as the same, and steps
// that stay keep their identity.
func TestAnyFlowArrives(t *testing.T) {
	rnd := rand.New(rand.NewPCG(1, 2))
	m := intake(t)
	lines := func() string {
		var b strings.Builder
		n := 1 + rnd.IntN(6)
		for i := range n {
			fmt.Fprintf(&b, "%d step %c of it\n", i+1, 'A'+rune(rnd.IntN(12)))
		}
		for range rnd.IntN(4) {
			from := 1 + rnd.IntN(n)
			fmt.Fprintf(&b, "%da when %d\n", from, rnd.IntN(9))
			for range rnd.IntN(3) {
				fmt.Fprintf(&b, "  something %d\n", rnd.IntN(5))
			}
			if rnd.IntN(2) == 0 {
				fmt.Fprintf(&b, "  goes on at %d\n", 1+rnd.IntN(n))
			}
		}
		return b.String()
	}
	for step := range 300 {
		was := map[string][]model.ID{}
		for _, s := range usecase.Of(m, "u").Steps {
			was[s.Step().Text] = append(was[s.Step().Text], s.ID)
		}
		typed := lines()
		m = told(t, m, typed, fmt.Sprint(step))
		printed := text(m)
		same, err := usecase.EditChanges(m, "u", printed, "same")
		require.NoError(t, err)
		require.Empty(t, same, "%s\n%s", typed, printed)
		for _, s := range usecase.Of(m, "u").Steps {
			if old := was[s.Step().Text]; len(old) == 1 && strings.Count(printed, " "+s.Step().Text+"\n") == 1 {
				require.Equal(t, old[0], s.ID, "%s is still that step", s.Step().Text)
			}
		}
	}
}

func TestWhoActs(t *testing.T) {
	m := told(t, intake(t), delivery, "s")
	m = apply(t, m, &model.AddElement{ID: "desk", Kind: model.Subject, Name: "Intake desk"}, &model.SetTerm{ID: m.Element("keeper").Term, Set: model.P("aliases", []string{"member"})})
	r := usecase.NewReader(m)
	for text, who := range map[string]string{
		"Beekeeper hands it over": "Beekeeper", "The member hands it over": "Beekeeper", "An intake clerk weighs": "Intake clerk", "System stores it": "system",
		"The intake desk prints": "system", "Cooperative pays": "system", "Somebody pays": "", "weighs the lot": "", "": "",
	} {
		d, got := r.DoerOf(text), ""
		switch {
		case d.Actor != nil:
			got = d.Actor.Name
		case d.System:
			got = "system"
		}
		require.Equal(t, who, got, text)
	}
	var table []string
	for _, e := range r.Exchanges(m, usecase.Of(m, "u")) {
		who := "?"
		if e.Doer.Actor != nil {
			who = e.Doer.Actor.Name
		} else if e.Doer.System {
			who = "system"
		}
		table = append(table, e.Number+" "+who+": "+e.Text)
	}
	require.Equal(t, []string{"1 Beekeeper: hands over the delivery note", "2 ?: include Identify lots", "3 Intake clerk: weighs the lot", "4 system: writes the lot entry", "1a1 Intake clerk: writes one", "*a1 system: forgets the lot"}, table)
	marks := r.Marks("The member and the intake clerk meet.")
	var joined strings.Builder
	named := 0
	for _, k := range marks {
		joined.WriteString(k.Text)
		if k.Term != "" {
			named++
		}
	}
	require.Equal(t, "The member and the intake clerk meet.", joined.String())
	require.Equal(t, 2, named)
}

// A verb is not the store of its name, neither after who acts nor where that is left out.
func TestVerbsNameNothing(t *testing.T) {
	m := apply(t, intake(t), &model.AddElement{ID: "register", Kind: model.Store, Name: "Register"})
	r := usecase.NewReader(m)
	named := func(marks []usecase.Mark) string {
		var out []string
		for _, k := range marks {
			if k.Term != "" {
				out = append(out, k.Text)
			}
		}
		return strings.Join(out, ", ")
	}
	for text, want := range map[string]string{
		"Intake clerk registers it in the register": "Intake clerk, register",
		"The intake clerk  registers it":            "intake clerk",
		"The register is full":                      "register",
		"register":                                  "register",
	} {
		require.Equal(t, want, named(r.Marks(text)), text)
	}
	require.Equal(t, "register", named(r.ActionMarks("registers it in the register")))
}

// Property: what marks say is the text, and they name what the lexicon has for their
// words; nothing longer that begins there is in it.
func TestMarksAreTheLexicons(t *testing.T) {
	named := 0
	for seed := range uint64(30) {
		m := modeltest.Model(seed, 80)
		r := usecase.NewReader(m)
		var texts []string
		for _, e := range m.Elements(model.Step, model.Sentence, model.Class, model.Actor, model.DataItem) {
			texts = append(texts, e.Step().Text, e.Sentence().Text, e.Name, "the "+e.Name+"s, (and "+e.Name+").")
		}
		for _, text := range texts {
			joined := ""
			for _, k := range r.Marks(text) {
				joined += k.Text
				terms := m.TermsNamed(k.Text)
				if k.Term != "" {
					named++
					require.NotEmpty(t, terms, k.Text)
					require.Equal(t, terms[0].ID, k.Term, k.Text)
				}
			}
			require.Equal(t, text, joined)
		}
	}
	require.Greater(t, named, 300)
}

func TestProposals(t *testing.T) {
	m := modeltest.Build(t, "process Cooperative", "entity Beekeeper", "entity Food inspector", "process Trace recall in Cooperative",
		`Beekeeper sends "delivery note" to Cooperative`, `"Food inspector" sends "recall demand" to Cooperative`, `"Food inspector" sends "question" to Cooperative`, `Cooperative sends receipt to Beekeeper`,
		`"Food inspector" sends "recall demand" to "Trace recall"`,
		"activity Beekeeper | deliver lot |  | delivery note to Intake clerk | no", "activity Intake clerk | weigh | delivery note from Beekeeper |  | yes",
		"sentence A beekeeper announces a swarm. The clerk weighs the lot.")
	read := reading.NewReader().Read(m)
	list := reading.UseCases(m, read)
	var got []string
	for _, p := range list {
		got = append(got, p.Actor+": "+p.Name)
	}
	require.ElementsMatch(t, []string{"Beekeeper: Deliver lot", "Food inspector: Trace recall", "Food inspector: Hand in question", "Beekeeper: Announce swarm"}, got)
	for _, p := range list {
		changes, u, a, _ := reading.UseCaseChanges(m, p, "s")
		next := apply(t, m, changes...)
		require.Equal(t, p.Name, next.Element(u).Name)
		require.Equal(t, m.TermsNamed(p.Actor)[0].ID, next.Element(a).Term, "the actor joins the term of the entity")
		require.Len(t, next.TracesOf(u), len(p.Sources))
		for _, again := range reading.UseCases(next, read) {
			require.NotEqual(t, p.Key, again.Key, "what was taken is not proposed again")
		}
	}
}

func TestStarters(t *testing.T) {
	require.GreaterOrEqual(t, len(usecase.Starters), 3)
	m := model.Empty("Lighthouse")
	for _, s := range usecase.Starters {
		changes, err := s.Changes(m, model.ID("d-"+s.Key), "s")
		require.NoError(t, err)
		next := apply(t, m, changes...)
		var told []string
		for _, f := range check.Run(next, check.All).Findings() {
			told = append(told, f.Message)
		}
		require.Empty(t, told, s.Title)
		require.Greater(t, len(next.PlacementsOn(model.ID("d-"+s.Key))), 4)
		twice, err := s.Changes(next, "again", "t")
		require.NoError(t, err)
		require.Len(t, apply(t, next, twice...).OfKind(model.UseCase), len(next.OfKind(model.UseCase)), "what is there is not made again")
		m = next
	}
}

// A copied use case is described by itself: its alternatives leave from its own
// steps.
func TestCopiesOfUseCases(t *testing.T) {
	m := told(t, intake(t), delivery, "s")
	m = apply(t, m, &model.AddPart{ID: "x", Owner: "u", Kind: model.ExtensionPoint, Name: "labels", Set: model.P("step", usecase.Of(m, "u").Steps[1].ID)},
		&model.Connect{ID: "e", Kind: model.Extend, Source: "identify", Target: "u"}, &model.SetRelationship{ID: "e", Set: model.P("points", []model.ID{"x"}, "condition", "late")},
		&model.Connect{ID: "k", Kind: model.Participation, Source: "keeper", Target: "u"}, &model.SetRelationship{ID: "k", Set: model.P("part", model.Primary)},
		&model.AddDiagram{ID: "d", Kind: model.UseCaseDiagram, Name: "D"})
	var placed []model.ID
	for _, id := range []model.ID{"u", "identify", "keeper", "e", "k"} {
		m = apply(t, m, &model.Place{ID: "p" + id, Diagram: "d", Subject: id})
		placed = append(placed, "p"+id)
	}
	m = apply(t, m, model.CopyChanges(m, model.CopyRequest{From: "d", Placements: placed, To: "d", AsNew: true, DX: 20, DY: 20, Seed: "c"})...)
	copied := m.Named("Register delivery copy", model.UseCase)
	require.Len(t, copied, 1)
	require.Equal(t, delivery, usecase.Text(m, usecase.Of(m, copied[0].ID)))
	extends := m.Relationships(model.Extend)
	require.Len(t, extends, 2)
	for _, r := range extends {
		require.Equal(t, r.Target, m.Element(r.Extend().Points[0]).Owner)
		require.Equal(t, "late", r.Extend().Condition)
	}
	require.Len(t, m.Relationships(model.Participation), 2)
	require.Equal(t, model.Primary, m.Relationships(model.Participation)[1].Participation().Part)
}

func TestSummariesOfSteps(t *testing.T) {
	m := intake(t)
	changes, err := usecase.EditChanges(m, "u", delivery, "s")
	require.NoError(t, err)
	next := apply(t, m, changes...)
	require.Equal(t, "Edit the steps of use case Register delivery", model.Summary(m, next, changes))
	steps := usecase.Of(next, "u").Steps
	move := []model.Change{&model.MovePart{ID: steps[0].ID}}
	require.Equal(t, "Reorder the steps of use case Register delivery", model.Summary(next, apply(t, next, move...), move))
	gone := []model.Change{&model.Delete{ID: steps[0].ID}}
	require.Equal(t, "Edit the steps of use case Register delivery", model.Summary(next, apply(t, next, gone...), gone))
	all := []model.Change{&model.Delete{ID: "u"}}
	require.Equal(t, "Delete use case Register delivery", model.Summary(next, apply(t, next, all...), all))
	point := []model.Change{&model.AddPart{ID: "x", Owner: "u", Kind: model.ExtensionPoint, Name: "labels"}}
	require.Equal(t, "Add extension point labels", model.Summary(next, apply(t, next, point...), point))
}
