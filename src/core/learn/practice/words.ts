import { plainText, type Triage, type Verdict } from "../../measure/says";
import type { Complaint, FaultKind } from "../suspects";
import { words } from "../../base/words";

const SAID: Readonly<Record<Complaint, readonly [short: string, whole: string]>> = {
  "shuts-off": ["shuts off in rehearsal", "Shuts off in rehearsal, forty minutes in."],
  loud: ["howls in quiet scenes", "The fans howl through every quiet scene."],
  "slow-late": ["crawls after a while", "Fast for five minutes, then it crawls."],
  "slow-always": ["slow from the start", "Slow from the first cue on, and never hot."],
  "loud-idle": ["loud while idle", "Loud even when nothing runs on it."],
  picture: ["picture breaks up", "The picture breaks up after half an hour."],
  silent: ["hot without a sound", "Not a sound from it, and too hot to touch."],
  "since-opened": ["worse since it was opened", "Worse ever since somebody had it open."],
};

/** What the owner says: short for a list, whole as it was said. */
export const complaintWords = (c: Complaint): string => SAID[c][0];
export const complaintWhole = (c: Complaint): string => SAID[c][1];

/** What a run says at a glance, as the judge reads it alone or beside the run before it. */
export function runWords(t: Triage, verdict: Verdict | null): string {
  if (verdict) {
    const [contact, airflow] = verdict.chips.find((c) => c.chip === verdict.lead)?.paths ?? [];
    if (verdict.verdict === "not-comparable") return "cannot be compared with the run before";
    if (verdict.verdict === "unchanged") return "no real change";
    const parts = [contact, airflow].flatMap((p) =>
      p?.change && p.finding !== "same" && p.finding !== "unknown" ? [`${p.path} ${words.kelvin(p.change.K)}`] : [],
    );
    return parts.length ? parts.join(", ") : plainText(verdict.headline).toLowerCase();
  }
  if (t.word === "fan") return "a blower stands under load";
  const lead = t.chips.find((c) => c.chip === t.lead);
  if (!lead) return "nothing to tell from it";
  const [contact, airflow] = lead.paths;
  return `contact ${level(contact.excess)}, airflow ${level(airflow.excess)}`;
}

function level({ K, low, high }: { K: number; low: number; high: number }): string {
  if (low > 0 && K >= 4) return `high, ${words.kelvin(K, 0)}`;
  return high < 0 && K <= -4 ? "low" : "good";
}

/** What a fault shows in a run, by which it is told. */
export const MARKS = ["contact", "airflow", "cores", "fan", "idle", "power", "memory"] as const;
export type Mark = (typeof MARKS)[number];

/** Marks of each fault. */
export const MARKS_OF: Readonly<Record<FaultKind, readonly Mark[]>> = {
  nothing: [],
  background: ["idle"],
  adapter: ["power"],
  dust: ["airflow"],
  outlet: ["airflow"],
  "fan-weak": ["airflow", "fan"],
  "fan-unplugged": ["airflow", "fan"],
  "fan-fixed": ["airflow", "fan"],
  pipe: ["airflow"],
  "paste-dry": ["contact"],
  "paste-little": ["contact", "cores"],
  lean: ["contact", "cores"],
  "pad-thick": ["contact"],
  "pad-missing": ["memory"],
};

/** What a mark is called where it fits two faults, and how it tells one from another. */
export const MARK_WORDS: Readonly<Record<Mark, { fits: string; tells: string }>> = {
  contact: { fits: "High contact", tells: "Contact: only what lies between die and plate raises it." },
  airflow: { fits: "High airflow", tells: "Airflow: only pipes, fins, blowers and what stands in the air raise it." },
  cores: { fits: "A wide core spread", tells: "Core spread: poor paste warms all cores, a tilt warms one corner." },
  fan: { fits: "A slow blower", tells: "Fan speed: a weak or held blower turns slower than good ones at its heat." },
  idle: { fits: "Work in idle", tells: "How busy it is in idle: nothing of the cooling shows there." },
  power: { fits: "Little power", tells: "Power held while cool: an adapter that is too small holds it back." },
  memory: { fits: "Hot memory", tells: "Memory temperature: only its own pads cool it." },
};
