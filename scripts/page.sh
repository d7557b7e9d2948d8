#!/usr/bin/env bash
# Compiles the core for the page, and packs it for the way: named by its content, so
# that it can be kept for ever, once with Brotli and once with gzip.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p bin ui/public/core ui/src/core/generated
GOOS=js GOARCH=wasm go build -buildvcs=false -trimpath -ldflags="-s -w" -o bin/page.wasm ./cmd/page
cp "$(go env GOROOT)/lib/wasm/wasm_exec.js" ui/src/core/generated/wasm_exec.js
node ui/pack.js core bin/page.wasm
