package check

import (
	"fmt"
	"strings"

	"lexeon/core/english"
	"lexeon/core/matrix"
	"lexeon/core/model"
)

var crossStoreData = &Analyzer{
	Name: "cross/store-data", Title: "No attribute keeps what rests in a store", Severity: Advice,
	Doc: "An item of data rests in a store, but none of the classes that the store is of, nor any that they are associated with, has an attribute for it: the program would forget it. " +
		"An attribute keeps an item if both share a word; an item is also kept by an association with the class that it is the term of, or that it identifies. " +
		"Left out are keys, derived data, goods, and classes without any attribute, which are not worked out yet.",
	Source:   "The contents of a store are the attributes of what it stores: Yourdon 1989, ch. 14; data at rest and the class model describe the same facts.",
	Finds:    "Lot register = {lot entry}, lot entry = @lot number + mass + colour, and HoneyLot with the attribute mass only.",
	Leaves:   "harvest date, where HoneyLot has the attribute harvested; beekeeper number, where a Beekeeper delivers a HoneyLot.",
	Requires: []Requirement{usesOfClasses}, OnRequest: true,
	Scope: onUses(func(p *Pass, x *matrix.Matrix) {
		for _, k := range x.Unkept(p.Model) {
			var names []string
			for _, c := range k.Of {
				names = append(names, nameOf(p.Model, c.ID))
			}
			lack := names[0] + " has no attribute for it"
			if len(names) > 1 {
				lack = "none of " + english.List(names) + " has an attribute for it"
			}
			f := Finding{Subject: k.Store.ID, Key: string(k.Item.ID), Related: []model.ID{k.Item.ID}, says: say("%s rests in %s, and %s.", nameOf(p.Model, k.Item.ID), nameOf(p.Model, k.Store.ID), lack)}
			if len(k.Of) == 1 {
				f.Mends = append(f.Mends, attributeMend(k))
			}
			p.Report(f)
		}
	}),
}

// attributeMend adds an attribute for an item to the only class of its store, with the
// item's type where that is one that every class knows.
func attributeMend(k matrix.Unkept) Mend {
	words := model.Words(k.Item.Name)
	name := ""
	for i, w := range words {
		if i > 0 {
			w = model.Capital(w)
		}
		name += w
	}
	set := model.P("visibility", model.Private)
	if t, ok := model.Primitive(strings.TrimSpace(k.Item.DataItem().Type)); ok {
		set = model.P("visibility", model.Private, "typeName", t)
	}
	class := k.Of[0]
	return Mend{Title: fmt.Sprintf("%s has the attribute %s", class.Name, name),
		Changes: []model.Change{&model.AddPart{ID: model.DeriveID("kept", string(class.ID), string(k.Item.ID)), Owner: class.ID, Kind: model.Attribute, Name: name, Set: set}}}
}
