# make demo and make test do everything; make drill holds what is long.

# The client for stores of objects is half of what there is to compile: it is in what is built to be run.
GO_FLAGS := -tags nomsgpack,objects -trimpath -ldflags='-s -w'
export GOFLAGS := -tags=nomsgpack

.PHONY: demo build release web libraries test drill check check-go check-web rest-test e2e-test generate browser bench screenshots mutants clean

demo: build
	./settle demo $(ARGS)

build: web
	CGO_ENABLED=0 go build $(GO_FLAGS) -o settle ./cmd/settle

# The program for Windows, macOS and Linux, with checksums, in dist/.
release: web
	scripts/release $(SYSTEMS)

# The front end, built when its sources are newer than the last build.
web: web/dist/index.html

WEB_SOURCES := $(shell find web/src web/public -type f) web/index.html web/package.json web/vite.config.ts

web/node_modules/.package-lock.json: web/package-lock.json
	cd web && npm ci --no-audit --no-fund
	@touch $@

web/dist/index.html: web/node_modules/.package-lock.json $(WEB_SOURCES)
	cd web && npm run build

# What needs no browser runs beside the checks of the front end; libraries compile while others are fetched.
test:
	$(MAKE) -j 2 --output-sync=recurse browser web libraries
	$(MAKE) -j 2 --output-sync=recurse check-web rest-test
	$(MAKE) check-go e2e-test

libraries:
	go build ./core/... ./internal/...

# Formatting, vet, types, lint, and that what is generated is up to date. The slow reading of all
# libraries by staticcheck, and that of the front end with its types, are left out of make test.
check: check-go check-web
	go tool staticcheck ./...
	scripts/everywhere
	cd web && npm run lint

check-go: web/node_modules/.package-lock.json
	@test -z "$$(gofmt -l cmd core e2e internal web/embed.go)" || { echo "gofmt these files:"; gofmt -l cmd core e2e internal web/embed.go; exit 1; }
	@scripts/narrow
	go vet ./...
	@scripts/portable
	@scripts/generated check

check-web: web/node_modules/.package-lock.json
	cd web && npm run check

# Writes docs/openapi.json from the Go code, and the TypeScript types from that.
generate: web/node_modules/.package-lock.json
	@scripts/generated write

rest-test: web
	go test -timeout 30m -parallel 4 $$(go list ./... | grep -v /e2e)

e2e-test: web
	SETTLE_BROWSER=required go test -timeout 30m -parallel 4 ./e2e/...

# Race detector, full walks, kills, fuzzing, load; writes docs/drill.md. FUZZ=30s is
# how long each target is fuzzed, CALC_FUZZ=10m how long the calculators are.
drill: export SETTLE_DRILL = 1
drill: web browser
	scripts/drill

# What the tests of the rules do not see: all packages (over night), one by P=core/judge, or what has changed
# by DIFF=main.
mutants:
	scripts/mutants $(if $(DIFF),--diff $(DIFF),$(P))

# The browser tests need Chromium; it is installed where that is possible.
browser:
	@scripts/browser

bench:
	go test -run '^$$' -bench . -benchmem ./core/... ./internal/...

screenshots: web browser
	go run ./e2e/screenshots

clean:
	rm -rf settle web/dist/assets web/dist/index.html
