package server

import (
	"bytes"
	"log/slog"
	"strings"
	"sync"
	"testing"
	"testing/synctest"
	"time"

	"github.com/stretchr/testify/require"
)

// Log collects what is logged while a test runs.
type Log struct {
	mu   sync.Mutex
	text bytes.Buffer
}

// Logged collects from now on.
func Logged(t *testing.T) *Log {
	before := slog.Default()
	t.Cleanup(func() { slog.SetDefault(before) })
	l := &Log{}
	slog.SetDefault(slog.New(slog.NewTextHandler(l, nil)))
	return l
}

func (l *Log) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.text.Write(p)
}

func (l *Log) String() string {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.text.String()
}

// take gives the lines so far, and forgets them.
func (l *Log) take() []string {
	l.mu.Lock()
	defer l.mu.Unlock()
	out := strings.FieldsFunc(l.text.String(), func(r rune) bool { return r == '\n' })
	l.text.Reset()
	return out
}

// What fails again and again has one line at first and one a minute.
func TestOneLineForACause(t *testing.T) {
	log := Logged(t)
	synctest.Test(t, func(t *testing.T) {
		c := newCauses(time.Minute)
		for n := range 500 {
			c.happened(slog.LevelError, "GET /x", "request failed", "request", n)
			c.happened(slog.LevelWarn, "token", "a wrong token was sent", "request", n)
		}
		first := log.take()
		require.Len(t, first, 2)
		require.Contains(t, first[0], `level=ERROR msg="request failed" request=0`)
		require.Contains(t, first[1], `level=WARN msg="a wrong token was sent" request=0`)

		time.Sleep(time.Minute + time.Second)
		again := strings.Join(log.take(), "\n")
		require.Contains(t, again, `msg="request failed, again" request=499 times=499`)
		require.Contains(t, again, `level=WARN msg="a wrong token was sent, again" request=499 times=499`)

		time.Sleep(2 * time.Minute)
		require.Empty(t, log.take(), "nothing happened")
		require.Empty(t, c.open)
		c.happened(slog.LevelError, "GET /x", "request failed", "request", 7)
		require.Len(t, log.take(), 1, "it begins anew")
		time.Sleep(2 * time.Minute)
	})
}

// However many ways there are to fail, only so many are remembered.
func TestCausesAreBounded(t *testing.T) {
	log := Logged(t)
	synctest.Test(t, func(t *testing.T) {
		c := newCauses(time.Minute)
		for n := range 3 * maxCauses {
			c.happened(slog.LevelError, strings.Repeat("x", n+1), "request failed")
		}
		require.LessOrEqual(t, len(c.open), maxCauses+1)
		require.Len(t, log.take(), maxCauses+1)
		time.Sleep(time.Minute + time.Second)
		require.Contains(t, strings.Join(log.take(), "\n"), `msg="requests failed in many ways, again" times=`)
		time.Sleep(2 * time.Minute)
	})
}
