package activity_test

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/activity"
	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

var intake = []string{
	"activity Beekeeper | deliver lot |  | delivery note to Intake clerk | no",
	"activity Intake clerk | weigh lot | delivery note from Beekeeper | lot entry to [Lot register]; intake receipt to Beekeeper | yes",
	"activity Intake clerk | order test | lot entry from [Lot register] | sample request to Laboratory | yes",
	"activity Laboratory | test sample | sample request from Intake clerk | test result to Messenger | no",
	"activity Messenger | bring result | test result from Laboratory | test result to Grader | no",
	"activity Grader | grade lot | test result from Messenger; lot entry from [Lot register] | grade to [Lot register] | yes",
	"activity Beekeeper | chat |  | gossip to Laboratory | no",
	"activity Intake clerk | keep notes |  | scribble | yes",
}

func flowsOf(d activity.Derivation) []string {
	names := map[model.ID]string{}
	for _, n := range d.Nodes {
		names[n.ID] = n.Name
	}
	var out []string
	for _, f := range d.Flows {
		if f.Asks {
			continue
		}
		out = append(out, fmt.Sprintf("%s → %s: %s", names[f.From], names[f.To], f.Name))
	}
	slices.Sort(out)
	return out
}

func TestSidesAndFacts(t *testing.T) {
	table := activity.Of(modeltest.Build(t, intake...))
	sides := map[string]activity.Side{}
	for _, p := range table.Parties {
		sides[p.Name] = p.Side
		require.NotEmpty(t, p.Why, p.Name)
	}
	require.Equal(t, map[string]activity.Side{"Beekeeper": activity.Outside, "Intake clerk": activity.Inside, "Laboratory": activity.Outside,
		"Messenger": activity.Outside, "Grader": activity.Inside, "Lot register": activity.AtRest}, sides)
	require.Len(t, table.Questions, 1)
	verdicts := map[string]activity.Verdict{}
	for _, f := range table.Facts {
		verdict, why := f.Verdict()
		require.NotEmpty(t, why)
		verdicts[f.Data+" to "+f.To.Name] = verdict
	}
	require.Equal(t, activity.OutOfScope, verdicts["gossip to Laboratory"])
	require.Equal(t, activity.OutOfScope, verdicts["test result to Messenger"])
	require.Equal(t, activity.Crosses, verdicts["test result to Grader"])
	require.Equal(t, activity.Internal, verdicts["grade to Lot register"])
	for _, f := range table.Facts {
		if f.Data == "delivery note" {
			require.Len(t, f.Rows, 2, "the sender's and the receiver's row meet in one fact")
		}
	}
}

func TestDerivedDiagrams(t *testing.T) {
	table := activity.Of(modeltest.Build(t, intake...))
	require.Equal(t, []string{
		"Beekeeper → Built: delivery note", "Built → Beekeeper: intake receipt", "Built → Laboratory: sample request", "Messenger → Built: test result",
	}, flowsOf(table.Derive(activity.Context)))
	require.Equal(t, []string{
		"Beekeeper → Intake clerk: delivery note", "Grader → Lot register: grade", "Intake clerk → Beekeeper: intake receipt", "Intake clerk → Laboratory: sample request",
		"Intake clerk → Lot register: lot entry", "Lot register → Grader: lot entry", "Lot register → Intake clerk: lot entry", "Messenger → Grader: test result",
	}, flowsOf(table.Derive(activity.Physical)))
	logical := table.Derive(activity.Logical)
	require.Equal(t, []string{
		"Beekeeper → weigh lot: delivery note", "Lot register → grade lot: lot entry", "Lot register → order test: lot entry", "Messenger → grade lot: test result",
		"grade lot → Lot register: grade", "order test → Laboratory: sample request", "weigh lot → Beekeeper: intake receipt", "weigh lot → Lot register: lot entry",
	}, flowsOf(logical))
	require.Len(t, logical.OutOfScope, 2)
	require.Empty(t, logical.Errors)
}

func TestRowsOfOneEventFormOneProcess(t *testing.T) {
	m := modeltest.Build(t,
		"activity Clerk | take call | call from Caller | case to Officer | yes",
		"activity Officer | open incident | case from Clerk | incident to [Log]; alert to Team | yes",
		"activity Team | go out | alert from Officer |  | no",
		"activity Porter | hand on map | map from Officer | map to Scout | no",
		"activity Porter | sweep | dust from Caller | heap to [Log] | yes",
		"activity Officer | draw map | incident from [Log] | map to Porter | yes",
		"activity Scout | plan search | map from Porter | search plan to Team | yes",
	)
	require.Contains(t, flowsOf(activity.Of(m).Derive(activity.Logical)), "take call → open incident: case", "who works apart is kept apart")
	m = modeltest.Edit(t, m, []model.Change{&model.SetProject{Set: model.P("mergePerformers", true)}})
	d := activity.Of(m).Derive(activity.Logical)
	require.Equal(t, []string{
		"Caller → open incident: call", "Caller → sweep: dust", "Log → plan search: incident",
		"open incident → Log: incident", "open incident → Team: alert", "plan search → Team: search plan", "sweep → Log: heap",
	}, flowsOf(d), "one call starts two activities; the porter only hands on")
	require.Empty(t, d.Proposals)
	direct := activity.Of(modeltest.Build(t,
		"activity Clerk | take call | call from Caller | case to Officer | yes",
		"activity Officer | open incident | case from Clerk; order from Chief | incident to Team | yes",
	)).Derive(activity.Logical)
	require.Len(t, direct.Proposals, 1)
	require.Contains(t, direct.Proposals[0], `case goes from "take call" to "open incident" directly`)
}

func TestAtMostSoManyProcesses(t *testing.T) {
	var lines []string
	for i := range 12 {
		lines = append(lines, fmt.Sprintf("activity Clerk %d | do work %d | order %d from Caller | result %d to [Log %d]; answer %d to Caller | yes", i/2, i, i, i, i%4, i))
	}
	m := modeltest.Build(t, lines...)
	require.Len(t, processes(activity.Of(m).Derive(activity.Logical)), 9)
	m = modeltest.Edit(t, m, []model.Change{&model.SetProject{Set: model.P("mostProcesses", 3)}})
	require.Len(t, processes(activity.Of(m).Derive(activity.Logical)), 3)
}

func processes(d activity.Derivation) (out []string) {
	for _, n := range d.Nodes {
		if n.Kind == model.Process {
			out = append(out, n.Name)
		}
	}
	return out
}

// randomTable makes a table that hangs together: at least one activity takes
// something in from outside and puts something out to it.
func randomTable(t *testing.T, seed uint64) *model.Model {
	rnd := rand.New(rand.NewPCG(seed, 3))
	people := []string{"Beekeeper", "Clerk", "Grader", "Laboratory", "Blender", "Inspector", "Retailer"}
	stores := []string{"Lot register", "Blend book", "Jar stock"}
	data := []string{"delivery note", "lot entry", "grade", "sample request", "test result", "recipe", "trace report", "price list", "label"}
	m := modeltest.Build(t,
		"activity Clerk | weigh lot | delivery note from Beekeeper | intake receipt to Beekeeper | yes")
	datum := func() []model.Datum {
		var out []model.Datum
		for range rnd.IntN(3) {
			d := model.Datum{Data: data[rnd.IntN(len(data))], With: people[rnd.IntN(len(people))]}
			switch rnd.IntN(9) {
			case 0, 1, 2:
				d.With, d.Store = stores[rnd.IntN(len(stores))], true
			case 3:
				d.With = "" // nobody is named
			case 4:
				d.With = fmt.Sprintf("activity %d", rnd.IntN(6)) // an activity stands there
			case 5:
				d.With = "the system"
			}
			out = append(out, d)
		}
		return out
	}
	for i := range 1 + rnd.IntN(18) {
		performer := people[rnd.IntN(len(people)-1)+1]
		m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: model.ID(fmt.Sprintf("row%d", i)), Kind: model.Activity, Name: fmt.Sprintf("activity %d", i), Set: model.P(
			"performer", performer, "inputs", datum(), "outputs", datum(), "processing", []model.Truth{model.Yes, model.No, model.No, model.Unstated}[rnd.IntN(4)], "timed", rnd.IntN(9) == 0)}})
	}
	return m
}

// Properties: the context diagram of any table is accepted by the checks; the
// same table gives the same ids; the outside exchanges the same data in all three
// diagrams; and once taken over, nothing is left to take over.
func TestDerivationsOfRandomTables(t *testing.T) {
	for seed := range uint64(300) {
		m := randomTable(t, seed)
		table := activity.Of(m)
		boundary := map[activity.View][]string{}
		for _, view := range activity.Views {
			d := table.Derive(view)
			require.Equal(t, d, activity.Of(m).Derive(view), "seed %d", seed)
			outside := map[model.ID]string{}
			for _, n := range d.Nodes {
				if n.Kind == model.Entity {
					outside[n.ID] = n.Key
				}
			}
			var crossing []string
			for _, f := range d.Flows {
				if f.Asks {
					continue
				}
				if o := outside[f.From]; o != "" {
					crossing = append(crossing, o+" sends "+f.Key)
				}
				if o := outside[f.To]; o != "" {
					crossing = append(crossing, o+" gets "+f.Key)
				}
			}
			slices.Sort(crossing)
			boundary[view] = slices.Compact(crossing)
		}
		require.Equal(t, boundary[activity.Context], boundary[activity.Physical], "seed %d", seed)
		require.Equal(t, boundary[activity.Context], boundary[activity.Logical], "seed %d", seed)

		difference := table.Compare(activity.Context)
		next := modeltest.Edit(t, m, difference.Changes(wanted(difference)))
		for _, f := range check.Run(next, check.All).Findings() {
			require.NotEqual(t, check.Error, f.Severity, "seed %d: %s %s", seed, f.Rule, f.Message)
		}
		for _, view := range activity.Views[1:] {
			d := activity.Of(next).Compare(view)
			next = modeltest.Edit(t, next, d.Changes(wanted(d)))
		}
		for _, view := range activity.Views {
			for _, p := range activity.Of(next).Compare(view).Pieces {
				require.Equal(t, activity.Same, p.State, "seed %d %s: %s", seed, view, p.Title)
			}
		}
		require.Empty(t, activity.Of(next).Coverage().Uncovered, "seed %d", seed)
	}
}

func wanted(d *activity.Difference) (out []model.ID) {
	for _, p := range d.Pieces {
		if p.Wanted {
			out = append(out, p.ID)
		}
	}
	return out
}

func states(d *activity.Difference) map[string]activity.State {
	out := map[string]activity.State{}
	for _, p := range d.Pieces {
		if p.State != activity.Same {
			out[p.Title] = p.State
		}
	}
	return out
}

func TestTakingOverNeverOverwritesWhatAPersonDid(t *testing.T) {
	m := modeltest.Build(t, intake...)
	d := activity.Of(m).Compare(activity.Logical)
	require.True(t, d.IsNew)
	m = modeltest.Edit(t, m, d.Changes(wanted(d)))
	weigh := m.Named("weigh lot", model.Process)[0]
	lab := m.Named("Laboratory", model.Entity)[0]
	order := m.Named("order test", model.Process)[0]
	require.NotEmpty(t, m.TracesOf(weigh.ID), "it is traced to its row")

	// A person renames a process, draws a flow and takes one off.
	m = modeltest.Edit(t, m, []model.Change{
		&model.SetName{ID: weigh.ID, Name: "Receive lot"},
		&model.Connect{ID: "own", Kind: model.DataFlow, Name: "reminder", Source: order.ID, Target: lab.ID},
		&model.Place{ID: "ownplace", Diagram: d.Diagram, Subject: "own"},
	})
	receipt := m.Flows(weigh.ID)[slices.IndexFunc(m.Flows(weigh.ID), func(f *model.Relationship) bool { return f.Name == "intake receipt" })]
	m = modeltest.Edit(t, m, []model.Change{&model.Delete{ID: receipt.ID}})
	// And the table changes: the row of the laboratory's order goes, another comes.
	rows := m.OfKind(model.Activity)
	m = modeltest.Edit(t, m, []model.Change{
		&model.Delete{ID: rows[2].ID},
		&model.SetElement{ID: rows[5].ID, Set: model.P("inputs", []model.Datum{{Data: "test result", With: "Messenger"}, {Data: "moisture", With: "Laboratory"}})},
		&model.SetName{ID: rows[1].ID, Name: "weigh and enter lot"},
	})
	d = activity.Of(m).Compare(activity.Logical)
	require.Equal(t, map[string]activity.State{
		"intake receipt, from weigh and enter lot to Beekeeper": activity.Removed,
		"process weigh and enter lot":                           activity.Kept,
		"process order test":                                    activity.Gone,
		"data flow sample request":                              activity.Gone,
		"data flow lot entry":                                   activity.Gone,
		"moisture, from Laboratory to grade lot":                activity.New,
		// The laboratory's own row still says that the clerk sends it.
		"sample request, from weigh and enter lot to Laboratory": activity.New,
	}, states(d))
	accepted := wanted(d)
	for _, p := range d.Pieces {
		if p.Title == "process order test" {
			require.False(t, p.Wanted, "a person has drawn more to it")
			require.NotContains(t, accepted, p.ID)
		}
	}
	m = modeltest.Edit(t, m, d.Changes(accepted))
	require.Equal(t, "Receive lot", m.Element(weigh.ID).Name)
	require.NotNil(t, m.Relationship("own"))
	require.NotNil(t, m.Element(order.ID))
	require.Nil(t, m.Relationship(receipt.ID), "what a person took off stays off")
	again := activity.Of(m).Compare(activity.Logical)
	require.Empty(t, wanted(again))
	require.Equal(t, activity.Removed, states(again)["intake receipt, from weigh and enter lot to Beekeeper"], "it is still offered")
	// Taken over after all.
	for _, p := range again.Pieces {
		if p.State == activity.Removed {
			m = modeltest.Edit(t, m, again.Changes([]model.ID{p.ID}))
		}
	}
	require.NotContains(t, states(activity.Of(m).Compare(activity.Logical)), "intake receipt, from weigh and enter lot to Beekeeper")
}

func TestWhatAPersonDrewIsTaken(t *testing.T) {
	m := modeltest.Build(t, append(intake, "process Cooperative", "entity Beekeepers", `Beekeepers sends "Delivery notes" to Cooperative`, "context Cooperative, Beekeepers")...)
	m = modeltest.Edit(t, m, []model.Change{&model.Place{ID: "f", Diagram: m.Diagrams()[0].ID, Subject: m.Relationships(model.DataFlow)[0].ID}})
	d := activity.Of(m).Compare(activity.Context)
	require.False(t, d.IsNew)
	for _, p := range d.Pieces {
		if strings.Contains(p.Title, "Beekeeper") && strings.Contains(p.Title, "delivery note") || p.Title == "external entity Beekeeper" {
			require.Equal(t, activity.Same, p.State, p.Title)
		}
	}
	next := modeltest.Edit(t, m, d.Changes(wanted(d)))
	require.Len(t, next.OfKind(model.Process), 1)
	require.Len(t, next.ByTerm("beekeeper", model.Entity), 1)
}

func TestCells(t *testing.T) {
	data := activity.ReadData("delivery note from Beekeeper; recipe from [Blend book]\nletter from home from Retailer; scribble; x from ?", "from")
	require.Equal(t, []model.Datum{{Data: "delivery note", With: "Beekeeper"}, {Data: "recipe", With: "Blend book", Store: true},
		{Data: "letter from home", With: "Retailer"}, {Data: "scribble"}, {Data: "x"}}, data)
	require.Equal(t, "delivery note from Beekeeper; recipe from [Blend book]; letter from home from Retailer; scribble; x", activity.PrintData(data, "from"))
	require.Equal(t, []model.Datum{{Data: "İstanbul note", With: "Ǆ"}}, activity.ReadData("İstanbul note FROM Ǆ", "from"))
}

func TestCSV(t *testing.T) {
	m := modeltest.Build(t, append(intake, "activity =cmd | +1+1 | @sum from -x | 'quoted to \"Y\", Z | yes")...)
	m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: "s", Kind: model.Section, Name: "B"}, &model.AddElement{ID: "s1", Kind: model.Sentence, Owner: "s", Set: model.P("text", "One.")},
		&model.Connect{ID: "t", Kind: model.Trace, Source: m.OfKind(model.Activity)[0].ID, Target: "s1"}})
	text := activity.WriteCSV(m, map[model.ID]int{"s1": 1})
	for _, line := range strings.Split(string(text), "\n") {
		for _, cell := range strings.Split(line, ",") {
			require.NotRegexp(t, `^"?[=+@-]`, cell, "a spreadsheet would run this")
		}
	}
	rows, err := activity.ReadCSV(text)
	require.NoError(t, err)
	next := modeltest.Edit(t, model.Empty("Again"), activity.RowChanges(rows, nil, "s"))
	again := next.OfKind(model.Activity)
	require.Len(t, again, 9)
	for i, r := range m.OfKind(model.Activity) {
		require.Equal(t, r.Name, again[i].Name)
		require.Equal(t, r.Activity(), again[i].Activity(), r.Name)
	}
	require.Equal(t, []int{1}, rows[0].Sentences)
}

func TestTablesThatPeoplePaste(t *testing.T) {
	one := model.ActivityData{Performer: "Clerk", Inputs: []model.Datum{{Data: "note", With: "Keeper"}}, Processing: model.Yes}
	for name, text := range map[string]string{
		"tabs without a heading":           "Clerk\tweigh lot\tnote from Keeper\t\tyes",
		"semicolons, other order":          "\ufeffActivity;Performer;Input;Processes information\nweigh lot;Clerk;note from Keeper;Y\n",
		"a column that nobody knows":       "who,what,why,inputs,processing\nClerk,weigh lot,because,note from Keeper,x",
		"blank lines and ends of lines":    "\r\n\r\nperformer,activity,inputs,processing\r\n\r\nClerk,weigh lot,note from Keeper,yes\r\n,,,\r\n",
		"a cell of several lines":          "performer,activity,inputs,processing\nClerk,weigh lot,\"note\n from Keeper\",yes",
		"quotes inside what was pasted \"": "Clerk\tweigh lot\tnote from Keeper\t\tyes\t\t",
	} {
		rows, err := activity.ReadCSV([]byte(text))
		require.NoError(t, err, name)
		require.Len(t, rows, 1, name)
		require.Equal(t, "weigh lot", rows[0].Name, name)
		if name == "a cell of several lines" {
			continue // its data stand apart
		}
		require.Equal(t, one, rows[0].Data, name)
	}
	for text, message := range map[string]string{
		"":                      "The table has no rows",
		"performer,inputs\nA,b": "The heading lacks activity",
		"a,b,c,d,,,g,h\n":       "Line 1 has more cells than there are columns",
		"performer,activity,processing\nA,b,maybe": `Line 2, column processing: "maybe" is neither yes nor no`,
		"performer,activity\nA,\"b":                "Line 2 cannot be read",
		"performer,activity\nA,b\n\xff\xfe,c":      "Line 3 holds characters that are not UTF-8",
		"\xff\xfea\x00b\x00":                       "UTF-16",
		"performer,activity\n,":                    "The table has no rows",
		"performer,activity,inputs\n,,x from y":    "Line 2 has neither a performer nor an activity",
		"a\x00,b":                                  "null characters",
	} {
		_, err := activity.ReadCSV([]byte(text))
		require.ErrorContains(t, err, message, "%q", text)
	}
	_, err := activity.ReadCSV(bytes.Repeat([]byte("a,b\n"), 1_000_000))
	require.ErrorContains(t, err, "more than 2000 rows")
	_, err = activity.ReadCSV(bytes.Repeat([]byte("abcdefgh,b\n"), 1_000_000))
	require.ErrorContains(t, err, "at most 4194304 are read")
}

func FuzzReadCSV(f *testing.F) {
	f.Add([]byte("performer,activity,inputs\nA,b,c from d; e"))
	f.Add([]byte("a\tb\tc from\t\"x"))
	f.Fuzz(func(t *testing.T, data []byte) {
		rows, err := activity.ReadCSV(data)
		if err != nil {
			return
		}
		if next, _, _, err := model.Edit(model.Empty("F"), activity.RowChanges(rows, nil, "s")); err == nil {
			again, err := activity.ReadCSV(activity.WriteCSV(next, nil))
			require.NoError(t, err)
			require.Len(t, again, len(rows))
		}
	})
}
