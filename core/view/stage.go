package view

import "lexeon/core/model"

// StageOf is where the elements of a kind are seen that stand on no diagram.
var StageOf = map[model.Kind]string{model.Section: "brief", model.Sentence: "brief", model.Activity: "activities", model.DataItem: "dictionary", model.Event: "events", model.UseCase: "use-cases"}
