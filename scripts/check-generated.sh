#!/bin/sh
# The files that are generated from the code must be the ones the code would generate now.
# To refresh them: sh scripts/check-generated.sh --write
set -eu
cd "$(dirname "$0")/.."
# Built with the tests, as a whole: for one package alone cargo resolves other features, and core,
# server and the PDF stack would be compiled a second time.
cargo test --quiet --locked --workspace --no-run
jovek=target/debug/jovek
types() {
    npx openapi-typescript openapi.json -o "$1" >/dev/null
    # The first line says what the file is, for people and for tools that leave generated files out.
    sed -i '1i // Generated from openapi.json by scripts/check-generated.sh; do not edit.' "$1"
}
if [ "${1:-}" = "--write" ]; then
    "$jovek" openapi >web/openapi.json
    "$jovek" schema >docs/job.schema.json
    (cd web && types src/api/schema.d.ts)
    exit 0
fi
fresh=$(mktemp -d)
trap 'rm -rf "$fresh"' EXIT
"$jovek" openapi >"$fresh/openapi.json"
"$jovek" schema >"$fresh/job.schema.json"
(cd web && types "$fresh/schema.d.ts")
stale=0
diff -u web/openapi.json "$fresh/openapi.json" >&2 || stale=1
diff -u docs/job.schema.json "$fresh/job.schema.json" >&2 || stale=1
diff -u web/src/api/schema.d.ts "$fresh/schema.d.ts" >&2 || stale=1
if [ "$stale" = 1 ]; then
    echo "generated files are stale: run sh scripts/check-generated.sh --write" >&2
    exit 1
fi
