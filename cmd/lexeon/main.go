// Command lexeon models applications: it serves the web page, and checks,
// generates and draws from model files on the command line.
package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"sort"
	"strings"

	"lexeon/core/visible"
)

// command is one subcommand. run returns the exit code.
type command struct {
	summary string
	run     func(args []string, out, errs io.Writer) int
}

var commands map[string]command

func init() {
	commands = map[string]command{
		"serve":    {"serve the page and its interface", serve},
		"check":    {"check a model file", checkFile},
		"generate": {"generate code from a model file", generateFile},
		"migrate":  {"say how tables get from one model file to the next", migrateFiles},
		"document": {"write the documentation of a model file in Markdown", documentFile},
		"export":   {"draw a diagram of a model file", exportDiagram},
		"drawings": {"tell how neat the diagrams of a model file are", judgeDrawings},
		"state":    {"apply statements to a model file, or say how sentences are understood", stateFile},
		"brief":    {"say what is found in a text: terms, activities, statements", readBrief},
		"openapi":  {"describe the interface of the server", describe},
		"compact":  {"shorten the log of the projects in a database", compact},
		"backup":   {"write all projects of a database into a file", backup},
		"restore":  {"write a backup into an empty database", restore},
		"version":  {"tell which program this is", version},
		"rules":    {"list the rules, or explain one", explainRules},
	}
}

// Exit codes.
const (
	exitOK       = 0
	exitFindings = 1
	exitUnusable = 2
)

func main() { os.Exit(run(os.Args[1:], os.Stdout, os.Stderr)) }

func run(args []string, out, errs io.Writer) int {
	errs = visible.Writer(errs) // names of the model stand in messages
	if len(args) == 0 || args[0] == "help" || args[0] == "--help" || args[0] == "-h" {
		usage(out)
		return exitOK
	}
	c, ok := commands[args[0]]
	if !ok {
		fmt.Fprintf(errs, "lexeon: there is no command %q\n", args[0])
		usage(errs)
		return exitUnusable
	}
	return c.run(args[1:], out, errs)
}

func usage(w io.Writer) {
	fmt.Fprintln(w, "lexeon COMMAND [options]")
	names := make([]string, 0, len(commands))
	for n := range commands {
		names = append(names, n)
	}
	sort.Strings(names)
	for _, n := range names {
		fmt.Fprintf(w, "  %-10s %s\n", n, commands[n].summary)
	}
	fmt.Fprintln(w, "lexeon COMMAND --help tells the options.")
}

// fail reports why the input cannot be used.
func fail(errs io.Writer, err error) int {
	var lines interface{ Unwrap() []error }
	if errors.As(err, &lines) {
		for _, e := range lines.Unwrap() {
			fmt.Fprintln(errs, "lexeon:", e)
		}
		return exitUnusable
	}
	for line := range strings.SplitSeq(err.Error(), "\n") {
		fmt.Fprintln(errs, "lexeon:", line)
	}
	return exitUnusable
}
