// Package check finds what is inconsistent, doubtful or undecided in a model.
// Each rule is one Analyzer value that carries its name, reason, source and
// examples; documentation, help and tests come from that one value. The runner
// keeps the findings of a model and, after a change, reruns only what its delta
// reaches.
package check

import (
	"slices"

	"lexeon/core/model"
)

// Severity of a finding.
type Severity string

const (
	Error    Severity = "error"    // the model contradicts itself or the standard
	Warning  Severity = "warning"  // nearly always a mistake
	Advice   Severity = "advice"   // worth a look
	Question Severity = "question" // open on purpose: somebody has to be asked
)

// Severities from the gravest to the lightest.
var Severities = []Severity{Error, Warning, Advice, Question}

// Rank is 0 for the gravest; an unknown severity ranks last.
func (s Severity) Rank() int {
	for i, t := range Severities {
		if s == t {
			return i
		}
	}
	return len(Severities)
}

// Finding says what is wrong, and where.
type Finding struct {
	Rule     string     `json:"rule"`
	Severity Severity   `json:"severity"`
	Subject  model.ID   `json:"subject"`           // the row it is about
	Related  []model.ID `json:"related,omitempty"` // further rows it speaks of
	Key      string     `json:"key,omitempty"`     // tells findings of one rule on one subject apart
	Message  string     `json:"message"`
	// Basis is a hash of the facts that the finding states. While it stays the
	// same, the finding is the same, whatever else was edited.
	Basis string `json:"basis"`
	// Follows is the id of a finding that brings this one about: it goes with that. "" for
	// most.
	Follows string `json:"follows,omitempty"`
	// says is the message as it was put together.
	says  wording `json:"-"`
	Mends []Mend  `json:"mends,omitempty"`
	// Offer finds further mends, where that takes more than finding what is wrong: it
	// is asked when somebody wants to know. Nil: there are none.
	Offer func(*model.Model) []Mend `json:"-"`
}

// Ways lists all mends that a rule knows, for the model that the finding is about. Not all of
// them lead out: see [State.MendsOf].
func (f Finding) Ways(m *model.Model) []Mend {
	if f.Offer == nil {
		return f.Mends
	}
	return append(slices.Clone(f.Mends), f.Offer(m)...)
}

// ID identifies a finding within a project.
func (f Finding) ID() string { return f.Rule + "|" + string(f.Subject) + "|" + f.Key }

// Mend is a mechanical way out of a finding: a verb phrase, and the changes.
type Mend struct {
	Title   string         `json:"title"`
	Changes []model.Change `json:"-"`
	// Late gives the changes of a mend that hang on where shapes stand: findings
	// are not computed anew when shapes are moved.
	Late func(*model.Model) []model.Change `json:"-"`
}

// On gives the changes of the mend for the model that the finding is about.
func (d Mend) On(m *model.Model) []model.Change {
	if d.Late != nil {
		return d.Late(m)
	}
	return d.Changes
}

// Analyzer is one rule.
type Analyzer struct {
	Name     string // words: family/what
	Title    string
	Severity Severity
	Doc      string        // what it finds, and why it matters
	Source   string        // where the rule comes from
	Finds    string        // one example that it finds
	Leaves   string        // one example that it rightly leaves alone
	Requires []Requirement // facts that it reads
	// OnRequest: it is off, unless a project wants it by a severity of its own: most of what
	// it finds is no mistake.
	OnRequest bool
	Scope     Scope
}

// Scope decides what a rule is run on and when it runs again. It is one of Each,
// Group and Whole.
type Scope interface{ scope() }

// Each runs on every element or relationship of the given kinds, and again when
// a row of its neighbourhood was written.
type Each struct {
	Kinds []model.Kind
	// Reach lists the neighbourhoods: from a row that was written to the
	// subjects whose findings may depend on it.
	Reach []Neighbourhood
	// Around adds what surrounds the classifiers of a row that was written: see
	// around. It is found once for all rules.
	Around bool
	Run    func(p *Pass, subject model.Row)
}

// Group runs on sets of rows of the given kinds that share a key, and again for
// every key of a row that was written, old and new.
type Group struct {
	Kinds []model.Kind
	Key   func(m *model.Model, r model.Row) string // "" for rows in no group
	// Members finds the rows of a group from indexes.
	Members func(m *model.Model, key string) []model.Row
	// Several: a group of one gives no finding.
	Several bool
	Run     func(p *Pass, key string, members []model.Row)
}

// Whole runs on the model as a whole, and again when Touched accepts a row that was
// written, or when a fact that the rule requires has changed.
type Whole struct {
	Touched func(model.Row) bool // nil: only the facts tell
	// Concerns, where it is there, leaves out rows that Touched accepts.
	Concerns func(m *model.Model, r model.Row) bool
	// Silent, where it is there, accepts rows that were written in such a way that
	// they cannot give rise to a finding where there was none; old is nil for new
	// rows, next for deleted ones. Then the rule does not run again.
	Silent func(old, next model.Row) bool
	Run    func(p *Pass)
}

// classifiers are the kinds of classifiers.
var classifiers = model.ClassifierKinds()

// kindOf is the kind of an element or relationship, "" of other rows.
func kindOf(r model.Row) model.Kind {
	switch r := r.(type) {
	case *model.Element:
		return r.Kind
	case *model.Relationship:
		return r.Kind
	}
	return ""
}

func (Each) scope()  {}
func (Group) scope() {}
func (Whole) scope() {}

// Pass is one run of one rule.
type Pass struct {
	Model    *model.Model
	analyzer *Analyzer
	facts    *facts
	known    map[model.ID][]*model.Element // ends of associations, where all are checked
	found    []Finding
}

// ends of an association.
func (p *Pass) ends(association model.ID) []*model.Element {
	if p.known != nil {
		return p.known[association]
	}
	return p.Model.Ends(association)
}

// Report adds a finding. Its basis is made of facts: what its message tells beside the
// wording, and further ones that are given. What a message says in other words stays the
// same finding.
func (p *Pass) Report(f Finding, facts ...string) {
	f.Rule = p.analyzer.Name
	if f.Severity == "" {
		f.Severity = p.analyzer.Severity
	} else if f.Severity != p.analyzer.Severity { // it is another case of the rule
		facts = append(facts, string(f.Severity))
	}
	f.Basis = string(model.DeriveID(append([]string{f.Rule, string(f.Subject), f.Key}, append(f.says.facts, facts...)...)...))
	f.Message = f.says.text
	p.found = append(p.found, f)
}
