package server

import (
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"lexeon/core/generate"
	"lexeon/core/model"
	"lexeon/core/rework"
	"lexeon/core/starter"
	"lexeon/store"
)

// endpoint is one address of the JSON interface. Routes and the description in
// OpenAPI are made from the same table.
type endpoint struct {
	method, path string
	name         string // unique; the operationId
	summary      string
	query        []queryParam
	body         any    // an example of its type; nil: none
	bodyType     string // other than JSON
	answer       any    // an example of its type; nil: nothing
	answerType   string // other than JSON
	status       int    // 0: 200
	large        bool   // takes a large body
	handle       echo.HandlerFunc
}

type queryParam struct {
	name, about string
	required    bool
	many        bool
}

// raw says that the body is a file of some type and not JSON.
type raw struct{}

func (s *Server) endpoints() []endpoint {
	const p = "/projects/:project"
	return []endpoint{
		{method: "GET", path: "/health", name: "health", summary: "Whether server and database answer", answer: healthReply{}, handle: s.health},
		{method: "GET", path: "/openapi.json", name: "openapi", summary: "This description", answer: map[string]any{}, handle: s.openAPI},
		{method: "GET", path: "/rules", name: "rules", summary: "The rules by which models are checked", answer: []ruleView{}, handle: s.rules},
		{method: "GET", path: "/starters", name: "starters", summary: "General class models to begin from", answer: []starter.Starter{}, handle: s.starters},
		{method: "GET", path: "/events", name: "events", summary: "A stream of events: revisions as they come, and who is there",
			query: []queryParam{{name: "project", about: "ids of the projects to hear of", required: true, many: true}}, answer: raw{}, answerType: "text/event-stream", handle: s.events},
		{method: "GET", path: "/projects", name: "listProjects", summary: "All projects, the last changed first", answer: []store.Project{}, handle: s.listProjects},
		{method: "POST", path: "/projects", name: "createProject", summary: "Make an empty project", body: projectRequest{}, answer: idReply{}, status: 201, handle: s.createProject},
		{method: "POST", path: "/import", name: "importProject", summary: "Make a project of a model file", large: true,
			query: []queryParam{{name: "id", about: "the id of the new project", required: true}}, body: raw{}, bodyType: "application/json", answer: idReply{}, status: 201, handle: s.importProject},
		{method: "GET", path: p, name: "overview", summary: "A project with its diagrams and figures",
			query: []queryParam{{name: "author", about: "whose undo and redo to name"}}, answer: overviewView{}, handle: s.overview},
		{method: "DELETE", path: p, name: "deleteProject", summary: "Delete a project with its history", status: 204, handle: s.deleteProject},
		{method: "GET", path: p + "/terms", name: "terms", summary: "The lexicon", answer: []termView{}, handle: s.terms},
		{method: "GET", path: p + "/findings", name: "findings", summary: "What the rules find", answer: []FindingView{}, handle: s.findings},
		{method: "GET", path: p + "/history", name: "history", summary: "The newest changes", answer: []store.Entry{}, handle: s.history},
		{method: "GET", path: p + "/file", name: "file", summary: "The project as a model file", answer: raw{}, answerType: "application/json", handle: s.exportFile},
		{method: "GET", path: p + "/entries/:row", name: "entry", summary: "The dictionary entry of an element or a relationship", answer: entryView{}, handle: s.entry},
		{method: "GET", path: p + "/pictures/:picture", name: "picture", summary: "A picture that an element shows", answer: raw{}, answerType: "image/png", handle: s.picture},
		{method: "GET", path: p + "/diagrams/:diagram/scene", name: "scene", summary: "The drawing of a diagram",
			query: []queryParam{{name: "since", about: "the revision of the drawing one has: only what looks different is answered"}}, answer: ScenePatch{}, handle: s.scene},
		{method: "GET", path: p + "/diagrams/:diagram/svg", name: "svg", summary: "The drawing as SVG", answer: raw{}, answerType: "image/svg+xml", handle: s.svg},
		{method: "GET", path: p + "/diagrams/:diagram/png", name: "png", summary: "The drawing as PNG",
			query: []queryParam{{name: "scale", about: "1 to 4 pixels for each of the drawing"}}, answer: raw{}, answerType: "image/png", handle: s.png},
		{method: "GET", path: p + "/diagrams/:diagram/pdf", name: "pdf", summary: "The drawing as PDF", answer: raw{}, answerType: "application/pdf", handle: s.pdf},
		{method: "GET", path: p + "/diagrams/:diagram/sentences", name: "sentences", summary: "The relationships of a diagram, read back", answer: []RelationView{}, handle: s.sentences},
		{method: "POST", path: p + "/presence", name: "presence", summary: "Tell where a window is", body: presenceRequest{}, status: 204, handle: s.presence},
		{method: "POST", path: p + "/changes", name: "change", summary: "Apply changes, all or none", body: changeRequest{}, answer: changeReply{}, handle: s.change},
		{method: "POST", path: p + "/undo", name: "undo", summary: "Take back one's own last change", body: changeRequest{}, answer: changeReply{}, handle: s.undo},
		{method: "POST", path: p + "/redo", name: "redo", summary: "Take back one's own last undo", body: changeRequest{}, answer: changeReply{}, handle: s.redo},
		{method: "POST", path: p + "/read/statement", name: "readStatement", summary: "How a text can be understood; changes nothing", body: statementRequest{}, answer: statementReply{}, handle: s.readStatement},
		{method: "POST", path: p + "/read/features", name: "readFeatures", summary: "What a text of features would change; changes nothing", body: featuresRequest{}, answer: featuresReply{}, handle: s.readFeatures},
		{method: "POST", path: p + "/read/connection", name: "readConnection", summary: "How two elements can be connected; changes nothing", body: connectionRequest{}, answer: []readingView{}, handle: s.readConnection},
		{method: "POST", path: p + "/read/constraint", name: "readConstraint", summary: "How a constraint holds for lines of a diagram; changes nothing", body: constraintRequest{}, answer: constraintReply{}, handle: s.readConstraint},
		{method: "POST", path: p + "/read/inside", name: "readInside", summary: "What opening a component into its inside would change; changes nothing", body: insideRequest{}, answer: insideReply{}, handle: s.readInside},
		{method: "POST", path: p + "/read/offers", name: "readOffers", summary: "What a component could provide and require by the classes it holds; changes nothing", body: proposalsRequest{}, answer: []readingView{}, handle: s.readProposals},
		{method: "POST", path: p + "/read/side", name: "readSide", summary: "How a side of a line is led elsewhere; changes nothing", body: sideRequest{}, answer: sideReply{}, handle: s.readSide},
		{method: "POST", path: p + "/read/starter", name: "readStarter", summary: "What inserting a general class model would change; changes nothing", body: starterRequest{}, answer: changesReply{}, handle: s.readStarter},
		{method: "GET", path: p + "/reworks/:row", name: "reworks", summary: "The reworks of a class or a relation, with what has to be chosen", answer: offersReply{}, handle: s.reworks},
		{method: "POST", path: p + "/read/rework", name: "readRework", summary: "What a rework would take away and add; changes nothing", body: rework.Request{}, answer: reworkReply{}, handle: s.readRework},
		{method: "POST", path: p + "/read/placement", name: "readPlacement", summary: "How an element is placed; changes nothing", body: placementRequest{}, answer: placementReply{}, handle: s.readPlacement},
		{method: "POST", path: p + "/read/arrangement", name: "readArrangement", summary: "How shapes are arranged; changes nothing", body: arrangementRequest{}, answer: changesReply{}, handle: s.readArrangement},
		{method: "POST", path: p + "/read/copy", name: "readCopy", summary: "How placed elements are shown elsewhere or copied; changes nothing", body: copyRequest{}, answer: changesReply{}, handle: s.readCopy},
		{method: "POST", path: p + "/read/cards", name: "readCards", summary: "What a pasted text would make; changes nothing", body: cardsRequest{}, answer: changesReply{}, handle: s.readCards},
		{method: "GET", path: p + "/matrix", name: "matrix", summary: "What use cases and processes do with classes and components", answer: matrixView{}, handle: s.matrix},
		{method: "GET", path: p + "/matrix/:row/:column", name: "matrixCell", summary: "Where a mark of the matrix comes from", answer: []matrixSource{}, handle: s.matrixCellOf},
		{method: "GET", path: p + "/touches", name: "findTouching", summary: "What can be followed: what bears the words asked for, or what touches most",
			query: []queryParam{{name: "find", about: "words of its name or its text"}}, answer: []followedView{}, handle: s.findTouching},
		{method: "GET", path: p + "/touches/:row", name: "touched", summary: "What an element touches in all kinds of diagrams, forwards and back", answer: touchView{}, handle: s.touched},
		{method: "GET", path: p + "/components", name: "components", summary: "Who provides and who needs which interface, and what follows", answer: componentsView{}, handle: s.components},
		{method: "GET", path: p + "/use-cases", name: "useCases", summary: "The use cases, what else there is reason for, and sets to begin from", answer: useCasesView{}, handle: s.useCases},
		{method: "GET", path: p + "/use-cases/:row", name: "useCase", summary: "A use case with its description", answer: caseView{}, handle: s.useCase},
		{method: "POST", path: p + "/read/steps", name: "readSteps", summary: "What typing the steps of a use case would change; changes nothing", body: stepsRequest{}, answer: changesReply{}, handle: s.readSteps},
		{method: "POST", path: p + "/read/use-case", name: "readUseCase", summary: "What taking over a proposed use case or a starter would change; changes nothing", body: useCaseRequest{}, answer: levelReply{}, handle: s.readUseCase},
		{method: "GET", path: p + "/brief", name: "brief", summary: "The brief, with what was found in it", answer: briefView{}, handle: s.brief},
		{method: "GET", path: p + "/brief/history", name: "briefHistory", summary: "How the words of the brief changed", answer: []briefChangeView{}, handle: s.briefHistory},
		{method: "POST", path: p + "/read/brief", name: "readBrief", summary: "What a new text of a section, or an uploaded one, would change; changes nothing", large: true, body: briefTextRequest{}, answer: changesReply{}, handle: s.readBrief},
		{method: "POST", path: p + "/read/candidate", name: "readCandidate", summary: "What accepting or rejecting a candidate would change; changes nothing", body: candidateRequest{}, answer: changesReply{}, handle: s.readCandidate},
		{method: "GET", path: p + "/activities", name: "activities", summary: "The activity table, with what follows from it", answer: tableView{}, handle: s.activities},
		{method: "GET", path: p + "/activities.csv", name: "activitiesCSV", summary: "The activity table as CSV", answer: raw{}, answerType: "text/csv", handle: s.activitiesCSV},
		{method: "POST", path: p + "/read/activity", name: "readActivity", summary: "What writing into a row would change; changes nothing", body: activityRequest{}, answer: changesReply{}, handle: s.readActivity},
		{method: "POST", path: p + "/read/table", name: "readTable", summary: "What a pasted or uploaded table would add; changes nothing", large: true,
			query: []queryParam{{name: "seed", about: "what ids derive from"}}, body: raw{}, bodyType: "text/csv", answer: changesReply{}, handle: s.readTable},
		{method: "POST", path: p + "/read/derivation", name: "readDerivation", summary: "What a diagram would show by the activity table, piece by piece; changes nothing", body: derivationRequest{}, answer: derivationView{}, handle: s.readDerivation},
		{method: "GET", path: p + "/dictionary", name: "dictionary", summary: "The data dictionary", answer: dictionaryView{}, handle: s.dictionary},
		{method: "GET", path: p + "/follow", name: "follow", summary: "The way of an item of data through all levels",
			query: []queryParam{{name: "item", about: "its name", required: true}}, answer: followView{}, handle: s.follow},
		{method: "GET", path: p + "/event-list", name: "eventList", summary: "What the outside does, and how the system answers", answer: eventsView{}, handle: s.eventList},
		{method: "GET", path: p + "/diagrams/:diagram/owed", name: "owed", summary: "What still waits at the edge of a level", answer: []owedView{}, handle: s.owed},
		{method: "POST", path: p + "/read/level", name: "readLevel", summary: "What opening, closing, moving, renumbering or taking up would change; changes nothing", body: levelRequest{}, answer: levelReply{}, handle: s.readLevel},
		{method: "GET", path: p + "/terms/:term", name: "termUses", summary: "Where a term is used", answer: termUsesView{}, handle: s.termUses},
		{method: "POST", path: p + "/read/rename", name: "readRename", summary: "What renaming a term would change; changes nothing", body: renameRequest{}, answer: renameReply{}, handle: s.readRename},
		{method: "GET", path: p + "/glossary/:format", name: "glossary", summary: "The lexicon as a file: csv or md", answer: raw{}, answerType: "text/plain", handle: s.glossary},
		{method: "GET", path: p + "/output/:target", name: "output", summary: "What is generated: target go or markdown", answer: generate.Output{}, handle: s.output},
		{method: "GET", path: p + "/output/:target/zip", name: "outputZip", summary: "The same as a zip file", answer: raw{}, answerType: "application/zip", handle: s.outputZip},
	}
}

type idReply struct {
	ID model.ID `json:"id"`
}

type healthReply struct {
	OK bool `json:"ok"`
}

func (s *Server) routes() {
	api := s.echo.Group("/api")
	for _, e := range s.endpoints() {
		var limits []echo.MiddlewareFunc
		if e.method != "GET" {
			limit := int64(maxChangeBody)
			if e.large {
				limit = maxImportBody
			}
			limits = append(limits, middleware.BodyLimit(limit))
		}
		api.Add(e.method, e.path, e.handle, limits...)
	}
	s.static()
}

// Routes lists what is served, as "METHOD /path/:parameter".
func (s *Server) Routes() []string {
	var out []string
	for _, r := range s.echo.Router().Routes() {
		out = append(out, r.Method+" "+r.Path)
	}
	return out
}
