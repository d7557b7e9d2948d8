package notation

import (
	"strings"

	"lexeon/core/model"
)

// SplitName reads a name in front of which stereotypes may stand, as they are drawn: «resource»
// Timber stock, or with the signs of a keyboard, <<resource>> Timber stock. Of a text without
// them it gives the text, untouched.
func SplitName(text string) (stereotypes []string, name string) {
	rest := strings.TrimSpace(text)
	for {
		open, shut := "«", "»"
		if strings.HasPrefix(rest, "<<") {
			open, shut = "<<", ">>"
		}
		inside, after, closed := strings.Cut(strings.TrimPrefix(rest, open), shut)
		if !strings.HasPrefix(rest, open) || !closed {
			break
		}
		for s := range strings.SplitSeq(inside, ",") {
			if s = strings.TrimSpace(s); s != "" {
				stereotypes = append(stereotypes, s)
			}
		}
		rest = strings.TrimSpace(after)
	}
	if stereotypes == nil {
		return nil, text
	}
	return stereotypes, rest
}

// StereotypeChanges gives an element stereotypes; none where its kind has none.
func StereotypeChanges(kind model.Kind, id model.ID, stereotypes []string) []model.Change {
	switch set := model.P("stereotypes", stereotypes); {
	case len(stereotypes) == 0:
		return nil
	case kind.IsClassifier():
		return []model.Change{&model.SetClassifier{ID: id, Set: set}}
	case kind == model.Component:
		return []model.Change{&model.SetElement{ID: id, Set: set}}
	}
	return nil
}

// TakesStereotypes reports whether elements of a kind can have stereotypes.
func TakesStereotypes(kind model.Kind) bool { return kind.IsClassifier() || kind == model.Component }
