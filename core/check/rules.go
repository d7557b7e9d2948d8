package check

// All lists every rule. A newcomer adds one in a file of its own and lists it
// here; its examples go to testdata.
var All = []*Analyzer{
	nameDuplicate,
	nameMissing,
	featureUnread,
	multiplicityMissing,
	multiplicityUndecided,
	multiplicityRange,
	unnamedAssociation,
	duplicateFeature,
	typeUnknown,
	inheritanceCycle,
}

// ByName finds a rule.
func ByName(name string) *Analyzer {
	for _, a := range All {
		if a.Name == name {
			return a
		}
	}
	return nil
}
