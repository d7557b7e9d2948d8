package answer

import (
	"lexeon/core/lexicon"
	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/starter"
	"lexeon/core/view"
)

// Questions lists everything that can be asked of a model.
var Questions = append(views(), proposals()...)

func views() []Question {
	return []Question{
		shown("looseNames", "/loose-names", "Names of data that are no terms", func(_ *Desk, a *Asked) ([]lexicon.Loose, error) { return lexicon.LooseNames(a.Model), nil }),
		shown("terms", "/terms", "The lexicon", func(_ *Desk, a *Asked) ([]view.Term, error) { return view.Terms(a.Model) }),
		shown("termUses", "/terms/:term", "Where a term is used", func(_ *Desk, a *Asked) (view.TermUses, error) { return view.TermUsesOf(a.Model, a.id("term")) }),
		shown("entry", "/entries/:row", "The dictionary entry of an element or a relationship", func(_ *Desk, a *Asked) (view.Entry, error) {
			return view.EntryOf(a.Model, a.Revision, a.id("row"))
		}),
		shown("diagramEntry", "/diagrams/:diagram/entry", "What a diagram shows, asks and calls things", func(_ *Desk, a *Asked) (view.DiagramEntry, error) {
			return view.DiagramEntryOf(a.Model, a.id("diagram"))
		}),
		shown("sentences", "/diagrams/:diagram/sentences", "The relationships of a diagram, read back", func(_ *Desk, a *Asked) ([]view.Relation, error) {
			return view.Sentences(a.Model, a.id("diagram"))
		}),
		shown("drawing", "/diagrams/:diagram/drawing", "A diagram as it is drawn", func(d *Desk, a *Asked) (*scene.Scene, error) {
			if s := d.Drawer.Of(a.Model, a.id("diagram")); s != nil {
				return s, nil
			}
			return nil, model.Faultf(model.CodeMissing, "There is no such diagram any more.").At(a.id("diagram"), "")
		}),
		shown("tables", "/tables", "The tables that are derived from the classes", func(_ *Desk, a *Asked) (view.Tables, error) { return view.TablesOf(a.Model) }),
		shown("table", "/tables/:row", "A derived table, or the one that a reference belongs to", func(_ *Desk, a *Asked) (view.Table, error) {
			return view.TableOf(a.Model, a.id("row"))
		}),
		shown("inTables", "/in-tables/:row", "What tables hold of an element or a relationship, and what a deletion does", func(_ *Desk, a *Asked) (view.InTables, error) {
			return view.InTablesOf(a.Model, a.id("row")), nil
		}),
		shown("owed", "/diagrams/:diagram/owed", "What still waits at the edge of a level", func(_ *Desk, a *Asked) ([]view.Owed, error) {
			return view.OwedOf(a.Model, a.id("diagram"))
		}),
		shown("reworks", "/reworks/:row", "The reworks of a class or a relation, with what has to be chosen", func(d *Desk, a *Asked) (propose.ReworksReply, error) {
			return d.Propose.Reworks(a.Model, a.id("row"))
		}),
		shown("matrix", "/matrix", "What use cases and processes do with classes and components", func(_ *Desk, a *Asked) (view.Matrix, error) { return view.MatrixOf(a.Model) }),
		shown("matrixCell", "/matrix/:row/:column", "Where a mark of the matrix comes from", func(_ *Desk, a *Asked) ([]view.MatrixSource, error) {
			return view.MatrixCellOf(a.Model, a.id("row"), a.id("column"))
		}),
		shown("findTraced", "/trace", "What can be traced: what bears the words asked for, or what touches most", func(d *Desk, a *Asked) ([]view.Traced, error) {
			return d.webs.FindTraced(a.Model, a.Query.Get("find"))
		}, Parameter{Name: "find", About: "words of its name or its text"}),
		shown("trace", "/trace/:row", "What an element touches in all kinds of diagrams, forwards and back", func(d *Desk, a *Asked) (view.ElementTrace, error) {
			return d.webs.TraceOf(a.Model, a.id("row"))
		}),
		shown("components", "/components", "Who provides and who needs which interface, and what follows", func(_ *Desk, a *Asked) (view.Components, error) { return view.ComponentsOf(a.Model) }),
		shown("useCases", "/use-cases", "The use cases, and sets to begin from", func(_ *Desk, a *Asked) (view.UseCases, error) { return view.UseCasesOf(a.Model, a.Revision) }),
		shown("useCase", "/use-cases/:row", "A use case with its description", func(_ *Desk, a *Asked) (view.UseCase, error) { return view.UseCaseOf(a.Model, a.id("row")) }),
		shown("brief", "/brief", "The brief, with what stems from it", func(_ *Desk, a *Asked) (view.Brief, error) { return view.BriefOf(a.Model, a.Revision) }),
		shown("activities", "/activities", "The activity table, with what follows from it", func(_ *Desk, a *Asked) (view.Activities, error) {
			return view.ActivitiesOf(a.Model, a.Revision)
		}),
		shown("dictionary", "/dictionary", "The data dictionary", func(_ *Desk, a *Asked) (view.Dictionary, error) { return view.DictionaryOf(a.Model, a.Revision) }),
		shown("lineage", "/lineage", "The lineage of an item of data: its way through all levels", func(_ *Desk, a *Asked) (view.Lineage, error) { return view.LineageOf(a.Model, a.Query.Get("item")) },
			Parameter{Name: "item", About: "its name", Required: true}),
		shown("eventList", "/event-list", "What the outside does, and how the system answers", func(_ *Desk, a *Asked) (view.Events, error) { return view.EventsOf(a.Model, a.Revision) }),
		shown("pictureData", "/picture-data/:picture", "A picture that an element shows, as base64", func(_ *Desk, a *Asked) (PictureData, error) {
			if p := a.Model.Picture(a.id("picture")); p != nil {
				return PictureData{p.PNG}, nil
			}
			return PictureData{}, model.Faultf(model.CodeMissing, "There is no such picture.")
		}),
		shown("starters", "/starters", "General class models to begin from", func(*Desk, *Asked) ([]starter.Starter, error) { return starter.All, nil }),
	}
}

func proposals() []Question {
	return []Question{
		proposal("previewStatement", "/previews/statement", "How a text can be understood", (*propose.Proposer).Statement),
		proposal("previewSelection", "/previews/selection", "What words of the brief that are selected could become", (*propose.Proposer).Selection),
		proposal("previewFeatures", "/previews/features", "What a text of features would change", (*propose.Proposer).Features),
		proposal("previewNaming", "/previews/naming", "What a text in the place of a name would change", (*propose.Proposer).Naming),
		proposal("previewConnection", "/previews/connection", "How two elements can be connected", (*propose.Proposer).Connection),
		proposal("previewConstraint", "/previews/constraint", "How a constraint holds for lines of a diagram", (*propose.Proposer).Constraint),
		proposal("previewInside", "/previews/inside", "What opening a component into its inside would change", (*propose.Proposer).Inside),
		proposal("previewOffers", "/previews/offers", "What a component could provide and require by the classes it holds", (*propose.Proposer).Offers),
		proposal("previewSide", "/previews/side", "How a side of a line is led elsewhere", (*propose.Proposer).Side),
		proposal("previewDrop", "/previews/drop", "What letting go of moved shapes means", (*propose.Proposer).Drop),
		proposal("previewStarter", "/previews/starter", "What inserting a general class model would change", (*propose.Proposer).Starter),
		proposal("previewRework", "/previews/rework", "What a rework would take away and add", (*propose.Proposer).Rework),
		proposal("previewPlacement", "/previews/placement", "How an element is placed", (*propose.Proposer).Placement),
		proposal("previewTables", "/previews/tables", "How what stands on a diagram of tables is moved", (*propose.Proposer).Tables),
		proposal("previewArrangement", "/previews/arrangement", "How shapes are arranged", (*propose.Proposer).Arrangement),
		proposal("shared", "/previews/shared", "What several elements have in common, and what can be set for all of them", (*propose.Proposer).Shared),
		proposal("previewSeveral", "/previews/several", "What setting something for several elements at once would change", (*propose.Proposer).Several),
		proposal("previewCopy", "/previews/copy", "How placed elements are shown elsewhere or copied", (*propose.Proposer).Copy),
		proposal("previewCards", "/previews/cards", "What a pasted text would make", (*propose.Proposer).Cards),
		proposal("previewSteps", "/previews/steps", "What typing the steps of a use case would change", (*propose.Proposer).Steps),
		proposal("previewStepMove", "/previews/step-move", "What moving a step of a use case would change", (*propose.Proposer).StepMove),
		proposal("previewUseCaseSet", "/previews/use-case-set", "What inserting a set of use cases would change", (*propose.Proposer).UseCaseStarter),
		large(proposal("previewBrief", "/previews/brief", "What a new text of a section, or an uploaded one, would change", (*propose.Proposer).Brief)),
		proposal("previewActivity", "/previews/activity", "What writing into a row would change", (*propose.Proposer).Activity),
		{Method: "POST", Path: "/previews/table", Name: "previewTable", Summary: "What a pasted or uploaded table would add; changes nothing", Large: true,
			Query: []Parameter{{Name: "seed", About: "what ids derive from"}}, Body: Raw{}, BodyType: "text/csv", Answer: propose.ChangesReply{},
			Of: func(d *Desk, a *Asked) (any, error) { return d.Propose.Table(a.Model, a.Body, a.Query.Get("seed")) }},
		proposal("previewDerivation", "/previews/derivation", "What a diagram would show by the activity table, piece by piece", (*propose.Proposer).Derive),
		proposal("previewLevel", "/previews/level", "What opening, closing, moving, renumbering or taking up would change", (*propose.Proposer).Level),
		proposal("previewMerge", "/previews/merge", "What making one term of two would change", (*propose.Proposer).Merge),
		proposal("previewRename", "/previews/rename", "What renaming a term would change", (*propose.Proposer).Rename),
	}
}

// PictureData is a picture as the page draws it before the server has it.
type PictureData struct {
	PNG []byte `json:"png"`
}

// Raw says that a body is a file of some type and not JSON.
type Raw struct{}

func large(q Question) Question {
	q.Large = true
	return q
}

// Named finds a question by its name, nil if there is none.
func Named(name string) *Question {
	for i := range Questions {
		if Questions[i].Name == name {
			return &Questions[i]
		}
	}
	return nil
}
