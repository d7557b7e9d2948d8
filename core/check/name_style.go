package check

import (
	"slices"
	"strings"
	"unicode"

	"lexeon/core/model"
)

var nameStyle = &Analyzer{
	Name: "name/style", Title: "A name is not written like the others of its kind", Severity: Advice,
	Doc: "Nearly all names of the kind are written in one way, and this one in another: apart where the others are together, with an underscore where the others have a space, or with a small letter in front. " +
		"Asked where at least five names tell a way and nine of ten agree. Capitals in front of phrases tell nothing: they may be proper names.",
	Source:   "Naming conventions: one way for each kind makes names predictable, UML 2.5.1, 9.2.4 and Annex C.1 for classifiers.",
	Finds:    "The class honey_jar beside BeeKeeper, HoneyLot, JarBatch, PriceTable and TestResult.",
	Leaves:   "The data item VAT number beside lot number and batch number; a class Hive, of one word.",
	Requires: []Requirement{nameBooks},
	Scope: onNames(func(p *Pass, kind model.Kind, names map[model.ID]string) {
		ways := map[string][]model.ID{}
		told := 0
		for id, name := range names {
			if s := styleOf(name); s != "" {
				ways[s] = append(ways[s], id)
				told++
			}
		}
		usual := ""
		for s, list := range ways {
			if len(list)*10 >= told*9 {
				usual = s
			}
		}
		if usual == "" || told < 6 || len(ways[usual]) < 5 {
			return
		}
		if len(ways) == 1 {
			return
		}
		example := names[slices.Min(ways[usual])]
		for s, list := range ways {
			if s == usual {
				continue
			}
			for _, id := range list {
				f := Finding{Subject: id, says: say("%s is written otherwise than other %s, such as %s.", names[id], kindPlural(kind), example)}
				if name := inStyle(names[id], usual); len(p.Model.Named(name, kind)) == 0 {
					f.Mends = append(f.Mends, Mend{Title: "Write it " + name, Changes: []model.Change{&model.SetName{ID: id, Name: name}}})
				}
				p.Report(f)
			}
		}
	}),
}

// Ways of writing a name of several words.
const (
	camel  = "together" // HoneyLot
	small  = "small"    // honeyLot
	under  = "_"
	hyphen = "-"
	apart  = "apart"
)

// styleOf tells how a name of several words is written; "" where it does not tell.
func styleOf(name string) string {
	name = strings.TrimSpace(name)
	var first, before rune
	inner := false // a capital after a small letter: a second word
	for i, r := range name {
		switch {
		case i == 0:
			first = r
		case unicode.IsSpace(r):
			return apart
		case r == '_':
			return under
		case r == '-':
			return hyphen
		case unicode.IsUpper(r) && unicode.IsLower(before):
			inner = true
		}
		before = r
	}
	switch {
	case !inner || !unicode.IsLetter(first):
		return ""
	case unicode.IsLower(first):
		return small
	}
	return camel
}

// inStyle writes the words of a name in a way.
func inStyle(name, style string) string {
	list := model.Words(name)
	first := []rune(strings.TrimSpace(name))[0]
	for i := range list {
		if style == camel || style == small && i > 0 || i == 0 && style == apart && unicode.IsUpper(first) {
			list[i] = model.Capital(list[i])
		}
	}
	switch style {
	case under, hyphen:
		return strings.Join(list, style)
	case apart:
		return strings.Join(list, " ")
	}
	return strings.Join(list, "")
}
