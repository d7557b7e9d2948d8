package main

import (
	"context"
	"crypto/tls"
	"errors"
	"flag"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"

	"lexeon/core/visible"
	"lexeon/server"
	"lexeon/store"
)

func envOr(name, otherwise string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return otherwise
}

func serve(args []string, out, errs io.Writer) int {
	set := flag.NewFlagSet("serve", flag.ContinueOnError)
	set.SetOutput(errs)
	addr := set.String("addr", envOr("LEXEON_ADDR", "127.0.0.1:8380"), "address to listen on (LEXEON_ADDR)")
	database := set.String("database", os.Getenv("LEXEON_DATABASE_URL"), "address of the PostgreSQL database (LEXEON_DATABASE_URL)")
	demo := set.String("demo", "", "a model file that is loaded once as the demo project")
	hosts := set.String("allowed-host", os.Getenv("LEXEON_ALLOWED_HOST"), "host names beyond loopback, separated by commas (LEXEON_ALLOWED_HOST)")
	token := set.String("token", os.Getenv("LEXEON_TOKEN"), "the token that is asked for beyond loopback (LEXEON_TOKEN)")
	cert := set.String("tls-cert", os.Getenv("LEXEON_TLS_CERT"), "file with the certificate for HTTPS (LEXEON_TLS_CERT)")
	key := set.String("tls-key", os.Getenv("LEXEON_TLS_KEY"), "file with the key of the certificate (LEXEON_TLS_KEY)")
	watch := set.String("metrics-addr", os.Getenv("LEXEON_METRICS_ADDR"), "a second address that tells figures and health, and asks for no token (LEXEON_METRICS_ADDR)")
	format := set.String("log", envOr("LEXEON_LOG", "text"), "how the log is written: text or json (LEXEON_LOG)")
	memory := set.Int64("memory", 0, "megabytes of memory to get along with; 0: a quarter of what the machine has (GOMEMLIMIT wins)")
	if err := set.Parse(args); err != nil {
		if err == flag.ErrHelp {
			return exitOK
		}
		return exitUnusable
	}
	if *database == "" {
		return fail(errs, errors.New("--database or LEXEON_DATABASE_URL must say where the database is"))
	}
	opts, err := exposure(*addr, *hosts, *token)
	if err != nil {
		return fail(errs, err)
	}
	var secure *tls.Config
	if *cert != "" || *key != "" {
		pair, err := tls.LoadX509KeyPair(*cert, *key)
		if err != nil {
			return fail(errs, fmt.Errorf("--tls-cert and --tls-key: %w", err))
		}
		secure = &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}
	}
	if err := logAs(*format, errs); err != nil {
		return fail(errs, err)
	}
	if *memory < 0 {
		return fail(errs, fmt.Errorf("--memory %d: expected megabytes", *memory))
	}
	tuneMemory(*memory << 20)
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	if err := listen(ctx, *addr, *watch, *database, *demo, secure, opts, out); err != nil {
		return fail(errs, err)
	}
	return exitOK
}

// logAs has the log written in a format.
func logAs(format string, to io.Writer) error {
	switch format {
	case "text":
		slog.SetDefault(slog.New(slog.NewTextHandler(to, nil)))
	case "json":
		slog.SetDefault(slog.New(slog.NewJSONHandler(to, nil)))
	default:
		return fmt.Errorf("--log %q: expected text or json", format)
	}
	return nil
}

// exposure decides under which names the server may be reached. Beyond loopback
// it starts only with host names and a token of some length.
func exposure(addr, hosts, token string) (server.Options, error) {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return server.Options{}, fmt.Errorf("--addr %q: expected host:port", addr)
	}
	opts := server.Options{Token: token}
	for h := range strings.SplitSeq(hosts, ",") {
		if h = strings.ToLower(strings.TrimSpace(h)); h != "" {
			opts.AllowedHosts = append(opts.AllowedHosts, h)
		}
	}
	ip := net.ParseIP(host)
	if host != "localhost" && (ip == nil || !ip.IsLoopback()) && (len(opts.AllowedHosts) == 0 || len(token) < 16) {
		return opts, fmt.Errorf("--addr %q is beyond loopback: that needs --allowed-host and a --token of 16 characters or more", addr)
	}
	if len(opts.AllowedHosts) > 0 && len(token) < 16 {
		return opts, errors.New("--allowed-host needs a --token of 16 characters or more")
	}
	return opts, nil
}

func listen(ctx context.Context, addr, watch, database, demo string, secure *tls.Config, opts server.Options, out io.Writer) error {
	s, err := store.Open(ctx, database, 30*time.Second)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }() // the process ends
	if demo != "" {
		if err := loadDemo(ctx, s, demo, out); err != nil {
			return err
		}
	}
	srv, err := server.New(s, opts)
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return err
	}
	go srv.Listen(ctx)
	h := srv.HTTPServer()
	done := make(chan error, 2)
	if watch != "" {
		figures, err := net.Listen("tcp", watch)
		if err != nil {
			return fmt.Errorf("--metrics-addr: %w", err)
		}
		w := &http.Server{Handler: srv.Watching(), ReadTimeout: 10 * time.Second, WriteTimeout: 10 * time.Second}
		defer func() { _ = w.Close() }() // the process ends
		go func() { done <- w.Serve(figures) }()
		fmt.Fprintf(out, "Figures are told at http://%s/metrics\n", figures.Addr())
	}
	scheme := "http"
	if secure != nil {
		scheme, h.TLSConfig = "https", secure
	}
	go func() {
		if secure != nil {
			done <- h.ServeTLS(l, "", "") // with HTTP/2
		} else {
			done <- h.Serve(l)
		}
	}()
	fmt.Fprintf(out, "Lexeon answers at %s://%s\n", scheme, l.Addr())
	if opts.Token != "" {
		fmt.Fprintln(out, "It asks for its token: open the address once with ?token=… at its end, or send it as a bearer token")
	}
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	end, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	if err := h.Shutdown(end); err != nil && !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	return nil
}

// demoSource marks the demo project, so that it is loaded once.
const demoSource = "demo"

func loadDemo(ctx context.Context, s *store.Store, path string, out io.Writer) error {
	id, err := s.FindSource(ctx, demoSource)
	if err != nil || id != "" {
		return err
	}
	m, err := readModel(path)
	if err != nil {
		return err
	}
	if err := s.Create(ctx, "heatherfold", demoSource, m); err != nil {
		return err
	}
	fmt.Fprintf(out, "Loaded the demo project %s\n", visible.Text(m.Project().Name))
	return nil
}
