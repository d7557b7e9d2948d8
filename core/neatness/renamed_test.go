package neatness_test

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/neatness"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// What is drawn with chance ids, as those of a project are, is as neat as with any others: the
// order of ids decides between what is equal, and must not decide whether lines cross.
func TestClassesAreNeatWhateverTheirIDs(t *testing.T) {
	drawer := scene.NewDrawer(typeface.New())
	for _, s := range samples(t) {
		if !strings.HasSuffix(s.name, " classes") {
			continue
		}
		for seed := range uint64(8) {
			m := renamed(t, s.m, seed)
			diagram := m.Diagrams()[0].ID
			changes, err := drawer.Arrange(m, diagram, scene.InLayers, nil)
			require.NoError(t, err)
			m, _, _, err = model.Edit(m, changes)
			require.NoError(t, err)
			require.Empty(t, neatness.Of(drawer.Of(m, diagram)).Faults, "%s, %d", s.name, seed)
			require.Empty(t, neatness.Avoidable(m, drawer, diagram), "%s, %d", s.name, seed)
		}
	}
}

var (
	anyID   = regexp.MustCompile(`"id": ?"([^"]+)"`)
	anyText = regexp.MustCompile(`"[^"]+"`)
)

// renamed is a model with chance ids.
func renamed(t testing.TB, m *model.Model, seed uint64) *model.Model {
	t.Helper()
	data := interchange.WriteFile(m)
	rnd := rand.New(rand.NewPCG(seed, 1))
	to := map[string]string{}
	for _, found := range anyID.FindAllSubmatch(data, -1) {
		to[string(found[1])] = fmt.Sprintf("%08x%08x", rnd.Uint32(), rnd.Uint32())
	}
	data = anyText.ReplaceAllFunc(data, func(text []byte) []byte {
		if id, is := to[string(text[1:len(text)-1])]; is {
			return []byte(`"` + id + `"`)
		}
		return text
	})
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}
