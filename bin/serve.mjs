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
/** What comes from elsewhere waits for the gate to stand; until then, and if it fails, nothing is answered. */
async function answer(req, res) {
  const gate = globalThis.ovrant?.get("gate");
  if (!gate) res.writeHead(503, { "retry-after": "2" }).end("Ovrant is starting.\n");
  else if (!(await gate(req, res)) && !globalThis.ovrant?.get("direct")?.(req, res)) await handle(req, res);
}
const server = createServer((req, res) => {
  answer(req, res).catch((e) => {
    console.error(e);
    if (res.headersSent) res.destroy();
    else res.writeHead(500, { "content-type": "text/plain" }).end("Something failed on the server.\n");
  });
});
// nothing here speaks anything but HTTP: a socket that asks for more is closed
server.on("upgrade", (_request, socket) => socket.destroy());
server.once("error", (e) => {
  console.error(e.code === "EADDRINUSE" ? `Port ${port} is in use: set PORT to another.` : e.message);
  process.exit(1);
});
server.listen(Number(port), host);

/** What is under way may end for so long, ms; what goes on then is cut. */
const ENDING_MS = 5_000;

/** Ends what is under way, then the process. */
function stop() {
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), ENDING_MS).unref();
  setTimeout(() => process.exit(0), 2 * ENDING_MS).unref();
}
process.once("SIGTERM", stop);
process.once("SIGINT", stop);
