package check

import (
	"slices"

	"lexeon/core/matrix"
	"lexeon/core/model"
	"lexeon/core/usecase"
)

// uses is what the rules between kinds read of the matrix of one model.
type uses struct {
	matrix *matrix.Matrix
	stores map[model.ID][]model.ID // of a store, the classes that it is of
	lives  []matrix.Life
	unkept []matrix.Unkept
}

var usesOfClasses = &Fact[*uses]{name: "matrix", needs: []Requirement{stepReaders, dictionaries}, rests: fillsMatrix, find: func(f *facts) *uses {
	u := &uses{matrix: matrix.Fill(f.m, stepReaders.in(f), dictionaries.in(f))}
	u.stores = u.matrix.Stores()
	u.lives = u.matrix.Lives(f.m)
	u.unkept = u.matrix.Unkept(f.m)
	return u
}}

// stepReaders reads the texts of steps against the lexicon.
var stepReaders = &Fact[*usecase.Reader]{name: "steps", rests: isLexicon, find: func(f *facts) *usecase.Reader { return usecase.NewReader(f.m) }}

// fillsMatrix tells the rows that the matrix depends on.
var fillsMatrix = rowsOf(model.Class, model.Attribute, model.Generalization, model.Association, model.End,
	model.UseCase, model.Step, model.Alternative, model.Actor, model.Subject,
	model.Process, model.Store, model.Entity, model.DataFlow, model.DataItem,
	model.Component, model.Holds, model.Provides, model.Requires, model.Trace, model.Sentence).andTerms().andProject().has

// isLexicon tells the rows that the texts of steps are read against.
var isLexicon = rowsOf(model.Actor, model.Subject).andTerms().andProject().has

// onUses runs a rule on the matrix, where there are classes to use; it depends on
// rows of more kinds too.
func onUses(run func(p *Pass, u *uses), more ...model.Kind) Scope {
	return Whole{
		Touched: func(r model.Row) bool { return slices.Contains(more, kindOf(r)) },
		Run: func(p *Pass) {
			m := p.Model
			if len(m.OfKind(model.UseCase))+len(m.OfKind(model.Store)) > 0 && len(m.Elements(model.Class)) > 1 {
				run(p, usesOfClasses.of(p))
			}
		},
	}
}
