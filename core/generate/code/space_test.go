package code

import (
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/generatetest"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// harbour has packages in packages, links and kinds from one to another, and one name in two of them.
func harbour(t testing.TB) *model.Model {
	return modeltest.Build(t,
		"class Vessel", " + name: String {id}", " ~ draught: Decimal", " + moor()", "class Tug", " + power: Integer",
		"class Berth", " + number: Integer {id}", "class Order", " + placed: Date", "enumeration Cargo", " grain", " ore",
		"class Invoice", " + total: Money", "class Order", " + paid: Boolean", "class Port",
		"package Traffic", "package Towing", "package Billing",
		"into Traffic: Towing, Vessel, Berth, Order, Cargo", "into Towing: Tug", "into Billing: Invoice, Order",
		"Tug is a kind of Vessel", "1 Port has 1..* Berth", "0..1 Berth holds 0..1 Vessel", "1 Vessel is billed by 0..* Invoice")
}

// Packages of the model become such of each language, whose tools take them.
func TestPackages(t *testing.T) {
	m := harbour(t)
	at := t.TempDir()
	for _, c := range []struct {
		target  *generate.Target
		options map[string]string
		paths   string
		lines   map[string]string // by files, what stands in them
		taken   func(dir string)
	}{
		{Java, map[string]string{"package": "org.example.port"}, "Traffic/Vessel.java Towing/Tug.java Billing/Invoice.java", map[string]string{
			"billing/Invoice.java":      "package org.example.port.billing;\n\nimport java.math.BigDecimal;\nimport java.util.ArrayList;\nimport java.util.List;\nimport org.example.port.Refused;\nimport org.example.port.traffic.Vessel;\n",
			"traffic/towing/Tug.java":   "import org.example.port.traffic.Vessel;",
			"traffic/TrafficOrder.java": "public class TrafficOrder {",
			"traffic/package-info.java": "package org.example.port.traffic;",
		}, func(dir string) { javac(t, dir, "-d", "out") }},
		{CSharp, map[string]string{"namespace": "Port"}, "", map[string]string{
			"Billing/Invoice.cs":      "namespace Port.Billing\n{\n    using global::Port.Traffic;\n\n    public class Invoice",
			"Traffic/Towing/Tug.cs":   "namespace Port.Traffic.Towing\n{\n    public class Tug : Vessel",
			"Billing/BillingOrder.cs": "public class BillingOrder",
		}, func(dir string) { mcs(t, dir, "-target:library", "-out:all.dll") }},
		{TypeScript, nil, "", map[string]string{
			"traffic/towing/tug.ts": "import { Vessel } from '../vessel.js'",
			"billing/invoice.ts":    "import type { Vessel } from '../traffic/vessel.js'\nimport { Decimal, Refused } from '../_support.js'",
			"src/_index.ts":         "export * from './traffic/towing/tug.js'",
		}, func(dir string) { compiler(t, filepath.Dir(dir), false) }},
		{Python, map[string]string{"package": "port"}, "", map[string]string{
			"traffic/towing/tug.py": "from ..vessel import Vessel",
			"billing/invoice.py":    "from .. import _support as support",
			"port/__init__.py":      "from .traffic.towing.tug import Tug as Tug",
			"towing/__init__.py":    `"""The package "Towing" of the model."""`,
		}, func(dir string) {
			accepts(t, dir, "python3", "-W", "error", "-c", "import port")
			accepts(t, dir, "mypy", "--strict", "--no-error-summary", "-p", "port")
		}},
		{Cpp, map[string]string{"namespace": "port"}, "", map[string]string{
			"include/billing/invoice.hpp":    "namespace port::traffic {\n\nclass Vessel;\n\n} // namespace port::traffic\n\nnamespace port::billing {",
			"include/traffic/towing/tug.hpp": "class Tug : public traffic::Vessel {",
			"src/traffic/towing/tug.cpp":     "#include \"traffic/towing/tug.hpp\"",
		}, func(dir string) {
			generatetest.Once(t, "each by itself", dir, []string{"g++"}, func() {
				unity(t, dir)
				eachByItself(t, dir)
			})
		}},
	} {
		t.Run(c.target.Name, func(t *testing.T) {
			dir := filepath.Join(at, c.target.Name, "m000")
			out := written(t, dir, c.target, m, c.options)
			for path, text := range c.lines {
				found := false
				for _, f := range out.Files {
					if strings.HasSuffix(f.Path, path) {
						found = true
						require.Contains(t, f.Content, text, path)
					}
				}
				require.True(t, found, path)
			}
			require.Contains(t, messages(out), "Order of Billing is called BillingOrder in "+c.target.Title+", since another package has an Order too")
			c.taken(dir)
		})
	}
}

func messages(out generate.Output) (all []string) {
	for _, n := range out.Notes {
		all = append(all, n.Message)
	}
	return all
}

// With one package, or one file, all stands in one; names stay apart in the same way.
func TestOnePackage(t *testing.T) {
	for _, options := range []map[string]string{{"packages": "one"}, {"files": "one"}} {
		out, err := CSharp.Run(harbour(t), options, nil)
		require.NoError(t, err)
		for _, f := range out.Files {
			require.Equal(t, "src", filepath.Dir(f.Path))
			require.NotContains(t, f.Content, "Harbour.")
		}
		require.Contains(t, messages(out), "Order of Billing is called BillingOrder in C#, since another package has an Order too")
	}
}

// What a package becomes is called as no type and no word of the language is, and not as what it is in.
func TestNamesOfPackages(t *testing.T) {
	m := modeltest.Build(t, "class Hive", "class Frame", "class Comb", "class Bee", "package Hive", "package int", "package Comb store", "package Comb store",
		"into Hive: Comb store, Frame", "into Comb store: Bee, Comb store", "into int: Comb")
	for l, wanted := range map[*Language][]string{
		java:       {"hive", "hive/combstore", "hive/combstore/combstorepackage", "intpackage"},
		cSharp:     {"HivePackage", "HivePackage/CombStore", "HivePackage/CombStore/CombStorePackage", "Int"},
		typeScript: {"hive", "hive/comb-store", "hive/comb-store/comb-store-package", "int"},
		python:     {"hive_package", "hive_package/comb_store", "hive_package/comb_store/comb_store_package", "int"},
		cpp:        {"hive", "hive/comb_store", "hive/comb_store/comb_store_package", "int_package"},
	} {
		var made []string
		for _, s := range laidOut(l, m, map[string]string{"packages": "each"}).Spaces {
			made = append(made, strings.Join(s.Names, "/"))
		}
		require.Subset(t, wanted, made, l.Name)
		require.NotEmpty(t, made, l.Name)
	}
}
