package model

import "slices"

// SetProject sets fields of the project: name, definition, settings.
type SetProject struct {
	readsNothing
	Set Patch `json:"set"`
}

func (c *SetProject) apply(d *draft) error {
	r, err := patched(d.Project(), c.Set, []string{"name", "definition", "colours", "flowNotation", "contextZero", "contextStores", "mostProcesses", "mergePerformers", "performers", "language", "rules", "targets"})
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
	r, err := patched(d.Project(), P("targets", list), []string{"targets"})
	if err != nil {
		return err
	}
	d.put(r)
	return nil
}

func (c *DecideTarget) says(before, after *Model) string {
	return "Decide how " + c.Option + " is generated"
}

func (*DecideTarget) weight() int { return altering }
