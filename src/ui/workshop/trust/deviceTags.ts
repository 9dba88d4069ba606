"use client";
import { openDB, type DBSchema, type IDBPDatabase } from "idb";
import { bad, ok, type Problem, type Result } from "@/core/base/result";
import { leftMs, ROUND, slower, unslowed, type Slowed, type Tag } from "@/core/workshop/trust";
import { words } from "@/core/base/words";

/** A tag this device may open for while the server does not answer: its PIN as a slow hash, and its wrong ones. */
export interface SavedTag extends Slowed {
  id: number;
  initials: string;
  role: Tag["role"];
  epoch: number;
  salt: string;
  hash: string;
  rounds: number;
}

interface Schema extends DBSchema {
  tags: { key: number; value: SavedTag };
}

/** Cost of one guess on the device: PBKDF2 with SHA-256 (RFC 8018), some half a second on a tablet. */
const ROUNDS = 1_000_000;
/** Length of a hash kept on the device, bytes. */
const BYTES = 32;

let opened: Promise<IDBPDatabase<Schema>> | null = null;
const store = (): Promise<IDBPDatabase<Schema>> =>
  (opened ??= openDB<Schema>("ovrant-bench", 1, {
    upgrade: (db) => void db.createObjectStore("tags", { keyPath: "id" }),
  }));

/** Browsers reckon such hashes on this machine or over TLS alone, as they keep pages there alone. */
const canHash = (): boolean => typeof crypto !== "undefined" && "subtle" in crypto && typeof indexedDB !== "undefined";

const hex = (bytes: Uint8Array): string => Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
const bytesOf = (text: string): Uint8Array<ArrayBuffer> =>
  new Uint8Array((text.match(/../g) ?? []).map((b) => Number.parseInt(b, 16)));

async function hashOf(pin: string, salt: string, rounds: number): Promise<string> {
  const key = await crypto.subtle.importKey("raw", new TextEncoder().encode(pin), "PBKDF2", false, ["deriveBits"]);
  const how = { name: "PBKDF2", hash: "SHA-256", salt: bytesOf(salt), iterations: rounds };
  return hex(new Uint8Array(await crypto.subtle.deriveBits(how, key, BYTES * 8)));
}

/** Keeps what opens this device for somebody whom the server just let in; nothing where the browser cannot. */
export async function saveTag(tag: Tag, pin: string): Promise<void> {
  if (!canHash()) return;
  const { id, initials, role, epoch } = tag;
  const salt = hex(crypto.getRandomValues(new Uint8Array(16)));
  const hash = await hashOf(pin, salt, ROUNDS);
  await (await store()).put("tags", { id, initials, role, epoch, salt, hash, rounds: ROUNDS, ...unslowed });
}

/** Tags this device opens for, as the rack shows them. */
export async function savedTags(nowMs = Date.now()): Promise<Tag[]> {
  if (!canHash()) return [];
  const all = await (await store()).getAll("tags");
  return all.map(({ id, initials, role, epoch, ...slowed }) => ({
    id,
    initials,
    role,
    epoch,
    rests: leftMs(slowed, nowMs) > 0,
  }));
}

/** Forgets tags that hang no more, and those whose PIN or role is another one since. */
export async function retainTags(hung: readonly Tag[]): Promise<void> {
  if (!canHash()) return;
  const db = await store();
  for (const kept of await db.getAll("tags"))
    if (!hung.some((t) => t.id === kept.id && t.epoch === kept.epoch)) await db.delete("tags", kept.id);
}

/** Whether a PIN is that of a kept tag; wrong ones rest it as the server would, a reload changes nothing about it. */
export async function opensHere(id: number, pin: string, nowMs = Date.now()): Promise<Result<SavedTag>> {
  const db = await store();
  const tag = await db.get("tags", id);
  if (!tag) return bad(notHere);
  const left = leftMs(tag, nowMs);
  if (left > 0) return bad(rests(tag.initials, left));
  // it counts as wrong until it is known to be right: a page that is shut meanwhile gains no guess
  const wrong: SavedTag = { ...tag, ...slower(tag, nowMs) };
  await db.put("tags", wrong);
  if ((await hashOf(pin, tag.salt, tag.rounds)) !== tag.hash) {
    const wait = leftMs(wrong, nowMs);
    return bad(wait > 0 ? rests(tag.initials, wait) : wrongPin(ROUND - (wrong.wrong % ROUND)));
  }
  const right: SavedTag = { ...tag, ...unslowed };
  await db.put("tags", right);
  return ok(right);
}

/** This device is no bench of the workshop any more: it opens for nobody, and keeps no page. What was done stays. */
export async function forgetBench(): Promise<void> {
  if (canHash()) await (await store()).clear("tags");
  if (typeof caches === "undefined") return;
  for (const name of ["ovrant-pages", "ovrant-pictures"]) await caches.delete(name);
}

const notHere: Problem = {
  code: "not-kept",
  message: "This tag was never signed in on this device.",
  action: "It opens with the server's next answer.",
};
const rests = (initials: string, leftForMs: number): Problem => ({
  code: "rests",
  message: `Tag ${initials} rests on this device.`,
  action: `Try again in ${words.counted(Math.ceil(leftForMs / 60_000), "minute")}.`,
});
const wrongPin = (left: number): Problem => ({
  code: "wrong-pin",
  message: "That is not this tag's PIN.",
  action: left === 1 ? "One more wrong one, and it rests for a while." : `${left} more until it rests for a while.`,
});
