import { render, screen } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { tessalyK15Layout } from "@/samples/layouts";
import { usualContext } from "@/testing/journal";
import { CoolingMap } from "@/core/drawing/parts";
import { balanceOf, forcesOn } from "@/core/handwork/pads";
import { USUAL_PASTE } from "@/core/handwork/paste";
import { stackOf } from "@/core/handwork/service";
import { chipForces, Section } from "./Section";
import { balanceWords } from "./SectionForces";

const map = new CoolingMap(tessalyK15Layout());
const chip = map.ofKind("chip").find((c) => c.role === "gpu");
const pad = map.ofKind("pad").find((p) => p.tag === "P4");
if (!chip || !pad) throw new Error("the sample has a graphics chip and a pad P4");
const stack = stackOf(usualContext(map), pad, USUAL_PASTE);
const balance = balanceOf(stack);
const tried = { stack, balance, forces: forcesOn(stack, balance, null), edgeUm: 24 };

describe("the cut across a pad", () => {
  it("says gap and film as they come to rest, and shows what each side of the plate gives", () => {
    render(<Section map={map} pad={pad} chip={chip} tried={tried} plate="C2" over="" />);
    const picture = screen.getByRole("img", { name: /^Cut across P4: gap \d\.\d\d mm, film \d+ to \d+ µm$/ });
    expect(picture.textContent).toContain("the die gets");
    expect(picture.textContent).toMatch(/\d+ screws?/);
    expect(picture.textContent).toContain("free 1");
    expect(picture.textContent).not.toContain("lifts");
  });

  it("marks a pad that lifts the plate, by the plate's own tag", () => {
    render(<Section map={map} pad={pad} chip={chip} tried={{ ...tried, edgeUm: 140 }} plate="C2" over="" />);
    expect(screen.getByRole("img").textContent).toMatch(/P4 [\d.]+ mm lifts C2/);
  });
});

describe("the balance in words", () => {
  const forces = { ...chipForces(tried, chip), screwsN: 36.6, chipsN: 26, padsN: 10.2, pipesN: 0.4 };
  it("is whole: what comes from above is what is borne below", () => {
    const own = chipForces(tried, chip);
    expect(own.screwsN).toBeCloseTo(own.chipsN + own.padsN + own.pipesN, 6);
    expect(balanceWords(forces, "C2", "")).toBe(
      "All of C2: 36.6 N from screws; 26.0 N on the die, 10.2 N on pads " +
        "and 0.4 N through pipes to the plate beside it.",
    );
  });
  it("says what comes through pipes on its side, and what is not among it", () => {
    expect(balanceWords({ ...forces, pipesN: -0.4, padsN: 0 }, "C2", "")).toBe(
      "All of C2: 36.6 N from screws and 0.4 N through pipes; 26.0 N on the die.",
    );
    expect(balanceWords({ ...forces, pipesN: 0 }, "C2", "P9")).toMatch(/^All of the plate: .* P9 is not among them\.$/);
  });
});
