package notation

import (
	"slices"
	"strings"

	"lexeon/core/model"
)

// Where data flows are drawn, whoever does something with data and somebody else speaks of a
// flow, whatever the verb: "the Shipper gives a complaint to the Office", "the Office receives
// the tide table from the Harbour", "looks up the rate in the tariff list".

// lookedUp are verbs by which data come out of a store: any other puts them in.
var lookedUp = []string{"looks up", "finds", "reads", "checks", "consults", "searches", "sees", "takes", "fetches", "gets"}

// spokenFlows reads ordinary sentences as data flows.
func (p *parser) spokenFlows(keep func(Statement, int, int)) {
	if !p.forgiving || !p.scope.Flows {
		return
	}
	for _, a := range p.places(0) {
		if a.value.Kind == Frame || isStore(a.value) {
			continue
		}
		for _, v := range p.flowVerbs(a.end) {
			for _, n := range p.flowNames(v.end) {
				for word, way := range flowWays {
					at, ok := p.phrase(n.end, word)
					if !ok {
						continue
					}
					for _, b := range p.places(at) {
						if s, ok := p.flowBetween(way, v.value, n.value, a.value, b.value); ok {
							keep(s, b.end, a.cost+v.cost+n.cost+b.cost+1) // the words of the grammar come first
						}
					}
				}
			}
		}
	}
}

// flowWay is where data go by a preposition.
type flowWay int

const (
	away flowWay = iota
	here
	within // into a store, or out of it, as the verb says
)

var flowWays = map[string]flowWay{"to": away, "from": here, "in": within, "into": within, "onto": within}

// flowVerbs are the verbs of a sentence without prepositions: these lead to the other end.
func (p *parser) flowVerbs(i int) []parsed[string] {
	var out []parsed[string]
	for _, v := range p.saids(i) {
		verb, particle, more := strings.Cut(v.value.name, " ")
		switch {
		case v.value.passive || strings.HasPrefix(v.value.name, "is "):
		case !more:
			out = append(out, parsed[string]{verb, v.end, 0})
		case particle == "up": // looks up
			out = append(out, parsed[string]{v.value.name, v.end, 0})
		}
	}
	return out
}

func (p *parser) flowBetween(way flowWay, verb, name string, a, b Ref) (s Statement, ok bool) {
	s = Statement{Form: FormFlow, Verb: name}
	switch {
	case way == within && b.Kind != model.Store:
		return s, false // "in" leads into nothing but stores
	case b.Kind == model.Store:
		s.Form = FormWrite
		if way == here || way == within && slices.Contains(lookedUp, verb) {
			s.Form = FormRead
		}
		s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a, b)
		return s, true
	case way == here:
		a, b = b, a
	}
	s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a, b)
	return s, s.Ends[0].Ref.Kind != Frame || s.Ends[1].Ref.Kind != Frame
}
