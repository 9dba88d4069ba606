import type { Right } from "./roles";

/** What a request off this machine needs to be answered. */
export type Need =
  /** Nothing: the join page, the plain probe script, and files without data. */
  | { of: "nothing" }
  /** A joined bench: the locked view with countdown and Stop. */
  | { of: "bench" }
  /** The token of a run, which its own route asks for. */
  | { of: "run" }
  /** A signed link that ends, which its own page asks for. */
  | { of: "owner" }
  /** A person on a joined bench, whose role may do this. */
  | { of: "person"; right: Right };

interface Rule {
  method?: "GET" | "write";
  path: RegExp;
  need: Need;
  /** What the audit calls it, where it changes something; "" where what is done writes itself down. */
  says?: string;
}

const nothing: Need = { of: "nothing" };
const bench: Need = { of: "bench" };
const run: Need = { of: "run" };
const person = (right: Right): Need => ({ of: "person", right });

/** The first rule that fits counts; what fits none is for technicians. */
const RULES: readonly Rule[] = [
  { path: /^\/_next\/static\//, need: nothing },
  { path: /^\/(icon\.svg|probe\.sh|join)$/, need: nothing },
  // browsers fetch it without the cookies of who is signed in; it holds nothing of the workshop
  { method: "GET", path: /^\/offline\/sw\.js$/, need: nothing },
  { path: /^\/api\/trust\/join$/, need: nothing },
  { path: /^\/owner\/[\w.~*-]+(\/report)?$/, need: { of: "owner" } },
  { path: /^\/locked$/, need: bench },
  { path: /^\/api\/trust\/lock$/, need: bench, says: "signed out" },
  { path: /^\/api\/trust\/stop$/, need: bench, says: "stopped a load" },
  { path: /^\/api\/trust\/(signin|going|here)$/, need: bench, says: "" },
  { method: "GET", path: /^\/load\/[^/]+$/, need: run },
  { method: "write", path: /^\/api\/v1\/runs\/\d+\/(samples|stop|end)$/, need: run },
  { method: "GET", path: /^\/api\/v1\/runs(\/\d+)?$/, need: run },
  { path: /^\/api\/trust\/pin$/, need: person("look"), says: "" },
  { path: /^\/api\/trust(\/|$)/, need: person("manage"), says: "" },
  { method: "GET", path: /^\/(network|audit|settings)$/, need: person("manage") },
  { method: "GET", path: /^\/api\/(backup|tables)(\/|$)/, need: person("manage") },
  // what may be looked at is named, page by page: an address that reads as another one is looked at by nobody
  { method: "GET", path: /^\/$/, need: person("look") },
  {
    method: "GET",
    path: /^\/(bring|calendar\.ics|day|day\.ics|due|forecasts|glossary|layouts|load|machines|materials)$/,
    need: person("look"),
  },
  { method: "GET", path: /^\/(pin|practice|search|ways)$/, need: person("look") },
  { method: "GET", path: /^\/jobs\/\d+(\/[a-z]+)?$/, need: person("look") },
  { method: "GET", path: /^\/machines\/(new|\d+(\/(history|calendar\.ics))?)$/, need: person("look") },
  { method: "GET", path: /^\/practice\/(cases|\d+)$/, need: person("look") },
  {
    method: "GET",
    path: /^\/api\/jobs\/\d+\/(cutting|explain|export|layout\/alike|report|shelf)$/,
    need: person("look"),
  },
  { method: "GET", path: /^\/api\/jobs\/\d+\/owner$/, need: person("close") },
  { method: "GET", path: /^\/api\/(day|filters|live|settings\/mark|layouts\/schema)$/, need: person("look") },
  { method: "GET", path: /^\/api\/(layouts|runs)\/\d+\/file$/, need: person("look") },
  { method: "GET", path: /^\/api\/(live\/\d+\/events|lots\/\d+\/uses|photos\/\d+)$/, need: person("look") },
  { method: "GET", path: /^\/api\/schemas\/[\w.-]+$/, need: person("look") },
  { path: /^\/api\/jobs\/\d+\/journal$/, need: person("work"), says: "bench steps" },
  { path: /^\/api\/jobs\/\d+\/(photos|cutting|shelf|bookings)$/, need: person("work"), says: "bench work" },
  { path: /^\/api\/(bookings|cuttings|photos)\/\d+$/, need: person("work"), says: "bench work" },
  { path: /^\/api\/runs(\/\d+)?(\/try)?$/, need: person("work"), says: "a run" },
  { path: /^\/api\/(v1\/)?(jobs\/\d+\/runs|runs(\/\d+)?(\/(stop|end))?)$/, need: person("work"), says: "a live run" },
  { path: /^\/api\/live(\/|$)/, need: person("work"), says: "a live run" },
  { path: /^\/api\/practice\/tries(\/|$)/, need: person("work"), says: "the practice bench" },
  { path: /^\/api\/jobs\/\d+\/explain$/, need: person("look") },
  { path: /^\/api\/jobs\/\d+\/owner$/, need: person("close"), says: "" },
  { path: /^\/api\/jobs\/\d+\/(sign|reopen|due|judge|waits)$/, need: person("close"), says: "closing" },
  { path: /^\/api\/jobs\/\d+\/report$/, need: person("close"), says: "a report" },
  { path: /^\/api\/jobs\/\d+\/layout/, need: person("close"), says: "a drawing" },
  { path: /^\/api\/layouts(\/|$)/, need: person("close"), says: "a drawing" },
  { method: "GET", path: /^\/api\/machines\/\d+\/all$/, need: person("manage") },
  { path: /^\/api\/machines\/\d+\/erase$/, need: person("manage"), says: "" },
  { path: /^\/api\/settings\/retention$/, need: person("manage"), says: "" },
  { path: /^\/api\/(machines|intake|upkeep|day|filters)(\/|$)/, need: person("close"), says: "machines and dates" },
  { path: /^\/api\/(materials|lots|pad-curves)(\/|$)/, need: person("close"), says: "materials" },
];

/**
 * What a request needs that does not come from this machine.
 *
 * @param path without its query
 * @example
 * needOf("POST", "/api/jobs/3/journal"); // { of: "person", right: "work" }
 * needOf("DELETE", "/api/anything-new"); // { of: "person", right: "manage" }
 */
export const needOf = (method: string, path: string): Need => ruleOf(method, path)?.need ?? person("manage");

/** What the audit says was changed; "" where what is done writes itself down. */
export const changeWords = (method: string, path: string): string => {
  const says = ruleOf(method, path)?.says ?? "the workshop";
  if (says === "") return "";
  const job = /^\/api\/(?:v1\/)?jobs\/(\d+)/.exec(path)?.[1];
  return job ? `${says}, job ${job}` : says;
};

const ruleOf = (method: string, path: string): Rule | undefined =>
  RULES.find((r) => (!r.method || r.method === (isRead(method) ? "GET" : "write")) && r.path.test(path));

/** Whether a method changes nothing. */
export const isRead = (method: string): boolean => method === "GET" || method === "HEAD";

/** Requests a page makes by itself while nobody touches it: they keep no bench open. */
export const isByItself = (method: string, path: string): boolean =>
  isRead(method) &&
  (/^\/api\/(live|day|v1\/runs|trust\/(going|here))(\/|$)/.test(path) || path.startsWith("/_next/static/"));
