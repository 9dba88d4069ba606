import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Result } from "@/core/base/result";
import type { Entry } from "@/core/handwork/service";
import { send } from "@/ui/kit/controls/send";
import { setSignedInHere, signedInHere } from "@/ui/kit/controls/who";

export type Waiting = Entry & { jobId: number };

interface Schema extends DBSchema {
  /** As they were done: the key counts up. */
  waiting: { key: number; value: Waiting; indexes: { job: number; id: string } };
  /** What the server cannot keep, with why; it bars nothing, and is told until it is dropped. */
  refused: { key: string; value: RefusedEntry };
  /** The journals of the jobs at hand as the server last gave them: a kept page may be older than they are. */
  placed: { key: number; value: { jobId: number; entries: Entry[]; at: number } };
}

export type RefusedEntry = Waiting & { why: string };

/** What is left of the store of earlier versions, which knew no order but the clock's. */
interface OldTransaction {
  objectStore(name: "outbox"): { getAll(): Promise<Waiting[]>; clear(): Promise<void> };
  objectStore(name: "waiting"): { add(e: Waiting): Promise<unknown> };
}

async function carryOver(tx: OldTransaction): Promise<void> {
  const old = tx.objectStore("outbox");
  const kept = await old.getAll();
  for (const e of kept.sort((a, b) => a.at.localeCompare(b.at))) await tx.objectStore("waiting").add(e);
  await old.clear();
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

/** What this device has not handed over yet; it outlives a reload. */
function outbox(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("ovrant-journal", 4, {
    upgrade(db, from, _to, tx) {
      if (from < 2) {
        const waiting = db.createObjectStore("waiting", { autoIncrement: true });
        waiting.createIndex("job", "jobId");
        waiting.createIndex("id", "id", { unique: true });
        if (from === 1) void carryOver(tx);
      }
      if (from < 3) db.createObjectStore("refused", { keyPath: "id" });
      db.createObjectStore("placed", { keyPath: "jobId" });
    },
  });
  return opened;
}

export async function storeOnDevice(jobId: number, entry: Entry): Promise<void> {
  await (await outbox()).add("waiting", { ...entry, jobId });
  changed();
}

/** Entries of a job still on this device, in the order in which they were made. */
export async function onDevice(jobId: number): Promise<Entry[]> {
  // an index gives what it holds of one job by the key, which counts up
  const own = await (await outbox()).getAllFromIndex("waiting", "job", jobId);
  return own.map(({ jobId: _, ...entry }) => entry);
}

/** Everything that waits here or was refused, of all jobs. */
export async function allOnDevice(): Promise<{ waiting: Waiting[]; refused: RefusedEntry[] }> {
  const db = await outbox();
  return { waiting: await db.getAll("waiting"), refused: await db.getAll("refused") };
}

/** Takes what the server has off this device; what it cannot keep is laid apart. */
async function handedOver(
  entries: readonly Entry[],
  jobId: number,
  refused: ReadonlyMap<string, string>,
): Promise<void> {
  const tx = (await outbox()).transaction(["waiting", "refused"], "readwrite");
  const byId = tx.objectStore("waiting").index("id");
  for (const e of entries) {
    const why = refused.get(e.id);
    if (why !== undefined) await tx.objectStore("refused").put({ ...e, jobId, why });
    const key = await byId.getKey(e.id);
    if (key !== undefined) await tx.objectStore("waiting").delete(key);
  }
  await tx.done;
  changed();
}

/** Journals of so many jobs are kept on a device. */
const MOST_PLACED = 40;

async function storePlaced(jobId: number, entries: Entry[]): Promise<void> {
  const tx = (await outbox()).transaction("placed", "readwrite");
  await tx.store.put({ jobId, entries, at: Date.now() });
  const all = (await tx.store.getAll()).sort((a, b) => b.at - a.at);
  for (const old of all.slice(MOST_PLACED)) await tx.store.delete(old.jobId);
  await tx.done;
}

/** The journal of a job as the server last gave it to this device; nothing where it never did. */
export async function placedOnDevice(jobId: number): Promise<Entry[]> {
  return (await (await outbox()).get("placed", jobId))?.entries ?? [];
}

export async function dropRefused(ids: readonly string[]): Promise<void> {
  const tx = (await outbox()).transaction("refused", "readwrite");
  for (const id of ids) await tx.store.delete(id);
  await tx.done;
  changed();
}

const CHANGED = "ovrant-outbox";
const changed = () => window.dispatchEvent(new Event(CHANGED));

/** Calls back whenever what is on this device changed in this tab; gives back how to end that. */
export function onOutboxChange(call: () => void): () => void {
  window.addEventListener(CHANGED, call);
  return () => window.removeEventListener(CHANGED, call);
}

/** What the server said of a job's entries; `left` are those that came to this device meanwhile. */
export type Delivered = Result<{ entries: Entry[]; aside: number; left: Entry[] }>;

/** Entries sent in one request. */
const AT_ONCE = 400;
const underWay = new Map<number, Promise<Delivered>>();

/** Sends what waits of a job, once at a time in this tab; whoever asks meanwhile waits for the same. */
export function deliver(jobId: number): Promise<Delivered> {
  const going = underWay.get(jobId) ?? delivered(jobId).finally(() => underWay.delete(jobId));
  underWay.set(jobId, going);
  return going;
}

/** Whether an entry goes out under who is signed in here; what another hand did waits until that one signs in. */
export const isOurs = (entry: Entry): boolean => {
  const signed = signedInHere();
  return signed === null || !entry.who || entry.who === signed;
};

async function delivered(jobId: number): Promise<Delivered> {
  for (;;) {
    const mine = (await onDevice(jobId)).filter(isOurs).slice(0, AT_ONCE);
    const as = signedInHere();
    const body = { entries: mine, ...(as === null ? {} : { as }) };
    const sent = await send<Answer>("POST", `/api/jobs/${jobId}/journal`, body);
    // this page is of another time: somebody else signed in at this bench since
    const now = !sent.ok && sent.problem.code === "other-hand" ? sent.problem.fields?.as : undefined;
    if (now !== undefined && now !== as) {
      setSignedInHere(now);
      continue;
    }
    if (!sent.ok) return sent;
    await handedOver(mine, jobId, new Map(sent.value.refused.map((r) => [r.id, r.why])));
    const left = await onDevice(jobId);
    if (left.some(isOurs)) continue;
    // what it placed stands on the server: a device too full to note it loses nothing
    await storePlaced(jobId, sent.value.entries).catch(() => undefined);
    return { ok: true, value: { ...sent.value, left } };
  }
}

interface Answer {
  entries: Entry[];
  refused: { id: string; why: string }[];
  aside: number;
}

/** An id no other device makes. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
