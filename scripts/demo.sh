#!/usr/bin/env bash
# Installs what is missing, builds, makes the database, loads the demo data, serves, prints the address.
set -euo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1
PORT="${PORT:-3000}"
HOST="${HOST:-127.0.0.1}"
bash scripts/install.sh
echo "Building"
node bin/ovrant.mjs --help > /dev/null
npx next build > /tmp/ovrant-build.$$ 2>&1 || { cat /tmp/ovrant-build.$$; rm -f /tmp/ovrant-build.$$; exit 1; }
rm -f /tmp/ovrant-build.$$
npm run --silent ovrant -- demo
npx next start -H "$HOST" -p "$PORT" &
server=$!
trap 'kill "$server" 2>/dev/null' EXIT INT TERM
shown="$HOST"
case "$HOST" in 0.0.0.0|::) shown=127.0.0.1 ;; esac
for _ in $(seq 1 100); do
  kill -0 "$server" 2>/dev/null || { echo "The server did not start; is port $PORT in use?"; exit 1; }
  if node -e "fetch('http://$shown:$PORT/').then(r=>process.exit(r.ok?0:1),()=>process.exit(1))"; then
    echo
    echo "Ovrant is at http://$shown:$PORT"
    echo "Logs to try the import with are in demo-files/. Stop with Ctrl-C."
    wait "$server"
    exit
  fi
  sleep 0.3
done
echo "The server did not answer on port $PORT."
exit 1
