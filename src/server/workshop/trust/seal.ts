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

/** Data sealed for so many seconds: unreadable outside, and unchangeable. */
export const sealed = async (data: object, ttlS: number): Promise<string> =>
  sealData(data, { password: await secret(), ttl: ttlS });

/** What was sealed; null where it was not by us, was changed, or is over. */
export async function opened<T extends object>(text: string | undefined): Promise<T | null> {
  if (!text) return null;
  try {
    const data = await unsealData<T>(text, { password: await secret() });
    return Object.keys(data).length ? data : null;
  } catch {
    return null;
  }
}

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
