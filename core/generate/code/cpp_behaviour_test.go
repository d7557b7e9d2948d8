package code

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/generatetest"
)

// C++ cannot look at its own classes: the program that changes links at random is written out for each model, and knows
// what the classes keep to themselves. It runs with the address sanitizer, so that nothing is used that is gone.
func TestCppKeepsLinks(t *testing.T) {
	dir := t.TempDir()
	harness, err := os.ReadFile("testdata/behave.hpp")
	require.NoError(t, err)
	list := models(t, 4)
	for i, m := range list {
		at := filepath.Join(dir, folder(i))
		decided := otherwise(Cpp, i, map[string]string{"namespace": "lots"})
		written(t, at, Cpp, m, decided)
		program := behaving(laidOut(cppAs(decided), m, decided))
		require.NoError(t, os.WriteFile(filepath.Join(at, "behave.cpp"), []byte(program), 0o644))
		require.NoError(t, os.WriteFile(filepath.Join(at, "behave.hpp"), harness, 0o644))
		together(t, at)
	}
	generatetest.Once(t, "all", dir, []string{"g++"}, func() {
		var did, refused atomic.Int64
		t.Run("models", func(t *testing.T) {
			for i := range list {
				t.Run(folder(i), func(t *testing.T) {
					t.Parallel()
					at := filepath.Join(dir, folder(i))
					accepts(t, at, "g++", "-std=c++20", "-O0", "-fsanitize=address,undefined", "-Iinclude", "-o", "behave", "behave.cpp")
					said := strings.TrimSpace(saying(t, at, "./behave", map[bool]string{true: "10000", false: "3000"}[i == 0]))
					var a, b int64
					_, err := fmt.Sscanf(said, "%d calls did something, %d were refused", &a, &b)
					require.NoError(t, err, said)
					did.Add(a)
					refused.Add(b)
				})
			}
		})
		t.Logf("%d calls did something, %d were refused", did.Load(), refused.Load())
		require.Greater(t, did.Load(), int64(5000))
		require.Greater(t, refused.Load(), int64(1000))
	})
}

// behaving writes the program of a model.
func behaving(p *Package) string {
	var b strings.Builder
	say := func(format string, args ...any) { fmt.Fprintf(&b, format+"\n", args...) }
	say("#include \"behave.hpp\"\n#define private public\n#define protected public\n#include \"all.cpp\"\n\nusing namespace lots;\n")
	for _, s := range p.Spaces {
		say("using namespace lots::%s;", strings.Join(s.Names, "::"))
	}
	var classes []*Unit
	index := map[*Unit]int{}
	for _, u := range p.Units {
		if u.Kind == "class" {
			index[u] = len(classes)
			classes = append(classes, u)
		}
	}
	concrete := func(of *Unit) (out []*Unit) {
		for _, u := range classes {
			if !u.Type.Abstract && slices.Contains(u.line(), of) {
				out = append(out, u)
			}
		}
		return out
	}
	for _, u := range classes { // an object as one of its generals
		say("static %s* as_%d(const Object& o) {\n    switch (o.kind) {", u.Name, index[u])
		for _, c := range concrete(u) {
			say("    case %d:\n        return static_cast<%s*>(o.self);", index[c], c.Name)
		}
		say("    default:\n        return nullptr;\n    }\n}")
	}
	for _, u := range classes { // what is held, so that it goes too
		say("static void parts_%d([[maybe_unused]] %s* o, [[maybe_unused]] std::vector<const void*>& out) {", index[u], u.Name)
		for _, at := range u.line() {
			for _, e := range at.Ends {
				switch {
				case !keptPart(e):
				case e.Many():
					say("    for (const auto& x : o->%s) out.push_back(dynamic_cast<const void*>(x.get()));", e.Field)
				default:
					say("    if (o->%s) out.push_back(dynamic_cast<const void*>(o->%s.get()));", e.Field, e.Field)
				}
			}
		}
		say("}")
	}
	say("static Object* make(int kind, int depth);")
	say("void parts(const Object& o, std::vector<const void*>& out) {\n    switch (o.kind) {")
	for _, u := range classes {
		if !u.Type.Abstract {
			say("    case %d:\n        parts_%d(static_cast<%s*>(o.self), out);\n        break;", index[u], index[u], u.Name)
		}
	}
	say("    default:\n        break;\n    }\n}")
	say("void destroy(const Object& o) {\n    switch (o.kind) {")
	for _, u := range classes {
		if !u.Type.Abstract {
			say("    case %d:\n        delete static_cast<%s*>(o.self);\n        break;", index[u], u.Name)
		}
	}
	say("    default:\n        break;\n    }\n}")
	for _, u := range classes { // some object of a class, made where there is none
		say("[[maybe_unused]] static Object* some_%d(int depth) {\n    std::vector<Object*> there;\n    for (const auto& o : objects) if (as_%d(*o)) there.push_back(o.get());", index[u], index[u])
		say("    if (!there.empty() && (objects.size() > 90 || chance(3) > 0)) return pick(there);\n    if (depth > 5) return nullptr;")
		for _, c := range concrete(u) {
			say("    if (Object* o = make(%d, depth + 1)) return o;", index[c])
		}
		say("    return nullptr;\n}")
		// one that nothing holds
		say("[[maybe_unused]] static Object* free_%d(int depth) {\n    std::vector<Object*> there;\n    for (const auto& o : objects) if (o->held && !o->used && as_%d(*o)) there.push_back(o.get());", index[u], index[u])
		say("    if (!there.empty() && chance(3) > 0) return pick(there);\n    if (depth > 5 || objects.size() > 90) return nullptr;")
		for _, c := range concrete(u) {
			say("    if (Object* o = make(%d, depth + 1)) return o;", index[c])
		}
		say("    return nullptr;\n}")
	}
	say("static Object* make(int kind, [[maybe_unused]] int depth) {\n    switch (kind) {")
	for _, u := range classes {
		if u.Type.Abstract {
			continue
		}
		say("    case %d: {", index[u])
		var given []string
		var parts []string
		for i, x := range u.Params {
			switch {
			case x.End != nil && x.End.Unit.Kind == "class" && keptPart(x.End):
				say("        Object* p%d = free_%d(depth);\n        if (!p%d || p%d->used) return nullptr;\n        p%d->used = true;", i, index[x.End.Unit], i, i, i)
				given = append(given, fmt.Sprintf("std::unique_ptr<%s>(as_%d(*p%d))", x.End.Unit.Name, index[x.End.Unit], i))
				parts = append(parts, fmt.Sprintf("p%d", i))
			case x.End != nil && x.End.Unit.Kind == "class":
				say("        Object* p%d = some_%d(depth);\n        if (!p%d) return nullptr;", i, index[x.End.Unit], i)
				given = append(given, fmt.Sprintf("*as_%d(*p%d)", index[x.End.Unit], i))
			case x.End != nil && x.End.Unit.Kind == "interface":
				say("        return nullptr; // nothing to give")
				given = append(given, fmt.Sprintf("*static_cast<%s*>(nullptr)", x.End.Unit.Name))
			case x.End != nil:
				given = append(given, x.End.Unit.Name+"{}")
			default:
				given = append(given, cppType(x.Ref)+"{}")
			}
		}
		for _, p := range parts {
			say("        %s->held = false; %s->used = false;", p, p)
		}
		say("        try {\n            return know(%d, new %s(%s));\n        } catch (const Refused&) {\n            refused++;", index[u], u.Name, strings.Join(given, ", "))
		for _, p := range parts { // it is gone with what was given
			say("            forget(%s);", p)
		}
		say("            return nullptr;\n        }\n    }")
	}
	say("    default:\n        return nullptr;\n    }\n}\n")
	for _, u := range classes {
		say("static void step_%d([[maybe_unused]] %s* o) {\n    switch (chance(%d)) {", index[u], u.Name, max(1, len(u.Ends)))
		for i, e := range u.Ends {
			say("    case %d: {", i)
			if e.Unit.Kind == "class" {
				steps(say, e, index[e.Unit])
			}
			say("        break;\n    }")
		}
		say("    default:\n        break;\n    }\n}")
	}
	say("void step(const Object& o) {")
	for _, u := range classes {
		say("    if (%s* x = as_%d(o); x && chance(2) == 0) step_%d(x);", u.Name, index[u], index[u])
	}
	say("}\n\nvoid check(const char* what) {\n    for (const auto& o : objects) {\n        [[maybe_unused]] std::size_t wholes = 0;")
	for _, u := range classes {
		say("        if ([[maybe_unused]] %s* x = as_%d(*o)) {", u.Name, index[u])
		for _, e := range u.Ends {
			if e.Unit.Kind != "class" {
				continue
			}
			say("            {\n                const auto there = listed(x->%s);", e.Field)
			most := max(1, e.Upper)
			if e.PerKey > 0 && len(e.Keys) > 0 { // all attributes have the same value: all are under one key
				most = e.PerKey
			}
			if e.Limited() || !e.Many() {
				say("                if (there.size() > %d) wrong(what, %q, \"too many\");", most, e.Label)
			}
			if e.OwnedBy && e.Inverse != nil {
				say("                wholes += there.size();")
			}
			if e.Inverse != nil {
				say("                for (const auto* y : there) {\n                    if (!known(dynamic_cast<const void*>(y))) wrong(what, %q, \"leads to what is not there\");", e.Label)
				say("                    if (times(there, y) != times(listed(y->%s), x)) wrong(what, %q, \"the ends do not agree\");\n                }", e.Inverse.Field, e.Label)
			}
			say("            }")
		}
		say("        }")
	}
	say("        if (wholes > 1) wrong(what, \"\", \"a part is in several wholes\");\n    }\n}\n\nvoid fill() {\n    for (int i = 0; i < 40; i++) make(chance(%d), 0);\n}", max(1, len(classes)))
	return b.String()
}

// steps writes what is tried at an end.
func steps(say func(string, ...any), e *End, of int) {
	switch {
	case keptPart(e) && e.Many():
		say("        if (chance(3) == 0 && !o->%s.empty()) {\n            auto* y = o->%s[chance(o->%s.size())].get();\n            tried([&] { auto back = o->%s(*y); if (back) { find(dynamic_cast<const void*>(y))->held = true; (void)back.release(); } return true; });\n            break;\n        }", e.Field, e.Field, e.Field, e.Remove)
		say("        if (Object* y = free_%d(3)) {\n            std::unique_ptr<%s> one(as_%d(*y));\n            tried([&] { o->%s(std::move(one)); y->held = false; return true; });\n            (void)one.release();\n        }", of, e.Unit.Name, of, e.Add)
	case keptPart(e):
		say("        Object* y = chance(3) == 0 ? nullptr : free_%d(3);\n        std::unique_ptr<%s> one(y ? as_%d(*y) : nullptr);", of, e.Unit.Name, of)
		say("        tried([&] { auto back = o->%s(std::move(one)); if (y) y->held = false; if (back) { find(dynamic_cast<const void*>(back.get()))->held = true; (void)back.release(); } return true; });\n        (void)one.release();", e.Set)
	case e.OwnedBy && e.Inverse != nil, e.Hidden:
		return
	case e.Many():
		say("        if (chance(3) == 0 && !o->%s.empty()) {\n            auto* y = o->%s[chance(o->%s.size())];\n            if (known(y)) tried([&] { return o->%s(*y); });\n            break;\n        }", e.Field, e.Field, e.Field, e.Remove)
		say("        if (Object* y = some_%d(3)) tried([&] { return o->%s(*as_%d(*y)); });", of, e.Add, of)
	case e.Mandatory():
		say("        if (Object* y = some_%d(3)) tried([&] { o->%s(*as_%d(*y)); return true; });", of, e.Set, of)
	default:
		say("        Object* y = chance(3) == 0 ? nullptr : some_%d(3);\n        tried([&] { o->%s(y ? as_%d(*y) : nullptr); return true; });", of, e.Set, of)
	}
	if e.Take != "" && !e.Inverse.Many() {
		say("        if (Object* y = some_%d(3)) tried([&] { return o->%s(*as_%d(*y)); });", of, e.Take, of)
	}
}
