# Two commands are enough: `make demo` and `make test`. Both install what is
# missing from Debian's packages (as root; otherwise they say what to install).

SHELL := /bin/bash
export LEXEON_ADDR ?= 127.0.0.1:8380
PORT ?= 54980
TEST_PORT ?= 54990

.PHONY: demo demo-reset stop build setup setup-tests page test bench proofs soak lint lint-go lint-page fmt screenshots clean

demo: setup build
	@scripts/demo.sh

demo-reset: stop
	@scripts/postgres.sh remove .run/postgres
	@$(MAKE) --no-print-directory demo

stop:
	@scripts/stop.sh

setup:
	@scripts/setup.sh

setup-tests:
	@scripts/setup.sh tests

build: bin/lexeon

page: ui/node_modules/.installed
	@scripts/page.sh
	@go build ./core/... & cd ui && npm run --silent build && wait # one uses all cores, the other one core

bin/lexeon: page FORCE
	@go build -o bin/lexeon ./cmd/lexeon
FORCE:

ui/node_modules/.installed: ui/package-lock.json
	@cd ui && ../scripts/npm-ci.sh && touch node_modules/.installed

e2e/node_modules/.installed: e2e/package-lock.json
	@cd e2e && ../scripts/npm-ci.sh && touch node_modules/.installed

test: setup-tests build e2e/node_modules/.installed
	@$(MAKE) --no-print-directory -j2 lint-go lint-page
	@scripts/test.sh

lint: page lint-go lint-page

lint-go:
	@test -z "$$(gofmt -l cmd core server store ui)" || { gofmt -l cmd core server store ui; echo "run make fmt"; exit 1; }
	@go vet -composites=false ./... # points and rectangles of one package are written without names in others

lint-page:
	@cd ui && npm run --silent lint

fmt:
	@gofmt -w cmd core server store ui

bench: setup-tests build e2e/node_modules/.installed
	@scripts/bench.sh

proofs: setup-tests ui/node_modules/.installed
	@scripts/proofs.sh

soak: setup-tests build e2e/node_modules/.installed
	@scripts/soak.sh

screenshots: setup build e2e/node_modules/.installed
	@cd e2e && SCREENSHOTS=1 npx --no-install playwright test screenshots

clean: stop
	@rm -rf bin .run ui/dist/assets ui/dist/index.html
