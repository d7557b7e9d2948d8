package notation

import (
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
)

// Where data flows are drawn, whoever does something with data and somebody else speaks of a
// flow, whatever the verb: "the Shipper gives a complaint to the Office", "the Office receives
// the tide table from the Harbour", "looks up the rate in the tariff list", "gives the Shipper a
// receipt", "the receipt is sent to the Shipper by the Office".

// lookedUp are verbs by which data come out of a store: any other puts them in.
var lookedUp = []string{"looks up", "finds", "reads", "checks", "consults", "searches", "sees", "takes", "fetches", "gets", "compares", "retrieves", "verifies"}

// telling are verbs whose object is who is told something, with what behind "of" or "about".
var telling = english.Set("inform notify tell remind warn advise")

// spokenFlows reads ordinary sentences as data flows.
func (p *parser) spokenFlows(keep func(Statement, int, int)) {
	if !p.forgiving || !p.scope.Flows {
		return
	}
	p.passiveFlows(keep)
	p.movingFlows(keep)
	p.passiveTold(keep)
	p.passiveKept(keep)
	for _, a := range p.places(0) {
		if a.value.Kind == Frame || isStore(a.value) {
			continue
		}
		if base, bent := english.BaseForm(p.word(a.end)); a.value.ID == "" && a.value.Kind == "" && !bent && english.CanBeVerb(base) { // visitors hand
			a.value.Name = singularName(a.value.Name)
		}
		for _, v := range p.flowVerbs(a.end) {
			p.flowsTo(a, v, keep)
			p.flowsGiven(a, v, keep)
			p.flowsTold(a, v, keep)
			p.flowsKept(a, v, keep)
		}
	}
}

// flowsKept: verb and store: "the desk updates the member file" writes there, "the auditor consults the
// ledger" reads there. Which data those are is not said.
func (p *parser) flowsKept(a parsed[Ref], v parsed[string], keep func(Statement, int, int)) {
	for _, b := range p.places(v.end) {
		if s, ok := p.kept(v.value, a.value, b.value); ok {
			keep(s, b.end, a.cost+v.cost+b.cost+1)
		}
	}
}

// changing are verbs by which what is kept in a store becomes other.
var changing = english.Set("update maintain amend keep edit correct change adjust extend revise complete")

func (p *parser) kept(verb string, who, store Ref) (s Statement, ok bool) {
	asStore(&store)
	if !isStore(store) || isStore(who) || who.Kind == Frame {
		return s, false
	}
	base, _ := english.BaseForm(verb)
	switch {
	case changing[base]:
		s.Form = FormWrite
	case slices.Contains(lookedUp, verb):
		s.Form = FormRead
	default:
		return s, false
	}
	s.Ends[0].Ref, s.Ends[1].Ref = p.implied(who, store)
	return s, true
}

// asStore makes a store of what is new, where its noun says so.
func asStore(r *Ref) {
	if r.ID == "" && r.Kind == "" && english.IsStore(lastWordOf(r.Name)) {
		r.Kind = model.Store
	}
}

func lastWordOf(name string) string {
	words := strings.Fields(strings.ToLower(name))
	if len(words) == 0 {
		return ""
	}
	return words[len(words)-1]
}

// flowsTo: verb, data, preposition, place.
func (p *parser) flowsTo(a parsed[Ref], v parsed[string], keep func(Statement, int, int)) {
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
	// Updates a store with data.
	for _, b := range p.places(v.end) {
		if at, ok := p.phrase(b.end, "with"); ok && isStore(b.value) {
			for _, n := range p.flowNames(at) {
				s := Statement{Form: FormWrite, Verb: n.value}
				s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a.value, b.value)
				keep(s, n.end, a.cost+v.cost+n.cost+b.cost+1)
			}
		}
	}
}

// flowsGiven: verb, place, data: "sends the shipper a confirmation". The place is known, or what is given
// begins with an article behind it.
func (p *parser) flowsGiven(a parsed[Ref], v parsed[string], keep func(Statement, int, int)) {
	base, _ := english.BaseForm(v.value)
	for _, b := range p.places(v.end) {
		if isStore(b.value) || b.value.ID == "" && !(giving[base] && articles[p.word(b.end)] && articles[p.word(v.end)]) {
			continue
		}
		for _, n := range p.flowNames(b.end) {
			if n.value == "" || articles[strings.ToLower(strings.Fields(n.value)[0])] {
				continue
			}
			s := Statement{Form: FormFlow, Verb: n.value}
			s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a.value, b.value)
			keep(s, n.end, a.cost+v.cost+n.cost+b.cost+1)
		}
	}
}

// passiveTold: "the manager is informed of complaints by the office", or the other way round.
func (p *parser) passiveTold(keep func(Statement, int, int)) {
	for _, b := range p.places(0) {
		if base := english.PastBase(p.word(b.end+1), english.CanBeVerb); !toBe[p.word(b.end)] || !telling[base] || isStore(b.value) {
			continue
		}
		told := func(a parsed[Ref], n parsed[string], end int) {
			s := Statement{Form: FormFlow, Verb: n.value}
			s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a.value, b.value)
			keep(s, end, a.cost+n.cost+b.cost+1)
		}
		for _, of := range []string{"of", "about"} {
			if at, ok := p.phrase(b.end+2, of); ok {
				for _, n := range p.flowNames(at) {
					if by, ok := p.phrase(n.end, "by"); ok {
						for _, a := range p.places(by) {
							told(a, n, a.end)
						}
					}
				}
			}
			if by, ok := p.phrase(b.end+2, "by"); ok {
				for _, a := range p.places(by) {
					if at, ok := p.phrase(a.end, of); ok {
						for _, n := range p.flowNames(at) {
							told(a, n, n.end)
						}
					}
				}
			}
		}
	}
}

// passiveKept: "the member file is updated by the desk".
func (p *parser) passiveKept(keep func(Statement, int, int)) {
	for _, b := range p.places(0) {
		base := english.PastBase(p.word(b.end+1), english.CanBeVerb)
		if by, ok := p.phrase(b.end+2, "by"); ok && base != "" && toBe[p.word(b.end)] {
			for _, a := range p.places(by) {
				if s, ok := p.kept(thirdPerson(base), a.value, b.value); ok {
					keep(s, a.end, a.cost+b.cost+1)
				}
			}
		}
	}
}

// flowsTold: "informs the pilot of the berth".
func (p *parser) flowsTold(a parsed[Ref], v parsed[string], keep func(Statement, int, int)) {
	if base, _ := english.BaseForm(v.value); !telling[base] {
		return
	}
	for _, b := range p.places(v.end) {
		if isStore(b.value) {
			continue
		}
		for _, word := range []string{"of", "about"} {
			if at, ok := p.phrase(b.end, word); ok {
				for _, n := range p.flowNames(at) {
					s := Statement{Form: FormFlow, Verb: n.value}
					s.Ends[0].Ref, s.Ends[1].Ref = p.implied(a.value, b.value)
					keep(s, n.end, a.cost+v.cost+n.cost+b.cost+1)
				}
			}
		}
	}
}

// passiveFlows: "the manifest is passed on to customs by the office", "the arrival is entered in
// the register by the office".
func (p *parser) passiveFlows(keep func(Statement, int, int)) {
	for _, n := range p.flowNames(0) {
		if !toBe[p.word(n.end)] {
			continue
		}
		at := n.end + 1
		base := english.PastBase(p.word(at), english.CanBeVerb)
		if base == "" {
			continue
		}
		at++
		if w := p.word(at); w == "on" || w == "over" || w == "back" || w == "out" {
			if flowWays[p.word(at+1)] == away || p.word(at+1) == "by" {
				at++
			}
		}
		verb := thirdPerson(base)
		p.passiveEnds(n, verb, at, keep)
	}
}

// passiveEnds reads the ends of a passive in either order: "to B by A", "by A to B".
func (p *parser) passiveEnds(n parsed[string], verb string, at int, keep func(Statement, int, int)) {
	for word, way := range flowWays {
		if to, ok := p.phrase(at, word); ok {
			for _, b := range p.places(to) {
				if by, ok := p.phrase(b.end, "by"); ok {
					for _, a := range p.places(by) {
						if s, ok := p.flowBetween(way, verb, n.value, a.value, b.value); ok {
							keep(s, a.end, n.cost+a.cost+b.cost+1)
						}
					}
				}
			}
		}
	}
	if from, ok := p.phrase(at, "from"); ok { // from A to B
		for _, a := range p.places(from) {
			if to, ok := p.phrase(a.end, "to"); ok {
				for _, b := range p.places(to) {
					if s, ok := p.flowBetween(away, verb, n.value, a.value, b.value); ok {
						keep(s, b.end, n.cost+a.cost+b.cost+1)
					}
				}
			}
		}
	}
	by, ok := p.phrase(at, "by")
	if !ok {
		return
	}
	for _, a := range p.places(by) {
		for word, way := range flowWays {
			if to, ok := p.phrase(a.end, word); ok {
				for _, b := range p.places(to) {
					if s, ok := p.flowBetween(way, verb, n.value, a.value, b.value); ok {
						keep(s, b.end, n.cost+a.cost+b.cost+1)
					}
				}
			}
		}
	}
}

// movingFlows: "the confirmation goes from the office to the shipper".
func (p *parser) movingFlows(keep func(Statement, int, int)) {
	for _, n := range p.flowNames(0) {
		switch w := p.word(n.end); w {
		case "goes", "go", "comes", "come", "flows", "flow", "passes", "pass", "moves", "move":
		default:
			continue
		}
		from, ok := p.phrase(n.end+1, "from")
		if !ok {
			continue
		}
		for _, a := range p.places(from) {
			if to, ok := p.phrase(a.end, "to"); ok {
				for _, b := range p.places(to) {
					if s, ok := p.flowBetween(away, "goes", n.value, a.value, b.value); ok {
						keep(s, b.end, n.cost+a.cost+b.cost+1)
					}
				}
			}
		}
	}
}

func baseOf(verb string) string {
	base, _ := english.BaseForm(verb)
	return base
}

// flowWay is where data go by a preposition.
type flowWay int

const (
	away flowWay = iota
	here
	within // into a store, or out of it, as the verb says
)

var flowWays = map[string]flowWay{
	"to": away, "on to": away, "over to": away, "back to": away, "at": away, "from": here, "in": within, "into": within, "onto": within, "on": within, "against": within, "with": within,
}

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
		case particle == "on" || particle == "over" || particle == "back" || particle == "out" || particle == "in" && english.IsParticle(baseOf(verb), "in"): // passes on
			out = append(out, parsed[string]{verb, v.end, 0})
		}
	}
	return out
}

func (p *parser) flowBetween(way flowWay, verb, name string, a, b Ref) (s Statement, ok bool) {
	s = Statement{Form: FormFlow, Verb: name}
	asStore(&a)
	asStore(&b)
	if way == within && b.ID == "" && b.Kind == "" && !isStore(a) { // nothing else can be in it
		b.Kind = model.Store
	}
	switch {
	case isStore(a) && isStore(b), name == "":
		return s, false
	case way == within && b.Kind != model.Store:
		return s, false // "in" leads into nothing but stores
	case isStore(a): // out of a store
		s.Form = FormRead
		s.Ends[0].Ref, s.Ends[1].Ref = p.implied(b, a)
		return s, true
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
