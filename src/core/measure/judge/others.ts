import { channelOf, type Run } from "../log";
import { MATCHED_ROOM_C, meanOver, type Windowed } from "../pair/conditions";
import type { OtherReading } from "../pair/facts";
import type { Reason } from "../pair/reason";
import type { OtherSensor } from "./judgement";

/**
 * What else heat reaches, and what it is rated to, or may be touched at, °C. Drives are rated to about 70 °C, memory
 * modules to 85 °C (case), and plastic that is touched for minutes to 48 °C, skin that rests on anything for ten
 * minutes to 43 °C (ISO 13732-1).
 */
const OTHERS = [
  { key: "drive.temperature", limitC: 70 },
  { key: "memory.temperature", limitC: 85 },
  { key: "base.temperature", limitC: 43 },
  { key: "case.temperature", limitC: null },
] as const satisfies readonly Pick<OtherSensor, "key" | "limitC">[];

/** Drive, memory, base and case, where either run holds them and its room is known. */
export function otherSensors(runs: { run: Run; series: Windowed }[]): OtherSensor[] {
  const [before, after] = runs;
  if (!before || !after) return [];
  return OTHERS.flatMap(({ key, limitC }) => {
    const [beforeC, afterC] = [lateAt(before, key), lateAt(after, key)];
    return beforeC === null && afterC === null ? [] : [{ key, beforeC, afterC, limitC }];
  });
}

/** Late mean at a room of 25 °C, °C; null where the sensor or the room is not known. */
function lateAt({ run, series }: { run: Run; series: Windowed }, key: string): number | null {
  const channel = channelOf(run, key);
  if (!channel || !series.room) return null;
  const rows = series.late;
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

/** A sensor besides the chips is told of where it moved by so much, K: its work is not matched, so less says little. */
const MOVED_K = 5;

/** The one that moved most, in a room of 25 °C, by so many K; null where none did. */
export function movedMost<S extends Pick<OtherSensor, "beforeC" | "afterC">>(
  sensors: readonly S[],
): (S & { K: number }) | null {
  const moved = sensors.flatMap((s) =>
    s.beforeC === null || s.afterC === null ? [] : [{ ...s, K: s.afterC - s.beforeC }],
  );
  const most = moved.sort((a, b) => Math.abs(b.K) - Math.abs(a.K))[0];
  return most && Math.abs(most.K) >= MOVED_K ? most : null;
}

/** What each further sensor did, and whether it stands over what it is rated for. */
export const otherReasons = (sensors: readonly OtherSensor[]): Reason[] =>
  sensors.map(({ key, ...read }) => {
    const name = NAMES[key];
    const now = read.afterC ?? read.beforeC ?? 0;
    const hot = read.limitC !== null && now > read.limitC;
    return {
      code: hot ? (`${name}-hot` as const) : (`${name}-temperature` as const),
      level: hot ? "caution" : "note",
      data: { name, ...read },
    };
  });

const NAMES: Record<OtherSensor["key"], OtherReading["name"]> = {
  "drive.temperature": "drive",
  "memory.temperature": "memory",
  "base.temperature": "base",
  "case.temperature": "case",
};
