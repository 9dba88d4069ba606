import { USUAL_FAN_EXPONENT } from "../thermal";
import type { ChipVerdict, Outlook, RunFacts, VerdictWord } from "./judgement";

const HOT_ROOM_C = 35;

/**
 * What the change means for use: the chip on a hot day (35 °C) at the matched power, the power now held, and
 * the fan speed that gives the old temperature: contact + airflow·(n/n_ref)^−m = the old rise.
 */
export function outlookOf(
  word: VerdictWord,
  lead: ChipVerdict | null,
  facts: { before: RunFacts; after: RunFacts },
  limitC: number | null,
): Outlook {
  const total = (f: RunFacts) => Object.values(f.latePowerW).reduce((a, b) => a + b, 0);
  const sustainedW =
    Object.keys(facts.before.latePowerW).length && Object.keys(facts.after.latePowerW).length
      ? { before: total(facts.before), after: total(facts.after) }
      : null;
  if (word === "not-comparable" || !lead?.after || !lead.before) return { hotDay: null, sustainedW, fanShare: null };
  const C = HOT_ROOM_C + lead.after.K;
  const headroomK = limitC === null ? null : limitC - C;
  const powerShare = headroomK !== null && headroomK < 0 ? ((limitC ?? 0) - HOT_ROOM_C) / lead.after.K : null;
  const contact = lead.paths[0].after?.K ?? NaN;
  const air = lead.paths[1].after?.K ?? NaN;
  const room = lead.before.K - contact;
  const share =
    room > 0 && air > 0 && facts.before.fanRpm && facts.after.fanRpm ? (air / room) ** (1 / USUAL_FAN_EXPONENT) : NaN;
  return {
    hotDay: { chip: lead.chip, C, headroomK, powerShare },
    sustainedW,
    fanShare: Number.isFinite(share) ? Math.min(3, share) : null,
  };
}
