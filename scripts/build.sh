#!/usr/bin/env bash
# Installs packages and builds the command and the application, each only where it is missing or older than its sources.
set -euo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1
bash scripts/install.sh
node bin/ovrant.mjs --help > /dev/null
built=.next/BUILD_ID
if [ ! -f "$built" ] || [ -n "$(find src public next.config.ts package-lock.json tsconfig.json -newer "$built" -type f -print -quit 2>/dev/null)" ]; then
  echo "Building"
  log=$(mktemp)
  npx next build > "$log" 2>&1 || { cat "$log"; rm -f "$log"; exit 1; }
  rm -f "$log"
fi
