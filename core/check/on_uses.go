package check

import (
	"slices"

	"lexeon/core/matrix"
	"lexeon/core/model"
)

// onUses runs a rule on the matrix as a whole, where there is one; it depends on rows of
// more kinds too.
func onUses(run func(p *Pass, x *matrix.Matrix), more ...model.Kind) Scope {
	return Whole{
		Touched: func(r model.Row) bool { return slices.Contains(more, kindOf(r)) },
		Run: func(p *Pass) {
			if x := usesOfClasses.of(p).matrix; x != nil {
				run(p, x)
			}
		},
	}
}
