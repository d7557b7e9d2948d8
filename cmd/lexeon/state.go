package main

import (
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"

	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/typeface"
	"lexeon/core/visible"
)

// stateFile applies statements to a model file, all or none, placed as the page would
// place them.
func stateFile(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("state", flag.ContinueOnError)
	set.SetOutput(errs)
	diagram := set.String("diagram", "", "name or id of the diagram that they are placed on; not needed if there is only one")
	to := set.String("out", "", "the file to write; the same one without it")
	dry := set.Bool("dry-run", false, "only say how each sentence is understood; nothing is written")
	format := set.String("format", "text", "of a dry run: text or json")
	kind := set.String("on", "", "of a dry run: class, use-case, data-flow or component; what is spoken of, without a diagram")
	way := set.Int("way", 0, "which of several ways to read a sentence is meant, from 1; without it the likeliest, where one is")
	set.Usage = func() {
		fmt.Fprintln(errs, "lexeon state [options] FILE STATEMENT …")
		set.PrintDefaults()
	}
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return exitOK
		}
		return exitUnusable
	}
	if set.NArg() < 2 {
		return fail(errs, errors.New("state takes a model file and at least one statement"))
	}
	file, statements := set.Arg(0), set.Args()[1:]
	m, err := readModel(file)
	if err != nil {
		return fail(errs, err)
	}
	if *dry {
		return stateDry(m, *diagram, *kind, *format, statements, out, errs)
	}
	var on model.ID
	if len(m.Diagrams()) > 0 {
		if on, err = findDiagram(m, *diagram); err != nil {
			return fail(errs, err)
		}
	} else if *diagram != "" {
		return fail(errs, fmt.Errorf("there is no diagram %q", *diagram))
	}
	p := propose.New(scene.NewDrawer(typeface.New()))
	for _, text := range statements {
		// The seed makes ids that are the same when the same is stated again.
		next, r, err := p.State(m, on, text, string(model.DeriveID("state", fmt.Sprint(m.Len()), text)), *way)
		if err != nil {
			return fail(errs, err)
		}
		m = next
		fmt.Fprintln(out, visible.Text(r.Statement))
		for _, s := range r.Sentences {
			fmt.Fprintln(out, " ", visible.Text(s.String()))
		}
	}
	if *to == "" {
		*to = file
	}
	if err := replaceFile(*to, interchange.WriteFile(m)); err != nil {
		return fail(errs, err)
	}
	return exitOK
}

// replaceFile writes beside a file and then takes its place, so that a file is never
// half written.
func replaceFile(name string, data []byte) error {
	mode := os.FileMode(0o644)
	if info, err := os.Stat(name); err == nil {
		mode = info.Mode().Perm()
	}
	f, err := os.CreateTemp(filepath.Dir(name), ".lexeon-*")
	if err != nil {
		return err
	}
	defer func() { _ = os.Remove(f.Name()) }() // gone by then, unless something failed
	if _, err := f.Write(data); err != nil {
		_ = f.Close()
		return err
	}
	if err := errors.Join(f.Chmod(mode), f.Close()); err != nil {
		return err
	}
	return os.Rename(f.Name(), name)
}
