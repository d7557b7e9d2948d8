package activity

import (
	"strings"

	"lexeon/core/model"
)

// ReadData reads the data of a cell, separated by semicolons or line ends, each
// with whom it comes from or goes to; brackets mark a store:
//
//	delivery note from Beekeeper; recipe from [Blend book]
//
// word is "from" for inputs, "to" for outputs. What has no counterparty is kept
// without one.
func ReadData(cell, word string) []model.Datum {
	var out []model.Datum
	for _, piece := range strings.FieldsFunc(cell, func(r rune) bool { return r == ';' || r == '\n' }) {
		piece = strings.TrimSpace(piece)
		if piece == "" {
			continue
		}
		d := model.Datum{Data: piece}
		// The last "from" divides: data may hold the word themselves.
		if i := strings.LastIndex(lower(" "+piece+" "), " "+word+" "); i >= 0 {
			d.Data = strings.TrimSpace(piece[:max(0, min(i, len(piece)))])
			d.With = strings.TrimSpace(piece[min(len(piece), i+len(word)):])
		}
		if strings.HasPrefix(d.With, "[") && strings.HasSuffix(d.With, "]") {
			d.Store, d.With = true, strings.TrimSpace(strings.Trim(d.With, "[]"))
		}
		if d.With == "?" {
			d.With = ""
		}
		out = append(out, d)
	}
	return out
}

// lower is for ASCII only, so that places in the text stay where they are.
func lower(s string) string {
	return strings.Map(func(r rune) rune {
		if r >= 'A' && r <= 'Z' {
			return r + 'a' - 'A'
		}
		return r
	}, s)
}

// PrintData writes data as ReadData reads them.
func PrintData(data []model.Datum, word string) string {
	pieces := make([]string, len(data))
	for i, d := range data {
		pieces[i] = d.Data
		switch {
		case d.With == "":
		case d.Store:
			pieces[i] += " " + word + " [" + d.With + "]"
		default:
			pieces[i] += " " + word + " " + d.With
		}
	}
	return strings.Join(pieces, "; ")
}

// ReadProcessing reads whether information is processed; blank is not stated.
func ReadProcessing(cell string) (model.Truth, bool) {
	switch strings.ToLower(strings.TrimSpace(cell)) {
	case "":
		return model.Unstated, true
	case "yes", "y", "true", "x", "1", "processing":
		return model.Yes, true
	case "no", "n", "false", "0", "-":
		return model.No, true
	}
	return model.Unstated, false
}
