#!/usr/bin/env bash
# One form for everything: the formatter, the rules, the rooms' arrows and circles, and nothing that nothing uses.
set -uo pipefail
cd "$(dirname "$0")/.."
failed=0
npx eslint . --max-warnings 0 &
rules=$!
npx prettier --check . --log-level warn || failed=1
npx depcruise src --config .dependency-cruiser.mjs --output-type err || failed=1
npx knip || failed=1
wait "$rules" || failed=1
exit $failed
