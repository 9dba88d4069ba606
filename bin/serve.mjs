#!/usr/bin/env node
// Serves the built application: serve.mjs HOST PORT. Samples of a run that goes are taken straight from the socket.
import { createServer } from "node:http";
import { dirname } from "node:path";
import { fileURLToPath } from "node:url";

const [host = "127.0.0.1", port = "3000"] = process.argv.slice(2);
process.env.NODE_ENV ??= "production";
// what it loads goes by that
const { default: next } = await import("next");
const dir = dirname(dirname(fileURLToPath(import.meta.url)));
const app = next({ dev: false, dir, hostname: host, port: Number(port) });
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer((req, res) => {
  if (!globalThis.ovrantDirect?.(req, res)) void handle(req, res);
});
server.once("error", (e) => {
  console.error(e.code === "EADDRINUSE" ? `Port ${port} is in use: set PORT to another.` : e.message);
  process.exit(1);
});
server.listen(Number(port), host);

/** Ends what is under way, then the process. */
function stop() {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
}
process.once("SIGTERM", stop);
process.once("SIGINT", stop);
