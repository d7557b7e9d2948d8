package store_test

import (
	"context"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store/storetest"
)

// Statements are tried one by one, and nothing of them stays.
func TestTry(t *testing.T) {
	s := storetest.Open(t)
	ctx := context.Background()
	require.NoError(t, s.Create(ctx, "kept", "", model.Empty("Kept")))
	tried, err := s.Try(ctx, []string{
		"create table hut (id bigint primary key)",
		"create table hut (id bigint primary key)",
		"insert into hut (id) values (1); commit; drop table hut",
		"insert into hut (id) select count(*) from public.projects",
		"comment on table hut is 'it''s one'",
		"insert into hut (id) values (1)",
		"insert into hut (id) values (1)",
		"create table far (hut bigint references nowhere)",
		"insert into hut (id) select 2 from pg_sleep(30)",
	})
	require.NoError(t, err)
	var answers []string
	for _, x := range tried {
		answers = append(answers, x.Error)
	}
	require.Equal(t, "", answers[0])
	require.Contains(t, answers[1], `relation "hut" already exists`)
	require.Contains(t, answers[2], "multiple commands")
	require.Contains(t, answers[3], "permission denied")
	require.Equal(t, "", answers[4])
	require.Equal(t, "", answers[5])
	require.Contains(t, answers[6], "duplicate key")
	require.Contains(t, answers[7], "does not exist")
	require.Contains(t, answers[8], "timeout")
	for _, text := range []string{"commit", "reset role", "drop table hut", "set role postgres", "do $$ begin end $$", "select 1", "", "copy hut to program 'x'"} {
		_, err := s.Try(ctx, []string{text})
		require.ErrorContains(t, err, "no statement that makes tables", text)
	}
	again, err := s.Try(ctx, []string{"create table hut (id bigint primary key)"})
	require.NoError(t, err)
	require.Empty(t, again[0].Error, "nothing of the first time is there")
	v, err := s.Current(ctx, "kept")
	require.NoError(t, err)
	require.Equal(t, "Kept", v.Model.Project().Name)
	_, err = s.Try(ctx, []string{strings.Repeat("x", 10)})
	require.Error(t, err)
}
