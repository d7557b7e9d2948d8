package main

import (
	"fmt"
	"io"
	"runtime/debug"

	"lexeon/core/model"
	"lexeon/server"
	"lexeon/store"
)

// version tells which program this is: of what source it was made, and what it speaks.
func version(args []string, out, errs io.Writer) int {
	if len(args) > 0 {
		return fail(errs, fmt.Errorf("version takes nothing"))
	}
	made, with := "unknown", "unknown"
	if info, ok := debug.ReadBuildInfo(); ok {
		with = info.GoVersion
		for _, s := range info.Settings {
			switch {
			case s.Key == "vcs.revision":
				made = s.Value[:min(12, len(s.Value))]
			case s.Key == "vcs.modified" && s.Value == "true":
				made += ", modified"
			}
		}
	}
	fmt.Fprintf(out, "lexeon %s\nmade with  %s\npage       %s\nchanges    version %d\nschema     %d\n", made, with, server.PageVersion(), model.ChangeVersion, store.SchemaVersion())
	return exitOK
}
