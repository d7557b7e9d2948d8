package main

import (
	"flag"
	"fmt"
	"io"

	"lexeon/core/model"
	"lexeon/core/neatness"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

// judgeDrawings tells what a reader of the diagrams of a model file stumbles over.
func judgeDrawings(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("drawings", flag.ContinueOnError)
	name := set.String("diagram", "", "name or id of a diagram; all without it")
	thorough := set.Bool("thorough", false, "tell also which crossings would go if one shape stood elsewhere; for small diagrams")
	m, code := parse(set, args, errs)
	if m == nil {
		return code
	}
	list := m.Diagrams()
	if *name != "" {
		id, err := findDiagram(m, *name)
		if err != nil {
			return fail(errs, err)
		}
		list = []*model.Diagram{m.Diagram(id)}
	}
	drawer := scene.NewDrawer(typeface.New())
	found := false
	for _, d := range list {
		j := neatness.Of(drawer.Of(m, d.ID))
		if *thorough && j.Crossings > 0 {
			j.Faults = append(j.Faults, neatness.Avoidable(m, drawer, d.ID)...)
		}
		fmt.Fprintf(out, "%s: %s, %s\n", d.Name, count(j.Crossings, "crossing"), count(j.Bends, "bend"))
		for _, f := range j.Faults {
			found = true
			fmt.Fprintf(out, "  %s: %s\n", f.Kind, f.Which)
		}
	}
	if found {
		return exitFindings
	}
	return exitOK
}

func count(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}
