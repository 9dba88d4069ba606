#!/usr/bin/env bash
# One form for everything: the rules (with types, and those of hooks), the formatter, the arrows and circles between
# rooms, what grew too long, packages that ask for more than ours, and nothing that nothing uses.
set -uo pipefail
cd "$(dirname "$0")/.."
failed=0
npx oxlint . || failed=1
node scripts/house.mjs || failed=1
npx depcruise src bench scripts e2e --config .dependency-cruiser.mjs --output-type err || failed=1
npx knip || failed=1
npx prettier --check . --log-level warn || failed=1
npx eslint src/ui src/app --max-warnings 0 || failed=1
exit $failed
