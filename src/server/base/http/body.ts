import type { Problem } from "../../../core/base/result";

/** A body that is not taken, with why; `handle` answers with it. */
export class NotTaken extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem,
  ) {
    super(problem.message);
  }
}

/** No form of ours nests deeper than this. */
const MOST_DEEP = 60;

export const tooLarge = (limit: number): NotTaken =>
  new NotTaken(413, {
    code: "body-too-large",
    message: `This is more than ${limit >= 1e6 ? `${Math.round(limit / 1e6)} MB` : `${Math.round(limit / 1024)} kB`}.`,
    action: "Nothing was stored; send less at once.",
  });

const notJson = (message: string) =>
  new NotTaken(400, {
    code: "not-json",
    message,
    action: "Nothing was stored; send the fields of the form as one JSON object.",
  });

/** What is read of a request: one of the web, or one straight from the socket. */
export interface Incoming {
  method: string;
  headers: Headers;
  body: AsyncIterable<Uint8Array> | null;
}

/** The text of a request, within a limit. */
export const textBody = async (request: Incoming, limit: number): Promise<string> =>
  (await bytesBody(request, limit)).toString("utf8");

/** The bytes of a request; what is over the limit is refused while it comes in, and the rest is not read. */
export async function bytesBody(request: Incoming, limit: number): Promise<Buffer> {
  if (Number(request.headers.get("content-length") ?? 0) > limit) throw tooLarge(limit);
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  for await (const chunk of request.body ?? []) {
    bytes += chunk.length;
    if (bytes > limit) throw tooLarge(limit);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** The JSON body of a request within limits of size and depth. */
export async function jsonWithin(request: Incoming, limit: number): Promise<unknown> {
  const text = await textBody(request, limit);
  if (depthOf(text) > MOST_DEEP) throw notJson(`This nests deeper than ${MOST_DEEP} levels.`);
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw notJson("This is not JSON.");
  }
}

/** How deep brackets nest outside of strings. */
function depthOf(text: string): number {
  let depth = 0;
  let most = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (quoted) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) quoted = false;
    } else if (c === QUOTE) quoted = true;
    else if (c === OPEN_BRACKET || c === OPEN_BRACE) most = Math.max(most, ++depth);
    else if (c === CLOSE_BRACKET || c === CLOSE_BRACE) depth--;
  }
  return most;
}

const [QUOTE, BACKSLASH, OPEN_BRACKET, CLOSE_BRACKET, OPEN_BRACE, CLOSE_BRACE] = [34, 92, 91, 93, 123, 125];
