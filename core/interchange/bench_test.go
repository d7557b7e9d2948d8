package interchange_test

import (
	"testing"

	"lexeon/core/interchange"
	"lexeon/core/modeltest"
)

func BenchmarkWriteFile(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	for b.Loop() {
		interchange.WriteFile(m)
	}
}

func BenchmarkReadFile(b *testing.B) {
	file := interchange.WriteFile(modeltest.Large(2000, 3000, 300))
	b.SetBytes(int64(len(file)))
	for b.Loop() {
		if _, err := interchange.ReadFile(file); err != nil {
			b.Fatal(err)
		}
	}
}
