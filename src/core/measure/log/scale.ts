import { FAHRENHEIT, percentile, type Draft } from "./column";
import type { ColumnHead } from "./guess";
import { unitFromText, unitInHeading } from "./words";

/** A room above this is no room in °C, and a plausible one in °F. */
const NO_ROOM_C = 48;
/** No chip gets so hot: one that reads more is in °F. */
const NO_CHIP_C = 125;
/** Idle and peak of a chip that are hardly °C, and usual in °F. */
const HARDLY = { idle: 86, peak: 105 };
/** An idle chip below this is in °C. */
const IDLE_C = 76;

/**
 * One log has one scale. Where a column says °F, those that say nothing are too; where none says so, the idle level and
 * the peak of the chips decide, with the room beside them. What stays doubtful takes the likelier and is asked about.
 */
export function oneScale(drafts: Draft[], heads: readonly ColumnHead[]): void {
  const temperatures = drafts.filter((d) => d.unit === "°C" && d.factor !== 1e-3);
  const headOf = (d: Draft) => heads[d.index];
  const says = (d: Draft) => unitInHeading(d.heading) || unitFromText(headOf(d)?.unitText ?? "");
  const at = (d: Draft, q: number) => percentile(headOf(d)?.samples ?? [], q);
  const silent = temperatures.filter((d) => says(d) === "");
  const isRoom = (d: Draft) => d.role === "room.temperature";
  const isChip = (d: Draft) => /^(cpu|gpu)\.(core\d+\.)?temperature$/.test(d.role);
  for (const d of temperatures) {
    // written °C over numbers no chip reaches: the heading, not the chip, is wrong
    if (says(d) === "°C" && isChip(d) && at(d, 0.98) > NO_CHIP_C && at(d, 0.05) > IDLE_C) inFahrenheit(d, false);
  }
  const saysF = temperatures.some((d) => says(d) === "°F");
  const saysC = temperatures.some((d) => says(d) === "°C" && d.offset === 0);
  const chips = silent.filter(isChip);
  const idle = Math.min(...chips.map((d) => at(d, 0.05)));
  const peak = Math.max(...chips.map((d) => at(d, 0.98)));
  const coolRoom = temperatures.some((d) => isRoom(d) && d.offset === 0 && at(d, 0.5) <= NO_ROOM_C);
  const byChips = chips.length > 0 && peak > NO_CHIP_C && idle > IDLE_C;
  const whole = (saysF && !saysC) || byChips;
  const hardly = chips.length > 0 && !saysC && !coolRoom && idle > HARDLY.idle && peak > HARDLY.peak;
  for (const d of silent) {
    const tooHot = isRoom(d) && at(d, 0.5) > NO_ROOM_C;
    if (whole) inFahrenheit(d, true);
    else if (tooHot || hardly) inFahrenheit(d, false);
  }
}

function inFahrenheit(d: Draft, sure: boolean): void {
  Object.assign(d, FAHRENHEIT, { why: "size", sure: d.sure && sure });
  if (!sure) d.asks = ["°F", "°C"];
}
