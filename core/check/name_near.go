package check

import (
	"cmp"
	"maps"
	"slices"
	"strings"

	"lexeon/core/lexicon"
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
			if changes := lexicon.WriteAs(m, dataNamed(m, odd), odd, known); len(changes) > 0 && len(m.TermsNamed(odd)) == 0 {
				f.Mends = append(f.Mends, Mend{Title: "Write it " + known, Changes: changes})
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
	case *model.Element:
		return r.Kind == model.Activity
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
	for _, r := range dataNamed(m, form) {
		for _, name := range lexicon.DataNames(r) {
			if model.NormalForm(name) == form {
				return r.RowID(), name
			}
		}
	}
	return "", ""
}

// dataNamed are the flows and the activities that name something, given in normal form.
func dataNamed(m *model.Model, form string) (out []model.Row) {
	for _, f := range m.FlowsNear(form) {
		out = append(out, f)
	}
	for _, a := range m.OfKind(model.Activity) {
		if slices.ContainsFunc(lexicon.DataNames(a), func(name string) bool { return model.NormalForm(name) == form }) {
			out = append(out, a)
		}
	}
	return out
}

// nearNames are the names that are nearly alike.
var nearNames = &Fact[*nearBook]{
	name: "near names", rests: namesTerms,
	find: func(f *facts) *nearBook {
		b := &nearBook{count: map[string]int{}, pairs: map[[2]string]bool{}}
		forms := map[string]string{} // many flows bear one name
		f.m.Each(func(r model.Row) {
			if !namesTerms(r) {
				return
			}
			for _, name := range lexicon.DataNames(r) {
				form, known := forms[name]
				if !known {
					form = nearForm(name)
					forms[name] = form
				}
				if form != "" {
					b.count[form]++
				}
			}
		})
		b.findPairs()
		return b
	},
	carry: func(at *carrying, old *nearBook) (*nearBook, outcome) {
		changed := slices.DeleteFunc(slices.Clone(at.delta), func(c model.RowChange) bool { return slices.Equal(lexicon.DataNames(c.Old), lexicon.DataNames(c.New)) })
		if len(changed) == 0 {
			return old, kept
		}
		next := &nearBook{maps.Clone(old.count), maps.Clone(old.pairs)}
		for _, c := range changed {
			for _, name := range lexicon.DataNames(c.Old) {
				next.note(nearForm(name), -1)
			}
			for _, name := range lexicon.DataNames(c.New) {
				next.note(nearForm(name), 1)
			}
		}
		if maps.Equal(old.pairs, next.pairs) {
			return next, kept
		}
		return next, updated
	},
}

// nearBook never changes once it is shared.
type nearBook struct {
	count map[string]int     // of rows, by the normal form of their names
	pairs map[[2]string]bool // the one that is likelier misspelt first
}

// nearForm is the form of a name under which it takes part, "" if it does not.
func nearForm(name string) string {
	if len(name) < 5 {
		return ""
	}
	form := model.NormalForm(name)
	if len(form) < 5 || len(form) > 60 || strings.ContainsAny(form, "0123456789") {
		return ""
	}
	return form
}

// note adds a row of a form, or takes it out.
func (b *nearBook) note(form string, by int) {
	if form == "" {
		return
	}
	was := b.count[form]
	if b.count[form] = was + by; was+by <= 0 {
		delete(b.count, form)
	}
	switch {
	case was == 0 && by > 0:
		for other := range b.count {
			b.compare(form, other)
		}
	case was > 0 && was+by <= 0:
		maps.DeleteFunc(b.pairs, func(p [2]string, _ bool) bool { return p[0] == form || p[1] == form })
	}
}

func (b *nearBook) compare(form, other string) {
	if form == other || len(form)-len(other) > 1 || len(other)-len(form) > 1 || !model.OneOff(form, other) {
		return
	}
	if pair, near := misspelt(form, other); near {
		b.pairs[pair] = true
	}
}

// left is what is left of a form without one of its letters, or all of it, as a hash.
type left struct {
	hash uint64
	form int
}

// findPairs compares the forms that have something in common once a letter is left out of one or
// of both.
func (b *nearBook) findPairs() {
	forms := slices.Collect(maps.Keys(b.count))
	all := make([]left, 0, len(forms)*16)
	for i, form := range forms {
		for skip := -1; skip < len(form); skip++ {
			hash := uint64(14695981039346656037) // FNV-1a
			for k := range len(form) {
				if k != skip {
					hash = (hash ^ uint64(form[k])) * 1099511628211
				}
			}
			all = append(all, left{hash, i})
		}
	}
	slices.SortFunc(all, func(x, y left) int { return cmp.Compare(x.hash, y.hash) })
	for from := 0; from < len(all); {
		to := from + 1
		for to < len(all) && all[to].hash == all[from].hash {
			to++
		}
		for x := from; x < to; x++ {
			for y := x + 1; y < to; y++ {
				b.compare(forms[all[x].form], forms[all[y].form])
			}
		}
		from = to
	}
}

func (b *nearBook) sorted() [][2]string {
	out := slices.Collect(maps.Keys(b.pairs))
	slices.SortFunc(out, func(x, y [2]string) int { return slices.Compare(x[:], y[:]) })
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
