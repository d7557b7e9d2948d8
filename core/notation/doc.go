// Package notation turns text into the model and the model into text: features
// in the notation of UML 2.5.1, relationships as statements in one line, and
// relationships read back as sentences in both directions. What is printed is
// always read as the same thing again; property tests hold it to that.
package notation
