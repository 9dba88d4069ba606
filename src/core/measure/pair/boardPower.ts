import { median, type ChipSeries } from "../thermal";
import { meanOver, type Rows, type Windowed } from "./conditions";

/** A chip at rest takes less than this, W, and less than this share of its load. */
const REST_W = 9;
const REST_SHARE = 0.2;
/** Load up to which it rests, %. */
const REST_LOAD = 12;
/** Idle power that would warm the chip by this many times what it stands at, and by so many K more, is not its own. */
const TOO_WARM = 1.7;
const TOO_WARM_K = 5;

/**
 * Whether the power of a chip is that of the whole board: too high at rest, and more than the chip's rise there bears
 * out. What a watt costs is taken from the load: rise and power of the late load over those of idle. The fan turns
 * slower in idle, so that a watt costs more there, never less.
 */
export function isBoardPower(s: Windowed, chip: ChipSeries): boolean {
  if (!chip.powerLogged || !s.room || s.on < 10) return false;
  const idle: [number, number] = [Math.max(0, s.on - 30), s.on];
  const late = s.late;
  const restW = median(chip.power.slice(...idle));
  const fullW = meanOver(chip.power, late);
  if (restW < REST_W || restW < REST_SHARE * fullW || restW > 0.8 * fullW) return false;
  if (chip.load && meanOver(chip.load, idle) > REST_LOAD) return false;
  const rise = (rows: Rows) => meanOver(chip.tempC, rows) - meanOver(s.room as Float64Array, rows);
  const perWatt = (rise(late) - rise(idle)) / (fullW - restW);
  const bears = perWatt * restW;
  return bears > TOO_WARM * rise(idle) && bears - rise(idle) > TOO_WARM_K;
}

/** The series without powers that are not the chip's own: it is then judged by its load and clock. */
export function withoutBoard(s: Windowed): Windowed {
  const chips = s.chips.map((c) => (isBoardPower(s, c) ? { ...c, powerLogged: false, board: true } : c));
  return chips.some((c) => c.board) ? { ...s, chips } : s;
}
