package view

import (
	"slices"

	"lexeon/core/activity"
	"lexeon/core/brief"
	"lexeon/core/model"
)

// Activities is the activity table with what follows from it.
type Activities struct {
	Revision   int64      `json:"revision"`
	Rows       []Activity `json:"rows"`
	Parties    []Party    `json:"parties"`
	Facts      []Fact     `json:"facts"`
	Flows      int        `json:"flows"`     // facts that a flow could show
	Uncovered  int        `json:"uncovered"` // of them without one
	Performers []string   `json:"performers"`
}

// Activity is a row of the activity table.
type Activity struct {
	ID         model.ID      `json:"id"`
	Performer  string        `json:"performer"`
	Name       string        `json:"name"`
	Inputs     string        `json:"inputs"`
	Outputs    string        `json:"outputs"`
	Processing model.Truth   `json:"processing"`
	Timed      bool          `json:"timed"`
	Sentences  []int         `json:"sentences"`
	Questions  []string      `json:"questions"`
	Shown      []ShownFlow   `json:"shown"` // flows that show what the row says
	Side       activity.Side `json:"side"`
}

// ShownFlow is a data flow that shows what a row says.
type ShownFlow struct {
	ID      model.ID `json:"id"`
	Title   string   `json:"title"`
	Diagram model.ID `json:"diagram,omitempty"`
	Where   string   `json:"where"`
}

// Party is a performer or counterparty of the activity table, and on which side of the boundary.
type Party struct {
	Name   string        `json:"name"`
	Side   activity.Side `json:"side"`
	Why    string        `json:"why"`
	Forced bool          `json:"forced"`
	Rows   int           `json:"rows"`
}

// Fact is a datum from one to another, by the activity table.
type Fact struct {
	Data    string           `json:"data"`
	From    string           `json:"from"`
	To      string           `json:"to"`
	Verdict activity.Verdict `json:"verdict"`
	Why     string           `json:"why"`
	Covered bool             `json:"covered"`
	Rows    []model.ID       `json:"rows"`
}

// ActivitiesOf is the activity table with what follows from it.
func ActivitiesOf(m *model.Model, revision int64) (Activities, error) {
	t := activity.Of(m)
	covered := t.Coverage()
	numbers := brief.Numbers(m)
	out := Activities{Revision: revision, Rows: []Activity{}, Parties: []Party{}, Facts: []Fact{}, Flows: covered.Facts, Uncovered: len(covered.Uncovered), Performers: []string{}}
	side := map[string]activity.Side{}
	for _, p := range t.Parties {
		out.Parties = append(out.Parties, Party{p.Name, p.Side, p.Why, p.Forced, len(p.Rows)})
		side[p.Key] = p.Side
		out.Performers = append(out.Performers, p.Name)
	}
	for _, r := range t.Rows {
		a := r.Activity()
		row := Activity{ID: r.ID, Performer: a.Performer, Name: r.Name, Inputs: activity.PrintData(a.Inputs, "from"), Outputs: activity.PrintData(a.Outputs, "to"),
			Processing: a.Processing, Timed: a.Timed, Sentences: []int{}, Questions: []string{}, Shown: []ShownFlow{}, Side: side[m.TermKey(a.Performer)]}
		for _, tr := range m.TracesOf(r.ID) {
			if n := numbers[tr.Target]; n > 0 {
				row.Sentences = append(row.Sentences, n)
			}
		}
		slices.Sort(row.Sentences)
		for _, q := range t.Questions {
			if q.Row == r {
				row.Questions = append(row.Questions, q.Data)
			}
		}
		for _, id := range covered.Flows[r.ID] {
			row.Shown = append(row.Shown, shownOf(m, id))
		}
		out.Rows = append(out.Rows, row)
	}
	for _, f := range t.Facts {
		verdict, why := f.Verdict()
		fv := Fact{Data: f.Data, From: f.From.Name, To: f.To.Name, Verdict: verdict, Why: why, Covered: !slices.Contains(covered.Uncovered, f)}
		for _, r := range f.Rows {
			fv.Rows = append(fv.Rows, r.ID)
		}
		out.Facts = append(out.Facts, fv)
	}
	return out, nil
}

func shownOf(m *model.Model, flow model.ID) ShownFlow {
	out := ShownFlow{ID: flow, Title: m.Describe(flow)}
	if placed := m.PlacementsOf(flow); len(placed) > 0 {
		d := m.Diagram(placed[0].Diagram)
		out.Diagram, out.Where = d.ID, DiagramTitle(m, d)
	}
	return out
}
