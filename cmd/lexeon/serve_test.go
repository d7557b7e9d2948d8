package main

import (
	"bytes"
	"encoding/json"
	"log/slog"
	"testing"

	"github.com/stretchr/testify/require"
)

// Options that cannot be meant end the start with a word about what and why.
func TestServeRefusesBadOptions(t *testing.T) {
	before := slog.Default()
	t.Cleanup(func() { slog.SetDefault(before) })
	const db = "postgres://nobody@127.0.0.1:1/none"
	for want, args := range map[string][]string{
		"--database or LEXEON_DATABASE_URL":  {"--database", ""},
		`--log "xml": expected text or json`: {"--database", db, "--log", "xml"},
		"--memory -1: expected megabytes":    {"--database", db, "--memory", "-1"},
		"expected host:port":                 {"--database", db, "--addr", "here"},
		"beyond loopback":                    {"--database", db, "--addr", "0.0.0.0:80"},
		"--allowed-host needs a --token":     {"--database", db, "--allowed-host", "models.example", "--token", "short"},
		"--tls-cert and --tls-key":           {"--database", db, "--tls-cert", "none.pem", "--tls-key", "none.key"},
	} {
		code, _, errs := lexeon(append([]string{"serve"}, args...)...)
		require.Equal(t, exitUnusable, code, args)
		require.Contains(t, errs, want)
	}
}

func TestTheLogIsStructured(t *testing.T) {
	before := slog.Default()
	t.Cleanup(func() { slog.SetDefault(before) })
	var out bytes.Buffer
	require.NoError(t, logAs("json", &out))
	slog.Warn("the database does not answer", "request", "abc")
	var line map[string]any
	require.NoError(t, json.Unmarshal(out.Bytes(), &line))
	require.Equal(t, "WARN", line["level"])
	require.Equal(t, "abc", line["request"])
	out.Reset()
	require.NoError(t, logAs("text", &out))
	slog.Info("ready", "name", "a b")
	require.Contains(t, out.String(), `level=INFO msg=ready name="a b"`)
}
