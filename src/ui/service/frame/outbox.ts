import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import type { Entry } from "@/core/service";

interface Schema extends DBSchema {
  outbox: { key: string; value: Entry & { jobId: number }; indexes: { job: number } };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;

/** What this device has not handed over yet; it outlives a reload. */
function outbox(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("ovrant-journal", 1, {
    upgrade: (db) => db.createObjectStore("outbox", { keyPath: "id" }).createIndex("job", "jobId"),
  });
  return opened;
}

export async function keepOnDevice(jobId: number, entry: Entry): Promise<void> {
  await (await outbox()).put("outbox", { ...entry, jobId });
}

/** Entries of a job still on this device, oldest first. */
export async function onDevice(jobId: number): Promise<Entry[]> {
  const own = await (await outbox()).getAllFromIndex("outbox", "job", jobId);
  return own.map(({ jobId: _, ...entry }) => entry).sort((a, b) => a.at.localeCompare(b.at));
}

export async function handedOver(ids: readonly string[]): Promise<void> {
  const tx = (await outbox()).transaction("outbox", "readwrite");
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
}

/** An id no other device makes. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
