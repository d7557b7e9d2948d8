package check

import (
	"slices"
	"strings"

	"lexeon/core/graph"
	"lexeon/core/model"
)

var packageCycle = &Analyzer{
	Name: "package/cycle", Title: "Packages need each other in a circle", Severity: Advice,
	Doc: "Following what each package uses of others leads back to the start. None of them can be understood, tested or compiled alone. What counts: kinds of, realizations, dependencies, types of features, and associations that can be followed to the other package. " +
		"A package and what is in it count as one.",
	Source: "The acyclic dependencies principle: Martin 2003, ch. 20; UML 2.5.1, 12.2.3.",
	Finds:  "A class of Intake is a kind of a class of Blending, and a class of Blending uses one of Intake.",
	Leaves: "Intake uses Blending, and Blending uses nothing of Intake; an association without arrows",
	Scope: Whole{
		Touched: rowsOf(append(model.ClassifierKinds(), model.PackageKind, model.Association, model.End, model.Generalization, model.Realization,
			model.Dependency, model.Usage, model.Attribute, model.Operation, model.Parameter)...).has,
		Run: func(p *Pass) {
			m := p.Model
			packages := m.OfKind(model.PackageKind)
			if len(packages) < 2 {
				return
			}
			uses := packageUses(m)
			var nodes []model.ID
			for _, e := range packages {
				nodes = append(nodes, e.ID)
			}
			slices.Sort(nodes)
			for _, component := range graph.Components(nodes, func(id model.ID) []model.ID { return uses[id] }) {
				cycle := shortestCycle(slices.Min(component), component, uses)
				if len(cycle) < 2 {
					continue
				}
				var names []string
				for _, id := range append(slices.Clone(cycle), cycle[0]) {
					names = append(names, nameOf(m, id))
				}
				p.Report(Finding{Subject: cycle[0], Related: cycle[1:], says: say("Packages in a circle: %s.", strings.Join(names, " uses "))}, idStrings(cycle)...)
			}
		},
	},
}

// packageUses tells for every package which others it uses. Packages that are in
// one another do not use each other.
func packageUses(m *model.Model) map[model.ID][]model.ID {
	uses := map[model.ID]map[model.ID]bool{}
	within := func(id model.ID) []model.ID {
		var out []model.ID
		for _, e := range m.PackagePath(id) {
			out = append(out, e.ID)
		}
		if e := m.Element(id); e != nil && e.Kind == model.PackageKind {
			out = append(out, id)
		}
		return out
	}
	add := func(from, to model.ID) {
		a, b := within(from), within(to)
		for _, x := range a {
			for _, y := range b {
				if slices.Contains(a, y) || slices.Contains(b, x) {
					continue
				}
				if uses[x] == nil {
					uses[x] = map[model.ID]bool{}
				}
				uses[x][y] = true
			}
		}
	}
	for _, r := range m.Relationships(model.Generalization, model.Realization, model.Dependency, model.Usage) {
		add(r.Source, r.Target)
	}
	for _, r := range m.Relationships(model.Association) {
		ends := m.Ends(r.ID)
		for i, e := range ends {
			if e.End().Navigable == model.Yes && len(ends) == 2 {
				add(ends[1-i].Type, e.Type)
			}
		}
	}
	var parts func(owner, part model.ID)
	parts = func(owner, part model.ID) {
		for _, e := range m.Children(part, model.Attribute, model.Operation, model.Parameter) {
			if e.Type != "" {
				add(owner, e.Type)
			}
			parts(owner, e.ID)
		}
	}
	for _, pkg := range m.OfKind(model.PackageKind) {
		for _, c := range m.Children(pkg.ID, model.ClassifierKinds()...) {
			parts(c.ID, c.ID)
		}
	}
	out := map[model.ID][]model.ID{}
	for from, to := range uses {
		for id := range to {
			out[from] = append(out[from], id)
		}
		slices.Sort(out[from])
	}
	return out
}
