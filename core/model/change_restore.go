package model

import "encoding/json"

// RowState says what one row is to become: inserted, removed, or some of its
// fields set (null clears one).
type RowState struct {
	Table  Table           `json:"table"`
	ID     ID              `json:"id"`
	Remove bool            `json:"remove,omitempty"`
	Insert json.RawMessage `json:"insert,omitempty"`
	Set    Patch           `json:"set,omitempty"`
	// Renewed: its order key was renewed, and nobody wrote it.
	Renewed bool `json:"renewed,omitempty"`
	// After and Before are between what an element with an order stood, where something
	// leads back to that: its key may not lead there any more.
	After  ID `json:"after,omitempty"`
	Before ID `json:"before,omitempty"`
}

// Restore brings rows to given states. It is the inverse of every change, and
// what an import is: whatever it says is verified like any other change.
type Restore struct {
	readsNothing
	Rows []RowState `json:"rows"`
}

func (c *Restore) apply(d *draft) error {
	for _, s := range c.Rows {
		was := d.Row(s.ID)
		switch {
		case s.Remove:
			if was == nil {
				return Faultf(CodeMissing, "%s was already removed", s.ID).At(s.ID, "")
			}
			d.drop(s.ID)
		case s.Insert != nil:
			if was != nil {
				return Faultf(CodeExists, "%s is there already", d.Describe(s.ID)).At(s.ID, "id")
			}
			r, err := DecodeRowJSON(s.Table, s.Insert)
			if err != nil {
				return err
			}
			if r.RowID() != s.ID {
				return Faultf(CodeInvalid, "the row's id %q is not %q", r.RowID(), s.ID).At(s.ID, "id")
			}
			d.put(r)
		default:
			if was == nil || was.Table() != s.Table {
				return Faultf(CodeMissing, "%s does not exist any more", s.ID).At(s.ID, "")
			}
			r, err := patched(was, s.Set, nil)
			if err != nil {
				return err
			}
			if r.RowID() != s.ID {
				return Faultf(CodeInvalid, "an id cannot be changed").At(s.ID, "id")
			}
			d.put(r)
		}
	}
	d.backBetween(c.Rows)
	return nil
}

func (c *Restore) says(before, after *Model) string {
	return "Restore what was there"
}

func (*Restore) weight() int { return decisive }
