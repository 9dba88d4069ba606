import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "../../../samples/layouts";
import { usualContext } from "../../../testing/journal";
import { CoolingMap, type Chip, type Pad } from "../../drawing/parts";
import { stackOf } from "../service";
import { USUAL_PASTE } from "../paste";
import { balanceOf, sectionOf } from "./index";

const map = new CoolingMap(tessalyK15Layout());
const pads = map.ofKind("pad");
const chips = map.ofKind("chip").filter((c) => c.role === "cpu" || c.role === "gpu");

/** The cut from a pad across the chip nearest to it. */
function cutOf(pad: Pad) {
  const off = (c: Chip) => Math.hypot(c.xMm - pad.xMm, c.yMm - pad.yMm);
  const chip = [...chips].sort((a, b) => off(a) - off(b))[0];
  if (!chip) throw new Error("no chip");
  const stack = stackOf(usualContext(map), pad, USUAL_PASTE);
  const balance = balanceOf(stack);
  return { chip, stack, balance, cut: sectionOf({ stack, balance, edgeUm: 24, pad, chip }) };
}

describe("a cut from a pad across its chip", () => {
  it.each(pads.map((p) => [p.tag, p] as const))("runs along the way that parts them more: %s", (_, pad) => {
    const { cut, chip } = cutOf(pad);
    expect(Math.abs(cut.along(pad))).toBeCloseTo(
      Math.max(Math.abs(pad.xMm - chip.xMm), Math.abs(pad.yMm - chip.yMm)),
      9,
    );
    expect(cut.along(chip)).toBe(0);
    expect(cut.own?.tag).toBe(pad.tag);
  });

  it("shows the plate as the balance lays it: film at both rims of the die between its thin and its thick edge", () => {
    for (const pad of pads) {
      const { cut } = cutOf(pad);
      if (!cut.film) continue;
      for (const rim of [-cut.dieMm / 2, cut.dieMm / 2]) {
        expect(cut.filmUm(rim)).toBeGreaterThan(cut.film.thinUm - 1);
        expect(cut.filmUm(rim)).toBeLessThan(cut.film.thickUm + 1);
        expect(1000 * (cut.underMm(rim) - cut.dieTopMm)).toBeLessThanOrEqual(cut.filmUm(rim) + 1e-9);
      }
    }
  });

  it("holds what it shows: every pad and the package lie inside, wings reach over pads of this plate alone", () => {
    for (const pad of pads) {
      const { cut } = cutOf(pad);
      expect(cut.reachMm).toBeGreaterThanOrEqual(30);
      expect(cut.plateHalfMm).toBeGreaterThan(cut.dieMm / 2);
      for (const s of cut.shown) {
        const end = Math.abs(cut.along(s)) + cut.width(s) / 2;
        expect(cut.reachMm).toBeGreaterThan(end);
        if (cut.onPlate(s)) expect(cut.wingMm).toBeGreaterThan(end);
      }
      // the one across from it lies on the other side
      if (cut.shown.length === 2)
        expect(Math.sign(cut.along(cut.shown[0] ?? pad))).toBe(-Math.sign(cut.along(cut.shown[1] ?? pad)));
    }
  });

  it("tells a pad that lifts the plate by its share of the force, or by an edge left thick", () => {
    const [pad] = pads;
    if (!pad) throw new Error("no pad");
    const { cut, chip, stack, balance } = cutOf(pad);
    expect(cut.lifts).toBe(cut.forces.padsShare > 0.35);
    expect(sectionOf({ stack, balance, edgeUm: 81, pad, chip }).lifts).toBe(true);
    const thick = { ...stack, pads: stack.pads.map((p) => ({ ...p, thicknessMm: p.gapMm + 1.2 })) };
    const pressed = sectionOf({ stack: thick, balance: balanceOf(thick), edgeUm: 24, pad, chip });
    expect(pressed.forces.padsShare).toBeGreaterThan(cut.forces.padsShare);
    expect(pressed.lifts).toBe(true);
  });
});
