package code

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// guarded is a class with constraints, each of which some objects break.
func guarded(t testing.TB) *model.Model {
	m := modeltest.Build(t, "enumeration Grade", "  table", "  bakery", "class Lot", "  mass: Decimal", "  moisture: Decimal [0..1]", "  number: Integer", "  grade: Grade", "  label: Text", "class Jar", "0..1 Lot fills 0..* Jar")
	lot := m.Named("Lot", model.Class)[0].ID
	for i, body := range []string{"mass > 0 and (moisture < 21 or grade = 'bakery')", "not (number <= 3 or label = 'none')", "jars <= 1", "number < mass", "it is weighed twice"} {
		id := model.ID("c" + itoa(i))
		m = modeltest.Edit(t, m, []model.Change{&model.AddElement{ID: id, Kind: model.Constraint, Set: model.P("body", body)}, &model.Connect{ID: id + "at", Kind: model.Anchor, Source: id, Target: lot}})
	}
	return m
}

// What each object of a program breaks, in its order: all languages have to agree.
const broken = `-
{mass > 0 and (moisture < 21 or grade = 'bakery')}
-
{not (number <= 3 or label = 'none')} {number < mass}
{not (number <= 3 or label = 'none')}
{jars <= 1}`

func TestGuards(t *testing.T) {
	m := guarded(t)
	p := Layout(java, generate.NewPlan(m))
	told := ""
	for _, n := range p.Notes {
		told += n.Message + "\n"
	}
	require.Contains(t, told, "{it is weighed twice} stands in a comment")

	dir := t.TempDir()
	in := func(target *generate.Target, name, program string, options map[string]string) string {
		at := filepath.Join(dir, target.Name)
		written(t, at, target, m, options)
		require.NoError(t, os.WriteFile(filepath.Join(at, name), []byte(program), 0o644))
		return at
	}
	at := in(Python, "guard.py", `from decimal import Decimal as D
from lots import Grade, Jar, Lot

def told(moisture=None, **given):
    lot = Lot(**{"mass": D("20"), "number": 7, "grade": Grade.TABLE, "label": "x", **given})
    lot.moisture = moisture
    return lot

def say(lot):
    print(" ".join(lot.validate()) or "-")

say(told())
say(told(moisture=D("21.5")))
say(told(moisture=D("21.5"), grade=Grade.BAKERY))
say(told(mass=D("0.5"), number=2, moisture=D("1")))
say(told(label="none"))
many = told()
many.add_jar(Jar())
many.add_jar(Jar())
say(many)
`, map[string]string{"package": "lots"})
	require.Equal(t, broken, strings.TrimSpace(saying(t, at, "python3", "guard.py")))

	at = in(TypeScript, "src/guard.ts", `import { Decimal, Grade, Jar, Lot } from './_index.js'

function told(given: { mass?: string; number?: number; grade?: Grade; label?: string; moisture?: string } = {}): Lot {
  const lot = new Lot({ mass: Decimal.of(given.mass ?? '20'), number: given.number ?? 7, grade: given.grade ?? Grade.table, label: given.label ?? 'x' })
  lot.moisture = given.moisture === undefined ? undefined : Decimal.of(given.moisture)
  return lot
}
declare const console: { log(text: string): void }
const say = (lot: Lot) => console.log(lot.validate().join(' ') || '-')
say(told())
say(told({ moisture: '21.5' }))
say(told({ moisture: '21.5', grade: Grade.bakery }))
say(told({ mass: '0.5', number: 2, moisture: '1' }))
say(told({ label: 'none' }))
const many = told()
many.addJar(new Jar())
many.addJar(new Jar())
say(many)
`, nil)
	generatetest.Once(t, "TypeScript", at, []string{"node", "tsc"}, func() {
		accepts(t, at, "node", tsc(t), "-p", ".")
		require.Equal(t, broken, strings.TrimSpace(saying(t, at, "node", "dist/guard.js")))
	})

	at = in(Java, "src/lots/Guard.java", `package lots;

import java.math.BigDecimal;

class Guard {
    static Lot told(String mass, long number, Grade grade, String label, String moisture) {
        Lot lot = new Lot(new BigDecimal(mass), number, grade, label);
        lot.setMoisture(moisture == null ? null : new BigDecimal(moisture));
        return lot;
    }

    static void say(Lot lot) {
        System.out.println(lot.validate().isEmpty() ? "-" : String.join(" ", lot.validate()));
    }

    public static void main(String[] args) {
        say(told("20", 7, Grade.TABLE, "x", null));
        say(told("20", 7, Grade.TABLE, "x", "21.5"));
        say(told("20", 7, Grade.BAKERY, "x", "21.5"));
        say(told("0.5", 2, Grade.TABLE, "x", "1"));
        say(told("20", 7, Grade.TABLE, "none", null));
        Lot many = told("20", 7, Grade.TABLE, "x", null);
        many.addJar(new Jar());
        many.addJar(new Jar());
        say(many);
    }
}
`, map[string]string{"package": "lots"})
	javac(t, at, "-d", "out")
	require.Equal(t, broken, strings.TrimSpace(saying(t, at, "java", "-cp", "out", "lots.Guard")))

	at = in(CSharp, "src/Guard.cs", `using System;

namespace Lots
{
    public static class Guard
    {
        private static Lot Told(decimal mass = 20, long number = 7, Grade grade = Grade.Table, string label = "x", decimal? moisture = null)
        {
            return new Lot(mass, number, grade, label) { Moisture = moisture };
        }

        private static void Say(Lot lot)
        {
            Console.WriteLine(lot.Validate().Count == 0 ? "-" : string.Join(" ", lot.Validate()));
        }

        public static void Main()
        {
            Say(Told());
            Say(Told(moisture: 21.5m));
            Say(Told(moisture: 21.5m, grade: Grade.Bakery));
            Say(Told(mass: 0.5m, number: 2, moisture: 1));
            Say(Told(label: "none"));
            Lot many = Told();
            many.AddJar(new Jar());
            many.AddJar(new Jar());
            Say(many);
        }
    }
}
`, map[string]string{"namespace": "Lots"})
	mcs(t, at, "-target:exe", "-out:all.exe")
	require.Equal(t, broken, strings.TrimSpace(saying(t, at, "mono", "all.exe")))

	at = in(Cpp, "guard.cpp", `#include "all.cpp"
#include <iostream>

using namespace lots;

static void say(const Lot& lot) {
    std::string line;
    for (const std::string& broken : lot.validate()) {
        line += (line.empty() ? "" : " ") + broken;
    }
    std::cout << (line.empty() ? "-" : line) << "\n";
}

struct Given {
    std::string mass = "20";
    std::int64_t number = 7;
    Grade grade = Grade::table;
    std::string label = "x";
    std::string moisture;
};

static std::unique_ptr<Lot> told(const Given& given) {
    auto lot = std::make_unique<Lot>(Decimal(given.mass), given.number, given.grade, given.label);
    if (!given.moisture.empty()) {
        lot->set_moisture(Decimal(given.moisture));
    }
    return lot;
}

int main() {
    say(*told({}));
    say(*told({.moisture = "21.5"}));
    say(*told({.grade = Grade::bakery, .moisture = "21.5"}));
    say(*told({.mass = "0.5", .number = 2, .moisture = "1"}));
    say(*told({.label = "none"}));
    Jar first;
    Jar second;
    const auto many = told({});
    many->add_jar(first);
    many->add_jar(second);
    say(*many);
    if (Decimal("-10.50") >= Decimal("-9.5") || Decimal("010.0") != Decimal(std::int64_t{10}) || Decimal("-0") < Decimal("0") || Decimal("2.05").text() != "2.05") {
        return 1;
    }
    return 0;
}
`, map[string]string{"namespace": "lots"})
	together(t, at)
	generatetest.Once(t, "C++", at, []string{"g++"}, func() {
		accepts(t, at, "g++", "-std=c++20", "-Iinclude", "-o", "guard", "guard.cpp")
		require.Equal(t, broken, strings.TrimSpace(saying(t, at, "./guard")))
	})
}
