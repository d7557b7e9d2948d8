package replica_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/replica"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// log is a server: it takes changes and logs what they wrote.
type log struct {
	t       *testing.T
	m       *model.Model
	entries []replica.Logged
}

func (l *log) take(clientID string, changes []model.Change) error {
	next, delta, _, err := model.Edit(l.m, changes)
	if err != nil {
		return err
	}
	l.m = next
	l.entries = append(l.entries, replica.Logged{Revision: int64(len(l.entries) + 1), ClientID: clientID, States: delta.States()})
	return nil
}

func hive() *model.Model {
	m, _, _, err := model.Edit(model.Empty("P"), []model.Change{
		&model.AddElement{ID: "hive", Kind: model.Class, Name: "Hive"}, &model.AddElement{ID: "lot", Kind: model.Class, Name: "Lot"},
	})
	if err != nil {
		panic(err)
	}
	return m
}

func name(id model.ID, to string) []model.Change {
	return []model.Change{&model.SetName{ID: id, Name: to}}
}

func TestPendingIsShownOnTopOfWhatIsConfirmed(t *testing.T) {
	r := replica.New(hive(), 0)
	server := &log{t: t, m: hive()}
	effect, err := r.Push("a", name("hive", "Box"))
	require.NoError(t, err)
	require.Equal(t, "Rename class Hive to Box", effect.Summary)
	_, err = r.Push("b", name("lot", "Honey lot"))
	require.NoError(t, err)
	_, err = r.Push("c", name("nobody", "X"))
	require.Error(t, err)
	_, err = r.Push("a", name("hive", "Again"))
	require.Error(t, err, "a client id is used once")
	require.Equal(t, []string{"a", "b"}, r.Pending())

	// Somebody else was first; then the own changes arrive.
	require.NoError(t, server.take("z", []model.Change{&model.AddElement{ID: "frame", Kind: model.Class, Name: "Frame"}}))
	require.NoError(t, server.take("a", name("hive", "Box")))
	rows, err := r.Settle(server.entries)
	require.NoError(t, err)
	require.NotEmpty(t, rows)
	require.Equal(t, []string{"b"}, r.Pending())
	require.Equal(t, "Frame", r.Shown().Element("frame").Name)
	require.Equal(t, "Honey lot", r.Shown().Element("lot").Name)
	require.Equal(t, "Lot", r.Confirmed().Element("lot").Name)
	version := r.Version()

	require.NoError(t, server.take("b", name("lot", "Honey lot")))
	rows, err = r.Settle(server.entries[2:])
	require.NoError(t, err)
	require.Empty(t, rows, "it came as it was foreseen")
	require.Equal(t, version, r.Version(), "so nothing looks different")
	require.True(t, r.Shown().Equal(server.m))
	_, err = r.Settle(server.entries) // told twice
	require.NoError(t, err)
	require.EqualValues(t, 3, r.Revision())
	_, err = r.Settle([]replica.Logged{{Revision: 5, ClientID: "far"}})
	require.ErrorContains(t, err, "does not follow")
}

// What does not fit any more is not shown, and waits for the server's word.
func TestWhatDoesNotFitWaits(t *testing.T) {
	r := replica.New(hive(), 0)
	server := &log{t: t, m: hive()}
	_, err := r.Push("a", name("hive", "Box"))
	require.NoError(t, err)
	_, err = r.Push("b", name("lot", "Batch"))
	require.NoError(t, err)
	require.NoError(t, server.take("z", []model.Change{&model.Delete{ID: "hive"}}))
	_, err = r.Settle(server.entries)
	require.NoError(t, err)
	require.Equal(t, []string{"a", "b"}, r.Pending())
	require.Nil(t, r.Shown().Element("hive"))
	require.Equal(t, "Batch", r.Shown().Element("lot").Name)
	r.Drop("a")
	require.Equal(t, []string{"b"}, r.Pending())
	r.Resume("c", name("nobody", "X"))
	require.Equal(t, []string{"b", "c"}, r.Pending())
}

// However answers, others' changes, refusals and new models come in: what is shown is
// what the server has with what is pending edited into it.
func TestAnyOrderEndsWithTheServersModel(t *testing.T) {
	for seed := range uint64(60) {
		rnd := rand.New(rand.NewPCG(seed, 1))
		src := modeltest.NewSource(seed + 500)
		m := modeltest.Model(seed, 20)
		server := &log{t: t, m: m}
		r := replica.New(m, 0)
		waiting := map[string][]model.Change{}
		var order []string
		known := 0
		for step := range 40 {
			id := fmt.Sprint("c", step)
			switch rnd.IntN(6) {
			case 0, 1:
				changes := src.Change(r.Shown())
				if _, err := r.Push(id, changes); err == nil {
					waiting[id] = changes
					order = append(order, id)
				}
			case 2:
				_ = server.take(id, src.Change(server.m)) // somebody else; a refusal changes nothing
			case 3: // the oldest is sent
				if len(order) > 0 {
					id := order[0]
					order = order[1:]
					if server.take(id, waiting[id]) != nil {
						r.Drop(id)
					}
				}
			case 4: // what was logged is heard of, some of it again
				from := max(0, known-rnd.IntN(3))
				_, err := r.Settle(server.entries[from:])
				require.NoError(t, err)
				known = len(server.entries)
			case 5: // a new model
				r.Replace(server.m, int64(len(server.entries)))
				known = len(server.entries)
				_, err := r.Settle(server.entries)
				require.NoError(t, err)
			}
		}
		for _, id := range order {
			if server.take(id, waiting[id]) != nil {
				r.Drop(id)
			}
		}
		_, err := r.Settle(server.entries)
		require.NoError(t, err)
		require.Empty(t, r.Pending(), "seed %d", seed)
		require.True(t, r.Shown().Equal(server.m), "seed %d", seed)
		require.True(t, r.Confirmed().Equal(server.m), "seed %d", seed)
	}
}

// A desk tells only what looks different since it told the last time.
func TestADeskTellsWhatLooksDifferent(t *testing.T) {
	m := modeltest.Large(30, 40, 20)
	d := replica.NewDesk(scene.NewDrawer(typeface.New()))
	d.OpenProject("p", m, 7)
	require.Nil(t, d.State().Scene, "no diagram is open")
	d.OpenDiagram("overview", false)
	whole := d.State().Scene
	require.Len(t, whole.Groups, len(whole.Order))
	require.Nil(t, d.State().Scene, "it was told")
	body, err := json.Marshal(map[string]any{"kind": "class", "name": "Added", "diagram": "overview", "beside": "c3", "seed": "s"})
	require.NoError(t, err)
	done, err := d.Do("x", "/previews/placement", body)
	require.NoError(t, err)
	require.NotNil(t, done.Effect)
	part := d.State().Scene
	require.NotEmpty(t, part.Groups)
	require.Less(t, len(part.Groups), 8)
	require.Len(t, part.Order, len(whole.Order)+1)
	_, err = d.Replica().Push("y", []model.Change{&model.Delete{ID: "c0"}})
	require.NoError(t, err)
	require.Equal(t, []string{"x", "y"}, d.Replica().Pending())
	d.OpenDiagram("nowhere", false)
	require.True(t, d.State().Gone)
	_, err = d.Ask("GET", "/nothing", nil)
	require.ErrorContains(t, err, "nothing answers")
	_, err = d.Do("z", "/previews/nothing", nil)
	require.Error(t, err)
	overview, err := d.Ask("GET", "", nil)
	require.NoError(t, err)
	require.NotNil(t, overview)
}

func BenchmarkPushOn2000Classes(b *testing.B) {
	d := replica.NewDesk(scene.NewDrawer(typeface.New()))
	d.OpenProject("p", modeltest.Large(2000, 3000, 300), 0)
	d.OpenDiagram("overview", false)
	d.State()
	i := 0
	for b.Loop() {
		i++
		if _, err := d.Replica().Push(fmt.Sprint(i), []model.Change{&model.SetName{ID: "c1", Name: fmt.Sprint("Renamed ", i)}}); err != nil {
			b.Fatal(err)
		}
		d.State()
	}
}

// What a change makes larger pushes its neighbours aside, in the same step: the server gets both,
// and undo takes back both.
func TestPushMakesRoom(t *testing.T) {
	m, _, _, err := model.Edit(hive(), []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "D"},
		&model.Place{ID: "p1", Diagram: "d", Subject: "hive", X: 80, Y: 80}, &model.Place{ID: "p2", Diagram: "d", Subject: "lot", X: 80, Y: 140}})
	require.NoError(t, err)
	d := replica.NewDesk(scene.NewDrawer(typeface.New()))
	d.OpenProject("p", m, 0)
	done, err := d.Do("a", "/previews/features", []byte(`{"element":"hive","text":"number: Integer\nbuilt: Date\nplace: Text","seed":"s"}`))
	require.NoError(t, err)
	below := d.Replica().Shown().Placement("p2")
	require.Greater(t, below.Y, 140)
	changes, err := model.DecodeChanges(done.Changes)
	require.NoError(t, err)
	server, _, _, err := model.Edit(m, changes)
	require.NoError(t, err)
	require.True(t, server.Equal(d.Replica().Shown()), "the server gets what is shown")
	without, _, _, err := model.Edit(m, []model.Change{&model.Unplace{ID: "p2"}})
	require.NoError(t, err)
	without, _, _, err = model.Edit(without, changes)
	require.NoError(t, err, "somebody else took the other shape away meanwhile")
	require.NotEmpty(t, without.Children("hive"))
	back, _, _, err := model.Edit(server, []model.Change{&model.Restore{Rows: done.Effect.Inverse}})
	require.NoError(t, err)
	require.True(t, back.Equal(m))
	effect, err := d.Push("b", name("lot", "Honey lot"))
	require.NoError(t, err)
	require.Nil(t, effect.Added, "it covers nothing")
}
