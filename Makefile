# Each line one that a person can read. Rust and Node are all that must be there.
WEB := web/node_modules/.package-lock.json

.PHONY: demo quick test lint bench proof soak load crash fuzz screenshots wire licences doc

demo: web/dist/index.html ; cargo run --release --locked -- serve --demo
test: browser web/dist/index.html ; cargo test --workspace --locked && npm --prefix web test
# Core without the long laws, API, page.
quick: $(WEB) ; npm --prefix web test & page=$$!; cargo test --locked -p cindo-core -p cindo-server --lib && cargo test --locked -p cindo-server --test api && wait $$page
lint: $(WEB) web/dist/index.html wire-fresh ; tools/lint
bench: ; cargo bench --locked -p cindo-core
proof: ; CINDO_PROOF=1 cargo test --locked -p cindo-core --test validation proof::proof -- --ignored
load: ; cargo test --locked -p cindo-server --test api load::load -- --ignored --nocapture
crash: ; cargo test --locked -p cindo-server --test api crash::crash -- --ignored --nocapture
fuzz: ; cargo test --locked -p cindo-server --test api fuzz::fuzz -- --ignored --nocapture
soak: ; cargo test --locked -p cindo-server --test api soak::soak -- --ignored --nocapture
screenshots: browser web/dist/index.html ; CINDO_SCREENSHOTS=docs/screenshots cargo test --locked -p cindo-server --test ui screenshots -- --ignored
doc: ; cargo doc --locked --no-deps -p cindo-core

# The page, its packages, and its wire types from the server's own description.
$(WEB): web/package-lock.json ; npm --prefix web ci --no-audit --no-fund
web/dist/index.html: $(WEB) $(shell find web/src web/public web/index.html web/vite.config.ts -type f) ; npm --prefix web run build
wire: $(WEB) ; tools/wire write
wire-fresh: $(WEB) ; tools/wire check
# What ships and under which licence.
licences: $(WEB) ; node tools/licences.mjs write

.PHONY: browser wire-fresh
browser: ; tools/browser
