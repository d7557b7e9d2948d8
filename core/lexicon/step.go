package lexicon

import (
	"strings"

	"lexeon/core/model"
	"lexeon/core/usecase"
)

// stepUses lists the steps and the conditions of alternatives that name a term.
// name writes a word in its own manner with the new name.
func stepUses(m *model.Model, t *model.Term, to string, name func(model.Kind, string) string) []Use {
	reader := usecase.NewReader(m)
	var out []Use
	for _, u := range m.OfKind(model.UseCase) {
		f := usecase.Of(m, u.ID)
		use := func(e *model.Element, text string, change func(after string) model.Change) {
			var after strings.Builder
			found := false
			for _, k := range reader.Marks(text) {
				if k.Term == t.ID {
					found = true
					k.Text = name(model.DataItem, k.Text)
				}
				after.WriteString(k.Text)
			}
			if !found {
				return
			}
			x := Use{Row: e.ID, What: "step", Title: f.Number(e.ID) + " of " + u.Name, Before: text, After: after.String()}
			if to != "" && x.After != x.Before {
				x.Changes = []model.Change{change(x.After)}
			}
			out = append(out, x)
		}
		for _, s := range f.All() {
			if s.Step().Includes == "" {
				use(s, s.Step().Text, func(after string) model.Change { return &model.SetPart{ID: s.ID, Set: model.P("text", after)} })
			}
		}
		for _, a := range f.Alternatives {
			use(a.Element, a.Name, func(after string) model.Change { return &model.SetPart{ID: a.ID, Set: model.P("name", after)} })
		}
	}
	return out
}
