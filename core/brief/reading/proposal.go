package reading

import (
	"regexp"
	"slices"
	"strings"

	"lexeon/core/english"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// proposalsOf proposes statements for a sentence that says how things are: a relation with how
// many, a whole and its parts, kinds, values, what something has. What somebody does is for the
// activity table.
func (f *finder) proposalsOf(p parsedSentence) []string {
	var out []string
	for _, c := range notation.ReadClauses(f.m, withoutNumber(p.text), notation.Scope{}) {
		if c.Features != nil {
			c.Features = c.Features.Missing(f.m)
			if len(c.Features.Names) == 0 {
				continue
			}
		}
		if !f.isStructure(c) || c.Features == nil && stated(f.m, c.Reading) {
			continue
		}
		if text := c.Text(f.m); !slices.Contains(out, text) && f.readable(text) {
			out = append(out, text)
		}
	}
	return out
}

var itemNumber = regexp.MustCompile(`^(?:[A-Z]{0,3}[-. ]?\d+(?:\.\d+)*[.:)]?|\(?[a-z]\)|[-*•])\s+`)

// withoutNumber is a requirement without the number in front of it.
func withoutNumber(text string) string { return itemNumber.ReplaceAllString(text, "") }

// readable: what is offered can be taken over as it is written.
func (f *finder) readable(text string) bool {
	ways, err := notation.Understand(f.m, text, notation.Scope{})
	return err == nil && !notation.Ambiguous(ways)
}

// stative are verbs that say how something is, whoever the subject; being are those that do so
// where the subject is no person.
var (
	stative = english.Set("have belong contain comprise include consist cover concern refer relate depend involve occupy represent describe own possess equal border adjoin span")
	being   = english.Set("list show name state hold bear carry mention record lie stand hang stay keep give lead serve use weigh cost measure need require store")
	units   = english.Set("year month week day hour minute second time percent euro kilo kilogram gram metre meter kilometre litre ton degree")
)

// isStructure reports whether a clause says how things are.
func (f *finder) isStructure(c notation.Clause) bool {
	if c.Features != nil {
		return true
	}
	s := c.Statement
	for _, e := range s.Ends {
		words := model.Words(e.Ref.Name)
		if len(words) == 0 || units[words[len(words)-1]] || genericNouns[strings.Join(words, " ")] || len(words) > 3 {
			return false
		}
	}
	switch s.Form {
	case notation.FormWhole, notation.FormGeneralization:
		return true
	case notation.FormAssociation:
	default:
		return false
	}
	first, rest, _ := strings.Cut(s.Verb, " ")
	base, _ := english.BaseForm(first)
	person := f.performs(strings.ToLower(strings.Join(model.Words(s.Ends[0].Ref.Name), " ")))
	switch {
	case first == "is":
		words := strings.Fields(rest)
		if len(words) == 0 {
			return false
		}
		done := english.PastBase(words[0], english.CanBeVerb)
		moving := done != "" && (handOver[done] || len(words) > 1 && (words[1] == "with" || words[1] == "from" || words[1] == "by"))
		counted := s.Ends[0].Multiplicity.State == model.Decided || s.Ends[1].Multiplicity.State == model.Decided
		return !moving && len(c.Said) > 0 && (counted || generic(c.Said[0], c.Said))
	case stative[base], being[base] && !person:
		return true
	}
	// Somebody does something, and how often is said: each driver drives one truck.
	counted := s.Ends[0].Multiplicity.State == model.Decided || s.Ends[1].Multiplicity.State == model.Decided
	return counted && len(c.Said) > 0 && generic(c.Said[0], c.Said)
}

// generic reports whether a clause speaks of all of a sort: each, every, a, or several without
// an article.
func generic(first string, words []string) bool {
	switch first {
	case "each", "every", "a", "an", "no", "one", "two", "at", "exactly", "any", "all":
		return true
	case "the", "this", "that", "he", "she", "it", "they", "we", "i", "our", "my", "his", "her":
		return false
	}
	return model.Singular(first) != first || len(words) > 1 && model.Singular(words[1]) != words[1]
}

// stated reports whether the model says the same already.
func stated(m *model.Model, r notation.Reading) bool {
	if again := (notation.Clause{Reading: r}).Settled(m); again.Again != "" {
		return !again.Adds(m)
	}
	a, b := r.Statement.Ends[0].Ref.ID, r.Statement.Ends[1].Ref.ID
	if a == "" {
		return false
	}
	for _, attribute := range m.Children(a, model.Attribute) { // what it has is shown as an attribute
		if r.Statement.Verb == "has" && (b != "" && attribute.Type == b || model.NormalForm(attribute.Name) == model.NormalForm(r.Statement.Ends[1].Ref.Name)) {
			return true
		}
	}
	if b == "" {
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
