import type { Run } from "../log";
import { headingOf } from "./headings";

/** Channels in the order in which they are written. */
const PARTS = ["cpu", "gpu", "fan", "room", "drive", "memory", "case", "base", "battery"];

const QUANTITIES = ["temperature", "power", "load", "clock", "work", "speed", "duty", "charge"];

function inOrder(a: string, b: string): number {
  const part = (key: string) => PARTS.indexOf(/^[a-z]+/.exec(key)?.[0] ?? "");
  const quantity = (key: string) => QUANTITIES.indexOf(key.slice(key.lastIndexOf(".") + 1));
  return part(a) - part(b) || quantity(a) - quantity(b) || a.localeCompare(b, "en", { numeric: true });
}

/**
 * The log of a live run as text that any reader of logs knows: clock times, a column a channel with words and unit, an
 * empty cell where nothing was read. The hottest core stands in no column of its own: it follows from the cores.
 *
 * @param beganMs when the run's clock stood at 0, ms since 1970
 * @example
 * csvOf(run, Date.UTC(2030, 0, 1)).split("\n")[0]; // "Time,CPU temperature [°C],CPU power [W]"
 */
export function csvOf(run: Run, beganMs: number): string {
  const cores = run.channels.some((c) => /^cpu\.core\d+\.temperature$/.test(c.key));
  const channels = run.channels
    .filter((c) => !(cores && c.key === "cpu.temperature"))
    .sort((a, b) => inOrder(a.key, b.key));
  const lines = [["Time", ...channels.map((c) => headingOf(c.key).heading)].join(",")];
  for (let i = 0; i < run.timeS.length; i++) {
    const at = new Date(beganMs + Math.round((run.timeS[i] ?? 0) * 1000)).toISOString();
    lines.push([at, ...channels.map((c) => cell(c.values[i] ?? NaN))].join(","));
  }
  return `${lines.join("\n")}\n`;
}

const cell = (v: number): string => (Number.isFinite(v) ? String(Math.round(v * 1000) / 1000) : "");
