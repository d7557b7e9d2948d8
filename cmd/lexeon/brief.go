package main

import (
	"encoding/json"
	"errors"
	"flag"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"unicode/utf8"

	"lexeon/core/brief"
	"lexeon/core/brief/reading"
	"lexeon/core/model"
	"lexeon/core/visible"
)

// briefRead is what is found in a text.
type briefRead struct {
	Sentences  []string        `json:"sentences"`
	Terms      []termRead      `json:"terms"`
	Performers []string        `json:"performers"`
	Activities []activityRead  `json:"activities"`
	Statements []statementRead `json:"statements"`
}

// termRead is a noun with the likeliest kind, and where it stands.
type termRead struct {
	Term      string     `json:"term"`
	Kind      model.Kind `json:"kind"`
	Count     int        `json:"count"`
	Positions []position `json:"positions"`
}

// position is a run of characters of a sentence; sentences count from 1, characters from 0.
type position struct {
	Sentence int `json:"sentence"`
	Start    int `json:"start"`
	End      int `json:"end"`
}

type activityRead struct {
	Sentence  int         `json:"sentence"`
	Performer string      `json:"performer"`
	Activity  string      `json:"activity"`
	Inputs    []datumRead `json:"inputs"`
	Outputs   []datumRead `json:"outputs"`
	// Processing: whether data are worked on: "yes", "no", or "" where it is not clear.
	Processing model.Truth `json:"processing"`
}

type datumRead struct {
	Data         string `json:"data"`
	Counterparty string `json:"counterparty,omitempty"`
	Store        bool   `json:"store,omitempty"`
}

type statementRead struct {
	Sentence  int    `json:"sentence"`
	Statement string `json:"statement"`
}

// readBrief says what is found in a text: terms, who does what with which data, and statements.
func readBrief(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("brief", flag.ContinueOnError)
	set.SetOutput(errs)
	format := set.String("format", "text", "text or json")
	set.Usage = func() {
		fmt.Fprintln(errs, "lexeon brief [options] TEXT\n  TEXT is the name of a file, - for what is piped in, or the text itself")
		set.PrintDefaults()
	}
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return exitOK
		}
		return exitUnusable
	}
	if set.NArg() != 1 || *format != "text" && *format != "json" {
		return fail(errs, errors.New("brief takes one text; -format is text or json"))
	}
	text, err := textOf(set.Arg(0))
	if err != nil {
		return fail(errs, err)
	}
	found, err := briefOf(text)
	if err != nil {
		return fail(errs, err)
	}
	if *format == "json" {
		enc := json.NewEncoder(out)
		enc.SetIndent("", "  ")
		enc.SetEscapeHTML(false)
		if err := enc.Encode(found); err != nil {
			return fail(errs, err)
		}
		return exitOK
	}
	found.print(out)
	return exitOK
}

// maxPiped bounds what is read from a file or a pipe, in bytes.
const maxPiped = 4 << 20

// textOf is the content of a file, what is piped in, or the argument itself.
func textOf(arg string) (string, error) {
	if arg == "-" {
		data, err := io.ReadAll(io.LimitReader(os.Stdin, maxPiped))
		return string(data), err
	}
	if info, err := os.Stat(arg); err == nil && info.Mode().IsRegular() {
		if info.Size() > maxPiped {
			return "", fmt.Errorf("%s is longer than 4 MB", arg)
		}
		data, err := os.ReadFile(arg)
		return string(data), err
	}
	return arg, nil
}

func briefOf(text string) (briefRead, error) {
	out := briefRead{Sentences: []string{}, Terms: []termRead{}, Performers: []string{}, Activities: []activityRead{}, Statements: []statementRead{}}
	m, _, _, err := model.Edit(model.Empty("Brief"), []model.Change{&model.AddElement{ID: "brief", Kind: model.Section, Name: "Brief"}})
	if err != nil {
		return out, err
	}
	changes, err := brief.EditChanges(m, "brief", text, "brief")
	if err != nil {
		return out, err
	}
	if m, _, _, err = model.Edit(m, changes); err != nil {
		return out, err
	}
	read := reading.NewReader().Read(m)
	positions := map[string][]position{}
	for _, s := range brief.Sentences(m) {
		if s.Number == 0 {
			continue
		}
		out.Sentences = append(out.Sentences, s.Sentence().Text)
		at := 0
		for _, mark := range read.Marks[s.ID] {
			n := utf8.RuneCountInString(mark.Text)
			if mark.Candidate != "" {
				positions[mark.Candidate] = append(positions[mark.Candidate], position{s.Number, at, at + n})
			}
			at += n
		}
		for _, p := range read.Proposals[s.ID] {
			out.Statements = append(out.Statements, statementRead{s.Number, p})
		}
		for _, r := range read.Rows {
			if r.Sentence != s.ID {
				continue
			}
			out.Activities = append(out.Activities, activityRead{Sentence: s.Number, Performer: r.Data.Performer, Activity: r.Name,
				Inputs: dataOf(r.Data.Inputs), Outputs: dataOf(r.Data.Outputs), Processing: r.Data.Processing})
			if !slices.Contains(out.Performers, r.Data.Performer) {
				out.Performers = append(out.Performers, r.Data.Performer)
			}
		}
	}
	for _, c := range read.Candidates {
		if c.Word == brief.Noun {
			out.Terms = append(out.Terms, termRead{c.Name, c.Kinds[0], c.Count, append([]position{}, positions[c.Key]...)})
		}
	}
	return out, nil
}

func dataOf(list []model.Datum) []datumRead {
	out := []datumRead{}
	for _, d := range list {
		out = append(out, datumRead{d.Data, d.With, d.Store})
	}
	return out
}

func (b briefRead) print(out io.Writer) {
	for _, t := range b.Terms {
		fmt.Fprintf(out, "%-30s %-14s %d\n", visible.Text(t.Term), t.Kind.Title(), t.Count)
	}
	for _, a := range b.Activities {
		fmt.Fprintf(out, "%3d  %s: %s%s%s\n", a.Sentence, visible.Text(a.Performer), visible.Text(a.Activity), dataText("; in ", " from ", a.Inputs), dataText("; out ", " to ", a.Outputs))
	}
	for _, s := range b.Statements {
		fmt.Fprintf(out, "%3d  %s\n", s.Sentence, visible.Text(s.Statement))
	}
}

func dataText(lead, word string, list []datumRead) string {
	var parts []string
	for _, d := range list {
		text := d.Data
		if d.Counterparty != "" {
			text += word + d.Counterparty
		}
		parts = append(parts, visible.Text(text))
	}
	if len(parts) == 0 {
		return ""
	}
	return lead + strings.Join(parts, ", ")
}
