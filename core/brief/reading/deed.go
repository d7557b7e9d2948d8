package reading

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
	"lexeon/core/wordclass"
)

// RowProposal is a row that the activity table could have.
type RowProposal struct {
	Sentence model.ID
	Name     string
	Data     model.ActivityData
	// There is a row already that says this, by performer and activity.
	There bool
}

// What comes of these verbs did not exist before; what those of reading are done to is read.
var (
	makingVerbs = english.Set(`compute calculate determine prepare produce create generate make compose estimate forecast derive design publish plan schedule print draft compile
		write issue formulate draw fill key type record note register enter list`)
	makingPhrase = english.Set("work-out draw-up write-down make-out write-up figure-out sum-up set-up fill-in fill-out write-out note-down")
	readingVerbs = english.Set("look read consult search query check see find compare verify inspect examine")
	takingVerbs  = english.Set("receive get collect read fetch take obtain accept")
	signingVerbs = english.Set("sign countersign stamp initial") // only what is written
	orderVerbs   = english.Set("order request demand require claim ask")
	tellingVerbs = english.Set("inform notify tell remind warn advise")
	lodging      = english.Set("place file lodge register leave deposit")
	payable      = english.Set("bill invoice account statement")
	// idle verbs say how things are, or what somebody means to do.
	idleVerbs = english.Set(`have be consist contain include belong comprise need want exist remain know depend mean become seem happen stay let concern regard relate
		own live stand lie apply agree come go use like wish expect last vary occur differ state name wear bear keep-in`)
)

var story = regexp.MustCompile(`(?i)^(?:[a-z]{0,3}[-. ]?\d+[.:)]?\s+)?as an? [^,]{2,60}?,? i\b`)

// deedsOf are what a sentence says that somebody does, with things called as the candidates are.
func (f *finder) deedsOf(p parsedSentence) []notation.Deed {
	if story.MatchString(p.text) {
		return nil // a wish for the system
	}
	f.knowNouns()
	f.mentioned.IsPerson = func(thing string) bool { return f.performs(f.called(thing)) }
	f.mentioned.IsGroup = func(thing string) bool { return isGroup(lastWord(f.called(thing))) }
	var out []notation.Deed
	for _, d := range notation.Deeds(f.m, withoutNumber(p.text), &f.mentioned) {
		if idleVerbs[d.Verb] {
			continue
		}
		d.Subject, d.Object, d.Receiver = f.called(d.Subject), f.called(d.Object), f.called(d.Receiver)
		for i := range d.With {
			d.With[i].Thing = f.called(d.With[i].Thing)
		}
		if english.IsAdverb(lastWord(d.Object)) || isPronoun(d.Object) {
			d.Object = ""
		}
		if isPronoun(d.Subject) {
			d.Subject = ""
		}
		if what := d.Behind("for"); orderVerbs[d.Verb] && d.Particle == "" && what != "" && f.performs(d.Object) { // asks the hotel for a confirmation
			d.Receiver, d.Object, d.Particle = d.Object, what, "for"
		}
		out = append(out, d)
	}
	return out
}

func isPronoun(name string) bool {
	switch name {
	case "i", "we", "you", "he", "she", "it", "they", "me", "us", "him", "her", "them", "who", "which", "that", "this", "these", "those", "one", "nobody", "somebody", "everybody", "whoever":
		return true
	}
	return false
}

// knowNouns gathers once what the brief names.
func (f *finder) knowNouns() {
	if f.nouns != nil {
		return
	}
	f.nouns, f.doers = map[string]bool{}, map[string]bool{}
	for i := range f.parsed {
		for _, np := range f.parsed[i].phrases {
			f.nouns[np.bare()] = true
			f.nouns[np.name()] = true
		}
		if !f.parsed[i].heading {
			for _, d := range notation.Deeds(f.m, withoutNumber(f.parsed[i].text), &notation.Mentioned{}) {
				if !idleVerbs[d.Verb] {
					f.doers[lastWord(d.Subject)] = true
				}
			}
		}
	}
}

// isGroup: several people, or where they work.
func isGroup(noun string) bool {
	sorts := wordclass.SortsOf(noun)
	return len(sorts) > 0 && !slices.Contains(sorts, wordclass.Person) && slices.ContainsFunc(sorts, func(s wordclass.Sort) bool { return s == wordclass.Group || s == wordclass.Workplace })
}

// called is a thing as the brief names it elsewhere: without adjectives where the noun stands
// alone, "signed loading list" is the loading list.
func (f *finder) called(thing string) string {
	words := strings.Fields(thing)
	for len(words) > 1 && (genericAdjectives[words[0]] || english.PastBase(words[0], english.CanBeVerb) != "" && f.nouns[strings.Join(words[1:], " ")]) {
		words = words[1:]
	}
	for len(words) > 1 && !f.isTerm(words) && f.isTerm(words[1:]) && !wordclass.Of(words[0]).Noun.Possible {
		words = words[1:]
	}
	return strings.Join(words, " ")
}

func (f *finder) isTerm(words []string) bool { return f.nouns[strings.Join(words, " ")] }

// empty are objects that name nothing.
var empty = english.Set("thing way kind sort rest end need use turn place beginning moment detail everything something anything nothing other others half dozen number care part")

// isStated: the sentence says the same as a relation: each driver drives one truck.
func (f *finder) isStated(sentence model.ID, d notation.Deed) bool {
	a, b := strings.ToLower(brief.NameAs(d.Subject, model.Class)), strings.ToLower(brief.NameAs(d.Object, model.Class))
	return slices.ContainsFunc(f.out.Proposals[sentence], func(p string) bool {
		words := strings.Fields(strings.ToLower(strings.ReplaceAll(p, `"`, "")))
		return slices.Contains(words, a) && slices.Contains(words, b)
	})
}

// rowsOf proposes rows of the activity table: who does what, with what. What the
// system itself does is no row: the rows say who does it there.
func (f *finder) rowsOf(p parsedSentence, list []notation.Deed) []RowProposal {
	var out []RowProposal
	for _, d := range list {
		if d.Verb == "carry" && !f.isGoods(d.Object) { // whoever carries a licence has it
			continue
		}
		if d.Subject == "" || d.Object == "" || !f.performs(d.Subject) || f.isSystem(d.Subject) || empty[d.Object] || f.isStated(p.id, d) {
			continue
		}
		row := RowProposal{Sentence: p.id, Name: strings.TrimSpace(d.Verb+" "+d.Particle) + " " + d.Object}
		row.Data = f.flowsOf(d)
		row.Data.Performer = brief.NameAs(d.Subject, model.Entity)
		row.Data.Processing = f.processingOf(d)
		for _, r := range f.m.OfKind(model.Activity) {
			if f.m.TermKey(r.Activity().Performer) == f.m.TermKey(row.Data.Performer) && model.NormalForm(r.Name) == model.NormalForm(row.Name) {
				row.There = true
			}
		}
		if !slices.ContainsFunc(out, func(o RowProposal) bool { return o.Name == row.Name && o.Data.Performer == row.Data.Performer }) {
			out = append(out, row)
		}
	}
	return out
}

// flowsOf tells which data go in and out, and where they come from and go to.
func (f *finder) flowsOf(d notation.Deed) (a model.ActivityData) {
	object := d.Object
	datum := func(data, with string, kind model.Kind) []model.Datum {
		x := model.Datum{Data: data}
		if with != "" {
			x.With, x.Store = brief.NameAs(with, kind), kind == model.Store
		}
		return []model.Datum{x}
	}
	partner := func(prepositions ...string) string {
		name := d.Behind(prepositions...)
		if name == "" || !f.performs(name) && !f.isStore(name) && (f.isDocument(name) || units[lastWord(name)] || isPronoun(name)) {
			return ""
		}
		return name
	}
	sort := func(name string) model.Kind {
		if name != "" && f.isStore(name) {
			return model.Store
		}
		return model.Entity
	}
	phrase := strings.TrimSpace(d.Verb + "-" + d.Particle)
	in := d.Behind("in", "into", "on", "against", "with")
	to := d.Receiver
	if to != "" && !f.performs(to) && !f.isStore(to) { // gives the film a grade
		to = ""
	}
	if to == "" {
		to = partner("to")
	}
	from := partner("from")
	store := ""
	if in != "" && (f.isStore(in) || english.IsStore(lastWord(in))) {
		store = in
	}
	switch {
	case tellingVerbs[d.Verb] && f.performs(object):
		if what := d.Behind("about", "of"); what != "" {
			a.Outputs = datum(what, object, model.Entity)
		}
	case lodging[d.Verb] && partner("with") != "" && f.performs(partner("with")):
		a.Outputs = datum(object, partner("with"), model.Entity)
	case f.isStore(object) && readingVerbs[d.Verb] && f.of(object).keepsData+boolean(len(f.m.ByTerm(object, model.Store)) > 0) > 0:
		a.Inputs = datum(object, object, model.Store)
	case store != "" && (readingVerbs[d.Verb] || takingVerbs[d.Verb]):
		a.Inputs = datum(object, store, model.Store)
	case store != "" && d.Verb == "keep" && d.Subject != "" && !f.isStore(store):
		a.Inputs = datum(object, "", model.Entity)
	case store != "" && (keepVerbs[d.Verb] || makingVerbs[d.Verb] || d.Verb == "put" || d.Verb == "store"):
		a.Outputs = datum(object, store, model.Store)
	case to != "" && f.isStore(to) && (d.Verb == "add" || d.Verb == "transfer" || d.Verb == "write" || d.Verb == "post"):
		a.Outputs = datum(object, to, model.Store)
	case d.Verb == "pay" && !payable[lastWord(object)]:
		a.Outputs = datum(object, to, model.Entity)
	case handOver[d.Verb] && !f.isDocument(object) && d.Behind("with") != "" && f.isDocument(d.Behind("with")): // a delivery with its note
		if d.Verb == "receive" || d.Verb == "get" || d.Verb == "collect" || from != "" {
			a.Inputs = datum(d.Behind("with"), from, sort(from))
		} else {
			a.Outputs = datum(d.Behind("with"), to, sort(to))
		}
	case f.isGoods(object) && d.Verb != "read":
		return a // goods are no data; but a gauge is read
	case orderVerbs[d.Verb] && !f.performs(object):
		if from == "" {
			from = partner("with", "to")
		}
		if from == "" {
			from = d.Receiver
		}
		a.Outputs = datum(object, from, model.Entity)
	case makingVerbs[d.Verb] || makingPhrase[phrase]:
		if on := d.Behind("on", "onto"); on != "" && !f.performs(on) && f.isDocument(on) { // writes the charge on the note
			to = on
		}
		if who := d.Behind("for"); to == "" && who != "" && f.performs(who) { // prints a receipt for the owner
			to = who
		}
		a.Outputs = datum(object, to, sort(to))
		if source := d.Behind("from", "out-of"); source != "" && source != object && f.isDocument(source) && !f.performs(source) { // works it out from the note
			a.Inputs = datum(source, "", model.Entity)
		}
	case d.Verb == "put" || d.Verb == "archive" || d.Verb == "file":
		a.Outputs = datum(object, to, sort(to))
	case takingVerbs[d.Verb] || from != "":
		a.Inputs = datum(object, from, sort(from))
	case to != "" || handOver[d.Verb] || d.Verb == "show" || d.Verb == "confirm" || d.Verb == "report":
		a.Outputs = datum(object, to, sort(to))
	case f.isData(object), signingVerbs[d.Verb]:
		a.Inputs = datum(object, "", model.Entity)
	}
	return a
}

func lastWord(name string) string { return name[strings.LastIndex(name, " ")+1:] }

// isDocument: what is written or told.
func (f *finder) isDocument(name string) bool {
	last := lastWord(name)
	if documentWords[last] || english.IsStore(last) {
		return true
	}
	sorts := wordclass.SortsOf(last)
	told := func(i int) bool {
		return i < len(sorts) && (sorts[i] == wordclass.Document || sorts[i] == wordclass.Communication)
	}
	if told(0) {
		return true
	}
	return told(1) && !slices.Contains([]wordclass.Sort{wordclass.Material, wordclass.Person, wordclass.Group, wordclass.Workplace, wordclass.Place}, sorts[0])
}

// isGoods: what can be touched, or somebody, and is no document.
func (f *finder) isGoods(name string) bool {
	if len(f.m.ByTerm(name, model.DataItem)) > 0 || f.isDocument(name) {
		return false
	}
	sorts := wordclass.SortsOf(lastWord(name))
	return len(sorts) > 0 && (sorts[0] == wordclass.Material || sorts[0] == wordclass.Person || sorts[0] == wordclass.Place || sorts[0] == wordclass.Workplace)
}

// isData: what can be known or told, or what is handed on or noted somewhere.
func (f *finder) isData(name string) bool {
	if len(f.m.ByTerm(name, model.DataItem)) > 0 || f.isDocument(name) || f.isStore(name) || f.of(name).moved > 0 {
		return true
	}
	sorts := wordclass.SortsOf(lastWord(name))
	if len(sorts) == 0 {
		return true
	}
	switch sorts[0] {
	case wordclass.Knowledge, wordclass.Property, wordclass.Possession, wordclass.State, wordclass.Communication, wordclass.Document:
		return true
	}
	return false
}

// processingOf tells whether data are worked on: mere sending and receiving, and what is done to
// goods, are not.
func (f *finder) processingOf(d notation.Deed) model.Truth {
	switch {
	case d.Verb == "read" && !documentWords[lastWord(d.Object)] && !attributeWords[lastWord(d.Object)] && !f.isStore(d.Object):
		return model.Unstated // a letter is read, and so is a gauge
	case handOver[d.Verb], f.isGoods(d.Object) && !keepVerbs[d.Verb]:
		return model.No
	}
	return model.Yes
}

// isStore: the lexicon says so, or its name, or that something is kept in it.
func (f *finder) isStore(name string) bool {
	if len(f.m.ByTerm(name, model.Store)) > 0 {
		return true
	}
	last := lastWord(name)
	return english.IsStore(last) && !documentWords[last] || f.of(name).keepsData > 0 && !f.performs(name)
}

// isSystem: what the model is about.
func (f *finder) isSystem(name string) bool {
	if f.m.TermKey(name) == f.m.TermKey(f.m.Project().Name) || model.NormalForm(name) == model.NormalForm("system") {
		return true
	}
	for _, e := range dataflow.Contexts(f.m) {
		if f.m.TermKey(name) == f.m.TermKey(e.Name) {
			return true
		}
	}
	return false
}

// performs: somebody or something that acts, and no document.
func (f *finder) performs(name string) bool {
	last := lastWord(name)
	if name == "" || isPronoun(name) || documentWords[last] || attributeWords[last] || english.IsStore(last) {
		return false
	}
	if personWords[last] {
		return true
	}
	sorts := wordclass.SortsOf(last)
	for i, s := range sorts {
		if i > 1 || i > 0 && (sorts[0] == wordclass.Document || sorts[0] == wordclass.Communication || sorts[0] == wordclass.Property || sorts[0] == wordclass.Possession) {
			break
		}
		if s == wordclass.Person || s == wordclass.Group || s == wordclass.Workplace {
			return true
		}
	}
	if english.AgentBase(last) != "" && !notPersons[last] && f.doers[last] {
		return true // a scheduler who schedules; what sorts know by this name is a program
	}
	for _, ending := range personEndings {
		if len(sorts) == 0 && strings.HasSuffix(last, ending) && len(last) > len(ending)+2 && !notPersons[last] {
			return true
		}
	}
	return len(sorts) == 0 && f.of(name).hands > 0
}
