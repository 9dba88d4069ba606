import { existsSync, readFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { openToRead } from "./openToRead";

/** The list of what was erased, beside the back-ups. */
export const ERASED_FILE = "ovrant-erased.json";

/** A machine that was erased: its number and when it was taken in, which tell nothing of anybody. */
export interface ErasedMachine {
  machineId: number;
  createdAt: string;
  erasedAt: string;
}

/** What was erased by now: as the database that stands there says, and the list beside the copy. */
export function erasedSince(from: string, path: string | null): ErasedMachine[] {
  const beside = join(dirname(resolve(from)), ERASED_FILE);
  const lists = [existsSync(beside) ? listIn(readFileSync(beside, "utf8")) : [], path ? erasedBy(path) : []];
  const known = new Map(lists.flat().map((e) => [`${e.machineId} ${e.createdAt}`, e]));
  return [...known.values()];
}

/** A list of what was erased; one that is none says nothing. */
function listIn(text: string): ErasedMachine[] {
  try {
    const list = JSON.parse(text) as unknown;
    return Array.isArray(list) ? list.filter(isErased) : [];
  } catch {
    return [];
  }
}

const isErased = (e: unknown): e is ErasedMachine =>
  typeof e === "object" &&
  e !== null &&
  "machineId" in e &&
  Number.isInteger(e.machineId) &&
  "createdAt" in e &&
  typeof e.createdAt === "string" &&
  "erasedAt" in e &&
  typeof e.erasedAt === "string";

function erasedBy(path: string): ErasedMachine[] {
  try {
    const db = openToRead(path);
    try {
      return db
        .prepare<[], ErasedMachine>(
          "SELECT machine_id AS machineId, created_at AS createdAt, erased_at AS erasedAt FROM erased",
        )
        .all();
    } finally {
      db.close();
    }
  } catch {
    // damaged, or of a form that knew no erasing
    return [];
  }
}

/** Whether a database holds a machine. */
export function holdsMachine(path: string, { machineId, createdAt }: ErasedMachine): boolean {
  const db = openToRead(path);
  try {
    return db.prepare("SELECT 1 FROM machines WHERE id = ? AND created_at = ?").get(machineId, createdAt) !== undefined;
  } finally {
    db.close();
  }
}
