package reading

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/dataflow"
	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// RowProposal is a row that the activity table could have.
type RowProposal struct {
	Sentence model.ID
	Name     string
	Data     model.ActivityData
	// There is a row already that says this, by performer and activity.
	There bool
}

var (
	wholeStatement = regexp.MustCompile(`(?i)^(.+?) (?:consists? of|(?:is|are) made (?:up )?of|(?:is|are) composed of|comprises?) (.+?)[.!]?$`)
	kindStatement  = regexp.MustCompile(`(?i)^(?:an? |the |each |every )?(.+?) (?:is|are) (?:an? )?(?:special )?kinds? of (?:an? |the )?(.+?)[.!]?$`)
	bothStatement  = regexp.MustCompile(`(?i)^(.+?) and (.+?) are both (.+?)[.!]?$`)
)

// proposalsOf proposes a statement for a sentence where the grammar allows: each
// is proved to be read in exactly one way.
func proposalsOf(m *model.Model, p parsedSentence) []string {
	var out []string
	propose := func(text string) {
		readings, err := notation.ReadStatement(m, text)
		if err != nil || len(readings) != 1 {
			return
		}
		if text := readings[0].Text(m); !slices.Contains(out, text) && !stated(m, readings[0]) {
			out = append(out, text)
		}
	}
	short := func(s string) bool {
		return len(strings.Fields(s)) <= 5 && !strings.ContainsAny(s, ",;:()\"") && !regexp.MustCompile(`(?i)\b(?:and|or|who|which|that|by|of|in|with|for|at)\b`).MatchString(strings.ReplaceAll(strings.ToLower(s), "or more", "ormore"))
	}
	switch {
	case bothStatement.MatchString(p.text):
		g := bothStatement.FindStringSubmatch(p.text)
		if short(g[1]) && short(g[2]) && short(g[3]) {
			propose(brief.ClassRef(m, g[1]) + " is a kind of " + brief.ClassRef(m, g[3]))
			propose(brief.ClassRef(m, g[2]) + " is a kind of " + brief.ClassRef(m, g[3]))
		}
	case wholeStatement.MatchString(p.text):
		g := wholeStatement.FindStringSubmatch(p.text)
		if part, ok := counted(m, g[2]); ok && short(g[1]) && short(g[2]) {
			propose(brief.ClassRef(m, g[1]) + " is made of " + part)
		}
	case kindStatement.MatchString(p.text):
		g := kindStatement.FindStringSubmatch(p.text)
		if short(g[1]) && short(g[2]) {
			propose(brief.ClassRef(m, g[1]) + " is a kind of " + brief.ClassRef(m, g[2]))
		}
	default:
		if s := plainStatement(m, p); s != "" {
			propose(s)
		}
	}
	return out
}

// stated reports whether the model says the same already.
func stated(m *model.Model, r notation.Reading) bool {
	a, b := r.Statement.Ends[0].Ref.ID, r.Statement.Ends[1].Ref.ID
	if a == "" || b == "" {
		return false
	}
	for _, rel := range m.RelationshipsOf(a) {
		s, ok := notation.StatementOf(m, rel)
		same := ok && s.Form == r.Statement.Form && model.NormalForm(s.Verb) == model.NormalForm(r.Statement.Verb)
		if same && (s.Ends[0].Ref.ID == a && s.Ends[1].Ref.ID == b || s.Form == notation.FormAssociation && s.Ends[0].Ref.ID == b && s.Ends[1].Ref.ID == a) {
			return true
		}
	}
	return false
}

var manyWords = []struct {
	pattern *regexp.Regexp
	mult    string
}{
	{regexp.MustCompile(`(?i)^(?:one or more|at least one) `), "1..*"},
	{regexp.MustCompile(`(?i)^(?:two or more|at least two|several) `), "2..*"},
	{regexp.MustCompile(`(?i)^(?:zero or more|any number of|many) `), "0..*"},
	{regexp.MustCompile(`(?i)^(?:at most one|up to one|zero or one) `), "0..1"},
	{regexp.MustCompile(`(?i)^(?:exactly one|one|only one|an?) `), "1"},
	{regexp.MustCompile(`(?i)^(?:exactly two|two|both) `), "2"},
	{regexp.MustCompile(`(?i)^(?:exactly three|three) `), "3"},
	{regexp.MustCompile(`(?i)^(?:exactly four|four) `), "4"},
}

// counted reads how many and of what: "one or more hives" is 1..* Hive; a plural
// without a number is one or more.
func counted(m *model.Model, phrase string) (string, bool) {
	phrase = strings.TrimSpace(strings.TrimRight(phrase, "."))
	for _, w := range manyWords {
		if at := w.pattern.FindStringIndex(phrase); at != nil {
			return w.mult + " " + brief.ClassRef(m, phrase[at[1]:]), true
		}
	}
	words := strings.Fields(phrase)
	if len(words) == 0 {
		return "", false
	}
	if last := strings.ToLower(words[len(words)-1]); model.Singular(last) != last {
		return "1..* " + brief.ClassRef(m, phrase), true
	}
	return brief.ClassRef(m, phrase), true
}

// plainStatement is a statement for a sentence with one verb and two nouns:
// "Each beekeeper delivers one or more lots."
func plainStatement(m *model.Model, p parsedSentence) string {
	list := actions(p.toks, p.phrases)
	if len(list) != 1 || len(p.phrases) != 2 {
		return ""
	}
	a := list[0]
	if a.passive || a.subject == nil || a.object == nil || a.subject.from > 3 || p.toks[a.at].tag == "VB" {
		return ""
	}
	if end := a.object.to; end < len(p.toks)-1 {
		return "" // more follows than the grammar can say
	}
	if a.at != a.subject.to {
		return ""
	}
	mult := ""
	between := ""
	if first := p.toks[a.at]; first.end > 0 && a.object.to-1 < len(p.toks) && p.toks[a.object.to-1].end > first.end {
		between = strings.TrimSpace(p.text[first.end:p.toks[a.object.to-1].end])
	}
	if text, ok := counted(m, between); ok {
		mult = text
	}
	verb := p.toks[a.at].lower
	subject := ""
	switch a.subject.determin {
	case "each", "every", "a", "an", "the", "":
		subject = brief.ClassRef(m, strings.Join(a.subject.words, " "))
	default:
		return ""
	}
	return subject + " " + brief.Quoted(verb) + " " + mult
}

// What comes of these verbs did not exist before; what those are done to is read.
var (
	makingVerbs  = english.Set("compute calculate determine prepare produce create generate make compose estimate forecast derive design write-out publish plan schedule print draft compile")
	makingPhrase = map[string]bool{"work out": true, "draw up": true, "write down": true, "make out": true, "write up": true, "figure out": true, "sum up": true, "set up": true}
	readingVerbs = english.Set("look read consult search query check see update")
	// handling is done to things, and to no information.
	handling = english.Set("bind boil bottle brew build burn carry clean cook cut drive dry empty fetch grind grow hang harvest launch light lift load lock move pack paint park plant pour press push pull roast row run " +
		"sail sew slice sow staff stack stamp stop stretch swap sweep tie tow transport treat unload walk wash water weave")
	takingVerbs = english.Set("receive get collect read fetch take")
)

// rowsOf proposes rows of the activity table: who does what, with what. What the
// system itself does is no row: the rows say who does it there.
func (f *finder) rowsOf(p parsedSentence, list []action, nameOf func(*nounPhrase) string) []RowProposal {
	var out []RowProposal
	for _, a := range list {
		subject, object := nameOf(a.subject), nameOf(a.object)
		if subject == "" || object == "" || !f.performs(subject) || f.isSystem(subject) {
			continue
		}
		row := RowProposal{Sentence: p.id, Name: a.verb() + " " + object}
		row.Data.Performer = brief.NameAs(subject, model.Entity)
		datum := func(np *nounPhrase) []model.Datum {
			d := model.Datum{Data: object}
			if name := nameOf(np); name != "" {
				d.With, d.Store = brief.NameAs(name, model.Entity), f.isStore(name)
			}
			return []model.Datum{d}
		}
		switch {
		case f.isStore(object) && readingVerbs[a.lemma]:
			row.Data.Inputs = []model.Datum{{Data: object, With: brief.NameAs(object, model.Store), Store: true}}
		case takingVerbs[a.lemma] || a.from != nil:
			row.Data.Inputs = datum(a.from)
		case a.in != nil && keepVerbs[a.lemma]:
			row.Data.Outputs = datum(a.in)
			row.Data.Outputs[0].Store = true
		case a.to != nil || handOver[a.lemma] || makingVerbs[a.lemma] || makingPhrase[a.verb()]:
			row.Data.Outputs = datum(a.to)
		default:
			row.Data.Inputs = []model.Datum{{Data: object}}
		}
		switch last := object[strings.LastIndex(object, " ")+1:]; {
		case handOver[a.lemma], handling[a.lemma]:
			row.Data.Processing = model.No
		case a.lemma == "read" && !documentWords[last] && !attributeWords[last] && !f.isStore(object):
			row.Data.Processing = model.Unstated // a letter is read, and so is a gauge
		default:
			row.Data.Processing = model.Yes
		}
		for _, r := range f.m.OfKind(model.Activity) {
			if f.m.TermKey(r.Activity().Performer) == f.m.TermKey(row.Data.Performer) && model.NormalForm(r.Name) == model.NormalForm(row.Name) {
				row.There = true
			}
		}
		out = append(out, row)
	}
	return out
}

// isStore: the lexicon says so, or its name, or that something is kept in it.
func (f *finder) isStore(name string) bool {
	if len(f.m.ByTerm(name, model.Store)) > 0 {
		return true
	}
	words := strings.Fields(name)
	last := words[len(words)-1]
	return storeWords[last] && !documentWords[last] || f.of(name).keepsData > 0 && !personWords[last]
}

// isSystem: what the model is about.
func (f *finder) isSystem(name string) bool {
	if f.m.TermKey(name) == f.m.TermKey(f.m.Project().Name) || model.NormalForm(name) == model.NormalForm("system") {
		return true
	}
	for _, e := range dataflow.Contexts(f.m) {
		if f.m.TermKey(name) == f.m.TermKey(e.Name) {
			return true
		}
	}
	return false
}

// performs: somebody or something that acts, and no document.
func (f *finder) performs(name string) bool {
	words := strings.Fields(name)
	last := words[len(words)-1]
	if documentWords[last] || attributeWords[last] || storeWords[last] {
		return false
	}
	if personWords[last] || f.of(name).hands > 0 {
		return true
	}
	for _, ending := range personEndings {
		if strings.HasSuffix(last, ending) && len(last) > len(ending)+2 && !notPersons[last] {
			return true
		}
	}
	return false
}
