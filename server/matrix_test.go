package server_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/server"
)

func TestMatrixOverHTTP(t *testing.T) {
	c, _ := start(t, server.Options{})
	var view struct {
		Rows, Columns []struct{ ID, Kind, Title, Gap string }
		Cells         []struct {
			Row, Column int
			Access      string
		}
	}
	c.get("/api/projects/p/matrix", &view)
	at := func(row, column string) string {
		for _, cell := range view.Cells {
			if view.Rows[cell.Row].ID == row && view.Columns[cell.Column].ID == column {
				return cell.Access
			}
		}
		return ""
	}
	require.Equal(t, "CRU", at("use-register-delivery", "honey-lot"))
	require.Empty(t, at("use-register-delivery", "price"))
	gaps, titles := map[string]string{}, map[string]string{}
	for _, side := range append(view.Rows, view.Columns...) {
		gaps[side.Title], titles[side.ID] = side.Gap, side.Title
	}
	require.Equal(t, "nobody creates it", gaps["Price"])
	require.Equal(t, "nobody reads it", gaps["Label"])
	require.Empty(t, gaps["HoneyLot"])
	require.Contains(t, gaps, "1.2 Enter lot", "processes bear their numbers")

	// Every mark tells where it comes from, and leads there.
	var sources []struct{ Access, Text, Row, Diagram, UseCase string }
	for _, cell := range view.Cells {
		row, column := view.Rows[cell.Row], view.Columns[cell.Column]
		c.get("/api/projects/p/matrix/"+row.ID+"/"+column.ID, &sources)
		require.NotEmpty(t, sources, "%s and %s", row.Title, column.Title)
	}
	c.get("/api/projects/p/matrix/use-register-delivery/honey-lot", &sources)
	require.Equal(t, "C", sources[0].Access)
	require.Equal(t, "use-register-delivery", sources[0].UseCase)
	require.Contains(t, sources[0].Text, "Beekeeper hands over the honey lot")
	c.get("/api/projects/p/matrix/nobody/honey-lot", &sources)
	require.Empty(t, sources)
}
