import { createHmac, randomBytes } from "node:crypto";
import { sealData, unsealData } from "iron-session";
import { database } from "../../../data/base/connection";
import { readSetting, writeSetting } from "../../../data/base/settingsStore";
import { processWide } from "../../../core/base/processWide";

const KEY = "seal";
const held = processWide<string>("seal");

/** The workshop's own secret: made once, kept in its database, never sent. */
async function secret(): Promise<string> {
  const known = held.get();
  if (known) return known;
  const db = await database();
  const kept = await readSetting<string>(db, "keeping", KEY);
  const own = kept ?? randomBytes(32).toString("hex");
  if (!kept) await writeSetting(db, "keeping", KEY, own);
  held.set(own);
  return own;
}

/** What a seal is made for: one kind never opens what another does. */
export type Purpose = "bench" | "person" | "owner";

/** Data sealed for one purpose and so many seconds: unreadable outside, and unchangeable. */
export const sealed = async (purpose: Purpose, data: object, ttlS: number): Promise<string> =>
  sealData({ for: purpose, data }, { password: await secret(), ttl: ttlS });

/** Benches that joined before seals had a purpose are known still: nothing else was sealed with these words alone. */
const isOldBench = (purpose: Purpose, held: object): boolean =>
  purpose === "bench" && Object.keys(held).join() === "bench";

/**
 * What was sealed for a purpose; null where it was not by us, was made for another, was changed, or is over.
 * @param fits whether it is of the form that is expected
 */
export async function opened<T extends object>(
  purpose: Purpose,
  text: string | undefined,
  fits: (data: Partial<Record<keyof T, unknown>>) => boolean,
): Promise<T | null> {
  if (!text) return null;
  try {
    const held = await unsealData<{ for?: Purpose; data?: T }>(text, { password: await secret() });
    const data = held.for === purpose ? held.data : isOldBench(purpose, held) ? (held as T) : null;
    return data && typeof data === "object" && fits(data) ? data : null;
  } catch {
    return null;
  }
}

/** Whether all of these are whole numbers. */
export const areWhole = (...values: unknown[]): boolean => values.every((v) => Number.isSafeInteger(v));

const TEN_MIN_MS = 600_000;

/** Four digits that only this workshop can show now; they change every ten minutes. */
export async function digitsNow(nowMs = Date.now()): Promise<string> {
  const turn = String(Math.floor(nowMs / TEN_MIN_MS));
  const code =
    createHmac("sha256", await secret())
      .update(`digits ${turn}`)
      .digest()
      .readUInt32BE(0) % 10_000;
  return String(code).padStart(4, "0");
}
