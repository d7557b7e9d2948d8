package check

import "lexeon/core/model"

// rowKinds is a set of rows by their kinds: what a fact rests on, or what touches a rule.
type rowKinds struct {
	kinds   map[model.Kind]bool
	terms   bool
	project bool
}

func rowsOf(kinds ...model.Kind) rowKinds {
	s := rowKinds{kinds: map[model.Kind]bool{}}
	for _, k := range kinds {
		s.kinds[k] = true
	}
	return s
}

// andTerms adds the terms of the lexicon, andProject the row of the project itself.
func (s rowKinds) andTerms() rowKinds   { s.terms = true; return s }
func (s rowKinds) andProject() rowKinds { s.project = true; return s }

// has reports whether a row is one of them.
func (s rowKinds) has(r model.Row) bool {
	switch r.(type) {
	case *model.Term:
		return s.terms
	case *model.Project:
		return s.project
	}
	return s.kinds[kindOf(r)]
}
