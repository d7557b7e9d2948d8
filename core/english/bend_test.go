package english_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/english"
)

func TestGerundBase(t *testing.T) {
	for gerund, base := range map[string]string{
		"booking": "book", "paying": "pay", "planning": "plan", "storing": "store", "opening": "open", "checking": "check", "registering": "register",
		"cancelling": "cancel", "selling": "sell", "tying": "tie", "writing": "write", "using": "use", "closing": "close", "string": "", "king": "", "claiming": "claim",
		"weighing": "weigh", "issuing": "issue", "filing": "file", "printing": "print", "dispatching": "dispatch", "pressing": "press",
	} {
		require.Equal(t, base, english.GerundBase(gerund), gerund)
	}
}

func TestParticiple(t *testing.T) {
	for base, want := range map[string]string{
		"keep": "kept", "deliver": "delivered", "stop": "stopped", "carry": "carried", "write": "written", "take": "taken", "bake": "baked", "own": "owned",
		"drive": "driven", "teach": "taught", "refer": "referred", "visit": "visited", "play": "played", "load": "loaded", "fix": "fixed", "choose": "chosen",
	} {
		require.Equal(t, want, english.Participle(base), base)
	}
}

func TestInverse(t *testing.T) {
	for name, want := range map[string]string{
		"keeps": "is kept by", "looks after": "is looked after by", "delivers": "is delivered by", "contain": "is contained by",
		"is mixed into": "", "membership": "", "has": "", "takes part in": "", "may hold": "",
	} {
		require.Equal(t, want, english.Inverse(name), name)
	}
}

func TestVerbPhrase(t *testing.T) {
	for name, want := range map[string]string{
		"keeps": "keep it", "is mixed into": "are mixed into it", "looks up": "look it up", "watches over": "watch over it", "signs and sends": "sign and send it",
		"always precedes": "always precede it", "must hold": "must hold it", "has": "have it", "goes to": "go to it",
	} {
		p, ok := english.ReadVerbPhrase(name)
		require.True(t, ok, name)
		require.Equal(t, want, p.With(p.Plural(), "it"), name)
	}
	for _, name := range []string{"membership", "order", "owner", "", "current position"} {
		_, ok := english.ReadVerbPhrase(name)
		require.False(t, ok, name)
	}
}
