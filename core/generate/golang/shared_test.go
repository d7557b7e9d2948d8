package golang_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/golang"
	"lexeon/core/modeltest"
)

// What a struct comes to by two ways is in it once: with one value of each attribute and one half of each link.
func TestWhatSeveralGeneralsShareIsThereOnce(t *testing.T) {
	out, err := golang.Generate(modeltest.Build(t,
		"class Vehicle", "  plate: Text", "class Car", "  wheels: Integer", "class Boat", "  start()", "class Amphibian", "class Garage",
		"Car is a kind of Vehicle", "Boat is a kind of Vehicle", "Amphibian is a kind of Car", "Amphibian is a kind of Boat", "1 Garage keeps 0..1 Vehicle", "constrain Vehicle: plate <> ''"))
	require.NoError(t, err)
	vet(t, out)
	dir := t.TempDir()
	for _, f := range out.Files {
		require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "amphibian_test.go"), []byte(`package built

import "testing"

func TestAmphibian(t *testing.T) {
	garage := NewGarage()
	a, err := NewAmphibian(garage, "AB 12", 4)
	if err != nil || garage.Vehicle() != VehicleLike(a) {
		t.Fatal(err, "it is kept as a whole")
	}
	a.Plate = ""
	if a.Boat.Plate != "" || a.Car.Plate != "" {
		t.Fatal("there are several plates")
	}
	if said := a.Validate(); len(said) != 1 {
		t.Fatal(said)
	}
	if _, err := NewAmphibian(garage, "CD", 4); err == nil {
		t.Fatal("the garage is full")
	}
	a.Dispose()
	if garage.Vehicle() != nil {
		t.Fatal("it is still there")
	}
}
`), 0o644))
	cmd := exec.Command("go", "test", "./...")
	cmd.Dir = dir
	cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
	said, err := cmd.CombinedOutput()
	require.NoError(t, err, "%s", said)
}
