package model

// SetTerm sets fields of a term: plural, definition, aliases, rejected.
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
	r, err := patched(t, c.Set, []string{"plural", "definition", "aliases", "rejected"})
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

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
