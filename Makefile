# Two commands: make demo, make test.

BIN := bin/kitrows
# The packages without the screens, and those that they are built into.
CORE := ./demo/... ./e2e/... ./internal/...
PROGRAM := ./cmd/... ./web
GO_FILES := $(shell find cmd demo e2e internal web -not -path '*/node_modules/*' \( -name '*.go' -o -name '*.sql' -o -name '*.tmpl' -o -name '*.kitrows.json' \)) go.mod go.sum
WEB_FILES := $(shell find web -type f -not -name '*.go' -not -path 'web/dist/*' -not -path 'web/src/api/schema.ts' -not -path '*/node_modules/*')

# The checkout may be another user's, and git may be missing. What is built does not depend on where it stands, so that
# a second checkout on the same machine finds what the first has built and tested in Go's cache.
export GOFLAGS := -buildvcs=false -trimpath

# What is done in goroutines: the packages, and the tests in which that is so, which run with the race detector as well.
RACING := ./internal/app/bench ./internal/browser/budget ./internal/app/folder ./internal/app/server ./internal/app/store
RACES := Together|Many|Beside|Wait|Torn|Saves|Come|Polled|Panic|Spent|Ends|Bench|Windows|Pages
# Of these, what starts no goroutine that another of them does not start.
ALONE := TestDeltaGives|TestPagesFromMarkup|TestFilesComeBack

.PHONY: demo serve test test-core check check-go check-web check-types check-format check-lint types trial sheets measure pictures clean

## demo: install, build and start the application with the demo project
demo: $(BIN)
	$(BIN) demo

## serve: the same with your own projects
serve: $(BIN)
	$(BIN) serve

$(BIN): $(GO_FILES) web/dist/index.html
	go build -o $@ ./cmd/kitrows

# What prints random pages for the browser tests.
HELPERS := bin/trial bin/foreign
$(HELPERS): bin/%: $(GO_FILES) web/dist/index.html
	go build -o $@ ./e2e/$*

web/dist/index.html: node_modules/.package-lock.json web/src/api/bounds.ts $(WEB_FILES)
	rm -rf web/dist/assets
	npm run --silent build -w web
	touch $@

node_modules/.package-lock.json: package.json package-lock.json web/package.json e2e/package.json
	npm ci --no-audit --no-fund
	touch $@

## types: the API's types for the front end and the project file's schema, from Go
types: web/src/api/schema.ts web/src/api/bounds.ts
	go run ./cmd/kitrows schema project > docs/kitrows.schema.json

web/src/api/schema.ts: node_modules/.package-lock.json $(GO_FILES)
	mkdir -p bin
	go run ./cmd/kitrows schema api > bin/api.json
	npx --no-install openapi-typescript bin/api.json -o $@

# What fields may hold, for the front end, written anew only when it is other.
web/src/api/bounds.ts: web/src/api/schema.ts web/bounds.js
	node web/bounds.js bin/api.json > bin/bounds.ts
	cmp -s bin/bounds.ts $@ || cp bin/bounds.ts $@

## test: everything that keeps main green
test: /usr/bin/chromium-headless-shell /usr/bin/pdftoppm
	@$(MAKE) --no-print-directory -j3 test-core check-web
	@$(MAKE) --no-print-directory -j2 $(BIN) $(HELPERS)
	go test -vet=all $(PROGRAM)
	npm test --silent -w e2e

# What needs no screens, beside the checks of these, which keep one core busy each.
test-core: check-go
	go test -vet=all $(CORE)
	go test -race -vet=off -short -run '$(RACES)' -skip '$(ALONE)' $(RACING)

check:
	@$(MAKE) --no-print-directory -j3 check-go check-web

check-go:
	go run ./cmd/kitrows schema project | cmp - docs/kitrows.schema.json
	@test -z "$$(gofmt -l cmd demo e2e internal web/*.go)" || { echo "gofmt these:"; gofmt -l cmd demo e2e internal web/*.go; exit 1; }
	@! LC_ALL=C.UTF-8 grep -rnE --include='*.go' '^.{121,}' cmd demo e2e internal web/*.go || { echo "keep these under 121 characters"; exit 1; }
	go mod tidy -diff
	go tool staticcheck $(CORE) $(PROGRAM)

check-web: check-types check-format check-lint

check-types check-format check-lint: web/src/api/schema.ts web/src/api/bounds.ts

check-types:
	npm run --silent types -w web
	npm run --silent types -w e2e

check-format:
	npx --no-install prettier --check --log-level warn web/src e2e/tests e2e/measure e2e/pictures

check-lint:
	npm run --silent lint -w web

# Debian's browser, and what draws PDF, for the tests.
/usr/bin/chromium-headless-shell: PACKAGE = chromium-headless-shell
/usr/bin/pdftoppm: PACKAGE = poppler-utils
/usr/bin/chromium-headless-shell /usr/bin/pdftoppm:
	@echo "Installing Debian's $(PACKAGE)"
	@if [ "$$(id -u)" = 0 ]; then apt-get update -qq && apt-get install -y -qq --no-install-recommends $(PACKAGE); \
	else sudo apt-get update -qq && sudo apt-get install -y -qq --no-install-recommends $(PACKAGE); fi

## trial: the long judges: many more random pages, and stylesheets of other hands, against the browser and the compilers
trial: $(BIN) $(HELPERS) /usr/bin/chromium-headless-shell
	TRIAL=1 npm run --silent lint -w web
	TRIAL=1 go test -timeout 60m ./internal/...
	cd e2e && TRIAL_PAGES=$(or $(TRIAL_PAGES),500) REAL_PAGES=$(or $(REAL_PAGES),150) FOREIGN_SHEETS=$(or $(FOREIGN_SHEETS),100) TANGLED=$(or $(TANGLED),150) \
	TRACE_PAGES=$(or $(TRACE_PAGES),50) TRIAL_PAIRS=$(or $(TRIAL_PAIRS),200) ALL_TASKS=1 npx --no-install playwright test agreement foreign documents mixins designs real compare tasks

## sheets: many more stylesheets of other hands, read, damaged, and held against the browser
sheets: $(BIN) $(HELPERS) /usr/bin/chromium-headless-shell
	ANALYSE_SHEETS=3000 go test -timeout 60m ./internal/read/infer
	cd e2e && FOREIGN_SHEETS=600 npx --no-install playwright test foreign

## measure: benchmarks of the core and of the interface
measure: $(BIN) /usr/bin/chromium-headless-shell
	go test -p 1 -run '^$$' -bench . -benchmem ./internal/...
	cd e2e && npx --no-install playwright test --config measure.config.ts

## pictures: the pictures in docs/screenshots, from the demo
pictures: $(BIN) /usr/bin/chromium-headless-shell
	cd e2e && npx --no-install playwright test --config pictures.config.ts

clean:
	rm -rf bin web/dist/* web/src/api/schema.ts web/src/api/bounds.ts node_modules e2e/results
