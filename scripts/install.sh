#!/usr/bin/env bash
# Installs the packages the lock file names, when they are missing or the lock file changed.
set -euo pipefail
cd "$(dirname "$0")/.."
stamp=node_modules/.ovrant-lock
sum=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ ! -f "$stamp" ] || [ "$(cat "$stamp")" != "$sum" ]; then
  echo "Installing packages (the database driver may be compiled: some minutes the first time)"
  # the driver of the database is one large file in C: it takes most of the time, and all cores where there are more
  JOBS=max npm ci --no-audit --no-fund --loglevel=error
  echo "$sum" > "$stamp"
fi
