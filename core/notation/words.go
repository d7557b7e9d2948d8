package notation

import (
	"strconv"

	"lexeon/core/model"
)

var numberWords = []string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"}

func numberWord(n int) string {
	if n >= 0 && n < len(numberWords) {
		return numberWords[n]
	}
	return strconv.Itoa(n)
}

// MultiplicityWords says a multiplicity in words; what is absent or undecided is
// said to be so, never taken for one.
func MultiplicityWords(m model.Multiplicity) string {
	switch {
	case m.State == model.Undecided:
		return "an undecided number of"
	case m.State == model.Absent:
		return "(not stated)"
	case m.Upper == model.Many && m.Lower == 0:
		return "any number of"
	case m.Upper == model.Many:
		return numberWord(m.Lower) + " or more"
	case m.Upper == 0 && m.Lower == 0:
		return "no"
	case m.Lower == m.Upper:
		return "exactly " + numberWord(m.Lower)
	case m.Lower == 0:
		return "at most " + numberWord(m.Upper)
	}
	return numberWord(m.Lower) + " to " + numberWord(m.Upper)
}

// undecidedWords stand in a sentence in the place of a multiplicity that is not decided.
const undecidedWords = "it is not decided how many"

// Choice is a multiplicity that is offered where one can be chosen.
type Choice struct {
	Value string `json:"value"`
	Words string `json:"words"`
}

// MultiplicityChoices lists the usual multiplicities, and the current one where
// it is none of them.
func MultiplicityChoices(current model.Multiplicity) []Choice {
	values := []string{"1", "0..1", "1..*", "0..*", "?"}
	if c := current.String(); c != "" {
		found := false
		for _, v := range values {
			found = found || v == c
		}
		if !found {
			values = append([]string{c}, values...)
		}
	}
	out := make([]Choice, len(values))
	for i, v := range values {
		m, _ := model.ParseMultiplicity(v) // the values above all parse
		out[i] = Choice{v, MultiplicityWords(m)}
	}
	out[len(out)-1].Words = "not decided yet"
	if current.State == model.Undecided { // it stands in its sentence
		out[len(out)-1].Words = undecidedWords
	}
	return out
}
