package model

import "slices"

// SetTerm sets fields of a term: name, plural, definition, aliases, rejected.
type SetTerm struct {
	readsNothing
	ID  ID    `json:"id"`
	Set Patch `json:"set"`
}

func (c *SetTerm) apply(d *draft) error {
	t := d.Term(c.ID)
	if t == nil {
		return missing("term", c.ID)
	}
	r, err := patched(t, c.Set, []string{"name", "plural", "definition", "aliases", "rejected"})
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetTerm) says(before, after *Model) string {
	return "Change " + after.Describe(c.ID)
}

func (*SetTerm) weight() int { return altering }

// AddTerm makes a term that has no face yet.
type AddTerm struct {
	readsNothing
	ID   ID     `json:"id"`
	Name string `json:"name"`
}

func (c *AddTerm) apply(d *draft) error {
	if err := d.free(c.ID); err != nil {
		return err
	}
	if terms := d.TermsNamed(c.Name); len(terms) > 0 {
		return Faultf(CodeExists, "%q is in the lexicon already, as %s", c.Name, terms[0].Name).At(terms[0].ID, "name")
	}
	if NormalForm(c.Name) == "" {
		return Faultf(CodeInvalid, "a term needs a name").At(c.ID, "name")
	}
	d.put(&Term{ID: c.ID, Name: c.Name})
	return nil
}

func (c *AddTerm) says(before, after *Model) string {
	return "Add " + after.Describe(c.ID)
}

func (*AddTerm) weight() int { return making }

// SetFace makes an element a face of another term. Without a term it gets one of
// its own, apart from others of the same name: two things called "status" may
// be two terms.
type SetFace struct {
	readsNothing
	ID   ID `json:"id"`
	Term ID `json:"term,omitempty"`
}

func (c *SetFace) apply(d *draft) error {
	e := d.Element(c.ID)
	if e == nil || !e.Kind.HasTerm() {
		return missing("element", c.ID)
	}
	n := *e
	n.Term = c.Term
	if c.Term == "" {
		n.Term = d.newTerm(e.Name, "apart", string(e.ID))
	}
	d.put(&n)
	if n.Term != e.Term {
		d.dropBareTerm(e.Term)
	}
	return nil
}

func (c *SetFace) says(before, after *Model) string {
	return "Change the term of " + after.Describe(c.ID)
}

func (*SetFace) weight() int { return altering }

// MergeTerms makes one term of two: the faces of From go to Into, its names
// become aliases, and its definition is kept where Into has none.
type MergeTerms struct {
	From ID `json:"from"`
	Into ID `json:"into"`
}

// Reads: the definition that is given up must not have been written meanwhile.
func (c *MergeTerms) Reads() []Key { return []Key{{c.From, "definition"}, {c.Into, "definition"}} }

func (c *MergeTerms) apply(d *draft) error {
	from, into := d.Term(c.From), d.Term(c.Into)
	if from == nil || into == nil {
		return missing("term", c.From)
	}
	if c.From == c.Into {
		return Faultf(CodeInvalid, "a term is not merged with itself").At(c.From, "")
	}
	for _, e := range d.Faces(from.ID) {
		n := *e
		n.Term = into.ID
		d.put(&n)
	}
	n := *into
	n.Aliases, n.Rejected = slices.Clone(n.Aliases), slices.Clone(n.Rejected)
	for _, name := range append([]string{from.Name}, from.Aliases...) {
		if NormalForm(name) != NormalForm(n.Name) && !slices.Contains(n.Aliases, name) {
			n.Aliases = append(n.Aliases, name)
		}
	}
	for _, name := range from.Rejected {
		if !slices.Contains(n.Rejected, name) {
			n.Rejected = append(n.Rejected, name)
		}
	}
	if n.Definition == "" {
		n.Definition = from.Definition
	}
	d.drop(from.ID)
	d.put(&n)
	return nil
}

func (c *MergeTerms) says(before, after *Model) string {
	return "Merge " + before.Describe(c.From) + " into " + before.Describe(c.Into)
}

func (*MergeTerms) weight() int { return decisive }

// termFor finds the term that a name means, or makes it. A name without words
// has a term of its own per element, so that unnamed elements do not meet.
func (d *draft) termFor(e *Element) ID {
	form := NormalForm(e.Name)
	if form == "" {
		return d.newTerm(e.Name, "unnamed", string(e.ID))
	}
	if terms := d.TermsNamed(e.Name); len(terms) > 0 {
		return terms[0].ID
	}
	return d.newTerm(e.Name, form)
}

func (d *draft) newTerm(name string, key ...string) ID {
	id := DeriveID(append([]string{"term"}, key...)...)
	for d.Row(id) != nil {
		id = DeriveID("term", string(id)) // taken by a term that was renamed
	}
	d.put(&Term{ID: id, Name: name})
	return id
}

// renameTerm follows an element's new name: the term is renamed if the element
// is its only face and no other term bears the name; else the element goes to
// the term that the name means.
func (d *draft) renameTerm(e *Element, name string) ID {
	t := d.Term(e.Term)
	renamed := *e
	renamed.Name = name
	if t == nil {
		return d.termFor(&renamed)
	}
	others := d.TermsNamed(name)
	alone := len(d.Faces(t.ID)) <= 1
	meets := NormalForm(name) != "" && len(others) > 0
	switch {
	case meets && others[0].ID == t.ID:
		if alone && t.Name != name {
			d.putTermName(t, name)
		}
		return t.ID
	case !meets && alone && NormalForm(name) != "":
		d.putTermName(t, name)
		return t.ID
	}
	return d.termFor(&renamed)
}

func (d *draft) putTermName(t *Term, name string) {
	c := *t
	c.Name = name
	d.put(&c)
}

// dropBareTerm removes a term that has no face left and says nothing.
func (d *draft) dropBareTerm(id ID) {
	t := d.Term(id)
	if t == nil || len(d.Faces(id)) > 0 {
		return
	}
	if t.Definition == "" && t.Plural == "" && len(t.Aliases)+len(t.Rejected)+len(t.Extra) == 0 {
		d.drop(id)
	}
}
