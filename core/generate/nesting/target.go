package nesting

import (
	"fmt"
	"net/url"
	"strings"

	"lexeon/core/generate"
)

// Known is the option of a schema that says what it is known by.
func Known(name, title, doc, example string) generate.Option {
	return generate.Option{Name: name, Title: title, Doc: doc, Check: func(text string) error {
		u, err := url.Parse(text)
		if err != nil || !u.IsAbs() || u.Fragment != "" || strings.ContainsAny(text, " \t\n\"<>\\^`{|}#") {
			return fmt.Errorf("%q is no address, such as %s", text, example)
		}
		return nil
	}}
}

// Ordered lays out what a target is asked to make, under what the option of that name says, with what is told of it.
func Ordered(o *generate.Order, known string) *Layout {
	plan, notes := generate.PlanOf(o)
	l := New(plan)
	l.URI = o.Options[known]
	l.Notes = append(notes, l.Notes...)
	return l
}
