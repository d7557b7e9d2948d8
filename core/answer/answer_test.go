package answer_test

import (
	"encoding/json"
	"os"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/answer"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

func demo(t *testing.T) *model.Model {
	t.Helper()
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}

// The program of the page holds neither the tagger nor the rules: they are large, and
// stay on the server.
func TestThePagesProgramDoesNotLinkTheTagger(t *testing.T) {
	cmd := exec.Command("go", "list", "-deps", "lexeon/cmd/page")
	cmd.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm")
	out, err := cmd.Output()
	require.NoError(t, err)
	linked := strings.Fields(string(out))
	require.Contains(t, linked, "lexeon/core/replica")
	for _, no := range []string{"github.com/jdkato/prose/v2", "lexeon/core/brief/reading", "lexeon/core/check", "lexeon/core/wordclass", "lexeon/core/generate/golang", "lexeon/core/render", "net/http", "database/sql"} {
		require.NotContains(t, linked, no)
	}
}

// Every question of the table is answered about the demo, or says in one sentence what
// is wrong with it; none of them changes the model.
func TestEveryQuestionIsAnswered(t *testing.T) {
	m := demo(t)
	before := string(interchange.WriteFile(m))
	params := map[string]string{":row": "hive", ":column": "honey-lot", ":diagram": "lots", ":picture": "none"}
	bodies := map[string]string{
		"previewStatement": `{"text":"Hive houses 1..* Colony","diagram":"lots","seed":"s"}`, "previewFeatures": `{"element":"hive","text":"mass: Decimal","seed":"s"}`,
		"previewConnection": `{"from":"hive","to":"apiary","diagram":"lots","seed":"s"}`, "previewPlacement": `{"kind":"class","name":"Frame","diagram":"lots","beside":"hive","seed":"s","id":"frame"}`,
		"previewArrangement": `{"diagram":"lots","how":"layers"}`, "previewCards": `{"diagram":"lots","text":"Frame\nwidth: Integer","seed":"s"}`,
		"previewStarter": `{"starter":"roles-of-a-party","diagram":"lots","seed":"s"}`, "previewDerivation": `{"view":"context","accept":[],"seed":"s"}`,
		"previewUseCaseSet": `{"starter":"records","seed":"s"}`, "previewBrief": `{"title":"More","text":"A hive stands.","seed":"s"}`, "previewActivity": `{"id":"new","new":true,"name":"weigh","seed":"s"}`,
		"previewSide": `{"line":"at-delivers","side":"to","to":"at-blend"}`, "previewCopy": `{"from":"lots","placements":["at-hive"],"to":"lots","asNew":true,"seed":"s"}`,
	}
	desk := answer.NewDesk(scene.NewDrawer(typeface.New()))
	names := map[string]bool{}
	for _, q := range answer.Questions {
		require.False(t, names[q.Name], "%s is there twice", q.Name)
		names[q.Name] = true
		require.NotEmpty(t, q.Summary)
		path := q.Path
		for p, v := range params {
			path = strings.ReplaceAll(path, p, v)
		}
		body, given := bodies[q.Name]
		if !given {
			body = "{}"
		}
		out, ok, err := desk.Answer(q.Method, path, &answer.Asked{Project: "p", Model: m, Revision: 3, Body: []byte(body)})
		require.True(t, ok, q.Name)
		if given {
			require.NoError(t, err, q.Name)
		}
		if err != nil {
			f, isFault := model.AsFault(err)
			require.True(t, isFault, "%s: %v", q.Name, err)
			require.NotEmpty(t, f.Message)
			continue
		}
		_, err = json.Marshal(out)
		require.NoError(t, err, q.Name)
	}
	require.Equal(t, before, string(interchange.WriteFile(m)))
	_, ok, _ := desk.Answer("GET", "/findings", &answer.Asked{Model: m})
	require.False(t, ok)
	_, _, err := desk.Answer("POST", "/previews/statement", &answer.Asked{Model: m, Body: []byte(`{"text":"x","oops":1}`)})
	require.ErrorContains(t, err, "oops")
}

// A page that made a new thing knows its id before the answer is there.
func TestANewElementGetsTheIDThatWasAskedFor(t *testing.T) {
	desk := answer.NewDesk(scene.NewDrawer(typeface.New()))
	out, _, err := desk.Answer("POST", "/previews/placement", &answer.Asked{Model: demo(t), Body: []byte(`{"kind":"class","name":"Frame","diagram":"lots","seed":"s","id":"frame"}`)})
	require.NoError(t, err)
	data, err := json.Marshal(out)
	require.NoError(t, err)
	require.Contains(t, string(data), `"element":"frame"`)
}
