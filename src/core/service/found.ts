import type { ServiceContext } from "./step";
import { pastedChips } from "./stripping";

export interface Found {
  /** Worst grade of fins and blowers; null while none is graded. */
  grade: number | null;
  /** Whether paste or pads were out of order; null while none was looked at. */
  contact: boolean | null;
  words: string[];
}

const PASTE: Record<string, string> = { dry: "dry paste", pumped: "pumped-out paste", little: "hardly any paste", over: "paste run over" };

/** What the inspection came to. */
export function foundIn(ctx: ServiceContext): Found {
  const { journal, map } = ctx;
  const words: string[] = [];
  const grades = [...(map?.ofKind("fins") ?? []), ...(map?.ofKind("blower") ?? [])].flatMap((p) => (journal.isDone(`dust:${p.id}`) ? [{ tag: p.tag, grade: Number(journal.of(`dust:${p.id}`).value) }] : []));
  for (const g of grades) if (g.grade >= 3) words.push(`${g.tag} ${g.grade === 4 ? "matted" : "felted"}`);
  const pastes = pastedChips(ctx).flatMap((c) => (journal.isDone(`paste-was:${c.id}`) ? [journal.of(`paste-was:${c.id}`).value] : []));
  for (const p of new Set(pastes)) if (PASTE[p]) words.push(PASTE[p] ?? "");
  const pads = (map?.ofKind("pad") ?? []).flatMap((p) => (journal.isDone(`pad-was:${p.id}`) ? [{ tag: p.tag, was: journal.of(`pad-was:${p.id}`).value }] : []));
  const badPads = pads.filter((p) => p.was !== "whole");
  if (badPads.length) words.push(badPads.length === 1 ? `${badPads[0]?.tag ?? ""} ${badPads[0]?.was ?? ""}` : `${badPads.length} pads not whole`);
  for (const b of map?.ofKind("blower") ?? []) if (["stiff", "rattles"].includes(journal.of(`bearing:${b.id}`).value)) words.push(`${b.tag} ${journal.of(`bearing:${b.id}`).value}`);
  return { grade: grades.length ? Math.max(...grades.map((g) => g.grade)) : null, contact: pastes.length || pads.length ? pastes.some((p) => p === "dry" || p === "pumped" || p === "little") || badPads.length > 0 : null, words };
}

/** What the run before pointed to: the paths it read as high. */
export interface Predicted {
  airflow: boolean;
  contact: boolean;
}

export interface Agreement {
  path: "airflow" | "contact";
  agrees: boolean;
  words: string;
}

/** Sets what was seen against what the run before said; paths not looked at yet are left out. */
export function agreementOf(found: Found, predicted: Predicted): Agreement[] {
  const out: Agreement[] = [];
  if (found.grade !== null) {
    const dusty = found.grade >= 2;
    out.push({ path: "airflow", agrees: dusty === predicted.airflow, words: dusty === predicted.airflow ? (dusty ? "The run before pointed to airflow, and lint was found." : "The run before saw no airflow trouble, and none was found.") : dusty ? "Lint was found where the run before saw none: it may have done little harm." : "The run before pointed to airflow, yet it is clean: look for a blower that turns slowly, blocked vents, a wrong plug." });
  }
  if (found.contact !== null) {
    out.push({ path: "contact", agrees: found.contact === predicted.contact, words: found.contact === predicted.contact ? (found.contact ? "The run before pointed to contact, and paste or pads were out of order." : "The run before saw no contact trouble, and none was found.") : found.contact ? "Paste or pads were out of order where the run before saw nothing." : "The run before pointed to contact, yet paste and pads look right: look for a leaning plate, a bent base, a wrong pad." });
  }
  return out;
}

/** Words for the adapter's arithmetic: chips and the rest against its label; "" when it is enough or unknown. */
export function adapterWords(ctx: ServiceContext, chipW: number): string {
  const label = Number(ctx.journal.of("intake:adapter").value || "0");
  const needs = chipW + 18;
  return label > 0 && chipW > 0 && label < needs ? `The chips drew ${Math.round(chipW)} W in the run before, with the rest about ${Math.round(needs)} W; the adapter gives ${label} W. An adapter too small explains a limited run by itself.` : "";
}

/** Days of warranty left at a date; null when none was given. */
export function warrantyDays(ctx: ServiceContext): number | null {
  const until = ctx.journal.of("intake:warranty").value;
  return /^\d{4}-\d{2}-\d{2}$/.test(until) ? Math.round((Date.parse(until) - Date.parse(ctx.today)) / 86_400_000) : null;
}
