import type { GoodFigures } from "../../measure/judge";
import type { ChipId } from "../../measure/thermal";
import type { Effects } from "./effects";
import type { Guess } from "./guesses";

/** What a good machine of a kind shows under the load recipe; null where nobody knows. */
export interface Usual {
  good: GoodFigures;
  /** Power the processor and the graphics chip hold, W. */
  powerW: Partial<Record<ChipId, number>>;
  /** Fan speed late in the load and at most, in the log's unit. */
  fan: number | null;
  fanMost: number | null;
  /** The fan speed its controller asks for by the hottest chip, °C, in idle and late in the load. */
  fanAt: readonly [idle: FanAt, late: FanAt] | null;
  /** Hottest core over the mean of the others, and memory over the room, K. */
  coresK: number | null;
  memoryK: number | null;
}

/** A fan speed at a temperature. */
export interface FanAt {
  hotC: number;
  fan: number;
}

/** A run as its powers and its air went. */
export interface Ran {
  powerW: Partial<Record<ChipId, number>>;
  /** Fan speed in the log's unit; null where it is not logged. */
  fan: number | null;
  /** Share of its highest speed it was led at by hand; null where it followed the heat. */
  led: number | null;
}

/** Exponent of the fan speed in the resistance between fins and air: between laminar 0.5 and turbulent 0.8. */
const FAN_EXPONENT = 0.6;
/** A blower stands: still air has so many times the resistance of moved air. */
const STILL = 4;

/** Heights of a chip over the room that a guess leads to, K. */
export function heightsOf(guess: Guess, e: Effects, usual: Usual, ran: Ran, chip: ChipId): [K: number, K: number] {
  const own = ran.powerW[chip] ?? 0;
  const total = Object.values(ran.powerW).reduce((a, b) => a + b, 0);
  const range = usual.good.chips[chip];
  if (!range || total <= 0) return [NaN, NaN];
  const contact = own * range.contact.mid * guess.contact[chip] * (e.contact[chip] ?? 1);
  // the hottest core stands for the processor, and a plate that leans heats one corner
  const corner = chip === "cpu" ? e.leanKW * own : 0;
  // what good ones measure stands for the powers they are usually run at
  const usualOwn = usual.powerW[chip] ?? own;
  const usualTotal = Object.keys(usual.powerW).length ? Object.values(usual.powerW).reduce((a, b) => a + b, 0) : total;
  const perTotal = usual.good.airflowPer === "total" ? range.airflow.mid : (range.airflow.mid * usualOwn) / usualTotal;
  const rest = 1 - guess.finShare - guess.pipeShare;
  const fins = total * guess.finShare * e.clog * speedFactor(e, usual, ran);
  const pipes = ((own * usualTotal) / Math.max(0.5, usualOwn)) * guess.pipeShare * e.pipe;
  return [contact + corner, perTotal * guess.air * (fins + pipes + total * rest)];
}

/** A good machine's blower turns at so much of its highest speed under load, where nobody knows better. */
const USUAL_SHARE = 0.92;

/** Times the resistance at the usual fan speed: by the speed that is logged, else by what the guess lets it reach. */
function speedFactor(e: Effects, { fan: usualFan, fanMost }: Usual, { fan: logged, led }: Ran): number {
  if (e.reach === 0) return STILL;
  if (logged !== null && usualFan !== null && logged > 0) return (usualFan / logged) ** FAN_EXPONENT;
  const usualShare = usualFan !== null && fanMost !== null ? usualFan / fanMost : USUAL_SHARE;
  const share = led ?? e.fixed;
  return ((share === null ? 1 : share / usualShare) * e.reach) ** -FAN_EXPONENT;
}
