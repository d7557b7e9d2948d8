package modeltest

import "lexeon/core/model"

// signal lets something receive a signal, or send one by one of its operations.
func (s *Source) signal(m *model.Model, a *model.Element) []model.Change {
	to := pick(s, m.Elements(model.Signal))
	if to == nil || s.rnd.IntN(2) == 0 {
		return []model.Change{&model.AddPart{ID: s.id("q"), Owner: a.ID, Kind: model.Reception, Set: model.P("typeName", pick(s, nouns))}}
	}
	set := model.Patch{}
	if o := pick(s, m.Children(a.ID, model.Operation)); o != nil {
		set = model.P("refers", o.ID)
	}
	id := s.id("u")
	return []model.Change{&model.Connect{ID: id, Kind: model.Usage, Source: a.ID, Target: to.ID}, &model.SetRelationship{ID: id, Set: set}}
}
