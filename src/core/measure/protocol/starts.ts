import { channelOf, type Run } from "../log";
import type { RunConditions } from "../pair";
import { words } from "../../base/words";

/** One condition a run should start from. */
export interface StartFact {
  code: "cold" | "room" | "mains" | "fans" | "lid" | "surface" | "charging";
  name: string;
  /** Met, not known yet, or against a clean run. */
  status: "met" | "open" | "against";
  says: string;
}

/** A chip may idle so far over its room and count as cold, K, and move so much, K a minute. */
const COLD_K = 25;
const RESTS_K_MIN = 0.8;
/** Looked at for that, s. */
const LOOK_S = 60;

const SOFT = /\b(bed|sofa|couch|cushion|pillow|blanket|lap|carpet|knees?)\b/i;

/**
 * What a run starts from, from what was said of it and from what the machine reads by now.
 *
 * @example
 * startsOf(null, { ...conditions, lid: "closed" }).find((s) => s.code === "lid")?.stands; // "against"
 */
export function startsOf(run: Run | null, c: RunConditions): StartFact[] {
  return [cold(run, c), room(run, c), mains(c), charging(run, c), fans(c), lid(c), surface(c)];
}

const fact = (code: StartFact["code"], name: string, stands: StartFact["status"], says: string): StartFact => ({
  code,
  name,
  status: stands,
  says,
});

function cold(run: Run | null, { roomStartC }: RunConditions): StartFact {
  const name = "Cold enough";
  const temp = run && (channelOf(run, "cpu.temperature") ?? channelOf(run, "gpu.temperature"));
  if (!run || !temp) return fact("cold", name, "open", "Known with the first readings");
  const endS = run.timeS[run.timeS.length - 1] ?? 0;
  const over = (fromS: number, toS: number) => {
    const read = temp.values.filter(
      (v, i) => Number.isFinite(v) && (run.timeS[i] ?? 0) >= fromS && (run.timeS[i] ?? 0) <= toS,
    );
    return read.length ? read.reduce((a, b) => a + b, 0) / read.length : NaN;
  };
  const now = over(endS - 10, endS);
  const was = over(endS - LOOK_S - 10, endS - LOOK_S);
  const perMinute = endS >= LOOK_S ? ((now - was) * 60) / LOOK_S : NaN;
  const base = channelOf(run, "room.temperature")?.values.at(-1) ?? roomStartC;
  if (perMinute < -RESTS_K_MIN)
    return fact("cold", name, "against", `Still cooling by ${words.number(-perMinute, 1)} K a minute`);
  if (base !== null && now - base > COLD_K)
    return fact("cold", name, "against", `${words.kelvinSize(now - base)} over the room: warm from earlier work`);
  if (Number.isNaN(perMinute)) return fact("cold", name, "open", `${words.degrees(now)} now`);
  return fact("cold", name, "met", `${words.degrees(now)}, at rest`);
}

function room(run: Run | null, { roomStartC }: RunConditions): StartFact {
  const logged = run ? channelOf(run, "room.temperature")?.values.at(-1) : undefined;
  if (logged !== undefined && Number.isFinite(logged))
    return fact("room", "Room read", "met", `${words.degrees(logged, 1)} in the log`);
  return roomStartC === null
    ? fact("room", "Room read", "open", "Read it at the inlet before the load")
    : fact("room", "Room read", "met", words.degrees(roomStartC, 1));
}

function mains({ supply, adapterW }: RunConditions): StartFact {
  if (supply === null) return fact("mains", "On mains", "open", "Battery runs are held back");
  return supply === "mains"
    ? fact("mains", "On mains", "met", adapterW === null ? "" : words.watts(adapterW))
    : fact("mains", "On mains", "against", "On battery: the chips are held back");
}

function charging(run: Run | null, c: RunConditions): StartFact {
  const power = run ? channelOf(run, "battery.power")?.values.at(-1) : undefined;
  const state = power === undefined || !Number.isFinite(power) ? (c.charging ?? null) : power > 2 ? "charging" : "full";
  if (state === null) return fact("charging", "Battery not charging", "open", "A charging battery warms the case");
  return state === "full"
    ? fact("charging", "Battery not charging", "met", "")
    : fact("charging", "Battery not charging", "against", "It charges: wait, or note it for both runs");
}

const fans = ({ fanPolicy }: RunConditions): StartFact =>
  fanPolicy.trim() === ""
    ? fact("fans", "Fan policy named", "open", "Automatic, or fixed at a speed")
    : fact("fans", "Fan policy named", "met", fanPolicy);

function lid({ lid: is }: RunConditions): StartFact {
  if (is === null) return fact("lid", "Lid open", "open", "");
  return is === "open"
    ? fact("lid", "Lid open", "met", "")
    : fact("lid", "Lid open", "against", "Closed: the air takes another way");
}

function surface({ surface: on }: RunConditions): StartFact {
  if (on.trim() === "") return fact("surface", "Hard surface", "open", "Say what it stands on");
  return SOFT.test(on)
    ? fact("surface", "Hard surface", "against", `${on}: the vents are covered. Move it first`)
    : fact("surface", "Hard surface", "met", on);
}
