import { words } from "../../base/words";
import { isPasted } from "../parts/links";
import type { CoolingMap } from "../parts/map";
import type { Chip } from "../parts/parts";

/** A stretch of a sentence; strong parts are figures. */
export interface MapWord {
  text: string;
  strong?: boolean;
}

const plural = (n: number, one: string, many = `${one}s`) => (n === 1 ? one : many);

/** What the assembly is, in one sentence: blowers, pipes and whom they serve, chambers, fin stacks. */
export function mapSentence(map: CoolingMap): MapWord[] {
  const words: MapWord[] = [];
  const number = (n: number, text: string) => words.push({ text: String(n), strong: true }, { text: ` ${text}` });
  const blowers = map.ofKind("blower").length;
  const pipes = map.ofKind("pipe");
  const chambers = map.ofKind("chamber").length;
  const fins = map.ofKind("fins").length;
  const spreaders = map.ofKind("spreader").length;
  if (!blowers && !pipes.length && !chambers && !fins && !spreaders)
    return [{ text: "Nothing of the cooling assembly is drawn yet." }];
  if (blowers) number(blowers, plural(blowers, "blower"));
  else words.push({ text: "No blower" });
  if (chambers) {
    words.push({ text: ", " });
    number(chambers, plural(chambers, "vapour chamber"));
  }
  if (pipes.length) {
    words.push({ text: ", " });
    number(pipes.length, plural(pipes.length, "pipe"));
    const groups = new Map<string, number>();
    for (const p of pipes) groups.set(servesWords(map.chipsOf(p)), (groups.get(servesWords(map.chipsOf(p))) ?? 0) + 1);
    const only = pipes.length === 1;
    [...groups].forEach(([serves, n], i) => {
      words.push({ text: i === 0 ? (only ? " " : ": ") : ", " });
      if (!only) words.push({ text: String(n), strong: true }, { text: " " });
      words.push({ text: serves });
    });
  }
  // beside fins a spreader is a detail; alone it is the whole cooling
  if (spreaders && !fins) {
    words.push({ text: pipes.length || chambers ? "; " : ", " });
    number(spreaders, plural(spreaders, "spreader"));
  }
  if (fins) {
    words.push({ text: "; " });
    number(fins, plural(fins, "fin stack"));
  }
  words.push({ text: "." });
  return words;
}

const GROUPS: Record<Chip["role"], string> = {
  cpu: "processor",
  gpu: "graphics chip",
  memory: "memory",
  regulator: "regulators",
  inductor: "regulators",
  chipset: "chipset",
  drive: "drive",
  other: "other chips",
};

/** Whom a pipe serves: "shared by both chips", "for the regulators". Small chips beside a main chip go unsaid. */
export function servesWords(chips: readonly Chip[]): string {
  const main = [...new Set(chips.filter(isPasted).map((c) => c.role))];
  if (main.length === 2) return "shared by both chips";
  const names = main.length === 1 ? main.map((r) => GROUPS[r]) : [...new Set(chips.map((c) => GROUPS[c.role]))];
  if (names.length === 0) return "that takes heat from nothing";
  return `for the ${words.listed(names)}`;
}
