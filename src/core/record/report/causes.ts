import type { ChipId } from "../../measure/thermal";
import { isPrint, pastedChips, stepKey, wettedShare, type ServiceContext } from "../../handwork/service";

/** What handwork recorded of the air's way. */
export interface AirRecord {
  /** Worst grade of dust that was found and cleaned away; null where none was, or nobody graded it. */
  dust: number | null;
  /** Something was cleaned of which nobody wrote down how it was. */
  cleanedOnly: boolean;
}

/** What handwork recorded of a chip's contact. */
export interface ContactRecord {
  /** How the old film was, as it was answered; "" where nobody looked. */
  was: string;
  renewed: boolean;
  /** Share of the chip the old film had touched; null where no print was taken. */
  wetted: number | null;
}

/** Dust from this grade on stands in the way of the air. */
const DUSTY = 2;

/** What was found in the way of the air and taken out of it. Dust that was left lying explains nothing that changed. */
export function airRecordOf({ journal, map }: ServiceContext): AirRecord {
  const ways = [...(map?.ofKind("fins") ?? []), ...(map?.ofKind("blower") ?? [])];
  const cleaned = ways.filter((p) => journal.isDone(stepKey("clean", p.id)));
  const graded = cleaned.filter((p) => journal.isDone(stepKey("dust", p.id)));
  const grades = graded.map((p) => Number(journal.of(stepKey("dust", p.id)).value)).filter((g) => g >= DUSTY);
  return {
    dust: grades.length ? Math.max(...grades) : null,
    cleanedOnly: cleaned.length > graded.length,
  };
}

/** How a chip's film was found, and whether another took its place. */
export function contactRecordOf(work: ServiceContext, chip: ChipId): ContactRecord {
  const { journal } = work;
  const own = pastedChips(work).filter((c) => c.role === chip);
  const was = own.map((c) => journal.of(stepKey("paste-was", c.id)).value).find((v) => v !== "") ?? "";
  const prints = own.map((c) => journal.of(stepKey("print", c.id)).value).filter(isPrint);
  return {
    was,
    renewed: own.some((c) => journal.isDone(stepKey("paste", c.id))),
    wetted: prints.length ? Math.min(...prints.map(wettedShare)) : null,
  };
}

/** Whether anything of the inside was looked at, by what was written down. */
export const wasLookedAt = ({ journal, map }: ServiceContext): boolean =>
  (map?.layout.parts ?? []).some((p) =>
    (["dust", "bearing", "paste-was", "pad-was"] as const).some((of) => journal.isDone(stepKey(of, p.id))),
  );
