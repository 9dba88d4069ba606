import type { CoolingMap } from "../../drawing/parts";
import type { TightenPlan } from "../fasten";
import type { Cleaning } from "./cleaning";
import type { Journal, ServiceStage } from "./journal";
import type { PadCurves } from "../pads";
import type { Procedure } from "./procedure";

/** What a step wants to know. */
export type Ask =
  | { kind: "do"; button: string }
  | { kind: "choose"; options: readonly (readonly [value: string, label: string])[] }
  | { kind: "grade"; of: "fins" | "blower" }
  | { kind: "number"; unit: string; expects?: number; min: number; max: number }
  /** Which of the bays of an inlet are closed. */
  | { kind: "bays"; grade: number }
  /** Which cells of a chip the paste wetted. */
  | { kind: "print"; start: string }
  /** How a part was cleaned, the usual way first. */
  | { kind: "clean"; button: string; ways: readonly Cleaning[] }
  /** Which length went into a hole. */
  | { kind: "length"; lengths: readonly number[]; fitsMm: number; button: string }
  /** Which thickness a pad is cut to. */
  | { kind: "thickness"; pad: string }
  /** The pads of the job, cut from the shelf. */
  | { kind: "cut" }
  /** Paste, pattern and amount on a chip. */
  | { kind: "paste"; chip: string }
  | { kind: "date" }
  | { kind: "text" };

/** One big step at the bench. */
export interface Step {
  key: string;
  stage: ServiceStage;
  /** Big mark on the panel: a number, a tag. */
  mark: string;
  title: string;
  sub: string;
  say: string;
  /** What to mind; hurts nobody but the machine. */
  mind?: string;
  /** What can hurt someone, or end the machine. */
  caution?: string;
  /** What may go wrong here, and what to do then. */
  trouble?: { word: string; say: string };
  /** Parts of the drawing it concerns. */
  parts: string[];
  ask: Ask;
  /** Steps of one run that can be settled together: "cover screws". */
  run?: string;
  /** May be passed over without a reason. */
  optional?: boolean;
}

/** What the steps are made from. */
export interface ServiceContext {
  map: CoolingMap | null;
  journal: Journal;
  procedure: Procedure;
  /** One per rigid assembly of the drawing. */
  plans: readonly TightenPlan[];
  /** How pads of each softness press back. */
  curves: PadCurves;
  model: string;
  hasBeforeRun: boolean;
  /** Today, yyyy-mm-dd; for the arithmetic of warranty. */
  today: string;
}

export const act = (
  stage: ServiceStage,
  key: string,
  more: Partial<Step> & Pick<Step, "title" | "say">,
  button = "Done",
): Step => ({ key, stage, mark: "", sub: "", parts: [], ask: { kind: "do", button }, ...more });
