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
# types and lint mind nothing but the sources: side by side
together() { # name, command; name, command
  local from=$SECONDS first second
  bash -c "$2" > ".reports/$1.log" 2>&1 &
  first=$!
  bash -c "$4" > ".reports/$3.log" 2>&1 &
  second=$!
  for pair in "$1 $first" "$3 $second"; do
    local name="${pair% *}"
    if wait "${pair#* }"; then steps="$steps $name=0"; else steps="$steps $name=1"; fi
    echo "== $name"
    cat ".reports/$name.log"
  done
  times="$times $1 and $3 $((SECONDS - from)) s,"
}
together types "npx next typegen > /dev/null && npx tsc --noEmit" lint "bash scripts/lint.sh"
step unit npx vitest run --reporter=dot --reporter=json --outputFile.json=.reports/unit.json
step build bash -c "node bin/ovrant.mjs --help > /dev/null && npx next build"
step browser npx playwright test
echo "Took:${times%,}; all together $SECONDS s with installing"
node scripts/tally.mjs $steps
