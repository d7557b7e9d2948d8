package document

import "lexeon/core/generate"

// Target is the documentation in Markdown, with the drawings beside it.
var Target = &generate.Target{
	Name: "markdown", Title: "Documentation", Group: "Texts", Download: "Download documentation", Notes: "Left out",
	Make: func(o *generate.Order) (generate.Output, error) { return Markdown(o.Model, o.Draw) },
}
