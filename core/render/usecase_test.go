package render_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
	"lexeon/core/modeltest"
	"lexeon/core/render"
	"lexeon/core/scene"
	"lexeon/core/typeface"
)

var drawer = scene.NewDrawer(typeface.New())

// intake has every symbol and line end of use case diagrams.
func intake(t *testing.T) *model.Model {
	m := modeltest.Build(t, "actor Beekeeper", "actor Intake clerk", "actor Testing laboratory", "actor Food inspector", "abstract actor Member", "subject Heatherfold Honey Cooperative",
		"case Register delivery", "case Identify lots", "case Request sample test", "case Bottle blend", "case Print labels", "case Trace a recall", "abstract case Take something in", "case Dispatch all of the jars that a retailer asked for",
		"point Bottle blend: labels", "point Bottle blend: seals",
		"Beekeeper is a kind of Member", "Beekeeper starts Register delivery", `"Intake clerk" supports "Register delivery"`, `"Intake clerk" starts "Request sample test"`, `"Testing laboratory" supports "Request sample test"`,
		`"Food inspector" starts "Trace a recall"`, `"Register delivery" includes "Identify lots"`, `"Trace a recall" includes "Identify lots"`, `"Print labels" extends "Bottle blend" at labels when "the jars are new"`,
		`"Register delivery" is a kind of "Take something in"`, `Member takes part in "Bottle blend"`, `"Intake clerk" starts "Dispatch all of the jars that a retailer asked for"`,
		"within Heatherfold Honey Cooperative: Register delivery, Identify lots, Request sample test, Bottle blend, Print labels, Trace a recall, Take something in, Dispatch all of the jars that a retailer asked for",
		"cases Heatherfold Honey Cooperative, Beekeeper, Intake clerk, Testing laboratory, Food inspector, Member, Register delivery, Identify lots, Request sample test, Bottle blend, Print labels, Trace a recall, Take something in, Dispatch all of the jars that a retailer asked for")
	id := m.Diagrams()[0].ID
	changes, err := drawer.Arrange(m, id, scene.InLayers, nil)
	require.NoError(t, err)
	m, _, _, err = model.Edit(m, changes)
	require.NoError(t, err)
	return m
}

// The golden file is looked at when it is made.
func TestGoldenUseCaseDiagram(t *testing.T) {
	m := intake(t)
	golden(t, "use-cases", drawer.Of(m, m.Diagrams()[0].ID))
}

// What has no rule of its own would be drawn black.
func TestEveryRoleHasALook(t *testing.T) {
	m := intake(t)
	for _, s := range []*scene.Scene{drawer.Of(m, m.Diagrams()[0].ID), drawer.Of(flowSheet(t), "d"), drawer.Of(flowSheet(t, &model.SetProject{Set: model.P("flowNotation", model.Boxes)}), "d")} {
		svg, err := render.SVG(s)
		require.NoError(t, err)
		for _, g := range s.Groups {
			for _, p := range g.Shapes {
				if p.Text == nil && p.Image == nil {
					require.Contains(t, string(svg), "\n."+string(p.Role)+"{fill:", g.Title)
				}
			}
		}
	}
}

// Folders, one in another, as a golden file.
func TestGoldenPackages(t *testing.T) {
	m := modeltest.Build(t, "package Intake", "package Scales", "class Delivery", "class Balance", "actor Clerk", "case Weigh lot", "Clerk starts Weigh lot", "Delivery uses Balance",
		"into Intake: Delivery", "into Scales: Balance", "into Intake: Scales")
	m, _, _, err := model.Edit(m, []model.Change{&model.AddDiagram{ID: "d", Kind: model.ClassDiagram, Name: "Packages"}})
	require.NoError(t, err)
	for i, name := range []string{"Delivery", "Balance", "Intake", "Scales"} {
		e := m.Named(name, model.Class, model.PackageKind)[0]
		m, _, _, err = model.Edit(m, []model.Change{&model.Place{ID: model.ID(name), Diagram: "d", Subject: e.ID, X: 260 * i}})
		require.NoError(t, err)
	}
	golden(t, "packages", drawer.Of(m, "d"))
}
