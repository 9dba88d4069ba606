import { words } from "../../base/words";
import type { ServiceContext } from "./step";
import { isPrint, printWord, wettedShare } from "./print";
import { pastedChips } from "./stripping";
import { stepKey } from "./stepKey";

export interface Found {
  /** Worst grade of fins and blowers; null while none is graded. */
  grade: number | null;
  /** Whether paste or pads were out of order; null while none was looked at. */
  contact: boolean | null;
  words: string[];
}

const PASTE: Record<string, string> = {
  dry: "dry paste",
  pumped: "pumped-out paste",
  little: "hardly any paste",
  over: "paste run over",
};

/** Paste that carries heat badly by what was seen of it. */
export const isSpent = (paste: string): boolean => ["dry", "pumped", "little"].includes(paste);

/** What the inspection came to. */
export function foundIn(ctx: ServiceContext): Found {
  const { journal, map } = ctx;
  const said: string[] = [];
  const grades = [...(map?.ofKind("fins") ?? []), ...(map?.ofKind("blower") ?? [])].flatMap((p) =>
    journal.isDone(stepKey("dust", p.id))
      ? [{ tag: p.tag, grade: Number(journal.of(stepKey("dust", p.id)).value) }]
      : [],
  );
  for (const g of grades) if (g.grade >= 3) said.push(`${g.tag} ${g.grade === 4 ? "matted" : "felted"}`);
  const pastes = pastedChips(ctx).flatMap((c) =>
    journal.isDone(stepKey("paste-was", c.id)) ? [journal.of(stepKey("paste-was", c.id)).value] : [],
  );
  for (const p of new Set(pastes)) if (PASTE[p]) said.push(PASTE[p] ?? "");
  for (const c of pastedChips(ctx)) {
    const print = journal.of(stepKey("print", c.id)).value;
    if (isPrint(print) && wettedShare(print) < 0.9)
      said.push(
        `print on ${
          c.role === "cpu" ? "the processor" : c.role === "gpu" ? "the graphics chip" : "a chip"
        } ${printWord(print)}, ${words.share(wettedShare(print))} wetted`,
      );
  }
  const pads = (map?.ofKind("pad") ?? []).flatMap((p) =>
    journal.isDone(stepKey("pad-was", p.id)) ? [{ tag: p.tag, was: journal.of(stepKey("pad-was", p.id)).value }] : [],
  );
  const badPads = pads.filter((p) => p.was !== "whole");
  if (badPads.length)
    said.push(
      badPads.length === 1 ? `${badPads[0]?.tag ?? ""} ${badPads[0]?.was ?? ""}` : `${badPads.length} pads not whole`,
    );
  for (const b of map?.ofKind("blower") ?? [])
    if (["stiff", "rattles"].includes(journal.of(stepKey("bearing", b.id)).value))
      said.push(`${b.tag} ${journal.of(stepKey("bearing", b.id)).value}`);
  return {
    grade: grades.length ? Math.max(...grades.map((g) => g.grade)) : null,
    contact: pastes.length || pads.length ? pastes.some(isSpent) || badPads.length > 0 : null,
    words: said,
  };
}

/** Words for the adapter's arithmetic: chips and the rest against its label; "" when it is enough or unknown. */
export function adapterWords(ctx: ServiceContext, chipW: number): string {
  const label = Number(ctx.journal.of(stepKey("intake", "adapter")).value || "0");
  const needs = chipW + 18;
  return label > 0 && chipW > 0 && label < needs
    ? `The chips drew ${words.watts(chipW)} in the run before, with the rest about ${words.watts(needs)}; the ` +
        `adapter gives ${label} W. An adapter too small explains a limited run by itself.`
    : "";
}

/** Days of warranty left at a date; null when none was given. */
export function warrantyDays(ctx: ServiceContext): number | null {
  const until = ctx.journal.of(stepKey("intake", "warranty")).value;
  return /^\d{4}-\d{2}-\d{2}$/.test(until)
    ? Math.round((Date.parse(until) - Date.parse(ctx.today)) / 86_400_000)
    : null;
}
