import { isPath, type Part } from "../parts/parts";
import { drawBlower } from "./blower";
import { drawBoard, drawChip, drawModule, drawShield } from "./board";
import { drawBattery, drawFoot, drawPort, drawSpeaker, drawVent } from "./case";
import { drawChamber, drawFins, drawPad, drawPipe, drawPlate, drawSpreader } from "./cooling";
import { drawCable, drawClip, drawGasket, drawNote, drawPlug, drawScrew, drawSketch, drawTape } from "./fixings";
import { el, n } from "./markup";

/** A part in its own frame; paths are in the frame of the sheet. */
function own(p: Part): string {
  switch (p.kind) {
    case "blower":
      return drawBlower(p);
    case "fins":
      return drawFins(p);
    case "pipe":
      return drawPipe(p);
    case "chamber":
      return drawChamber(p);
    case "plate":
      return drawPlate(p);
    case "spreader":
      return drawSpreader(p);
    case "chip":
      return drawChip(p);
    case "module":
      return drawModule(p);
    case "pad":
      return drawPad(p);
    case "screw":
      return drawScrew(p);
    case "plug":
      return drawPlug(p);
    case "cable":
      return drawCable(p);
    case "tape":
      return drawTape(p);
    case "gasket":
      return drawGasket(p);
    case "clip":
      return drawClip(p);
    case "shield":
      return drawShield(p);
    case "battery":
      return drawBattery(p);
    case "speaker":
      return drawSpeaker(p);
    case "board":
      return drawBoard(p);
    case "foot":
      return drawFoot(p);
    case "vent":
      return drawVent(p);
    case "port":
      return drawPort(p);
    case "note":
      return drawNote(p);
    case "sketch":
      return drawSketch(p);
  }
}

/** A part as markup on the sheet, in mm. */
export const drawPart = (p: Part): string =>
  isPath(p)
    ? own(p)
    : el("g", { transform: `translate(${n(p.xMm)} ${n(p.yMm)})${p.turnDeg ? ` rotate(${n(p.turnDeg)})` : ""}` }, [
        own(p),
      ]);

/** Gradients and patterns the parts are filled with. */
export function drawingDefs(): string {
  const stops = (...s: [string, string][]) => s.map(([offset, colour]) => el("stop", { offset, "stop-color": colour }));
  const linear = (id: string, x2: number, y2: number, ...s: [string, string][]) =>
    el("linearGradient", { id, x1: 0, y1: 0, x2, y2 }, stops(...s));
  return el("defs", {}, [
    linear("ov-copper", 1, 1, ["0", "var(--cu4)"], ["0.45", "var(--cu3)"], ["1", "var(--cu2)"]),
    linear("ov-alu", 1, 1, ["0", "var(--d-al1)"], ["1", "var(--d-al2)"]),
    linear("ov-fan", 1, 1, ["0", "var(--d-lip)"], ["1", "var(--d-fan)"]),
    linear("ov-cell", 1, 1, ["0", "var(--d-ba1)"], ["1", "var(--d-ba2)"]),
    linear("ov-die", 1, 1, ["0", "var(--d-al1)"], ["0.5", "var(--d-die)"], ["1", "var(--d-die)"]),
    el("linearGradient", { id: "ov-sheen", x1: 0, y1: 0, x2: 0, y2: 1 }, [
      el("stop", { offset: "0", "stop-color": "#fff", "stop-opacity": 0.28 }),
      el("stop", { offset: "0.4", "stop-color": "#fff", "stop-opacity": 0 }),
      el("stop", { offset: "1", "stop-color": "#000", "stop-opacity": 0.14 }),
    ]),
    el(
      "radialGradient",
      { id: "ov-well", cx: 0.5, cy: 0.5, r: 0.5 },
      stops(["0", "var(--d-we1)"], ["0.8", "var(--d-we2)"], ["1", "var(--d-we1)"]),
    ),
    el(
      "radialGradient",
      { id: "ov-hub", cx: 0.36, cy: 0.32, r: 0.75 },
      stops(["0", "var(--d-al1)"], ["0.55", "var(--d-al2)"], ["1", "var(--d-al3)"]),
    ),
    el(
      "pattern",
      { id: "ov-hatch", width: 1.7, height: 1.7, patternUnits: "userSpaceOnUse", patternTransform: "rotate(45)" },
      [el("path", { d: "M0 0V1.7", stroke: "var(--d-padl)", "stroke-width": 0.45, "stroke-opacity": 0.75 })],
    ),
    el("pattern", { id: "ov-wick", width: 3.2, height: 3.2, patternUnits: "userSpaceOnUse" }, [
      el("circle", { cx: 1, cy: 1, r: 0.35, fill: "var(--cu0)", "fill-opacity": 0.35 }),
    ]),
    el("pattern", { id: "ov-grille", width: 1.9, height: 1.9, patternUnits: "userSpaceOnUse" }, [
      el("rect", { width: 1.9, height: 1.9, fill: "var(--d-al3)" }),
      el("circle", { cx: 0.95, cy: 0.95, r: 0.5, fill: "var(--d-we2)", "fill-opacity": 0.7 }),
    ]),
  ]);
}
