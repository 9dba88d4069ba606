import { cuttingPlan, KERF_MM, MARGIN_MM, type CuttingPlan, type Piece, type Sheet } from "../core/handwork/pads";
import { darkDrawingColours, drawingColours } from "../core/drawing/draw";
import { layoutSvg } from "../core/drawing/codec";
import { CoolingMap, type Layout } from "../core/drawing/parts";
import type { TightenPlan } from "../core/handwork/fasten";
import { plansOf } from "../core/handwork/service";
import { calendarText, type DateRequest } from "./calendar";
import { liveLogAnswer, type LiveLogAnswer, type LiveLogRequest } from "./liveLog";
import { zipped, type ZipFile } from "./zip";
import { answerTo, type JudgeAnswers, type JudgeRequest } from "./judge";

/** Work too heavy for the thread that answers requests: a name, plain data in, plain data out. */
export const TASKS = {
  /** The judge: a pair, one run alone, or the fits behind a verdict. */
  judge: (ask: JudgeRequest): JudgeAnswers[JudgeRequest["kind"]] => answerTo(ask as never),
  /** The log of a live run, written, and read again as it comes. */
  liveLog: (ask: LiveLogRequest): LiveLogAnswer => liveLogAnswer(ask),
  /** Files packed into a bundle. */
  zip: (files: ZipFile[]): Uint8Array => zipped(files),
  /** The order to tighten every assembly of a drawing, at so many rounds. */
  tighten: ({ layout, rounds }: { layout: Layout; rounds: number }): TightenPlan[] =>
    layout.parts.length ? plansOf(new CoolingMap(layout), rounds) : [],
  /** Pads laid out on the sheets of the shelf. */
  cut: ({ sheets, pieces }: { sheets: Sheet[]; pieces: Piece[] }): CuttingPlan =>
    cuttingPlan(sheets, pieces, KERF_MM, MARGIN_MM),
  /** Dates as an iCalendar. */
  calendar: (ask: { name: string; dates: DateRequest[] }): string => calendarText(ask),
  /** A drawing as SVG. */
  svg: ({ layout, dark }: { layout: Layout; dark: boolean }): string =>
    layoutSvg(layout, dark ? darkDrawingColours : drawingColours),
};

export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type TaskOutput<N extends TaskName> = ReturnType<(typeof TASKS)[N]>;
