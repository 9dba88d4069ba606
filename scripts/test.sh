#!/usr/bin/env bash
# Everything the project checks: types, lint, unit tests, browser tests; says how long each part took.
# Ends with "N passed, N failed".
set -uo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1
bash scripts/install.sh || { echo "0 passed, 1 failed"; exit 1; }
if [ -z "${CHROMIUM:-}" ] && [ ! -x /usr/bin/chromium-headless-shell ]; then
  echo "Installing Chromium"
  (apt-get update -qq && apt-get install -y -qq chromium-headless-shell) > /tmp/ovrant-apt.log 2>&1 ||
    [ -x /usr/bin/chromium ] || {
    tail -5 /tmp/ovrant-apt.log
    echo "Chromium could not be installed."
    echo "0 passed, 1 failed"
    exit 1
  }
fi
rm -rf .reports .next/dev/types
mkdir -p .reports
steps=""
times=""
step() { # name, command...
  local name="$1" from=$SECONDS
  shift
  echo "== $name"
  if "$@"; then steps="$steps $name=0"; else steps="$steps $name=1"; fi
  times="$times $name $((SECONDS - from)) s,"
}
later() { # name, command...: goes on beside what follows, told when it is waited for
  local name="$1"
  shift
  "$@" > ".reports/$name.log" 2>&1 &
  pids[$name]=$!
  began[$name]=$SECONDS
}
declare -A pids began
waited() {
  local name="$1"
  echo "== $name"
  if wait "${pids[$name]}"; then steps="$steps $name=0"; else steps="$steps $name=1"; fi
  tail -60 ".reports/$name.log"
  times="$times $name over after $((SECONDS - began[$name])) s,"
}
node bin/ovrant.mjs --help > /dev/null
# lint and build mind nothing but the sources: they go on beside types and unit tests; the journeys have both cores
from=$SECONDS
later lint bash scripts/lint.sh
# the compiler written anew checks in a seventh of the time; the mutants still need the one before it
step types bash -c "npx next typegen > /dev/null && node node_modules/typescript-native/bin/tsc --noEmit --incremental false"
# what types are read from is what a build writes: one after the other
later build env OVRANT_BUILD_ONCE=1 npx next build
# the journeys' demo is made before them, too
later demo npx tsx -e 'import("./e2e/prepare").then((m) => m.default())'
step unit npx vitest run --reporter=dot --reporter=json --outputFile.json=.reports/unit.json
waited build
waited lint
waited demo
times="$times these five $((SECONDS - from)) s,"
step browser env OVRANT_DEMO_MADE=1 npx playwright test
echo "Took:${times%,}; all together $SECONDS s with installing"
node scripts/tally.mjs $steps
