package check_test

import (
	"testing"

	"lexeon/core/check"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// A full check of 2,000 classes and 3,000 relations: under 50 ms.
func BenchmarkFullCheck(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	b.ResetTimer()
	for b.Loop() {
		check.Run(m, check.All)
	}
}

func BenchmarkCheckAfterAChange(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	state := check.Run(m, check.All)
	next, delta, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "c7", Name: "Renamed"}})
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		state.Update(next, delta)
	}
}

func BenchmarkEdit(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		if _, _, _, err := model.Edit(m, []model.Change{&model.SetName{ID: "c7", Name: "Renamed"}}); err != nil {
			b.Fatal(err)
		}
	}
}
