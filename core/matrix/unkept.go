package matrix

import (
	"cmp"
	"slices"
	"strings"

	"lexeon/core/classifier"
	"lexeon/core/dictionary"
	"lexeon/core/model"
)

// Unkept is an item of data that rests in a store and that none of the store's classes
// keeps.
type Unkept struct {
	Store *model.Element
	Item  *model.Element // of the dictionary
	Of    []*model.Element
}

// Unkept compares what stores hold with the attributes of the classes that they are
// of, by store, then by item. An item is kept by these classes or by those that they
// are associated with, if an attribute shares a word with it (harvest date and
// harvested), or if it is the term of such a class, or what identifies it (beekeeper
// number beside Beekeeper).
//
// Left out are keys, derived data, goods, items that the dictionary does not list, and
// classes without any attribute: those are not worked out yet.
func (x *Matrix) Unkept(m *model.Model) []Unkept {
	s := x.speaking
	var out []Unkept
	for _, store := range m.OfKind(model.Store) {
		id := store.ID
		classes, told := x.StoreClasses(id)
		if !told {
			continue
		}
		near := around(m, classes)
		if !slices.ContainsFunc(classes, func(c model.ID) bool { return len(classifier.Features(m, c, model.Attribute)) > 0 }) {
			continue
		}
		contents, _ := dictionary.Parsed(m.Element(id).Store().Contents)
		keys := s.keysOf(contents, map[string]bool{})
		for key := range s.d.ItemsOf(contents) {
			entry := s.d.Entry(s.d.NameOf(key))
			if entry == nil || entry.Item == nil || keys[key] || entry.Data.Goods || entry.Data.Source == model.DerivedFrom || s.isKept(entry.Item.Name, near) {
				continue
			}
			u := Unkept{Store: m.Element(id), Item: entry.Item}
			for _, c := range classes {
				u.Of = append(u.Of, m.Element(c))
			}
			slices.SortFunc(u.Of, compareNames)
			out = append(out, u)
		}
	}
	slices.SortFunc(out, func(a, b Unkept) int {
		return cmp.Or(compareNames(a.Store, b.Store), compareNames(a.Item, b.Item))
	})
	return out
}

// around are classes with what they are associated with, one line away.
func around(m *model.Model, classes []model.ID) []model.ID {
	out := slices.Clone(classes)
	add := func(id model.ID) {
		if id != "" && !slices.Contains(out, id) {
			out = append(out, id)
		}
	}
	for _, c := range classes {
		for _, k := range append([]model.ID{c}, classifier.Generals(m, c)...) {
			for _, r := range m.RelationshipsOf(k) {
				if r.Kind != model.Association {
					continue
				}
				add(r.Class)
				for _, e := range m.Ends(r.ID) {
					add(e.Type)
				}
			}
		}
	}
	return out
}

// keysOf are the items that are marked as keys, in the contents and in what these
// consist of.
func (s *speaking) keysOf(e *dictionary.Expression, seen map[string]bool) map[string]bool {
	out := map[string]bool{}
	e.Names(func(n *dictionary.Expression) {
		key := s.d.Key(n.Text)
		if n.Key {
			for k := range s.d.Items(n.Text) {
				out[k] = true
			}
		}
		if sub := s.d.Entry(n.Text); sub != nil && sub.Parsed != nil && !seen[key] {
			seen[key] = true
			for k := range s.keysOf(sub.Parsed, seen) {
				out[k] = true
			}
		}
	})
	return out
}

// isKept reports whether one of the classes keeps an item of a name.
func (s *speaking) isKept(name string, classes []model.ID) bool {
	words := strings.Fields(model.Stems(name))
	said := words
	if last := len(words) - 1; last >= 0 && slices.Contains(identifiers, words[last]) {
		said = words[:last]
	}
	if len(said) == 0 {
		return true // a number of nothing: it identifies what it stands in
	}
	for _, c := range append(s.named(name), s.named(strings.Join(said, " "))...) {
		if slices.Contains(classes, c) {
			return true
		}
	}
	for _, c := range classes {
		e := s.m.Element(c)
		// batch number, where the class is JarBatch
		if own := strings.Fields(model.Stems(e.Name)); len(said) < len(words) && len(own) > 0 && own[len(own)-1] == said[len(said)-1] {
			return true
		}
		for _, g := range classifier.Lineage(s.m, c) { // what is private is kept too
			for _, a := range s.m.Children(g, model.Attribute) {
				for _, w := range strings.Fields(model.Stems(a.Name)) {
					if slices.ContainsFunc(said, func(o string) bool { return alike(w, o) }) {
						return true
					}
				}
			}
		}
	}
	return false
}

// alike reports whether two words are forms of one: harvest and harvested.
func alike(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	return a == b || len(a) >= 5 && strings.HasPrefix(b, a[:len(a)-1])
}
