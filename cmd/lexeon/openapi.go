package main

import (
	"encoding/json"
	"flag"
	"fmt"
	"io"

	"lexeon/server"
)

// describe writes the description of the interface: the page's types are made of it.
func describe(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("openapi", flag.ContinueOnError)
	set.SetOutput(errs)
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return exitOK
		}
		return exitUnusable
	}
	if set.NArg() > 0 {
		return fail(errs, fmt.Errorf("openapi takes nothing: %q", set.Arg(0)))
	}
	enc := json.NewEncoder(out)
	enc.SetIndent("", " ")
	enc.SetEscapeHTML(false)
	if err := enc.Encode(server.Description()); err != nil {
		return fail(errs, err)
	}
	return exitOK
}
