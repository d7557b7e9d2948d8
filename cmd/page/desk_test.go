package main

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func called(t *testing.T, d *desk, name string, request any, data []byte) (answer, []byte) {
	t.Helper()
	text, err := json.Marshal(request)
	require.NoError(t, err)
	said, bytes := d.call(name, text, data)
	var out answer
	require.NoError(t, json.Unmarshal([]byte(said), &out))
	return out, bytes
}

// What the page asks for is answered, with what it lacks; what cannot be done is a problem that says why.
func TestTheDeskAnswers(t *testing.T) {
	d := newDesk()
	out, _ := called(t, d, "push", pushRequest{ClientID: "a"}, nil)
	require.Equal(t, &problem{Code: model.CodeMissing, Detail: "no project is open"}, out.Problem)

	m := modeltest.Build(t, "class Ferry", "class Berth", "1 Berth takes 0..* Ferry")
	packed := model.Pack(m)
	out, _ = called(t, d, "open", openRequest{Project: "harbour", Revision: 7}, packed[:len(packed)/2])
	require.NotNil(t, out.Problem, "a damaged model is not opened")
	require.Nil(t, d.Replica())
	out, _ = called(t, d, "open", openRequest{Project: "harbour", Revision: 7}, packed)
	require.Nil(t, out.Problem)
	require.NotNil(t, out.State)

	ferry := m.Named("Ferry", model.Class)[0].ID
	renamed := model.EncodeChanges([]model.Change{&model.SetName{ID: ferry, Name: "Car ferry"}})
	out, _ = called(t, d, "push", pushRequest{ClientID: "a", Changes: renamed}, nil)
	require.Nil(t, out.Problem)
	require.Equal(t, "Car ferry", d.Replica().Shown().Element(ferry).Name)
	out, bytes := called(t, d, "pack", nil, nil)
	require.Equal(t, map[string]any{"revision": 7.0}, out.Value)
	kept, err := model.Unpack(bytes)
	require.NoError(t, err)
	require.Equal(t, "Ferry", kept.Element(ferry).Name, "what nobody has confirmed is not kept as confirmed")

	for name, request := range map[string]any{"nonsense": nil, "ask": []int{1}} {
		out, _ = called(t, d, name, request, nil)
		require.NotNil(t, out.Problem, name)
	}
}
