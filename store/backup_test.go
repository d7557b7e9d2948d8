package store_test

import (
	"archive/zip"
	"bytes"
	"context"
	"fmt"
	"io"
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

func backup(t *testing.T, url string) []byte {
	t.Helper()
	var file bytes.Buffer
	_, err := store.Backup(ctx, url, &file)
	require.NoError(t, err)
	return file.Bytes()
}

func restore(url string, file []byte) (*store.Contents, error) {
	return store.Restore(ctx, url, bytes.NewReader(file), int64(len(file)))
}

// everything that a database holds, as text.
func everything(t *testing.T, url string) map[string]string {
	t.Helper()
	db, err := sqlx.Open("pgx", url)
	require.NoError(t, err)
	defer func() { require.NoError(t, db.Close()) }()
	out := map[string]string{}
	for _, table := range []string{"projects", "terms", "elements", "relationships", "diagrams", "placements", "pictures", "changes", "snapshots", "secrets"} {
		var rows string
		require.NoError(t, db.Get(&rows, fmt.Sprintf("SELECT coalesce(string_agg(r::text, E'\\n' ORDER BY r::text), '') FROM %s r", table)))
		out[table] = rows
	}
	return out
}

// filled makes a database with projects, logs and hostile texts.
func filled(t *testing.T) string {
	t.Helper()
	url := storetest.URL(t)
	s, err := store.Open(ctx, url, 10*time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	for n := range uint64(3) {
		id := fmt.Sprint("p", n)
		require.NoError(t, s.Create(ctx, id, "", modeltest.Model(n+40, 120)))
		src := modeltest.NewSource(n)
		for range 30 {
			v, err := s.Current(ctx, id)
			require.NoError(t, err)
			_, _ = s.Change(ctx, id, store.Request{ClientID: clientID(), Author: ada, Base: v.Revision, Changes: src.Change(v.Model)}) // some are refused
		}
	}
	v, err := s.Current(ctx, "p0")
	require.NoError(t, err)
	_, err = s.Change(ctx, "p0", store.Request{ClientID: clientID(), Author: ada, Base: v.Revision, Changes: []model.Change{
		&model.AddTerm{ID: "awkward", Name: `Tab\t "quote" \. \N ' ; -- 🏺`},
		&model.SetTerm{ID: "awkward", Set: model.P("definition", "one\ntwo\n\\.\nthree\\n \\")}}})
	require.NoError(t, err)
	_, err = s.Secret(ctx, "author")
	require.NoError(t, err)
	return url
}

// What is restored is what was there, to the last letter, and work goes on: undo too.
func TestABackupBringsEverythingBack(t *testing.T) {
	from := filled(t)
	file := backup(t, from)
	to := storetest.URL(t)
	contents, err := restore(to, file)
	require.NoError(t, err)
	require.EqualValues(t, 3, contents.RowsOf("projects"))
	want := everything(t, from)
	require.NotEmpty(t, want["secrets"])
	require.Contains(t, want["terms"], "🏺")
	require.Equal(t, want, everything(t, to))

	s, err := store.Open(ctx, to, time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	_, err = s.Undo(ctx, "p0", store.UndoRequest{ClientID: clientID(), Author: ada})
	require.NoError(t, err)
	v, err := s.Current(ctx, "p0")
	require.NoError(t, err)
	require.Nil(t, v.Model.Term("awkward"))

	_, err = restore(to, file)
	require.ErrorContains(t, err, "holds projects already")
}

// A backup is of one moment, whatever is written meanwhile.
func TestABackupWhileServersWrite(t *testing.T) {
	url := storetest.URL(t)
	s, err := store.Open(ctx, url, 10*time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	require.NoError(t, s.Create(ctx, "p", "", modeltest.Model(7, 200)))
	stop, over := context.WithCancel(ctx)
	done := make(chan error, 1)
	go func() {
		for n := 0; ; n++ {
			id := model.ID(fmt.Sprint("more", n))
			if _, err := s.Change(ctx, "p", store.Request{ClientID: clientID(), Author: ada, Base: int64(n), Changes: []model.Change{&model.AddElement{ID: id, Kind: model.Class, Name: fmt.Sprint("More", n)}}}); err != nil {
				done <- err
				return
			}
			if stop.Err() != nil {
				done <- nil
				return
			}
		}
	}()
	var files [][]byte
	for range 5 {
		files = append(files, backup(t, url))
	}
	over()
	require.NoError(t, <-done)
	for _, file := range files {
		to := storetest.URL(t)
		_, err := restore(to, file)
		require.NoError(t, err)
		r, err := store.Open(ctx, to, time.Second)
		require.NoError(t, err)
		v, err := r.Current(ctx, "p")
		require.NoError(t, err)
		replayed, err := r.Replay(ctx, "p")
		require.NoError(t, err)
		require.Equal(t, string(interchange.WriteFile(replayed)), string(interchange.WriteFile(v.Model)), "rows and log are of the same moment")
		require.NoError(t, r.Close())
	}
}

// A file that is cut, changed or something else is told, and nothing is written.
func TestADamagedBackupIsRefused(t *testing.T) {
	file := backup(t, filled(t))
	to := storetest.URL(t)
	refused := func(file []byte, word string) {
		t.Helper()
		_, err := restore(to, file)
		require.ErrorContains(t, err, word)
	}
	refused(nil, "this is no backup")
	refused([]byte("hello"), "this is no backup")
	refused(file[:len(file)/2], "this is no backup")
	refused(rezipped(t, file, func(name string, data []byte) []byte {
		if name == "tables/elements" {
			return data[:bytes.LastIndexByte(data[:len(data)-1], '\n')+1]
		}
		return data
	}), "table elements has")
	refused(rezipped(t, file, func(name string, data []byte) []byte {
		if name == "contents.json" {
			return nil
		}
		return data
	}), "this is no backup")
	refused(rezipped(t, file, func(name string, data []byte) []byte {
		return bytes.Replace(data, []byte(`"schema":`), []byte(`"schema":99`), 1)
	}), "taken by a newer program")
	refused(rezipped(t, file, func(name string, data []byte) []byte {
		if name == "contents.json" {
			return bytes.ReplaceAll(data, []byte(`"sort_key"`), []byte(`"x\";DROP TABLE projects;--"`))
		}
		return data
	}), "does not have")
	refused(rezipped(t, file, func(name string, data []byte) []byte {
		if name == "tables/elements" {
			return bytes.Replace(data, []byte("\tclass\t"), []byte("\tklass\t"), 1) // the database takes it, the model does not
		}
		return data
	}), "cannot be read")
	// Somewhere in the middle of what is packed a byte is another one.
	bad := bytes.Clone(file)
	bad[len(bad)/3] ^= 0x55
	_, err := restore(to, bad)
	require.Error(t, err)

	s, err := store.Open(ctx, to, time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	list, err := s.Projects(ctx)
	require.NoError(t, err)
	require.Empty(t, list)
}

// rezipped changes entries of a zip file; nil leaves one out.
func rezipped(t *testing.T, file []byte, change func(name string, data []byte) []byte) []byte {
	t.Helper()
	in, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	require.NoError(t, err)
	var out bytes.Buffer
	w := zip.NewWriter(&out)
	for _, f := range in.File {
		r, err := f.Open()
		require.NoError(t, err)
		data, err := io.ReadAll(r)
		require.NoError(t, err)
		if data = change(f.Name, data); data == nil {
			continue
		}
		e, err := w.Create(f.Name)
		require.NoError(t, err)
		_, err = e.Write(data)
		require.NoError(t, err)
	}
	require.NoError(t, w.Close())
	return out.Bytes()
}

// A backup of an older schema is brought up to date; a database that is none of ours is
// told.
func TestABackupOfAnOlderSchema(t *testing.T) {
	from := filled(t)
	require.NoError(t, store.MigrateTo(ctx, from, 5)) // before there were secrets
	file := backup(t, from)
	to := storetest.URL(t)
	contents, err := restore(to, file)
	require.NoError(t, err)
	require.EqualValues(t, 5, contents.Schema)
	s, err := store.Open(ctx, to, time.Second)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	_, err = s.Secret(ctx, "author")
	require.NoError(t, err)
	v, err := s.Current(ctx, "p0")
	require.NoError(t, err)
	require.NotNil(t, v.Model.Term("awkward"))

	_, err = store.Backup(ctx, storetest.URL(t), io.Discard)
	require.ErrorContains(t, err, "holds nothing of Lexeon")
}
