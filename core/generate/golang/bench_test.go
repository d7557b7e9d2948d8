package golang_test

import (
	"testing"

	"lexeon/core/generate/golang"
	"lexeon/core/modeltest"
)

// Go skeletons of 2,000 classes and 3,000 relations: under 1.5 s.
func BenchmarkGenerate(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		out, err := golang.Generate(m)
		if err != nil || len(out.Files) != 2003 {
			b.Fatal(err, len(out.Files))
		}
	}
}
