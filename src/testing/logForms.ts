/** Logs of one small run in the many forms loggers write: for tests of every place that reads one. */

/** 500 s at 1 Hz: idle to 60, load to 400, cool-down; 40 to 80 °C, 5 and 45 W. */
export const N = 500;
export const chipC = (i: number): number => Math.round(i < 60 ? 40 : i < 400 ? 80 - 40 * Math.exp(-(i - 60) / 40) : 60);
export const watts = (i: number): number => (i >= 60 && i < 400 ? 45 : 5);
export const chipF = (i: number): number => Math.round(chipC(i) * 1.8 + 32);
export const two = (v: number): string => String(Math.floor(v)).padStart(2, "0");
export const clock = (s: number): string => `${two(s / 3600)}:${two((s / 60) % 60)}:${two(s % 60)}`;

export function log(headings: string, cells: (i: number) => readonly (string | number)[]): string {
  return [headings, ...Array.from({ length: N }, (_, i) => cells(i).join(","))].join("\n");
}

export const timed = (heading: string, time: (i: number) => string | number): string =>
  log(`${heading},CPU [°C],CPU power [W]`, (i) => [time(i), chipC(i), watts(i)]);

export function newestFirst(text: string): string {
  const [head = "", ...rows] = text.split("\n");
  return [head, ...rows.reverse()].join("\n");
}

/** How times are written: each is the same run of 500 s. */
export const TIME_FORMS: Readonly<Record<string, string>> = {
  "minutes and seconds": timed("Time", (i) => `${Math.floor(i / 60)}:${two(i % 60)}`),
  "minutes, seconds and a fraction": timed("Elapsed", (i) => `${two(i / 60)}:${two(i % 60)}.0`),
  "seconds of the day": timed("Time of day [s]", (i) => 43_200 + i),
  "a heading ts": timed("ts", (i) => 1_893_456_000 + i),
  "a heading t": timed("t", (i) => i),
  "hours and minutes, a row a second": timed("Time", (i) => clock(36_000 + i).slice(0, 5)),
  "hours and minutes from within a minute": timed("Time", (i) => clock(36_017 + i).slice(0, 5)),
  "milliseconds since 1970": timed("Timestamp", (i) => 1_893_456_000_000 + 1000 * i),
  "date and time with a zone": timed("Time", (i) => `2030-01-01T${clock(36_000 + i)}+02:00`),
  "past midnight": timed("Time", (i) => clock((86_300 + i) % 86_400)),
};

/** Forms in which something but the time is out of the ordinary. */
export const OTHER_FORMS: Readonly<Record<string, string>> = {
  "newest row first": newestFirst(timed("Time [s]", (i) => i)),
  "newest row first by the clock": newestFirst(timed("Time", (i) => clock(36_000 + i))),
  "an object a line": Array.from({ length: N }, (_, i) =>
    JSON.stringify({ t: i, cpu: { temp_c: chipC(i), power_w: watts(i) }, note: "a, b" }),
  ).join("\n"),
  "°F without a unit": log("Time [s],CPU,Ambient,CPU power [W]", (i) => [i, chipF(i), 72, watts(i)]),
  "a room in °F beside a chip in °C": log("Time [s],CPU [°C],Ambient,CPU power [W]", (i) => [
    i,
    chipC(i),
    72,
    watts(i),
  ]),
  "mW without a unit": log("Time [s],CPU [°C],CPU power", (i) => [i, chipC(i), 1000 * watts(i)]),
  "two graphics chips": log("Time [s],CPU [°C],GPU [°C],GPU power [W],GPU [°C],GPU power [W]", (i) => [
    i,
    chipC(i),
    45,
    2,
    chipC(i) - 3,
    watts(i),
  ]),
  "semicolons and decimal commas": timed("Time [s]", (i) => i)
    .split("\n")
    .map((l) => l.replaceAll(",", ";"))
    .join("\n")
    .replace(/;(\d+)$/gm, ";$1,5"),
  "a nameless temperature": log("Time [s],CPU [°C],temp2,CPU power [W]", (i) => [i, chipC(i), 30 + i / 100, watts(i)]),
  // 200 columns wide, its first hundred kilobytes hold nothing but idle
  "wide, its head all idle": wide(),
};

function wide(): string {
  const more = Array.from({ length: 200 }, (_, k) => `rail ${k} state`);
  const filler = more.map(() => "1234567.890").join(",");
  const rows = Array.from({ length: N }, (_, i) =>
    [i, chipF(i), 1000 * (i < 60 ? 0.7 : 45), i < 60 ? 0 : 3000, filler].join(","),
  );
  return [`Time [s],CPU,CPU power,Fan,${more.join(",")}`, ...rows].join("\n");
}
