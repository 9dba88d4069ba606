import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Entry } from "@/core/service";

type Waiting = Entry & { jobId: number };

interface Schema extends DBSchema {
  /** As they were done: the key counts up. */
  waiting: { key: number; value: Waiting; indexes: { job: number; id: string } };
}

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
  opened ??= openDB<Schema>("ovrant-journal", 2, {
    upgrade(db, from, _to, tx) {
      const waiting = db.createObjectStore("waiting", { autoIncrement: true });
      waiting.createIndex("job", "jobId");
      waiting.createIndex("id", "id", { unique: true });
      if (from === 1) void carryOver(tx);
    },
  });
  return opened;
}

export async function keepOnDevice(jobId: number, entry: Entry): Promise<void> {
  await (await outbox()).add("waiting", { ...entry, jobId });
}

/** Entries of a job still on this device, in the order in which they were made. */
export async function onDevice(jobId: number): Promise<Entry[]> {
  // an index gives what it holds of one job by the key, which counts up
  const own = await (await outbox()).getAllFromIndex("waiting", "job", jobId);
  return own.map(({ jobId: _, ...entry }) => entry);
}

export async function handedOver(ids: readonly string[]): Promise<void> {
  const tx = (await outbox()).transaction("waiting", "readwrite");
  const byId = tx.store.index("id");
  for (const id of ids) {
    const key = await byId.getKey(id);
    if (key !== undefined) await tx.store.delete(key);
  }
  await tx.done;
}

/** An id no other device makes. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
