import { asideComesTo, ASIDES, batteryLeft, figureOf, type Aside, type AsideKind } from "../../handwork/service";
import { words } from "../../base/words";

/** A job with the parts that were come by on the way. */
export interface PartsVisit {
  jobId: number;
  day: string;
  asides: readonly Aside[];
}

/** A part as one job found it. */
export interface PartMark {
  jobId: number;
  day: string;
  /** What is told of it: "88 %", "16 GB", "2.9 V"; its number where there is no figure. */
  says: string;
  part: string;
  /** Another one than the job before found: its number is another. */
  changed: boolean;
  poor: boolean;
  note: string;
}

/** One kind of part over the years. */
export interface PartCourse {
  kind: AsideKind;
  title: string;
  marks: PartMark[];
}

/**
 * What became of the parts found on the way, a course for each: slots of memory and named parts apart, days in order.
 *
 * @param visits jobs of one machine in the order of their days
 */
export function partsOver(visits: readonly PartsVisit[]): PartCourse[] {
  const courses = new Map<string, PartCourse>();
  for (const { jobId, day, asides } of visits)
    for (const a of asides) {
      const title = titleOf(a);
      const key = title.toLowerCase();
      const course = courses.get(key) ?? { kind: a.kind, title, marks: [] };
      courses.set(key, course);
      const part = a.values.part ?? "";
      const before = course.marks.findLast((m) => m.part !== "");
      course.marks.push({
        jobId,
        day,
        says: stripWords(a) || part || a.note,
        part,
        changed: before !== undefined && part !== "" && before.part.toLowerCase() !== part.toLowerCase(),
        poor: asideComesTo(a)?.poor ?? false,
        note: a.note,
      });
    }
  return [...courses.values()];
}

function titleOf({ kind, values }: Aside): string {
  if (kind === "other") return values.name || ASIDES.other.title;
  return kind === "memory" && values.slot ? `${ASIDES.memory.title}, slot ${values.slot}` : ASIDES[kind].title;
}

/** The figure that changes over the years. */
function stripWords({ kind, values }: Aside): string {
  const left = batteryLeft(values);
  if (kind === "battery") return left === null ? "" : words.share(left);
  const [key, unit, before] = FIGURES[kind];
  const value = figureOf(values[key]);
  return value === null ? "" : `${before}${words.with(value, unit, Number.isInteger(value) ? 0 : 1)}`;
}

const FIGURES: Record<Exclude<AsideKind, "battery">, readonly [key: string, unit: string, before: string]> = {
  memory: ["size", "GB", ""],
  drive: ["worn", "%", "worn "],
  coin: ["volts", "V", ""],
  other: ["none", "", ""],
};
