import type { ChipId } from "../../measure/thermal";
import type { Fault, FaultKind } from "./faults";

/** What faults do to a machine, in figures; factors multiply, and a sound machine has ones and noughts. */
export interface Effects {
  /** Times the resistance from the fins to the air, and of the pipes. */
  clog: number;
  pipe: number;
  /** Times the resistance of the contact, by chip. */
  contact: Partial<Record<ChipId, number>>;
  /** By how much one corner of the processor runs hotter than its mean, K per W. */
  leanKW: number;
  /** Share of the speed its controller asks for that the blower reaches; none where it stands. */
  reach: number;
  /** The share of its highest speed the blower is held at; null where it follows the heat. */
  fixed: number | null;
  /** Share of its usual power that the adapter lets it hold. */
  held: number;
  /** What works in idle, W, and how busy that looks, %. */
  idleW: number;
  idlePct: number;
  /** Times the rise of the memory over the room. */
  memory: number;
}

export const sound = (): Effects => ({
  clog: 1,
  pipe: 1,
  contact: {},
  leanKW: 0,
  reach: 1,
  fixed: null,
  held: 1,
  idleW: 0,
  idlePct: 0,
  memory: 1,
});

const DO: Readonly<Record<FaultKind, (e: Effects, f: Fault) => void>> = {
  nothing: () => undefined,
  background: (e, { size }) => {
    e.idleW = 4 + 7 * size;
    e.idlePct = 18 + 25 * size;
  },
  adapter: (e, { size }) => (e.held = 0.75 - 0.25 * size),
  dust: (e, { size }) => (e.clog *= 1.5 + 2 * size),
  outlet: (e, { size }) => (e.clog *= 1.6 + 1.4 * size),
  "fan-weak": (e, { size }) => (e.reach *= 0.72 - 0.27 * size),
  "fan-unplugged": (e) => (e.reach = 0),
  "fan-fixed": (e, { size }) => (e.fixed = 0.48 - 0.14 * size),
  pipe: (e, { size }) => (e.pipe *= 2.2 + 2 * size),
  "paste-dry": (e, f) => worse(e, f, 1.6 + 1.2 * f.size),
  "paste-little": (e, f) => {
    worse(e, f, 1.5 + 0.9 * f.size);
    lean(e, f, 0.03 + 0.05 * f.size);
  },
  lean: (e, f) => {
    worse(e, f, 1.25 + 0.6 * f.size);
    lean(e, f, 0.12 + 0.14 * f.size);
  },
  "pad-thick": (e, f) => worse(e, f, 1.6 + 0.9 * f.size),
  "pad-missing": (e, { size }) => (e.memory *= 1.8 + 0.9 * size),
};

const worse = (e: Effects, { chip }: Fault, by: number) => (e.contact[chip] = (e.contact[chip] ?? 1) * by);

/** Only the processor shows its corners: its cores are read one by one. */
function lean(e: Effects, { chip }: Fault, kw: number): void {
  if (chip === "cpu") e.leanKW += kw;
}

/**
 * What some faults do together.
 *
 * @example
 * effectsOf([{ kind: "dust", size: 0.5, chip: "cpu", part: "fins" }]).clog; // 2.5
 */
export function effectsOf(faults: readonly Fault[]): Effects {
  const e = sound();
  for (const f of faults) DO[f.kind](e, f);
  return e;
}

/** What is done to a machine that a fault may not outlive. */
export const CURES = {
  clean: ["dust"],
  clear: ["outlet"],
  paste: ["paste-dry", "paste-little"],
  retighten: ["lean"],
  pads: ["pad-thick", "pad-missing", "paste-dry", "paste-little"],
  plug: ["fan-unplugged"],
  blower: ["fan-weak", "fan-unplugged"],
  auto: ["fan-fixed"],
  pipes: ["pipe", "paste-dry", "paste-little"],
  bigger: ["adapter"],
  end: ["background"],
} as const satisfies Record<string, readonly FaultKind[]>;
export type Cure = keyof typeof CURES;

/** What is left of faults after what was done. */
export const leftOf = (faults: readonly Fault[], done: readonly Cure[]): readonly Fault[] =>
  done.length === 0
    ? faults
    : faults.filter((f) => !done.some((cure) => (CURES[cure] as readonly FaultKind[]).includes(f.kind)));

/** Faults that lie under the plate of one chip. */
export const atChip = (kind: FaultKind): boolean =>
  kind === "paste-dry" || kind === "paste-little" || kind === "lean" || kind === "pad-thick";
