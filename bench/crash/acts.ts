import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { demoText } from "../../src/demo/load";
import { lanternRow } from "../../src/demo/scenario";
import { sha256 } from "../../src/server/record/document";
import { planFor } from "../../src/testing/plans";
import type { Said } from "./said";

/** Where a technician works, what was said to them, and who hears of refusals. */
export interface Place {
  base: string;
  said: Said;
  refused?: (code: string) => void;
}

let serial = 0;
const freshId = () => `${Date.now().toString(16)}${(++serial).toString(16)}`.padStart(32, "0");

async function post<T>({ base, refused }: Place, url: string, body: unknown): Promise<T | null> {
  const bytes = body instanceof Uint8Array;
  const answer = await fetch(base + url, {
    method: "POST",
    headers: { "content-type": bytes ? "application/zip" : "application/json" },
    body: bytes ? (body as Uint8Array<ArrayBuffer>) : JSON.stringify(body),
  });
  const told = (await answer.json().catch(() => null)) as {
    ok: boolean;
    value: T;
    problem?: { code: string };
  } | null;
  if (told?.ok) return told.value;
  refused?.(told?.problem?.code ?? `no words, ${answer.status}`);
  return null;
}

/** Does one kind of work over and over until it is told to end; a server that ended in the middle is no loss. */
export async function again(ends: { now: boolean }, work: (n: number) => Promise<void>): Promise<void> {
  for (let n = 0; !ends.now; n++) {
    try {
      await work(n);
    } catch {
      // what was not acknowledged is no loss
      await new Promise((r) => setTimeout(r, 50));
    }
  }
}

async function takenIn(place: Place, tag: string): Promise<number | null> {
  const intake = { tag, model: "Crash 15", complaint: "hot", environment: "lint", form: "fifteen" };
  const taken = await post<{ jobId: number }>(place, "/api/intake", intake);
  if (taken) place.said.machines.add(tag);
  return taken?.jobId ?? null;
}

/** A technician in a hurry: takes a machine in, keeps both logs, steps and lots, closes the job and signs it. */
export async function wholeJob(place: Place, tag: string): Promise<void> {
  const jobId = await takenIn(place, tag);
  if (jobId === null) return;
  for (const kind of ["before", "after"] as const) {
    await keepLog(place, jobId, kind);
    await keepSteps(place, jobId, kind);
    const lot = { kind: "swab", name: `Lot ${tag}${kind}`, lot: "1", amount: 10, price: 1 };
    if (await post(place, "/api/materials/lots", lot)) place.said.lots.add(lot.name);
  }
  await closeAndSign(place, jobId);
}

/** Closes a job and signs it: the next revision of its document. */
async function closeAndSign(place: Place, jobId: number): Promise<void> {
  const due = { dueOn: "2031-06-02", why: "dust", close: true, note: "goes home as it is" };
  if (!(await post(place, `/api/jobs/${jobId}/due`, due))) return;
  const signed = await post<{ revision: number }>(place, `/api/jobs/${jobId}/sign`, {
    role: "bench technician",
    initials: "CR",
    checkedRole: "",
    checkedInitials: "",
  });
  if (signed) place.said.signed.add(`${jobId}.${signed.revision}`);
}

/** One job opened, closed and signed over and over: a revision each time. */
export async function signedAgain(place: Place, tag: string, ends: { now: boolean }): Promise<void> {
  const jobId = await takenIn(place, tag);
  if (jobId === null) return;
  while (!ends.now) {
    await closeAndSign(place, jobId);
    if ((await post(place, `/api/jobs/${jobId}/reopen`, {})) === undefined) return;
    await new Promise((r) => setTimeout(r, 100));
  }
}

export async function keepSteps(place: Place, jobId: number, kind: string): Promise<void> {
  const entries = Array.from({ length: 3 }, (_, i) => ({
    id: freshId(),
    at: new Date().toISOString(),
    stage: "open",
    step: `open:${kind}${i}`,
    act: "done",
    value: "",
    reason: "",
  }));
  if (await post(place, `/api/jobs/${jobId}/journal`, { entries }))
    for (const e of entries) place.said.entries.add(e.id);
}

async function keepLog(place: Place, jobId: number, kind: "before" | "after"): Promise<void> {
  const own = lanternRow[0];
  const run = own?.[kind];
  if (!own || !run) return;
  const text = demoText(own.rig, run);
  const head = {
    jobId,
    kind,
    name: `${kind}.csv`,
    bytes: Buffer.byteLength(text),
    plan: planFor(text),
    phases: null,
    conditions: { roomStartC: 22, roomEndC: 22 },
    anyway: true,
  };
  const answer = await fetch(`${place.base}/api/runs`, { method: "POST", body: `${JSON.stringify(head)}\n${text}` });
  const told = (await answer.json().catch(() => null)) as { ok: boolean; problem?: { code: string } } | null;
  if (told?.ok) place.said.runs.add(`${jobId}.${kind}`);
  else place.refused?.(told?.problem?.code ?? `no words, ${answer.status}`);
}

/** A live run: begun, and fed until the server ends; the next one is fed by the next turn. */
export async function liveRun(place: Place, tag: string, ends: { now: boolean }): Promise<void> {
  const jobId = await takenIn(place, tag);
  if (jobId === null) return;
  const began = await fetch(`${place.base}/api/v1/jobs/${jobId}/runs`, {
    method: "POST",
    body: JSON.stringify({ kind: "before" }),
  });
  const { runId, token } = (await began.json()) as { runId?: number; token?: string };
  if (!runId) return;
  // a run that is over ends by itself, and its samples become its log: this one is left before
  for (let last = 0; !ends.now && last < MOST_SAMPLES;) {
    const lines = Array.from({ length: 20 }, (_, i) => sample(last + i + 1));
    const answer = await fetch(`${place.base}/api/v1/runs/${runId}/samples`, {
      method: "POST",
      headers: { authorization: `Bearer ${token ?? ""}` },
      body: lines.join("\n"),
    });
    const told = (await answer.json()) as { acknowledged?: number; problem?: { code: string } };
    if (told.acknowledged === undefined) {
      place.refused?.(told.problem?.code ?? `no words, ${answer.status}`);
      return;
    }
    last = told.acknowledged;
    place.said.samples.set(runId, last);
    await new Promise((r) => setTimeout(r, 20));
  }
}

const MOST_SAMPLES = 4_000;

const sample = (seq: number): string =>
  JSON.stringify({ seq, t: seq / 10, "cpu.temperature": 40 + (seq % 50), "cpu.power": 30 });

/** Brings a job in from a bundle, each time under another uid and tag, as if another workshop sent it. */
export async function bringIn(place: Place, bundle: Uint8Array, tag: string): Promise<void> {
  const uid = freshId();
  const taken = await post<{ what: string }>(place, "/api/import", renamed(bundle, uid, tag));
  if (!taken) return;
  place.said.imported.add(uid);
  place.said.machines.add(tag);
}

/** The same bundle of another job: its uid, its machine's tag, and sums that fit. */
function renamed(bundle: Uint8Array, uid: string, tag: string): Uint8Array {
  const files = unzipSync(bundle);
  const job = JSON.parse(strFromU8(files["job.json"] ?? new Uint8Array())) as { uid: string; machine: { tag: string } };
  const own = { ...job, uid, machine: { ...job.machine, tag, model: `Brought ${tag}` } };
  files["job.json"] = strToU8(JSON.stringify(own));
  files["signoffs.json"] = strToU8("[]");
  for (const name of Object.keys(files)) if (name.startsWith("signed/")) delete files[name];
  const sums = Object.entries(files).filter(([name]) => name !== "sums.json");
  files["sums.json"] = strToU8(JSON.stringify(Object.fromEntries(sums.map(([n, b]) => [n, sha256(b)]))));
  return zipSync(files, { level: 0 });
}

export async function backUp(place: Place): Promise<void> {
  const made = await post<{ good: { file: string } | null }>(place, "/api/backup", {});
  if (made?.good) place.said.backup = made.good.file;
}
