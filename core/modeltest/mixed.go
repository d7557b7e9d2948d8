package modeltest

import (
	"fmt"
	"math/rand/v2"

	"lexeon/core/model"
)

// Mixed makes a model of n elements of all kinds, in the mixture of a large project: 45 %
// classes, 5 % interfaces, 10 % use cases, 5 % actors, 15 % data items, 8 % processes, 5 %
// stores, 2 % external entities, 5 % components; with parts, a diagram, a brief, and some
// 1.5 relationships of all kinds for each. A sound one gives rise to few findings: names
// are different and levels are balanced. Of the others names repeat, types are missing
// and flows lead anywhere, so that there are many.
func Mixed(n int, sound bool) *model.Model {
	x := &mixing{n: n, sound: sound, names: map[model.ID]string{}, rnd: rand.New(rand.NewPCG(uint64(n), 23))}
	x.classes()
	x.useCases()
	x.flows()
	x.components()
	x.brief()
	return inParts(x.changes)
}

// mixing collects what makes a mixed model.
type mixing struct {
	n       int
	sound   bool
	rnd     *rand.Rand
	changes []model.Change
	named   int
	names   map[model.ID]string // of classes and actors
}

func (x *mixing) add(c ...model.Change) { x.changes = append(x.changes, c...) }

func (x *mixing) share(percent int) int { return max(2, x.n*percent/100) }

func (x *mixing) id(prefix string, i int) model.ID { return model.ID(fmt.Sprint(prefix, i)) }

// any of so many.
func (x *mixing) any(prefix string, of int) model.ID { return x.id(prefix, x.rnd.IntN(of)) }

var (
	mixedWhich = []string{"Amber", "Broad", "Coastal", "Daily", "Eastern", "Foreign", "Granted", "Hourly", "Inland", "Joint", "Kept", "Local", "Marked", "Narrow", "Outer", "Paid", "Quiet", "Regional", "Sealed", "Tidal", "Upper", "Vacant", "Western", "Yearly"}
	mixedWhose = []string{"Harbour", "Museum", "Orchard", "Quarry", "Theatre", "Clinic", "Library", "Railway", "Bakery", "Foundry", "Nursery", "Vineyard", "Ferry", "Archive", "Kiln", "Depot", "Garage", "Studio", "Chapel", "Market", "Tannery", "Sawmill", "Brewery", "Hostel"}
	mixedWhat  = []string{"Berth", "Exhibit", "Tree", "Permit", "Ticket", "Ward", "Shelf", "Wagon", "Oven", "Mould", "Seedling", "Barrel", "Crossing", "Folder", "Tile", "Pallet", "Lift", "Print", "Bell", "Stall", "Hide", "Plank", "Keg", "Bunk"}
	mixedDo    = []string{"Assign", "Book", "Cancel", "Deliver", "Enter", "File", "Grade", "Hold", "Inspect", "Join", "List", "Move", "Notify", "Order", "Pack", "Repair", "Send", "Test", "Update", "Weigh"}
)

// name is one that no other has, or, where the model is not to be sound, one that some
// twenty others have.
func (x *mixing) name() string {
	i := x.named
	if x.named++; !x.sound {
		i = x.rnd.IntN(max(len(mixedWhat), x.n/20))
	}
	a, b, c := i/len(mixedWhat)/len(mixedWhose)%len(mixedWhich), i/len(mixedWhat)%len(mixedWhose), i%len(mixedWhat)
	return mixedWhich[a] + " " + mixedWhose[b] + " " + mixedWhat[c]
}

func (x *mixing) doing() string { return mixedDo[x.rnd.IntN(len(mixedDo))] + " " + x.name() }

func (x *mixing) classes() {
	classes, interfaces := x.share(45), x.share(5)
	x.add(&model.AddDiagram{ID: "overview", Kind: model.ClassDiagram, Name: "Overview"})
	for i := range interfaces {
		id := x.id("interface", i)
		x.add(&model.AddElement{ID: id, Kind: model.Interface, Name: x.name() + " Reader"},
			&model.AddPart{ID: x.id("asked", i), Owner: id, Kind: model.Operation, Name: fmt.Sprint("ask", i), Set: model.P("visibility", "public")})
	}
	for i := range classes {
		id := x.id("class", i)
		x.names[id] = x.name()
		x.add(&model.AddElement{ID: id, Kind: model.Class, Name: x.names[id]})
		for j, typed := range []string{"Identifier", "Date"} {
			if !x.sound && x.rnd.IntN(3) == 0 {
				typed = mixedWhose[x.rnd.IntN(len(mixedWhose))]
			}
			x.add(&model.AddPart{ID: x.id(fmt.Sprint("detail", j, "of"), i), Owner: id, Kind: model.Attribute, Name: []string{"key", "since"}[j], Set: model.P("typeName", typed, "visibility", "private", "identifier", j == 0)})
		}
		if i < 60 {
			x.add(&model.Place{ID: x.id("shown", i), Diagram: "overview", Subject: id, X: i % 10 * 260, Y: i / 10 * 220})
		}
	}
	for i := range x.share(60) {
		a := i % classes
		b := (a + 1 + x.rnd.IntN(40)) % classes
		lower, upper := "1", "0..*"
		if !x.sound && x.rnd.IntN(3) == 0 {
			lower, upper = "", "2..1"[:1]
		}
		x.add(&model.Connect{ID: x.id("association", i), Kind: model.Association, Name: fmt.Sprintf("belongs to %s", x.name()), Ends: []model.NewEnd{
			{ID: x.id("from", i), Type: x.id("class", a), Set: model.P("multiplicity", lower)}, {ID: x.id("to", i), Type: x.id("class", b), Set: model.P("multiplicity", upper)}}})
	}
	for i := range x.share(10) {
		a := 1 + x.rnd.IntN(classes-1)
		x.add(&model.Connect{ID: x.id("kind", i), Kind: model.Generalization, Source: x.id("class", a), Target: x.any("class", a)})
	}
	for i := range x.share(5) {
		at := i % interfaces
		class := x.any("class", classes)
		x.add(&model.Connect{ID: x.id("realization", i), Kind: model.Realization, Source: class, Target: x.id("interface", at)})
		if x.sound {
			x.add(&model.AddPart{ID: x.id("done", i), Owner: class, Kind: model.Operation, Name: fmt.Sprint("ask", at), Set: model.P("visibility", "public")})
		}
		x.add(&model.Connect{ID: x.id("dependency", i), Kind: model.Dependency, Source: x.any("class", classes), Target: x.id("interface", at)})
	}
}

func (x *mixing) useCases() {
	cases, actors := x.share(10), x.share(5)
	for i := range actors {
		id := x.id("actor", i)
		x.names[id] = x.name() + " keeper"
		x.add(&model.AddElement{ID: id, Kind: model.Actor, Name: x.names[id]})
	}
	for i := range cases {
		id := x.id("case", i)
		x.add(&model.AddElement{ID: id, Kind: model.UseCase, Name: x.doing()})
		about := x.names[x.id("class", i*7%x.share(45))]
		for j, text := range []string{x.names[x.id("actor", i%actors)] + " asks for the " + about, "System registers the " + about, "System shows the " + about + " and its date"} {
			x.add(&model.AddPart{ID: x.id(fmt.Sprint("step", j, "of"), i), Owner: id, Kind: model.Step, Set: model.P("text", text)})
		}
		x.add(&model.Connect{ID: x.id("part", i), Kind: model.Participation, Source: x.id("actor", i%actors), Target: id})
		if i > 0 && i%4 == 0 {
			kind := []model.Kind{model.Include, model.Extend}[i/4%2]
			x.add(&model.Connect{ID: x.id("use", i), Kind: kind, Source: id, Target: x.any("case", i)})
		}
	}
}

// flows makes levels of up to seven processes each. Every process takes something in and
// gives something out; the first and the last of a level carry on what the process above
// has.
func (x *mixing) flows() {
	processes, stores, entities, items := x.share(8), x.share(5), x.share(2), x.share(15)
	for i := range entities {
		x.add(&model.AddElement{ID: x.id("entity", i), Kind: model.Entity, Name: x.name() + " office"})
	}
	made := 0
	item := func() string {
		name := x.name() + " note"
		if made < items {
			x.add(&model.AddElement{ID: x.id("item", made), Kind: model.DataItem, Name: name, Set: model.P("source", model.CreatedHere)})
			made++
		}
		return name
	}
	flow := 0
	first, many := 0, 1 // processes of the level that is made
	flows := func(name string, from, to model.ID) {
		if !x.sound && x.rnd.IntN(3) == 0 {
			name = x.name()
			if from != "" && to != "" {
				from = x.id("process", first+x.rnd.IntN(many))
			}
		}
		if from == to {
			return
		}
		x.add(&model.Connect{ID: x.id("flow", flow), Kind: model.DataFlow, Name: name, Source: from, Target: to})
		flow++
	}
	type open struct {
		at      int
		in, out string
	}
	x.add(&model.AddElement{ID: "process0", Kind: model.Process, Name: x.name() + " company"})
	context := open{0, item(), item()}
	levels := []open{context}
	for at := 1; at < processes; {
		p := levels[0]
		levels = levels[1:]
		first, many = at, min(7, processes-at)
		for k := range many {
			x.add(&model.AddElement{ID: x.id("process", at+k), Kind: model.Process, Name: x.doing(), Owner: x.id("process", p.at)})
		}
		in := p.in
		for k := range many {
			out := p.out
			if k < many-1 {
				out = item()
			}
			id, from := x.id("process", at+k), model.ID("")
			if k > 0 {
				from = x.id("process", at+k-1)
			}
			flows(in, from, id)
			levels = append(levels, open{at + k, in, out})
			in = out
		}
		flows(p.out, x.id("process", at+many-1), "")
		at += many
	}
	first, many = 0, 1
	flows(context.in, "entity0", "process0")
	flows(context.out, "process0", "entity1")
	for i := range stores {
		name := item()
		x.add(&model.AddElement{ID: x.id("store", i), Kind: model.Store, Name: x.name() + " file", Set: model.P("contents", "{"+name+"}")})
		leaf := x.id("process", processes-1-i%(processes/2))
		first = processes - 1 - i%(processes/2)
		flows(name, leaf, x.id("store", i))
		flows(name, x.id("store", i), leaf)
	}
	for made < items {
		item()
	}
}

func (x *mixing) components() {
	components, interfaces, classes := x.share(5), x.share(5), x.share(45)
	for i := range components {
		id := x.id("component", i)
		x.add(&model.AddElement{ID: id, Kind: model.Component, Name: x.name() + " service"},
			&model.Connect{ID: x.id("provides", i), Kind: model.Provides, Source: id, Target: x.id("interface", i%interfaces)})
		if i > 0 {
			j := x.rnd.IntN(i)
			x.add(&model.Connect{ID: x.id("assembly", i), Kind: model.Assembly, Source: id, Target: x.id("component", j)},
				&model.SetRelationship{ID: x.id("assembly", i), Set: model.P("interface", x.id("interface", j%interfaces))})
		}
		for j := range 2 {
			x.add(&model.Connect{ID: x.id(fmt.Sprint("holds", j, "in"), i), Kind: model.Holds, Source: id, Target: x.id("class", (2*i+j)%classes)})
		}
	}
}

// brief says something of a tenth of the classes, and the processes and use cases come
// from it.
func (x *mixing) brief() {
	sentence := 0
	for section := range x.share(1) / 2 {
		id := x.id("section", section)
		x.add(&model.AddElement{ID: id, Kind: model.Section, Name: fmt.Sprint("Part ", section+1)})
		for range 20 {
			s := x.id("sentence", sentence)
			x.add(&model.AddElement{ID: s, Kind: model.Sentence, Owner: id, Set: model.P("text", fmt.Sprintf("Each %s is kept with its date.", x.name()))},
				&model.Connect{ID: x.id("trace", sentence), Kind: model.Trace, Source: x.any("class", x.share(45)), Target: s})
			sentence++
		}
	}
}
