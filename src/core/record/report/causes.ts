import type { ChipId } from "../../measure/thermal";
import { isPrint, pastedChips, stepKey, wettedShare, type ServiceContext } from "../../handwork/service";

/** What handwork recorded of the air's way. */
export interface AirRecord {
  /** Worst grade of dust that was found in the fins and cleaned away; null where none was, or nobody graded it. */
  fins: number | null;
  /** The same of the blowers. */
  blowers: number | null;
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
  const cleanedOf = (kind: "fins" | "blower") =>
    (map?.ofKind(kind) ?? []).filter((p) => journal.isDone(stepKey("clean", p.id)));
  const isGraded = (p: { id: string }) => journal.isDone(stepKey("dust", p.id));
  const worst = (parts: readonly { id: string }[]): number | null => {
    const grades = parts.filter(isGraded).map((p) => Number(journal.of(stepKey("dust", p.id)).value));
    const most = Math.max(0, ...grades);
    return most >= DUSTY ? most : null;
  };
  const [fins, blowers] = [cleanedOf("fins"), cleanedOf("blower")];
  return {
    fins: worst(fins),
    blowers: worst(blowers),
    cleanedOnly: [...fins, ...blowers].some((p) => !isGraded(p)),
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
