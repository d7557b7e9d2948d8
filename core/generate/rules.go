package generate

// Rules that speak of what code makes of a model: of languages whose classes extend one other, and of all languages.
var (
	RulesOfOneGeneral = append([]string{"target/multiple-general"}, RulesOfCode...)
	RulesOfCode       = []string{"target/overload", "target/name", "target/type", "class/type-unknown"}
)
