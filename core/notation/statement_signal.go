package notation

import (
	"lexeon/core/english"
	"lexeon/core/model"
)

// FormSend says that a class sends a signal, and perhaps by which operation:
//
//	send = ref "sends" ref [ "by" name ] .
const FormSend Form = "send"

// sendStatements reads what follows a class and "sends". A name that nobody bears is a
// signal to be made, if nothing better is found.
func (p *parser) sendStatements(a parsed[StatementEnd], keep func(Statement, int, int)) {
	after, ok := p.flowVerb(a.end, "sends", "send")
	if !ok || !a.value.onlyRef() {
		return
	}
	for _, b := range p.ref(after, model.Signal) {
		if b.value.Kind != model.Signal {
			continue
		}
		s := Statement{Form: FormSend}
		s.Ends[0].Ref, s.Ends[1].Ref = a.value.Ref, b.value
		cost := a.cost + b.cost
		if b.value.ID == "" && p.forgiving {
			cost++ // of two readings as good as each other, the association
		}
		keep(s, b.end, cost)
		if by, ok := p.phrase(b.end, "by"); ok {
			for _, n := range p.names(by) {
				if n.value != "" {
					s.Verb = n.value
					keep(s, n.end, cost+n.cost)
				}
			}
		}
	}
}

// usageStatement: a usage that leads to a signal says that it is sent.
func usageStatement(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
	if !m.IsSend(r) {
		return dependencyStatement(m, r, ref)
	}
	s := between(FormSend, r, ref)
	if o := m.Element(r.Refers); o != nil {
		s.Verb = o.Name
	}
	return s, m.Element(r.Source).Kind.IsClassifier()
}

func printSend(m *model.Model, s Statement) string {
	out := printEnds(m, s, "sends")
	if s.Verb != "" {
		out += " by " + PrintName(s.Verb)
	}
	return out
}

// makeSend finds the operation by its name, or makes it.
func makeSend(k *making) {
	k.between(model.Usage, k.a, k.b)
	if k.s.Verb == "" {
		return
	}
	for _, o := range k.m.Children(k.a, model.Operation) {
		if o.Name == k.s.Verb {
			k.line.Refers = o.ID
			return
		}
	}
	k.line.Refers = k.id("operation", k.s.Verb)
	k.before = append(k.before, &model.AddPart{ID: k.line.Refers, Owner: k.a, Kind: model.Operation, Name: k.s.Verb})
}

func readUsage(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence {
	if !m.IsSend(r) {
		return readDependency(m, r, name)
	}
	by := ""
	if o := m.Element(r.Refers); o != nil {
		by = " by " + o.Name
	}
	out := []Sentence{plain(name(r.Source) + " sends " + name(r.Target) + by + ".")}
	var receivers []string
	for _, e := range m.Receptions(r.Target) {
		receivers = append(receivers, name(e.Owner))
	}
	if len(receivers) == 0 {
		return append(out, plain("Nobody receives "+name(r.Target)+" yet."))
	}
	return append(out, plain(name(r.Target)+" is received by "+english.List(receivers)+"."))
}
