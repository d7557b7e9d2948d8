package model

import (
	"encoding/json"
	"strconv"
	"strings"
)

// Many is the unlimited upper bound, written '*'.
const Many = -1

const maxBound = 1_000_000_000

// MultiplicityState tells the three states apart. From an absent multiplicity
// nothing may be concluded; an undecided one is a question that is being asked.
type MultiplicityState uint8

const (
	Absent MultiplicityState = iota
	Undecided
	Decided
)

// Multiplicity is a range lower..upper, undecided, or absent (the zero value).
// A range may be contradictory (5..2): a rule finds that, the model keeps it.
type Multiplicity struct {
	State        MultiplicityState
	Lower, Upper int // Upper may be Many
}

// Range makes a decided multiplicity.
func Range(lower, upper int) Multiplicity {
	return Multiplicity{State: Decided, Lower: lower, Upper: upper}
}

// ParseMultiplicity reads "", "?", "*", "3", "0..1", "1..*". Blanks are
// ignored.
func ParseMultiplicity(text string) (Multiplicity, error) {
	s := strings.TrimSpace(text)
	switch s {
	case "":
		return Multiplicity{}, nil
	case "?":
		return Multiplicity{State: Undecided}, nil
	case "*":
		return Range(0, Many), nil
	}
	low, high, isRange := strings.Cut(s, "..")
	lower, ok := parseBound(low)
	if !ok || lower == Many {
		return Multiplicity{}, multiplicityFault(text)
	}
	if !isRange {
		return Range(lower, lower), nil
	}
	upper, ok := parseBound(high)
	if !ok {
		return Multiplicity{}, multiplicityFault(text)
	}
	return Range(lower, upper), nil
}

func parseBound(s string) (int, bool) {
	s = strings.TrimSpace(s)
	if s == "*" {
		return Many, true
	}
	if s == "" || strings.Trim(s, "0123456789") != "" {
		return 0, false
	}
	n, err := strconv.Atoi(s)
	return n, err == nil && n <= maxBound
}

func multiplicityFault(text string) *Fault {
	return Faultf(CodeSyntax, "%q is not a multiplicity: write 1, 0..1, 0..*, 1..*, a range such as 2..5, or ? where it is not decided", text)
}

// String writes the multiplicity in UML notation; an absent one is empty.
func (m Multiplicity) String() string {
	switch {
	case m.State == Absent:
		return ""
	case m.State == Undecided:
		return "?"
	case m.Lower == 0 && m.Upper == Many:
		return "0..*"
	case m.Lower == m.Upper:
		return strconv.Itoa(m.Lower)
	case m.Upper == Many:
		return strconv.Itoa(m.Lower) + "..*"
	}
	return strconv.Itoa(m.Lower) + ".." + strconv.Itoa(m.Upper)
}

// Bounds are the bounds that may be relied upon: 0..* unless it is decided.
func (m Multiplicity) Bounds() (lower, upper int) {
	if m.State != Decided {
		return 0, Many
	}
	return m.Lower, m.Upper
}

// IsMany reports whether more than one may be there; undecided and absent
// count as many, since nothing forbids it.
func (m Multiplicity) IsMany() bool {
	_, upper := m.Bounds()
	return upper == Many || upper > 1
}

func (m Multiplicity) MarshalJSON() ([]byte, error) { return json.Marshal(m.String()) }

func (m *Multiplicity) UnmarshalJSON(b []byte) error {
	var s string
	if err := json.Unmarshal(b, &s); err != nil {
		return err
	}
	v, err := ParseMultiplicity(s)
	if err != nil {
		return err
	}
	*m = v
	return nil
}
