package model

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
