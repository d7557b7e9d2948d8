package notation

import "lexeon/core/model"

// relation is what a kind of relationship is in words: the statement that it can be
// written as, and the sentences that it is read aloud in.
type relation struct {
	// statement is nil for what cannot be written, and says false where this one cannot.
	statement func(m *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool)
	// read is nil for what is told in other places only.
	read func(m *model.Model, r *model.Relationship, name func(model.ID) string) []Sentence
}

// relations has every kind of relationship; a test holds it to that. It is filled when the
// program starts, since the sentences of one may speak of others.
var relations map[model.Kind]relation

func init() {
	relations = map[model.Kind]relation{
		model.Association:    {associationStatement, readAssociation},
		model.Generalization: {generalizationStatement, readGeneralization},
		model.Realization:    {lineStatement(FormRealization), readRealization},
		model.Dependency:     {dependencyStatement, readDependency},
		model.Usage:          {usageStatement, readUsage},
		model.Anchor:         {nil, readAnchor},
		model.Link:           {nil, readLink},
		model.DataFlow:       {flowStatement, readFlow},
		model.Participation:  {partStatement, readPart},
		model.Include:        {lineStatement(FormInclude), readInclude},
		model.Extend:         {extendStatement, readExtend},
		model.Within:         {nil, readWithin},
		model.Provides:       {offerStatement, readProvides},
		model.Requires:       {offerStatement, readRequires},
		model.Assembly:       {connectorStatement(FormAssembly), readAssembly},
		model.Delegation:     {connectorStatement(FormDelegation), readDelegation},
		model.Holds:          {holdsStatement, readHolds},
		model.Trace:          {}, // told where the sources of an element are listed
	}
}

// lineStatement is that of a line which has nothing but its two ends.
func lineStatement(form Form) func(*model.Model, *model.Relationship, func(model.ID) Ref) (Statement, bool) {
	return func(_ *model.Model, r *model.Relationship, ref func(model.ID) Ref) (Statement, bool) {
		return between(form, r, ref), true
	}
}

// between is a statement of a form about the two ends of a line.
func between(form Form, r *model.Relationship, ref func(model.ID) Ref) Statement {
	return Statement{Form: form, Ends: [2]StatementEnd{{Ref: ref(r.Source)}, {Ref: ref(r.Target)}}}
}
