package activity

import (
	"fmt"
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
)

// View is one of the three diagrams that follow from the table.
type View string

const (
	Context  View = "context"
	Physical View = "physical"
	Logical  View = "logical"
)

// Views lists them in the order of the work.
var Views = []View{Context, Physical, Logical}

// Node is a shape of a derived diagram.
type Node struct {
	ID   model.ID // derived: of table, view, kind and key
	Kind model.Kind
	Name string
	Key  string
	Why  string
	Rows []model.ID
}

// Flow is a data flow of a derived diagram.
type Flow struct {
	ID       model.ID
	Name     string
	Key      string
	From, To model.ID // of nodes
	Why      string
	Rows     []model.ID
	Asks     bool // a dashed line from a question to the process that it is about
}

// Derivation is what a diagram would show if the table alone decided.
type Derivation struct {
	View  View
	Nodes []Node
	Flows []Flow
	// Proposals are stores that belong between two processes that different
	// events start, and exchange data directly.
	Proposals []string
	// OutOfScope and Errors tell of facts that the diagram cannot show.
	OutOfScope []string
	Errors     []string
	// Goods were left out, Questions are open: data that nobody gives or takes.
	Goods     []string
	Questions []string
}

func nodeID(view View, kind model.Kind, key string) model.ID {
	if kind != model.Process {
		view = "any" // entities and stores are the same on all diagrams
	}
	return model.DeriveID("table", string(view), string(kind), key)
}

// Derive tells what a diagram shows by the rules. It is pure: the same table
// gives the same ids.
func (t *Table) Derive(view View) Derivation {
	b := &builder{t: t, d: Derivation{View: view}, flows: map[model.ID]int{}}
	for _, f := range t.Facts {
		switch v, why := f.Verdict(); v {
		case OutOfScope:
			b.d.OutOfScope = append(b.d.OutOfScope, fmt.Sprintf("%s from %s to %s: %s", f.Data, f.From.Name, f.To.Name, why))
		case AtStore:
			b.d.Errors = append(b.d.Errors, fmt.Sprintf("%s from %s to %s: %s", f.Data, f.From.Name, f.To.Name, why))
		}
	}
	b.d.Goods = t.Goods
	for _, q := range t.Questions {
		b.d.Questions = append(b.d.Questions, q.Text())
	}
	switch view {
	case Context:
		b.context()
	case Physical:
		b.physical()
	case Logical:
		b.logical()
	}
	b.questions()
	return b.d
}

// questions stand beside the processes that they are about, on the levels: what the table does
// not say is asked there, and is no flow.
func (b *builder) questions() {
	if b.d.View == Context {
		return
	}
	ask := func(key, text string, process model.ID, rows []model.ID) {
		id := model.DeriveID("table", string(b.d.View), "question", key)
		if slices.ContainsFunc(b.d.Nodes, func(n Node) bool { return n.ID == id }) {
			return // asked already
		}
		b.node(model.Note, id, text, string(id), "The table does not say it.", rows)
		b.d.Flows = append(b.d.Flows, Flow{ID: model.DeriveID(string(id), "anchor"), From: id, To: process, Why: "The table does not say it.", Rows: rows, Asks: true})
	}
	for _, q := range b.t.Questions {
		at := slices.IndexFunc(b.d.Nodes, func(n Node) bool { return n.Kind == model.Process && slices.Contains(n.Rows, q.Row.ID) })
		if at < 0 {
			continue // asked of somebody outside
		}
		key := string(q.Row.ID) + " " + model.NormalForm(q.Data) + fmt.Sprint(q.Input)
		ask(key, q.Text(), b.d.Nodes[at].ID, []model.ID{q.Row.ID})
	}
	// A process that nothing goes into, or nothing comes out of, is asked about as well.
	for _, n := range slices.Clone(b.d.Nodes) {
		if n.Kind != model.Process {
			continue
		}
		in, out, asked := false, false, false
		for _, f := range b.d.Flows {
			in, out, asked = in || f.To == n.ID && !f.Asks, out || f.From == n.ID, asked || f.To == n.ID && f.Asks
		}
		switch {
		case asked || in && out:
		case in:
			ask(string(n.ID)+" out", fmt.Sprintf("What comes of %q, and for whom?", n.Name), n.ID, n.Rows)
		default:
			ask(string(n.ID)+" in", fmt.Sprintf("From what does %q work?", n.Name), n.ID, n.Rows)
		}
	}
}

type builder struct {
	t     *Table
	d     Derivation
	flows map[model.ID]int
}

func (b *builder) node(kind model.Kind, id model.ID, name, key, why string, rows []model.ID) model.ID {
	for i := range b.d.Nodes {
		if b.d.Nodes[i].ID == id {
			return id
		}
	}
	b.d.Nodes = append(b.d.Nodes, Node{ID: id, Kind: kind, Name: name, Key: key, Why: why, Rows: rows})
	return id
}

func (b *builder) partyNode(p *Party) model.ID {
	rows := make([]model.ID, len(p.Rows))
	for i, r := range p.Rows {
		rows[i] = model.ID(r)
	}
	kind := model.Entity
	if p.Side == AtRest {
		kind = model.Store
	}
	return b.node(kind, nodeID("", kind, p.form()), p.Name, p.Key, p.Why, rows)
}

func (b *builder) flow(from, to model.ID, data, key, why string, rows []*model.Element) {
	if from == to {
		return
	}
	id := model.DeriveID("table", string(b.d.View), "flow", string(from), string(to), model.NormalForm(data))
	if i, ok := b.flows[id]; ok {
		for _, r := range rows {
			if !slices.Contains(b.d.Flows[i].Rows, r.ID) {
				b.d.Flows[i].Rows = append(b.d.Flows[i].Rows, r.ID)
			}
		}
		return
	}
	b.flows[id] = len(b.d.Flows)
	f := Flow{ID: id, Name: data, Key: key, From: from, To: to, Why: why}
	for _, r := range rows {
		f.Rows = append(f.Rows, r.ID)
	}
	b.d.Flows = append(b.d.Flows, f)
}

// context: every fact with one end inside and one outside, the inside end
// replaced by the system.
func (b *builder) context() {
	system := b.node(model.Process, dataflow.SystemID, b.t.m.Project().Name, "system", "It stands for all that is inside.", nil)
	for _, f := range b.t.Facts {
		v, why := f.Verdict()
		if v != Crosses {
			continue
		}
		outside := b.partyNode(outsider(f))
		if f.From.Side == Outside {
			b.flow(outside, system, f.Data, f.Key, why, f.Rows)
		} else {
			b.flow(system, outside, f.Data, f.Key, why, f.Rows)
		}
	}
}

// physical: a bubble per performer that is inside; every fact that touches the
// inside.
func (b *builder) physical() {
	at := func(p *Party) model.ID {
		if p.Side == Inside {
			rows := make([]model.ID, len(p.Rows))
			for i, r := range p.Rows {
				rows[i] = model.ID(r)
			}
			return b.node(model.Process, nodeID(Physical, model.Process, p.form()), p.Name, p.Key, p.Why, rows)
		}
		return b.partyNode(p)
	}
	for _, f := range b.t.Facts {
		v, why := f.Verdict()
		if v == Crosses || v == Internal {
			b.flow(at(f.From), at(f.To), f.Data, f.Key, why, f.Rows)
		}
	}
}

// logical: processes from rows, as logical.go groups them.
func (b *builder) logical() {
	groups, links := b.t.logical()
	of := map[*node]model.ID{}
	for _, g := range groups {
		key := string(g.first().row.ID)
		var rows []model.ID
		var names []string
		for _, n := range g.nodes {
			rows = append(rows, n.row.ID)
			names = append(names, fmt.Sprintf("%q", n.row.Name))
		}
		why := "It is the activity " + names[0] + "."
		if len(names) > 1 {
			why = "The activities " + strings.Join(names, ", ") + " are started by the same events or belong together by what they exchange."
		}
		id := b.node(model.Process, nodeID(Logical, model.Process, key), processName(g, links), key, why, rows)
		for _, n := range g.nodes {
			of[n] = id
		}
	}
	rowsOf := func(nodes ...*node) []*model.Element {
		var out []*model.Element
		for _, n := range nodes {
			if n != nil {
				out = append(out, n.row)
			}
		}
		return out
	}
	for _, l := range links {
		switch {
		case l.from == nil:
			b.flow(b.partyNode(l.party), of[l.to], l.data, l.key, fmt.Sprintf("%q takes it in.", l.to.row.Name), rowsOf(l.to))
		case l.to == nil:
			b.flow(of[l.from], b.partyNode(l.party), l.data, l.key, fmt.Sprintf("%q puts it out.", l.from.row.Name), rowsOf(l.from))
		default:
			b.flow(of[l.from], of[l.to], l.data, l.key, fmt.Sprintf("%q puts it out and %q takes it in.", l.from.row.Name, l.to.row.Name), rowsOf(l.from, l.to))
			if of[l.from] != of[l.to] && eventKey(l.from) != eventKey(l.to) {
				text := fmt.Sprintf("%s goes from %q to %q directly, although different events start them: a store between them lets each work in its own time.", l.data, b.name(of[l.from]), b.name(of[l.to]))
				if !slices.Contains(b.d.Proposals, text) {
					b.d.Proposals = append(b.d.Proposals, text)
				}
			}
		}
	}
}

func (b *builder) name(id model.ID) string {
	for _, n := range b.d.Nodes {
		if n.ID == id {
			return n.Name
		}
	}
	return ""
}

// processName is the activity of the row with most outgoing flows; among equals
// the smallest row.
func processName(g *group, links []link) string {
	best, most := g.nodes[0], -1
	for _, n := range g.nodes {
		out := 0
		for _, l := range links {
			if l.from == n && (l.to == nil || !slices.Contains(g.nodes, l.to)) {
				out++
			}
		}
		if out > most {
			best, most = n, out
		}
	}
	return best.row.Name
}
