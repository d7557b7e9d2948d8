package check

import (
	"slices"

	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// uses is what the rules between kinds read of the matrix of one model.
type uses struct {
	matrix *matrix.Matrix // nil where there is too little to ask for it
	lives  map[model.ID]matrix.Life
}

var usesOfClasses = &Fact[*uses]{
	name: "matrix", needs: []Requirement{stepReadings, dictionaries, classItems}, rests: fillsMatrix,
	find: func(f *facts) *uses {
		if !isUsed(f.m) {
			return &uses{}
		}
		x := matrix.Fill(f.m, stepReadings.in(f).Reader, dictionaries.in(f), classItems.in(f))
		return &uses{x, livesOf(x, f.m)}
	},
	carry: func(at *carrying, u *uses) (*uses, outcome) {
		m := at.next.m
		if u.matrix == nil || !isUsed(m) || at.changed[stepReadings].all || at.changed[classItems].all {
			return nil, lost
		}
		x, changed := u.matrix.After(m, at.delta, matrix.Sources{
			Reading: stepReadings.in(at.next), Read: at.changed[stepReadings].rows,
			Dictionary: dictionaries.in(at.next), Otherwise: at.changed[dictionaries].any(),
			Items: classItems.in(at.next), Attributes: at.changed[classItems].rows,
		})
		next := &uses{x, livesOf(x, m)}
		for id := range changed {
			at.reaches(id)
		}
		for id, l := range u.lives {
			if !next.lives[id].Equal(l) {
				at.reaches(id)
			}
		}
		numbers := slices.ContainsFunc(at.delta, func(c model.RowChange) bool { return kindOf(c.Old) == model.Process || kindOf(c.New) == model.Process })
		for id, l := range next.lives {
			if _, was := u.lives[id]; !was || numbers && slices.ContainsFunc(l.By, func(e *model.Element) bool { return e.Kind == model.Process }) {
				at.reaches(id)
			}
		}
		return next, patched
	},
}

// isUsed reports whether there are classes, and something that could use them.
func isUsed(m *model.Model) bool {
	return m.Count(model.UseCase)+m.Count(model.Store) > 0 && m.Count(model.Class) > 1
}

func livesOf(x *matrix.Matrix, m *model.Model) map[model.ID]matrix.Life {
	out := map[model.ID]matrix.Life{}
	for _, l := range x.Lives(m) {
		out[l.Class.ID] = l
	}
	return out
}

// classItems are the data that classes have as attributes.
var classItems = &Fact[*matrix.Items]{
	name: "items of classes", rests: rowsOf(append(model.ClassifierKinds(), model.Attribute, model.Generalization)...).andTerms().has,
	find: func(f *facts) *matrix.Items { return matrix.ItemsOf(f.m) },
	carry: func(at *carrying, x *matrix.Items) (*matrix.Items, outcome) {
		next, changed := x.After(at.next.m, at.delta)
		at.rows = changed
		return next, patched
	},
}

// stepReadings reads the descriptions of use cases against the lexicon.
var stepReadings = &Fact[*usecase.Reading]{
	name: "steps", rests: rowsOf(model.Actor, model.Subject, model.UseCase, model.Step, model.Alternative).andTerms().andProject().has,
	find: func(f *facts) *usecase.Reading { return usecase.ReadingOf(f.m) },
	carry: func(at *carrying, r *usecase.Reading) (*usecase.Reading, outcome) {
		next, changed := r.After(at.next.m, at.delta)
		at.rows = changed
		return next, patched
	},
}

// fillsMatrix tells the rows that the matrix and the lives of classes depend on.
var fillsMatrix = rowsOf(model.Class, model.Attribute, model.Generalization, model.Association, model.End,
	model.UseCase, model.Step, model.Alternative, model.Actor, model.Subject,
	model.Process, model.Store, model.Entity, model.DataFlow, model.DataItem,
	model.Component, model.Holds, model.Provides, model.Requires, model.Trace, model.Sentence).andTerms().andProject().has
