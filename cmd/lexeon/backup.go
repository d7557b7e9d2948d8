package main

import (
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"lexeon/store"
)

// databaseFile reads the options of a command that is about a database and one file.
func databaseFile(name, about string, args []string, errs io.Writer) (database, file string, code int) {
	set := flag.NewFlagSet(name, flag.ContinueOnError)
	set.SetOutput(errs)
	set.StringVar(&database, "database", os.Getenv("LEXEON_DATABASE_URL"), "address of the PostgreSQL database (LEXEON_DATABASE_URL)")
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return "", "", exitOK
		}
		return "", "", exitUnusable
	}
	switch {
	case set.NArg() != 1:
		return "", "", fail(errs, fmt.Errorf("%s needs the name of one file: %s", name, about))
	case database == "":
		return "", "", fail(errs, errors.New("--database or LEXEON_DATABASE_URL must say where the database is"))
	}
	return database, set.Arg(0), exitOK
}

// backup writes all projects of a database into a file, and reads that again.
func backup(args []string, out, errs io.Writer) int {
	database, name, code := databaseFile("backup", "it is written", args, errs)
	if name == "" {
		return code
	}
	contents, size, err := backupTo(database, name)
	if err != nil {
		return fail(errs, err)
	}
	fmt.Fprintf(out, "%s: %s, %.1f MB. It was read again and is whole\n", name, amount(contents), float64(size)/1e6)
	return exitOK
}

func amount(c *store.Contents) string {
	return counted(c.RowsOf("projects"), "project") + ", " + counted(c.RowsOf("changes"), "change") + " in the log"
}

func counted(n int64, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

// backupTo writes beside the file first: what bears its name is whole. Nobody else may
// read it, since it holds what servers sign with.
func backupTo(database, name string) (*store.Contents, int64, error) {
	if _, err := os.Stat(name); err == nil {
		return nil, 0, fmt.Errorf("%s is there already, and is not written over", name)
	}
	file, err := os.CreateTemp(filepath.Dir(name), filepath.Base(name)+".part-*")
	if err != nil {
		return nil, 0, err
	}
	defer func() { _ = os.Remove(file.Name()) }() // it bears its own name by then
	defer func() { _ = file.Close() }()           // it is closed below where that counts
	if _, err := store.Backup(context.Background(), database, file); err != nil {
		return nil, 0, err
	}
	if err := file.Sync(); err != nil {
		return nil, 0, err
	}
	info, err := file.Stat()
	if err != nil {
		return nil, 0, err
	}
	contents, _, err := store.ReadBackup(file, info.Size())
	if err != nil {
		return nil, 0, err
	}
	if err := file.Close(); err != nil {
		return nil, 0, err
	}
	return contents, info.Size(), os.Link(file.Name(), name) // refuses a file that came meanwhile
}

// restore writes a backup into a database without projects.
func restore(args []string, out, errs io.Writer) int {
	database, name, code := databaseFile("restore", "a backup", args, errs)
	if name == "" {
		return code
	}
	file, err := os.Open(name)
	if err != nil {
		return fail(errs, err)
	}
	defer func() { _ = file.Close() }() // it was only read
	info, err := file.Stat()
	if err != nil {
		return fail(errs, err)
	}
	contents, err := store.Restore(context.Background(), database, file, info.Size())
	if err != nil {
		return fail(errs, fmt.Errorf("%s: %w", name, err))
	}
	fmt.Fprintf(out, "%s: %s, as they were at %s. Each was read and is whole\n", name, amount(contents), contents.Made.Local().Format("2006-01-02 15:04:05"))
	return exitOK
}
