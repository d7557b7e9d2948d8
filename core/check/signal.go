package check

import (
	"lexeon/core/classifier"
	"lexeon/core/english"
	"lexeon/core/model"
)

var signalUnreceived = &Analyzer{
	Name: "signal/unreceived", Title: "Nobody receives a signal", Severity: Warning,
	Doc:    "A signal is sent so that somebody reacts to it. No class, interface or component says that it is ready for this one, nor for a signal that it is a kind of. Abstract signals are left out: they stand for their kinds.",
	Source: "UML 2.5.1, 10.3.3: a Reception declares that a classifier is prepared to react to the receipt of a signal.",
	Finds:  "the signal LotArrived, which Intake sends, and no «signal» LotArrived anywhere",
	Leaves: "LotArrived, where LotIndex has «signal» LotArrived; an abstract signal; a signal whose general is received",
	Scope: Each{Kinds: []model.Kind{model.Signal}, Reach: []Neighbourhood{Self, receivedSignals}, Around: true, Run: func(p *Pass, r model.Row) {
		m, e := p.Model, r.(*model.Element)
		if e.Classifier().Abstract || e.Name == "" {
			return
		}
		for _, id := range classifier.Lineage(m, e.ID) {
			if len(m.Receptions(id)) > 0 {
				return
			}
		}
		f := Finding{Subject: e.ID}
		var senders []string
		for _, u := range m.RelationshipsOf(e.ID) {
			if u.Target == e.ID && m.IsSend(u) {
				senders, f.Related = append(senders, nameOf(m, u.Source)), append(f.Related, u.Source)
			}
		}
		if len(senders) == 0 {
			f.says = say("Nobody receives the signal %s, and nobody sends it.", e.Name)
		} else {
			f.says = say("%s is sent by %s, and nobody receives it.", e.Name, english.List(senders))
		}
		p.Report(f)
	}},
}

// receivedSignals: from a reception to its signal and the kinds of it.
func receivedSignals(m *model.Model, r model.Row, reach func(model.ID)) {
	if e, ok := r.(*model.Element); ok && e.Kind == model.Reception && e.Type != "" {
		reach(e.Type)
		for _, id := range classifier.Below(m, e.Type) {
			reach(id)
		}
	}
}
