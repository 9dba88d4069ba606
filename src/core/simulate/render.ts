import type { RigLog } from "./logger";

/** How a log of the rig is written down. */
export interface RigFormat {
  separator: "," | ";" | "\t";
  decimalComma: boolean;
  time: "elapsed" | "clock" | "iso" | "epoch-ms";
  fahrenheit: boolean;
  milliwatts: boolean;
  /** Seconds of the day the log starts at, for clock times. */
  startOfDayS: number;
  newline: "\n" | "\r\n";
  byteOrderMark: boolean;
  /** Keys left out of the log: "cpu.power". */
  omit: readonly string[];
}

export const plainFormat: RigFormat = {
  separator: ",",
  decimalComma: false,
  time: "elapsed",
  fahrenheit: false,
  milliwatts: false,
  startOfDayS: 34200,
  newline: "\n",
  byteOrderMark: false,
  omit: [],
};

/** The rig's log as the text of a sensor log. */
export function renderLog(log: RigLog, format: RigFormat = plainFormat): string {
  const columns = log.headings.map((h, i) => ({ ...h, i })).filter((h) => !format.omit.includes(h.key));
  const heading = (h: string) => {
    let s = h;
    if (format.fahrenheit) s = s.replace("°C", "°F");
    if (format.milliwatts) s = s.replace("[W]", "[mW]");
    return s;
  };
  const timeHeading = { elapsed: "Elapsed [s]", clock: "Time", iso: "Timestamp", "epoch-ms": "Epoch [ms]" }[
    format.time
  ];
  const number = (v: number, digits: number) => {
    if (!Number.isFinite(v)) return "N/A";
    const s = v.toFixed(digits);
    return format.decimalComma ? s.replace(".", ",") : s;
  };
  const lines = [[timeHeading, ...columns.map((c) => heading(c.heading))].join(format.separator)];
  log.rows.forEach((row, r) => {
    const cells = [timeText(log.timeS[r] ?? 0, format, number)];
    for (const c of columns) {
      const v = row[c.i] ?? NaN;
      if (c.key.endsWith("temperature"))
        cells.push(format.fahrenheit ? number(v * 1.8 + 32, 1) : number(v, v % 1 === 0 ? 0 : 1));
      else if (c.key.endsWith("power")) cells.push(format.milliwatts ? number(v * 1000, 0) : number(v, 2));
      else cells.push(number(v, 0));
    }
    lines.push(cells.join(format.separator));
  });
  return (format.byteOrderMark ? "\uFEFF" : "") + lines.join(format.newline) + format.newline;
}

function timeText(t: number, format: RigFormat, number: (v: number, digits: number) => string): string {
  const two = (v: number) => String(Math.floor(v)).padStart(2, "0");
  if (format.time === "elapsed") return number(t, 1);
  const epochMs = Date.UTC(2031, 2, 4) + (format.startOfDayS + t) * 1000;
  if (format.time === "epoch-ms") return String(Math.round(epochMs));
  if (format.time === "iso") return new Date(epochMs).toISOString();
  const day = (format.startOfDayS + t) % 86400;
  return `${two(day / 3600)}:${two((day / 60) % 60)}:${two(day % 60)}`;
}
