package check

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"lexeon/core/model"
)

// pluralsAlone are plurals that have no singular of the same meaning, or stand for one
// thing as a whole.
var pluralsAlone = words(`settings goods statistics news premises proceeds earnings savings contents credentials preferences options
	metrics analytics graphics logistics physics mathematics economics politics means series species headquarters thanks clothes
	customs arms funds works belongings surroundings remains glasses scissors trousers data media criteria details specifics
	coordinates instructions terms conditions permissions rights defaults basics finances utilities operations sales accounts resources`)

var nameNumber = &Analyzer{
	Name: "name/number", Title: "A plural among singulars", Severity: Advice,
	Doc: "The others of its kind are called by what one of them is; this one by what several are. A class, an actor and an external entity stand for one at a time, and multiplicities say how many there are. " +
		"Asked where at least five bear a name and nearly all of them are singulars; words that are used in the plural only are left alone.",
	Source:   "Names of classes are singular nouns: Rumbaugh et al. 1991, ch. 3; UML 2.5.1, 7.5.3 counts with multiplicities.",
	Finds:    "The class HoneyLots beside Apiary, Beekeeper, Blend, Hive and Recipe.",
	Leaves:   "Settings, Goods and News; a model in which most classes are plurals.",
	Requires: []Requirement{nameBooks},
	Scope: onNames(func(p *Pass, kind model.Kind, names map[model.ID]string) {
		if kind != model.Actor && kind != model.Entity && kind != model.Class {
			return
		}
		var plural []model.ID
		for id, name := range names {
			if isPlural(name) {
				plural = append(plural, id)
			}
		}
		if len(names) < 6 || len(plural)*6 > len(names) {
			return
		}
		for _, id := range plural {
			one := inSingular(names[id])
			f := Finding{Subject: id, says: say("%s is a plural; other %s are called by what one of them is.", names[id], kindPlural(kind))}
			if len(p.Model.ByTerm(one, kind)) <= 1 && one != "" {
				f.Mends = append(f.Mends, Mend{Title: "Call it " + one, Changes: []model.Change{&model.SetName{ID: id, Name: one}}})
			}
			p.Report(f)
		}
	}),
}

// isPlural reports whether the head of a name, its last word, is a plural that has a
// singular.
func isPlural(name string) bool {
	if !strings.HasSuffix(name, "s") && !strings.HasSuffix(name, "S") { // the few others are left alone
		return false
	}
	list := model.Words(name)
	if len(list) == 0 {
		return false
	}
	last := list[len(list)-1]
	return !pluralsAlone[last] && model.Singular(last) != last && model.Plural(model.Singular(last)) == last
}

// inSingular writes a name with its last word in the singular; "" where that word
// does not end it as it stands.
func inSingular(name string) string {
	list := model.Words(name)
	last := list[len(list)-1]
	at := len(name) - len(last)
	if at < 0 || !strings.EqualFold(name[at:], last) { // a letter of another length in small
		return ""
	}
	one := model.Singular(last)
	if first, _ := utf8.DecodeRuneInString(name[at:]); unicode.IsUpper(first) {
		one = model.Capital(one)
	}
	return name[:at] + one
}
