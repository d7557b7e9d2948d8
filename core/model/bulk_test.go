package model_test

import (
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
)

func demo(t testing.TB) *model.Model {
	t.Helper()
	data, err := os.ReadFile("../../demo/heatherfold.lexeon.json")
	require.NoError(t, err)
	m, err := interchange.ReadFile(data)
	require.NoError(t, err)
	return m
}

// sameToFind checks that two models find the same rows by every index.
func sameToFind(t *testing.T, want, got *model.Model) {
	t.Helper()
	require.True(t, want.Equal(got))
	require.Equal(t, string(interchange.WriteFile(want)), string(interchange.WriteFile(got)))
	for _, r := range want.Rows() {
		id := r.RowID()
		require.Equal(t, ids(want.Uses(id)), ids(got.Uses(id)), "uses of %s", id)
		require.Equal(t, elementIDs(want.Children(id)), elementIDs(got.Children(id)), "children of %s", id)
		switch r := r.(type) {
		case *model.Element:
			require.Equal(t, elementIDs(want.Named(r.Name, r.Kind)), elementIDs(got.Named(r.Name, r.Kind)), "named %s", r.Name)
			require.Equal(t, elementIDs(want.OfKind(r.Kind)), elementIDs(got.OfKind(r.Kind)), "of kind %s", r.Kind)
			require.Equal(t, elementIDs(want.TypedNear(r.TypeName())), elementIDs(got.TypedNear(r.TypeName())))
			require.Equal(t, elementIDs(want.AttributesNear(r.Name)), elementIDs(got.AttributesNear(r.Name)))
		case *model.Term:
			require.Equal(t, want.TermsNamed(r.Name), got.TermsNamed(r.Name))
		}
	}
	require.Equal(t, want.TermsRejecting(), got.TermsRejecting())
	for _, k := range model.DiagramKinds() {
		require.Equal(t, len(want.Diagrams()), len(got.Diagrams()), k)
	}
}

func ids(rows []model.Row) (out []model.ID) {
	for _, r := range rows {
		out = append(out, r.RowID())
	}
	return out
}

func elementIDs(list []*model.Element) (out []model.ID) {
	for _, e := range list {
		out = append(out, e.ID)
	}
	return out
}

// A model that is built of its rows at once is the one that was edited step by step,
// and so is one that travelled packed.
func TestModelsBuiltAtOnce(t *testing.T) {
	models := map[string]*model.Model{"demo": demo(t), "large": modeltest.Large(60, 90, 30), "empty": model.Empty("Nothing")}
	for name, m := range models {
		t.Run(name, func(t *testing.T) {
			built, err := model.FromRows(m.Rows())
			require.NoError(t, err)
			sameToFind(t, m, built)
			packed, err := model.Unpack(model.Pack(m))
			require.NoError(t, err)
			sameToFind(t, m, packed)
			// It goes on being edited like any other.
			next, _, back, err := model.Edit(packed, []model.Change{&model.AddElement{ID: "added", Kind: model.Class, Name: "Added"}})
			require.NoError(t, err)
			again, _, _, err := model.Edit(next, back)
			require.NoError(t, err)
			sameToFind(t, m, again)
		})
	}
}

func TestDamagedPacksAreRefused(t *testing.T) {
	data := model.Pack(demo(t))
	_, err := model.Unpack(append([]byte("rows other\n"), data...))
	require.ErrorContains(t, err, "another version")
	for cut := 0; cut < len(data); cut += 1 + len(data)/300 {
		_, err := model.Unpack(data[:cut])
		require.Error(t, err, "cut at %d of %d", cut, len(data))
	}
	for at := 30; at < len(data); at += 1 + len(data)/500 { // never a panic, whatever is there
		bad := append([]byte{}, data...)
		bad[at] ^= 0x41
		_, _ = model.Unpack(bad)
	}
}

// An id that was a row of one table is not taken for a row of another.
func TestIDsNeverChangeTheirTable(t *testing.T) {
	m, _, _, err := model.Edit(model.Empty("P"), []model.Change{&model.AddElement{ID: "x", Kind: model.Note, Set: model.P("body", "hello")}})
	require.NoError(t, err)
	_, _, _, err = model.Edit(m, []model.Change{&model.Delete{ID: "x"}, &model.AddDiagram{ID: "x", Kind: model.ClassDiagram, Name: "X"}})
	require.ErrorContains(t, err, "an id never changes its table")
	require.NotNil(t, m.Element("x"))
}

func BenchmarkFromRows98000(b *testing.B) {
	rows := modeltest.Large(6500, 9800, 0).Rows()
	b.ReportMetric(float64(len(rows)), "rows")
	for b.Loop() {
		if _, err := model.FromRows(rows); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkPack(b *testing.B) {
	m := modeltest.Large(2000, 3000, 300)
	b.ReportMetric(float64(len(model.Pack(m))), "bytes")
	for b.Loop() {
		model.Pack(m)
	}
}

func BenchmarkUnpack(b *testing.B) {
	data := model.Pack(modeltest.Large(2000, 3000, 300))
	for b.Loop() {
		if _, err := model.Unpack(data); err != nil {
			b.Fatal(err)
		}
	}
}
