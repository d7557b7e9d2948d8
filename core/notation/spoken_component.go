package notation

import (
	"strings"

	"lexeon/core/model"
)

// What people say of components, in other words than the grammar's.

// offers and needs lead to an interface.
var offerWords = map[string]model.Kind{
	"offers": model.Provides, "offer": model.Provides, "exposes": model.Provides, "expose": model.Provides, "publishes": model.Provides, "publish": model.Provides,
	"implements": model.Provides, "realizes": model.Provides, "provide": model.Provides,
	"needs": model.Requires, "need": model.Requires, "consumes": model.Requires, "consume": model.Requires, "expects": model.Requires, "expect": model.Requires, "require": model.Requires,
}

// fetchWords stand before an interface that comes "from" somebody.
var fetchWords = map[string]bool{"requests": true, "request": true, "consumes": true, "takes": true, "receives": true, "uses": true, "fetches": true, "needs": true, "requires": true, "obtains": true}

// holdPhrases say that one component is in another.
var holdPhrases = []struct {
	words    string
	reversed bool
}{
	{"contains", false}, {"contain", false}, {"consists of", false}, {"is made of", false}, {"is composed of", false}, {"includes", false}, {"has", false},
	{"is part of", true}, {"is a part of", true}, {"belongs to", true}, {"is contained in", true}, {"is inside", true}, {"is a component of", true}, {"is a subcomponent of", true}, {"sits in", true}, {"lives in", true}, {"is inside of", true},
}

// callWords say that one component uses another.
var callWords = map[string]bool{"calls": true, "call": true, "invokes": true, "invoke": true}

// callPhrases say so too.
var callPhrases = []string{"talks to", "talk to", "communicates with", "connects to", "relies on", "accesses", "queries", "works with"}

// spokenComponents reads ordinary sentences about components, where those are drawn.
func (p *parser) spokenComponents(add func(Statement, int, int)) {
	if !p.forgiving || !p.scope.Components {
		return
	}
	for _, a := range p.componentPlaces(0, false) {
		if a.value.ref.Kind != model.Component {
			continue
		}
		w := p.word(a.end)
		if kind, ok := offerWords[w]; ok {
			for _, b := range p.interfaces(a.end + 1) {
				s := Statement{Form: FormInterface, Kind: kind}
				s.Ends[0].Ref, s.Ends[1].Ref, s.Ports[0] = a.value.ref, b.value, a.value.port
				add(s, b.end, a.cost+b.cost)
			}
		}
		if w == "uses" || w == "calls" || w == "accesses" || w == "reaches" { // uses Catalogue through Search
			for _, b := range p.componentPlaces(a.end+1, false) {
				for _, by := range []string{"through", "via", "by way of"} {
					after, ok := p.phrase(b.end, by)
					if !ok {
						continue
					}
					for _, i := range p.interfaces(after) {
						s := Statement{Form: FormAssembly, Kind: model.Assembly, Interface: i.value, Ports: [2]string{a.value.port, b.value.port}}
						s.Ends[0].Ref, s.Ends[1].Ref = a.value.ref, b.value.ref
						add(s, i.end, a.cost+b.cost+i.cost)
					}
				}
			}
		}
		if fetchWords[w] {
			p.connector(Statement{Form: FormAssembly, Kind: model.Assembly}, a, a.end+1, "from", false, add)
		}
		if w == "provides" || w == "offers" || w == "gives" || w == "passes" { // it gets it from here
			for _, i := range p.interfaces(a.end + 1) {
				after, ok := p.phrase(i.end, "to")
				if !ok {
					continue
				}
				for _, b := range p.componentPlaces(after, false) {
					s := Statement{Form: FormAssembly, Kind: model.Assembly, Interface: i.value, Ports: [2]string{b.value.port, a.value.port}}
					s.Ends[0].Ref, s.Ends[1].Ref = b.value.ref, a.value.ref
					add(s, b.end, a.cost+b.cost+i.cost)
				}
			}
		}
		for _, h := range holdPhrases {
			if after, ok := p.phrase(a.end, h.words); ok && a.value.port == "" {
				for _, b := range p.componentRefs(after) {
					if b.value.Kind != model.Component || b.value == a.value.ref || strings.Contains(b.value.Name, ":") {
						continue
					}
					s := Statement{Form: FormHolds}
					s.Ends[0].Ref, s.Ends[1].Ref = a.value.ref, b.value
					if h.reversed {
						s.Ends[0], s.Ends[1] = s.Ends[1], s.Ends[0]
					}
					add(s, b.end, a.cost+b.cost-1)
				}
			}
		}
		behind := 0
		if callWords[w] {
			behind = a.end + 1
		}
		for _, v := range callPhrases {
			if after, ok := p.phrase(a.end, v); ok {
				behind = after
			}
		}
		if behind > 0 {
			for _, b := range p.componentRefs(behind) {
				s := Statement{Form: FormDependency, Kind: model.Usage}
				s.Ends[0].Ref, s.Ends[1].Ref = a.value.ref, b.value
				add(s, b.end, a.cost+b.cost)
			}
		}
	}
	for _, i := range p.interfaces(0) { // invoicing is provided by Billing
		for words, kind := range map[string]model.Kind{"is provided by": model.Provides, "is offered by": model.Provides, "is required by": model.Requires, "is needed by": model.Requires} {
			if after, ok := p.phrase(i.end, words); ok {
				for _, b := range p.componentPlaces(after, false) {
					s := Statement{Form: FormInterface, Kind: kind}
					s.Ends[0].Ref, s.Ends[1].Ref, s.Ports[0] = b.value.ref, i.value, b.value.port
					add(s, b.end, i.cost+b.cost)
				}
			}
		}
	}
}
