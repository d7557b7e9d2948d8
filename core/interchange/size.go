package interchange

import (
	"bytes"

	"lexeon/core/model"
)

// maxValues is how many values a file may hold: what a model of the largest size needs, and
// as many again that this version does not know.
const maxValues = 30 * model.MaxRows

// tooLarge tells whether a file holds more than is read, before anything of it is built.
// It passes over the text once, and takes no memory.
func tooLarge(data []byte) *model.Fault {
	rows, values := 0, 0
	for i := 0; i < len(data); i++ {
		switch data[i] {
		case ',', '{', '[':
			values++
		case '"':
			end := stringEnd(data, i)
			if isID(data[i:min(end+1, len(data))]) && followsColon(data, end+1) {
				rows++
			}
			i = end
		}
		switch {
		case rows > model.MaxRows:
			f := model.Faultf(model.CodeTooLarge, "the file holds more than %d rows: at most so many are possible", model.MaxRows)
			f.Line = lineAt(data, int64(i))
			return f
		case values > maxValues:
			f := model.Faultf(model.CodeTooLarge, "the file holds more than %d values: at most so many are read", maxValues)
			f.Line = lineAt(data, int64(i))
			return f
		}
	}
	return nil
}

// stringEnd is where a string that begins at i ends: at its closing quote, or with the text.
func stringEnd(data []byte, i int) int {
	for i++; i < len(data); i++ {
		k := bytes.IndexAny(data[i:], `"\`)
		if k < 0 {
			return len(data)
		}
		if i += k; data[i] == '"' {
			return i
		}
		i++ // what is escaped
	}
	return len(data)
}

// isID reports whether a string is "id": each row has one.
func isID(text []byte) bool { return len(text) == 4 && text[1] == 'i' && text[2] == 'd' }

func followsColon(data []byte, i int) bool {
	for ; i < len(data); i++ {
		switch data[i] {
		case ' ', '\t', '\r', '\n':
		default:
			return data[i] == ':'
		}
	}
	return false
}
