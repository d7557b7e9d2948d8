package model

import "slices"

// SetProject sets fields of the project: name, definition, settings.
type SetProject struct {
	readsNothing
	Set Patch `json:"set"`
}

func (c *SetProject) apply(d *draft) error {
	return d.setProject(c.Set, "name", "definition", "colours", "flowNotation", "contextZero", "contextStores", "mostProcesses", "mergePerformers", "performers", "language", "rules", "targets")
}

func (d *draft) setProject(set Patch, allowed ...string) error {
	r, err := patched(d.Project(), set, allowed)
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *SetProject) says(before, after *Model) string {
	return "Change the project"
}

func (*SetProject) weight() int { return altering }

// DecideTarget decides one option of a target, and leaves what is decided of the others as it is: two decisions
// on their way at once do not undo each other.
type DecideTarget struct {
	readsNothing
	Target string `json:"target"` // under whose name the project keeps it
	Option string `json:"option"`
	Value  string `json:"value"`
	Usual  bool   `json:"usual,omitempty"` // nothing is decided: Value does not count
}

func (c *DecideTarget) apply(d *draft) error {
	list := slices.DeleteFunc(slices.Clone(d.Project().Targets), func(s TargetSetting) bool { return s.Target == c.Target && s.Option == c.Option })
	if !c.Usual {
		list = append(list, TargetSetting{c.Target, c.Option, c.Value})
	}
	return d.setProject(P("targets", list), "targets")
}

func (c *DecideTarget) says(before, after *Model) string {
	return "Decide the option " + c.Option + " of " + c.Target
}

func (*DecideTarget) weight() int { return altering }

// DecidePerformer says whether a performer is inside, and leaves what is decided of the others as it is.
type DecidePerformer struct {
	readsNothing
	Name   string `json:"name"`
	Inside bool   `json:"inside,omitempty"`
	Reason string `json:"reason,omitempty"`
	ByRule bool   `json:"byRule,omitempty"` // nothing is decided: the rule says it
}

func (c *DecidePerformer) apply(d *draft) error {
	list := slices.DeleteFunc(slices.Clone(d.Project().Performers), func(p PerformerSide) bool { return p.Name == c.Name })
	if !c.ByRule {
		list = append(list, PerformerSide{Name: c.Name, Inside: c.Inside, Reason: c.Reason})
	}
	return d.setProject(P("performers", list), "performers")
}

func (c *DecidePerformer) says(before, after *Model) string {
	switch {
	case c.ByRule:
		return "Let the rule say where " + c.Name + " is"
	case c.Inside:
		return "Put " + c.Name + " inside"
	}
	return "Put " + c.Name + " outside"
}

func (*DecidePerformer) weight() int { return altering }

// SetColour gives a stereotype a colour, or none, and leaves the others as they are.
type SetColour struct {
	readsNothing
	Stereotype string `json:"stereotype"`
	Colour     Colour `json:"colour,omitempty"`
}

func (c *SetColour) apply(d *draft) error {
	list := slices.DeleteFunc(slices.Clone(d.Project().Colours), func(s StereotypeColour) bool { return s.Stereotype == c.Stereotype })
	if c.Colour != "" {
		list = append(list, StereotypeColour{c.Stereotype, c.Colour})
	}
	return d.setProject(P("colours", list), "colours")
}

func (c *SetColour) says(before, after *Model) string {
	return "Colour «" + c.Stereotype + "»"
}

func (*SetColour) weight() int { return altering }
