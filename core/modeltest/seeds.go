package modeltest

import "os"

// EveryProof is the variable of the environment that has every proof run, with all random models: see make proofs.
const EveryProof = "LEXEON_EVERY_PROOF"

// Seeds is how many random models a proof takes: a part of all, as many as each run has time for, or all where every
// proof is asked for.
func Seeds(usual, all uint64) uint64 {
	if os.Getenv(EveryProof) != "" {
		return all
	}
	return usual
}
