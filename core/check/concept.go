package check

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/brief/reading"

	"lexeon/core/brief"
	"lexeon/core/model"
)

const (
	frequentTexts = 3  // so many texts name a concept that is frequent
	mostConcepts  = 10 // missing ones are told at once
	mostDoubtful  = 60 // words are looked at; the more frequent come first
	mostRead      = 6  // texts are read to find what a word is in them
)

// sentenceReader tells nouns from other words. It remembers what it read.
var sentenceReader = reading.NewReader()

var crossMissingConcept = &Analyzer{
	Name: "cross/missing-concept", Title: "A frequent word is nowhere in the model", Severity: Advice,
	Doc: fmt.Sprintf("At least %d sentences of the brief or steps of use cases name this thing, and no name in the model has the word: no class, attribute, operation, role, store, item, flow or term. "+
		"A missing concept is the commonest result of a review. Asked once there are classes; the %d most frequent are told. What was rejected as a candidate of the brief is left out.", frequentTexts, mostConcepts),
	Source:   "Nouns of the problem statement as candidates: Abbott 1983; reviewed against the model.",
	Finds:    "Payment, which five sentences name.",
	Leaves:   "Words that are part of a name, as moisture in the attribute moisturePercent; verbs; words that tell nothing, as way and kind; the system itself.",
	Requires: []Requirement{textIndexes, namedStems},
	Scope: Whole{
		Touched: func(r model.Row) bool { return kindOf(r) == model.Class || kindOf(r) == model.SetAside },
		Run:     runMissingConcept,
	},
}

func runMissingConcept(p *Pass) {
	m := p.Model
	missing := doubtful(textIndexes.of(p), namedStems.of(p))
	if len(missing) == 0 || len(m.Elements(model.Class)) == 0 {
		return
	}
	found := 0
	for _, w := range missing {
		name := nounOf(w.stem, w.texts)
		if name == "" || insideWords[w.stem] || rejectedNoun(m, name) || rejectedNoun(m, w.stem) {
			continue
		}
		var rows []model.ID
		var sentences []model.ID
		for _, t := range w.texts {
			rows = append(rows, t.row)
			if m.Element(t.row).Kind == model.Sentence {
				sentences = append(sentences, t.row)
			}
		}
		concept := &brief.Candidate{Key: string(brief.Noun) + " " + model.NormalForm(name), Word: brief.Noun, Name: name, Sentences: sentences}
		add, _, err := brief.AcceptChanges(m, concept, model.Class, "", "missing concept")
		if err != nil {
			continue
		}
		p.Report(Finding{Subject: w.texts[0].row, Related: rows[1:], Key: w.stem,
			says: say("“%s” stands in %d %s, and nowhere in the model. Is it missing?", name, len(w.texts), placesOf(len(sentences), len(rows))),
			Mends: []Mend{
				{Title: "Add the class " + brief.NameAs(name, model.Class), Changes: add},
				{Title: "It is no concept here", Changes: brief.RejectChanges(m, concept, false)},
			}})
		if found++; found == mostConcepts {
			return
		}
	}
}

// placesOf names where a word was found.
func placesOf(sentences, all int) string {
	switch sentences {
	case all:
		return plural(all, "sentence")
	case 0:
		return plural(all, "step")
	}
	return "sentences and steps"
}

// doubt is a frequent word that no name in the model has.
type doubt struct {
	stem  string
	texts []said
}

// doubtful lists such words, the most frequent first. They may be of any sort:
// telling nouns takes longer, and is done for these few only.
func doubtful(x *textIndex, named *stemCount) []doubt {
	var stems []string
	for stem, list := range x.where {
		if len(list) >= frequentTexts && len(stem) > 2 && !named.has(stem) && !functionWords[stem] {
			stems = append(stems, stem)
		}
	}
	slices.SortFunc(stems, func(a, b string) int {
		return cmp.Or(cmp.Compare(len(x.where[b]), len(x.where[a])), cmp.Compare(a, b))
	})
	var out []doubt
	for _, stem := range stems[:min(len(stems), mostDoubtful)] {
		d := doubt{stem: stem}
		for _, i := range x.where[stem] {
			d.texts = append(d.texts, x.texts[i])
		}
		out = append(out, d)
	}
	return out
}

// activityNames are the names in a row of the activity table.
func activityNames(e *model.Element) []string {
	d := e.Activity()
	out := []string{e.Name, d.Performer}
	for _, x := range append(slices.Clone(d.Inputs), d.Outputs...) {
		out = append(out, x.Data, x.With)
	}
	return out
}

// nounOf tells the name of the thing that a word stands for: the phrase that most
// texts end with it. "" where it is no noun in two thirds of them.
func nounOf(stem string, texts []said) string {
	count := map[string]int{}
	nouns := 0
	read := texts[:min(len(texts), mostRead)]
	for _, t := range read {
		for _, name := range sentenceReader.Nouns(t.text) {
			words := strings.Fields(model.Stems(name))
			if len(words) > 0 && words[len(words)-1] == stem {
				count[name]++
				nouns++
				break
			}
		}
	}
	if nouns*3 < len(read)*2 {
		return ""
	}
	best := ""
	for name, n := range count {
		if best == "" || n > count[best] || n == count[best] && (len(name) < len(best) || len(name) == len(best) && name < best) {
			best = name
		}
	}
	return best
}

// rejectedNoun: a person said that it is no concept here.
func rejectedNoun(m *model.Model, name string) bool {
	return slices.ContainsFunc(m.OfKind(model.SetAside), func(e *model.Element) bool {
		return e.Name == model.NormalForm(name) && e.SetAside().Role == string(brief.Noun)
	})
}

// functionWords hold sentences together.
var functionWords = words(`the and for with that this these those which who whom whose what when where while than then thus there their them they its his her our your
	are was were been being has have had not but nor from into onto over under out off one two three four five six seven eight nine ten each every all any both some
	can may must should would could will shall does did done about after again against also although always among another because before below between
	during either else enough even ever few first further here how however itself last least less like many more most much neither never next often once only
	other otherwise own per rather same second several since still such too until upon very well whether within without yet you`)
