package model_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

// A model that is too large is refused with a clear message.
func TestModelSizeIsLimited(t *testing.T) {
	rows := make([]model.Row, model.MaxRows+1)
	for i := range rows {
		rows[i] = &model.Term{ID: model.ID(fmt.Sprint("t", i)), Name: fmt.Sprint("term ", i)}
	}
	_, err := model.FromRows(rows)
	f, ok := model.AsFault(err)
	require.True(t, ok)
	require.Equal(t, model.CodeTooLarge, f.Code)
	require.Contains(t, f.Message, fmt.Sprintf("at most %d are possible", model.MaxRows))
}
