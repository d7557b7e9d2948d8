package check

import (
	"slices"
	"strings"

	"lexeon/core/dataflow"
	"lexeon/core/model"
	"lexeon/core/specification"
)

// eachSpecification is a rule on the problems of one kind in the specification of
// a process.
func eachSpecification(kind string) Scope {
	return eachProcess(func(p *Pass, e *model.Element) {
		var texts []string
		for _, problem := range specification.Of(e.Process()) {
			if problem.Kind == kind {
				texts = append(texts, problem.Text)
			}
		}
		if len(texts) > 0 {
			p.Report(Finding{Subject: e.ID, says: say("%s: %s", dataflow.Label(p.Model, e.ID), strings.Join(texts, " "))})
		}
	})
}

var specificationIncomplete = &Analyzer{
	Name: "specification/incomplete", Title: "A decision table leaves cases open", Severity: Warning,
	Doc:    "For some combination of answers no rule says what is done. Whoever does the work will meet that case.",
	Source: "DeMarco 1978, ch. 14: decision tables are complete by construction.",
	Finds:  "Moisture low and high decided, middle forgotten.",
	Leaves: "A rule with - where a condition does not matter.",
	Scope:  eachSpecification("incomplete"),
}

var specificationContradiction = &Analyzer{
	Name: "specification/contradiction", Title: "Two rules of a decision table contradict each other", Severity: Error,
	Doc:    "Two rules fit the same combination of answers and say different things.",
	Source: "DeMarco 1978, ch. 14: decision tables.",
	Finds:  "Rule 1 rejects what has residues, rule 2 accepts what is dry, and a lot is both.",
	Leaves: "Two rules that fit one case and do the same.",
	Scope:  eachSpecification("contradiction"),
}

var specificationStructure = &Analyzer{
	Name: "specification/structure", Title: "A specification is not well built", Severity: Warning,
	Doc:    "Structured text begins a block with if, for each, while or until, and indents what belongs to it; otherwise follows an if. Where that is broken, readers take it in different ways.",
	Source: "DeMarco 1978, ch. 13: structured English.",
	Finds:  "otherwise without an if before it",
	Leaves: "if it is moist, reject it",
	Scope:  eachSpecification("structure"),
}

var specificationOutput = &Analyzer{
	Name: "specification/output", Title: "A specification forgets an output", Severity: Advice,
	Doc:    "The process puts out data that its specification does not speak of, so nobody knows how they are made.",
	Source: "DeMarco 1978, ch. 12: a specification tells how outputs are made of inputs.",
	Finds:  "Enter lot puts out intake receipt, and its text speaks only of the lot entry.",
	Leaves: "intake receipts in the text, intake receipt on the flow; a process without a specification.",
	Scope: eachProcess(func(p *Pass, e *model.Element) {
		d := e.Process()
		if strings.TrimSpace(d.Specification) == "" && d.Decision == nil {
			return
		}
		names := slices.DeleteFunc(specification.Unmentioned(p.Model, e), func(name string) bool { return p.inEnglish() && isVerbPhrase(name) }) // that is another rule's business
		if len(names) > 0 {
			p.Report(Finding{Subject: e.ID, says: say("%s: the specification does not say how %s is made.", dataflow.Label(p.Model, e.ID), joinSorted(names))})
		}
	}),
}
