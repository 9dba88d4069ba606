import { meanOver, type Windowed } from "../pair/conditions";
import { speedRatio } from "../pair/fan";
import type { Shown } from "../pair/facts";
import type { Found, Heard } from "../pair/reason";
import { heard, type Scene, type Testimony } from "./witness";

/** A machine less than so many times as hot per watt as in its other run has air that moves. */
const NO_HOTTER = 1.15;
/** One sigma of the scale between a log in % and one in rpm: with speeds at equal temperature, and without. */
const MIXED_SD = { alike: 0.2, unlike: 0.35 } as const;
/** The same of a speed that is told from the curve of the other run. */
const BY_CURVE_SD = 0.1;
/** Speeds at equal temperature that differ by more than this follow another curve. */
const SAME_CURVE = 0.12;

/** Whether the fans of both runs speak of the same thing. */
export function fanWitness({ before, after, fan }: Scene): Testimony {
  const shown = { before: lateSpeed(before), after: lateSpeed(after) };
  const fine = (found: Found): Heard => heard("fan", "fine", [found], shown);
  const corrected = (found: Found, ...unknowns: string[]): Heard =>
    heard("fan", "corrected", [found], shown, { unknowns });
  if (fan.stuck) {
    const found = zeroRead(fan.stuck, fan.hotter ?? 1);
    return { witness: corrected(found, "exponent"), reasons: [{ ...found, level: "caution" }] };
  }
  if (fan.lacks) {
    const found: Found = { code: "fan-by-curve", data: { lacks: fan.lacks } };
    return {
      witness: corrected(found, "fan scale", "exponent"),
      freedom: { fanSd: BY_CURVE_SD },
      reasons: [{ ...found, level: "caution" }],
    };
  }
  if (fan.kind === "unknown") return { witness: corrected({ code: "fan-assumed", data: {} }, "exponent") };
  if (fan.kind === "stopped") return { witness: fine({ code: "fan-stands", data: {} }) };
  if (fan.unit === "mixed") {
    const alike = Boolean(speedRatio(before, after));
    const found: Found = { code: "fan-units", data: { alike } };
    return {
      witness: corrected(found, "fan scale"),
      freedom: { fanSd: alike ? MIXED_SD.alike : MIXED_SD.unlike },
      reasons: [{ ...found, level: "caution" }],
    };
  }
  if (fan.kind === "weak") return { witness: fine({ code: "fan-slower", data: { run: fan.run ?? "after" } }) };
  if (fan.fixed.before !== fan.fixed.after) {
    const found: Found = { code: "fan-fixed", data: { run: fan.fixed.before ? "before" : "after" } };
    return { witness: corrected(found, "exponent", "exponent change"), reasons: [{ ...found, level: "note" }] };
  }
  if (fan.ratio !== null && Math.abs(fan.ratio - 1) > SAME_CURVE)
    return {
      witness: corrected({ code: "fan-other-curve", data: { ratio: fan.ratio } }, "exponent", "exponent change"),
    };
  return { witness: fine({ code: "fan-alike", data: {} }) };
}

/** A reading of zero: stuck for certain where the machine is no hotter, else the fan may stand as well. */
const zeroRead = (run: "before" | "after", hotter: number): Found =>
  hotter < NO_HOTTER ? { code: "fan-reading-stuck", data: { run } } : { code: "fan-may-stand", data: { run, hotter } };

const lateSpeed = (s: Windowed): Shown =>
  s.fan && !s.fanGuessed
    ? { as: "speed", speed: meanOver(s.fan, s.late), unit: s.fanUnit === "%" ? "%" : "rpm" }
    : { as: "not logged" };
