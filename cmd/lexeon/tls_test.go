package main

import (
	"bufio"
	"context"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"io"
	"math/big"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"lexeon/server"
	"lexeon/store/storetest"
)

// certificate writes one that signs itself, for this machine.
func certificate(t *testing.T) (cert, key string) {
	t.Helper()
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	template := &x509.Certificate{SerialNumber: big.NewInt(1), NotBefore: time.Now().Add(-time.Hour), NotAfter: time.Now().Add(time.Hour), IPAddresses: []net.IP{net.IPv4(127, 0, 0, 1)}}
	der, err := x509.CreateCertificate(rand.Reader, template, template, &private.PublicKey, private)
	require.NoError(t, err)
	bytes, err := x509.MarshalECPrivateKey(private)
	require.NoError(t, err)
	folder := t.TempDir()
	cert, key = filepath.Join(folder, "cert.pem"), filepath.Join(folder, "key.pem")
	require.NoError(t, os.WriteFile(cert, pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: der}), 0o600))
	require.NoError(t, os.WriteFile(key, pem.EncodeToMemory(&pem.Block{Type: "EC PRIVATE KEY", Bytes: bytes}), 0o600))
	return cert, key
}

// With a certificate the server speaks HTTPS, and HTTP/2 with whoever can.
func TestServeOverTLS(t *testing.T) {
	cert, key := certificate(t)
	pair, err := tls.LoadX509KeyPair(cert, key)
	require.NoError(t, err)
	ctx, stop := context.WithCancel(context.Background())
	r, w := io.Pipe()
	over := make(chan error, 1)
	go func() {
		over <- listen(ctx, "127.0.0.1:0", "", storetest.URL(t), "", &tls.Config{Certificates: []tls.Certificate{pair}, MinVersion: tls.VersionTLS12}, server.Options{}, w)
	}()
	line, err := bufio.NewReader(r).ReadString('\n')
	require.NoError(t, err)
	address, ok := strings.CutPrefix(strings.TrimSpace(line), "Lexeon answers at ")
	require.True(t, ok && strings.HasPrefix(address, "https://"), line)
	roots := x509.NewCertPool()
	pemBytes, err := os.ReadFile(cert)
	require.NoError(t, err)
	require.True(t, roots.AppendCertsFromPEM(pemBytes))
	client := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{RootCAs: roots}, ForceAttemptHTTP2: true}}
	res, err := client.Get(address + "/ready")
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	require.Equal(t, 200, res.StatusCode)
	require.Equal(t, 2, res.ProtoMajor)
	client.CloseIdleConnections()
	stop()
	require.NoError(t, <-over)

	code, _, errs := lexeon("serve", "--database", "postgres://x", "--tls-cert", cert)
	require.Equal(t, exitUnusable, code)
	require.Contains(t, errs, "--tls-cert and --tls-key")
}

func TestVersion(t *testing.T) {
	code, out, _ := lexeon("version")
	require.Equal(t, exitOK, code)
	require.Regexp(t, `(?s)^lexeon .+\nmade with  go1.+\npage       \S+\nchanges    version \d+\nschema     \d+\n$`, out)
	code, _, _ = lexeon("version", "please")
	require.Equal(t, exitUnusable, code)
}
