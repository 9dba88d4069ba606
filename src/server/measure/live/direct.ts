import type { IncomingMessage, ServerResponse } from "node:http";
import type { Incoming } from "../../base/http/body";
import { handle, idOf, plainly } from "../../base/http/respond";
import { takeSamples } from "./samples";
import { tokenOf } from "./token";
import { processWide } from "../../../core/base/processWide";

/** Samples of a run, as its route and the server's own door for them answer. */
export const answerSamples = (request: Incoming, id: string, source: string | null): Promise<Response> =>
  handle(request, async () => plainly(await takeSamples(idOf(id), tokenOf(request), source ?? "", request)));

/** Where samples of a run are sent. */
const SAMPLES = /^\/api\/v1\/runs\/(\d{1,9})\/samples(?:\?(.*))?$/;

/**
 * Answers a request straight from the socket when it brings samples: they are most of what a server at work is asked,
 * and its routes cost ten times what they do.
 *
 * @returns whether it was one; if not, nothing of it is read
 */
function direct(req: IncomingMessage, res: ServerResponse): boolean {
  const asked = req.method === "POST" ? SAMPLES.exec(req.url ?? "") : null;
  if (!asked) return false;
  const [, id = "", query = ""] = asked;
  const request = {
    method: "POST",
    headers: new Headers(Object.entries(req.headers).map(([name, v]): [string, string] => [name, String(v)])),
    body: req.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>,
  };
  void answerSamples(request, id, new URLSearchParams(query).get("source"))
    .then(async (answer) => {
      const text = await answer.text();
      // what is left of a body that was refused is not waited for
      if (!req.complete) res.setHeader("connection", "close");
      res.setHeader("x-content-type-options", "nosniff");
      res.writeHead(answer.status, [...answer.headers].flat()).end(text);
    })
    // the source went away while it sent: it sends it again
    .catch(() => res.destroy());
  return true;
}

/** From now on samples are taken straight from the socket, by what serves the application (`bin/serve.mjs`). */
export function takeDirectly(): void {
  processWide<typeof direct>("direct").set(direct);
}
