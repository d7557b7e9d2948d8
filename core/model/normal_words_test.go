package model

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"
)

// The short way for plain letters finds the words that the long way finds: a letter
// outside of them, set apart, makes a text go the long way.
func TestWordsOfPlainLetters(t *testing.T) {
	const letters = "abcABC019 -_.,'@"
	random := rand.New(rand.NewPCG(3, 5))
	for range 20_000 {
		text := make([]byte, random.IntN(14))
		for i := range text {
			text[i] = letters[random.IntN(len(letters))]
		}
		long := Words(string(text) + " é")
		require.Equal(t, long[:len(long)-1], append([]string{}, Words(string(text))...), "%q", text)
	}
	require.Nil(t, Words(""))
	require.Nil(t, Words("--"))
	require.Equal(t, []string{"xml", "http", "request2", "b"}, Words("XMLHttpRequest2B"))
}
