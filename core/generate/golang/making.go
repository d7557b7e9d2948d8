package golang

import "lexeon/core/generate"

// making makes instances in the fields of a variable, in their order, and then gives each
// what could not be there yet.
type making struct {
	In   string // the variable
	Made []made
	Late []value // calls of setters
}

// made is one instance.
type made struct {
	Field   string
	New     value
	Choices []string // interfaces that several provide: the model does not say who is asked
}

func (c *componentPrinter) making(w generate.Wiring, steps map[*generate.Step]string, param map[*generate.Type]string, in string) making {
	out := making{In: in}
	for _, s := range w.Steps {
		if steps[s] == "" {
			continue
		}
		m := made{Field: steps[s]}
		var args []value
		for _, a := range s.Args {
			var given value
			switch {
			case a.From != nil:
				given.Call = &call{On: []string{in, steps[a.From]}, Function: c.offer(a.From.Component, a.Provides)}
			default:
				given.Param = param[a.Needs]
			}
			if a.Late {
				set := call{On: []string{in, steps[s]}, Function: setter(s.Component, a.Needs), Args: []value{given}}
				out.Late, given = append(out.Late, value{Call: &set}), value{}
			}
			args = append(args, given)
			if a.Choice {
				m.Choices = append(m.Choices, c.g.ref[a.Needs])
			}
		}
		m.New = value{Call: &call{On: []string{c.packages[s.Component]}, Function: "New", Args: args}}
		out.Made = append(out.Made, m)
	}
	return out
}

// setter is the method by which a component is given an interface after it was made.
func setter(k *generate.Component, t *generate.Type) string {
	name, _ := methodsOf(k)(t)
	return name
}

// offer is the method by which a component gives an interface.
func (c *componentPrinter) offer(k *generate.Component, t *generate.Type) string {
	_, name := methodsOf(k)(t)
	return name
}

// methodsOf names the methods of a component, in one scope: what sets an interface that
// comes late, and what gives one.
func methodsOf(k *generate.Component) func(t *generate.Type) (set, give string) {
	scope := names{"New": true, "Component": true}
	sets, gives := map[*generate.Type]string{}, map[*generate.Type]string{}
	for _, t := range k.Late {
		sets[t] = scope.take("Set" + exported(t.Name, "Required"))
	}
	for _, t := range k.Provides {
		gives[t] = scope.take(exported(t.Name, "Provided"))
	}
	return func(t *generate.Type) (string, string) { return sets[t], gives[t] }
}
