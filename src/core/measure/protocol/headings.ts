/** How a channel is written in the log of a live run: words and unit the reader of logs knows again. */
export function headingOf(key: string): { heading: string; unit: string } {
  const core = /^cpu\.core(\d+)\.temperature$/.exec(key);
  if (core) return { heading: `Core ${core[1] ?? ""} temperature [°C]`, unit: "°C" };
  const fan = /^fan(\d+)\.(speed|duty)$/.exec(key);
  if (fan)
    return fan[2] === "speed"
      ? { heading: `Fan ${fan[1] ?? ""} speed [RPM]`, unit: "rpm" }
      : { heading: `Fan ${fan[1] ?? ""} duty [%]`, unit: "%" };
  const [of = "", what = ""] = key.split(".");
  const unit = UNITS[what] ?? "";
  return { heading: `${NAMES[of] ?? of} ${WORDS[what] ?? what} [${unit}]`, unit };
}

const NAMES: Record<string, string> = {
  cpu: "CPU",
  gpu: "GPU",
  drive: "Drive",
  room: "Room",
  case: "Case",
  memory: "Memory",
  base: "Base",
  battery: "Battery",
};
const WORDS: Record<string, string> = { work: "work rate" };
const UNITS: Record<string, string> = {
  temperature: "°C",
  power: "W",
  load: "%",
  clock: "MHz",
  work: "1/s",
  charge: "%",
};
