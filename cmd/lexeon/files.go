package main

import (
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"lexeon/core/check"
	"lexeon/core/document"
	"lexeon/core/generate"
	"lexeon/core/interchange"
	"lexeon/core/model"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/targets"
	"lexeon/core/typeface"
	"lexeon/core/visible"
)

// parse reads options and the one file that follows them.
func parse(set *flag.FlagSet, args []string, errs io.Writer) (*model.Model, int) {
	set.SetOutput(errs)
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return nil, exitOK
		}
		return nil, exitUnusable
	}
	if set.NArg() != 1 {
		return nil, fail(errs, fmt.Errorf("%s takes one model file", set.Name()))
	}
	m, err := readModel(set.Arg(0))
	if err != nil {
		return nil, fail(errs, err)
	}
	return m, -1
}

func readModel(path string) (*model.Model, error) {
	info, err := os.Stat(path)
	if err != nil {
		return nil, err
	}
	if info.Size() > interchange.MaxFileSize {
		return nil, fmt.Errorf("%s has %d bytes: at most %d are read", path, info.Size(), interchange.MaxFileSize)
	}
	data, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	m, err := interchange.ReadFile(data)
	if err != nil {
		return nil, fmt.Errorf("%s:\n%w", path, err)
	}
	return m, nil
}

type findingOut struct {
	Rule     string         `json:"rule"`
	Severity check.Severity `json:"severity"`
	Subject  model.ID       `json:"subject"`
	What     string         `json:"what"`
	Message  string         `json:"message"`
	ID       string         `json:"id"`
	Follows  string         `json:"follows,omitempty"` // the id of the finding that brings it about
}

func checkFile(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("check", flag.ContinueOnError)
	format := set.String("format", "text", "text or json")
	deep := set.Bool("thorough", false, "take as long as it needs to judge whether every class can have instances")
	all := set.Bool("all", false, "ask rules too that are off unless a project wants them")
	failOn := set.String("fail-on", string(check.Warning), "exit with 1 if there are findings of this severity or graver: error, warning, advice, question, or never")
	m, code := parse(set, args, errs)
	if m == nil {
		return code
	}
	limit := check.Severity(*failOn).Rank()
	if *failOn != "never" && limit == len(check.Severities) {
		return fail(errs, fmt.Errorf("--fail-on %q: expected error, warning, advice, question or never", *failOn))
	}
	if *failOn == "never" {
		limit = -1
	}
	rules := check.All
	if *deep {
		rules = check.Thorough
	}
	state := check.Run(m, rules)
	findings := state.Findings()
	if *all {
		findings = state.Everything()
	}
	worst := exitOK
	list := []findingOut{}
	for _, f := range findings {
		if f.Severity.Rank() <= limit {
			worst = exitFindings
		}
		list = append(list, findingOut{f.Rule, f.Severity, f.Subject, m.Describe(f.Subject), f.Message, f.ID(), f.Follows})
	}
	switch *format {
	case "json":
		enc := json.NewEncoder(out)
		enc.SetIndent("", "  ")
		enc.SetEscapeHTML(false)
		if err := enc.Encode(map[string]any{"project": m.Project().Name, "findings": list}); err != nil {
			return fail(errs, err)
		}
	case "text":
		below := map[string][]findingOut{} // of the id of a cause
		for _, f := range list {
			if f.Follows != "" {
				below[f.Follows] = append(below[f.Follows], f)
			}
		}
		for _, f := range list {
			if f.Follows != "" {
				continue
			}
			fmt.Fprintf(out, "%-8s %-28s %s\n", f.Severity, f.Rule, visible.Text(f.Message))
			for _, b := range below[f.ID] {
				fmt.Fprintf(out, "  follows: %-8s %-28s %s\n", b.Severity, b.Rule, visible.Text(b.Message))
			}
		}
		fmt.Fprintf(out, "%d findings\n", len(list))
	default:
		return fail(errs, fmt.Errorf("--format %q: expected text or json", *format))
	}
	return worst
}

func explainRules(args []string, out, errs io.Writer) int {
	if len(args) == 0 {
		for _, a := range check.All {
			severity := string(a.Severity)
			if a.OnRequest {
				severity = string(check.Off)
			}
			fmt.Fprintf(out, "%-8s %-28s %s\n", severity, a.Name, a.Title)
		}
		return exitOK
	}
	a := check.ByName(args[0])
	if a == nil {
		return fail(errs, fmt.Errorf("there is no rule %q", args[0]))
	}
	fmt.Fprintf(out, "%s (%s)\n%s\n\n%s\n\nSource:       %s\nFinds:        %s\nLeaves alone: %s\n", a.Name, a.Severity, a.Title, a.Doc, a.Source, a.Finds, a.Leaves)
	return exitOK
}

func generateFile(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("generate", flag.ContinueOnError)
	name := set.String("target", "go", "what to generate: "+targets.Names())
	over := map[string]string{}
	set.Func("option", "name=value, for an option of the target; may be repeated", func(text string) error {
		option, value, found := strings.Cut(text, "=")
		if !found {
			return fmt.Errorf("expected name=value")
		}
		over[option] = value
		return nil
	})
	dir := set.String("out", "", "the folder to write to")
	overwrite := set.Bool("overwrite", false, "replace files that differ from what is generated")
	m, code := parse(set, args, errs)
	if m == nil {
		return code
	}
	target, err := targets.Named(*name)
	if err != nil {
		return fail(errs, fmt.Errorf("--target: %w", err))
	}
	if *dir == "" {
		return fail(errs, fmt.Errorf("--out is missing: the folder to write to"))
	}
	output, err := target.Run(m, over, render.Draws(m, scene.NewDrawer(typeface.New())))
	if err != nil {
		return fail(errs, err)
	}
	if err := writeOutput(*dir, output.Files, *overwrite); err != nil {
		return fail(errs, err)
	}
	for _, n := range output.Notes {
		fmt.Fprintln(out, "note:", visible.Text(n.Message))
	}
	fmt.Fprintf(out, "%d files in %s\n", len(output.Files), *dir)
	return exitOK
}

// writeOutput writes all files or none: where a file is there and differs, what
// was written by hand may be in it.
func writeOutput(dir string, files []generate.File, overwrite bool) error {
	var differing []string
	for _, f := range files {
		if !filepath.IsLocal(f.Path) {
			return fmt.Errorf("%q leaves the folder", f.Path)
		}
		if old, err := os.ReadFile(filepath.Join(dir, f.Path)); err == nil && string(old) != f.Content {
			differing = append(differing, f.Path)
		}
	}
	if len(differing) > 0 && !overwrite {
		slices.Sort(differing)
		return fmt.Errorf("nothing was written: these files are there and differ: %s. --overwrite replaces them", strings.Join(differing, ", "))
	}
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return err
	}
	for _, f := range files {
		path := filepath.Join(dir, f.Path)
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			return err
		}
		if err := os.WriteFile(path, []byte(f.Content), 0o644); err != nil {
			return err
		}
	}
	return nil
}

func exportDiagram(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("export", flag.ContinueOnError)
	format := set.String("format", "svg", "svg, png or pdf")
	scale := set.Int("scale", 1, "for png: 1 to 4 pixels for each of the drawing")
	name := set.String("diagram", "", "name or id of the diagram; not needed if there is only one")
	frame := set.Bool("frame", true, "draw the frame of the diagram")
	to := set.String("out", "", "the file to write; standard output without it")
	m, code := parse(set, args, errs)
	if m == nil {
		return code
	}
	if *format != "svg" && *format != "png" && *format != "pdf" {
		return fail(errs, fmt.Errorf("--format %q: expected svg, png or pdf", *format))
	}
	d, err := findDiagram(m, *name)
	if err != nil {
		return fail(errs, err)
	}
	setter := typeface.New()
	drawing := scene.NewDrawer(setter).Of(m, d).Cut(*frame)
	var data []byte
	switch *format {
	case "png":
		data, err = render.PNG(drawing, setter, *scale)
	case "pdf":
		data, err = render.PDF(drawing, setter)
	default:
		data, err = render.SVG(drawing)
	}
	if err != nil {
		return fail(errs, err)
	}
	if *to == "" {
		_, err = out.Write(data)
	} else {
		err = os.WriteFile(*to, data, 0o644)
	}
	if err != nil {
		return fail(errs, err)
	}
	return exitOK
}

// documentFile writes the documentation of a model.
func documentFile(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("document", flag.ContinueOnError)
	dir := set.String("out", "", "the folder to write to")
	overwrite := set.Bool("overwrite", false, "replace files that differ from what is written")
	m, code := parse(set, args, errs)
	if m == nil {
		return code
	}
	if *dir == "" {
		return fail(errs, fmt.Errorf("--out is missing: the folder to write to"))
	}
	output, err := document.Target.Run(m, nil, render.Draws(m, scene.NewDrawer(typeface.New())))
	if err != nil {
		return fail(errs, err)
	}
	if err := writeOutput(*dir, output.Files, *overwrite); err != nil {
		return fail(errs, err)
	}
	fmt.Fprintf(out, "%d files in %s\n", len(output.Files), *dir)
	return exitOK
}

func findDiagram(m *model.Model, name string) (model.ID, error) {
	var found []model.ID
	var names []string
	for _, d := range m.Diagrams() {
		names = append(names, fmt.Sprintf("%s (%s, id %s)", d.Name, d.Kind.Title(), d.ID))
		if name == "" || d.Name == name || string(d.ID) == name {
			found = append(found, d.ID)
		}
	}
	switch {
	case len(found) == 1:
		return found[0], nil
	case len(names) == 0:
		return "", fmt.Errorf("the model has no diagram")
	case len(found) == 0:
		return "", fmt.Errorf("there is no diagram %q; there are: %s", name, strings.Join(names, ", "))
	}
	return "", fmt.Errorf("--diagram must say which: %s", strings.Join(names, ", "))
}
