package notation

import (
	"slices"
	"strconv"
	"strings"

	"lexeon/core/model"
)

// Card is a classifier as text: its name, perhaps with a kind, "abstract" and
// stereotypes before it, and its features on the lines below.
type Card struct {
	Kind        model.Kind
	Abstract    bool
	Stereotypes []string
	Name        string
	Features    string
	Statement   string // instead of all that: a statement on a line of its own
}

// MaxCards is how many cards are read from one text.
const MaxCards = 200

// ReadCards reads cards with blank lines between. A card is, one below the other:
//
//	«entity»                      stereotypes, or on the line of the name
//	abstract class HoneyLot       kind and "abstract" may be left out
//	- mass: Decimal               features, as anywhere else
//
// Lines that can only be statements are statements: in the strict form, or sentences as people
// write them, several in a line as well.
func ReadCards(m *model.Model, text string) ([]Card, error) {
	var out []Card
	var block []string
	flush := func() {
		if len(block) == 0 {
			return
		}
		if said := statementsOf(m, block); said != nil {
			out = append(out, said...)
		} else {
			out = append(out, readCard(m, block))
		}
		block = nil
	}
	for line := range strings.SplitSeq(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		if strings.TrimSpace(line) == "" {
			flush()
			continue
		}
		block = append(block, strings.TrimSpace(line))
	}
	flush()
	if len(out) == 0 {
		return nil, model.Faultf(model.CodeSyntax, "There is no text to read: a card is a name, and features on the lines below it.")
	}
	if len(out) > MaxCards {
		return nil, model.Faultf(model.CodeTooLarge, "The text has %d cards: at most %d are read at once.", len(out), MaxCards)
	}
	return out, nil
}

func readCard(m *model.Model, block []string) Card {
	c := Card{Kind: model.Class}
	for len(block) > 0 {
		words, rest := leadingStereotypes(block[0])
		c.Stereotypes = append(c.Stereotypes, words...)
		if block[0] = rest; rest != "" {
			break
		}
		block = block[1:]
	}
	if len(block) > 0 {
		c.name(block[0])
		c.Features = strings.Join(block[1:], "\n")
	}
	// The keyword of a kind may be written as a stereotype.
	c.Stereotypes = slices.DeleteFunc(c.Stereotypes, func(s string) bool {
		kind := model.Kind(s)
		if kind.IsClassifier() {
			c.Kind = kind
		}
		return kind.IsClassifier()
	})
	return c
}

// statementsOf are the statements of a block of which every sentence is one; nil where it is a card.
func statementsOf(m *model.Model, block []string) (out []Card) {
	for _, line := range block {
		for _, sentence := range sentencesIn(line) {
			if !readsAsStatement(m, sentence) {
				return nil
			}
			out = append(out, Card{Statement: sentence})
		}
	}
	return out
}

// sentencesIn are the sentences of a line: a new one begins with a capital letter behind a full
// stop.
func sentencesIn(line string) []string {
	var out []string
	start := 0
	for i := 0; i+2 < len(line); i++ {
		if line[i] == '.' && line[i+1] == ' ' && line[i+2] >= 'A' && line[i+2] <= 'Z' {
			out = append(out, strings.TrimSpace(line[start:i+1]))
			start = i + 2
		}
	}
	return append(out, strings.TrimSpace(line[start:]))
}

// readsAsStatement tells a statement from a name of several words: it knows both
// elements, or says more than a verb between two names, or is a sentence with an article.
func readsAsStatement(m *model.Model, line string) bool {
	var c Card
	words := strings.Fields(line)
	stereotypes, _ := leadingStereotypes(line)
	if c.name(line); len(words) < 3 || c.Kind != "" || c.Abstract || len(stereotypes) > 0 {
		return false
	}
	ways, err := Understand(m, line, Scope{})
	if err != nil {
		return false
	}
	clauses := ways[0].Clauses
	if len(clauses) > 1 || clauses[0].Features != nil || articles[strings.ToLower(words[0])] {
		return true
	}
	return len(clauses[0].New) == 0 || clauses[0].Statement.Form != FormAssociation || strings.ContainsAny(line, "0123456789*?")
}

// leadingStereotypes takes "«a, b»" or "<<a>>" off the front of a line.
func leadingStereotypes(line string) (words []string, rest string) {
	for _, marks := range [][2]string{{"«", "»"}, {"<<", ">>"}} {
		inner, ok := strings.CutPrefix(line, marks[0])
		if !ok {
			continue
		}
		list, rest, ok := strings.Cut(inner, marks[1])
		if !ok {
			continue
		}
		for w := range strings.SplitSeq(list, ",") {
			if w = strings.TrimSpace(w); w != "" {
				words = append(words, w)
			}
		}
		return words, strings.TrimSpace(rest)
	}
	return nil, line
}

// cardKinds are the kinds of classifiers, by the words that stand for them.
var cardKinds = func() map[string]model.Kind {
	out := map[string]model.Kind{}
	for _, k := range model.ClassifierKinds() {
		out[strings.ToLower(string(k))] = k
	}
	return out
}()

// name reads "abstract class Name", with both words optional.
func (c *Card) name(line string) {
	words := strings.Fields(line)
	if len(words) > 1 && strings.EqualFold(words[0], "abstract") {
		c.Abstract, words = true, words[1:]
	}
	if len(words) > 1 {
		if kind, ok := cardKinds[strings.ToLower(words[0])]; ok {
			c.Kind, words = kind, words[1:]
		}
	}
	if len(words) > 2 && strings.EqualFold(words[0], "data") && strings.EqualFold(words[1], "type") {
		c.Kind, words = model.DataType, words[2:]
	}
	c.Name = strings.Join(words, " ")
}

// CardChanges gives the changes that make the cards, which elements they are
// about and which relationships they make. A classifier that exists under a
// card's name is used; features that it lacks are added to it.
func CardChanges(m *model.Model, cards []Card, seed string) (changes []model.Change, elements, relationships []model.ID, err error) {
	draft := m
	take := func(list ...model.Change) error {
		next, _, _, err := model.Edit(draft, list)
		if err != nil {
			return err
		}
		draft = next
		changes = append(changes, list...)
		return nil
	}
	add := func(id model.ID) {
		if !slices.Contains(elements, id) {
			elements = append(elements, id)
		}
	}
	for i, c := range cards {
		own := seed + "-" + strconv.Itoa(i)
		if c.Statement != "" {
			ways, err := Understand(draft, c.Statement, Scope{})
			if err != nil {
				return nil, nil, nil, err
			}
			for k, clause := range ways[0].Clauses {
				of := clause.Settled(draft).ChangesOf(draft, own+strings.Repeat("+", k))
				if err := take(of.Changes...); err != nil {
					return nil, nil, nil, err
				}
				for _, id := range of.Elements {
					add(id)
				}
				if of.Relationship != "" {
					relationships = append(relationships, of.Relationship)
				}
			}
			continue
		}
		var id model.ID
		if found := draft.ClassifiersNamed(c.Name); len(found) > 0 && c.Name != "" {
			id = found[0].ID
		} else {
			id = model.DeriveID("card", own)
			if err := take(&model.AddElement{ID: id, Kind: c.Kind, Name: c.Name}); err != nil {
				return nil, nil, nil, err
			}
			if c.Abstract || len(c.Stereotypes) > 0 {
				if err := take(&model.SetClassifier{ID: id, Set: model.P("abstract", c.Abstract, "stereotypes", c.Stereotypes)}); err != nil {
					return nil, nil, nil, err
				}
			}
		}
		add(id)
		e := draft.Element(id)
		if err := take(EditFeatures(draft, e, withNewLines(FeatureText(draft, e), c.Features), own)...); err != nil {
			return nil, nil, nil, err
		}
	}
	return changes, elements, relationships, nil
}

// withNewLines adds the lines that a text does not hold yet; what stands twice among
// them is meant twice, or a rule tells it.
func withNewLines(text, more string) string {
	had := strings.Split(text, "\n")
	lines := slices.Clone(had)
	for line := range strings.SplitSeq(more, "\n") {
		if !slices.ContainsFunc(had, func(l string) bool { return strings.TrimSpace(l) == strings.TrimSpace(line) }) {
			lines = append(lines, line)
		}
	}
	return strings.TrimSpace(strings.Join(lines, "\n"))
}
