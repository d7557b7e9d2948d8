package check

import (
	"maps"
	"slices"
	"strings"

	"lexeon/core/model"
	"lexeon/core/wordclass"
)

var nameNear = &Analyzer{
	Name: "name/near", Title: "A name is one letter off another one", Severity: Warning,
	Doc: "Two names differ in one letter, or in two that changed places, and one of the words is none of the language: most likely it is misspelt. " +
		"What is said of the one is not found at the other.",
	Source:   "One term for one thing: the data dictionary, DeMarco 1978, ch. 11.",
	Finds:    "berth recrod beside berth record",
	Leaves:   "price and prize, form and farm, which are both words; order 1 and order 2; names of less than five letters",
	Requires: []Requirement{nearNames},
	Scope: Whole{Touched: namesTerms, Run: func(p *Pass) {
		m := p.Model
		for _, pair := range nearNames.of(p).sorted() {
			odd, usual := pair[0], pair[1]
			subject, name := bearerOf(m, odd)
			other, known := bearerOf(m, usual)
			if subject == "" || other == "" {
				continue
			}
			f := Finding{Subject: subject, Related: []model.ID{other}, Key: odd + "|" + usual, says: say("%s is nearly %s. Is it the same?", name, known)}
			if flows := m.FlowsNear(odd); len(flows) > 0 {
				mend := Mend{Title: "Write it " + known}
				for _, flow := range flows {
					mend.Changes = append(mend.Changes, &model.SetName{ID: flow.ID, Name: known})
				}
				if len(m.TermsNamed(odd)) == 0 {
					f.Mends = append(f.Mends, mend)
				}
			}
			p.Report(f)
		}
	}},
}

// namesTerms reports whether a row names something of the lexicon, or data.
func namesTerms(r model.Row) bool {
	switch r := r.(type) {
	case *model.Term:
		return true
	case *model.Relationship:
		return r.Kind == model.DataFlow
	}
	return false
}

// bearerOf is something that bears a name, given in normal form, and the name as it is written.
func bearerOf(m *model.Model, form string) (model.ID, string) {
	for _, t := range m.TermsNamed(form) {
		if model.NormalForm(t.Name) == form {
			return faceOf(m, t), t.Name
		}
	}
	if flows := m.FlowsNear(form); len(flows) > 0 {
		return flows[0].ID, flows[0].Name
	}
	return "", ""
}

// nearNames are the names that are nearly alike, found by what is left of each without one of
// its letters.
var nearNames = &Fact[*nearBook]{
	name: "near names", rests: namesTerms,
	find: func(f *facts) *nearBook {
		b := &nearBook{count: map[string]int{}, pairs: map[[2]string]bool{}}
		for i := range b.left {
			b.left[i] = map[string][]string{}
		}
		f.m.Each(func(r model.Row) { b.note(r, 1, nil) })
		return b
	},
	carry: func(at *carrying, old *nearBook) (*nearBook, outcome) {
		changed := slices.DeleteFunc(slices.Clone(at.delta), func(c model.RowChange) bool { return nearForm(c.Old) == nearForm(c.New) })
		if len(changed) == 0 {
			return old, kept
		}
		next := *old
		next.count, next.pairs = maps.Clone(old.count), maps.Clone(old.pairs)
		copied := map[int]bool{}
		for _, c := range changed {
			next.note(c.Old, -1, copied)
			next.note(c.New, 1, copied)
		}
		if maps.Equal(old.pairs, next.pairs) {
			return &next, kept
		}
		return &next, updated
	},
}

const nearShards = 256

// nearBook never changes once it is shared: what a delta renames goes into copies of the parts
// concerned.
type nearBook struct {
	count map[string]int                  // of rows, by the normal form of their names
	left  [nearShards]map[string][]string // forms by what is left of them without one letter
	pairs map[[2]string]bool              // the one that is likelier misspelt first
}

// nearForm is the form under which a row takes part, "" if it does not.
func nearForm(r model.Row) string {
	if r == nil || !namesTerms(r) {
		return ""
	}
	name := rowName(r)
	if t, ok := r.(*model.Term); ok {
		name = t.Name
	}
	form := model.NormalForm(name)
	if len(form) < 5 || len(form) > 60 || strings.ContainsAny(form, "0123456789") {
		return ""
	}
	return form
}

// note adds a row, or takes it out; copied are the parts that were copied already, nil where
// nothing is shared.
func (b *nearBook) note(r model.Row, by int, copied map[int]bool) {
	form := nearForm(r)
	if form == "" {
		return
	}
	was := b.count[form]
	if b.count[form] = was + by; b.count[form] <= 0 {
		delete(b.count, form)
	}
	switch {
	case was == 0 && by > 0:
		for _, rest := range leftovers(form) {
			part := b.part(rest, copied)
			for _, other := range part[rest] {
				if other != form && model.OneOff(form, other) {
					if pair, near := misspelt(form, other); near {
						b.pairs[pair] = true
					}
				}
			}
			part[rest] = append(slices.Clone(part[rest]), form)
		}
	case was+by == 0 && was > 0:
		for _, rest := range leftovers(form) {
			part := b.part(rest, copied)
			if list := slices.DeleteFunc(slices.Clone(part[rest]), func(o string) bool { return o == form }); len(list) > 0 {
				part[rest] = list
			} else {
				delete(part, rest)
			}
		}
		maps.DeleteFunc(b.pairs, func(p [2]string, _ bool) bool { return p[0] == form || p[1] == form })
	}
}

func (b *nearBook) part(rest string, copied map[int]bool) map[string][]string {
	i := 0
	for _, c := range []byte(rest) {
		i = (i*31 + int(c)) % nearShards
	}
	if copied != nil && !copied[i] {
		copied[i], b.left[i] = true, maps.Clone(b.left[i])
	}
	return b.left[i]
}

func (b *nearBook) sorted() [][2]string {
	out := slices.Collect(maps.Keys(b.pairs))
	slices.SortFunc(out, func(x, y [2]string) int { return slices.Compare(x[:], y[:]) })
	return out
}

// leftovers are a form itself and without each of its letters.
func leftovers(form string) []string {
	out := []string{form}
	for i := range form {
		rest := form[:i] + form[i+1:]
		if rest != out[len(out)-1] {
			out = append(out, rest)
		}
	}
	return out
}

// misspelt tells which of two names that are one letter apart is likelier misspelt: the word
// that they differ in is long enough and none of the language. Where both are words, or both
// are none and it is not known which, they may be two names.
func misspelt(a, b string) (pair [2]string, near bool) {
	x, y := strings.Fields(a), strings.Fields(b)
	if len(x) != len(y) {
		return pair, false
	}
	for i := range x {
		if x[i] == y[i] {
			continue
		}
		isWord := func(w string) bool { return wordclass.Of(w).Known() || wordclass.Of(model.Singular(w)).Known() }
		switch known, other := isWord(x[i]), isWord(y[i]); {
		case min(len(x[i]), len(y[i])) < 4:
			return pair, false
		case known && !other:
			return [2]string{b, a}, true
		case other && !known:
			return [2]string{a, b}, true
		}
		return pair, false
	}
	return pair, false
}
