import type { Result } from "../core/result";
import { statusOf } from "./problems";

const BODY_LIMIT = 256 * 1024;
/** A drawing of 2,000 parts stays well under this. */
export const LAYOUT_LIMIT = 4e6;

/** A use case's result as an HTTP answer; problems carry their status and no trace of the inside. */
export function respond(result: Result<unknown>): Response {
  if (result.ok) return Response.json({ ok: true, value: result.value });
  return Response.json({ ok: false, problem: result.problem }, { status: statusOf(result.problem) });
}

const refuse = (status: number, code: string, message: string, action: string) =>
  Response.json({ ok: false, problem: { code, message, action } }, { status });

/** Runs a handler for requests of our own pages only; an unforeseen failure is logged and told without detail. */
export async function handle(request: Request, act: () => Promise<Response>): Promise<Response> {
  const site = request.headers.get("sec-fetch-site");
  const origin = request.headers.get("origin");
  const foreign =
    (site && site !== "same-origin" && site !== "none") ||
    (origin && new URL(origin).host !== request.headers.get("host"));
  if (request.method !== "GET" && foreign)
    return refuse(403, "foreign-request", "This request came from another site.", "Open Ovrant itself and try again.");
  try {
    return await act();
  } catch (e) {
    console.error(e);
    return refuse(
      500,
      "server-failed",
      "Something failed on the server.",
      "What was acknowledged is kept; try again, and look at the server's log if it stays.",
    );
  }
}

/** The JSON body of a request within limits; undefined when it is no JSON. */
export async function jsonBody(request: Request, limit = BODY_LIMIT): Promise<unknown> {
  const text = await request.text();
  if (text.length > limit) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** A path segment as an id; 0 when it is none. */
export const idOf = (text: string): number => (/^\d{1,9}$/.test(text) ? Number(text) : 0);
