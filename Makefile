# Two commands do everything: `make demo` and `make test`. The rest are their parts.
.PHONY: demo test ready build web deps-test check-web compile check test-rust properties bench calibrate shots clean

WEB_READY := web/node_modules/.package-lock.json
RELEASE := target/release/jovek

## Build everything and start the app with the demo data.
demo: build
	$(RELEASE) demo

## Install what the tests need, then pass them all.
test: ready check test-rust

# Crates are compiled one behind the other and leave a core idle: page and tools are made beside them.
ready:
	mkdir -p web/dist
	$(MAKE) -j3 --output-sync=line deps-test check-web compile

build: web
	cargo build --release --locked -p jovek-server

web: web/dist/index.html

$(WEB_READY): web/package.json web/package-lock.json
	cd web && npm ci --no-audit --no-fund
	touch $@

web/dist/index.html: $(WEB_READY) web/index.html web/vite.config.ts web/openapi.json $(shell find web/src web/public -type f)
	cd web && npx vite build
	touch $@

# Debian's packages: browser and driver for the browser tests, ngspice for the circuits.
deps-test:
	@sh scripts/install-test-tools.sh

# Clippy lints while the tests are compiled: run by itself it would check every dependency once more, a third of a cold
# `make test`. The arguments are passed as cargo-clippy passes them.
LINTED := RUSTC_WORKSPACE_WRAPPER=clippy-driver CLIPPY_ARGS=-Dwarnings__CLIPPY_HACKERY__

check-web: web
	cd web && npm run --silent check

compile:
	$(LINTED) cargo test --quiet --workspace --locked --no-run

check: $(WEB_READY)
	cargo fmt --all --check
	$(LINTED) sh scripts/check-generated.sh

# --no-fail-fast: one failing file must not hide the others. The random jobs of the properties are the same in each run:
# what is red today was green yesterday only by a change of the code. `make properties` looks further.
test-rust:
	$(LINTED) PROPTEST_RNG_SEED=20261129 cargo test --workspace --locked --no-fail-fast

## Try the properties on new random jobs, until one fails or as often as asked: make properties TIMES=20
TIMES ?= 5
properties:
	for n in $$(seq $(TIMES)); do $(LINTED) cargo test --locked -p jovek-core --test vehicle --test light || exit 1; done

## Measure speed against references taken in the same run; prints a table, leaves target/bench.json.
# Program and bench are built together: alone, cargo would resolve other features and compile the core twice.
bench: deps-test web
	cargo build --release --locked -p jovek-server -p jovek-e2e --bins
	target/release/bench

## Search every fault on every demo vehicle; prints how it went, draws docs/fault-finding.svg.
calibrate:
	cargo run --release --locked -p jovek-e2e --bin calibrate

## Take the pictures of the README anew from the demo data.
shots: deps-test web
	cargo build --release --locked -p jovek-server -p jovek-e2e --bins
	target/release/shots

clean:
	cargo clean
	rm -rf web/dist web/node_modules
