#!/usr/bin/env bash
# Everything the project checks: types, lint, unit tests, browser tests; says how long each part took.
# Ends with "N passed, N failed".
set -uo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1
bash scripts/install.sh || { echo "0 passed, 1 failed"; exit 1; }
if [ -z "${CHROMIUM:-}" ] && [ ! -x /usr/bin/chromium ]; then
  echo "Installing Chromium"
  (apt-get update -qq && apt-get install -y -qq chromium) > /tmp/ovrant-apt.log 2>&1 || {
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
step types bash -c "npx next typegen > /dev/null && npx tsc --noEmit"
step lint bash scripts/lint.sh
step unit npx vitest run --reporter=dot --reporter=json --outputFile.json=.reports/unit.json
step build bash -c "node bin/ovrant.mjs --help > /dev/null && npx next build"
step browser npx playwright test
echo "Took:${times%,}; all together $SECONDS s with installing"
node scripts/tally.mjs $steps
