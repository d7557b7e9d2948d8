package notation

import "lexeon/core/model"

// form is what a form of statement is: all that hangs on it stands side by side. How it is
// read from words is said by its family, since one sentence is tried as several forms at
// once.
type form struct {
	name Form
	// grammar are its rules of the strict grammar, as ParseStatement reads them.
	grammar []string
	// family reads the form, together with those that it may be taken for.
	family family
	// print writes the strict statement.
	print func(m *model.Model, s Statement) string
	// make says with which changes it becomes true.
	make func(k *making)
}

// family is a group of forms that one function reads: what is said of classes, of
// components, of data flows, of use cases.
type family string

const (
	ofClasses    family = "classes"
	ofComponents family = "components"
	ofFlows      family = "flows"
	ofCases      family = "cases"
)

// families are the functions that read them. Each tells the ways to read all that is said.
var families = map[family]func(p *parser, keep func(s Statement, end, cost int)){
	ofClasses:    (*parser).classStatements,
	ofComponents: (*parser).componentStatements,
	ofFlows:      (*parser).flowStatements,
	ofCases:      (*parser).caseStatements,
}

// forms are all forms of statements; a test holds them to the constants, to the grammar in
// the documentation, and printing to reading. It is filled when the program starts, since
// the printer of a form may speak of others.
var forms map[Form]form

func init() {
	forms = map[Form]form{}
	for _, f := range []form{
		{FormAssociation, []string{`assoc  = end verb end [ "through" ref ] .`}, ofClasses, printAssociation, makeAssociation},
		{FormWhole, []string{`whole  = end ( "is made of" | "brings together" ) end [ "named" verb ] [ "through" ref ] .`}, ofClasses, printWhole, makeWhole},
		{FormGeneralization, []string{`gen    = ref "is a kind of" ref [ "in" name [ set ] ] .`}, ofClasses, printGeneralization, makeGeneralization},
		{FormRealization, []string{`real   = ref "realizes" ref .`}, ofClasses, printRealization, makeLine(model.Realization)},
		{FormDependency, []string{`dep    = ref ( "uses" | "depends on" ) ref [ "as" name ] .`}, ofClasses, printDependency, makeDependency},
		{FormSend, []string{`send   = ref "sends" ref [ "by" name ] .`}, ofClasses, printSend, makeSend},
		{FormFlow, []string{`flow   = place "sends" name "to" place .`, `place  = ref | "the frame" .`}, ofFlows, printFlow, makeFlow},
		{FormWrite, []string{`write  = ref "writes" [ name ] "to" ref .`}, ofFlows, printFlow, makeFlow},
		{FormRead, []string{`read   = ref "reads" [ name ] "from" ref .`}, ofFlows, printFlow, makeRead},
		{FormPart, []string{`part   = ref ( "starts" | "supports" | "takes part in" ) ref .`}, ofCases, printPart, makePart},
		{FormInclude, []string{`incl   = ref "includes" ref .`}, ofCases, printInclude, makeLine(model.Include)},
		{FormExtend, []string{`ext    = ref "extends" ref [ "at" name { "," name } ] [ "when" quoted ] .`}, ofCases, printExtend, makeExtend},
		{FormInterface, []string{`iface  = comp [ "at" name ] ( "provides" | "requires" ) ref .`}, ofComponents, printComponent, makeComponentLine},
		{FormAssembly, []string{`asm    = comp [ "at" name ] "gets" ref "from" comp [ "at" name ] .`}, ofComponents, printComponent, makeComponentLine},
		{FormDelegation, []string{`deleg  = comp "at" name "passes" ref "to" comp [ "at" name ] .`}, ofComponents, printComponent, makeComponentLine},
		{FormHolds, []string{`holds  = comp "holds" ref .`, `comp   = ref | ref "::" name .`}, ofComponents, printComponent, makeHolds},
	} {
		forms[f.name] = f
	}
}
