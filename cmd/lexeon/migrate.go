package main

import (
	"flag"
	"fmt"
	"io"
	"strings"

	"lexeon/core/generate/sql"
	"lexeon/core/model"
	"lexeon/core/targets"
)

// migrateFiles prints the script that leads from the tables of one model file to those of another.
func migrateFiles(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("migrate", flag.ContinueOnError)
	set.SetOutput(errs)
	name := set.String("target", "sql-postgres", "for which database: sql-postgres, sql-mysql or sql-sqlite")
	over := map[string]string{}
	set.Func("option", "name=value, for an option of the target; may be repeated", func(text string) error {
		option, value, found := strings.Cut(text, "=")
		if !found {
			return fmt.Errorf("expected name=value")
		}
		over[option] = value
		return nil
	})
	if err := set.Parse(args); err != nil {
		return exitUnusable
	}
	if set.NArg() != 2 {
		return fail(errs, fmt.Errorf("migrate takes two model files: the old one and the new one"))
	}
	target, err := targets.Named(*name)
	if err != nil {
		return fail(errs, fmt.Errorf("--target: %w", err))
	}
	var models [2]*model.Model
	for i := range models {
		if models[i], err = readModel(set.Arg(i)); err != nil {
			return fail(errs, fmt.Errorf("%s: %w", set.Arg(i), err))
		}
	}
	text, err := sql.MigrationText(target, models[0], models[1], over)
	if err != nil {
		return fail(errs, err)
	}
	if _, err := io.WriteString(out, text); err != nil {
		return fail(errs, err)
	}
	return exitOK
}
