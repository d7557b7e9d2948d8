package usecase

import (
	"sync"

	"lexeon/core/model"
)

// wordMemory remembers the words of pieces of texts: these say the same ones again and
// again. It is safe for concurrent use, and serves any model.
type wordMemory struct {
	mu    sync.RWMutex
	known map[string][]string
}

// mostPieces is how many are remembered before all are forgotten.
const mostPieces = 100_000

func newWordMemory() *wordMemory { return &wordMemory{known: map[string][]string{}} }

// of are the words of a piece, as [model.Words] finds them.
func (w *wordMemory) of(piece string) []string {
	w.mu.RLock()
	words, ok := w.known[piece]
	w.mu.RUnlock()
	if ok {
		return words
	}
	words = model.Words(piece)
	w.mu.Lock()
	defer w.mu.Unlock()
	if len(w.known) >= mostPieces {
		w.known = map[string][]string{}
	}
	w.known[piece] = words
	return words
}
