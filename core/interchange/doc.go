// Package interchange reads and writes the forms in which a model travels. The
// model file (*.lexeon.json) is the one that holds everything: it lives next to
// the code, its text diff can be read, and exporting what was imported gives
// the same bytes.
package interchange
