package model

import (
	"errors"
	"fmt"
)

// Code names the kind of a Fault. Callers decide by it; people read Message.
type Code string

const (
	CodeInvalid  Code = "invalid"  // a value that is not allowed at all
	CodeMissing  Code = "missing"  // something named does not exist
	CodeExists   Code = "exists"   // an id that is already taken
	CodeRefused  Code = "refused"  // the change would break the model
	CodeTooLarge Code = "tooLarge" // a limit is exceeded
	CodeConflict Code = "conflict" // somebody else wrote the same field meanwhile
	CodeSyntax   Code = "syntax"   // a text could not be read
)

// Fault is the one error type of the core: a code, a sentence for a person,
// and the row and field it is about, where there is one. Line (from 1) and
// Path are set when the fault lies in a file.
type Fault struct {
	Code    Code   `json:"code"`
	Message string `json:"message"`
	Subject ID     `json:"subject,omitempty"`
	Field   string `json:"field,omitempty"`
	Line    int    `json:"line,omitempty"`
	Path    string `json:"path,omitempty"`
}

func (f *Fault) Error() string {
	switch {
	case f.Line > 0 && f.Path != "":
		return fmt.Sprintf("line %d, %s: %s", f.Line, f.Path, f.Message)
	case f.Line > 0:
		return fmt.Sprintf("line %d: %s", f.Line, f.Message)
	}
	return f.Message
}

// Faultf makes a Fault without subject.
func Faultf(code Code, format string, args ...any) *Fault {
	return &Fault{Code: code, Message: fmt.Sprintf(format, args...)}
}

// At returns a copy of f that names the row and the field it is about.
func (f *Fault) At(subject ID, field string) *Fault {
	g := *f
	g.Subject, g.Field = subject, field
	return &g
}

// AsFault finds the Fault in err, if there is one.
func AsFault(err error) (*Fault, bool) {
	var f *Fault
	ok := errors.As(err, &f)
	return f, ok
}
