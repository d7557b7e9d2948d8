package server

import (
	"cmp"
	"net/http"

	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"

	"lexeon/core/answer"
	"lexeon/core/generate"
	"lexeon/core/halt"
	"lexeon/core/model"
	"lexeon/core/propose"
	"lexeon/core/scene"
	"lexeon/core/targets"
	"lexeon/core/view"
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
type raw = answer.Raw

func (s *Server) endpoints() []endpoint {
	const p = "/projects/:project"
	list := []endpoint{
		{method: "GET", path: "/openapi.json", name: "openapi", summary: "This description", answer: map[string]any{}, handle: s.openAPI},
		{method: "GET", path: "/rules", name: "rules", summary: "The rules by which models are checked", answer: []ruleView{}, handle: s.rules},
		{method: "GET", path: "/events", name: "events", summary: "A stream of events: revisions as they come, and who is there",
			query: []queryParam{{name: "project", about: "ids of the projects to hear of", required: true, many: true}}, answer: raw{}, answerType: "text/event-stream", handle: s.events},
		{method: "GET", path: "/projects", name: "listProjects", summary: "All projects, the last changed first", answer: []store.Project{}, handle: s.listProjects},
		{method: "POST", path: "/projects", name: "createProject", summary: "Make an empty project", body: projectRequest{}, answer: idReply{}, status: 201, handle: s.createProject},
		{method: "POST", path: "/import", name: "importProject", summary: "Make a project of a model file", large: true,
			query: []queryParam{{name: "id", about: "the id of the new project", required: true}}, body: raw{}, bodyType: "application/json", answer: idReply{}, status: 201, handle: s.importProject},
		{method: "GET", path: p, name: "overview", summary: "A project with its diagrams and figures",
			query: []queryParam{{name: "author", about: "whose undo and redo to name"}}, answer: overviewView{}, handle: s.overview},
		{method: "DELETE", path: p, name: "deleteProject", summary: "Delete a project: for thirty days it can be brought back", status: 204, handle: s.deleteProject},
		{method: "GET", path: "/deleted-projects", name: "deletedProjects", summary: "Projects that were deleted and can be brought back, the last deleted first", answer: []store.DeletedProject{}, handle: s.deletedProjects},
		{method: "POST", path: "/deleted-projects/:project/back", name: "bringBack", summary: "Bring a deleted project back, with its history", status: 204, handle: s.bringBack},
		{method: "GET", path: p + "/findings", name: "findings", summary: "What the rules find, in all or about some rows",
			query: []queryParam{{name: "of", about: "ids of rows", many: true}, {name: "diagram", about: "those that concern what a diagram shows"}}, answer: []FindingView{}, handle: s.findings},
		{method: "GET", path: p + "/findings/mends", name: "mends", summary: "The ways out of a finding, each tried: it goes, and nothing graver comes",
			query: []queryParam{{name: "finding", about: "its id", required: true}}, answer: []view.WayOut{}, handle: s.mends},
		{method: "GET", path: p + "/findings/figures", name: "findingFigures", summary: "How many findings of each severity there are", answer: figuresReply{}, handle: s.findingFigures},
		{method: "GET", path: p + "/history", name: "history", summary: "The newest changes", answer: []store.Entry{}, handle: s.history},
		{method: "GET", path: p + "/file", name: "file", summary: "The project as a model file", answer: raw{}, answerType: "application/json", handle: s.exportFile},
		{method: "GET", path: p + "/pictures/:picture", name: "picture", summary: "A picture that an element shows", answer: raw{}, answerType: "image/png", handle: s.picture},
		{method: "GET", path: p + "/diagrams/:diagram/scene", name: "scene", summary: "The drawing of a diagram", answer: scene.Scene{}, handle: s.scene},
		{method: "GET", path: p + "/diagrams/:diagram/svg", name: "svg", summary: "The drawing as SVG",
			query: []queryParam{{name: "frame", about: "no: without the frame of the diagram"}}, answer: raw{}, answerType: "image/svg+xml", handle: s.svg},
		{method: "GET", path: p + "/thumbnail", name: "thumbnail", summary: "A small picture of the diagram that shows most",
			query: []queryParam{{name: "revision", about: "the revision that is expected: its picture may be kept"}}, answer: raw{}, answerType: "image/png", handle: s.thumbnail},
		{method: "GET", path: p + "/diagrams/:diagram/png", name: "png", summary: "The drawing as PNG",
			query: []queryParam{{name: "scale", about: "1 to 4 pixels for each of the drawing"}, {name: "frame", about: "no: without the frame of the diagram"}}, answer: raw{}, answerType: "image/png", handle: s.png},
		{method: "GET", path: p + "/diagrams/:diagram/pdf", name: "pdf", summary: "The drawing as PDF",
			query: []queryParam{{name: "frame", about: "no: without the frame of the diagram"}}, answer: raw{}, answerType: "application/pdf", handle: s.pdf},
		{method: "POST", path: p + "/presence", name: "presence", summary: "Tell where a window is", body: presenceRequest{}, answer: presenceReply{}, handle: s.presence},
		{method: "GET", path: p + "/rows", name: "rows", summary: "All rows, packed for a program of the same version", answer: raw{}, answerType: "application/octet-stream", handle: s.rows},
		{method: "GET", path: p + "/log", name: "log", summary: "What was logged after a revision",
			query: []queryParam{{name: "since", about: "that revision", required: true}}, answer: logReply{}, handle: s.log},
		{method: "POST", path: p + "/queue", name: "queue", summary: "Take steps of a page's queue, each for itself, in order", body: queueRequest{}, answer: queueReply{}, handle: s.queue},
		{method: "POST", path: p + "/changes", name: "change", summary: "Apply changes, all or none", body: changeRequest{}, answer: changeReply{}, handle: s.change},
		{method: "POST", path: p + "/undo", name: "undo", summary: "Take back one's own last change", body: changeRequest{}, answer: changeReply{}, handle: s.undo},
		{method: "POST", path: p + "/redo", name: "redo", summary: "Take back one's own last undo", body: changeRequest{}, answer: changeReply{}, handle: s.redo},
		{method: "POST", path: p + "/previews/use-case", name: "previewUseCase", summary: "What taking over a proposed use case would change; changes nothing", body: useCaseRequest{}, answer: propose.ChangesReply{}, handle: s.readUseCase},
		{method: "GET", path: p + "/brief/history", name: "briefHistory", summary: "How the words of the brief changed", answer: []briefChangeView{}, handle: s.briefHistory},
		{method: "POST", path: p + "/previews/candidate", name: "previewCandidate", summary: "What accepting or rejecting a candidate would change; changes nothing", body: candidateRequest{}, answer: propose.ChangesReply{}, handle: s.readCandidate},
		{method: "GET", path: p + "/activities.csv", name: "activitiesCSV", summary: "The activity table as CSV", answer: raw{}, answerType: "text/csv", handle: s.activitiesCSV},
		{method: "GET", path: p + "/glossary/:format", name: "glossary", summary: "The lexicon as a file: csv or md", answer: raw{}, answerType: "text/plain", handle: s.glossary},
		{method: "GET", path: p + "/targets", name: "targets", summary: "What the project can be made into, with what is decided for it", answer: []targetView{}, handle: s.targets},
		{method: "GET", path: p + "/targets/:target/names", name: "targetNames", summary: "What an option of a target can name, such as of: packages, diagrams and classes", answer: []generate.Choice{}, handle: s.targetNames},
		{method: "GET", path: p + "/output/:target", name: "output", summary: "What a target makes: " + targets.Names() + "; options of the target by name", answer: view.Output{}, handle: s.output},
		{method: "GET", path: p + "/output/:target/zip", name: "outputZip", summary: "The same as a zip file",
			query: []queryParam{{name: inFolder, about: "one folder of it alone"}}, answer: raw{}, answerType: "application/zip", handle: s.outputZip},
		{method: "GET", path: p + "/outputs.zip", name: "outputsZip", summary: "What all targets make, as they are decided, a folder each in one zip file", answer: raw{}, answerType: "application/zip", handle: s.outputsZip},
		{method: "POST", path: p + "/output/:target/migration", name: "migration", summary: "How the tables get from an earlier version of the project, as a model file, to now; changes nothing", large: true,
			body: raw{}, bodyType: "application/json", answer: migrationReply{}, handle: s.migration},
		{method: "POST", path: p + "/tables/try", name: "tryTables", summary: "Make the tables in a place of their own in the server's database, and leave nothing behind; options of the target by name", answer: triedReply{}, handle: s.tryTables},
		{method: "GET", path: p + "/brief/reading", name: "briefReading", summary: "What was found in the brief", answer: readingView{}, handle: s.readingOfBrief},
		{method: "GET", path: p + "/use-case-proposals", name: "useCaseProposals", summary: "Use cases that the project gives reason for", answer: []proposedCase{}, handle: s.proposedUseCases},
	}
	for _, q := range answer.Questions {
		e := endpoint{method: q.Method, path: p + q.Path, name: q.Name, summary: q.Summary, body: q.Body, bodyType: q.BodyType, answer: q.Answer, large: q.Large, handle: s.answered(q)}
		for _, x := range q.Query {
			e.query = append(e.query, queryParam{x.Name, x.About, x.Required, x.Many})
		}
		list = append(list, e)
	}
	return list
}

// answered answers a question about the newest version of a project: the page asks
// the core that it has, programs ask here.
func (s *Server) answered(q answer.Question) echo.HandlerFunc {
	return func(c *echo.Context) error {
		id, v, err := s.current(c)
		if err != nil {
			return err
		}
		body, err := readBody(c)
		if err != nil {
			return err
		}
		params := map[string]string{}
		for _, p := range c.PathValues() {
			params[p.Name] = p.Value
		}
		var out any
		err = within(c, func(sign *halt.Sign) error {
			out, err = q.Of(s.desk.Until(sign), &answer.Asked{Project: id, Model: v.Model, Revision: v.Revision, Params: params, Query: c.QueryParams(), Body: body})
			return err
		})
		if err != nil {
			return err
		}
		return c.JSON(http.StatusOK, out)
	}
}

type idReply struct {
	ID model.ID `json:"id"`
}

func (s *Server) routes() {
	api := s.echo.Group("/api")
	for _, e := range s.endpoints() {
		var limits []echo.MiddlewareFunc
		switch {
		case e.large:
			limits = append(limits, limited(largeLimit))
		case e.answerType != "text/event-stream":
			limits = append(limits, limited(cmp.Or(s.opts.Patience, usualLimit)))
		}
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
