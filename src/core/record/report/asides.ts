import { asideComesTo, asidesIn, figureOf, type Aside, type ServiceContext } from "../../handwork/service";
import type { Speech } from "./speech";

/** Parts found on the way, told in the language of the report: all of them, and those that want something done. */
export function asideWords(work: ServiceContext, speech: Speech): { all: string[]; poor: string[] } {
  const told = asidesIn(work.journal).map((a) => ({ line: lineOf(a, speech), poor: asideComesTo(a)?.poor ?? false }));
  return { all: told.map((t) => t.line), poor: told.filter((t) => t.poor).map((t) => t.line) };
}

function lineOf(aside: Aside, { t, said }: Speech): string {
  const { kind, values } = aside;
  const say = t.asides;
  const figure = (key: string, unit: string) => {
    const value = figureOf(values[key]);
    return value === null ? "" : said.figures.with(value, unit, Number.isInteger(value) ? 0 : 1);
  };
  const filled = (text: string, tell: (s: string) => string) => (text === "" ? "" : tell(text));
  const cycles = figureOf(values.cycles);
  const own = {
    memory: () => [figure("size", "GB"), filled(values.slot ?? "", say.slot)],
    drive: () => [
      figure("size", "GB"),
      filled(figure("on", "h"), say.poweredOn),
      filled(figure("worn", "%"), say.wear),
    ],
    battery: () => [figure("now", "Wh"), cycles === null ? "" : say.cycles(said.number(cycles))],
    coin: () => [figure("volts", "V")],
    other: () => [values.name ?? ""],
  }[kind]();
  const all = [values.part, ...own, comesTo(aside, { t, said }), aside.note];
  return `${say.kinds[kind]}: ${all.filter(Boolean).join(", ")}`;
}

function comesTo(aside: Aside, { t, said }: Speech): string {
  const comes = asideComesTo(aside);
  if (comes?.what === "holds") return t.asides.holds(said.figures.share(comes.left));
  return comes?.what === "weak" ? t.asides.weakCell : comes?.what === "worn" ? t.asides.wornDrive : "";
}
