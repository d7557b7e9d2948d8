package golang

import (
	"slices"
	"strconv"
	"strings"

	"lexeon/core/generate"
	"lexeon/core/model"
)

// linkNames are the methods by which one class keeps its half of a link for the class at the other end.
// They differ in the whole package, so that an interface can ask for them whatever kind of it is there.
type linkNames struct{ Link, Unlink, Full, Short, Current string }

// end is what a struct has for an end of an association.
type end struct {
	ID model.ID
	*linkNames
	Field, Label    string
	Type            *typeExpr // of one
	Doc, Of         string
	Many, Hidden    bool
	Get, Set        string
	Add, Remove     string
	AddDoc          string
	Unique          bool
	Limited, Needed bool
	Lower, Upper    string
	Nilable         bool // nil is none
	Owns, OwnedBy   bool
	Contested       bool
	Mandatory       bool
	Inverse         *linkNames
	InverseMany     bool
	InverseLimited  bool
	InverseNeeded   bool
	AddFails        bool
	RemoveFails     bool
	SetFails        bool
	Me              string // the object as the other end refers to it
	InverseFull     string // the call that tells whether the other end takes no more
	Iterates        bool   // what is there is given as an iterator
	Find            string // what is under a key
	ByKey           string // all by their key, where it is one
	Keys            []key
	PerKey          int
	of              *generate.End
}

// linked is a call in a constructor that links to what it was given.
type linked struct {
	On            []string // the way to the struct that has the end
	Set, Param    string
	Unlink        string // of the struct
	InverseUnlink string // of what was given; empty: it does not know
	Me            string
	Fails         bool
}

// allEnds are those of a type itself that are kept: hidden ones where the other end knows them.
func allEnds(t *generate.Type) []*generate.End {
	out := slices.Clone(t.Ends)
	for _, e := range t.Hidden {
		if e.Inverse != nil {
			out = append(out, e)
		}
	}
	return out
}

// linksOf names the link methods of all ends that are known from both sides, and finds the parts that can be in
// several wholes.
func (g *generator) linkAll() {
	used := names{}
	wholes := map[*generate.Type]int{}
	for _, t := range g.plan.Types {
		for _, e := range allEnds(t) {
			if e.Inverse == nil {
				continue
			}
			one, all := exported(e.Name, "Other"), exported(e.Name, "Other")
			if e.Many() {
				all = exported(e.Plural(), "Others")
			}
			of := "Of" + exported(t.Name, "Type")
			n := &linkNames{}
			for i := 1; ; i++ {
				end := of
				if i > 1 {
					end += strconv.Itoa(i)
				}
				n = &linkNames{Link: "link" + one + end, Unlink: "unlink" + one + end, Full: "hasAll" + all + end, Short: "needsAll" + all + end, Current: "current" + one + end}
				if !used[n.Link] && !used[n.Full] && !used[n.Current] {
					break
				}
			}
			for _, name := range []string{n.Link, n.Unlink, n.Full, n.Short, n.Current} {
				used[name] = true
			}
			g.links[e] = n
			if e.OwnedBy {
				wholes[g.family(t)]++
				if e.Many() {
					wholes[g.family(t)]++
				}
			}
		}
	}
	for f, n := range wholes {
		g.contested[f] = n > 1
	}
}

// family is one for all types that generalizations lead to from each other.
func (g *generator) family(t *generate.Type) *generate.Type {
	if f := g.families[t]; f != nil {
		return f
	}
	queue := []*generate.Type{t}
	g.families[t] = t
	for len(queue) > 0 {
		at := queue[0]
		queue = queue[1:]
		for _, n := range slices.Concat(at.Generals, at.Specifics) {
			if g.families[n] == nil {
				g.families[n] = t
				queue = append(queue, n)
			}
		}
	}
	return t
}

// hasLinks: it, or a general of it, has ends that Dispose and Validate see to.
func hasLinks(t *generate.Type) bool {
	own := func(t *generate.Type) bool { return len(allEnds(t))+len(t.Constraints) > 0 }
	return own(t) || slices.ContainsFunc(generate.Ancestors(t), own)
}

// isPart: it, or a general of it, can be in one of several wholes.
func (g *generator) isPart(t *generate.Type) bool {
	own := func(t *generate.Type) bool {
		return slices.ContainsFunc(allEnds(t), func(e *generate.End) bool { return e.OwnedBy && e.Inverse != nil })
	}
	return g.contested[g.family(t)] && (own(t) || slices.ContainsFunc(generate.Ancestors(t), own))
}

// me is an object of a type as what refers to it holds it.
func (g *generator) me(t *generate.Type, receiver string) string {
	if t.Polymorphic() {
		return receiver + "." + meOf(g.ref[t]) + "()"
	}
	return receiver
}

func meOf(ref string) string   { return "as" + ref }
func selfOf(ref string) string { return "self" + ref }

// reserved are names that nothing else in a struct may have: link methods of the type and of its generals, and
// what every linked struct has.
func (g *generator) reserved(t *generate.Type) names {
	out := names{"Validate": true, "Dispose": true, "isPart": true}
	for _, a := range append([]*generate.Type{t}, generate.Ancestors(t)...) {
		for _, e := range allEnds(a) {
			if n := g.links[e]; n != nil {
				for _, name := range []string{n.Link, n.Unlink, n.Full, n.Short, n.Current} {
					out[name] = true
				}
			}
		}
		if a.Polymorphic() {
			out[meOf(g.ref[a])], out[selfOf(g.ref[a])] = true, true
		}
	}
	return out
}

// end lays out one end of a type.
func (g *generator) end(t *generate.Type, e *generate.End, hidden bool, members names, receiver string) *end {
	x := &end{ID: e.ID, linkNames: g.links[e], Label: t.Name + "." + e.Name, Of: t.Name, Type: g.single(generate.TypeRef{Type: e.Type}), Many: e.Many(), Hidden: hidden, Unique: !e.Bag(),
		Limited: limited(e), PerKey: e.PerKey, of: e, Needed: e.Lower > 0 && !e.Open(), Lower: strconv.Itoa(e.Lower), Upper: strconv.Itoa(e.Upper),
		Nilable: e.Type.Kind != model.Enumeration, Owns: e.Owns && e.Inverse != nil, OwnedBy: e.OwnedBy && e.Inverse != nil, Mandatory: e.Mandatory(), Me: g.me(t, receiver)}
	if i := e.Inverse; i != nil {
		x.Inverse, x.InverseMany = g.links[i], i.Many()
		x.InverseLimited, x.InverseNeeded = limited(i), i.Lower > 0 && !i.Open()
		x.InverseFull = x.Inverse.Full + "()"
		if len(keysOf(i)) > 0 {
			x.InverseFull = x.Inverse.Full + "(" + x.Me + ")"
		}
		x.Contested = x.Owns && g.contested[g.family(e.Type)] || x.OwnedBy && g.contested[g.family(t)]
		x.AddFails = x.Contested || x.InverseLimited || !x.InverseMany && (!x.Owns || x.Needed)
		x.RemoveFails = x.InverseNeeded
		x.SetFails = x.Contested || x.InverseNeeded || x.InverseLimited || !x.InverseMany && (!x.Owns || x.Needed)
	}
	x.AddFails, x.RemoveFails = x.AddFails || x.Limited, x.RemoveFails || x.Needed
	if e.Verbal && !hidden {
		g.note(t, "%s", e.Since())
	}
	if !e.Many() {
		x.Field = members.take(unexported(e.Name, "other"))
		if !hidden {
			x.Get, x.Set = members.take(exported(e.Name, "Other")), members.take("Set"+exported(e.Name, "Other"))
			g.renamed(t, x.Label, x.Get, exported(e.Name, "Other"))
		}
		return x
	}
	x.Field = members.take(unexported(e.Plural(), "others"))
	if !hidden {
		x.Get, x.Add, x.Remove = members.take(exported(e.Plural(), "Others")), members.take("Add"+exported(e.Name, "Other")), members.take("Remove"+exported(e.Name, "Other"))
		g.renamed(t, x.Label, x.Get, exported(e.Plural(), "Others"))
		x.AddDoc = x.Add + " adds one"
		if x.Unique {
			x.AddDoc += "; it reports false if that one is there already"
		}
		x.AddDoc += "."
		if len(keysOf(e)) > 0 {
			x.Find = members.take("Find" + exported(map[bool]string{true: e.Name, false: e.Plural()}[e.PerKey == 1], "Other"))
		}
		if keys := keysOf(e); len(keys) == 1 {
			x.ByKey = members.take(exported(e.Plural(), "Others") + "By" + exported(keys[0].Name, "Key"))
		}
	}
	return x
}

// contract are the link methods that an interface asks for of any kind of a type.
func (g *generator) linkContract(t *generate.Type) (out []string) {
	typeText := func(e *generate.End) string {
		x := g.single(generate.TypeRef{Type: e.Type})
		if x.Pointer {
			return "*" + x.Of.Name
		}
		return x.Name
	}
	seen := map[*generate.End]bool{}
	for _, a := range append([]*generate.Type{t}, generate.Ancestors(t)...) {
		for _, e := range allEnds(a) {
			n := g.links[e]
			if n == nil || seen[e] {
				continue
			}
			seen[e] = true
			out = append(out, n.Link+"(one "+typeText(e)+")", n.Unlink+"(one "+typeText(e)+")")
			if e.Many() {
				switch {
				case limited(e) && len(keysOf(e)) > 0:
					out = append(out, n.Full+"(one "+typeText(e)+") bool")
				case limited(e):
					out = append(out, n.Full+"() bool")
				}
			} else {
				out = append(out, n.Current+"() "+typeText(e))
			}
			if e.Lower > 0 && !e.Open() {
				out = append(out, n.Short+"() bool")
			}
		}
	}
	if hasLinks(t) {
		out = append(out, "Dispose()", "Validate() []string")
	}
	if g.isPart(t) {
		out = append(out, "isPart() bool")
	}
	return out
}

// forward is a method that a struct with several generals has anew, since Go would find it twice.
type forward struct{ Signature, Call string }

func (g *generator) forwards(t *generate.Type, receiver string) (out []forward) {
	if len(t.Generals) < 2 {
		return nil
	}
	seen := map[*generate.Type]bool{}
	var visit func(a *generate.Type, way string)
	visit = func(a *generate.Type, way string) {
		if seen[a] {
			return
		}
		seen[a] = true
		way += "." + g.struct_[a]
		for _, e := range allEnds(a) {
			if g.links[e] == nil {
				continue
			}
			only := *a
			only.Ends, only.Hidden, only.Generals = []*generate.End{e}, nil, nil
			for _, s := range g.linkContract(&only) {
				name, rest, _ := strings.Cut(s, "(")
				if name == "Dispose" || name == "Validate" || name == "isPart" {
					continue
				}
				call := receiver + way + "." + name + "()"
				if strings.HasPrefix(rest, "one ") {
					call = receiver + way + "." + name + "(one)"
				}
				if strings.HasSuffix(s, ")") == false {
					call = "return " + call
				}
				out = append(out, forward{s, call})
			}
		}
		if a.Polymorphic() {
			out = append(out, forward{meOf(g.ref[a]) + "() " + g.ref[a], "return " + receiver + way + "." + meOf(g.ref[a]) + "()"})
		}
		for _, up := range a.Generals {
			visit(up, way)
		}
	}
	for _, a := range t.Generals {
		visit(a, "")
	}
	return out
}
