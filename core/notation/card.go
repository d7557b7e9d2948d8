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
// A single line that can only be a statement is one.
func ReadCards(m *model.Model, text string) ([]Card, error) {
	var out []Card
	var block []string
	flush := func() {
		if len(block) > 0 {
			out = append(out, readCard(m, block))
			block = nil
		}
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
	if len(block) == 1 && readsAsStatement(m, block[0]) {
		return Card{Statement: block[0]}
	}
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

// readsAsStatement tells a statement from a name of several words: it knows both
// elements, or says more than a verb between two names.
func readsAsStatement(m *model.Model, line string) bool {
	var c Card
	if c.name(line); len(strings.Fields(line)) < 3 || c.Kind != "" || c.Abstract {
		return false
	}
	readings, err := ReadStatement(m, line)
	if err != nil || len(readings) == 0 {
		return false
	}
	return len(readings[0].New) == 0 || readings[0].Statement.Form != FormAssociation || strings.ContainsAny(line, "0123456789*?")
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
			readings, err := ReadStatement(draft, c.Statement)
			if err != nil {
				return nil, nil, nil, err
			}
			list, ids, rel := StatementChanges(draft, readings[0], own)
			if err := take(list...); err != nil {
				return nil, nil, nil, err
			}
			for _, id := range ids {
				add(id)
			}
			if rel != "" {
				relationships = append(relationships, rel)
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
