/** Words that go with numbers and names. */
export interface Nouns {
  /** A noun as it stands after a number: 1, "screw" → "screw"; 4, "screw" → "screws". */
  noun(count: number, one: string): string;
  /** A number and what it counts: "4 screws", "1 pad". */
  counted(count: number, one: string): string;
  /** The word that goes with a number: 1, "is", "are" → "is". */
  agreeing(count: number, one: string, many: string): string;
  /** Names in a row: "room, power and fans". */
  listed(names: readonly string[], last?: "and" | "or"): string;
  /** With a capital: what begins a heading. */
  capital(text: string): string;
  /** What the chips that are judged are called. */
  chip(id: "cpu" | "gpu"): string;
}

/** English nouns whose many is not just an s more. */
const MANY: Record<string, string> = {
  oddity: "oddities",
  battery: "batteries",
  bench: "benches",
  memory: "memory",
  "off-cut": "off-cuts",
};

/**
 * The words of a language; English so far, and for every locale that has none of its own yet.
 *
 * @example
 * const nouns = nounsIn("en");
 * nouns.counted(4, "screw"); // "4 screws"
 * nouns.listed(["room", "power", "fans"]); // "room, power and fans"
 */
export function nounsIn(locale: string): Nouns {
  const noun = (count: number, one: string): string =>
    count === 1 ? one : (MANY[one] ?? (one.endsWith("s") ? one : `${one}s`));
  return {
    noun,
    counted: (count, one) => `${count.toLocaleString(locale)} ${noun(count, one)}`,
    agreeing: (count, one, many) => (count === 1 ? one : many),
    listed: (names, last = "and") =>
      names.length < 2 ? (names[0] ?? "") : `${names.slice(0, -1).join(", ")} ${last} ${names.at(-1) ?? ""}`,
    capital: (text) => text.replace(/^./u, (c) => c.toUpperCase()),
    chip: (id) => (id === "cpu" ? "processor" : "graphics chip"),
  };
}
