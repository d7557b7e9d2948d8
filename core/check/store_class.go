package check

import (
	"strings"

	"lexeon/core/dictionary"
	"lexeon/core/model"
)

var crossStoreClass = &Analyzer{
	Name: "cross/store-class", Title: "A store holds what is no class", Severity: Warning,
	Doc: "What rests in a store is what the program has to keep, and so what there are classes for. Judged by the contents of the store, never by its name: an item that is a class's term, the key that identifies it, or items that are the attributes of a class; a word that an item shares with a class or one of its attributes, and a sentence that both stem from, are enough too. " +
		"Asked where there are classes, and of stores whose contents are written down.",
	Source:   "Data at rest and the entities of the data model are two sides of one thing: Yourdon 1989, ch. 14.",
	Finds:    "Feed book = {feed entry}, feed entry = @feed number + sugar + date, and no class that has any of these.",
	Leaves:   "Lot register = {lot entry}, lot entry = @lot number + mass + moisture, and the class HoneyLot, a lot for short; a store without contents",
	Requires: []Requirement{usesOfClasses, classWords, dictionaries},
	Scope: Each{Kinds: []model.Kind{model.Store}, Reach: []Neighbourhood{Self, tracing}, Run: func(p *Pass, r model.Row) {
		m, store, x := p.Model, r.(*model.Element), usesOfClasses.of(p).matrix
		if x == nil {
			return
		}
		if classes, told := x.StoreClasses(store.ID); !told || len(classes) > 0 || isKnownOtherwise(p, store.ID) {
			return
		}
		f := Finding{Subject: store.ID, says: say("%s holds data that are those of no class. What is kept there?", nameOf(m, store.ID))}
		if name := recordOf(store); name != "" && len(m.ClassifiersNamed(name)) == 0 {
			// Only where the contents tell that it is what they are of.
			if x.SpeaksOf(store, name) {
				f.Mends = append(f.Mends, Mend{Title: "Add the class " + name, Changes: []model.Change{&model.AddElement{ID: model.DeriveID("record", string(store.ID)), Kind: model.Class, Name: name}}})
			}
		}
		p.Report(f)
	}},
}

// tracing: from a trace, or from what is at one, to all that stems from the same source.
func tracing(m *model.Model, r model.Row, reach func(model.ID)) {
	sources := func(id model.ID) {
		for _, t := range m.TracesTo(id) {
			reach(t.Source)
		}
	}
	switch r := r.(type) {
	case *model.Relationship:
		if r.Kind == model.Trace {
			reach(r.Source)
			sources(r.Target)
		}
	case *model.Element:
		for _, t := range m.TracesOf(r.ID) {
			sources(t.Target)
		}
	}
}

// isKnownOtherwise: a word or a source connects what a store holds with a class.
func isKnownOtherwise(p *Pass, store model.ID) bool {
	contents, err := dictionary.Parsed(p.Model.Element(store).Store().Contents)
	return err == nil && contents != nil && sharesWord(dictionaries.of(p), contents, classWords.of(p)) || sameSource(p.Model, store, model.Class)
}

// recordOf is a class for what a store holds one after the other, where its name can
// be told: of {feed entry}, Feed.
func recordOf(store *model.Element) string {
	e, err := dictionary.Parsed(store.Store().Contents)
	if err != nil || e == nil || e.Op != dictionary.Repeated || len(e.Parts) != 1 || e.Parts[0].Op != dictionary.Name {
		return ""
	}
	words := model.Words(e.Parts[0].Text)
	if last := len(words) - 1; last > 0 && recordWords[words[last]] {
		words = words[:last]
	}
	out := ""
	for _, w := range words {
		out += model.Capital(w)
	}
	return strings.TrimSpace(out)
}

// recordWords are words for a record that add nothing to the name of what it is of.
var recordWords = words("entry record line row item data")
