import { sideLength } from "../parts/geometry";
import type { CoolingMap } from "../parts/map";
import type { Blower, FinStack } from "../parts/parts";

/** Air at some 45 °C: density kg/m³, heat J/(kg·K), conductivity W/(m·K), viscosity Pa·s. */
const AIR = { density: 1.1, heat: 1006, conductivity: 0.027, viscosity: 1.93e-5 };
/** Heat a flow of it takes up, J/(m³·K). */
export const AIR_JM3K = AIR.density * AIR.heat;
/**
 * A thin radial blower: pressure with its outlet shut against density times tip speed squared, and the free flow,
 * V = 0.167 D³ n.
 */
const SHUT = 0.85;
/** The free flow over the cube of the rotor and its turns, no unit: the other coefficient of that fit. */
const FREE = 0.167;
/** Rotor against the smaller side of its housing; height at which it moves that flow, mm. */
const ROTOR = 0.82;
const USUAL_HEIGHT_MM = 6;
/** Losses of case and grilles: a share of the shut pressure, at the flow usual for laptops, a share of the free one. */
const CASE_LOSS = 0.25;
/** The flow usual for laptops, a share of the free one, at which that loss is told. */
const USUAL_FLOW = 0.6;
/** Sheet of a fin, mm; inlet and outlet losses of the channels in velocity heads. */
const FIN_MM = 0.2;
/** Inlet and outlet losses of the channels, velocity heads. */
const ENDS = 1.5;
/** Share that gets through the thickest mat: felt leaks, and air goes round it. */
const LEAK = 0.18;
/** Still air with radiation, W/(m²·K). */
export const STILL_AIR = 11;
/** Fins of a thin stack are as warm as their pipe to this share. */
const FIN_EFFICIENCY = 0.9;

/** The air of one stack: its flow, m³/s, and what it carries off per kelvin, W/K. */
export interface StackAir {
  flowM3s: number;
  WK: number;
}

/** How much of each stack's inlet is closed, by part, 0 to 1; open where nothing is said. */
export type Closed = ReadonlyMap<string, number>;

/** The channels between the fins of a stack, m. */
interface Channels {
  gapM: number;
  depthM: number;
  areaM2: number;
}

function channelsOf(f: FinStack, closed: number): Channels {
  const gapM = Math.max(0.2, f.pitchMm - FIN_MM) / 1000;
  const n = sideLength(f, f.outlet) / f.pitchMm;
  const depthM = (f.outlet === "top" || f.outlet === "bottom" ? f.hMm : f.wMm) / 1000;
  return { gapM, depthM, areaM2: n * gapM * (f.heightMm / 1000) * Math.max(LEAK, 1 - closed) };
}

/**
 * Flow through channels under a pressure, m³/s: laminar friction 12 μ L v / g² (parallel plates) with the losses at
 * both ends, 1.5 ρ v² / 2; a quadratic in the speed.
 */
function flowUnder(pa: number, { gapM, depthM, areaM2 }: Channels): number {
  const rubs = (12 * AIR.viscosity * depthM) / gapM ** 2;
  const ends = (ENDS * AIR.density) / 2;
  return (areaM2 * (-rubs + Math.sqrt(rubs ** 2 + 4 * ends * pa))) / (2 * ends);
}

/**
 * What a stack carries off at a flow, W/K: G = C (1 − exp(−UA / C)), C its capacity rate; laminar between plates of one
 * temperature with the entrance, Nu = 7.54 + 0.03 x / (1 + 0.016 x^⅔), x = (Dh / L) Re Pr (Shah & London 1978; the form
 * of Hausen).
 */
function carriesOff(flowM3s: number, { gapM, depthM, areaM2 }: Channels): number {
  const C = AIR_JM3K * flowM3s;
  if (!(C > 0)) return 0;
  const Dh = 2 * gapM;
  const speed = flowM3s / areaM2;
  const x = ((Dh / depthM) * (AIR_JM3K * speed * Dh)) / AIR.conductivity;
  const Nu = 7.54 + (0.03 * x) / (1 + 0.016 * x ** (2 / 3));
  const UA = FIN_EFFICIENCY * ((Nu * AIR.conductivity) / Dh) * ((2 * areaM2 * depthM) / gapM);
  return C * (1 - Math.exp(-UA / C));
}

/** Pressure with the outlet shut, Pa, and free flow, m³/s, of a blower at a speed. */
function blowerLine(b: Blower, rpm: number): { shutPa: number; freeM3s: number } {
  const rotorM = (ROTOR * Math.min(b.wMm, b.hMm)) / 1000;
  const tip = (Math.PI * rotorM * rpm) / 60;
  return {
    shutPa: SHUT * AIR.density * tip ** 2,
    freeM3s: ((FREE * rotorM ** 3 * rpm) / 60) * Math.min(1, b.heightMm / USUAL_HEIGHT_MM),
  };
}

/** Flow of a blower through its channels side by side: where its falling line meets case and fins. */
function flowsOf(b: Blower, rpm: number, channels: readonly Channels[]): number[] {
  const { shutPa, freeM3s } = blowerLine(b, rpm);
  if (!(shutPa > 0) || !(freeM3s > 0)) return channels.map(() => 0);
  const through = (x: number) => {
    const left = shutPa * (1 - x - CASE_LOSS * (x / USUAL_FLOW) ** 2);
    return channels.map((c) => (left > 0 ? flowUnder(left, c) : 0));
  };
  let [low, high] = [0, 1];
  for (let k = 0; k < 50; k++) {
    const x = (low + high) / 2;
    if (through(x).reduce((s, v) => s + v, 0) > x * freeM3s) low = x;
    else high = x;
  }
  return through((low + high) / 2);
}

/**
 * The air of each fin stack that a blower blows through: the blower's line p = p0 (1 − q) met by case, channels and
 * what closes their inlets; stacks of one blower share its pressure, a stack of two blowers is half of each.
 * @param share of their top speed at which the blowers turn, 0 to 1
 *
 * @example
 * airOf(map, 0.85).get("p38")?.WK; // 1.9
 */
export function airOf(map: CoolingMap, share: number, closed: Closed = new Map()): Map<string, StackAir> {
  const out = new Map<string, StackAir>();
  for (const b of map.ofKind("blower")) {
    const fins = map.beside(b.id, "fins");
    const channels = fins.map((f) => {
      const own = channelsOf(f, closed.get(f.id) ?? 0);
      return { ...own, areaM2: own.areaM2 / map.beside(f.id, "blower").length };
    });
    flowsOf(b, share * b.maxRpm, channels).forEach((flowM3s, i) => {
      const [f, c] = [fins[i], channels[i]];
      if (!f || !c) return;
      const was = out.get(f.id) ?? { flowM3s: 0, WK: 0 };
      out.set(f.id, { flowM3s: was.flowM3s + flowM3s, WK: was.WK + carriesOff(flowM3s, c) });
    });
  }
  return out;
}

/** A stack no blower blows through gives off by its envelope: the air between fins this close stands, W/K. */
export const stillFinsWK = (f: FinStack): number =>
  STILL_AIR * 2e-6 * (f.wMm * f.hMm + f.wMm * f.heightMm + f.hMm * f.heightMm);

/** What the air of all stacks carries off per kelvin, W/K. */
const carriedWK = (map: CoolingMap, share: number, closed: Closed): number =>
  [...airOf(map, share, closed).values()].reduce((s, a) => s + a.WK, 0);

/**
 * How many times the resistance of the whole air path has grown with inlets closed as told, against all open: stacks
 * side by side.
 */
export function airGrown(map: CoolingMap, closed: Closed, share = 0.85): number {
  const [open, now] = [carriedWK(map, share, new Map()), carriedWK(map, share, closed)];
  return open > 0 && now > 0 ? open / now : 1;
}

/** Lowest share of a speed at which a blower is asked for its air. */
const LEAST_SHARE = 0.1;

/**
 * Share of their speed at which open inlets carry off as much as closed ones at full: how much slower the blowers turn
 * at equal temperature once the stacks are clean.
 */
export function slowerWhenClean(map: CoolingMap, closed: Closed, share = 0.85): number {
  const want = carriedWK(map, share, closed);
  let [low, high] = [LEAST_SHARE, 1];
  for (let k = 0; k < 30; k++) {
    const mid = (low + high) / 2;
    if (carriedWK(map, mid * share, new Map()) < want) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}
