package golang_test

import (
	"go/format"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate"
	"lexeon/core/generate/golang"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// vet writes the output to a folder of its own and compiles and vets it there.
func vet(t *testing.T, out generate.Output) {
	t.Helper()
	dir := t.TempDir()
	for _, f := range out.Files {
		require.True(t, filepath.IsLocal(f.Path), f.Path)
		require.NoError(t, os.MkdirAll(filepath.Join(dir, filepath.Dir(f.Path)), 0o755))
		require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
		if strings.HasSuffix(f.Path, ".go") {
			clean, err := format.Source([]byte(f.Content))
			require.NoError(t, err)
			require.Equal(t, string(clean), f.Content, "%s is not gofmt-clean", f.Path)
		}
	}
	cmd := exec.Command("go", "vet", "./...")
	cmd.Dir = dir
	cmd.Env = append(os.Environ(), "GOFLAGS=-mod=mod", "GOWORK=off", "GOPROXY=off")
	result, err := cmd.CombinedOutput()
	if err != nil {
		for _, f := range out.Files {
			t.Logf("== %s\n%s", f.Path, f.Content)
		}
	}
	require.NoError(t, err, "%s", result)
}

func fileOf(t *testing.T, out generate.Output, path string) string {
	t.Helper()
	for _, f := range out.Files {
		if f.Path == path {
			return f.Content
		}
	}
	require.Fail(t, "no file "+path)
	return ""
}

func TestGeneratedGoIsWhatTheModelSays(t *testing.T) {
	m := modeltest.Build(t,
		"class TraceableItem", "  + number: Identifier {id, readOnly}", "  + trace(depth: Integer): HoneyLot [0..*] {abstract}",
		"class HoneyLot", "  - mass: Decimal = 0", "  + harvested: Date", "  + source: Text [0..1]", "  /age: Duration", "  count: Integer {static}",
		"  + grade(result: TestResult, out by: Text): Grade", "  + grade(): Grade", "  + HoneyLot(: Date)", "  - secret()",
		"class JarBatch", "interface Graded", "  + grade(result: TestResult, out by: Text): Grade",
		"enumeration Grade", "  table = 1", "  bakery = 2", "  rejected = 9",
		"class Apiary", "class Hive", "class TestResult",
		"HoneyLot is a kind of TraceableItem", "JarBatch is a kind of TraceableItem", "HoneyLot realizes Graded",
		"1 Apiary is made of 1..* Hive", "1 HoneyLot fills ? JarBatch", "0..1 Hive as home houses 0..* Hive as swarms {nonunique}",
	)
	abstract := m.ClassifiersNamed("TraceableItem")[0].ID
	m, _, _, err := model.Edit(m, []model.Change{&model.SetClassifier{ID: abstract, Set: model.P("abstract", true)},
		&model.SetDefinition{ID: abstract, Text: "What a recall can find.\n*/ //go:build never\n}"}})
	require.NoError(t, err)
	out, err := golang.Generate(m)
	require.NoError(t, err)
	vet(t, out)
	item, lot, hive := fileOf(t, out, "traceableitem.go"), fileOf(t, out, "honeylot.go"), fileOf(t, out, "hive.go")
	require.Contains(t, item, "type TraceableItem interface {")
	require.Contains(t, item, "type TraceableItemBase struct {")
	require.Contains(t, item, "// TraceableItemBase: What a recall can find.\n// */ //go:build never\n// }\n")
	require.NotContains(t, item, "func NewTraceableItem", "nothing is made of an abstract class")
	require.Contains(t, lot, "\tTraceableItemBase\n")
	require.Contains(t, lot, "func NewHoneyLot(number string, harvested time.Time) *HoneyLot")
	require.Contains(t, lot, "TraceableItemBase: TraceableItemBase{number: number},")
	require.Contains(t, lot, "big.NewRat(0, 1)")
	require.Contains(t, lot, "func (h *HoneyLot) Grade(resultValue *TestResult) (_ Grade, _ string, err error)")
	require.Contains(t, lot, "func (h *HoneyLot) Grade2() (_ Grade, err error)")
	require.Contains(t, lot, "func (h *HoneyLot) Trace(depth int64) (_ []*HoneyLot, err error)", "an abstract operation becomes a stub")
	require.Contains(t, lot, "func MakeHoneyLot(value time.Time) (*HoneyLot, error)")
	require.Contains(t, lot, "var _ Graded = (*HoneyLot)(nil)")
	require.Contains(t, lot, "var _ TraceableItem = (*HoneyLot)(nil)")
	require.Contains(t, lot, "// TODO: not decided: how many JarBatches for each HoneyLot?")
	require.Contains(t, hive, "func NewHive(apiary *Apiary) (*Hive, error)", "the last hive of an apiary cannot be taken from it")
	require.Contains(t, hive, "func (h *Hive) AddSwarms(one *Hive) (bool, error)", "one that has a home is refused")
	require.Contains(t, fileOf(t, out, "apiary.go"), "slices.Contains(a.hives, one)", "duplicates are refused")
	require.Contains(t, fileOf(t, out, "apiary.go"), "one.linkApiaryOfHive(a)", "a hive knows its apiary")
	require.Contains(t, fileOf(t, out, "grade.go"), "GradeRejected Grade = 9")
	require.Contains(t, out.Notes[0].Message, "overloaded")
}

// Whatever a model holds, hostile names included, the code compiles, as a module of its own and in part. That of many
// models is proven where all targets are.
func TestGeneratedGoAlwaysCompiles(t *testing.T) {
	if testing.Short() {
		t.Skip("compiles a dozen modules")
	}
	for seed := range uint64(4) {
		out, err := golang.Generate(modeltest.Model(seed, 250))
		require.NoError(t, err)
		vet(t, out)
	}
	for seed := range uint64(8) {
		m := modeltest.Coded(seed, seed%4 == 3)
		out, err := golang.Generate(m)
		require.NoError(t, err)
		vet(t, out)
		if list := m.Classifiers(); len(list) > 3 { // and a part of it
			out, err = golang.Target.Run(m, map[string]string{"of": list[0].Name + ", " + list[len(list)/2].Name}, nil)
			require.NoError(t, err)
			vet(t, out)
		}
	}
}

// A text with marks that nobody sees is printed with them shown: one that ends all
// generation, or makes code look like other code, would be found by nobody.
func TestHiddenCharactersInTextsAreShown(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("Quarry"), []model.Change{
		&model.AddElement{ID: "a", Kind: model.Class, Name: "Blast"}, &model.AddElement{ID: "b", Kind: model.Class, Name: "Drill"},
		&model.SetDefinition{ID: "a", Text: "\ufeffA charge \u202ederif si taht.\u2028package main"},
	})
	require.NoError(t, err)
	out, err := golang.Generate(m)
	require.NoError(t, err)
	require.Empty(t, out.Notes)
	require.Contains(t, content(t, out, "blast.go"), "// Blast: ‹U+FEFF›A charge ‹U+202E›derif si taht.‹U+2028›package main\n")
	require.Contains(t, content(t, out, "drill.go"), "type Drill struct")
	vet(t, out)
}

func content(t *testing.T, out generate.Output, path string) string {
	t.Helper()
	for _, f := range out.Files {
		if f.Path == path {
			return f.Content
		}
	}
	require.Fail(t, "no file", path)
	return ""
}

func TestHostileNames(t *testing.T) {
	m := model.Empty("Heather & <Fold> 1 ../../etc")
	var changes []model.Change
	for i, name := range []string{"type", "func", "../../x", "a\"b`c", "*/ evil /*", "日本", "1st", "_test", "Lot", "lot", "LOT", "windows_amd64", "Error", "String", "new", "nil", "", "ErrNotWritten", "NewLot", "doc", "go"} {
		id := model.ID("c" + string(rune('a'+i)))
		changes = append(changes, &model.AddElement{ID: id, Kind: []model.Kind{model.Class, model.Interface, model.Enumeration}[i%3], Name: name})
		for j, feature := range []string{"type", "String", "Error", "a`\n\"", "it", "len", "append"} {
			feature = strings.ReplaceAll(feature, "\n", " ")
			kind := model.Attribute
			if i%3 == 2 {
				kind = model.Literal
			}
			changes = append(changes, &model.AddPart{ID: model.DeriveID(string(id), "a", string(rune('0'+j))), Owner: id, Kind: kind, Name: feature},
				&model.AddPart{ID: model.DeriveID(string(id), "o", string(rune('0'+j))), Owner: id, Kind: model.Operation, Name: feature})
		}
	}
	m, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	out, err := golang.Generate(m)
	require.NoError(t, err)
	vet(t, out)
	again, err := golang.Generate(m)
	require.NoError(t, err)
	require.Equal(t, out, again, "the output is decided by the model alone")
}

// A module path of one's own: its last part names the package, and what is generated
// compiles under it, also in several packages.
func TestModulePath(t *testing.T) {
	for path, pkg := range map[string]string{"example.org/honey/lots": "lots", "example.org/lots/v2": "lots", "lots-2": "lots2", "example.org/func": "modelfunc"} {
		for _, target := range []*generate.Target{golang.Target, golang.ComponentsTarget} {
			m := modeltest.Build(t, "component Tracing", "component Printing", "Tracing provides LotLookup", "Printing requires LotLookup", "class HoneyLot", "Tracing holds HoneyLot")
			out, err := target.Run(m, map[string]string{"module": path}, nil)
			require.NoError(t, err)
			text := map[string]string{}
			for _, f := range out.Files {
				text[f.Path] = f.Content
			}
			require.Contains(t, text["go.mod"], "module "+path+"\n")
			require.Contains(t, text["doc.go"], "package "+pkg+"\n")
			vet(t, out)
		}
	}
	for _, bad := range []string{"../lots", "a b", "/lots", "lots/", "a//b", "x;y"} {
		_, err := golang.Target.Run(model.Empty("x"), map[string]string{"module": bad}, nil)
		require.ErrorContains(t, err, "is no module path, such as example.org/lots", bad)
	}
	for _, hidden := range []string{"time", "net/lots", "internal"} {
		_, err := golang.Target.Run(model.Empty("x"), map[string]string{"module": hidden}, nil)
		require.ErrorContains(t, err, "begins like Go's own packages", hidden)
	}
}

// A project that is called like one of Go's own packages makes a package that can be
// imported all the same.
func TestProjectsCalledLikeStandardPackages(t *testing.T) {
	for _, name := range []string{"Sort", "OS", "Math", "Unique"} {
		m := modeltest.Build(t, "component Tracing", "component Printing", "Tracing provides LotLookup", "Printing requires LotLookup", "class HoneyLot", "Tracing holds HoneyLot")
		m, _, _, err := model.Edit(m, []model.Change{&model.SetProject{Set: model.P("name", name)}})
		require.NoError(t, err)
		out, err := golang.ComponentsTarget.Run(m, nil, nil)
		require.NoError(t, err)
		vet(t, out)
	}
}

// The receiver is the first letter of its type, unless a parameter bears that name.
func TestReceivers(t *testing.T) {
	out, err := golang.Generate(modeltest.Build(t, "class TaskOrder", "  + close(t: Integer)", "class Hive", "  + weigh(h: Integer, hx: Integer)", "class HiveX", "  + weigh(h: Integer, hx: Integer)",
		"enumeration Grade", "  fine", "class Über", "  + go()"))
	require.NoError(t, err)
	for file, want := range map[string]string{
		"taskorder.go": "func (it *TaskOrder) Close(", "hive.go": "func (it *Hive) Weigh(", "hivex.go": "func (it *HiveX) Weigh(",
		"grade.go": "func (g Grade) String() string", "ber.go": "func (it *Über) Go()",
	} {
		require.Contains(t, fileOf(t, out, file), want)
	}
	vet(t, out)
}

// What a text says needs no package: only types and calls do.
func TestTextsThatLookLikePackages(t *testing.T) {
	m := modeltest.Build(t, "class Kiln", `  + label: Text = "next time. or big. times"`, "class Shelf", "  + height: Decimal = 1.5")
	out, err := golang.Generate(m)
	require.NoError(t, err)
	require.Contains(t, fileOf(t, out, "kiln.go"), `Label: "next time. or big. times",`)
	require.NotContains(t, fileOf(t, out, "kiln.go"), "import")
	require.Contains(t, fileOf(t, out, "shelf.go"), "big.NewRat(3, 2)")
	vet(t, out)
}

// Lines of the code lead back to the members that they were made from.
func TestLinesLeadToMembers(t *testing.T) {
	m := modeltest.Demo(t)
	out, err := golang.Generate(m)
	require.NoError(t, err)
	found := map[model.ID]string{}
	for _, f := range out.Files {
		require.NotContains(t, f.Content, "\x01", f.Path)
		lines := strings.Split(f.Content, "\n")
		for _, s := range f.Lines {
			found[s.Element] += strings.Join(lines[s.From-1:s.To], "\n") + "\n"
		}
	}
	lot := m.Named("HoneyLot", model.Class)[0]
	for _, a := range m.Children(lot.ID, model.Attribute) {
		require.Contains(t, strings.ToLower(found[a.ID]), strings.ToLower(a.Name))
	}
	for _, a := range m.Relationships(model.Association) {
		require.NotEmpty(t, found[a.ID], a.Name)
	}
}

// Whatever is written into a model, the Go of it compiles, and nothing gets out of its place.
func TestEveryHostileName(t *testing.T) {
	out, err := golang.Generate(modeltest.HostileModel(t))
	require.NoError(t, err)
	vet(t, out)
}

// Every way in which Go can be written is accepted, whatever is in the model.
func TestGoWrittenOtherwise(t *testing.T) {
	models := []*model.Model{modeltest.Demo(t), modeltest.HostileModel(t)}
	for seed := range uint64(6) {
		models = append(models, modeltest.Coded(seed, seed%2 == 1), modeltest.Model(seed, 320))
	}
	for i, m := range models {
		options := map[string]string{"accessors": "methods", "collections": "iterator", "enumerations": "text", "files": "one"}
		switch i % 3 {
		case 1:
			delete(options, "accessors")
		case 2:
			options["files"] = "many"
		}
		out, err := golang.Target.Run(m, options, nil)
		require.NoError(t, err)
		vet(t, out)
		if options["files"] == "one" {
			require.LessOrEqual(t, len(out.Files), 4)
		}
	}
}

// All types in one file: each line leads back to its element, and what is of no member to its type.
func TestOneFileOfGo(t *testing.T) {
	m := modeltest.Demo(t)
	many, err := golang.Target.Run(m, nil, nil)
	require.NoError(t, err)
	one, err := golang.Target.Run(m, map[string]string{"files": "one"}, nil)
	require.NoError(t, err)
	file := one.Files[slices.IndexFunc(one.Files, func(f generate.File) bool { return f.Path == "model.go" })]
	lines := strings.Split(file.Content, "\n")
	text := func(lines []string, spans []generate.Span, of model.ID) (out []string) {
		for _, s := range spans {
			if s.Element == of {
				out = append(out, strings.TrimSpace(strings.Join(lines[s.From-1:s.To], "\n")))
			}
		}
		return out
	}
	for _, f := range many.Files {
		seen := map[model.ID]bool{}
		for _, s := range f.Lines {
			if !seen[s.Element] && s.Element != f.Subject {
				seen[s.Element] = true
				for _, wanted := range text(strings.Split(f.Content, "\n"), f.Lines, s.Element) {
					require.Contains(t, text(lines, file.Lines, s.Element), wanted)
				}
			}
		}
	}
	lot := m.Named("HoneyLot", model.Class)[0]
	require.Contains(t, strings.Join(text(lines, file.Lines, lot.ID), "\n"), "type HoneyLot struct {")
	for i := 1; i < len(file.Lines); i++ {
		require.Greater(t, file.Lines[i].From, file.Lines[i-1].To, "no line is of two elements")
	}
}
