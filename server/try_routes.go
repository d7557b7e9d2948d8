package server

import (
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/generate/sql"
	"lexeon/core/tables"
	"lexeon/store"
)

// triedReply is what the database answered to the script of a project's tables.
type triedReply struct {
	Statements int           `json:"statements"`
	Tables     int           `json:"tables"`
	Refused    []store.Tried `json:"refused"` // none: all of it was done
}

// tryTables makes the tables of a project in a place of their own in the server's database, says what
// the database answered, and leaves nothing behind.
func (s *Server) tryTables(c *echo.Context) error {
	_, v, err := s.current(c)
	if err != nil {
		return err
	}
	over := map[string]string{}
	for name, values := range c.QueryParams() {
		over[name] = values[len(values)-1]
	}
	values, err := sql.PostgreSQLTarget.Decide(v.Model, over)
	if err != nil {
		return err
	}
	o := tables.OptionsOf(values)
	o.Limit, o.Schemas = sql.PostgreSQL.Limit, "one" // a place has one
	p := tables.NewPlan(v.Model, o)
	out := triedReply{Tables: len(p.Tables), Refused: []store.Tried{}}
	var statements []string
	for _, x := range sql.Create(sql.PostgreSQL, p) {
		statements = append(statements, x.Text)
	}
	out.Statements = len(statements)
	tried, err := s.store.Try(c.Request().Context(), statements)
	if err != nil {
		return err
	}
	for _, t := range tried {
		if t.Error != "" {
			out.Refused = append(out.Refused, t)
		}
	}
	return c.JSON(http.StatusOK, out)
}
