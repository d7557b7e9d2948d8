package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"time"

	"lexeon/store"
)

// compact shortens the log of projects. Nothing does that by itself.
func compact(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("compact", flag.ContinueOnError)
	set.SetOutput(errs)
	database := set.String("database", os.Getenv("LEXEON_DATABASE_URL"), "address of the PostgreSQL database (LEXEON_DATABASE_URL)")
	keep := set.Int64("keep", 1000, "how many of the newest revisions stay, with what undo needs of them")
	project := set.String("project", "", "id of the only project to shorten; all without it")
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return exitOK
		}
		return exitUnusable
	}
	switch {
	case set.NArg() > 0:
		return fail(errs, fmt.Errorf("compact takes no file: %q", set.Arg(0)))
	case *keep < 0:
		return fail(errs, fmt.Errorf("--keep %d: expected 0 or more", *keep))
	case *database == "":
		return fail(errs, errors.New("--database or LEXEON_DATABASE_URL must say where the database is"))
	}
	ctx := context.Background()
	s, err := store.Open(ctx, *database, 30*time.Second)
	if err != nil {
		return fail(errs, err)
	}
	defer func() { _ = s.Close() }() // the process ends
	list, err := s.Projects(ctx)
	if err != nil {
		return fail(errs, err)
	}
	found := false
	for _, p := range list {
		if *project != "" && p.ID != *project {
			continue
		}
		found = true
		gone, err := s.Compact(ctx, p.ID, *keep)
		if err != nil {
			return fail(errs, err)
		}
		fmt.Fprintf(out, "%s: %d revisions of the log are gone\n", p.ID, gone)
	}
	if *project != "" && !found {
		return fail(errs, fmt.Errorf("there is no project %q", *project))
	}
	return exitOK
}
