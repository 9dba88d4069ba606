#!/usr/bin/env bash
# Serves the workshop's own data: builds what is missing, makes the database where there is none, prints the address.
# OVRANT_DATA is the folder it lies in, apart from the program, so that an update never touches it.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/build.sh
export OVRANT_DB="${OVRANT_DB:-${OVRANT_DATA:-$HOME/ovrant-data}/ovrant.db}"
exec bash scripts/serve.sh "the workshop's own data"
