package model

import (
	"slices"
	"strings"
)

// Colour is one of a palette that survives colour blindness and print; what it
// looks like is a matter of page and exports.
type Colour string

// Colours lists the palette in the order in which it is offered.
var Colours = []Colour{"fern", "honey", "sky", "heather", "clay", "stone", "rose", "lagoon"}

const maxColours = 60

func verifyColours(p *Project) error {
	if len(p.Colours) > maxColours {
		return Faultf(CodeTooLarge, "%d stereotypes have a colour: at most %d can", len(p.Colours), maxColours).At(p.ID, "colours")
	}
	seen := map[string]bool{}
	for _, c := range p.Colours {
		if strings.TrimSpace(c.Stereotype) == "" {
			return Faultf(CodeInvalid, "a colour needs the stereotype that it is for").At(p.ID, "colours")
		}
		if seen[c.Stereotype] {
			return Faultf(CodeInvalid, "the stereotype %q has two colours", c.Stereotype).At(p.ID, "colours")
		}
		seen[c.Stereotype] = true
		known := false
		for _, k := range Colours {
			known = known || c.Colour == k
		}
		if !known {
			return Faultf(CodeInvalid, "%q is not a colour of the palette", string(c.Colour)).At(p.ID, "colours")
		}
	}
	return nil
}

// ColourOf is the colour of an element: that of its first stereotype that has
// one, and which stereotype that is.
func (m *Model) ColourOf(e *Element) (colour Colour, stereotype string) {
	for _, s := range e.Stereotypes {
		for _, c := range m.Project().Colours {
			if c.Stereotype == s {
				return c.Colour, s
			}
		}
	}
	return "", ""
}

// Stereotypes lists all stereotypes that elements bear, sorted.
func (m *Model) Stereotypes() []string {
	out := []string{}
	for _, e := range m.Elements() {
		for _, s := range e.Stereotypes {
			if !slices.Contains(out, s) {
				out = append(out, s)
			}
		}
	}
	slices.Sort(out)
	return out
}

const maxLabels = 50

func verifyLabels(p *Placement) error {
	if len(p.Labels) > maxLabels {
		return Faultf(CodeTooLarge, "%d labels were moved: at most %d can", len(p.Labels), maxLabels).At(p.ID, "labels")
	}
	for i, l := range p.Labels {
		if i > 0 && p.Labels[i-1].Label >= l.Label {
			return Faultf(CodeInvalid, "labels must be sorted, each once").At(p.ID, "labels")
		}
		if l.DX > 4000 || l.DX < -4000 || l.DY > 4000 || l.DY < -4000 {
			return Faultf(CodeInvalid, "the label is too far from what it belongs to").At(p.ID, "labels")
		}
	}
	return nil
}
