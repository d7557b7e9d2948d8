package store_test

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/require"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/store"
	"lexeon/store/storetest"
)

var (
	ada = store.Author{ID: "a", Name: "Ada"}
	ben = store.Author{ID: "b", Name: "Ben"}
	ctx = context.Background()
)

var clientIDs int

func clientID() string {
	clientIDs++
	return fmt.Sprint("c", clientIDs)
}

func change(t *testing.T, s *store.Store, who store.Author, base int64, changes ...model.Change) *store.Result {
	t.Helper()
	r, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: who, Base: base, Changes: changes})
	require.NoError(t, err)
	return r
}

func newProject(t *testing.T, changes ...model.Change) *store.Store {
	t.Helper()
	s := storetest.Open(t)
	m, _, _, err := model.Edit(model.Empty("Test"), changes)
	require.NoError(t, err)
	require.NoError(t, s.Create(ctx, "p", "", m))
	return s
}

func apiary() []model.Change {
	return []model.Change{
		&model.AddElement{ID: "apiary", Kind: model.Class, Name: "Apiary"},
		&model.AddElement{ID: "hive", Kind: model.Class, Name: "Hive"},
		&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Keeping"},
		&model.Place{ID: "ph", Diagram: "d", Subject: "hive"},
	}
}

// Property: rows loaded = cached value = log replayed, for this process, for
// another process that follows, and for one that starts afresh.
func TestRowsCacheAndLogAgree(t *testing.T) {
	for seed := range uint64(4) {
		url := storetest.URL(t)
		s, err := store.Open(ctx, url, time.Second)
		require.NoError(t, err)
		other, err := store.Open(ctx, url, time.Second)
		require.NoError(t, err)
		require.NoError(t, s.Create(ctx, "p", "", modeltest.Model(seed+100, 80)))
		src := modeltest.NewSource(seed)
		for step := range 80 {
			v, err := s.Current(ctx, "p")
			require.NoError(t, err)
			req := store.Request{ClientID: clientID(), Author: ada, Base: v.Revision, Changes: src.Change(v.Model)}
			if step%10 == 9 {
				_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada, Redo: step%20 == 19})
			} else {
				_, err = s.Change(ctx, "p", req)
			}
			var fault *model.Fault
			if err != nil {
				require.ErrorAs(t, err, &fault, "seed %d step %d: %v", seed, step, err)
			}
			if step%20 == 0 {
				_, err := other.Current(ctx, "p")
				require.NoError(t, err)
			}
		}
		cached, err := s.Current(ctx, "p")
		require.NoError(t, err)
		rows, err := s.Reload(ctx, "p")
		require.NoError(t, err)
		replayed, err := s.Replay(ctx, "p")
		require.NoError(t, err)
		followed, err := other.Current(ctx, "p")
		require.NoError(t, err)
		want := string(interchange.WriteFile(cached.Model))
		require.Equal(t, want, string(interchange.WriteFile(rows)), "seed %d: rows", seed)
		require.Equal(t, want, string(interchange.WriteFile(replayed)), "seed %d: log", seed)
		require.Equal(t, want, string(interchange.WriteFile(followed.Model)), "seed %d: another process", seed)
		require.NoError(t, s.Close())
		require.NoError(t, other.Close())
	}
}

func TestUnknownMembersSurviveTheDatabase(t *testing.T) {
	s := storetest.Open(t)
	file := `{
  "format": "lexeon",
  "version": 1,
  "project": {"name": "Kept", "zz": 1e5},
  "terms": [
    {"id": "t", "name": "Hive", "b": 1.50, "a": {"y": [1], "x": "<&>"}}
  ],
  "elements": [
    {"id": "h", "kind": "class", "name": "Hive", "term": "t", "later": {"b": 1, "a": 2}}
  ],
  "relationships": [],
  "diagrams": [
    {"id": "d", "kind": "classDiagram", "name": "D", "placements": [
      {"id": "l", "subject": "h", "x": -5, "pinned": null}
    ]}
  ],
  "future": {"b": 1e3, "a": []}
}
`
	m, err := interchange.ReadFile([]byte(file))
	require.NoError(t, err)
	require.NoError(t, s.Create(ctx, "p", "", m))
	loaded, err := s.Reload(ctx, "p")
	require.NoError(t, err)
	require.Equal(t, string(interchange.WriteFile(m)), string(interchange.WriteFile(loaded)))
	require.Contains(t, string(interchange.WriteFile(loaded)), `"future": {"a": [], "b": 1e3}`)
}

func TestRetryAfterALostReply(t *testing.T) {
	s := newProject(t, apiary()...)
	req := store.Request{ClientID: "once", Author: ada, Base: 0, Changes: []model.Change{&model.AddElement{ID: "lot", Kind: model.Class, Name: "Lot"}}}
	first, err := s.Change(ctx, "p", req)
	require.NoError(t, err)
	again, err := s.Change(ctx, "p", req)
	require.NoError(t, err)
	require.True(t, again.Again)
	require.Equal(t, first.Revision, again.Revision)
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	require.EqualValues(t, 1, v.Revision)
}

func TestStaleWrites(t *testing.T) {
	s := newProject(t, apiary()...)
	change(t, s, ben, 0, &model.SetName{ID: "hive", Name: "Colony"})

	change(t, s, ada, 0, &model.SetDefinition{ID: "apiary", Text: "Where hives stand."})
	change(t, s, ada, 0, &model.SetName{ID: "hive", Name: "Colony"})

	_, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: 0, Changes: []model.Change{
		&model.SetDefinition{ID: "apiary", Text: "never"}, &model.SetName{ID: "hive", Name: "Box"}}})
	var conflict *store.Conflict
	require.ErrorAs(t, err, &conflict)
	require.Equal(t, "Ben", conflict.Who)
	require.Contains(t, conflict.Message, "Meanwhile Ben changed the name of")
	require.Contains(t, conflict.Message, "“Colony”")
	require.Contains(t, conflict.Message, "“Box”")
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	require.Equal(t, "Where hives stand.", v.Model.Definition(v.Model.Element("apiary")), "nothing of it was applied")

	change(t, s, ben, v.Revision, &model.Move{ID: "ph", X: 100, Y: 100})
	change(t, s, ada, v.Revision, &model.Move{ID: "ph", X: 50, Y: 50})
	v, _ = s.Current(ctx, "p")
	require.Equal(t, 50, v.Model.Placement("ph").X, "of positions the last wins")

	change(t, s, ben, v.Revision, &model.Delete{ID: "hive"})
	_, err = s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: v.Revision, Changes: []model.Change{&model.SetName{ID: "hive", Name: "Box"}}})
	require.ErrorContains(t, err, "Meanwhile Ben deleted what you were changing")

	_, err = s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: 99})
	require.ErrorContains(t, err, "revision 99 does not exist")
}

func TestDeletingWhatOthersChanged(t *testing.T) {
	s := newProject(t, apiary()...)
	change(t, s, ben, 0, &model.AddPart{ID: "row", Owner: "hive", Kind: model.Attribute, Name: "row"})
	_, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: 0, Changes: []model.Change{&model.Delete{ID: "hive"}}})
	require.ErrorContains(t, err, "Meanwhile Ben changed", "what Ben added would go with it unseen")
}

func TestUndoAndRedo(t *testing.T) {
	s := newProject(t, apiary()...)
	name := func() string {
		v, err := s.Current(ctx, "p")
		require.NoError(t, err)
		return v.Model.Element("hive").Name
	}
	undo := func(who store.Author, redo bool, skip ...int64) error {
		_, err := s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: who, Redo: redo, Skip: skip})
		return err
	}
	require.ErrorContains(t, undo(ada, false), "nothing of yours to undo")
	change(t, s, ada, 0, &model.SetName{ID: "hive", Name: "One"})
	change(t, s, ada, 1, &model.SetName{ID: "hive", Name: "Two"})
	what, again, err := s.Pending(ctx, "p", "a")
	require.NoError(t, err)
	require.Equal(t, "Rename class One to Two", what)
	require.Empty(t, again)
	require.NoError(t, undo(ada, false))
	require.Equal(t, "One", name())
	require.NoError(t, undo(ada, false))
	require.Equal(t, "Hive", name())
	require.Error(t, undo(ada, false))
	require.NoError(t, undo(ada, true))
	require.Equal(t, "One", name())
	require.NoError(t, undo(ada, true))
	require.Equal(t, "Two", name())
	require.Error(t, undo(ada, true))
	require.NoError(t, undo(ada, false))
	require.Equal(t, "One", name())
	v, _ := s.Current(ctx, "p")
	change(t, s, ada, v.Revision, &model.SetDefinition{ID: "apiary", Text: "x"})
	require.ErrorContains(t, undo(ada, true), "nothing of yours to redo", "a new change ends the way to what was undone")
	require.Error(t, undo(ben, false), "only one's own changes")
	require.NoError(t, undo(ada, false))
	require.NoError(t, undo(ada, false))
	require.Equal(t, "Hive", name())
}

func TestUndoIsRefusedByNameIfOthersWroteSince(t *testing.T) {
	s := newProject(t, apiary()...)
	change(t, s, ada, 0, &model.SetDefinition{ID: "apiary", Text: "first"})
	change(t, s, ada, 1, &model.SetName{ID: "hive", Name: "Box"})
	change(t, s, ben, 2, &model.SetName{ID: "hive", Name: "Colony"})
	_, err := s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada})
	var blocked *store.Blocked
	require.ErrorAs(t, err, &blocked)
	require.EqualValues(t, 2, blocked.Undoing)
	require.Contains(t, blocked.Message, `"Rename class Hive to Box" cannot be undone: meanwhile Ben changed`)
	_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada, Skip: []int64{2}})
	require.NoError(t, err)
	v, _ := s.Current(ctx, "p")
	require.Empty(t, v.Model.Definition(v.Model.Element("apiary")))
	require.Equal(t, "Colony", v.Model.Element("hive").Name)

	change(t, s, ada, v.Revision, &model.AddElement{ID: "lot", Kind: model.Class, Name: "Lot"})
	change(t, s, ben, v.Revision+1, &model.AddPart{ID: "mass", Owner: "lot", Kind: model.Attribute, Name: "mass"})
	_, err = s.Undo(ctx, "p", store.UndoRequest{ClientID: clientID(), Author: ada})
	require.Error(t, err, "undoing the making of a class would take what Ben added")
}

// Many writers at once: every acknowledged change is there, none twice.
// A project that is deleted and made anew under the same id is another one, also for a
// server that still has the first in its memory at the same revision.
func TestAProjectMadeAnewElsewhere(t *testing.T) {
	url := storetest.URL(t)
	var stores []*store.Store
	for range 2 {
		s, err := store.Open(ctx, url, time.Second)
		require.NoError(t, err)
		defer func() { require.NoError(t, s.Close()) }()
		stores = append(stores, s)
	}
	add := func(s *store.Store, name string) {
		_, err := s.Change(ctx, "p", store.Request{ClientID: "c-" + name, Author: store.Author{ID: "a"}, Base: 0,
			Changes: []model.Change{&model.AddElement{ID: model.ID(name), Kind: model.Class, Name: name}}})
		require.NoError(t, err)
	}
	require.NoError(t, stores[0].Create(ctx, "p", "", model.Empty("First")))
	add(stores[0], "Old")
	v, err := stores[1].Current(ctx, "p")
	require.NoError(t, err)
	require.NotNil(t, v.Model.Element("Old"))

	require.NoError(t, stores[0].Delete(ctx, "p"))
	require.NoError(t, stores[0].Create(ctx, "p", "", model.Empty("Second")))
	add(stores[0], "New")
	v, err = stores[1].Current(ctx, "p")
	require.NoError(t, err)
	require.EqualValues(t, 1, v.Revision)
	require.Equal(t, "Second", v.Model.Project().Name)
	require.Nil(t, v.Model.Element("Old"))
	require.NotNil(t, v.Model.Element("New"))
	add(stores[1], "Newer")
	v, err = stores[0].Current(ctx, "p")
	require.NoError(t, err)
	require.NotNil(t, v.Model.Element("Newer"))
}

func TestConcurrentWriters(t *testing.T) {
	url := storetest.URL(t)
	var stores []*store.Store
	for range 2 {
		s, err := store.Open(ctx, url, time.Second)
		require.NoError(t, err)
		defer func() { require.NoError(t, s.Close()) }()
		stores = append(stores, s)
	}
	require.NoError(t, stores[0].Create(ctx, "p", "", model.Empty("Crowd")))
	var wg sync.WaitGroup
	errs := make(chan error, 80)
	for w := range 8 {
		wg.Go(func() {
			for i := range 10 {
				id := fmt.Sprintf("w%d-%d", w, i)
				_, err := stores[w%2].Change(ctx, "p", store.Request{ClientID: id, Author: store.Author{ID: fmt.Sprint(w)}, Base: 0,
					Changes: []model.Change{&model.AddElement{ID: model.ID(id), Kind: model.Class, Name: id}}})
				errs <- err
			}
		})
	}
	wg.Wait()
	close(errs)
	for err := range errs {
		require.NoError(t, err)
	}
	for _, s := range stores {
		v, err := s.Current(ctx, "p")
		require.NoError(t, err)
		require.EqualValues(t, 80, v.Revision)
		require.Len(t, v.Model.Classifiers(), 80)
	}
}

func TestProjects(t *testing.T) {
	s := newProject(t, apiary()...)
	// What has a term and is no classifier is not counted as one.
	change(t, s, ada, 0, &model.AddElement{ID: "keeper", Kind: model.Actor, Name: "Keeper"}, &model.AddElement{ID: "note", Kind: model.DataItem, Name: "delivery note"})
	list, err := s.Projects(ctx)
	require.NoError(t, err)
	require.Len(t, list, 1)
	require.Equal(t, 2, list[0].Classes)
	require.ErrorContains(t, s.Create(ctx, "p", "", model.Empty("Again")), "there already")
	require.NoError(t, s.Create(ctx, "q", "demo", model.Empty("Demo")))
	id, err := s.FindSource(ctx, "demo")
	require.NoError(t, err)
	require.Equal(t, "q", id)
	require.NoError(t, s.Delete(ctx, "p"))
	require.ErrorContains(t, s.Delete(ctx, "p"), "no project")
	_, err = s.Current(ctx, "p")
	require.ErrorContains(t, err, "no project")
	history, err := s.History(ctx, "p", 5)
	require.NoError(t, err)
	require.Empty(t, history)
}

// However many projects are opened, each is answered, and changes go on.
func TestManyProjects(t *testing.T) {
	s := storetest.Open(t)
	for i := range 70 {
		id := fmt.Sprint("many", i)
		require.NoError(t, s.Create(ctx, id, "", model.Empty(id)))
		_, err := s.Current(ctx, id)
		require.NoError(t, err)
	}
	for i := range 70 {
		id := fmt.Sprint("many", i)
		r, err := s.Change(ctx, id, store.Request{ClientID: "x", Author: ada, Changes: []model.Change{&model.AddElement{ID: "e", Kind: model.Class, Name: id}}})
		require.NoError(t, err)
		require.Equal(t, id, r.After.Model.Project().Name)
	}
}

func TestNoServerIsAnErrorThatSaysSo(t *testing.T) {
	_, err := store.Open(ctx, "postgres://x:x@127.0.0.1:1/x?sslmode=disable&connect_timeout=1", 0)
	require.ErrorContains(t, err, "the database does not answer")
	s := newProject(t)
	done, cancel := context.WithCancel(ctx)
	cancel()
	_, err = s.Current(done, "p")
	require.True(t, errors.Is(err, store.ErrUnavailable), "%v", err)
}

// A project that was deleted is gone for everybody, and comes back with its history, unless
// thirty days have passed or another one was made under its id.
func TestDeletedProjectsComeBack(t *testing.T) {
	ctx := context.Background()
	url := storetest.URL(t)
	s, err := store.Open(ctx, url, time.Second)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	require.NoError(t, s.Create(ctx, "p", "demo", model.Empty("Harbour")))
	_, err = s.Change(ctx, "p", store.Request{ClientID: "c1", Author: store.Author{ID: "a", Name: "Ada"}, Changes: []model.Change{&model.AddElement{ID: "f", Kind: model.Class, Name: "Ferry"}}})
	require.NoError(t, err)
	require.NoError(t, s.Delete(ctx, "p"))
	list, err := s.Projects(ctx)
	require.NoError(t, err)
	require.Empty(t, list)
	_, err = s.HeadOf(ctx, "p")
	require.ErrorContains(t, err, "no project")
	_, _, err = s.LogSince(ctx, "p", 0)
	require.Error(t, err)
	_, err = s.Change(ctx, "p", store.Request{ClientID: "c2", Author: store.Author{ID: "a"}, Base: 1, Changes: []model.Change{&model.AddElement{ID: "g", Kind: model.Class, Name: "Pier"}}})
	require.ErrorContains(t, err, "no project")
	source, err := s.FindSource(ctx, "demo")
	require.NoError(t, err)
	require.Empty(t, source, "it may be loaded again")

	gone, err := s.Deleted(ctx)
	require.NoError(t, err)
	require.Len(t, gone, 1)
	require.Equal(t, "Harbour", gone[0].Name)
	require.WithinDuration(t, gone[0].DeletedAt.Add(30*24*time.Hour), gone[0].Until, 2*time.Hour)
	require.NoError(t, s.BringBack(ctx, "p"))
	require.ErrorContains(t, s.BringBack(ctx, "p"), "no deleted project")
	v, err := s.Current(ctx, "p")
	require.NoError(t, err)
	require.NotNil(t, v.Model.Element("f"))
	history, err := s.History(ctx, "p", 5)
	require.NoError(t, err)
	require.Len(t, history, 1)

	require.NoError(t, s.Delete(ctx, "p"))
	require.NoError(t, s.Create(ctx, "p", "", model.Empty("Another")))
	require.ErrorContains(t, s.BringBack(ctx, "p"), "no deleted project")
	require.NoError(t, s.Delete(ctx, "p"))
	db, err := sqlx.Open("pgx", url)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, db.Close()) })
	_, err = db.ExecContext(ctx, "UPDATE projects SET deleted_at = now() - interval '31 days'")
	require.NoError(t, err)
	gone, err = s.Deleted(ctx)
	require.NoError(t, err)
	require.Empty(t, gone)
	require.ErrorContains(t, s.BringBack(ctx, "p"), "no deleted project")
}
