package english

import (
	"slices"
	"strings"
)

// ValueKind is what kind of value a noun says, in the words of the library of primitive types. Empty: the noun does not tell.
type ValueKind string

const (
	TextValue     ValueKind = "Text"
	IntegerValue  ValueKind = "Integer"
	DecimalValue  ValueKind = "Decimal"
	MoneyValue    ValueKind = "Money"
	BooleanValue  ValueKind = "Boolean"
	DateValue     ValueKind = "Date"
	TimeValue     ValueKind = "Time"
	InstantValue  ValueKind = "Instant"
	DurationValue ValueKind = "Duration"
	IDValue       ValueKind = "Identifier"
	BinaryValue   ValueKind = "Binary"
)

// kinds have the nouns of each kind. A degree, a score, a status can be many things: they stand nowhere.
var kinds = map[ValueKind]map[string]bool{
	TextValue: Set(`name surname forename firstname lastname nickname title subtitle heading caption text comment note remark remarks description definition explanation
		summary abstract code key reference serial isbn issn iban bic sku barcode plate version revision colour color material flavour flavor taste smell format
		language currency unit gender sex nationality religion address place postcode zip phone telephone fax mobile email mail url website homepage username login
		password pin token secret signature checksum hash reason purpose goal motto slogan brand edition species variety breed initials salutation profession
		occupation street city town country region street label number`),
	IntegerValue:  Set("count quantity year age floor storey page index"),
	DecimalValue:  Set("weight mass length width depth breadth thickness diameter radius height area volume distance angle slope altitude elevation latitude longitude temperature pressure humidity moisture speed velocity frequency power voltage current resistance energy density concentration acidity percentage proportion ratio rate share average mean tolerance probability"),
	MoneyValue:    Set("price cost costs fee charge amount balance tax budget salary wage income rent deposit fare payment revenue turnover discount"),
	DateValue:     Set("date day birthday birthdate deadline expiry"),
	TimeValue:     Set("time"),
	InstantValue:  Set("timestamp moment instant"),
	DurationValue: Set("duration period"),
	IDValue:       Set("id uuid guid"),
	BinaryValue:   Set("photo photograph image picture scan logo attachment thumbnail"),
}

// KindOfValue tells what kind of value a name of several words in small letters says: by how it begins, as "is active" and "number
// of seats", by how it ends, as "created at", else by its head, the last noun or the one in front of "of".
func KindOfValue(words []string) ValueKind {
	n := len(words)
	if n == 0 {
		return ""
	}
	switch first := words[0]; {
	case n > 1 && (first == "is" || first == "has" || first == "can"):
		return BooleanValue
	case n > 2 && (first == "number" || first == "count") && words[1] == "of":
		return IntegerValue
	case n > 1 && (first == "max" || first == "min" || first == "maximum" || first == "minimum") && KindOfValue(words[1:]) == "" && strings.HasSuffix(words[n-1], "s"):
		return IntegerValue // max players
	}
	switch last := words[n-1]; {
	case n > 1 && last == "at" && PastBase(words[n-2], CanBeVerb) != "":
		return InstantValue
	case n > 1 && (last == "until" || last == "from" || last == "since"), n > 1 && last == "on" && PastBase(words[n-2], CanBeVerb) != "":
		return DateValue
	}
	head := words[n-1]
	if of := slices.Index(words, "of"); of > 0 {
		head = words[of-1]
	}
	for kind, nouns := range kinds {
		if nouns[head] {
			return kind
		}
	}
	return ""
}
