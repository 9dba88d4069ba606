import { median, type ChipId, type ChipSeries } from "../thermal";
import { meanOver, type Windowed } from "../pair/conditions";
import { CURVE_STEP_K, curveOf } from "../pair/fan";

/** A figure of both runs, as logged; null where a run does not tell it. */
export interface Both {
  before: number | null;
  after: number | null;
}

/** What the change is worth in use: as logged, not matched. */
export interface Gain {
  chip: ChipId;
  /** Mean power of the last two minutes, W. */
  watts: Both;
  /** Mean clock of the last two minutes, MHz. */
  clockMHz: Both;
  /** Seconds of load until the chip stood at its limit and slowed down. */
  slowsS: { before: number | "never" | null; after: number | "never" | null };
  /** Work a second of the last two minutes, in the source's own units; absent in verdicts of an older judge. */
  work?: Both;
  /** Speed of the fans at one chip temperature that both runs held; null where they share none. */
  fan: { atC: number; before: number; after: number; unit: "rpm" | "%" } | null;
}

/** Work where either run tells it. */
const workOf = (work: Both): Pick<Gain, "work"> => (work.before === null && work.after === null ? {} : { work });

/**
 * How much more work a chip does than before, as a share; null where one run does not tell it.
 *
 * @example
 * moreWork({ before: 300, after: 414 }); // 0.38
 */
export const moreWork = (work: Both | undefined): number | null =>
  work?.before && work.after ? work.after / work.before - 1 : null;

/** At the limit within this for so long a chip slows down, K and s. */
const AT_LIMIT_K = 1.6;
const HOLDS_S = 5;

/** What a chip holds, when it slows down, and how fast the fans turn for it, in both runs. */
export function gainOf(chip: ChipId, before: Windowed, after: Windowed, limitC: number | null): Gain {
  const both = (of: (s: Windowed, c: ChipSeries) => number | null): Both => {
    const one = (s: Windowed) => {
      const own = s.chips.find((c) => c.chip === chip);
      const v = own ? of(s, own) : null;
      return v === null || Number.isNaN(v) ? null : v;
    };
    return { before: one(before), after: one(after) };
  };
  return {
    chip,
    watts: both((s, c) => (c.powerLogged ? meanOver(c.power, s.late) : null)),
    clockMHz: both((s, c) => (c.clock ? meanOver(c.clock, s.late) : null)),
    ...workOf(both((s, c) => (c.work ? meanOver(c.work, s.late) : null))),
    slowsS: { before: slowsAfter(before, chip, limitC), after: slowsAfter(after, chip, limitC) },
    fan: atOneTemperature(before, after),
  };
}

/** Seconds of load until a chip has stood at its limit for some seconds; null where no limit is known. */
function slowsAfter(s: Windowed, chip: ChipId, limitC: number | null): number | "never" | null {
  const tempC = s.chips.find((c) => c.chip === chip)?.tempC;
  if (limitC === null || !tempC) return null;
  let since = -1;
  for (let i = s.on; i < s.off; i++) {
    if (!((tempC[i] ?? NaN) >= limitC - AT_LIMIT_K)) {
      since = -1;
      continue;
    }
    if (since < 0) since = i;
    if ((s.timeS[i] ?? 0) - (s.timeS[since] ?? 0) >= HOLDS_S) return (s.timeS[since] ?? 0) - (s.timeS[s.on] ?? 0);
  }
  return "never";
}

/** The hottest temperature that both runs held, and the fans' speed at it. */
function atOneTemperature(before: Windowed, after: Windowed): Gain["fan"] {
  if (before.fanGuessed || after.fanGuessed || !before.fanUnit || before.fanUnit !== after.fanUnit) return null;
  const [b, a] = [curveOf(before), curveOf(after)];
  const shared = [...b.keys()].filter((key) => (a.get(key)?.length ?? 0) >= 5 && (b.get(key)?.length ?? 0) >= 5);
  if (shared.length === 0) return null;
  const key = Math.max(...shared);
  return {
    atC: CURVE_STEP_K * key,
    before: median(b.get(key) ?? []),
    after: median(a.get(key) ?? []),
    unit: before.fanUnit,
  };
}
