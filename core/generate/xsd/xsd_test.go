package xsd_test

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/generate/xsd"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

// optionsOf decides the options otherwise for some models.
func optionsOf(i int, m *model.Model) map[string]string {
	out := map[string]string{}
	if i%3 == 1 {
		out["namespace"] = "https://example.org/lots?a=1"
	}
	if list := m.Classifiers(); i%5 == 2 && len(list) > 2 {
		out["of"] = list[0].Name + ", " + list[len(list)/2].Name
	}
	if i%7 == 3 {
		out["comments"] = "none"
	}
	return out
}

// A validator takes the schemas of the demo and of 200 random models, and the examples beside them; an
// example with something that the schema does not know is refused.
func TestAValidatorTakesWhatIsGenerated(t *testing.T) {
	demo := modeltest.Demo(t)
	list := []*model.Model{demo, model.Empty("Nothing"), modeltest.HostileModel(t)}
	for seed := range uint64(200) {
		list = append(list, modeltest.Coded(seed, seed%4 == 3))
	}
	examples := 0
	for i, m := range list {
		out, err := xsd.Target.Run(m, optionsOf(i, m), nil)
		require.NoError(t, err)
		dir := t.TempDir()
		for _, f := range out.Files {
			require.NoError(t, os.WriteFile(filepath.Join(dir, f.Path), []byte(f.Content), 0o644))
		}
		lint := func(file string) (string, error) {
			said, err := exec.Command("xmllint", "--nonet", "--noout", "--schema", filepath.Join(dir, "model.xsd"), filepath.Join(dir, file)).CombinedOutput()
			return string(said), err
		}
		example, err := os.ReadFile(filepath.Join(dir, "example.xml"))
		if err != nil { // the schema alone: anything empty will do
			example = []byte("<model/>\n")
			if i%3 == 1 {
				example = []byte("<model xmlns=\"https://example.org/lots?a=1\"/>\n")
			}
			require.NoError(t, os.WriteFile(filepath.Join(dir, "example.xml"), example, 0o644))
		} else {
			examples++
		}
		said, err := lint("example.xml")
		require.NoError(t, err, "%d: %s", i, said)
		require.Contains(t, said, "validates")
		if i%20 == 0 {
			wrong := strings.Replace(string(example), "</model>", "<nobodyKnowsThis/></model>", 1)
			if wrong == string(example) { // nothing is in it
				wrong = strings.TrimSuffix(strings.TrimSpace(wrong), "/>") + "><nobodyKnowsThis/></model>"
			}
			require.NoError(t, os.WriteFile(filepath.Join(dir, "wrong.xml"), []byte(wrong), 0o644))
			said, err = lint("wrong.xml")
			require.Error(t, err, said)
		}
	}
	require.Greater(t, examples, 150, fmt.Sprint(len(list)))
}

// The namespace is that of the schema and of the example; what is no address is refused.
func TestNamespace(t *testing.T) {
	m := modeltest.Build(t, "class Berth", " number: Integer {id}")
	out, err := xsd.Target.Run(m, map[string]string{"namespace": "urn:example:port"}, nil)
	require.NoError(t, err)
	require.Contains(t, out.Files[0].Content, `<model xmlns="urn:example:port">`)
	require.Contains(t, out.Files[1].Content, `xmlns="urn:example:port" targetNamespace="urn:example:port"`)
	for _, wrong := range []string{"port", "http://a b", `http://a"b`, "http://a#b", "://"} {
		_, err = xsd.Target.Run(m, map[string]string{"namespace": wrong}, nil)
		require.ErrorContains(t, err, "is no address, such as https://example.org/lots", wrong)
	}
}

// What is chosen is in the schema, with what it needs.
func TestChosenClasses(t *testing.T) {
	out, err := xsd.Target.Run(modeltest.Demo(t), map[string]string{"of": "HoneyLot"}, nil)
	require.NoError(t, err)
	schema := out.Files[1].Content
	require.Contains(t, schema, `<xs:complexType name="HoneyLot">`)
	require.Contains(t, schema, `<xs:simpleType name="Grade">`)
	require.NotContains(t, schema, `"Apiary"`)
	require.NotEmpty(t, out.Notes)
}
