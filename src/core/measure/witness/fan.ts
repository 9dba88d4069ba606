import { words } from "../../base/words";
import type { Series } from "../thermal";
import { lateRows, meanOver } from "../pair/conditions";
import { speedRatio } from "../pair/fan";
import type { Reason } from "../judge/verdict";
import type { Scene, Testimony, Witness } from "./witness";

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
  const shown = [lateSpeed(before), lateSpeed(after)] as const;
  const say = (finding: Witness["finding"], says: string, unknowns: string[] = []): Witness => ({
    of: "fan",
    chip: null,
    finding,
    before: shown[0],
    after: shown[1],
    says,
    unknowns,
    addsK: null,
  });
  if (fan.stuck) {
    const { code, message } = zeroTold(fan.stuck, fan.hotter ?? 1);
    return {
      witness: say("corrected", message, ["exponent"]),
      reasons: [{ code, level: "caution", message, figure: "0 rpm" }],
    };
  }
  if (fan.lacks) {
    const other = fan.lacks === "before" ? "after" : "before";
    const message =
      `The fan is not in the log of the run ${fan.lacks}: it is taken to follow the curve it follows in the run ` +
      `${other}. A fan that was weak there counts as airflow.`;
    return {
      witness: say("corrected", message, ["fan scale", "exponent"]),
      freedom: { fanSd: BY_CURVE_SD },
      reasons: [{ code: "fan-by-curve", level: "caution", message }],
    };
  }
  if (fan.kind === "unknown")
    return {
      witness: say("corrected", "The fan speed is not in both logs: a usual fan curve was assumed.", ["exponent"]),
    };
  if (fan.kind === "stopped") return { witness: say("fine", "A fan stands in one run: that is judged as it is.") };
  if (fan.unit === "mixed") {
    const ratio = speedRatio(before, after);
    const message =
      "One log tells the fan in %, the other in rpm: they were set equal " +
      (ratio ? "where both chips were equally warm." : "at their highest.");
    return {
      witness: say("corrected", message, ["fan scale"]),
      freedom: { fanSd: ratio ? MIXED_SD.alike : MIXED_SD.unlike },
      reasons: [{ code: "fan-units", level: "caution", message }],
    };
  }
  if (fan.kind === "weak")
    return { witness: say("fine", `At equal temperature the fan turns slower in the run ${fan.run ?? "after"}.`) };
  if (fan.fixed.before !== fan.fixed.after) {
    const run = fan.fixed.before ? "before" : "after";
    const message = `The fan was held at one speed in the run ${run}: that is taken out, and says nothing of the fan.`;
    return {
      witness: say("corrected", message, ["exponent", "exponent change"]),
      reasons: [{ code: "fan-fixed", level: "note", message }],
    };
  }
  if (fan.ratio !== null && Math.abs(fan.ratio - 1) > SAME_CURVE)
    return {
      witness: say(
        "corrected",
        `At equal temperature the fan turns at ${words.share(fan.ratio)} of before: another curve, taken out.`,
        ["exponent", "exponent change"],
      ),
    };
  return { witness: say("fine", "The fan follows the temperature alike in both runs.") };
}

/** A reading of zero: stuck for certain where the machine is no hotter, else the fan may stand as well. */
function zeroTold(run: "before" | "after", hotter: number): Pick<Reason, "code" | "message"> {
  if (hotter < NO_HOTTER)
    return {
      code: "fan-reading-stuck",
      message:
        `The fan reads 0 rpm in the run ${run}, but the machine is no hotter per watt: air is moving, the ` +
        "reading is stuck. A usual fan curve was assumed.",
    };
  return {
    code: "fan-may-stand",
    message:
      `The fan reads 0 rpm in the run ${run}, and the machine is ${words.number(hotter, 1)} times as hot per watt: ` +
      "it may stand, or its reading is stuck beside an air path that is worse. See whether it turns.",
  };
}

function lateSpeed(s: Series): string {
  if (!s.fan || s.fanGuessed) return "not logged";
  const speed = meanOver(s.fan, lateRows(s));
  return s.fanUnit === "%" ? words.share(speed / 100) : words.rpm(speed);
}
