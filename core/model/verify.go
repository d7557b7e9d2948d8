package model

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"lexeon/core/visible"
)

// Limits of a model. They keep one project from taking the server down.
const (
	MaxNameLength = 200    // characters of a name, type, role, value
	MaxTextLength = 20_000 // characters of a definition or other long text
	MaxRows       = 200_000
	MaxCoordinate = 1_000_000
	MaxBends      = 100
	maxListLength = 200
	maxExtraBytes = 1 << 20
)

// verify returns the first fault that verifyAll finds.
func (d *draft) verify(delta Delta) error {
	var first error
	d.verifyAll(delta, func(f *Fault) {
		if first == nil {
			first = f
		}
	})
	return first
}

// verifyAll checks the invariants that a delta may have broken: of the rows it
// wrote, of their owners, and of the rows that refer to what was written or
// removed.
func (d *draft) verifyAll(delta Delta, report func(*Fault)) {
	if d.Len() > MaxRows {
		report(Faultf(CodeTooLarge, "the model would have %d rows: at most %d are possible", d.Len(), MaxRows))
		return
	}
	tell := func(err error) {
		if f, ok := AsFault(err); ok {
			report(f)
		}
	}
	seen := map[ID]bool{}
	check := func(r Row) {
		if !isNil(r) && !seen[r.RowID()] {
			seen[r.RowID()] = true
			tell(d.verifyRow(r))
		}
	}
	for _, c := range delta {
		if !isNil(c.Old) && !isNil(c.New) && c.Old.Table() != c.New.Table() {
			tell(Faultf(CodeExists, "the id %q was that of something else: an id never changes its table", string(c.ID)).At(c.ID, "id"))
			continue
		}
		if c.New != nil {
			tell(d.verifyTexts(c.New))
			check(c.New)
		}
		for _, u := range d.Uses(c.ID) {
			check(u)
		}
		for _, child := range d.Children(c.ID) {
			check(child)
		}
		for _, r := range []Row{c.Old, c.New} {
			d.verifyAround(r, check)
		}
	}
}

// verifyAround checks rows whose invariants hang on r without referring to it.
func (d *draft) verifyAround(r Row, check func(Row)) {
	switch r := r.(type) {
	case *Element:
		if r.Kind == End {
			for _, p := range d.PlacementsOf(r.Owner) {
				check(p)
			}
		}
		if r.Owner != "" {
			check(d.Row(r.Owner))
		}
	case *Placement:
		for _, rel := range append(d.RelationshipsOf(r.Subject), d.Anchors(r.Subject)...) {
			if p := d.PlacementOn(r.Diagram, rel.ID); p != nil {
				check(p)
			}
		}
	case *Relationship:
		for _, p := range d.PlacementsOf(r.ID) {
			check(p)
		}
	}
}

func (d *draft) verifyRow(r Row) error {
	if !r.RowID().Valid() {
		return Faultf(CodeInvalid, "%q is not an id: letters, digits, - and _ only, 64 at most", string(r.RowID())).At(r.RowID(), "id")
	}
	var err error
	r.refs(func(field string, to ID) {
		if err == nil && d.Row(to) == nil {
			err = Faultf(CodeRefused, "%s: its %s points to %q, which does not exist", d.Describe(r.RowID()), field, string(to)).At(r.RowID(), field)
		}
	})
	if err != nil {
		return err
	}
	switch r := r.(type) {
	case *Project:
		if r.ID != ProjectID {
			return Faultf(CodeInvalid, "a project's own row has the id %q", string(ProjectID)).At(r.ID, "id")
		}
		if err := verifyWords(r.ID, "flowNotation", string(r.FlowNotation), notations); err != nil {
			return err
		}
		if err := verifyLanguage(r); err != nil {
			return err
		}
		if err := verifyRules(r); err != nil {
			return err
		}
		if err := verifyTargets(r); err != nil {
			return err
		}
		return verifyColours(r)
	case *Term:
		return nil
	case *Picture:
		return verifyPicture(r)
	case *Element:
		return d.verifyElement(r)
	case *Relationship:
		return d.verifyRelationship(r)
	case *Diagram:
		return d.verifyDiagram(r)
	case *Placement:
		return d.verifyPlacement(r)
	}
	return nil
}

func (d *draft) verifyElement(e *Element) error {
	info, ok := elementInfo[e.Kind]
	if !ok {
		return Faultf(CodeInvalid, "%q is not a kind of element", string(e.Kind)).At(e.ID, "kind")
	}
	if len(info.Owners) == 0 || info.Rootless && e.Owner == "" {
		if e.Owner != "" {
			return Faultf(CodeRefused, "%s stands at the root of the project and has no owner", d.Describe(e.ID)).At(e.ID, "owner")
		}
	} else {
		var ownerKind Kind
		switch o := d.Row(e.Owner).(type) {
		case *Element:
			ownerKind = o.Kind
		case *Relationship:
			ownerKind = o.Kind
		}
		if !slices.Contains(info.Owners, ownerKind) {
			return Faultf(CodeRefused, "%s cannot belong to %s", d.Describe(e.ID), d.Describe(e.Owner)).At(e.ID, "owner")
		}
		if !e.Order.Valid() {
			return Faultf(CodeInvalid, "%s: %q is not an order key", d.Describe(e.ID), string(e.Order)).At(e.ID, "order")
		}
	}
	if info.Ordered && !e.Order.Valid() {
		return Faultf(CodeInvalid, "%s: %q is not an order key", d.Describe(e.ID), string(e.Order)).At(e.ID, "order")
	}
	if info.Term && d.Term(e.Term) == nil {
		return Faultf(CodeRefused, "%s needs a term", d.Describe(e.ID)).At(e.ID, "term")
	}
	if !info.Term && e.Term != "" {
		return Faultf(CodeRefused, "%s cannot have a term", d.Describe(e.ID)).At(e.ID, "term")
	}
	if e.Picture != "" && (!e.Kind.IsClassifier() || d.Picture(e.Picture) == nil) {
		return Faultf(CodeRefused, "%s cannot show that picture", d.Describe(e.ID)).At(e.ID, "picture")
	}
	if e.Type != "" {
		if t := d.Element(e.Type); t == nil || !t.Kind.IsClassifier() {
			return Faultf(CodeRefused, "%s: its type must be a classifier", d.Describe(e.ID)).At(e.ID, "type")
		}
	}
	switch e.Kind {
	case End:
		if e.Type == "" {
			return Faultf(CodeRefused, "an association's end needs an element at it").At(e.ID, "type")
		}
		return verifyWords(e.ID, "visibility", string(e.End().Visibility), visibilities, "navigable", string(e.End().Navigable), truths)
	case Class, Enumeration:
		c := e.Classifier()
		return verifyWords(e.ID, "inheritance", string(c.Inheritance), tableInheritances, "rowKey", string(c.RowKey), tableKeys, "coding", string(c.Coding), tableCodings)
	case Reception:
		return d.verifyReception(e)
	case Attribute:
		return verifyWords(e.ID, "visibility", string(e.Attribute().Visibility), visibilities)
	case Operation:
		return verifyWords(e.ID, "visibility", string(e.Operation().Visibility), visibilities)
	case Parameter:
		return verifyWords(e.ID, "direction", string(e.Parameter().Direction), directions)
	case GeneralizationSet:
		s := e.GeneralizationSet()
		return verifyWords(e.ID, "disjoint", string(s.Disjoint), truths, "complete", string(s.Complete), truths)
	}
	if err := d.verifyFlowElement(e); err != nil {
		return err
	}
	if err := d.verifyComponentElement(e); err != nil {
		return err
	}
	return d.verifyUseCaseElement(e)
}

func (d *draft) verifyRelationship(r *Relationship) error {
	if _, ok := relationshipInfo[r.Kind]; !ok {
		return Faultf(CodeInvalid, "%q is not a kind of relationship", string(r.Kind)).At(r.ID, "kind")
	}
	if r.Class != "" {
		if c := d.Element(r.Class); r.Kind != Association || c == nil || c.Kind != Class {
			return Faultf(CodeRefused, "only an association has an association class, and that is a class").At(r.ID, "class")
		}
	}
	if r.Set != "" {
		if s := d.Element(r.Set); r.Kind != Generalization || s == nil || s.Kind != GeneralizationSet {
			return Faultf(CodeRefused, "only a generalization belongs to a generalization set").At(r.ID, "set")
		}
	}
	ends := d.Children(r.ID)
	if done, err := d.verifyComponentRelationship(r, ends); done {
		return err
	}
	if done, err := d.verifyUseCaseRelationship(r, ends); done {
		return err
	}
	switch r.Kind {
	case Anchor:
		return d.verifyAnchor(r, ends)
	case Link:
		return d.verifyLink(r, ends)
	case DataFlow:
		return d.verifyDataFlow(r, ends)
	case Trace:
		return d.verifyTrace(r, ends)
	}
	if r.Kind != Association {
		if len(ends) > 0 {
			return Faultf(CodeRefused, "%s has a source and a target, not ends", d.Describe(r.ID)).At(r.ID, "ends")
		}
		for _, side := range []struct {
			field string
			id    ID
		}{{"source", r.Source}, {"target", r.Target}} {
			e := d.Element(side.id)
			depends := r.Kind == Dependency || r.Kind == Usage          // packages do too: UML 2.5.1, 7.7
			realizes := r.Kind == Realization && side.field == "target" // a class realizes a component: UML 2.5.1, 11.6.3.1
			if e == nil || !e.Kind.IsClassifier() && (!depends || e.Kind != PackageKind && e.Kind != Component) && (!realizes || e.Kind != Component) {
				return Faultf(CodeRefused, "a %s needs a classifier as its %s", r.Kind.Title(), side.field).At(r.ID, side.field)
			}
		}
		if r.Kind == Usage {
			return d.verifySend(r)
		}
		return nil
	}
	if r.Source != "" || r.Target != "" {
		return Faultf(CodeRefused, "an association has ends, not a source and a target").At(r.ID, "source")
	}
	if len(ends) < 2 {
		return Faultf(CodeRefused, "an association needs at least two ends").At(r.ID, "ends")
	}
	a := r.Association()
	if err := verifyWords(r.ID, "aggregation", string(a.Aggregation), aggregations, "reading", string(a.Reading), readings); err != nil {
		return err
	}
	switch {
	case a.Aggregation == NoAggregation && a.Whole != "":
		return Faultf(CodeRefused, "a whole is named, but there is no aggregation").At(r.ID, "whole")
	case a.Aggregation != NoAggregation && len(ends) != 2:
		return Faultf(CodeRefused, "only an association with two ends can be an aggregation").At(r.ID, "aggregation")
	case a.Aggregation != NoAggregation && !slices.ContainsFunc(ends, func(e *Element) bool { return e.ID == a.Whole }):
		return Faultf(CodeRefused, "an aggregation must say which of its ends is the whole").At(r.ID, "whole")
	}
	return nil
}

func (d *draft) verifyPlacement(p *Placement) error {
	if d.Diagram(p.Diagram) == nil {
		return Faultf(CodeRefused, "it must be placed on a diagram").At(p.ID, "diagram")
	}
	for _, v := range slices.Concat([]int{p.X, p.Y, p.W, p.H}, p.Bends, p.Way) {
		if v > MaxCoordinate || v < -MaxCoordinate {
			return Faultf(CodeInvalid, "%d is off the sheet", v).At(p.ID, "x")
		}
	}
	if p.W < 0 || p.H < 0 {
		return Faultf(CodeInvalid, "a size cannot be negative").At(p.ID, "w")
	}
	if len(p.Bends)%2 != 0 || len(p.Bends) > 2*MaxBends {
		return Faultf(CodeInvalid, "bends are pairs of x and y, at most %d of them", MaxBends).At(p.ID, "bends")
	}
	if len(p.Way)%2 != 0 || len(p.Way) > 2*MaxBends {
		return Faultf(CodeInvalid, "a way is pairs of x and y, at most %d of them", MaxBends).At(p.ID, "way")
	}
	if err := verifyLabels(p); err != nil {
		return err
	}
	if err := verifyWords(p.ID, "line", string(p.Line), lines); err != nil {
		return err
	}
	if err := verifyDetail(p.ID, p.Detail, placementDetails); err != nil {
		return err
	}
	if e := d.Element(p.Subject); p.Detail == DetailBall && (e == nil || e.Kind != Interface) {
		return Faultf(CodeRefused, "only an interface is drawn as a ball").At(p.ID, "detail")
	}
	if err := d.verifyDrawnBetween(p); err != nil {
		return err
	}
	for _, o := range d.PlacementsAt(p.Diagram, p.Subject) {
		if e := d.Element(p.Subject); o.ID != p.ID && (e == nil || e.Kind != Entity && e.Kind != Store) {
			return Faultf(CodeRefused, "%s is on %s already", d.Describe(p.Subject), d.Describe(p.Diagram)).At(p.ID, "subject")
		}
	}
	switch s := d.Row(p.Subject).(type) {
	case *Element:
		if !s.Kind.IsDrawnOn(d.Diagram(p.Diagram).Kind) {
			return Faultf(CodeRefused, "%s cannot be placed on a %s", d.Describe(s.ID), d.Diagram(p.Diagram).Kind.Title()).At(p.ID, "subject")
		}
		if !d.standsOn(s, d.Diagram(p.Diagram)) {
			return Faultf(CodeRefused, "%s belongs to another level than %s", d.Describe(s.ID), d.Describe(p.Diagram)).At(p.ID, "subject")
		}
	case *Relationship:
		if !s.Kind.IsDrawnOn(d.Diagram(p.Diagram).Kind) {
			return Faultf(CodeRefused, "%s cannot be drawn on a %s", d.Describe(s.ID), d.Diagram(p.Diagram).Kind.Title()).At(p.ID, "subject")
		}
		for _, id := range d.drawnTo(s) {
			if d.PlacementOn(p.Diagram, id) == nil {
				return Faultf(CodeRefused, "%s can be drawn only where %s is", d.Describe(s.ID), d.Describe(id)).At(p.ID, "subject")
			}
		}
	default:
		return Faultf(CodeRefused, "only elements and relationships are placed on diagrams").At(p.ID, "subject")
	}
	return nil
}

// drawnTo lists what has to be on a diagram before a relationship can be drawn.
func (d *draft) drawnTo(r *Relationship) []ID {
	out := d.Connected(r)
	if r.Kind == Anchor && r.Refers != "" {
		out = append(out, r.Refers)
	}
	return out
}

var (
	visibilities = []string{"", string(Public), string(Private), string(Protected), string(Package)}
	truths       = []string{"", string(Yes), string(No)}

	tableInheritances = []string{"", string(JoinedTables), string(SingleTable), string(ConcreteTables)}
	tableKeys         = []string{"", string(NaturalKey), string(IdentityKey), string(UUIDKey)}
	tableCodings      = []string{"", string(NativeCoding), string(CheckCoding), string(LookupCoding)}
	directions        = []string{"", string(Out), string(InOut)}
	aggregations      = []string{"", string(Shared), string(Composite)}
	readings          = []string{"", string(Backward), string(NoDirection)}
	lines             = []string{"", string(LineStraight), string(LineCurved)}
)

// verifyWords takes triples of field, value and the allowed values.
func verifyWords(id ID, triples ...any) error {
	for i := 0; i+2 < len(triples); i += 3 {
		field, value, allowed := triples[i].(string), triples[i+1].(string), triples[i+2].([]string)
		if !slices.Contains(allowed, value) {
			return Faultf(CodeInvalid, "%s: %q is not one of %s", field, value, strings.Join(allowed[1:], ", ")).At(id, field)
		}
	}
	return nil
}

// longFields may hold line ends and MaxTextLength characters.
var longFields = []string{"goal", "trigger", "before", "minimal", "success", "interest", "rules", "questions", "condition", "definition", "question", "body", "text", "contents", "specification", "reason"}

// verifyTexts checks every text of a row: valid UTF-8, no control characters,
// not too long.
func (d *draft) verifyTexts(r Row) error {
	var err error
	long := func(field string) bool { return slices.Contains(longFields, field) }
	counts := map[string]int{}
	eachText(r, func(field, text string) {
		if counts[field]++; err == nil && field != "places" && counts[field] > maxListLength { // places have a limit of their own
			err = Faultf(CodeTooLarge, "%s has more than %d entries", field, maxListLength).At(r.RowID(), field)
		}
		if err == nil {
			err = verifyText(r.RowID(), field, text, long(field))
		}
	})
	if err != nil {
		return err
	}
	size := 0
	unknown := []Extra{*r.extra()}
	if p, ok := r.(*Project); ok {
		unknown = append(unknown, p.File)
	}
	for _, x := range unknown {
		for k, v := range x {
			size += len(k) + len(v)
			if strings.ContainsRune(k, 0) || !utf8.ValidString(k) {
				return Faultf(CodeInvalid, "%q: the name of a member cannot be kept", k).At(r.RowID(), k)
			}
		}
	}
	if size > maxExtraBytes {
		return Faultf(CodeTooLarge, "unknown members of %d bytes: at most %d are kept", size, maxExtraBytes).At(r.RowID(), "")
	}
	return nil
}

// clip shortens a text for a message.
func clip(text string) string {
	if r := []rune(text); len(r) > 60 {
		return string(r[:60]) + "…"
	}
	return text
}

func verifyText(id ID, field, text string, long bool) error {
	limit := MaxNameLength
	if long {
		limit = MaxTextLength
	}
	if !utf8.ValidString(text) {
		return Faultf(CodeInvalid, "%s is not valid UTF-8", field).At(id, field)
	}
	if n := utf8.RuneCountInString(text); n > limit {
		return Faultf(CodeTooLarge, "%s has %d characters: at most %d are possible", field, n, limit).At(id, field)
	}
	for _, c := range text {
		switch {
		case unicode.IsControl(c) && !(long && (c == '\n' || c == '\t')):
			return Faultf(CodeInvalid, "%s contains the control character U+%04X: %s", field, c, visible.Text(clip(text))).At(id, field)
		case !long && visible.Hidden(c):
			return Faultf(CodeInvalid, "%s contains U+%04X, a character that nobody sees: %s", field, c, visible.Text(clip(text))).At(id, field)
		}
	}
	return nil
}
