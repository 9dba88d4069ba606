#!/usr/bin/env bash
# Installs the packages the lock file names, when they are missing or the lock file changed. The driver of the database
# is one large file in C where nothing ready-made is at hand: it is compiled by itself while all other packages arrive.
set -euo pipefail
cd "$(dirname "$0")/.."
stamp=node_modules/.ovrant-lock
sum=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$sum" ]; then exit 0; fi
began=$SECONDS
echo "Installing packages (the database driver may be compiled: a minute or two the first time)"
quiet="--no-audit --no-fund --loglevel=error"
driver=$(mktemp -d)
trap 'rm -rf "$driver"' EXIT
node scripts/driver.mjs "$driver"
(cd "$driver" && JOBS=max npm ci $quiet > log 2>&1) &
building=$!
npm ci --ignore-scripts $quiet
echo "  packages: $((SECONDS - began)) s"
# what other packages do once they are there
npm rebuild $quiet $(node -p 'Object.entries(require("./package-lock.json").packages)
  .filter(([at, p]) => p.hasInstallScript && at !== "node_modules/better-sqlite3" && !/node_modules.*node_modules/.test(at))
  .map(([at]) => at.replace("node_modules/", "")).join(" ")') > /dev/null
if wait "$building"; then
  cp -r "$driver/node_modules/better-sqlite3/build" node_modules/better-sqlite3/
else
  tail -5 "$driver/log"
  echo "The driver could not be built by itself: once more, among the packages"
  JOBS=max npm rebuild better-sqlite3 $quiet
fi
node -e 'new (require("better-sqlite3"))(":memory:").close()'
echo "  with the database driver: $((SECONDS - began)) s"
echo "$sum" > "$stamp"
