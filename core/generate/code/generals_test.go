package code

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// amphibious are vehicles of which one sort comes to what all have by two ways, links and conditions at each of them.
func amphibious(t testing.TB) *model.Model {
	return modeltest.Build(t,
		"class Vehicle", "  plate: Text {id}", "  weight: Integer = 1200",
		"class Car", "  wheels: Integer", "  name: Text",
		"class Boat", "  draught: Decimal", "  name: Text", "  start()",
		"class Amphibian", "  sealed: Boolean = true",
		"interface Starting", "  start()",
		"class Garage", "  name: Text",
		"class Harbour", "class Engine", "class Toy",
		"Car is a kind of Vehicle", "Boat is a kind of Vehicle", "Amphibian is a kind of Car", "Amphibian is a kind of Boat", "Amphibian is a kind of Vehicle", "Amphibian is a kind of Toy",
		"Car realizes Starting", "Boat realizes Starting",
		"1 Garage keeps 0..3 Car", "1 Harbour moors 0..2 Boat", "0..1 Vehicle consists of 1 Engine", "0..1 Toy prefers 0..* Vehicle",
		"constrain Vehicle: weight > 0")
}

// What is reached by several ways is made once, and holds for all of them.
func TestSeveralGeneralsInPython(t *testing.T) {
	dir := t.TempDir()
	out := written(t, dir, Python, amphibious(t), map[string]string{"package": "lots"})
	require.NotContains(t, strings.Join(messages(out), "\n"), " too:")
	imported(t, dir, []string{"lots"})
	accepts(t, dir, "python3", "-W", "error", "-c", `
from decimal import Decimal
from lots import Amphibian, Boat, Car, Engine, Garage, Harbour, Refused, Toy, Vehicle

garage, harbour = Garage(name="Mill Lane"), Harbour()
one = Amphibian(plate="AB 12", wheels=4, draught=Decimal("0.6"), name="Otter", name2="Otterly", engine=Engine(), garage=garage, harbour=harbour)
assert isinstance(one, Car) and isinstance(one, Boat) and isinstance(one, Vehicle) and isinstance(one, Toy)
assert garage.cars == [one] and harbour.boats == [one] and one.engine.vehicle is one
assert (one.name, one.name2, one.weight) == ("Otter", "Otterly", 1200)
one.weight = 0
assert len(one.validate()) == 1, one.validate()
assert Toy().add_vehicle(one)

# What is refused leaves nothing behind, whichever of the generals refuses.
for _ in range(2):
    Boat(plate="b", draught=Decimal(1), name="", engine=Engine(), harbour=Harbour())
harbour.boats[0].set_harbour(harbour)
full = Harbour()
for n in "12":
    Boat(plate=n, draught=Decimal(1), name="", engine=Engine(), harbour=full)
engine = Engine()
try:
    Amphibian(plate="CD", wheels=4, draught=Decimal(1), name="", name2="", engine=engine, garage=garage, harbour=full)
    raise AssertionError("the harbour is full")
except Refused:
    pass
assert garage.cars == [one] and engine.vehicle is None and len(full.boats) == 2

one.dispose()
assert garage.cars == [] and harbour.boats == []
`)
}

func TestSeveralGeneralsInCpp(t *testing.T) {
	dir := t.TempDir()
	out := written(t, dir, Cpp, amphibious(t), map[string]string{"namespace": "lots"})
	require.NotContains(t, strings.Join(messages(out), "\n"), " too:")
	require.NoError(t, os.WriteFile(filepath.Join(dir, "program.cpp"), []byte(`#include "all.cpp"
#include <cstdlib>
#include <iostream>

using namespace lots;

#define holds(what) if (!(what)) { std::cerr << "line " << __LINE__ << ": " #what << std::endl; std::abort(); }

int main() {
    Garage garage("Mill Lane");
    Harbour harbour;
    {
        Amphibian one("AB 12", std::make_unique<Engine>(), Decimal("0.6"), "Otter", harbour, 4, "Otterly", garage);
        Car* car = &one;
        Boat* boat = &one;
        Vehicle* vehicle = &one;
        holds(garage.cars().size() == 1 && garage.cars()[0] == car);
        holds(harbour.boats().size() == 1 && harbour.boats()[0] == boat);
        holds(static_cast<Vehicle*>(car) == static_cast<Vehicle*>(boat) && one.engine()->vehicle() == vehicle);
        holds(one.plate() == "AB 12" && one.name() == "Otter" && one.name2() == "Otterly" && one.weight() == 1200);
        one.set_weight(0);
        holds(vehicle->validate().size() == 1);
        Toy toy;
        holds(toy.add_vehicle(*vehicle));
    }
    holds(garage.cars().empty() && harbour.boats().empty());

    // What is refused leaves nothing behind, whichever of the generals refuses.
    Harbour full;
    Boat first("1", std::make_unique<Engine>(), Decimal("1"), "", full);
    Boat second("2", std::make_unique<Engine>(), Decimal("1"), "", full);
    bool refused = false;
    try {
        Amphibian("CD", std::make_unique<Engine>(), Decimal("1"), "", full, 4, "", garage);
    } catch (const Refused&) {
        refused = true;
    }
    holds(refused && garage.cars().empty() && full.boats().size() == 2);
    return 0;
}
`), 0o644))
	together(t, dir)
	accepts(t, dir, "g++", "-std=c++20", "-Wall", "-Wextra", "-Werror", "-O0", "-fsanitize=address,undefined", "-Iinclude", "-o", "program", "program.cpp")
	accepts(t, dir, "./program")
}

// Of generals that no order of Python's holds for, as many are extended as there is one for; the rest is told.
func TestOneOrderOfGenerals(t *testing.T) {
	m := modeltest.Build(t, "class A", "class B", "class C", "class D", "class X", "class Y", "class Z",
		"B is a kind of C", "D is a kind of A", "X is a kind of A", "X is a kind of B", "X is a kind of C", "Y is a kind of C", "Y is a kind of D", "Z is a kind of X", "Z is a kind of Y")
	dir := t.TempDir()
	out := written(t, dir, Python, m, map[string]string{"package": "lots"})
	require.Equal(t, []string{"Z is a kind of Y too: Python has no one order for all of its generals, so it has nothing from that one"}, messages(out))
	accepts(t, dir, "python3", "-W", "error", "-c", `
from lots import A, B, C, D, X, Y, Z
assert X.__bases__ == (A, B) and Y.__bases__ == (C, D) and Z.__bases__ == (X,)
X(), Y(), Z()
`)
	require.Empty(t, messages(written(t, t.TempDir(), Cpp, m, map[string]string{"namespace": "lots"})))
	require.Len(t, messages(written(t, t.TempDir(), Java, m, nil)), 3)
}
