package server

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/store/storetest"
)

// Who has gone does not wait for a run, and the run goes on for those who still wait.
func TestWhoHasGoneDoesNotWaitForFindings(t *testing.T) {
	s := storetest.Open(t)
	require.NoError(t, s.Create(context.Background(), "p", "", model.Empty("Quarry")))
	f, err := newFindings(s)
	require.NoError(t, err)
	begun, end := make(chan struct{}), make(chan struct{})
	running := f.runs.DoChan("p", func() (any, error) {
		close(begun)
		<-end
		return f.run(context.Background(), "p")
	})
	<-begun
	ctx, gone := context.WithTimeout(context.Background(), 10*time.Millisecond)
	defer gone()
	_, err = f.of(ctx, "p")
	require.ErrorIs(t, err, context.DeadlineExceeded)
	waits := make(chan *checked)
	go func() {
		now, err := f.of(context.Background(), "p")
		if err != nil {
			t.Errorf("findings: %v", err)
		}
		waits <- now
	}()
	close(end)
	now := <-waits
	require.EqualValues(t, 0, now.Revision)
	require.NoError(t, (<-running).Err)
}
