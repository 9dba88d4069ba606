import { words } from "../../base/words";
import { channelOf, type Run } from "../log";
import type { Series } from "../thermal";
import { lateRows, MATCHED_ROOM_C, meanOver } from "../pair/conditions";
import type { OtherSensor, Reason } from "./verdict";

interface Other {
  key: OtherSensor["key"];
  name: string;
  /** What it is rated to, or may be touched at, °C; null where there is no such figure. */
  limitC: number | null;
  over: string;
}

/**
 * What else heat reaches. Drives are rated to about 70 °C, memory modules to 85 °C (case), and plastic that is touched
 * for minutes to 48 °C, skin that rests on anything for ten minutes to 43 °C (ISO 13732-1).
 */
const OTHERS: readonly Other[] = [
  {
    key: "drive.temperature",
    name: "drive",
    limitC: 70,
    over: "over what drives are rated for: look at its pad and the air about it",
  },
  { key: "memory.temperature", name: "memory", limitC: 85, over: "over what memory is rated for: look at its pads" },
  {
    key: "base.temperature",
    name: "base, outside",
    limitC: 43,
    over: "too warm for a lap: it burns skin that rests on it for ten minutes",
  },
  { key: "case.temperature", name: "case air", limitC: null, over: "" },
];

/** A change under this is none, K. */
const CHANGED_K = 2;

/** Drive, memory, base and case, where either run holds them and its room is known. */
export function otherSensors(runs: { run: Run; series: Series }[]): OtherSensor[] {
  const [before, after] = runs;
  if (!before || !after) return [];
  return OTHERS.flatMap(({ key, name, limitC }) => {
    const [beforeC, afterC] = [lateAt(before, key), lateAt(after, key)];
    return beforeC === null && afterC === null ? [] : [{ key, name, beforeC, afterC, limitC }];
  });
}

/** Late mean at a room of 25 °C, °C; null where the sensor or the room is not known. */
function lateAt({ run, series }: { run: Run; series: Series }, key: string): number | null {
  const channel = channelOf(run, key);
  if (!channel || !series.room) return null;
  const rows = lateRows(series);
  const [from, to] = [series.timeS[rows[0]] ?? 0, series.timeS[rows[1] - 1] ?? 0];
  let sum = 0;
  let n = 0;
  for (let i = 0; i < run.timeS.length; i++) {
    const t = run.timeS[i] ?? 0;
    const v = channel.values[i] ?? NaN;
    if (t < from || t > to || !Number.isFinite(v)) continue;
    sum += v;
    n++;
  }
  const room = meanOver(series.room, rows);
  return n && Number.isFinite(room) ? sum / n - room + MATCHED_ROOM_C : null;
}

/** One sentence for each further sensor: what it did, and how it stands to what it is rated for. */
export function otherReasons(sensors: readonly OtherSensor[]): Reason[] {
  return sensors.map((s) => {
    const over = OTHERS.find((o) => o.key === s.key)?.over ?? "";
    const now = s.afterC ?? s.beforeC ?? 0;
    const hot = s.limitC !== null && now > s.limitC;
    const rated = s.limitC === null ? "" : hot ? `, ${over}` : ` (limit ${words.degrees(s.limitC)})`;
    return {
      code: `${s.key.split(".")[0] ?? "other"}-${hot ? "hot" : "temperature"}`,
      level: hot ? "caution" : "note",
      message: `${words.capital(s.name)} in a room of ${words.degrees(MATCHED_ROOM_C)}: ${changeOf(s)}${rated}.`,
      figure: words.degrees(now),
    };
  });
}

function changeOf({ beforeC, afterC }: OtherSensor): string {
  if (beforeC === null) return `${words.degrees(afterC ?? 0)} after; the run before does not log it`;
  if (afterC === null) return `${words.degrees(beforeC)} before; the run after does not log it`;
  const by = afterC - beforeC;
  if (Math.abs(by) < CHANGED_K) return `${words.degrees(afterC)}, as before`;
  return `${words.degrees(beforeC)} before, ${words.degrees(afterC)} after`;
}
