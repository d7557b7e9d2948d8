package check

import (
	"slices"
	"sync"

	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// uses is what the rules between kinds read of the matrix of one state. It is filled
// once, for all of them.
type uses struct {
	once   sync.Once
	reader *usecase.Reader // of the texts of steps
	matrix *matrix.Matrix
	stores map[model.ID][]model.ID // of a store, the classes that it is of
	lives  []matrix.Life
	unkept []matrix.Unkept
}

func (u *uses) of(m *model.Model) *uses {
	u.once.Do(func() {
		u.matrix = matrix.Fill(m, u.reader)
		u.stores = u.matrix.Stores()
		u.lives = u.matrix.Lives(m)
		u.unkept = u.matrix.Unkept(m)
	})
	return u
}

// fillsMatrix tells the rows that the matrix depends on.
func fillsMatrix(r model.Row) bool {
	switch kindOf(r) {
	case model.Class, model.Attribute, model.Generalization, model.Association, model.End,
		model.UseCase, model.Step, model.Alternative, model.Actor, model.Subject,
		model.Process, model.Store, model.Entity, model.DataFlow, model.DataItem,
		model.Component, model.Holds, model.Provides, model.Requires, model.Trace, model.Sentence:
		return true
	}
	switch r.(type) {
	case *model.Term, *model.Project:
		return true
	}
	return false
}

// isLexicon tells the rows that the texts of steps are read against.
func isLexicon(r model.Row) bool {
	switch kindOf(r) {
	case model.Actor, model.Subject:
		return true
	}
	switch r.(type) {
	case *model.Term, *model.Project:
		return true
	}
	return false
}

// onUses runs a rule on the matrix, where there are classes to use; it depends on
// rows of more kinds too.
func onUses(run func(p *Pass, u *uses), more ...model.Kind) Scope {
	return Whole{
		Touched: func(r model.Row) bool { return fillsMatrix(r) || slices.Contains(more, kindOf(r)) },
		Run: func(p *Pass) {
			m := p.Model
			if len(m.OfKind(model.UseCase))+len(m.OfKind(model.Store)) > 0 && len(m.Elements(model.Class)) > 1 {
				run(p, p.memory.uses.of(m))
			}
		},
	}
}
