package notation_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/notation"
)

func heather(t *testing.T) *model.Model {
	return must(t, model.Empty("T"),
		&model.AddElement{ID: "bk", Kind: model.Class, Name: "Beekeeper"},
		&model.AddElement{ID: "lot", Kind: model.Class, Name: "HoneyLot"},
		&model.AddElement{ID: "ap", Kind: model.Class, Name: "Apiary"},
		&model.AddElement{ID: "hv", Kind: model.Class, Name: "Hive"},
		&model.AddElement{ID: "jb", Kind: model.Class, Name: "Jar Batch"},
		&model.AddElement{ID: "ti", Kind: model.Class, Name: "TraceableItem"},
		&model.AddElement{ID: "rs", Kind: model.Interface, Name: "ResultSource"},
		&model.AddElement{ID: "st1", Kind: model.Class, Name: "Status"},
		&model.AddElement{ID: "st2", Kind: model.Enumeration, Name: "Status"},
	)
}

// take makes the statement true and prints the relationship it made.
func take(t *testing.T, m *model.Model, text string) (string, *model.Model, *model.Relationship) {
	t.Helper()
	readings, err := notation.ReadStatement(m, text)
	require.NoError(t, err, text)
	require.Len(t, readings, 1, "%q: %+v", text, readings)
	changes, _, id := notation.StatementChanges(m, readings[0], "seed")
	next := must(t, m, changes...)
	printed, err := notation.PrintStatement(next, next.Relationship(id))
	require.NoError(t, err, text)
	return printed, next, next.Relationship(id)
}

func TestStatements(t *testing.T) {
	cases := []struct{ in, printed string }{
		// strict: printed as it stands
		{`1 Beekeeper delivers 0..* HoneyLot`, ``},
		{`Apiary is made of 1..* Hive`, ``},
		{`Blend brings together 2..* HoneyLot`, ``},
		{`"Jar Batch" is a kind of TraceableItem`, ``},
		{`"Jar Batch" is a kind of TraceableItem in stage {disjoint, incomplete}`, ``},
		{`LabGateway realizes ResultSource`, ``},
		{`Settlement uses PriceTable`, ``},
		{`Settlement depends on PriceTable as tariff`, ``},
		{`Beekeeper as mentor guides 0..* Beekeeper as novice`, ``},
		{`? Blend -- ? "Jar Batch"`, ``},
		{`Blend "includes" 2..* HoneyLot`, ``},
		{`1 Apiary [number] <keeps ~x`, `?`},
		{`1 Beekeeper <belongs 0..* HoneyLot {ordered, readOnly, nonnavigable, subsets stock}`, ``},
		{`1 Beekeeper ~knows 1 Apiary [row, "in"] as home {inClass}`, ``},
		{`Status@class notes Status@enumeration`, ``},
		{`Beekeeper joins 1..* Apiary through Membership`, ``},
		{`Apiary is made of 1..* Hive named <stands`, ``},
		{`? Blend brings together 2..* HoneyLot through BlendShare`, ``},
		{`Blend brings together 2..* HoneyLot named mixes through BlendShare`, ``},
		// forgiving
		{`an apiary consists of hives`, `Apiary is made of Hive`},
		{`An apiary consists of one or more hives.`, `Apiary is made of 1..* Hive`},
		{`Hive is part of apiary`, `Apiary is made of Hive`},
		{`each beekeeper delivers any number of honey lots`, `Beekeeper delivers 0..* HoneyLot`},
		{`Jar Batch is a kind of Traceable Item`, `"Jar Batch" is a kind of TraceableItem`},
		{`jar batch is a traceable item`, `"Jar Batch" is a kind of TraceableItem`},
		{`exactly one beekeeper looks after at least 2 apiaries`, `1 Beekeeper "looks after" 2..* Apiary`},
		{`beekeeper keeps two to five hives`, `Beekeeper keeps 2..5 Hive`},
		{`Lab gateway implements ResultSource`, `LabGateway realizes ResultSource`},
		{`Each beekeeper reads one or more hives`, `Beekeeper "reads" 1..* Hive`},
		{`Hive houses 1..* Frame`, `Hive houses 1..* "Frame"`},
		{`each hive houses one or more frames`, `Hive houses 1..* "Frame"`},
		{`a beekeeper fills 2 or more honey jars`, `Beekeeper fills 2..* HoneyJar`},
		{`Beekeepers keep hives`, `Beekeeper keeps Hive`},
		{`every honey lot must be checked by at most one beekeeper`, `1 Beekeeper checks HoneyLot`},
		{`2 or more beekeepers share an apiary`, `2..* Beekeeper shares Apiary`},
	}
	for _, c := range cases {
		t.Run(c.in, func(t *testing.T) {
			m := heather(t)
			if c.printed == "?" {
				_, err := notation.ReadStatement(m, c.in)
				require.Error(t, err)
				return
			}
			want := c.printed
			if want == "" {
				want = c.in
				_, err := notation.ParseStatement(m, c.in)
				require.NoError(t, err)
			}
			printed, _, _ := take(t, m, c.in)
			require.Equal(t, want, printed)
		})
	}
}

func TestSeveralReadingsAreOffered(t *testing.T) {
	m := heather(t)
	readings, err := notation.ReadStatement(m, "Beekeeper checks Status")
	require.NoError(t, err)
	require.Len(t, readings, 2, "Status is a class and an enumeration")
	_, err = notation.ParseStatement(m, "Beekeeper checks Status")
	require.ErrorContains(t, err, "2 ways")

	readings, err = notation.ReadStatement(m, "Swarm trap catches wild bees")
	require.NoError(t, err)
	require.Greater(t, len(readings), 1, "none of the names is known: where does the verb begin?")
}

func TestUnreadableStatementsSayWhatWasUnderstood(t *testing.T) {
	m := heather(t)
	for in, words := range map[string]string{
		"":                                    "expected a statement",
		"Beekeeper":                           `understood "Beekeeper"`,
		"honey lots":                          `understood "HoneyLot"`,
		"is made of":                          `reading stopped at "is": a statement begins with a name`,
		`Beekeeper "delivers`:                 "quotes are not closed",
		"1.. Beekeeper delivers 1 HoneyLot":   `reading stopped at "1": a statement begins with a name`,
		"Beekeeper is made of Hive of Apiary": `understood "Beekeeper" is made of; reading stopped at "of". The nearest form: Beekeeper is made of 1..* `,
		"Beekeeper is a sort of":              `The nearest form: Beekeeper is a kind of `,
	} {
		_, err := notation.ReadStatement(m, in)
		require.ErrorContains(t, err, words, in)
	}
}

// Property: what is printed parses to the same relationship, or the printer says
// that it cannot be written.
func TestStatementProperty(t *testing.T) {
	printed, refused := 0, 0
	for seed := range uint64(60) {
		m := modeltest.Model(seed, 120)
		for _, r := range m.Relationships() {
			text, err := notation.PrintStatement(m, r)
			if err != nil {
				require.ErrorContains(t, err, "cannot be written")
				refused++
				continue
			}
			want, _ := notation.StatementOf(m, r)
			got, err := notation.ParseStatement(m, text)
			require.NoError(t, err, text)
			require.Equal(t, want, got, text)
			readings, err := notation.ReadStatement(m, text)
			require.NoError(t, err)
			require.Equal(t, want, readings[0].Statement, "the forgiving reader agrees: %s", text)
			base := m
			if r.Kind == model.Provides || r.Kind == model.Requires || r.Kind == model.Holds { // these can be said only once
				base = must(t, m, &model.Delete{ID: r.ID})
			}
			changes, _, id := notation.StatementChanges(base, readings[0], "again")
			next := must(t, base, changes...)
			again, _ := notation.StatementOf(next, next.Relationship(id))
			require.Equal(t, want, again, text)
			printed++
		}
	}
	t.Logf("%d printed, %d refused because two elements share name and kind", printed, refused)
	require.Greater(t, printed, 200)
}

func TestStatementsOfUseCases(t *testing.T) {
	m := must(t, heather(t), &model.AddElement{ID: "fi", Kind: model.Actor, Name: "Food inspector"}, &model.AddElement{ID: "bka", Kind: model.Actor, Name: "Beekeeper"},
		&model.AddElement{ID: "tr", Kind: model.UseCase, Name: "Trace a recall"}, &model.AddElement{ID: "il", Kind: model.UseCase, Name: "Identify lots"}, &model.AddElement{ID: "st", Kind: model.UseCase, Name: "Beekeeper"})
	for in, printed := range map[string]string{
		`"Food inspector" starts "Trace a recall"`:                                  ``,
		`"Food inspector" supports "Identify lots"`:                                 ``,
		`Beekeeper "takes part in" Apiary`:                                          ``, // a class, by its quoted name
		`Beekeeper takes part in "Identify lots"`:                                   ``,
		`"Trace a recall" includes "Identify lots"`:                                 ``,
		`"Identify lots" extends "Trace a recall"`:                                  ``,
		`"Identify lots" extends "Trace a recall" at labels, "the end" when "late"`: ``,
		`Beekeeper@actor is a kind of "Food inspector"`:                             ``,
		`Beekeeper@useCase is a kind of "Trace a recall"`:                           ``,
		`Beekeeper@class is a kind of TraceableItem`:                                ``,
		`the food inspector takes part in trace a recall`:                           `"Food inspector" takes part in "Trace a recall"`,
		`Food inspectors start Trace a recall.`:                                     `"Food inspector" starts "Trace a recall"`,
		`Trace a recall include identify lots`:                                      `"Trace a recall" includes "Identify lots"`,
		`Identify lots extends Trace a recall at labels when it is late`:            `"Identify lots" extends "Trace a recall" at labels when "it is late"`,
	} {
		got, _, _ := take(t, m, in)
		if printed == "" {
			printed = in
		}
		require.Equal(t, printed, got, in)
	}
	_, err := notation.ReadStatementIn(m, "Beekeeper", notation.Scope{Cases: true})
	require.ErrorContains(t, err, "Beekeeper")
	long, err := notation.ReadStatementIn(m, "Grader starts reconcile all of the outstanding moisture measurements of the season", notation.Scope{Cases: true})
	require.NoError(t, err)
	require.Equal(t, "Reconcile all of the outstanding moisture measurements of the season", long[0].New[1].Name)
	// What is new is an actor and a use case where those are spoken of.
	readings, err := notation.ReadStatementIn(m, "Grader starts record the grade", notation.Scope{Cases: true})
	require.NoError(t, err)
	require.Len(t, readings, 1)
	require.Equal(t, []notation.Ref{{Name: "Grader", Kind: model.Actor}, {Name: "Record the grade", Kind: model.UseCase}}, readings[0].New)
	readings, err = notation.ReadStatementIn(m, "Grader is a kind of Clerk", notation.Scope{Cases: true})
	require.NoError(t, err)
	require.NotEmpty(t, readings)
	require.Equal(t, model.Actor, readings[0].New[0].Kind)
}

func TestStatementsOfComponents(t *testing.T) {
	m := must(t, heather(t), &model.AddElement{ID: "lp", Kind: model.Component, Name: "Label printer"}, &model.AddElement{ID: "tr", Kind: model.Component, Name: "Traceability"},
		&model.AddElement{ID: "in", Kind: model.Component, Name: "Index", Owner: "tr"}, &model.AddElement{ID: "hvc", Kind: model.Component, Name: "Hive"},
		&model.AddElement{ID: "pt", Kind: model.ComponentPart, Name: "left", Owner: "tr", Set: model.P("component", "in")})
	for in, printed := range map[string]string{
		`"Label printer" requires ResultSource`:                             ``,
		`"Label printer" at lookup provides ResultSource`:                   ``,
		`"Label printer" at lookup gets ResultSource from Traceability`:     ``,
		`"Label printer" gets ResultSource from Traceability at query`:      ``,
		`Traceability at query passes ResultSource to Index at "the front"`: ``,
		`Traceability at query passes ResultSource to LabGateway`:           ``,
		`Traceability::left gets ResultSource from Index`:                   ``,
		`Traceability holds HoneyLot`:                                       ``,
		`Traceability uses "Label printer"`:                                 ``,
		`Hive@component requires ResultSource`:                              ``,
		`Hive@component depends on Traceability as helper`:                  ``,
		`Hive@class uses PriceTable`:                                        ``,
		`LabGateway realizes Traceability`:                                  ``,
		`the label printer needs ResultSource`:                              `"Label printer" requires ResultSource`,
		`Label printer gets ResultSource from traceability`:                 `"Label printer" gets ResultSource from Traceability`,
		`Label printer at look up requires ResultSource`:                    `"Label printer" at "look up" requires ResultSource`,
		`Hive holds 1 HoneyLot`:                                             `Hive@class "holds" 1 HoneyLot`,
	} {
		got, _, _ := take(t, m, in)
		if printed == "" {
			printed = in
		}
		require.Equal(t, printed, got, in)
	}
	// What is new is a component and an interface where those are spoken of, and only there.
	readings, err := notation.ReadStatementIn(m, "Bottle counter requires JarCount", notation.Scope{Components: true})
	require.NoError(t, err)
	require.Len(t, readings, 1)
	require.Equal(t, []notation.Ref{{Name: "Bottle counter", Kind: model.Component}, {Name: "JarCount", Kind: model.Interface}}, readings[0].New)
	readings, err = notation.ReadStatementIn(m, "Bottle counter uses Jar scanner", notation.Scope{Components: true})
	require.NoError(t, err)
	require.Equal(t, []notation.Ref{{Name: "Bottle counter", Kind: model.Component}, {Name: "Jar scanner", Kind: model.Component}}, readings[0].New)
	readings, err = notation.ReadStatementIn(m, "Hive uses Traceability", notation.Scope{Components: true})
	require.NoError(t, err)
	require.Len(t, readings, 1, "the component, where components are spoken of")
	require.Equal(t, model.ID("hvc"), readings[0].Statement.Ends[0].Ref.ID)
	readings, err = notation.ReadStatement(m, "Jar holds Lid")
	require.NoError(t, err)
	require.Equal(t, notation.FormAssociation, readings[0].Statement.Form, "among classes it is an association")
	_, err = notation.ReadStatementIn(m, "Traceability", notation.Scope{Components: true})
	require.ErrorContains(t, err, "Traceability requires ResultSource")
	// On the inside of a component its parts are known by their names alone, and what is
	// new becomes part of it.
	inside := notation.Scope{Components: true, Inside: "tr"}
	readings, err = notation.ReadStatementIn(m, "left at outlet gets ResultSource from Index", inside)
	require.NoError(t, err)
	require.Len(t, readings, 1)
	require.Equal(t, model.ID("pt"), readings[0].Statement.Ends[0].Ref.ID)
	require.Equal(t, model.ID("in"), readings[0].Statement.Ends[1].Ref.ID)
	readings, err = notation.ReadStatementIn(m, "Cache gets ResultSource from left", inside)
	require.NoError(t, err)
	changes, _, _ := notation.StatementChanges(m, readings[0], "s")
	require.Equal(t, model.ID("tr"), must(t, m, changes...).Named("Cache", model.Component)[0].Owner)
	twice := must(t, m, &model.AddElement{ID: "pi", Kind: model.ComponentPart, Name: "Label printer", Owner: "tr", Set: model.P("component", "lp")})
	readings, err = notation.ReadStatementIn(twice, "Label printer gets ResultSource from left", inside)
	require.NoError(t, err)
	require.Len(t, readings, 1)
	require.Equal(t, model.ID("pi"), readings[0].Statement.Ends[0].Ref.ID, "what is in here comes first")
	// Classes that nobody would see here do not come to be by a slip.
	_, err = notation.ReadStatementIn(m, "Traceability has left : Index", notation.Scope{Components: true})
	require.ErrorContains(t, err, `understood "Traceability"; reading stopped at "has"`)
	_, err = notation.ReadStatementIn(m, "Walrus of Fish", notation.Scope{Cases: true})
	require.ErrorContains(t, err, `Customer starts "Place order"`)
	readings, err = notation.ReadStatementIn(m, "1 Apiary <borders 0..* HoneyLot", notation.Scope{Components: true})
	require.NoError(t, err, "between classes that are there it may be said anywhere")
	require.Equal(t, notation.FormAssociation, readings[0].Statement.Form)
}

func TestReadBackOfComponents(t *testing.T) {
	m := must(t, model.Empty("T"), &model.AddElement{ID: "a", Kind: model.Component, Name: "Printer"}, &model.AddElement{ID: "b", Kind: model.Component, Name: "Index"}, &model.AddElement{ID: "i", Kind: model.Interface, Name: "LotLookup"},
		&model.AddElement{ID: "c", Kind: model.Class, Name: "Queue"}, &model.AddElement{ID: "p", Kind: model.ComponentPart, Name: "left", Owner: "a", Set: model.P("component", "b")})
	for in, both := range map[string]string{
		`Index provides LotLookup`:                   "Index provides LotLookup. Who needs LotLookup can get it from Index.",
		`Printer at query requires LotLookup`:        "Printer, at query, requires LotLookup. Without somebody who provides LotLookup, Printer does not work.",
		`Printer gets LotLookup from Index at front`: "Printer gets LotLookup from Index, at front. If Index is taken out, Printer needs LotLookup from somebody else.",
		`Index at front passes LotLookup to Queue`:   "What comes to Index, at front for LotLookup is passed on to Queue.",
		`Printer holds Queue`:                        "Printer holds Queue. Queue is in Printer.",
		`Printer::left gets LotLookup from Index`:    "left (a Index) gets LotLookup from Index. If Index is taken out, left needs LotLookup from somebody else.",
	} {
		_, next, r := take(t, m, in)
		var read []string
		for _, s := range notation.ReadBack(next, r) {
			read = append(read, s.String())
		}
		require.Equal(t, both, strings.Join(read, " "), in)
	}
}

func TestReadBackOfUseCases(t *testing.T) {
	m := must(t, model.Empty("T"), &model.AddElement{ID: "a", Kind: model.Actor, Name: "Inspector"}, &model.AddElement{ID: "u", Kind: model.UseCase, Name: "Trace"}, &model.AddElement{ID: "v", Kind: model.UseCase, Name: "Identify"})
	for in, both := range map[string][2]string{
		`Inspector starts Trace`:                                   {"Inspector starts Trace.", "Trace is there for Inspector."},
		`Inspector supports Trace`:                                 {"Inspector supports Trace.", "In Trace, Inspector is asked for something."},
		`Inspector takes part in Trace`:                            {"Inspector takes part in Trace.", "In Trace, Inspector takes part; it is not said who starts it."},
		`Trace includes Identify`:                                  {"Every “Trace” includes “Identify”.", "“Identify” is always done as part of “Trace”."},
		`Identify extends Trace`:                                   {"Sometimes “Identify” is added to “Trace”.", "“Trace” is complete without “Identify”."},
		`Identify extends Trace at labels, jars when "it is late"`: {"When it is late, “Identify” is added to “Trace” at labels, jars.", "“Trace” is complete without “Identify”."},
		`Identify is a kind of Trace`:                              {"Each Identify is a kind of Trace.", "One kind of Trace is Identify."},
	} {
		_, next, r := take(t, m, in)
		read := notation.ReadBack(next, r)
		require.Equal(t, both, [2]string{read[0].String(), read[1].String()}, in)
	}
}

func TestReadBack(t *testing.T) {
	cases := []struct{ statement, forward, back string }{
		{"Apiary is made of 1..* Hive", "Each Apiary is made of one or more Hives.", "Each Hive belongs to (not stated) Apiaries, and goes with them."},
		{"1 Apiary is made of 1..* Hive", "Each Apiary is made of one or more Hives.", "Each Hive belongs to exactly one Apiary, and goes with it."},
		{"0..1 Apiary brings together 2 Hive", "Each Apiary brings together exactly two Hives.", "Each Hive is in at most one Apiary."},
		{"1 Beekeeper delivers 0..* HoneyLot", "Each Beekeeper delivers any number of HoneyLots.", "For each HoneyLot, exactly one Beekeeper delivers it."},
		{"0..* HoneyLot <delivers 1 Beekeeper", "Each Beekeeper delivers any number of HoneyLots.", "For each HoneyLot, exactly one Beekeeper delivers it."},
		{"? HoneyLot ~meets 3..7 Beekeeper", "For each HoneyLot: three to seven Beekeepers (meets).", "For each Beekeeper: it is not decided how many HoneyLots (meets)."},
		{"1 Beekeeper as mentor guides 0..3 Beekeeper as novice", "Each Beekeeper (as mentor) guides at most three Beekeepers (as novice).", "For each Beekeeper (as novice), exactly one Beekeeper (as mentor) guides it."},
		{"Hive -- 1 Apiary", "Each Hive is related to exactly one Apiary.", "Each Apiary is related to (not stated) Hives."},
		{`"Jar Batch" is a kind of TraceableItem`, "Each Jar Batch is a kind of TraceableItem.", "One kind of TraceableItem is Jar Batch."},
		{"Apiary uses Hive", "Apiary uses Hive.", "When Hive changes, Apiary may have to change."},
		{"Apiary realizes ResultSource", "Apiary realizes ResultSource: it offers all of its operations.", "What ResultSource asks for is offered by Apiary."},
	}
	for _, c := range cases {
		_, m, r := take(t, heather(t), c.statement)
		sentences := notation.ReadBack(m, r)
		require.Equal(t, c.forward, sentences[0].String(), c.statement)
		require.Equal(t, c.back, sentences[1].String(), c.statement)
	}
	_, m, r := take(t, heather(t), "1 Beekeeper delivers 0..* HoneyLot")
	ends := m.Ends(r.ID)
	require.Equal(t, notation.Segment{Text: "any number of", End: ends[1].ID, Value: "0..*"}, notation.ReadBack(m, r)[0][1])
	m = must(t, m, &model.SetRelationship{ID: r.ID, Set: model.P("inverse", "comes from")})
	require.Equal(t, "Each HoneyLot comes from exactly one Beekeeper.", notation.ReadBack(m, m.Relationship(r.ID))[1].String())
}

func FuzzReadStatement(f *testing.F) {
	for _, s := range []string{"1 Beekeeper delivers 0..* HoneyLot", `a "b" {ordered, subsets x} <c [d, e] f through g`, "each one or more is a", "x in in {disjoint}", "1..2..3 a b c"} {
		f.Add(s)
	}
	m, _, _, err := model.Edit(model.Empty("F"), []model.Change{
		&model.AddElement{ID: "a", Kind: model.Class, Name: "Beekeeper"},
		&model.AddElement{ID: "b", Kind: model.Class, Name: "is made of"},
	})
	if err != nil {
		f.Fatal(err)
	}
	f.Fuzz(func(t *testing.T, text string) {
		readings, err := notation.ReadStatement(m, text)
		if err != nil {
			return
		}
		for _, r := range readings {
			changes, _, id := notation.StatementChanges(m, r, "s")
			next, _, _, err := model.Edit(m, changes)
			if err != nil {
				continue // a name that is too long
			}
			again, ok := notation.StatementOf(next, next.Relationship(id))
			require.True(t, ok)
			printed, err := notation.PrintStatement(next, next.Relationship(id))
			if err != nil {
				continue
			}
			parsed, err := notation.ParseStatement(next, printed)
			require.NoError(t, err)
			require.Equal(t, again, parsed)
		}
	})
}
