/** A side of a part in its own frame, before it is turned. */
export type Side = "top" | "right" | "bottom" | "left";

/**
 * Centre, size and turn of a part; mm, degrees clockwise as drawn. Seen from below, hinge edge up: x to the right, y
 * down.
 */
export interface Box {
  xMm: number;
  yMm: number;
  wMm: number;
  hMm: number;
  turnDeg: number;
}

/** A corner of a centre line. `bendMm` is the radius to the centre line there; 0 for a sharp corner. */
export interface PathPoint {
  xMm: number;
  yMm: number;
  bendMm: number;
}

interface Common {
  id: string;
  /** What stands on the part in the drawing: B1, H2, P7. */
  tag: string;
  locked: boolean;
  /** Parts with the same group name are taken together; "" for none. */
  group: string;
}

interface Boxed extends Common, Box {}

interface Traced extends Common {
  points: PathPoint[];
}

export interface Blower extends Boxed {
  kind: "blower";
  heightMm: number;
  blades: number;
  turns: "cw" | "ccw";
  outlet: Side;
  outlet2: Side | "none";
  hand: "left" | "right" | "none";
  maxRpm: number;
}
export interface FinStack extends Boxed {
  kind: "fins";
  pitchMm: number;
  heightMm: number;
  outlet: Side;
}
export interface HeatPipe extends Traced {
  kind: "pipe";
  widthMm: number;
  heightMm: number;
  joint: "solder" | "pressed" | "unknown";
  damage: "none" | "dent" | "kink";
}
export interface VapourChamber extends Boxed {
  kind: "chamber";
  heightMm: number;
  damage: "none" | "dent";
}
export interface ColdPlate extends Boxed {
  kind: "plate";
  material: "copper" | "nickel" | "aluminium";
  heightMm: number;
}
export interface Spreader extends Boxed {
  kind: "spreader";
  material: "aluminium" | "copper" | "graphite";
  heightMm: number;
  windowWMm: number;
  windowHMm: number;
  /** How much higher its underside lies than the face of the die, over which its plate is level, mm. */
  stepMm: number;
}
export type ChipRole = "cpu" | "gpu" | "memory" | "regulator" | "inductor" | "chipset" | "drive" | "other";
export interface Chip extends Boxed {
  kind: "chip";
  role: ChipRole;
  dieWMm: number;
  dieHMm: number;
  powerW: number;
  note: string;
  /** Heights over the board, mm, 0 where not known: of its package, and of what the plate or pad lies on. */
  packageMm: number;
  topMm: number;
}
export interface Pad extends Boxed {
  kind: "pad";
  thicknessMm: number;
  state: "whole" | "torn" | "missing";
  softness: "soft" | "medium" | "firm";
}
export type ScrewHead = "cross-00" | "cross-0" | "cross-1" | "six-lobe-5" | "hex" | "slotted";
export interface Screw extends Boxed {
  kind: "screw";
  forWhat: string;
  head: ScrewHead;
  thread: string;
  lengthMm: number;
  captive: boolean;
  sprung: boolean;
  /** Its shoulder meets its post: from there on it gives the plate no more, however it is turned. */
  bottoms: boolean;
  stamp: string;
  under: "nothing" | "foot" | "label" | "seal" | "plug" | "tape" | "battery";
}
export interface Plug extends Boxed {
  kind: "plug";
  forWhat: string;
  release: "pull" | "slide" | "latch" | "lever" | "lift";
  wires: number;
}
export interface Cable extends Traced {
  kind: "cable";
  forWhat: string;
  form: "wires" | "ribbon" | "antenna";
  wires: number;
  under: string;
}
export interface Tape extends Boxed {
  kind: "tape";
  forWhat: string;
}
export interface Gasket extends Boxed {
  kind: "gasket";
  forWhat: string;
}
export interface Clip extends Boxed {
  kind: "clip";
  broken: boolean;
}
export interface Shield extends Boxed {
  kind: "shield";
  clips: number;
}
export interface Battery extends Boxed {
  kind: "battery";
  cells: number;
  label: string;
  note: string;
  glued: boolean;
  swollen: boolean;
}
export interface Speaker extends Boxed {
  kind: "speaker";
}
export interface Board extends Traced {
  kind: "board";
}
export interface Foot extends Boxed {
  kind: "foot";
}
export interface Vent extends Boxed {
  kind: "vent";
  slots: number;
}
export interface Port extends Boxed {
  kind: "port";
}
/** What is seen on the way but is not the job: a memory module, a drive, a wireless card, the coin cell. */
export interface Module extends Boxed {
  kind: "module";
  form: "memory" | "drive" | "wireless" | "coin";
  note: string;
}
export interface Note extends Boxed {
  kind: "note";
  text: string;
}
/** A harmless line taken over from a foreign drawing, or drawn by hand. */
export interface Sketch extends Traced {
  kind: "sketch";
  closed: boolean;
}

export type BoxPart =
  | Blower
  | FinStack
  | VapourChamber
  | ColdPlate
  | Spreader
  | Chip
  | Pad
  | Screw
  | Plug
  | Tape
  | Gasket
  | Clip
  | Shield
  | Battery
  | Speaker
  | Foot
  | Vent
  | Port
  | Module
  | Note;
export type PathPart = HeatPipe | Cable | Board | Sketch;
export type Part = BoxPart | PathPart;
export type Kind = Part["kind"];

export const isPath = (p: Part): p is PathPart => "points" in p;
export const isBox = (p: Part): p is BoxPart => !("points" in p);
export const isKind = <K extends Kind>(p: Part, kind: K): p is Extract<Part, { kind: K }> => p.kind === kind;

/** A link told by hand where overlap says otherwise: `is` false takes a derived one away. */
export interface ImplicitLink {
  a: string;
  b: string;
  is: boolean;
}

/** Figures of the estimates a workshop can set for itself. */
export interface Figures {
  /** Watts a straight pipe made from a round one of 6 mm and flattened to about 2.5 mm usually carries, lying flat. */
  pipe6W: number;
  /** Share lost for every right angle of bend. */
  perBend: number;
  /** Conductivity of paste and pads, W/(m·K). */
  pasteWmK: number;
  padWmK: number;
  /** Force of a heatsink screw at home, N: through its spring, straight, and one that bottoms on its post. */
  sprungN: number;
  fixedN: number;
  bottomN: number;
  /** Way of a spring from touch to stop, mm. */
  springMm: number;
  /** How the machine stands in use: its hinge edge over its front edge, degrees; 0 lies flat, 90 stands upright. */
  rearUpDeg: number;
}

export const usualFigures: Figures = {
  pipe6W: 34,
  perBend: 0.04,
  pasteWmK: 6,
  padWmK: 5,
  sprungN: 9,
  fixedN: 20,
  bottomN: 12,
  springMm: 3,
  rearUpDeg: 0,
};

/** The underside of one model and variant: a base to scale and the parts in it. */
export interface Layout {
  version: 1;
  model: string;
  variant: string;
  base: { widthMm: number; depthMm: number; cornerMm: number };
  parts: Part[];
  links: ImplicitLink[];
  figures: Figures;
}

export const emptyLayout = (model: string, variant: string, widthMm: number, depthMm: number): Layout => ({
  version: 1,
  model,
  variant,
  base: { widthMm, depthMm, cornerMm: 9 },
  parts: [],
  links: [],
  figures: usualFigures,
});
