package check

import (
	"slices"
	"strings"
	"sync"

	"lexeon/core/model"
)

var crossUnmotivated = &Analyzer{
	Name: "cross/unmotivated", Title: "Nothing asks for a class", Severity: Advice,
	Doc: "No sentence of the brief, no activity, no flow and no use case mentions this class, nor does any other face of its term, and it is traced to nothing. Either it was made up, or what asks for it was never written down. " +
		"Left out are general classes of classes that are asked for, classes that hang on an association, and those that realize an interface or stand in for a part of the program (stereotype control, boundary or service). " +
		"Asked only where most classes are mentioned: else the texts tell too little.",
	Source:   "Every element of the solution answers to something in the problem: traceability, IEEE 830, 4.3.8.",
	Finds:    "The class Tombola, of which no sentence, flow or use case speaks.",
	Leaves:   "HoneyLot, where a flow is called “honey lots of the day”; TraceableItem, of which HoneyLot is a kind.",
	Requires: []Requirement{outsideMentions},
	Scope: Whole{
		Touched: func(r model.Row) bool {
			switch r := r.(type) {
			case *model.Term:
				return true
			case *model.Element:
				return !r.Kind.IsPart() || r.Kind == model.Step || r.Kind == model.Alternative || r.Kind == model.Sentence || r.Kind == model.Activity || r.Kind == model.Process
			case *model.Relationship:
				return true
			}
			return false
		},
		Run: runUnmotivated,
	},
}

// technical stereotypes stand for parts of the program.
var technical = words("control boundary service utility")

func isTechnical(c *model.Element) bool {
	return slices.ContainsFunc(c.Stereotypes, func(s string) bool { return technical[strings.ToLower(s)] })
}

func runUnmotivated(p *Pass) {
	m := p.Model
	texts := outsideMentions.of(p)
	if texts.empty() {
		return
	}
	classes := m.Elements(model.Class)
	asked := map[model.ID]bool{}
	for _, c := range classes {
		if texts.ask(m, c) {
			asked[c.ID] = true
		}
	}
	if len(asked)*2 <= len(classes) {
		return
	}
	for _, c := range classes {
		if asked[c.ID] || strings.TrimSpace(c.Name) == "" || excused(m, c, asked) {
			continue
		}
		p.Report(Finding{Subject: c.ID, says: say("No sentence, activity, flow or use case speaks of %s. What is it for?", c.Name)})
	}
}

// excused: it need not be asked for by itself.
func excused(m *model.Model, c *model.Element, asked map[model.ID]bool) bool {
	if hangsOnAssociation(m, c.ID) || len(m.Realizes(c.ID)) > 0 || isTechnical(c) {
		return true
	}
	seen := map[model.ID]bool{}
	var specific func(id model.ID) bool
	specific = func(id model.ID) bool {
		if seen[id] {
			return false
		}
		seen[id] = true
		return slices.ContainsFunc(m.Specifics(id), func(g *model.Relationship) bool { return asked[g.Source] || specific(g.Source) })
	}
	return specific(c.ID)
}

func hangsOnAssociation(m *model.Model, class model.ID) bool {
	return slices.ContainsFunc(m.Uses(class), func(r model.Row) bool {
		line, ok := r.(*model.Relationship)
		return ok && line.Class == class
	})
}

// outsideMentions is what texts of the outside and names of anything but classes say.
var outsideMentions = &Fact[*mentions]{
	name: "mentions", needs: []Requirement{textIndexes},
	rests: rowsOf(model.Entity, model.Process, model.Store, model.DataItem, model.Actor, model.UseCase, model.Activity, model.DataFlow).has,
	find:  func(f *facts) *mentions { return newMentions(f.m, textIndexes.in(f)) },
}

// mentions finds whether words stand together in a text of the outside or in a
// name of anything but classes.
type mentions struct {
	texts *textIndex
	names map[string][]int // as in textIndex, of names
	count int              // of names
	asked memo             // of names of classes, whether a text has all of their words
}

func newMentions(m *model.Model, texts *textIndex) *mentions {
	x := &mentions{texts: texts, names: map[string][]int{}}
	for _, kind := range []model.Kind{model.Entity, model.Process, model.Store, model.DataItem, model.Actor, model.UseCase} {
		for _, e := range m.OfKind(kind) {
			x.add(e.Name + " " + e.Store().Contents)
		}
	}
	for _, e := range m.OfKind(model.Activity) {
		for _, name := range activityNames(e) {
			x.add(name)
		}
	}
	if x.count > 0 { // flows come with what they connect
		for _, f := range m.Relationships(model.DataFlow) {
			x.add(f.Name)
		}
	}
	return x
}

func (x *mentions) add(text string) {
	if stems := stemsOf(text); len(stems) > 0 {
		x.count++
		index(x.names, stems, x.count)
	}
}

func (x *mentions) empty() bool { return x.count == 0 && len(x.texts.texts) == 0 }

// all reports whether one text or name has all words of a name.
func (x *mentions) all(name string) bool {
	return x.asked.of(name, func() bool {
		stems := stemsOf(name)
		return together(x.texts.where, stems) || together(x.names, stems)
	})
}

// memo remembers answers about names; it is forgotten with what they are about.
type memo struct {
	mu    sync.Mutex
	known map[string]bool
}

func (o *memo) of(name string, find func() bool) bool {
	o.mu.Lock()
	defer o.mu.Unlock()
	answer, known := o.known[name]
	if !known {
		if o.known == nil {
			o.known = map[string]bool{}
		}
		answer = find()
		o.known[name] = answer
	}
	return answer
}

// together reports whether one text has all of some words.
func together(where map[string][]int, stems []string) bool {
	var common []int
	for i, s := range stems {
		list := where[s]
		if i == 0 {
			common = list
			continue
		}
		both := make([]int, 0, min(len(common), len(list)))
		for a, b := 0, 0; a < len(common) && b < len(list); {
			switch {
			case common[a] < list[b]:
				a++
			case common[a] > list[b]:
				b++
			default:
				both = append(both, common[a])
				a, b = a+1, b+1
			}
		}
		common = both
	}
	return len(common) > 0
}

// ask reports whether something asks for a class.
func (x *mentions) ask(m *model.Model, c *model.Element) bool {
	if len(m.TracesOf(c.ID)) > 0 || x.all(c.Name) {
		return true
	}
	t := m.Term(c.Term)
	if t == nil {
		return false
	}
	for _, name := range append([]string{t.Name}, append(slices.Clone(t.Aliases), t.Rejected...)...) {
		if x.all(name) {
			return true
		}
	}
	return slices.ContainsFunc(m.Faces(t.ID), func(e *model.Element) bool { return !e.Kind.IsClassifier() })
}
