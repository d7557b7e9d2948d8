// Package brief works on the problem statement: it splits a text into sentences
// that keep their identity while the text is edited, finds in them what could
// become part of the model, and tells how much of the text the model covers.
package brief

import (
	"fmt"
	"regexp"
	"strings"
	"sync"
	"unicode"
	"unicode/utf8"

	"gopkg.in/neurosnap/sentences.v1"
	"gopkg.in/neurosnap/sentences.v1/english"

	"lexeon/core/model"
)

// Limits of a brief.
const (
	MaxTextBytes = 1 << 20
	MaxSentences = 2000 // of one section
	maxSentence  = 2000 // characters
)

// Piece is a sentence with how it begins.
type Piece struct {
	Text  string
	Break model.Break
}

var (
	headingLine = regexp.MustCompile(`^#{1,6}\s+(.*?)\s*#*$`)
	entryLine   = regexp.MustCompile(`^(?:[-*+•]|\d{1,3}[.)])\s+(.*)$`)
)

// splitter is the Punkt splitter with its English training (Kiss and Strunk
// 2006), made once. It keeps nothing between calls.
var splitter = sync.OnceValue(func() *sentences.DefaultSentenceTokenizer {
	s, err := english.NewSentenceTokenizer(nil)
	if err != nil {
		panic(fmt.Sprintf("brief: the training data of the sentence splitter: %v", err)) // it is part of the program
	}
	return s
})

var splitting sync.Mutex // the splitter is not for concurrent use

// Split splits a text, or Markdown, into sentences. The error says what is wrong
// with the text and where.
func Split(text string) ([]Piece, error) {
	if len(text) > MaxTextBytes {
		return nil, model.Faultf(model.CodeTooLarge, "The text has %.1f MB: a section of the brief takes at most %d MB. Divide it by headings, or leave out what asks for nothing.", float64(len(text))/(1<<20), MaxTextBytes>>20)
	}
	if i := badByte(text); i >= 0 {
		return nil, model.Faultf(model.CodeSyntax, "Line %d holds characters that are not UTF-8. Save the text in UTF-8.", 1+strings.Count(text[:i], "\n"))
	}
	text = clean(text)
	var out []Piece
	var block []string
	begin := model.Running
	flush := func() {
		if len(block) == 0 {
			return
		}
		for i, s := range sentencesOf(strings.Join(block, " ")) {
			p := Piece{Text: s}
			if i == 0 {
				p.Break = begin
			}
			out = append(out, p)
		}
		block = nil
	}
	for line := range strings.SplitSeq(text, "\n") {
		line = strings.TrimSpace(line)
		switch {
		case line == "":
			flush()
			begin = model.Paragraph
		case headingLine.MatchString(line):
			flush()
			if title := headingLine.FindStringSubmatch(line)[1]; title != "" {
				out = append(out, Piece{Text: title, Break: model.Heading})
			}
			begin = model.Paragraph
		case entryLine.MatchString(line):
			flush()
			block, begin = []string{entryLine.FindStringSubmatch(line)[1]}, model.ListEntry
		default:
			block = append(block, line)
		}
	}
	flush()
	if len(out) > 0 && out[0].Break == model.Paragraph {
		out[0].Break = model.Running
	}
	if len(out) > MaxSentences {
		return nil, model.Faultf(model.CodeTooLarge, "The text has %d sentences: a section of the brief takes at most %d. Divide it into sections.", len(out), MaxSentences)
	}
	return out, nil
}

func badByte(text string) int {
	for i, r := range text {
		if r == utf8.RuneError {
			if _, n := utf8.DecodeRuneInString(text[i:]); n == 1 {
				return i
			}
		}
	}
	return -1
}

// clean takes out what cannot be kept: control characters, and ends of lines of
// other systems.
func clean(text string) string {
	text = strings.TrimPrefix(text, "\ufeff")
	text = strings.ReplaceAll(strings.ReplaceAll(text, "\r\n", "\n"), "\r", "\n")
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n':
			return r
		case r == '\u00a0' || unicode.IsSpace(r):
			return ' '
		case unicode.IsControl(r):
			return -1
		}
		return r
	}, text)
}

// sentencesOf splits a paragraph. A sentence that is too long to be one is cut at
// a space.
func sentencesOf(block string) []string {
	splitting.Lock()
	list := splitter().Tokenize(block)
	splitting.Unlock()
	var out []string
	for _, s := range list {
		text := strings.Join(strings.Fields(s.Text), " ")
		for utf8.RuneCountInString(text) > maxSentence {
			runes := []rune(text)
			cut := maxSentence
			if i := strings.LastIndexByte(string(runes[:maxSentence]), ' '); i > 0 {
				cut = utf8.RuneCountInString(string(runes[:maxSentence])[:i])
			}
			out = append(out, strings.TrimSpace(string(runes[:cut])))
			text = strings.TrimSpace(string(runes[cut:]))
		}
		if text != "" {
			out = append(out, text)
		}
	}
	return out
}

// Text joins sentences to the text that is edited; Split gives them back.
func Text(list []*model.Element) string {
	var b strings.Builder
	for i, e := range list {
		s := e.Sentence()
		if i > 0 {
			switch s.Break {
			case model.Running:
				b.WriteByte(' ')
			case model.ListEntry:
				b.WriteByte('\n')
				if list[i-1].Sentence().Break != model.ListEntry && list[i-1].Sentence().Break != model.Running {
					b.WriteByte('\n')
				}
			default:
				b.WriteString("\n\n")
			}
		}
		switch s.Break {
		case model.ListEntry:
			b.WriteString("- ")
		case model.Heading:
			b.WriteString("## ")
		}
		b.WriteString(s.Text)
	}
	return b.String()
}

// Part is a section of an uploaded text.
type Part struct{ Title, Text string }

var sectionLine = regexp.MustCompile(`^#{1,2}\s+(.*?)\s*#*$`)

// Parts divides an uploaded text into sections at its headings of the first and
// second rank. What stands before the first one gets the given title.
func Parts(text, title string) []Part {
	out := []Part{{Title: title}}
	for line := range strings.SplitSeq(clean(text), "\n") {
		if m := sectionLine.FindStringSubmatch(strings.TrimSpace(line)); m != nil && m[1] != "" {
			out = append(out, Part{Title: m[1]})
			continue
		}
		last := &out[len(out)-1]
		last.Text += line + "\n"
	}
	kept := out[:0]
	for _, p := range out {
		if strings.TrimSpace(p.Text) != "" {
			kept = append(kept, p)
		}
	}
	return kept
}
