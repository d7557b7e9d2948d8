package notation

import (
	"strconv"
	"strings"

	"lexeon/core/model"
)

const (
	unknownCost   = 10
	elsewhereCost = 40 // what is made belongs on another kind of diagram
)

// ref reads a name that stands for an element. Exact names come first, then
// names that meet in normal form; a name that nobody bears costs most and is
// read with the kind that the statement implies.
func (p *parser) ref(i int, implied model.Kind) []parsed[Ref] {
	if w := p.word(i); p.forgiving && (articles[w] || possessives[w]) {
		return append(p.refAt(i, implied), p.refAt(i+1, implied)...)
	}
	return p.refAt(i, implied)
}

var articles = map[string]bool{"the": true, "a": true, "an": true, "each": true, "every": true}

func (p *parser) refAt(i int, implied model.Kind) []parsed[Ref] {
	key := i*2 + map[bool]int{true: 1}[implied == model.Interface]
	if found, ok := p.refs[key]; ok {
		return found
	}
	var out []parsed[Ref]
	for _, n := range p.refNames(i) {
		name, end, kind := n.value, n.end, model.Kind("")
		if p.mark(end, "@") {
			kind = kindNamed(p.word(end + 1))
			if kind == "" {
				continue
			}
			end += 2
		}
		found := append(p.m.ClassifiersNamed(name), p.m.Named(name, model.PackageKind, model.Component)...)
		if len(found) == 0 && p.forgiving {
			found = p.m.ClassifiersByTerm(name)
		}
		hit := false
		for _, e := range found {
			if kind == "" || e.Kind == kind {
				cost := 0
				if kind == "" {
					cost = p.elsewhere(e)
				}
				out = append(out, parsed[Ref]{Ref{Name: e.Name, Kind: e.Kind, ID: e.ID}, end, cost})
				hit = true
			}
		}
		if !hit && name != "" {
			k := kind
			if k == "" {
				k = implied
			}
			if p.forgiving && p.toks[i].kind == tokWord {
				name = p.asClassName(name, i == 0)
			}
			out = append(out, parsed[Ref]{Ref{Name: name, Kind: k}, end, unknownCost + n.cost + oddName(name)})
		}
	}
	p.refs[key] = out
	return out
}

// asClassName writes a new name as classes are written, where it was typed
// without any capital as part of a sentence: singular, "one or more honey jars"
// gives HoneyJar. A name typed with a capital stays as it is.
func (p *parser) asClassName(name string, begins bool) string {
	if first, rest, more := strings.Cut(name, " "); begins && more && strings.ToLower(rest) == rest && model.Capital(strings.ToLower(first)) == first {
		name = strings.ToLower(name) // a sentence begins with a capital
	}
	if strings.ToLower(name) != name {
		return name
	}
	words := strings.Fields(name)
	words[len(words)-1] = model.Singular(words[len(words)-1])
	for i, w := range words {
		words[i] = model.Capital(w)
	}
	return strings.Join(words, "")
}

// oddName: an unknown name that starts small and goes on with a capital letter
// ("after Swarm") has most likely swallowed the end of a verb.
func oddName(name string) int {
	first, rest, _ := strings.Cut(name, " ")
	for w := range strings.FieldsSeq(strings.ToLower(rest)) {
		if articles[w] || toBe[w] || modals[w] != plainly {
			return 8
		}
	}
	if strings.ToLower(first) == first && strings.ToLower(rest) != rest {
		return 2
	}
	return 0
}

// refNames reads the names a reference may be. Known names of several words may
// contain reserved words; unknown ones may not.
func (p *parser) refNames(i int) []parsed[string] {
	if i >= len(p.toks) {
		return nil
	}
	if p.toks[i].kind == tokQuoted {
		return []parsed[string]{{p.toks[i].text, i + 1, 0}}
	}
	out := p.names(i)
	if !p.forgiving {
		return out
	}
	// A class may be called Frame or Part: a capital letter tells the name from
	// the word of the grammar.
	if t := p.toks[i]; t.kind == tokWord && isReserved(t.text) && !articles[strings.ToLower(t.text)] && strings.ToLower(t.text) != t.text {
		out = append(out, parsed[string]{t.text, i + 1, 2})
	}
	var words []string
	for n := 0; n < 8 && i+n < len(p.toks) && p.toks[i+n].kind == tokWord; n++ {
		words = append(words, p.toks[i+n].text)
		name := strings.Join(words, " ")
		if n < len(out) && out[n].value == name {
			continue
		}
		if n <= len(out) && n < 3 && p.isNoun(i+n) { // two wheels and a frame, a bus pass
			out = append(out, parsed[string]{name, i + n + 1, n + 2})
			continue
		}
		if len(p.m.ClassifiersNamed(name)) > 0 || len(p.m.ClassifiersByTerm(name)) > 0 || len(p.m.Named(name, model.PackageKind, model.Component)) > 0 {
			out = append(out, parsed[string]{name, i + n + 1, n})
		}
	}
	return out
}

// nouns are words of the grammar that are nouns as well.
var nouns = map[string]bool{"frame": true, "part": true, "kind": true, "passes": true, "holds": true, "starts": true, "supports": true, "uses": true}

// isNoun reports whether a word of the grammar is a noun where it stands: behind an article, a number or
// another word of a name, with nothing of the same sentence behind it that it could be the verb of.
func (p *parser) isNoun(i int) bool {
	if i < 1 || !nouns[p.word(i)] || !(articles[p.word(i-1)] || p.numberedUpTo(i) || p.mark(i-1, ",") || p.word(i-1) == "and" || !isReserved(p.word(i-1))) {
		return false
	}
	next := p.word(i + 1)
	return i+1 == len(p.toks) || p.mark(i+1, ",") || next == "and" || next == "or" || toBe[next] || isModal(next) || prepositions[next] && next != "of"
}

func kindNamed(word string) model.Kind {
	for _, k := range append(model.KindsOn(model.ClassDiagram), model.KindsOn(model.ComponentDiagram)...) {
		if strings.ToLower(string(k.Kind)) == word {
			return k.Kind
		}
	}
	return ""
}

var numberByWord = func() map[string]int {
	m := map[string]int{}
	for i, w := range numberWords[1:] {
		m[w] = i + 1
	}
	for i, w := range []string{"thirteen", "fourteen", "fifteen", "sixteen", "seventeen", "eighteen", "nineteen"} {
		m[w] = 13 + i
	}
	for i, w := range []string{"twenty", "thirty", "forty", "fifty", "sixty", "seventy", "eighty", "ninety"} {
		m[w] = 20 + 10*i
	}
	return m
}()

// multiplicities reads an optional multiplicity, in notation or, forgiving, in
// words.
func (p *parser) multiplicities(i int) []parsed[model.Multiplicity] {
	none := parsed[model.Multiplicity]{end: i}
	if i >= len(p.toks) {
		return nil
	}
	switch {
	case p.mark(i, "?"):
		return []parsed[model.Multiplicity]{{model.Multiplicity{State: model.Undecided}, i + 1, 0}}
	case p.mark(i, "*"):
		return []parsed[model.Multiplicity]{{model.Range(0, model.Many), i + 1, 0}}
	case isNumber(p.toks[i]):
		text, end := p.toks[i].text, i+1
		if p.mark(end, "..") && end+1 < len(p.toks) {
			text += ".." + p.toks[end+1].text
			end += 2
		}
		if mu, err := model.ParseMultiplicity(text); err == nil {
			out := []parsed[model.Multiplicity]{{mu, end, 0}}
			if after, ok := p.phrase(end, "or more"); ok && p.forgiving && mu.Lower == mu.Upper {
				out = append(out, parsed[model.Multiplicity]{model.Range(mu.Lower, model.Many), after, 0})
			}
			if w, up := p.word(end), 0; p.forgiving && (w == "to" || w == "or") && mu.Lower == mu.Upper { // 2 to 30
				if n, ok := p.number(end + 1); ok && n >= mu.Lower {
					up = n
					out = append([]parsed[model.Multiplicity]{{model.Range(mu.Lower, up), end + 2, 0}}, out...)
				}
			}
			return out
		}
		return nil
	}
	out := []parsed[model.Multiplicity]{none}
	if p.forgiving {
		if mu, end, ok := p.multiplicityWords(i); ok {
			// Words that are a multiplicity are hardly ever part of a name.
			out[0].cost = unknownCost / 2
			out = append(out, parsed[model.Multiplicity]{mu, end, 0})
		}
	}
	return out
}

func (p *parser) multiplicityWords(i int) (model.Multiplicity, int, bool) {
	for _, f := range []struct {
		words        string
		lower, upper int
	}{
		{"zero or more", 0, model.Many}, {"any number of", 0, model.Many}, {"many", 0, model.Many},
		{"several", 0, model.Many}, {"zero or one", 0, 1}, {"at most one", 0, 1}, {"up to one", 0, 1}, {"exactly one", 1, 1},
	} {
		if end, ok := p.phrase(i, f.words); ok {
			return model.Range(f.lower, f.upper), end, true
		}
	}
	if end, ok := p.phrase(i, "an undecided number of"); ok {
		return model.Multiplicity{State: model.Undecided}, end, true
	}
	if at, ok := p.phrase(i, "between"); ok {
		low, ok1 := p.number(at)
		high, ok2 := p.number(at + 2)
		if p.word(at+1) == "and" && ok1 && ok2 && low <= high {
			return model.Range(low, high), at + 3, true
		}
	}
	for _, f := range []struct {
		words string
		more  bool
	}{{"more than", true}, {"fewer than", false}, {"less than", false}, {"over", true}, {"under", false}} {
		at, ok := p.phrase(i, f.words)
		if !ok || len(f.words) < 6 && (at >= len(p.toks) || !isNumber(p.toks[at])) { // leads over one or more passes
			continue
		}
		switch n, ok := p.number(at); {
		case ok && f.more:
			return model.Range(n+1, model.Many), at + 1, true
		case ok && n > 0:
			return model.Range(0, n-1), at + 1, true
		}
	}
	if at, ok := p.phrase(i, "a single"); ok {
		return model.Range(1, 1), at, true
	}
	for _, lead := range []string{"at least", "no fewer than", "no less than", "at most", "no more than", "not more than", "up to", "exactly", ""} {
		at, ok := p.phrase(i, lead)
		if !ok {
			continue
		}
		n, ok := p.number(at)
		if !ok {
			continue
		}
		if end, ok := p.phrase(at+1, "or more"); ok && lead == "" {
			return model.Range(n, model.Many), end, true
		}
		if up, ok := p.number(at + 2); ok && lead == "" && (p.word(at+1) == "to" || p.word(at+1) == "or") {
			return model.Range(n, up), at + 3, true
		}
		switch lead {
		case "at least", "no fewer than", "no less than":
			return model.Range(n, model.Many), at + 1, true
		case "at most", "up to", "no more than", "not more than":
			return model.Range(0, n), at + 1, true
		}
		return model.Range(n, n), at + 1, true
	}
	return model.Multiplicity{}, 0, false
}

func (p *parser) number(i int) (int, bool) {
	w := p.word(i)
	if n, ok := numberByWord[w]; ok {
		return n, true
	}
	if w != "" && strings.Trim(w, "0123456789") == "" && len(w) < 9 {
		n, err := strconv.Atoi(w)
		return n, err == nil
	}
	return 0, false
}
