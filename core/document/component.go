package document

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"lexeon/core/component"
	"lexeon/core/model"
	"lexeon/core/notation"
)

// components documents the components: what each provides and requires, at which
// ports, what it holds, what is in it, and what follows if it were taken out.
func components(b *strings.Builder, m *model.Model) {
	list := slices.SortedFunc(slices.Values(m.OfKind(model.Component)), func(x, y *model.Element) int {
		return cmp.Or(strings.Compare(strings.ToLower(x.Name), strings.ToLower(y.Name)), cmp.Compare(x.ID, y.ID))
	})
	if len(list) > 0 {
		b.WriteString("\n## Components\n")
	}
	web := component.WebOf(m)
	for _, c := range list {
		fmt.Fprintf(b, "\n### %s\n\n*component*", text(orUnnamed(c.Name)))
		words := slices.Clone(c.Stereotypes)
		if c.Component().External {
			words = append(words, "external")
		}
		if len(words) > 0 {
			fmt.Fprintf(b, " «%s»", text(strings.Join(words, ", ")))
		}
		if o := m.Element(c.Owner); o != nil && o.Kind == model.Component {
			fmt.Fprintf(b, ", in %s", text(orUnnamed(o.Name)))
		}
		b.WriteString("\n")
		if def := m.Definition(c); def != "" {
			fmt.Fprintf(b, "\n%s\n", paragraphs(def))
		}
		var lines []string
		for _, kind := range []model.Kind{model.Provides, model.Requires, model.Assembly, model.Delegation, model.Dependency, model.Usage} {
			for _, r := range m.RelationshipsOf(c.ID) {
				if r.Kind == kind && r.Source == c.ID {
					lines = append(lines, notation.ReadBack(m, r)[0].String())
				}
			}
		}
		add := func(title string, elements []*model.Element) {
			var names []string
			for _, e := range elements {
				names = append(names, orUnnamed(e.Name))
			}
			if slices.Sort(names); len(names) > 0 {
				lines = append(lines, title+" "+strings.Join(names, ", ")+".")
			}
		}
		add("Made of:", m.Children(c.ID, model.Component))
		add("Holds:", m.Held(c.ID))
		for _, n := range web.Broken(c.ID) {
			lines = append(lines, fmt.Sprintf("Without it, %s gets no %s.", m.Element(n.Component).Name, m.Element(n.Interface).Name))
		}
		add("Could be replaced by:", web.Replacements(c.ID))
		for i, l := range lines {
			if i == 0 {
				b.WriteString("\n")
			}
			fmt.Fprintf(b, "- %s\n", text(l))
		}
	}
}
