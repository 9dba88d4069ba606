#!/usr/bin/env bash
# Installs what is missing, builds, makes the demo's own database, loads it, serves, prints the address.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/build.sh
export OVRANT_DB="${OVRANT_DB:-$PWD/var/ovrant.db}"
npm run --silent ovrant -- demo
echo "Logs to try the import with are in demo-files/."
echo "A live run without hardware: LR-14, Run before, Run it live, A machine of this kind, simulated."
exec bash scripts/serve.sh "the demo"
