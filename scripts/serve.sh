#!/usr/bin/env bash
# Builds what is missing or older than its sources, then serves a database and prints the address.
# serve.sh NAME-OF-WHAT-IS-SERVED; OVRANT_DB says which database, PORT and HOST where.
set -euo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1
PORT="${PORT:-3000}"
HOST="${HOST:-127.0.0.1}"
mkdir -p "$(dirname "$OVRANT_DB")" 2>/dev/null || true
set -a
. scripts/serve.env
set +a
# shellcheck disable=SC2086
node $OVRANT_NODE bin/serve.mjs "$HOST" "$PORT" &
server=$!
# one that is told to stop ends its requests and takes the journal file over into the database
trap 'kill -TERM "$server" 2>/dev/null; wait "$server" 2>/dev/null; exit 0' INT TERM
trap 'kill "$server" 2>/dev/null' EXIT
shown="$HOST"
case "$HOST" in 0.0.0.0|::) shown=127.0.0.1 ;; esac
for _ in $(seq 1 100); do
  kill -0 "$server" 2>/dev/null || { echo "The server did not start; is port $PORT in use?"; exit 1; }
  if node -e "fetch('http://$shown:$PORT/glossary').then(r=>process.exit(r.ok?0:1),()=>process.exit(1))"; then
    echo
    echo "Ovrant is at http://$shown:$PORT ($1)"
    echo "Its database is $OVRANT_DB. Stop with Ctrl-C."
    wait "$server"
    exit
  fi
  sleep 0.3
done
echo "The server did not answer on port $PORT."
exit 1
