package propose

import (
	"encoding/json"
	"strings"

	"lexeon/core/brief"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// SelectionRequest asks what words that somebody selected in the brief could become.
type SelectionRequest struct {
	Sentence model.ID `json:"sentence"`
	Text     string   `json:"text"`
	Seed     string   `json:"seed"`
}

// SelectionReply lists it: a term, of which kinds, and statements.
type SelectionReply struct {
	Name       string          `json:"name"`
	Kinds      []SelectedKind  `json:"kinds"`
	Statements []SelectedTexts `json:"statements"`
}

// SelectedKind is a kind that the words could be the name of.
type SelectedKind struct {
	Kind    model.Kind      `json:"kind"`
	Title   string          `json:"title"`
	Digit   int             `json:"digit"` // the key that takes it
	Name    string          `json:"name"`
	Changes json.RawMessage `json:"changes"`
}

// SelectedTexts is a statement that the words say.
type SelectedTexts struct {
	Text    string          `json:"text"`
	Changes json.RawMessage `json:"changes"`
}

// maxSelected is how many words may become the name of a term.
const maxSelected = 6

// Selection tells what words of a sentence could become: a term of the lexicon, or a relation
// between two. Nothing is changed.
func (pr *Proposer) Selection(m *model.Model, req SelectionRequest) (SelectionReply, error) {
	e := m.Element(req.Sentence)
	if e == nil || e.Kind != model.Sentence {
		return SelectionReply{}, model.Faultf(model.CodeMissing, "The brief does not say that any more.").At(req.Sentence, "")
	}
	out := SelectionReply{Kinds: []SelectedKind{}, Statements: []SelectedTexts{}}
	for _, c := range notation.ReadClauses(m, req.Text, notation.Scope{}) {
		text := c.Text(m)
		if changes, ok := brief.ProposalChanges(m, text, req.Sentence); ok {
			out.Statements = append(out.Statements, SelectedTexts{text, model.EncodeChanges(changes)})
		}
	}
	name := brief.TermOf(req.Text)
	if name == "" || len(strings.Fields(name)) > maxSelected {
		return out, nil
	}
	out.Name = name
	candidate := &brief.Candidate{Key: "noun " + model.NormalForm(name), Word: brief.Noun, Name: name, Sentences: naming(m, req.Sentence, req.Text)}
	for _, kind := range brief.NounKinds {
		owner := model.ID("")
		if kind == model.Attribute {
			if owner = ownerIn(m, req.Sentence); owner == "" {
				continue
			}
		}
		changes, _, err := brief.AcceptChanges(m, candidate, kind, owner, req.Seed)
		if err != nil {
			continue
		}
		title := kind.Title()
		if owner != "" {
			title += " of " + m.Element(owner).Name
		}
		out.Kinds = append(out.Kinds, SelectedKind{kind, title, brief.Digit(kind), brief.NameAs(name, kind), model.EncodeChanges(changes)})
	}
	return out, nil
}

// naming lists the sentences in which the words stand, the given one first.
func naming(m *model.Model, sentence model.ID, text string) []model.ID {
	out := []model.ID{sentence}
	words := strings.ToLower(strings.TrimSpace(text))
	for _, s := range brief.Sentences(m) {
		if s.ID != sentence && s.Number > 0 && strings.Contains(strings.ToLower(s.Sentence().Text), words) {
			out = append(out, s.ID)
		}
	}
	return out
}

// ownerIn is the first classifier that stems from a sentence.
func ownerIn(m *model.Model, sentence model.ID) model.ID {
	for _, t := range m.TracesTo(sentence) {
		if e := m.Element(t.Source); e != nil && e.Kind.IsClassifier() {
			return e.ID
		}
	}
	return ""
}
