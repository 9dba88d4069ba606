import type { Problem, Result } from "../../../core/base/result";
import { PieceBroken } from "../../../data/base/brokenPieces";
import { databaseTrouble } from "../../../data/base/connection";
import { RowUnreadable } from "../../../data/base/storedJson";
import { isForeign, isOurHost } from "./addresses";
import { heldWhole, withBody } from "./budget";
import { jsonWithin, NotTaken, type Incoming } from "./body";
import { statusOf } from "./problems";

/** Largest body that is read as JSON, bytes. */
const BODY_LIMIT = 256 * 1024;
/** A drawing of 2,000 parts stays well under this. */
export const LAYOUT_LIMIT = 4e6;

/** A use case's result as an HTTP answer; problems carry their status and no trace of the inside. */
export function respond(result: Result<unknown>): Response {
  if (result.ok) return Response.json({ ok: true, value: result.value });
  return Response.json({ ok: false, problem: result.problem }, { status: statusOf(result.problem) });
}

/** The same for programs that are not ours: the value itself; one that sends too fast is told when to come again. */
export function plainly(result: Result<unknown>): Response {
  if (result.ok) return Response.json(result.value);
  const { waitS, ...problem } = result.problem;
  const headers = waitS === undefined ? undefined : { "retry-after": String(waitS) };
  return Response.json({ problem }, { status: statusOf(problem), headers });
}

const refuse = (status: number, problem: Problem) => Response.json({ ok: false, problem }, { status });

const foreignRequest: Problem = {
  code: "foreign-request",
  message: "This request came from another site.",
  action: "Open Ovrant itself and try again.",
};
const otherName: Problem = {
  code: "other-name",
  message: "Ovrant is not served under this name.",
  action: "Open it by its own address, or set OVRANT_HOSTS to allow this name.",
};

const pieceBroken = ({ kind, id }: PieceBroken): Problem => ({
  code: "piece-broken",
  message: `The ${kind} ${id} ${kind === "readings" ? "are not what they were" : "is not what it was"} when kept.`,
  action: "It is looked for in the back-ups by itself; the job's page says whether one has it, and what still stands.",
});

export const rowUnreadable = ({ what }: RowUnreadable): Problem => ({
  code: "row-unreadable",
  message: `This job's document cannot be made: ${what} cannot be read as it is stored.`,
  action: "All else of the job stands on its pages. A back-up from before may hold it whole: restore it beside.",
});

/**
 * Runs a handler for requests of our own pages only; an unforeseen failure is logged and told without detail.
 *
 * @param holds what its body holds in memory, bytes: it waits until there is room
 */
export async function handle(
  request: Incoming,
  act: () => Promise<Response>,
  holds = heldWhole(request),
): Promise<Response> {
  if (!isOurHost(request.headers.get("host"))) return refuse(421, otherName);
  if (request.method !== "GET" && isForeign(request.headers)) return refuse(403, foreignRequest);
  try {
    return await (holds > 0 ? withBody(holds, act) : act());
  } catch (e) {
    if (e instanceof NotTaken) return refuse(e.status, e.problem);
    if (e instanceof PieceBroken) return refuse(409, pieceBroken(e));
    if (e instanceof RowUnreadable) return refuse(409, rowUnreadable(e));
    const trouble = databaseTrouble(e);
    if (trouble) return refuse(trouble.code === "disk-full" ? 507 : 503, trouble);
    console.error(e);
    return refuse(500, {
      code: "server-failed",
      message: "Something failed on the server.",
      action: "What was acknowledged is kept; try again, and look at the server's log if it stays.",
    });
  }
}

/** The JSON body of a request within limits; one that is none is refused. */
export const jsonBody = (request: Incoming, limit = BODY_LIMIT): Promise<unknown> => jsonWithin(request, limit);

/** A path segment as an id; 0 when it is none. */
export const idOf = (text: string): number => (/^\d{1,9}$/.test(text) ? Number(text) : 0);

/** The page of a list an address asks for; the first where it asks for none. */
export const pageOf = (text: string | undefined): number => (text && /^[1-9]\d{0,5}$/.test(text) ? Number(text) : 1);
