package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"net/http"

	"github.com/labstack/echo/v5"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/store"
)

// Problem is a problem document as in RFC 9457, with members of our own.
type Problem struct {
	Type     string             `json:"type"`
	Title    string             `json:"title"`
	Status   int                `json:"status"`
	Detail   string             `json:"detail"`
	Code     string             `json:"code,omitempty"`
	Subject  model.ID           `json:"subject,omitempty"`
	Field    string             `json:"field,omitempty"`
	Faults   interchange.Faults `json:"faults,omitempty"`
	Conflict *store.Conflict    `json:"conflict,omitempty"`
	Undoing  int64              `json:"undoing,omitempty"`
	Request  string             `json:"request,omitempty"` // under this id the log says more
}

func (p *Problem) Error() string { return p.Detail }

// StatusCode makes the framework use the right status.
func (p *Problem) StatusCode() int { return p.Status }

func problem(status int, code, format string, args ...any) *Problem {
	return &Problem{Type: "about:blank", Title: http.StatusText(status), Status: status, Code: code, Detail: fmt.Sprintf(format, args...)}
}

var statusByCode = map[model.Code]int{
	model.CodeInvalid: http.StatusUnprocessableEntity, model.CodeMissing: http.StatusNotFound,
	model.CodeExists: http.StatusConflict, model.CodeRefused: http.StatusUnprocessableEntity,
	model.CodeTooLarge: http.StatusRequestEntityTooLarge, model.CodeConflict: http.StatusConflict,
	model.CodeSyntax: http.StatusUnprocessableEntity,
}

func problemOf(err error) *Problem {
	var (
		p       *Problem
		blocked *store.Blocked
		con     *store.Conflict
		old     *store.TooOld
		faults  interchange.Faults
	)
	switch {
	case errors.As(err, &p):
		return p
	case errors.As(err, &blocked):
		out := problem(http.StatusConflict, "undoBlocked", "%s", blocked.Message)
		out.Conflict, out.Undoing = &blocked.Conflict, blocked.Undoing
		return out
	case errors.As(err, &con):
		out := problem(http.StatusConflict, "conflict", "%s", con.Message)
		out.Conflict = con
		return out
	case errors.As(err, &old):
		return problem(http.StatusConflict, "tooOld", "%s", old.Error())
	case errors.As(err, &faults):
		out := problem(http.StatusUnprocessableEntity, "file", "%s", faults.Error())
		out.Faults = faults
		return out
	case errors.Is(err, store.ErrUnavailable):
		return problem(http.StatusServiceUnavailable, "unavailable", "The database does not answer just now. Nothing is lost; it is tried again.")
	}
	if f, ok := model.AsFault(err); ok {
		out := problem(statusByCode[f.Code], string(f.Code), "%s", f.Message)
		out.Subject, out.Field = f.Subject, f.Field
		return out
	}
	if status := echo.StatusCode(err); status != 0 {
		detail := http.StatusText(status)
		if status == http.StatusRequestEntityTooLarge {
			detail = "The request is larger than this server takes."
		}
		return problem(status, "http", "%s", detail)
	}
	return problem(http.StatusInternalServerError, "internal", "Something went wrong in the server.")
}

func (s *Server) sendProblem(c *echo.Context, err error) {
	p := problemOf(err)
	switch {
	case errors.Is(c.Request().Context().Err(), context.Canceled): // whoever asked has gone: nobody hears the answer
	case p.Code == "unavailable":
		s.unmet.Add(1)
		if s.away.CompareAndSwap(false, true) { // said once, not for every request
			slog.Warn("the database does not answer; requests are answered with 503 until it does", "request", idOf(c), "error", err)
		}
	case p.Status >= http.StatusInternalServerError:
		p.Request = idOf(c)
		if p.Code == "internal" {
			p.Detail = "Something went wrong in the server; its log says more under " + p.Request + "."
		}
		s.causes.happened(slog.LevelError, c.Request().Method+" "+c.Path()+" "+p.Code, "request failed", "method", c.Request().Method, "path", c.Request().URL.Path, "request", p.Request, "error", err)
	}
	body, merr := json.Marshal(p)
	if merr != nil {
		slog.Error("problem document", "error", merr)
		body = []byte("{}")
	}
	if werr := c.Blob(p.Status, "application/problem+json", body); werr != nil {
		slog.Debug("answer not sent", "error", werr)
	}
}
